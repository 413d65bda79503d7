// SPDX-License-Identifier: MIT
#include "core/play/fixtures.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/script/diagnostic.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

constexpr double radians_per_degree = std::numbers::pi / 180.0;
/// What stands further from the body than this can't touch it.
constexpr double largest_box_m = 12.0;

/// How far slide and swing have gone in the present phase: along a phase that has a time they go steadily, without one
/// they are there at once.
double gone(const Moment& m, const MachineState& machine, const Phase& phase) {
    if (!phase.duration) return 1.0;
    const double length = number(m, *phase.duration);
    return length > 0.0 ? std::clamp((m.state.time + m.ahead - machine.phase_since) / length, 0.0, 1.0) : 1.0;
}

Vec3 turned(const Vec3& v, double turn_rad) {
    const double c = std::cos(turn_rad);
    const double s = std::sin(turn_rad);
    return {c * v.x - s * v.y, s * v.x + c * v.y, v.z};
}

bool is_within(const Vec3& v, double length) {
    return glm::dot(v, v) < length * length;
}
bool is_by(const FixturePose& pose, const Vec3& place, double distance) {
    return is_within(pose.center - place, distance);
}

Solid solid_box(const FixturePose& pose, std::int32_t piece) {
    Solid out;
    out.kind = SolidKind::box;
    out.piece = piece;
    out.center = pose.center;
    out.half = pose.half;
    out.turn_cos = std::cos(pose.turn_rad);
    out.turn_sin = std::sin(pose.turn_rad);
    const Vec3 reach{std::abs(out.turn_cos) * pose.half.x + std::abs(out.turn_sin) * pose.half.y,
                     std::abs(out.turn_sin) * pose.half.x + std::abs(out.turn_cos) * pose.half.y, pose.half.z};
    out.bounds.add(pose.center - reach);
    out.bounds.add(pose.center + reach);
    return out;
}

}  // namespace

const Machine* fixture_kind(const Moment& m, std::size_t index) {
    const std::int32_t machine = m.state.fixtures[index].machine;
    return machine < 0 ? nullptr : &m.program.machines[static_cast<std::size_t>(machine)];
}

const Phase* fixture_phase(const Moment& m, std::size_t index) {
    const Machine* kind = fixture_kind(m, index);
    const std::int32_t phase = m.state.machines[m.program.machines.size() + index].phase;
    return kind == nullptr || phase < 0 ? nullptr : &kind->phases[static_cast<std::size_t>(phase)];
}

std::string fixture_prompt(const Moment& m, std::size_t index) {
    const Machine* kind = fixture_kind(m, index);
    return kind == nullptr ? std::string() : kind->fixture->prompt;
}

FixtureOffset fixture_offset(const Moment& at, std::size_t index) {
    const FixtureState& own = at.state.fixtures[index];
    const Phase* phase = fixture_phase(at, index);
    if (phase == nullptr) return {};
    Moment m = at;
    m.self = static_cast<std::int32_t>(m.program.machines.size() + index);
    FixtureOffset to;
    if (phase->effects.slide)
        for (int i = 0; i < 3; ++i) to.slide[i] = number(m, (*phase->effects.slide)[static_cast<std::size_t>(i)]);
    if (phase->effects.swing) to.swing_rad = number(m, *phase->effects.swing);
    const double share = gone(m, m.state.machines[static_cast<std::size_t>(m.self)], *phase);
    return {own.from.slide + (to.slide - own.from.slide) * share,
            own.from.swing_rad + (to.swing_rad - own.from.swing_rad) * share};
}

/// Whether slide or swing change as its phase goes on.
bool is_on_its_way(const Moment& m, std::size_t index) {
    const Phase* phase = fixture_phase(m, index);
    if (phase == nullptr) return false;
    // What depends on more than dials may change at any time.
    const auto changes = [](const Expression& e) { return e.folded < 0; };
    const auto& slide = phase->effects.slide;
    const auto& swing = phase->effects.swing;
    if ((slide && std::any_of(slide->begin(), slide->end(), changes)) || (swing && changes(*swing))) return true;
    if (!phase->duration) return false;
    const FixtureOffset& from = m.state.fixtures[index].from;
    Moment end = m;
    end.ahead = number(m, *phase->duration);
    const FixtureOffset to = fixture_offset(end, index);
    return !(from == to) && fixture_offset(m, index) != to;
}

FixturePose fixture_pose(const Moment& m, std::size_t index, bool at_rest) {
    if (!at_rest && m.memo != nullptr && index < m.memo->stands.size()) {
        const FixtureStand& known = m.memo->stands[index];
        const MachineState& machine = m.state.machines[m.program.machines.size() + index];
        if (known.still && known.phase == machine.phase && known.phase_since == machine.phase_since) return known.pose;
    }
    FixturePose out;
    const Machine* kind = fixture_kind(m, index);
    if (kind == nullptr) return out;
    const PlacedFixture& placed = m.course->plan.fixtures[index];
    for (int i = 0; i < 3; ++i)
        out.half[i] = std::max(0.0005, 0.5 * number(m, kind->fixture->size[static_cast<std::size_t>(i)]));
    out.turn_rad = placed.turn_deg * radians_per_degree;
    out.center = placed.position + Vec3{0.0, 0.0, out.half.z};
    const Phase* phase = fixture_phase(m, index);
    if (phase == nullptr || at_rest) return out;
    out.solid = phase->effects.solid;
    Moment own = m;
    own.self = static_cast<std::int32_t>(m.program.machines.size() + index);
    if (phase->effects.seen_through) out.seen_through = std::clamp(number(own, *phase->effects.seen_through), 0.0, 1.0);
    const FixtureOffset offset = fixture_offset(m, index);
    out.center += turned(offset.slide, out.turn_rad);
    if (offset.swing_rad != 0.0) {
        // The hinge stands at the end of its width that lies to its left.
        const Vec3 hinge = out.center + turned({0.0, out.half.y, 0.0}, out.turn_rad);
        out.center = hinge + turned(out.center - hinge, offset.swing_rad);
        out.turn_rad += offset.swing_rad;
    }
    return out;
}

double distance_to(const FixturePose& pose, const Vec3& point) {
    const Vec3 p = glm::abs(turned(point - pose.center, -pose.turn_rad)) - pose.half;
    return glm::length(glm::max(p, Vec3{0.0}));
}

bool meets(const FixturePose& pose, const Capsule& capsule, const Vec3& feet, double gap) {
    // The point of the capsule's inner line that lies at the height nearest to the box.
    const double low = feet.z + capsule.radius;
    const double high = low + capsule.segment();
    const double z = std::clamp(pose.center.z, low, high);
    const double nearest = std::clamp(z, pose.center.z - pose.half.z, pose.center.z + pose.half.z);
    return distance_to(pose, {feet.x, feet.y, std::clamp(nearest, low, high)}) <= capsule.radius + gap;
}

void place_solids(const Rehearsal& r, const State& state, ProbeMemo& out) {
    out.moves_near = false;
    out.moving_stale = false;
    if (state.fixtures.empty()) return;
    const Moment m = r.moment(state, &out);
    bool changed = out.stands.size() != state.fixtures.size();
    out.stands.resize(state.fixtures.size());
    for (std::size_t i = 0; i < state.fixtures.size(); ++i) {
        const MachineState& machine = state.machines[m.program.machines.size() + i];
        FixtureStand& stand = out.stands[i];
        if (stand.still && stand.phase == machine.phase && stand.phase_since == machine.phase_since) continue;
        changed = true;
        stand = {{}, machine.phase, machine.phase_since, false, false, -1.0};
        stand.pose = fixture_pose(m, i);
        if (const Phase* phase = fixture_phase(m, i); phase != nullptr) stand.waits = phase->waits_for_events;
        if (const Machine* kind = fixture_kind(m, i); kind != nullptr && kind->fixture->focus)
            stand.focus_reach = number(m, kind->fixture->focus->reach);
        stand.still = !is_on_its_way(m, i);
        if (!stand.still && stand.pose.solid && is_by(stand.pose, state.body.position, largest_box_m))
            out.moves_near = true;
    }
    if (!changed && is_within(out.moving_around - state.body.position, defaults::fixture_walk_m)) return;
    out.moving.clear();
    out.moving_around = state.body.position;
    const std::size_t pieces = r.course.plan.pieces.size();
    for (std::size_t i = 0; i < state.fixtures.size(); ++i)
        if (out.stands[i].pose.solid && is_by(out.stands[i].pose, state.body.position, defaults::fixture_sight_m))
            out.moving.push_back(solid_box(out.stands[i].pose, static_cast<std::int32_t>(pieces + i)));
}

std::optional<Exit> exit_of_link(const Moment& m, std::size_t index) {
    const std::int32_t link = m.state.fixtures[index].link;
    if (link < 0) return std::nullopt;
    const FixturePose pose = fixture_pose(m, static_cast<std::size_t>(link), true);
    const double away = pose.half.x + m.state.radius + defaults::exit_gap_m;
    return Exit{pose.center - Vec3{0.0, 0.0, pose.half.z} + turned({away, 0.0, 0.0}, pose.turn_rad), pose.turn_rad};
}

std::optional<Ride> ride_of(const Rehearsal& r, const State& state) {
    const auto pieces = static_cast<std::int32_t>(r.course.plan.pieces.size());
    if (!state.body.grounded || state.body.ground_piece < pieces) return std::nullopt;
    const auto fixture = static_cast<std::size_t>(state.body.ground_piece - pieces);
    return Ride{fixture, fixture_pose(r.moment(state), fixture)};
}

void carry(const Rehearsal& r, const Ride& ride, State& state) {
    const FixturePose now = fixture_pose(r.moment(state), ride.fixture);
    const double turn = now.turn_rad - ride.pose.turn_rad;
    state.body.position = now.center + turned(state.body.position - ride.pose.center, turn);
    state.facing += turn;
}

void note_touches(const Rehearsal& r, State& state, ProbeMemo& memo) {
    const Moment now = r.moment(state, &memo);
    const Capsule capsule{state.radius, state.height};
    for (std::size_t i = 0; i < state.fixtures.size(); ++i) {
        FixtureState& own = state.fixtures[i];
        if (own.machine < 0 || !is_by(memo.stands[i].pose, state.body.position, largest_box_m)) {
            own.touching = own.blocked = false;
            continue;
        }
        const FixturePose pose = fixture_pose(now, i);
        const bool touches = meets(pose, capsule, state.body.position, defaults::touch_gap_m);
        own.blocked = touches && meets(pose, capsule, state.body.position, 0.0);
        if (touches && !own.touching) own.events |= fixture_touched;
        own.touching = touches;
    }
}

std::vector<std::string> fixture_problems(const Program& program, const CoursePlan& plan) {
    std::vector<std::string> out;
    std::vector<std::string> kinds;
    std::vector<std::string> names;
    for (const std::int32_t kind : program.fixtures)
        kinds.push_back(program.machines[static_cast<std::size_t>(kind)].name);
    for (const PlacedFixture& placed : plan.fixtures) names.push_back(placed.name);
    for (const PlacedFixture& placed : plan.fixtures) {
        const auto hint = [](const std::string& near) {
            return near.empty() ? std::string() : fmt::format("; did you mean {}?", near);
        };
        if (std::find(kinds.begin(), kinds.end(), placed.kind) == kinds.end())
            out.push_back(fmt::format("fixture \"{}\": the script has no fixture {}{}", placed.name, placed.kind,
                                      hint(nearest_name(placed.kind, kinds))));
        if (!placed.link.empty() && std::find(names.begin(), names.end(), placed.link) == names.end())
            out.push_back(fmt::format("fixture \"{}\" is linked to \"{}\", and there is none of that name{}",
                                      placed.name, placed.link, hint(nearest_name(placed.link, names))));
    }
    return out;
}

}  // namespace leap
