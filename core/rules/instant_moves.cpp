// SPDX-License-Identifier: MIT
// A character's moves and stances at an instant: which begin, which end.
#include <algorithm>

#include "core/bodies/ride.hpp"
#include "core/rules/instant.hpp"
#include "core/senses/gates.hpp"

namespace leap {

void Instant::take_drive(MachineId move, const Drive& drive) {
    const Vec3 direction = direction_or_zero(vector(context_now(), drive.direction));
    Actor& actor = change_actor();
    MachineState& own = actor.machines[move];
    own.drive_direction = direction;
    if (actor.body.grounded && direction.z > 1e-3) {
        leave_ground(actor, true);
        take_ground_along(actor);
        emitted().bits |= event_left_ground;
        note(EventKind::left_ground, -1, -1);
    } else if (!actor.body.grounded && direction.z > 1e-3) {
        use_up_coyote_time(actor);
    }
    own.drive_base = drive.adding ? actor.body.velocity : Vec3{0.0};
}

void Instant::end(MachineId move, EventKind kind, std::int32_t by, PhaseExit left_by) {
    leave_phase({move, {}}, left_by);
    Actor& actor = change_actor();
    MachineState& own = actor.machines[move];
    own.phase = {};
    own.ended_at = actor.own_time();
    std::replace(actor.moves.begin(), actor.moves.end(), move, MachineId{});
    own.outcome_ahead =
        kind == EventKind::ended ? Outcome::completed : (kind == EventKind::failed ? Outcome::failed : Outcome::cut);
    outcomes_ = true;
    note(kind, move.written(), by);
}

/// A character that is put back has done with its moves, but for the one that put it back.
void Instant::end_all_moves() {
    const MachineId acting = acting_.fixture ? MachineId{} : acting_.kind;
    for (const MachineId move : std::vector<MachineId>(actor_->moves))
        if (move && move != acting) end(move, EventKind::cut, -1, PhaseExit{PhaseExit::By::cut});
}

bool Instant::may_start(MachineId move) const {
    const EvaluationContext context = context_now();
    const Machine& wanted = machine(move);
    if (!wanted.is_for(actor_->kind)) return false;
    if (actor_->seat && wanted.layer == 0) return false;
    if (context.tuning.is_off(move) || !is_triggered(context, move) || !charge_left(context, move)) return false;
    // Whether what is active on the move's layer lets itself be cut by it.
    if (cut_refusal(context, move)) return false;
    return std::all_of(wanted.gates.begin(), wanted.gates.end(),
                       [&](const Gate& gate) { return gate_holds(context, move, gate); });
}

bool Instant::start_move() {
    for (const MachineId move : program_.moves) {
        if (!may_start(move)) continue;
        const auto layer = static_cast<std::size_t>(machine(move).layer);
        const MachineId active = actor_->moves[layer];
        if (active) end(active, EventKind::cut, move.written(), PhaseExit{PhaseExit::By::cut});
        Actor& actor = change_actor();
        if (machine(move).button) actor.buttons[machine(move).button].pending = false;
        MachineState& own = actor.machines[move];
        own.started_at = actor.own_time();
        if (machine(move).charges) {
            own.charges -= 1.0;
            own.charge_spent_at = actor.own_time();
        }
        actor.moves[layer] = move;
        enter({move, {}}, PhaseId(0), PhaseExit{PhaseExit::By::cut});
        return true;
    }
    return false;
}

bool Instant::choose_stance() {
    const MachineId now = actor_->stance;
    const EvaluationContext context = context_now();
    if (now && machine(now).until && !truth(context, machine(now).until->truth)) return false;
    for (const MachineId index : program_.stances) {
        const Machine& stance = machine(index);
        if (!stance.is_for(actor_->kind)) continue;
        if (stance.when && (context.tuning.is_off(index) || !truth(context, stance.when->truth))) continue;
        const bool allowed = stance.from.empty() || index == now ||
                             std::find(stance.from.begin(), stance.from.end(), now) != stance.from.end();
        if (!allowed) continue;
        if (index == now) return false;
        if (now) {
            leave_phase({now, {}}, PhaseExit{PhaseExit::By::cut});
            MachineState& left = change_actor().machines[now];
            left.phase = {};
            left.ended_at = actor_->own_time();
        }
        Actor& actor = change_actor();
        actor.stance = index;
        actor.machines[index].started_at = actor.own_time();
        enter({index, {}}, PhaseId(0), PhaseExit{PhaseExit::By::cut});
        note(EventKind::stance, index.written(), -1);
        return true;
    }
    return false;
}

}  // namespace leap
