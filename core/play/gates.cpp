// SPDX-License-Identifier: MIT
#include "core/play/gates.hpp"

namespace leap {
namespace {
constexpr double rounding_s = 1e-10;
}

bool gate_holds(const Moment& m, std::int32_t move, const Gate& gate) {
    if (!gate.cooldown) return truth(m, gate.condition.truth);
    const double started = m.state.machines[static_cast<std::size_t>(move)].started_at;
    return m.state.time - started >= number(m, gate.cooldown_time) - rounding_s;
}

bool charge_left(const Moment& m, std::int32_t move) {
    const auto i = static_cast<std::size_t>(move);
    return !m.program.machines[i].charges || m.state.machines[i].charges >= 1.0;
}

bool press_waits(const Moment& m, std::int32_t move) {
    const Machine& machine = m.program.machines[static_cast<std::size_t>(move)];
    const ButtonState& button = m.state.buttons[static_cast<std::size_t>(machine.button)];
    if (!button.pending) return false;
    const double buffer = machine.buffer ? number(m, *machine.buffer) : 0.0;
    return button.fresh_press || m.state.time - button.pressed_at <= buffer + rounding_s;
}

}  // namespace leap
