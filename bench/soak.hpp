// SPDX-License-Identifier: MIT
#pragma once

#include <fmt/format.h>

#include <array>
#include <random>

#include "core/play/fixtures.hpp"
#include "core/tape/replay.hpp"
#include "core/world/query.hpp"

/// A long random run over a course with everything in it, looked at after every tick.
namespace leap::soak {

struct Findings {
    std::int64_t ticks = 0;
    std::int64_t faults = 0;  ///< ticks in which rules chased each other
    std::int64_t not_finite = 0;
    std::int64_t unpaired_focus = 0;  ///< a focus that came in while another had it, or went out of what had none
    std::int64_t two_holders = 0;     ///< a hand with two things
    double deepest_m = 0.0;           ///< of the body in the course
    std::string first_fault;          ///< where it stood
};

/// Runs of `seconds` each from the places of the course in turn, until `ticks` are done. Presses come and go at random;
/// the view turns; the stick wanders.
inline Findings run(const Program& program, const Tuning& tuning, const Course& course, std::int64_t ticks,
                    unsigned seed, double seconds = 60.0) {
    Findings out;
    std::mt19937 random(seed);
    const auto between = [&](double low, double high) {
        return low + (high - low) * (static_cast<double>(random()) / 4294967295.0);
    };
    const Rehearsal r{program, tuning, course, 120};
    for (std::size_t run = 0; out.ticks < ticks; ++run) {
        const Place& place = course.plan.places[run % course.plan.places.size()];
        World state = start_world(r, alone_at(place.name)).value();
        StepScratch scratch;
        Trace trace;
        std::int32_t focus = -1;
        double yaw = state.actors[0].look_yaw;
        while (state.time < seconds && out.ticks < ticks) {
            std::vector<InputEvent> inputs;
            if (random() % 12 == 0) {
                yaw += between(-1.2, 1.2);
                inputs.push_back({InputEvent::Kind::look, state.time, {}, false, {yaw, between(-0.6, 0.4)}});
            }
            if (random() % 20 == 0)
                inputs.push_back(
                    {InputEvent::Kind::stick, state.time, {}, false, {between(-0.5, 0.5), between(-0.3, 1)}});
            if (random() % 8 == 0) {
                const ButtonId button(random() % program.buttons.size());
                const bool down = !state.actors[0].buttons[button].down;
                inputs.push_back({InputEvent::Kind::button, state.time, button, down, {}});
            }
            for (TraceTrack& track : trace.tracks) {
                track.rows.clear();
                track.values.clear();
            }
            trace.events.clear();
            step(r, inputs, state, scratch, &trace);
            ++out.ticks;
            bool fault = false;
            for (const TraceEvent& event : trace.events) {
                fault = fault || event.kind == EventKind::fault;
                if (event.kind == EventKind::focus_in) {
                    out.unpaired_focus += focus >= 0 ? 1 : 0;
                    focus = event.index;
                } else if (event.kind == EventKind::focus_out) {
                    out.unpaired_focus += focus != event.index ? 1 : 0;
                    focus = -1;
                }
            }
            if (fault && out.faults++ == 0)
                out.first_fault = fmt::format("run {} from {}, {:.3f} s, at {:.2f} {:.2f} {:.2f}", run, place.name,
                                              state.time, state.actors[0].body.position.x,
                                              state.actors[0].body.position.y, state.actors[0].body.position.z);
            out.not_finite +=
                is_finite(state.actors[0].body.position) && is_finite(state.actors[0].body.velocity) ? 0 : 1;
            std::array<int, 2> held{};
            for (const RigidState& loose : state.loose) {
                out.not_finite += is_finite(loose.body.place) ? 0 : 1;
                if (loose.holder == actor_owner(0) && loose.hand >= 0) ++held[static_cast<std::size_t>(loose.hand)];
            }
            out.two_holders += held[0] > 1 || held[1] > 1 ? 1 : 0;
            if (state.actors[0].seat) continue;
            if (const auto overlap = deepest_overlap(course, {state.actors[0].radius, state.actors[0].height},
                                                     state.actors[0].body.position))
                out.deepest_m = std::max(out.deepest_m, overlap->depth);
        }
    }
    return out;
}

}  // namespace leap::soak
