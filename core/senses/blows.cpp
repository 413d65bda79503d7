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

constexpr double min_radius_m = 0.01;
constexpr double most_m = defaults::max_blow_m;

/// What a blow goes along with: somebody's feet, and where they face.
struct Frame {
    Vec3 feet{0.0};
    double turn_rad = 0.0;
};

Frame frame_of(const EvaluationContext& context) {
    if (!context.fixture) return {context.feet(), context.facing()};
    const FixturePose pose = fixture_pose(context, context.fixture.at());
    return {pose.center - world_up * pose.half.z, pose.turn_rad};
}

Capsule capsule_of(const EvaluationContext& context, const Blow& blow) {
    Capsule out;
    out.radius = std::clamp(number(context, *blow.radius), min_radius_m, most_m);
    out.height = std::clamp(blow.height ? number(context, *blow.height) : 0.0, 2.0 * out.radius, 2.0 * most_m);
    return out;
}

UprightBox box_of(const EvaluationContext& context, const Blow& blow, const Frame& frame) {
    UprightBox out;
    for (int i = 0; i < 3; ++i)
        out.half[i] = std::clamp(0.5 * number(context, (*blow.box)[static_cast<std::size_t>(i)]), min_radius_m, most_m);
    out.turn_rad = frame.turn_rad + (blow.turned ? number(context, *blow.turned) : 0.0);
    return out;
}

double height_of(const DealtBlow& dealt) {
    if (const auto* box = std::get_if<UprightBox>(&dealt.shape)) return 2.0 * box->half.z;
    return std::get<Capsule>(dealt.shape).height;
}

/// How far from its middle a blow reaches at most, m.
double reach_of(const EvaluationContext& context, const Blow& blow) {
    return blow.box ? glm::length(box_of(context, blow, {}).half) : capsule_of(context, blow).height;
}

void add_blows(const EvaluationContext& context, MachineId machine, double phase_since, const Phase& phase,
               std::vector<DealtBlow>& out) {
    const double elapsed = context.time() - phase_since;
    for (std::size_t i = 0; i < phase.effects.blows.size(); ++i) {
        const Blow& blow = phase.effects.blows[i];
        if (blow.from && elapsed < number(context, *blow.from) - defaults::timer_rounding_s) continue;
        if (blow.until && elapsed >= number(context, *blow.until) - defaults::timer_rounding_s) continue;
        const Frame frame = frame_of(context);
        const Vec3 ahead = facing_direction(frame.turn_rad);
        const Vec3 left{-ahead.y, ahead.x, 0.0};
        const Vec3 middle = frame.feet + ahead * number(context, blow.at[0]) + left * number(context, blow.at[1]) +
                            world_up * number(context, blow.at[2]);
        DealtBlow& dealt = out.emplace_back();
        dealt.blow = &blow;
        dealt.machine = machine;
        dealt.index = i;
        if (blow.box) {
            dealt.shape = box_of(context, blow, frame);
        } else {
            dealt.shape = capsule_of(context, blow);
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

std::vector<DealtBlow> dealt_blows(const EvaluationContext& context) {
    std::vector<DealtBlow> out;
    if (context.fixture) {
        const std::size_t i = context.fixture.at();
        if (const Phase* phase = fixture_phase(context, i); phase != nullptr && !phase->effects.blows.empty())
            add_blows(context, context.layout.fixtures[i].kind, context.world.machines[i].phase_since, *phase, out);
        return out;
    }
    for (const MachineId move : context.actor.moves)
        if (const Phase* phase = phase_in_force(context, move); phase != nullptr && !phase->effects.blows.empty())
            add_blows(context, move, context.actor.machines[move].phase_since, *phase, out);
    return out;
}

bool may_be_met(const EvaluationContext& context, const DealtBlow& dealt, const Owner& striker, const Owner& victim) {
    if (victim == striker) return false;
    const Machine* kind = victim.is_fixture() ? fixture_kind(context, victim.at()) : nullptr;
    if (victim.is_fixture()) {
        if (kind == nullptr) return false;
        if (std::find(kind->hears.begin(), kind->hears.end(), dealt.blow->event) == kind->hears.end()) return false;
    }
    if (dealt.blow->sparing && has_tag(context, victim, *dealt.blow->sparing)) return false;
    const bool met = std::any_of(context.world.met.begin(), context.world.met.end(), [&](const Met& one) {
        return one.striker == striker && one.machine == dealt.machine && one.blow == dealt.index &&
               one.victim == victim;
    });
    if (met) return false;
    if (!victim.is_fixture()) return true;
    const Phase* phase = fixture_phase(context, victim.at());
    if (phase == nullptr || phase->effects.hidden) return false;
    const auto rigid = context.layout.fixtures[victim.at()].rigid;
    return !rigid || context.world.loose[*rigid].holder != striker;
}

double gap_to(const EvaluationContext& context, const DealtBlow& dealt, const Owner& victim) {
    if (victim.is_actor()) {
        const Actor& other = context.world.actors[victim.at()];
        const bool own = other.id == context.actor.id;
        return gap_to_capsule(dealt, {other.radius, other.height},
                              own || context.fixture ? other.body.position : other.seen.position);
    }
    const std::size_t i = victim.at();
    const FixturePose pose = fixture_pose(context, i);
    Solid solid;
    place_solid(pose, !context.layout.can_be_loose(i), {}, solid);
    return gap_to_solid(dealt, solid);
}

double reach_of_blows(const EvaluationContext& context) {
    double out = 0.0;
    for (const MachineId move : context.actor.moves) {
        const Phase* phase = phase_in_force(context, move);
        if (phase == nullptr) continue;
        for (const Blow& blow : phase->effects.blows) {
            const Vec3 at{number(context, blow.at[0]), number(context, blow.at[1]), number(context, blow.at[2])};
            out = std::max(out, glm::length(at) + reach_of(context, blow));
        }
    }
    return out;
}

Vec3 middle_of(const EvaluationContext& context, const Owner& who) {
    if (who.is_fixture()) return fixture_pose(context, who.at()).center;
    const Actor& actor = who.is_actor() ? context.world.actors[who.at()] : context.actor;
    return actor.body.position + world_up * (0.5 * actor.height);
}

}  // namespace leap
