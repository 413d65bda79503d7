// SPDX-License-Identifier: MIT
#include "core/simulation/apply_input.hpp"

#include <cmath>
#include <numbers>

#include "core/defaults.hpp"

namespace leap {
namespace {

constexpr double same_instant_s = 1e-12;

/// How fast the view turns follows from the times of its changes, so it is the same at every tick rate.
void turn_view(const InputEvent& input, Actor& actor) {
    const double since = input.time - actor.look_changed_at;
    const Vec2 turned{std::remainder(input.value.x - actor.look_yaw, 2.0 * std::numbers::pi),
                      input.value.y - actor.look_pitch};
    actor.look_rate = since > same_instant_s && since <= defaults::look_steady_s ? turned / since : Vec2{0.0};
    actor.look_changed_at = input.time;
    actor.look_yaw = input.value.x;
    actor.look_pitch = input.value.y;
}

}  // namespace

void apply_input(const InputEvent& input, Actor& actor, Record* record) {
    switch (input.kind) {
        case InputEvent::Kind::stick: {
            const double length = glm::length(input.value);
            actor.stick = length > 1.0 ? input.value / length : input.value;
            break;
        }
        case InputEvent::Kind::look: turn_view(input, actor); break;
        case InputEvent::Kind::button: {
            ButtonState& button = actor.buttons[input.button];
            if (button.down == input.down) return;
            button.down = input.down;
            if (input.down) {
                button.pressed_at = actor.time;
                button.fresh_press = button.pending = true;
            } else {
                button.released_at = actor.time;
                button.fresh_release = true;
            }
            if (record != nullptr) {
                const EventKind kind = input.down ? EventKind::pressed : EventKind::released;
                record->events.push_back({actor.time, kind, input.button.written(), -1, actor.id});
            }
            break;
        }
    }
}

}  // namespace leap
