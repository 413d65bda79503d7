// SPDX-License-Identifier: MIT
#include "core/reach/way_tries.hpp"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/senses/evaluate.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

constexpr double walked_s = 0.3;         ///< of a stretch on the ground
constexpr double flown_s = 0.1;          ///< in the air, and with a press
constexpr double edge_ahead_s = 0.12;    ///< a walk ends so long before the ground does
constexpr double ahead_walking_m = 2.5;  ///< where the stick leads
constexpr double ahead_flying_m = 5.0;
constexpr double farthest_aim_m = 30.0;
constexpr std::size_t max_aims = 2;
constexpr double yaw_step_deg = 5.0;
constexpr std::array<double, 5> asides_deg{0.0, 30.0, -30.0, 75.0, -75.0};
constexpr double usual_pitch_deg = -6.0;

/// Moves that look for something of a kind along the view.
std::vector<WayAim> aims_of(const Program& program, const Tuning& tuning) {
    std::vector<WayAim> out;
    for (const ProbeInfo& probe : program.probes) {
        if (probe.kind != syntax::ProbeKind::ray || !probe.wanted || probe.fixture) continue;
        for (const MachineId move : program.moves) {
            const Machine& machine = program.machines[move];
            if (machine.button && !tuning.is_off(move) && probe.path.starts_with(machine.name + "."))
                out.push_back({probe.wanted, machine.button});
        }
    }
    return out;
}

/// A hash of what decides what can be done from here on, roughly: nearly the same counts as the same.
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

}  // namespace

WayTries::WayTries(const SceneView& rehearsal, const WayGoal& goal, const WayField& field)
    : r_(rehearsal), goal_(goal), field_(field), aims_(aims_of(rehearsal.program, rehearsal.tuning)) {}

double WayTries::yaw_to(const Vec3& from, const Vec3& to, double otherwise_deg) const {
    if (horizontal_length(to - from) < 0.05) return otherwise_deg;
    const double yaw = elementary::atan2(to.y - from.y, to.x - from.x) * degrees_per_radian;
    return std::round(yaw / yaw_step_deg) * yaw_step_deg;
}

bool WayTries::ground_is_ahead(const Actor& me) const {
    const Vec3 feet = me.body.position + horizontal(me.body.velocity) * edge_ahead_s;
    constexpr double over_m = 0.4;
    constexpr double under_m = 0.5;
    return cast_ray(r_.course, feet + world_up * over_m, -world_up, over_m + under_m).has_value();
}

WayTry WayTries::tried(const World& from, WaySegment stretch, Simulation& run) const {
    WayTry out;
    run.go_on_from(from);
    const Actor& before = from.actors.front();
    const bool grounded = before.body.grounded;
    const std::vector<MachineId> moves = before.moves;
    bool at_edge = !ground_is_ahead(before);
    play_stretch(stretch, run, [&](const World& now) {
        const Actor& me = now.actors.front();
        out.arrived = is_at(goal_, me);
        if (out.arrived || me.body.grounded != grounded || me.moves != moves) return true;
        if (!grounded || at_edge) return false;
        return at_edge = !ground_is_ahead(me);
    });
    out.world = std::move(run).take_world();
    out.stretch = stretch;
    out.left_m = out.arrived ? 0.0 : field_.distance_m(out.world.actors.front().body.position);
    out.situation = situation_of(out.world);
    return out;
}

std::vector<WayTry> WayTries::from(const World& world) const {
    Simulation run(r_, world);
    const Actor& me = world.actors.front();
    const bool grounded = me.body.grounded;
    const Vec3& feet = me.body.position;
    const double facing = me.look_yaw * degrees_per_radian;
    const double ahead = yaw_to(feet, field_.ahead_of(feet, grounded ? ahead_walking_m : ahead_flying_m), facing);
    const double straight = yaw_to(feet, middle_of(goal_, r_.course.plan), facing);
    WaySegment plain;
    plain.yaw_deg = ahead;
    plain.pitch_deg = usual_pitch_deg;
    plain.seconds = grounded && ground_is_ahead(me) ? walked_s : flown_s;
    std::vector<WayTry> out;
    for (const double aside : asides_deg) {
        WaySegment stretch = plain;
        stretch.yaw_deg = ahead + aside;
        out.push_back(tried(world, stretch, run));
    }
    WaySegment stretch = plain;
    if (std::abs(std::remainder(straight - ahead, 360.0)) > 2.0 * yaw_step_deg) {
        stretch.yaw_deg = straight;
        out.push_back(tried(world, stretch, run));
    }
    if (me.stick != Vec2{0.0}) {
        stretch = plain;
        stretch.stick_ahead = false;
        out.push_back(tried(world, stretch, run));
    }
    for (std::size_t i = 0; i < me.buttons.size(); ++i) {
        if (!me.buttons[i].down) continue;
        stretch = plain;
        stretch.let_go = ButtonId(i);
        stretch.seconds = flown_s;
        out.push_back(tried(world, stretch, run));
    }
    // What a press does is seen beside the same stretch without it.
    stretch = plain;
    stretch.seconds = flown_s;
    const WayTry unpressed = tried(world, stretch, run);
    for (std::size_t i = 0; i < me.buttons.size(); ++i) {
        WaySegment pressed = stretch;
        pressed.press = ButtonId(i);
        WayTry child = tried(world, pressed, run);
        if (!same_doing(child.world, unpressed.world)) out.push_back(std::move(child));
    }
    for (const auto& [button, look] : looks_at_what_is_asked_for(world)) {
        WaySegment pressed = stretch;
        pressed.press = button;
        pressed.yaw_deg = look.x;
        pressed.pitch_deg = look.y;
        WayTry child = tried(world, pressed, run);
        if (!same_phases(child.world, unpressed.world)) out.push_back(std::move(child));
    }
    return out;
}

/// The nearest pieces of the kinds that moves look for, with the button of the move.
std::vector<std::pair<ButtonId, Vec2>> WayTries::looks_at_what_is_asked_for(const World& world) const {
    std::vector<std::pair<ButtonId, Vec2>> out;
    const Actor& me = world.actors.front();
    const EvaluationContext context = r_.context(world, me);
    const Vec3 eyes = me.body.position + world_up * number(context, context.body().eyes);
    for (const WayAim& aim : aims_) {
        const std::string& kind = r_.program.kinds[aim.kind];
        std::vector<std::pair<double, Vec3>> near;
        for (const Piece& piece : r_.course.plan.pieces)
            if (piece.solid && std::find(piece.kinds.begin(), piece.kinds.end(), kind) != piece.kinds.end())
                near.emplace_back(glm::length(piece.center - eyes) + field_.distance_m(piece.center), piece.center);
        std::sort(near.begin(), near.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
        std::size_t taken = 0;
        for (const auto& [left, place] : near) {
            if (glm::length(place - eyes) > farthest_aim_m || taken == max_aims) continue;
            ++taken;
            const Vec3 to = place - eyes;
            out.emplace_back(
                aim.button,
                Vec2{std::round(elementary::atan2(to.y, to.x) * degrees_per_radian * 10.0) / 10.0,
                     std::round(elementary::atan2(to.z, horizontal_length(to)) * degrees_per_radian * 10.0) / 10.0});
        }
    }
    return out;
}

}  // namespace leap
