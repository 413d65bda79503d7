// SPDX-License-Identifier: MIT
#include "core/senses/volumes.hpp"

#include <cmath>

#include "core/senses/fixtures.hpp"

namespace leap {
namespace {

/// From its middle up to its highest point.
double half_height(const FixturePose& pose) {
    const Vec3 up = glm::inverse(pose.turn) * world_up;
    return std::abs(up.x) * pose.half.x + std::abs(up.y) * pose.half.y + std::abs(up.z) * pose.half.z;
}

}  // namespace

InVolume in_volume(const EvaluationContext& context, PieceKindId kind) {
    const auto number = context.layout.volume_kind(kind);
    if (context.course == nullptr || !number) return {};
    if (!context.fixture) return context.course->volumes.ask(*number, context.feet(), context.actor.height);
    const FixturePose pose = fixture_pose(context, context.fixture.at());
    const double half = half_height(pose);
    return context.course->volumes.ask(*number, pose.center - world_up * half, 2.0 * half);
}

bool may_be_in(const EvaluationContext& context, PieceKindId kind) {
    if (context.fixture) return true;
    const auto number = context.layout.volume_kind(kind);
    return context.course != nullptr && number &&
           context.course->volumes.may_be_in(*number, context.feet(), context.actor.height);
}

}  // namespace leap
