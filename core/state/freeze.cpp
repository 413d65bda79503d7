// SPDX-License-Identifier: MIT
#include "core/state/freeze.hpp"

namespace leap {

void thaw(Actor& actor) {
    const double from = actor.frozen_from;
    const double stood = actor.frozen_until - from;
    actor.frozen_from = actor.frozen_until = never;
    // `never` stays; what was pressed meanwhile stays, too: it counts from the press.
    const auto move_on = [&](double& mark) {
        if (mark <= from) mark += stood;
    };
    for (double* mark : {&actor.contact_since, &actor.last_grounded, &actor.last_airborne, &actor.last_landed,
                         &actor.last_left_ground})
        move_on(*mark);
    for (MeterState& meter : actor.meters) move_on(meter.spent_at);
    for (CounterState& counter : actor.counters) move_on(counter.back_since);
    for (ButtonState& button : actor.buttons) {
        move_on(button.pressed_at);
        move_on(button.released_at);
    }
    for (MachineState& machine : actor.machines)
        for (double* mark : {&machine.phase_since, &machine.started_at, &machine.ended_at, &machine.charge_spent_at})
            move_on(*mark);
    for (double& until : actor.tagged_until) until += stood;
}

}  // namespace leap
