// SPDX-License-Identifier: MIT
#include "core/senses/gates.hpp"

#include <algorithm>

#include "core/defaults.hpp"

namespace leap {

bool gate_holds(const EvaluationContext& context, MachineId move, const Gate& gate) {
    if (!gate.cooldown) return holds(context, gate.condition);
    const double started = context.actor.machines[move].started_at;
    return context.now() - started >= number(context, gate.cooldown_time) - defaults::timer_rounding_s;
}

bool charge_left(const EvaluationContext& context, MachineId move) {
    return !context.program.machines[move].charges || context.actor.machines[move].charges >= 1.0;
}

bool press_waits(const EvaluationContext& context, MachineId move) {
    const Machine& machine = context.program.machines[move];
    if (!machine.button) return false;
    const ButtonState& button = context.actor.buttons[machine.button];
    if (!button.pending) return false;
    const double buffer = machine.buffer ? number(context, *machine.buffer) : 0.0;
    return button.fresh_press || context.now() - button.pressed_at <= buffer + defaults::timer_rounding_s;
}

bool is_triggered(const EvaluationContext& context, MachineId move) {
    const Machine& machine = context.program.machines[move];
    if (machine.button) return press_waits(context, move);
    const MachineState& own = context.actor.machines[move];
    if (own.started_at == context.now()) return false;
    if (machine.start_on) return truth(context, machine.start_on->truth);
    return !own.phase && holds(context, machine.start_when->condition);
}

std::optional<CutRefusal> cut_refusal(const EvaluationContext& context, MachineId move) {
    const Machine& machine = context.program.machines[move];
    const MachineId active = context.actor.moves[static_cast<std::size_t>(machine.layer)];
    const Phase* phase = phase_in_force(context, active);
    if (phase == nullptr || !phase->cut || machine.cuts_anything) return std::nullopt;
    const CutRights& cut = *phase->cut;
    const bool listed = cut.all || std::find(cut.moves.begin(), cut.moves.end(), move) != cut.moves.end();
    if (!listed) return CutRefusal{active, std::nullopt};
    const double elapsed = context.now() - context.actor.machines[active].phase_since;
    const double left = cut.after ? number(context, *cut.after) - elapsed : 0.0;
    if (left <= defaults::timer_rounding_s) return std::nullopt;
    return CutRefusal{active, left};
}

}  // namespace leap
