// SPDX-License-Identifier: MIT
#include "core/senses/gates.hpp"

#include <algorithm>

#include "core/defaults.hpp"

namespace leap {

bool gate_holds(const EvaluationContext& m, MachineId move, const Gate& gate) {
    if (!gate.cooldown) return holds(m, gate.condition);
    const double started = m.actor.machines[move].started_at;
    return m.now() - started >= number(m, gate.cooldown_time) - defaults::timer_rounding_s;
}

bool charge_left(const EvaluationContext& m, MachineId move) {
    return !m.program.machines[move].charges || m.actor.machines[move].charges >= 1.0;
}

bool press_waits(const EvaluationContext& m, MachineId move) {
    const Machine& machine = m.program.machines[move];
    if (!machine.button) return false;
    const ButtonState& button = m.actor.buttons[machine.button];
    if (!button.pending) return false;
    const double buffer = machine.buffer ? number(m, *machine.buffer) : 0.0;
    return button.fresh_press || m.now() - button.pressed_at <= buffer + defaults::timer_rounding_s;
}

bool is_triggered(const EvaluationContext& m, MachineId move) {
    const Machine& machine = m.program.machines[move];
    if (machine.button) return press_waits(m, move);
    const MachineState& own = m.actor.machines[move];
    if (own.started_at == m.now()) return false;
    if (machine.start_on) return truth(m, machine.start_on->truth);
    return !own.phase && holds(m, machine.start_when->condition);
}

std::optional<CutRefusal> cut_refusal(const EvaluationContext& m, MachineId move) {
    const Machine& machine = m.program.machines[move];
    const MachineId active = m.actor.moves[static_cast<std::size_t>(machine.layer)];
    const Phase* phase = phase_in_force(m, active);
    if (phase == nullptr || !phase->cut || machine.cuts_anything) return std::nullopt;
    const CutRights& cut = *phase->cut;
    const bool listed = cut.all || std::find(cut.moves.begin(), cut.moves.end(), move) != cut.moves.end();
    if (!listed) return CutRefusal{active, std::nullopt};
    const double elapsed = m.now() - m.actor.machines[active].phase_since;
    const double left = cut.after ? number(m, *cut.after) - elapsed : 0.0;
    if (left <= defaults::timer_rounding_s) return std::nullopt;
    return CutRefusal{active, left};
}

}  // namespace leap
