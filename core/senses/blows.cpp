// SPDX-License-Identifier: MIT
#include "core/senses/blows.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/senses/fixtures.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"
#include "core/world/closest_point.hpp"
#include "core/world/solid_gap.hpp"

namespace leap {
namespace {

constexpr double least_radius_m = 0.01;
constexpr double most_m = defaults::largest_blow_m;

/// What a blow goes along with: somebody's feet, and where they face.
struct Frame {
    Vec3 feet{0.0};
    double turn_rad = 0.0;
};

Frame frame_of(const EvaluationContext& m) {
    if (!m.fixture) return {m.feet(), m.facing()};
    const FixturePose pose = fixture_pose(m, m.fixture.at());
    return {pose.center - world_up * pose.half.z, pose.turn_rad};
}

Capsule capsule_of(const EvaluationContext& m, const Blow& blow) {
    Capsule out;
    out.radius = std::clamp(number(m, *blow.radius), least_radius_m, most_m);
    out.height = std::clamp(blow.height ? number(m, *blow.height) : 0.0, 2.0 * out.radius, 2.0 * most_m);
    return out;
}

UprightBox box_of(const EvaluationContext& m, const Blow& blow, const Frame& frame) {
    UprightBox out;
    for (int i = 0; i < 3; ++i)
        out.half[i] = std::clamp(0.5 * number(m, (*blow.box)[static_cast<std::size_t>(i)]), least_radius_m, most_m);
    out.turn_rad = frame.turn_rad + (blow.turned ? number(m, *blow.turned) : 0.0);
    return out;
}

double height_of(const DealtBlow& dealt) {
    if (const auto* box = std::get_if<UprightBox>(&dealt.shape)) return 2.0 * box->half.z;
    return std::get<Capsule>(dealt.shape).height;
}

/// How far from its middle a blow reaches at most, m.
double reach_of(const EvaluationContext& m, const Blow& blow) {
    return blow.box ? glm::length(box_of(m, blow, {}).half) : capsule_of(m, blow).height;
}

void add_blows(const EvaluationContext& m, MachineId machine, double phase_since, const Phase& phase,
               std::vector<DealtBlow>& out) {
    const double elapsed = m.time() - phase_since;
    for (std::size_t i = 0; i < phase.effects.blows.size(); ++i) {
        const Blow& blow = phase.effects.blows[i];
        if (blow.from && elapsed < number(m, *blow.from) - defaults::timer_rounding_s) continue;
        if (blow.until && elapsed >= number(m, *blow.until) - defaults::timer_rounding_s) continue;
        const Frame frame = frame_of(m);
        const Vec3 ahead = facing_direction(frame.turn_rad);
        const Vec3 left{-ahead.y, ahead.x, 0.0};
        const Vec3 middle = frame.feet + ahead * number(m, blow.at[0]) + left * number(m, blow.at[1]) +
                            world_up * number(m, blow.at[2]);
        DealtBlow& dealt = out.emplace_back();
        dealt.blow = &blow;
        dealt.machine = machine;
        dealt.index = i;
        if (blow.box) {
            dealt.shape = box_of(m, blow, frame);
        } else {
            dealt.shape = capsule_of(m, blow);
        }
        dealt.feet = middle - world_up * (0.5 * height_of(dealt));
    }
}

/// Of two upright capsules.
double capsule_gap(const Capsule& a, const Vec3& feet_a, const Capsule& b, const Vec3& feet_b) {
    const double low_a = feet_a.z + a.radius;
    const double low_b = feet_b.z + b.radius;
    const double above = std::max({0.0, low_b - (low_a + a.segment()), low_a - (low_b + b.segment())});
    const double beside = horizontal_length(feet_b - feet_a);
    return std::sqrt(beside * beside + above * above) - a.radius - b.radius;
}

/// A box blow where it is now.
Solid placed(const UprightBox& box, const Vec3& feet) {
    Solid out;
    out.center = feet + world_up * box.half.z;
    out.half = box.half;
    const auto [s, c] = elementary::sin_cos(box.turn_rad);
    out.turn_cos = c;
    out.turn_sin = s;
    return out;
}

double gap_to_capsule(const DealtBlow& dealt, const Capsule& other, const Vec3& feet) {
    if (const auto* capsule = std::get_if<Capsule>(&dealt.shape)) return capsule_gap(*capsule, dealt.feet, other, feet);
    const Solid box = placed(std::get<UprightBox>(dealt.shape), dealt.feet);
    return closest_point(box, other.segment(), feet + world_up * other.radius).distance - other.radius;
}

double gap_to_solid(const DealtBlow& dealt, const Solid& solid) {
    const auto* capsule = std::get_if<Capsule>(&dealt.shape);
    if (capsule == nullptr) return gap_between(placed(std::get<UprightBox>(dealt.shape), dealt.feet), solid);
    const Vec3 low_end = dealt.feet + world_up * capsule->radius;
    return closest_point(solid, capsule->segment(), low_end).distance - capsule->radius;
}

}  // namespace

std::vector<DealtBlow> dealt_blows(const EvaluationContext& m) {
    std::vector<DealtBlow> out;
    if (m.fixture) {
        const std::size_t i = m.fixture.at();
        if (const Phase* phase = fixture_phase(m, i); phase != nullptr && !phase->effects.blows.empty())
            add_blows(m, m.layout.fixtures[i].kind, m.world.machines[i].phase_since, *phase, out);
        return out;
    }
    for (const MachineId move : m.actor.moves)
        if (const Phase* phase = phase_in_force(m, move); phase != nullptr && !phase->effects.blows.empty())
            add_blows(m, move, m.actor.machines[move].phase_since, *phase, out);
    return out;
}

bool may_be_met(const EvaluationContext& m, const DealtBlow& dealt, const Owner& striker, const Owner& victim) {
    if (victim == striker) return false;
    const Machine* kind = victim.is_fixture() ? fixture_kind(m, victim.at()) : nullptr;
    if (victim.is_fixture()) {
        if (kind == nullptr) return false;
        if (std::find(kind->hears.begin(), kind->hears.end(), dealt.blow->event) == kind->hears.end()) return false;
    }
    if (dealt.blow->sparing && has_tag(m, victim, *dealt.blow->sparing)) return false;
    const bool met = std::any_of(m.world.met.begin(), m.world.met.end(), [&](const Met& one) {
        return one.striker == striker && one.machine == dealt.machine && one.blow == dealt.index &&
               one.victim == victim;
    });
    if (met) return false;
    if (!victim.is_fixture()) return true;
    const Phase* phase = fixture_phase(m, victim.at());
    if (phase == nullptr || phase->effects.hidden) return false;
    const auto rigid = m.layout.fixtures[victim.at()].rigid;
    return !rigid || m.world.loose[*rigid].holder != striker;
}

double gap_to(const EvaluationContext& m, const DealtBlow& dealt, const Owner& victim) {
    if (victim.is_actor()) {
        const Actor& other = m.world.actors[victim.at()];
        const bool own = other.id == m.actor.id;
        return gap_to_capsule(dealt, {other.radius, other.height},
                              own || m.fixture ? other.body.position : other.seen.position);
    }
    const std::size_t i = victim.at();
    const FixturePose pose = fixture_pose(m, i);
    Solid solid;
    place_solid(pose, !m.layout.can_be_loose(i), {}, solid);
    return gap_to_solid(dealt, solid);
}

double reach_of_blows(const EvaluationContext& m) {
    double out = 0.0;
    for (const MachineId move : m.actor.moves) {
        const Phase* phase = phase_in_force(m, move);
        if (phase == nullptr) continue;
        for (const Blow& blow : phase->effects.blows) {
            const Vec3 at{number(m, blow.at[0]), number(m, blow.at[1]), number(m, blow.at[2])};
            out = std::max(out, glm::length(at) + reach_of(m, blow));
        }
    }
    return out;
}

Vec3 middle_of(const EvaluationContext& m, const Owner& who) {
    if (who.is_fixture()) return fixture_pose(m, who.at()).center;
    const Actor& actor = who.is_actor() ? m.world.actors[who.at()] : m.actor;
    return actor.body.position + world_up * (0.5 * actor.height);
}

}  // namespace leap
