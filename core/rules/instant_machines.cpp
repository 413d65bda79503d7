// SPDX-License-Identifier: MIT
// What every machine does at an instant: blocks, ways, phases.
#include <algorithm>

#include "core/bodies/rigid_bodies.hpp"
#include "core/defaults.hpp"
#include "core/rules/instant.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/subject.hpp"

namespace leap {
namespace {

/// What other characters and fixtures could see.
bool is_shared(const Action& action) {
    switch (action.kind) {
        case ActionKind::strike:
        case ActionKind::emit_event:
        case ActionKind::spawn:
        case ActionKind::respawn: return true;
        default: return false;
    }
}

}  // namespace

void Instant::actions(const std::vector<Action>& list) {
    if (list.empty()) return;
    stay_awake();
    if (alone_ && std::any_of(list.begin(), list.end(), is_shared)) {
        concerns_others_ = true;
        return;
    }
    const bool before = (emitted().bits & event_respawned) != 0;
    World& world = change();
    Actor& actor = world.actors[static_cast<std::size_t>(actor_->id)];
    run_actions(scene_, list, world, actor, emitted(), cache(), record_, {acting_.fixture, by_});
    if (acting_.fixture || std::any_of(list.begin(), list.end(), is_shared)) shared_change_ = true;
    if (!before && (emitted().bits & event_respawned) != 0) end_all_moves();
}

void Instant::blocks_on_events(const RunningMachine& running) {
    if (!running.kind || !state_of(running).phase) return;
    acting_ = running;
    const auto due = [&](const Block& block) {
        return block.trigger == syntax::Trigger::on && truth(context_now(running), block.on.truth);
    };
    const Phase& phase = phase_of(running);
    for (const Block& block : phase.blocks)
        if (due(block)) actions(block.actions);
    for (const Block& block : machine(running.kind).blocks)
        if (due(block)) actions(block.actions);
    const double elapsed = context_now(running).now() - state_of(running).phase_since;
    const double done = state_of(running).blocks_done_until;
    double last = done;
    for (const Block& block : phase.blocks) {
        if (block.trigger != syntax::Trigger::at) continue;
        const double at = number(context_now(running), block.at);
        if (at <= done || elapsed < at - defaults::timer_rounding_s) continue;
        actions(block.actions);
        last = std::max(last, at);
    }
    if (last != done) change_state_of(running).blocks_done_until = last;
}

bool Instant::take_way(const RunningMachine& running) {
    const Phase& phase = phase_of(running);
    const EvaluationContext context = context_now(running);
    const double elapsed = context.now() - state_of(running).phase_since;
    const bool time_up = phase.duration && elapsed >= number(context, *phase.duration) - defaults::timer_rounding_s;
    const Transition* plain = nullptr;
    for (const Transition& transition : phase.transitions) {
        if (!transition.when && !transition.after) {
            if (plain == nullptr) plain = &transition;
            continue;
        }
        if (transition.after && elapsed < number(context, *transition.after) - defaults::timer_rounding_s) continue;
        if (transition.when && !truth(context, transition.when->truth)) continue;
        if (led_here(running, transition)) continue;
        follow(running, transition);
        return true;
    }
    if (plain != nullptr && (time_up || !phase.duration)) {
        follow(running, *plain);
        return true;
    }
    if (!time_up) return false;
    const PhaseExit by_time{PhaseExit::By::time_up};
    const std::size_t next = state_of(running).phase.at() + 1;
    if (next < machine(running.kind).phases.size()) {
        enter(running, PhaseId(next), by_time);
    } else {
        end(running.kind, EventKind::ended, -1, by_time);
    }
    return true;
}

/// The press that led into a phase doesn't lead out of it again at once.
bool Instant::led_here(const RunningMachine& running, const Transition& transition) {
    if (!transition.takes_press || state_of(running).phase_since != context_now(running).now()) return false;
    return actor_->buttons[transition.takes_press].pressed_at == actor_->time;
}

void Instant::follow(const RunningMachine& running, const Transition& transition) {
    acting_ = running;
    if (transition.takes_press) change_actor().buttons[transition.takes_press].pending = false;
    const PhaseExit taken{PhaseExit::By::way,
                          static_cast<std::size_t>(&transition - phase_of(running).transitions.data())};
    actions(transition.actions);
    if (transition.to) {
        enter(running, transition.to, taken);
    } else {
        end(running.kind, transition.fails ? EventKind::failed : EventKind::ended, -1, taken);
    }
}

void Instant::enter(const RunningMachine& running, PhaseId phase, PhaseExit left_by) {
    const FixtureId fixture = running.fixture;
    if (!may_begin_anew(running)) return;
    std::optional<FixturePose> stood;
    if (fixture) {
        const FixtureOffset from = fixture_offset(context_now(), fixture.at());
        change().fixtures[fixture.at()].from = from;
        if (!world_.loose.empty()) stood = fixture_pose(context_now(), fixture.at());
    }
    leave_phase(running, left_by);
    acting_ = running;
    const bool opens = !state_of(running).phase;
    const bool sat = fixture && any_seated(world_, fixture.at());
    MachineState& own = change_state_of(running);
    own.phase = phase;
    own.phase_since = fixture ? actor_->time : actor_->own_time();
    own.blocks_done_until = never;
    own.drive_direction = Vec3{0.0};
    open_span(running, opens);
    if (fixture) {
        shared_change_ = true;
        World& world = change_fixtures();
        if (stood) change_loose(scene_, fixture.at(), *stood, world);
        note_fixture(EventKind::fixture_phase, fixture, phase.written());
        change_seat(fixture.at(), sat);
    }
    if (machine(running.kind).kind == MachineKind::move)
        note(opens ? EventKind::started : EventKind::phase, running.kind.written(), phase.written());
    const Phase& entered = phase_of(running);
    for (const Block& block : entered.blocks)
        if (block.trigger == syntax::Trigger::start) actions(block.actions);
    if (entered.effects.drive) take_drive(running.kind, *entered.effects.drive);
    if (entered.effects.rope)
        change_actor().rope_left[running.kind] =
            std::max(0.0, number(context_now(running), entered.effects.rope->length));
}

void Instant::leave_phase(const RunningMachine& running, PhaseExit left_by) {
    if (!state_of(running).phase) return;
    for (const Block& block : phase_of(running).blocks)
        if (block.trigger == syntax::Trigger::finish) actions(block.actions);
    close_span(running, left_by);
}

/// Whose machine it is.
Owner Instant::owner_of(const RunningMachine& running) const {
    return running.fixture ? fixture_owner(running.fixture.at()) : actor_owner(static_cast<std::size_t>(actor_->id));
}

void Instant::open_span(const RunningMachine& running, bool opens) {
    if (record_ == nullptr) return;
    PhaseSpan span;
    span.machine = running.kind;
    span.phase = state_of(running).phase;
    span.owner = owner_of(running);
    span.from = actor_->time;
    span.to = -1.0;
    span.opens = opens;
    record_->spans.push_back(span);
}

void Instant::close_span(const RunningMachine& running, PhaseExit left_by) {
    if (record_ == nullptr) return;
    for (auto span = record_->spans.rbegin(); span != record_->spans.rend(); ++span) {
        if (span->machine != running.kind || span->owner != owner_of(running) || span->to >= 0.0) continue;
        span->to = actor_->time;
        span->left_by = left_by;
        if (alone_) scratch_.closed_spans.push_back(static_cast<std::size_t>(span.base() - record_->spans.begin()) - 1);
        break;
    }
}

}  // namespace leap
