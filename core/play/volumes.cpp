// SPDX-License-Identifier: MIT
#include "core/play/volumes.hpp"

#include <cmath>

#include "core/play/fixtures.hpp"

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

bool note_volumes(const Rehearsal& r, const World& world, Actor& actor, Record* record, bool at_start) {
    const auto& heard = r.program.volumes_heard;
    if (heard.empty()) return false;
    bool changed = false;
    actor.volumes.resize(heard.size());
    const EvaluationContext m = r.context(world, actor);
    for (std::size_t i = 0; i < heard.size(); ++i) {
        VolumeContact& own = actor.volumes[i];
        const bool inside = in_volume(m, heard[i]).inside();
        if (inside == own.inside) continue;
        own.inside = inside;
        if (at_start) continue;
        changed = true;
        own.entered = inside;
        own.left = !inside;
        if (record == nullptr) continue;
        const EventKind kind = inside ? EventKind::entered : EventKind::left_volume;
        record->events.push_back({actor.time, kind, heard[i].written(), -1, actor.id});
    }
    return changed;
}

}  // namespace leap
