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

InVolume in_volume(const EvaluationContext& m, PieceKindId kind) {
    const auto number = m.layout.volume_kind(kind);
    if (m.course == nullptr || !number) return {};
    if (!m.fixture) return m.course->volumes.ask(*number, m.feet(), m.actor.height);
    const FixturePose pose = fixture_pose(m, m.fixture.at());
    const double half = half_height(pose);
    return m.course->volumes.ask(*number, pose.center - world_up * half, 2.0 * half);
}

bool may_be_in(const EvaluationContext& m, PieceKindId kind) {
    if (m.fixture) return true;
    const auto number = m.layout.volume_kind(kind);
    return m.course != nullptr && number && m.course->volumes.may_be_in(*number, m.feet(), m.actor.height);
}

}  // namespace leap
