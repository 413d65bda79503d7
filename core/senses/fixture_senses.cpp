// SPDX-License-Identifier: MIT
#include "core/senses/fixture_senses.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/senses/fixture_path.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/hand_pose.hpp"
#include "core/senses/joints.hpp"
#include "core/senses/loose_place.hpp"
#include "core/senses/seat.hpp"
#include "core/senses/subject.hpp"
#include "core/senses/surface_motion.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

std::size_t own_fixture(const EvaluationContext& context) {
    return context.fixture.at();
}

const RigidState& loose_of(const EvaluationContext& context) {
    return context.world.loose[*context.layout.fixtures[own_fixture(context)].rigid];
}

/// Where the one who holds a fixture stands or looks; what nobody holds speaks of itself.
Vec3 of_holder(const EvaluationContext& context, std::size_t i, Sense sense) {
    const auto rigid = context.layout.fixtures[i].rigid;
    const Owner holder = rigid ? context.world.loose[*rigid].holder : nobody;
    if (holder.is_actor()) {
        const Actor& who = context.world.actors[static_cast<std::size_t>(holder.index)];
        return sense == Sense::holder_place ? who.body.position : look_direction(who);
    }
    const FixturePose pose = fixture_pose(context, holder.is_fixture() ? static_cast<std::size_t>(holder.index) : i);
    if (sense == Sense::holder_look) return facing_direction(pose.turn_rad);
    return pose.center - world_up * pose.half.z;
}

/// Whether a character has just done this to a fixture: the one whose coming is being answered, or any.
bool done_to(const EvaluationContext& context, std::size_t i, FixtureEvent event) {
    if (context.by.is_actor()) {
        const Actor& who = context.world.actors[static_cast<std::size_t>(context.by.index)];
        return (who.contacts[i].events & event) != 0;
    }
    return any_event(context.world, i, event);
}

/// No character, and nothing loose, stands where a fixture is or would be at rest.
bool is_clear(const EvaluationContext& context, std::size_t i) {
    const FixturePose home = fixture_pose(context, i, true);
    const FixturePose now = fixture_pose(context, i);
    return std::none_of(context.world.actors.begin(), context.world.actors.end(),
                        [&](const Actor& a) {
                            const Capsule capsule{a.radius, a.height};
                            return meets(home, capsule, a.body.position, defaults::clear_gap_m) ||
                                   meets(now, capsule, a.body.position, defaults::clear_gap_m);
                        }) &&
           !loose_lies_in(context, i);
}

/// Whether no piece of the course stands between a fixture's middle and that of its subject.
bool is_in_sight(const EvaluationContext& context, std::size_t i) {
    const Vec3 way = context.actor.body.position + world_up * (0.5 * context.actor.height) - fixture_middle(context, i);
    return way == Vec3{0.0} ||
           !cast_ray({*context.course}, fixture_middle(context, i), glm::normalize(way), glm::length(way));
}

}  // namespace

bool fixture_truth(const EvaluationContext& context, Sense sense) {
    if (!context.fixture || context.course == nullptr) return false;
    const std::size_t i = own_fixture(context);
    const bool loose = context.layout.can_be_loose(i);
    switch (sense) {
        case Sense::used: return done_to(context, i, fixture_used);
        case Sense::told: return (context.world.contacts[i].events & fixture_told) != 0;
        case Sense::spawned: return (context.world.contacts[i].events & fixture_spawned) != 0;
        case Sense::touched: return done_to(context, i, fixture_touched);
        case Sense::touching: return any_touching(context.world, i);
        case Sense::focused: return any_focus(context.world, i);
        case Sense::blocked: return context.world.contacts[i].blocked || any_blocking(context.world, i);
        case Sense::grabbed: return done_to(context, i, fixture_grabbed);
        case Sense::let_go: return done_to(context, i, fixture_let_go);
        case Sense::used_in_hand: return done_to(context, i, fixture_used_in_hand);
        case Sense::in_left_hand: return loose && loose_of(context).holder.is_actor() && loose_of(context).hand == 0;
        case Sense::ridden: return any_seated(context.world, i);
        case Sense::exit_room: return place_beside(context, i).has_value();
        case Sense::is_held: return loose && !loose_of(context).holder.is_nobody();
        case Sense::resting: return loose && loose_of(context).body.asleep;
        case Sense::clear: return is_clear(context, i);
        case Sense::in_sight: return is_in_sight(context, i);
        case Sense::at_stop: return path_now(context, i).at_stop;
        default: {
            const auto exit = exit_of_link(context, i);
            return exit &&
                   !deepest_overlap(context.surroundings(), {context.actor.radius, context.actor.height}, exit->feet);
        }
    }
}

double loose_number(const EvaluationContext& context, Sense sense) {
    if (!context.fixture || context.course == nullptr || !context.layout.can_be_loose(own_fixture(context))) return 0.0;
    const RigidBody& body = loose_of(context).body;
    if (sense == Sense::own_speed) return glm::dot(body.velocity, body.turn * Vec3{1.0, 0.0, 0.0});
    if (sense == Sense::slip_angle) return slip_angle(body);
    const bool slides = sense == Sense::slider_way;
    if (slides || sense == Sense::hinge_angle) return own_joint_way(context, own_fixture(context), slides);
    const auto wheels = context.layout.rigid[*context.layout.fixtures[own_fixture(context)].rigid].wheels;
    if (!wheels) return 0.0;
    double sum = 0.0;
    for (const WheelState& wheel : context.world.wheels[*wheels])
        sum += sense == Sense::wheels_down ? (wheel.on_ground ? 1.0 : 0.0)
                                           : wheel.squeezed_m / static_cast<double>(wheel_count);
    return sum;
}

Vec3 fixture_vector(const EvaluationContext& context, Sense sense) {
    if (!context.fixture || context.course == nullptr) return Vec3{0.0};
    const std::size_t i = own_fixture(context);
    switch (sense) {
        case Sense::own_middle: return fixture_middle(context, i);
        case Sense::path_ahead: return path_ahead(context, i);
        case Sense::own_up: return fixture_pose(context, i).turn * world_up;
        case Sense::link_middle: return fixture_pose(context, context.layout.fixtures[i].link.value_or(i)).center;
        case Sense::own_ahead: return fixture_pose(context, i).turn * Vec3{1.0, 0.0, 0.0};
        case Sense::own_left: return fixture_pose(context, i).turn * Vec3{0.0, 1.0, 0.0};
        case Sense::own_velocity: {
            return context.layout.can_be_loose(i) ? loose_of(context).body.velocity
                                                  : fixture_velocity(context, i, fixture_pose(context, i).center);
        }
        case Sense::hand_velocity: {
            const auto rigid = context.layout.fixtures[i].rigid;
            if (!rigid) return fixture_velocity(context, i, fixture_pose(context, i).center);
            const RigidState& loose = context.world.loose[*rigid];
            if (!loose.holder.is_actor() || loose.hand < 0) return loose.body.velocity;
            return hand_velocity(context.of_actor(loose.holder.at()), loose.hand);
        }
        case Sense::holder_place:
        case Sense::holder_look: return of_holder(context, i, sense);
        default: break;
    }
    const FixturePose pose = fixture_pose(context, i, true);
    if (sense == Sense::home_place) return pose.center;
    if (sense == Sense::own_front) return facing_direction(pose.turn_rad);
    if (sense == Sense::own_place) return pose.center - Vec3{0.0, 0.0, pose.half.z};
    const auto exit = exit_of_link(context, i);
    return exit ? exit->feet : context.actor.body.position;
}

}  // namespace leap
