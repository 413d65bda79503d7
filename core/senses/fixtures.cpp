// SPDX-License-Identifier: MIT
#include "core/senses/fixtures.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/senses/fixture_path.hpp"
#include "core/senses/hand_pose.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"
#include "core/world/closest_point.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

/// How far slide and swing have gone in the present phase: along a phase that has a time they go steadily, without one
/// they are there at once.
double gone(const EvaluationContext& context, const MachineState& machine, const Phase& phase) {
    if (!phase.duration) return 1.0;
    const double length = number(context, *phase.duration);
    return length > 0.0 ? std::clamp((context.time() - machine.phase_since) / length, 0.0, 1.0) : 1.0;
}

/// How far it is turned from where it was placed to face along a direction; as it is when that points nowhere level.
double faced(const EvaluationContext& own, std::size_t index, const Expression& direction, double now_rad) {
    const Vec3 along = horizontal(vector(own, direction));
    if (horizontal_length(along) < 1e-6) return now_rad;
    return elementary::atan2(along.y, along.x) - own.course->plan.fixtures[index].turn_deg * radians_per_degree;
}

/// Round to where it should face, the shorter way: steadily over the phase's time, or no faster than it may.
double turned_to_face(const EvaluationContext& own, std::size_t index, const Phase& phase, double to_rad,
                      double share) {
    const double from = own.world.fixtures[index].from.face_rad;
    const double way = std::remainder(to_rad - from, 2.0 * std::numbers::pi);
    if (!phase.effects.face_rate) return from + way * share;
    const double seconds = std::max(0.0, own.time() - own.world.machines[index].phase_since);
    const double most = std::abs(number(own, *phase.effects.face_rate)) * seconds;
    return from + std::clamp(way, -most, most);
}

Quat about_up(double turn_rad) {
    const auto [s, c] = elementary::sin_cos(0.5 * turn_rad);
    return {c, 0.0, 0.0, s};
}
bool is_upright(const FixturePose& pose) {
    return pose.turn.x == 0.0 && pose.turn.y == 0.0;
}

Solid solid_box(const FixturePose& pose, const Surface& surface) {
    Solid out;
    out.kind = SolidKind::box;
    out.surface = surface;
    out.center = pose.center;
    out.half = pose.half;
    const auto [s, c] = elementary::sin_cos(pose.turn_rad);
    out.turn_cos = c;
    out.turn_sin = s;
    const Vec3 reach{std::abs(out.turn_cos) * pose.half.x + std::abs(out.turn_sin) * pose.half.y,
                     std::abs(out.turn_sin) * pose.half.x + std::abs(out.turn_cos) * pose.half.y, pose.half.z};
    out.bounds.add(pose.center - reach);
    out.bounds.add(pose.center + reach);
    return out;
}

}  // namespace

FixtureOffset fixture_offset(const EvaluationContext& at, std::size_t index, bool with_face) {
    const FixtureState& own = at.world.fixtures[index];
    const Phase* phase = fixture_phase(at, index);
    if (phase == nullptr) return {};
    if (phase->effects.stays) return own.from;
    const EvaluationContext context = at.of_fixture(index);
    FixtureOffset to;
    to.way_m = path_now(at, index).gone_m;
    if (phase->effects.slide)
        for (int i = 0; i < 3; ++i) to.slide[i] = number(context, (*phase->effects.slide)[static_cast<std::size_t>(i)]);
    if (phase->effects.swing) to.swing_rad = number(context, *phase->effects.swing);
    for (int i = 0; phase->effects.grow && i < 3; ++i)
        to.grown[i] = std::clamp(number(context, (*phase->effects.grow)[static_cast<std::size_t>(i)]),
                                 defaults::min_growth, defaults::max_growth);
    if (with_face && phase->effects.face) to.face_rad = faced(context, index, *phase->effects.face, own.from.face_rad);
    const double share = gone(context, context.world.machines[index], *phase);
    // Beginning and ending at rest, over the same time.
    const double eased = share * share * (3.0 - 2.0 * share);
    const double slides = phase->effects.slide_eased ? eased : share;
    const double swings = phase->effects.swing_eased ? eased : share;
    return {own.from.slide + (to.slide - own.from.slide) * slides,
            own.from.swing_rad + (to.swing_rad - own.from.swing_rad) * swings,
            turned_to_face(context, index, *phase, to.face_rad, share), to.way_m,
            own.from.grown + (to.grown - own.from.grown) * (phase->effects.grow_eased ? eased : share)};
}

namespace {

/// It stands on its underside.
void grow(const Vec3& shares, FixturePose& out) {
    const double was_m = out.half.z;
    if (out.shape.kind == RigidShapeKind::box) {
        out.half = out.shape.half = out.half * shares;
    } else {
        const bool ball = out.shape.kind == RigidShapeKind::ball;
        out.shape.radius *= shares.x;
        out.shape.height = std::max(2.0 * out.shape.radius, out.shape.height * (ball ? shares.x : shares.z));
        out.half = out.shape.half = {out.shape.radius, out.shape.radius, 0.5 * out.shape.height};
    }
    out.center.z += out.half.z - was_m;
}

/// Where path, slide and swing have taken its middle, and how far swing has turned it.
void move_by(const FixtureOffset& offset, const FixtureWay& way, FixturePose& out) {
    const Vec3 along = way.exists() ? place_on(way, offset.way_m).at : Vec3{0.0};
    out.center += turned(offset.slide + along, out.turn_rad);
    if (offset.swing_rad == 0.0) return;
    // The hinge stands at the end of its width that lies to its left.
    const Vec3 hinge = out.center + turned({0.0, out.half.y, 0.0}, out.turn_rad);
    out.center = hinge + turned(out.center - hinge, offset.swing_rad);
    out.turn_rad += offset.swing_rad;
}

}  // namespace

namespace {

/// Whether a pose that is being worked out has come back to itself, or depends on too many others.
bool ends_chain(const EvaluationContext& context, std::size_t index) {
    return context.poses != nullptr && (context.poses->has(index) || context.poses->length >= defaults::max_pose_chain);
}
PoseChain chain_with(const EvaluationContext& context, std::size_t index) {
    return {index, context.poses, context.poses == nullptr ? 1 : context.poses->length + 1};
}

}  // namespace

Vec3 fixture_middle(const EvaluationContext& at, std::size_t index) {
    if (at.layout.can_be_loose(index)) return fixture_pose(at, index).center;
    FixturePose pose = fixture_pose(at, index, true);
    if (ends_chain(at, index)) return pose.center;
    const PoseChain chain = chain_with(at, index);
    EvaluationContext context = at;
    context.poses = &chain;
    const FixtureOffset offset = fixture_offset(context, index, false);
    if (offset.grown != Vec3{1.0}) grow(offset.grown, pose);
    move_by(offset, context.course->ways[index], pose);
    return pose.center;
}

/// Whether path, slide or swing change as its phase goes on.
bool is_on_its_way(const EvaluationContext& context, std::size_t index) {
    const Phase* phase = fixture_phase(context, index);
    if (phase == nullptr) return false;
    if (is_awake(context.layout, context.world, index)) return true;
    if (context.layout.can_be_loose(index))
        return phase->effects.carried || phase->effects.returns_home || phase->effects.in_hand;
    if (phase->effects.stays) return false;
    if (phase->effects.follow && path_now(context, index).goes_on) return true;
    // What depends on more than dials may change at any time.
    const auto changes = [](const Expression& e) { return e.folded < 0; };
    const auto& slide = phase->effects.slide;
    const auto& swing = phase->effects.swing;
    if ((slide && std::any_of(slide->begin(), slide->end(), changes)) || (swing && changes(*swing))) return true;
    const auto& grow = phase->effects.grow;
    if (grow && std::any_of(grow->begin(), grow->end(), changes)) return true;
    if (phase->effects.face && changes(*phase->effects.face)) return true;
    if (phase->effects.face && phase->effects.face_rate) {
        constexpr double at_last_s = 1e6;
        EvaluationContext end = context;
        end.ahead = at_last_s;
        if (fixture_offset(end, index).face_rad != fixture_offset(context, index).face_rad) return true;
    }
    if (!phase->duration) return false;
    const FixtureOffset& from = context.world.fixtures[index].from;
    EvaluationContext end = context;
    end.ahead = number(context, *phase->duration);
    const FixtureOffset to = fixture_offset(end, index);
    return !(from == to) && fixture_offset(context, index) != to;
}

RigidShape fixture_shape(const EvaluationContext& context, const FixtureInfo& info) {
    const auto side = [&](std::size_t i) {
        return std::clamp(number(context, info.size[i]), 0.001, 2.0 * defaults::max_box_m);
    };
    RigidShape out;
    if (info.shape == FixtureShape::box) {
        out.half = Vec3{side(0), side(1), side(2)} * 0.5;
        return out;
    }
    out.kind = info.shape == FixtureShape::sphere ? RigidShapeKind::ball : RigidShapeKind::capsule;
    out.radius = side(0);
    out.height = info.shape == FixtureShape::sphere ? 2.0 * out.radius : std::max(side(1), 2.0 * out.radius);
    out.half = {out.radius, out.radius, 0.5 * out.height};
    return out;
}

namespace {

/// How much of its phase's time has gone, beginning and ending at rest; all of it when the phase has no time.
double eased(const EvaluationContext& own, const Phase& phase) {
    const MachineState& machine = own.world.machines[own.fixture];
    const double length = phase.duration ? number(own, *phase.duration) : 0.0;
    const double gone = length > 0.0 ? std::clamp((own.time() - machine.phase_since) / length, 0.0, 1.0) : 1.0;
    return gone * gone * (3.0 - 2.0 * gone);
}

/// Where a loose fixture is: where it fell or rolled to, in its holder's hand, or on its way home. `own` speaks of it.
void place_loose(const EvaluationContext& own, std::size_t index, const Phase& phase, FixturePose& out) {
    const RigidState& loose = own.world.loose[index];
    if (phase.effects.carried && !loose.holder.is_nobody()) {
        Vec3 offset{0.0};
        for (int i = 0; i < 3; ++i) offset[i] = number(own, (*phase.effects.carried)[static_cast<std::size_t>(i)]);
        const auto who = static_cast<std::size_t>(loose.holder.index);
        Vec3 feet{0.0};
        double facing = 0.0;
        if (loose.holder.is_actor()) {
            feet = own.world.actors[who].body.position;
            facing = own.world.actors[who].facing;
        } else {
            const FixturePose holder = fixture_pose(own, who);
            feet = holder.center - world_up * holder.half.z;
            facing = holder.turn_rad;
        }
        out.center = feet + turned(offset, facing);
        out.turn_rad = facing;
        out.turn = about_axis(facing, world_up);
        return;
    }
    if (phase.effects.in_hand && loose.holder.is_actor() && loose.hand >= 0) {
        const Held held = in_grip(own, *phase.effects.in_hand, loose.hand);
        const double share = eased(own, phase);
        out.center = loose.from_place + (held.place - loose.from_place) * share;
        out.turn = between_turns(loose.from_turn, held.turn, share);
    } else if (phase.effects.returns_home) {
        const double share = eased(own, phase);
        out.center = loose.from_place + (out.center - loose.from_place) * share;
        out.turn = between_turns(loose.from_turn, out.turn, share);
    } else {
        out.center = loose.body.place;
        out.turn = loose.body.turn;
    }
    const Vec3 front = out.turn * Vec3{1.0, 0.0, 0.0};
    out.turn_rad = elementary::atan2(front.y, front.x);
}

}  // namespace

FixturePose fixture_pose(const EvaluationContext& context, std::size_t index, bool at_rest) {
    const auto rigid = context.layout.fixtures[index].rigid;
    if (!at_rest && !rigid && context.cache != nullptr && index < context.cache->poses.size()) {
        const KnownPose& known = context.cache->poses[index];
        if (is_as_known(context, known, index)) return known.pose;
    }
    FixturePose out;
    const MachineId made_of = context.layout.fixtures[index].placed;
    if (!made_of) return out;
    const Machine* kind = &context.program.machines[made_of];
    const PlacedFixture& placed = context.course->plan.fixtures[index];
    out.shape = fixture_shape(context, *kind->fixture);
    out.half = out.shape.half;
    out.can_be_loose = kind->fixture->loose.has_value();
    out.turn_rad = placed.turn_deg * radians_per_degree;
    out.center = placed.position + Vec3{0.0, 0.0, out.half.z};
    out.turn = about_up(out.turn_rad);
    const Phase* phase = fixture_phase(context, index);
    if (phase == nullptr || at_rest || ends_chain(context, index)) return out;
    out.solid = phase->effects.solid || phase->effects.loose;
    out.hidden = phase->effects.hidden;
    out.glows = phase->effects.glows;
    const PoseChain chain = chain_with(context, index);
    EvaluationContext own = context.of_fixture(index);
    own.poses = &chain;
    if (phase->effects.seen_through) out.seen_through = std::clamp(number(own, *phase->effects.seen_through), 0.0, 1.0);
    if (rigid) {
        place_loose(own, *rigid, *phase, out);
        return out;
    }
    EvaluationContext waiting = context;
    waiting.poses = &chain;
    const FixtureOffset offset = fixture_offset(waiting, index);
    if (offset.grown != Vec3{1.0}) grow(offset.grown, out);
    const double placed_rad = out.turn_rad;
    move_by(offset, context.course->ways[index], out);
    out.turn_rad += offset.face_rad;
    if (out.turn_rad != placed_rad) out.turn = about_up(out.turn_rad);
    return out;
}

void place_solid(const FixturePose& pose, bool upright, const Surface& surface, Solid& out) {
    if (upright && pose.shape.kind == RigidShapeKind::box) {
        out = solid_box(pose, surface);
    } else {
        place_shape(pose.shape, pose.center, pose.turn, surface, out);
    }
}

namespace {

/// The point on the axis of a ball or capsule that is nearest to another.
Vec3 nearest_on_axis(const FixturePose& pose, const Vec3& point) {
    const Vec3 axis = pose.turn * Vec3{0.0, 0.0, std::max(0.0, pose.half.z - pose.shape.radius)};
    const double squared = glm::dot(axis, axis);
    const double along = squared > 0.0 ? std::clamp(glm::dot(point - pose.center, axis) / squared, -1.0, 1.0) : 0.0;
    return pose.center + axis * along;
}

}  // namespace

Vec3 nearest_point(const FixturePose& pose, const Vec3& to) {
    if (pose.shape.kind == RigidShapeKind::box) {
        const Vec3 own = glm::inverse(pose.turn) * (to - pose.center);
        return pose.center + pose.turn * glm::clamp(own, -pose.half, pose.half);
    }
    const Vec3 on_axis = nearest_on_axis(pose, to);
    const Vec3 out = to - on_axis;
    const double distance = glm::length(out);
    return distance <= pose.shape.radius ? to : on_axis + out * (pose.shape.radius / distance);
}

double distance_to(const FixturePose& pose, const Vec3& point) {
    if (pose.shape.kind != RigidShapeKind::box)
        return std::max(0.0, glm::length(point - nearest_on_axis(pose, point)) - pose.shape.radius);
    const Vec3 p = glm::abs(glm::inverse(pose.turn) * (point - pose.center)) - pose.half;
    return glm::length(glm::max(p, Vec3{0.0}));
}

bool meets(const FixturePose& pose, const Capsule& capsule, const Vec3& feet, double gap) {
    Solid solid;
    place_solid(pose, is_upright(pose), {}, solid);
    return closest_point(solid, capsule.segment(), feet + world_up * capsule.radius).distance <= capsule.radius + gap;
}

Exit exit_of(const EvaluationContext& context, std::size_t index) {
    const FixturePose pose = fixture_pose(context, index, true);
    const double away = pose.half.x + context.actor.radius + defaults::exit_gap_m;
    return {pose.center - world_up * pose.half.z + facing_direction(pose.turn_rad) * away, pose.turn_rad};
}

std::optional<Exit> exit_of_link(const EvaluationContext& context, std::size_t index) {
    const auto link = context.layout.fixtures[index].link;
    if (!link) return std::nullopt;
    return exit_of(context, *link);
}

std::optional<double> turn_through(const EvaluationContext& context, std::size_t index) {
    const auto exit = exit_of_link(context, index);
    if (!exit) return std::nullopt;
    return exit->facing_rad - fixture_pose(context, index, true).turn_rad + std::numbers::pi;
}

}  // namespace leap
