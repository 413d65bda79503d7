// SPDX-License-Identifier: MIT
#pragma once

#include <fmt/format.h>

#include <array>
#include <random>

#include "core/senses/fixtures.hpp"
#include "core/simulation/simulation.hpp"
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

namespace detail {

/// One character's hands: presses come and go, the view turns, the stick wanders.
template <class Between>
void add_inputs(const Program& program, const World& state, std::size_t actor, double& yaw, std::mt19937& random,
                const Between& between, std::vector<InputEvent>& out) {
    const auto who = static_cast<std::int32_t>(actor);
    if (random() % 12 == 0) {
        yaw += between(-1.2, 1.2);
        out.push_back({InputEvent::Kind::look, state.time, {}, false, {yaw, between(-0.6, 0.4)}, who});
    }
    if (random() % 20 == 0)
        out.push_back({InputEvent::Kind::stick, state.time, {}, false, {between(-0.5, 0.5), between(-0.3, 1)}, who});
    if (random() % 8 == 0) {
        const ButtonId button(random() % program.buttons.size());
        const bool down = !state.actors[actor].buttons[button].down;
        out.push_back({InputEvent::Kind::button, state.time, button, down, {}, who});
    }
}

inline std::vector<TapeTrack> tracks_at(const Program& program, const std::string& place, std::size_t characters) {
    std::vector<TapeTrack> out;
    for (std::size_t i = 0; i < characters; ++i) {
        out.push_back(alone_at(place).front());
        if (characters == 1) continue;
        out.back().name = fmt::format("c{}", i);
        out.back().body = program.bodies[i % program.bodies.size()].name;
    }
    return out;
}

inline void look_at_events(const Trace& trace, std::vector<std::int32_t>& focus, bool& fault, Findings& out) {
    for (const TraceEvent& event : trace.events) {
        fault = fault || event.kind == EventKind::fault;
        std::int32_t& own = focus[static_cast<std::size_t>(event.actor)];
        if (event.kind == EventKind::focus_in) {
            out.unpaired_focus += own >= 0 ? 1 : 0;
            own = event.index;
        } else if (event.kind == EventKind::focus_out) {
            out.unpaired_focus += own != event.index ? 1 : 0;
            own = -1;
        }
    }
}

inline void look_at_actor(const World& state, const Course& course, std::size_t i, Findings& out) {
    const Actor& actor = state.actors[i];
    out.not_finite += is_finite(actor.body.position) && is_finite(actor.body.velocity) ? 0 : 1;
    std::array<int, 2> held{};
    for (const RigidState& loose : state.loose)
        if (loose.holder == actor_owner(i) && loose.hand >= 0) ++held[static_cast<std::size_t>(loose.hand)];
    out.two_holders += held[0] > 1 || held[1] > 1 ? 1 : 0;
    if (actor.seat) return;
    if (const auto overlap = deepest_overlap(course, {actor.radius, actor.height}, actor.body.position))
        out.deepest_m = std::max(out.deepest_m, overlap->depth);
}

}  // namespace detail

/// Runs of `seconds` each from the places of the course in turn, until `ticks` are done. Several characters begin at
/// one place and get into each other's way.
inline Findings run(const Program& program, const Tuning& tuning, const Course& course, std::int64_t ticks,
                    unsigned seed, double seconds = 60.0, std::size_t characters = 1) {
    Findings out;
    std::mt19937 random(seed);
    const auto between = [&](double low, double high) {
        return low + (high - low) * (static_cast<double>(random()) / 4294967295.0);
    };
    const SceneView r{program, tuning, course, 120};
    for (std::size_t run = 0; out.ticks < ticks; ++run) {
        const Place& place = course.plan.places[run % course.plan.places.size()];
        Simulation going(r, start_world(r, detail::tracks_at(program, place.name, characters)).value());
        const World& state = going.world();
        Trace trace;
        std::vector<std::int32_t> focus(characters, -1);
        std::vector<double> yaw;
        for (const Actor& actor : state.actors) yaw.push_back(actor.look_yaw);
        while (state.time < seconds && out.ticks < ticks) {
            std::vector<InputEvent> inputs;
            for (std::size_t i = 0; i < characters; ++i)
                detail::add_inputs(program, state, i, yaw[i], random, between, inputs);
            for (TraceTrack& track : trace.tracks) {
                track.rows.clear();
                track.values.clear();
            }
            trace.events.clear();
            going.step(inputs, &trace);
            ++out.ticks;
            bool fault = false;
            detail::look_at_events(trace, focus, fault, out);
            if (fault && out.faults++ == 0)
                out.first_fault = fmt::format("run {} from {}, {:.3f} s, at {:.2f} {:.2f} {:.2f}", run, place.name,
                                              state.time, state.actors[0].body.position.x,
                                              state.actors[0].body.position.y, state.actors[0].body.position.z);
            for (const RigidState& loose : state.loose) out.not_finite += is_finite(loose.body.place) ? 0 : 1;
            for (std::size_t i = 0; i < characters; ++i) detail::look_at_actor(state, course, i, out);
        }
    }
    return out;
}

}  // namespace leap::soak
