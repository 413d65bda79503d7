// SPDX-License-Identifier: MIT
#include "core/senses/hands.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/senses/sight.hpp"
#include "core/units/turn.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

/// Things that a hand can take: those with a phase in a hand that aren't held, or hidden.
bool can_be_grabbed(const EvaluationContext& context, std::size_t rigid) {
    const RigidState& loose = context.world.loose[rigid];
    const std::size_t fixture = context.layout.rigid[rigid].fixture;
    const Machine* kind = fixture_kind(context, fixture);
    const Phase* phase = fixture_phase(context, fixture);
    if (kind == nullptr || phase == nullptr || !loose.holder.is_nobody() || phase->effects.hidden) return false;
    return std::any_of(kind->phases.begin(), kind->phases.end(),
                       [](const Phase& each) { return each.effects.in_hand.has_value(); });
}

/// How far along the view a thing is, and by how much the view passes it.
struct Pointed {
    double along = 0.0;
    double aside = 0.0;
};
Pointed pointed_at(const Vec3& eyes, const Vec3& look, const FixturePose& pose) {
    const Vec3 way = pose.center - eyes;
    const double along = glm::dot(way, look);
    return {along, glm::length(way - look * along)};
}

}  // namespace

std::int32_t within_grasp(const EvaluationContext& context, int hand) {
    if (!context.body().hands) return -1;
    const HandsInfo& info = *context.body().hands;
    const double near = number(context, info.near);
    const double far = number(context, info.far);
    const Vec3 palm = hand_pose(context, hand).place;
    const Vec3 eyes =
        context.actor.body.position + world_up * std::min(number(context, context.body().eyes), context.actor.height);
    const Vec3 look = look_direction(context.actor);
    std::int32_t nearest = -1;
    std::int32_t pointed = -1;
    double least = near;
    double first = far;
    for (std::size_t i = 0; i < context.world.loose.size(); ++i) {
        if (!can_be_grabbed(context, i)) continue;
        const FixturePose pose = fixture_pose(context, context.layout.rigid[i].fixture);
        if (const double distance = distance_to(pose, palm); distance <= least) {
            least = distance;
            nearest = static_cast<std::int32_t>(i);
        }
        const Pointed at = pointed_at(eyes, look, pose);
        const double forgiving = glm::length(pose.half) + defaults::pointing_gap_m;
        if (at.along > 0.0 && at.along < first && at.aside < forgiving &&
            is_seen_from(context, eyes, context.layout.rigid[i].fixture, pose)) {
            first = at.along;
            pointed = static_cast<std::int32_t>(i);
        }
    }
    return nearest >= 0 ? nearest : pointed;
}

bool hands_do_something(const SceneView& scene, const Actor& actor) {
    const auto& hands = scene.program.bodies[actor.kind].hands;
    if (!hands) return false;
    const auto is_fresh = [&](ButtonId button) {
        const ButtonState* state = button_of(actor, button);
        return state != nullptr && (state->fresh_press || state->fresh_release);
    };
    return std::any_of(hands->buttons.begin(), hands->buttons.end(), is_fresh) ||
           std::any_of(hands->uses.begin(), hands->uses.end(), is_fresh);
}

void use_hands(const SceneView& scene, World& world, Actor& actor, StepCache& cache) {
    const auto& hands = scene.program.bodies[actor.kind].hands;
    if (!hands || world.loose.empty()) return;
    const HandsInfo& info = *hands;
    for (int hand = 0; hand < 2; ++hand) {
        const ButtonState* raise = button_of(actor, info.buttons[static_cast<std::size_t>(hand)]);
        const ButtonState* use = button_of(actor, info.uses[static_cast<std::size_t>(hand)]);
        const std::int32_t held = held_by(world, actor, hand);
        const auto tell = [&](std::int32_t loose, FixtureEvent event) {
            const auto fixture = scene.layout.rigid[static_cast<std::size_t>(loose)].fixture;
            actor.contacts[fixture].events = static_cast<std::uint8_t>(actor.contacts[fixture].events | event);
            cache.note_fixture_change();
        };
        if (held >= 0) {
            if (use != nullptr && use->fresh_press) tell(held, fixture_used_in_hand);
            if (raise != nullptr && raise->fresh_release) tell(held, fixture_let_go);
        } else if (raise != nullptr && raise->fresh_press) {
            const std::int32_t wanted = within_grasp(scene.context(world, actor, &cache), hand);
            if (wanted < 0) continue;
            world.loose[static_cast<std::size_t>(wanted)].hand = static_cast<std::int8_t>(hand);
            tell(wanted, fixture_grabbed);
        }
    }
}

}  // namespace leap
