// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_hands.hpp"

#include <algorithm>

#include "core/senses/fixtures.hpp"
#include "core/senses/hands.hpp"
#include "core/units/turn.hpp"

namespace leap::studio {
namespace {

/// Something that it carries in no hand, in World::loose.
std::optional<std::size_t> carried_by(const World& state, const Actor& actor) {
    for (std::size_t i = 0; i < state.loose.size(); ++i)
        if (state.loose[i].holder.is_actor(static_cast<std::size_t>(actor.id)) && state.loose[i].hand < 0) return i;
    return std::nullopt;
}

}  // namespace

BusyHands busy_hands(const SceneView& rehearsal, const World& state, const Actor& actor) {
    BusyHands out;
    const EvaluationContext own = rehearsal.context(state, actor);
    for (int hand = 0; own.body().hands && hand < 2; ++hand) {
        const HandPose pose = hand_pose(own, hand);
        if (pose.raised || held_by(state, actor, hand) >= 0) out[static_cast<std::size_t>(hand)] = pose.place;
    }
    const auto carried = carried_by(state, actor);
    if (!carried || out[0] || out[1]) return out;
    const FixturePose thing = fixture_pose(own, rehearsal.layout.rigid[*carried].fixture);
    const Vec3 ahead = facing_direction(actor.facing);
    const Vec3 left{-ahead.y, ahead.x, 0.0};
    constexpr double widest_grip_m = 0.28;
    const double aside = std::min({thing.half.x, thing.half.y, widest_grip_m});
    out[0] = thing.center + left * aside;
    out[1] = thing.center - left * aside;
    return out;
}

}  // namespace leap::studio
