// SPDX-License-Identifier: MIT
#include "core/reach/way_tries.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace leap {
namespace {

constexpr double walked_s = 0.3;      ///< of a segment on the ground
constexpr double flown_s = 0.1;       ///< in the air, and with a press
constexpr double to_goal_deg = 10.0;  ///< nearer to the way ahead it is no other direction
constexpr std::array<double, 5> asides_deg{0.0, 30.0, -30.0, 75.0, -75.0};

/// Whether a press has set nothing going.
bool same_phases(const World& a, const World& b) {
    const Actor& one = a.actors.front();
    const Actor& other = b.actors.front();
    if (one.seat != other.seat) return false;
    for (std::size_t i = 0; i < one.machines.size(); ++i)
        if (one.machines[i].phase != other.machines[i].phase ||
            one.machines[i].started_at != other.machines[i].started_at)
            return false;
    for (std::size_t i = 0; i < a.machines.size(); ++i)
        if (a.machines[i].phase != b.machines[i].phase) return false;
    return true;
}

/// Whether a press made no difference to what came of it, but for the button's being down.
bool same_doing(const World& a, const World& b) {
    const Actor& one = a.actors.front();
    const Actor& other = b.actors.front();
    return one.body == other.body && one.height == other.height && same_phases(a, b);
}

WayTry tried(const WayScout& scout, const World& from, WaySegment segment, Simulation& run) {
    WayTry out;
    run.go_on_from(from);
    const Actor& before = from.actors.front();
    const bool grounded = before.body.grounded;
    bool at_edge = !scout.ground_is_ahead(before);
    Vec3 last = before.body.position;
    play_segment(segment, run, [&](const World& now) {
        const Actor& me = now.actors.front();
        out.lost = is_put_back(last, me);
        last = me.body.position;
        out.arrived = !out.lost && is_at(scout.goal(), me);
        if (out.lost || out.arrived || me.body.grounded != grounded || me.moves != before.moves) return true;
        if (!grounded || at_edge) return false;
        return at_edge = !scout.ground_is_ahead(me);
    });
    out.world = run.world();
    out.segment = std::move(segment);
    out.left_m = out.arrived ? 0.0 : scout.field().distance_m(out.world.actors.front().body.position);
    out.situation = situation_of(out.world);
    return out;
}

}  // namespace

// A hash of what decides what can be done from here on, roughly: nearly the same counts as the same.
std::uint64_t situation_of(const World& world) {
    std::uint64_t hash = 0xcbf29ce484222325ULL;  // FNV-1a
    const auto add = [&](double value, double step) {
        const auto number = static_cast<std::int64_t>(std::floor(value / step));
        for (int i = 0; i < 4; ++i)
            hash = (hash ^ (static_cast<std::uint64_t>(number >> (8 * i)) & 0xffU)) * 0x100000001b3ULL;
    };
    const Actor& me = world.actors.front();
    constexpr double place_m = 0.5;
    constexpr double speed_mps = 2.0;
    for (int i = 0; i < 3; ++i) {
        add(me.body.position[i], place_m);
        add(me.body.velocity[i], speed_mps);
    }
    add(me.body.grounded ? 1.0 : 0.0, 1.0);
    for (const MachineState& machine : me.machines) {
        add(machine.phase.written(), 1.0);
        add(machine.charges, 1.0);
    }
    for (const CounterState& counter : me.counters) add(counter.value, 1.0);
    for (const ButtonState& button : me.buttons) add(button.down ? 1.0 : 0.0, 1.0);
    constexpr double breath = 20.0;
    for (const MeterState& meter : me.meters) add(meter.value, breath);
    add(me.seat ? 1.0 + static_cast<double>(me.seat.at()) : 0.0, 1.0);
    for (const MachineState& fixture : world.machines) add(fixture.phase.written(), 1.0);
    return hash;
}

std::vector<WayTry> way_tries(const WayScout& scout, const World& world, Simulation& run) {
    const Actor& me = world.actors.front();
    const double ahead = scout.ahead_deg(me);
    const double straight = scout.goal_deg(me);
    WaySegment plain;
    plain.yaw_deg = ahead;
    plain.pitch_deg = usual_pitch_deg;
    plain.seconds = me.body.grounded && scout.ground_is_ahead(me) ? walked_s : flown_s;
    std::vector<WayTry> out;
    for (const double aside : asides_deg) {
        WaySegment segment = plain;
        segment.yaw_deg = ahead + aside;
        out.push_back(tried(scout, world, segment, run));
    }
    WaySegment segment = plain;
    if (std::abs(std::remainder(straight - ahead, 360.0)) > to_goal_deg) {
        segment.yaw_deg = straight;
        out.push_back(tried(scout, world, segment, run));
    }
    if (me.stick != Vec2{0.0}) {
        segment = plain;
        segment.stick = Vec2{0.0};
        out.push_back(tried(scout, world, segment, run));
    }
    for (std::size_t i = 0; i < me.buttons.size(); ++i) {
        if (!me.buttons[i].down) continue;
        segment = plain;
        segment.buttons = {{ButtonId(i), false}};
        segment.seconds = flown_s;
        out.push_back(tried(scout, world, segment, run));
    }
    // What a press does is seen beside the same segment without it.
    segment = plain;
    segment.seconds = flown_s;
    const WayTry unpressed = tried(scout, world, segment, run);
    const auto press = [](WaySegment& of, ButtonId button) { of.buttons = {{button, false}, {button, true}}; };
    for (std::size_t i = 0; i < me.buttons.size(); ++i) {
        WaySegment pressed = segment;
        press(pressed, ButtonId(i));
        WayTry child = tried(scout, world, pressed, run);
        if (!same_doing(child.world, unpressed.world)) out.push_back(std::move(child));
    }
    for (const WayLook& look : scout.looks(world)) {
        WaySegment pressed = segment;
        press(pressed, look.button);
        pressed.yaw_deg = look.yaw_deg;
        pressed.pitch_deg = look.pitch_deg;
        WayTry child = tried(scout, world, pressed, run);
        if (!same_phases(child.world, unpressed.world)) out.push_back(std::move(child));
    }
    return out;
}

}  // namespace leap
