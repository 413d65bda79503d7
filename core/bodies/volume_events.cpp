// SPDX-License-Identifier: MIT
#include "core/bodies/volume_events.hpp"

#include "core/senses/volumes.hpp"

namespace leap {

bool note_volumes(const SceneView& scene, const World& world, Actor& actor, Record* record, bool at_start) {
    const auto& heard = scene.program.volumes_heard;
    if (heard.empty()) return false;
    bool changed = false;
    actor.volumes.resize(heard.size());
    const EvaluationContext context = scene.context(world, actor);
    for (std::size_t i = 0; i < heard.size(); ++i) {
        VolumeContact& own = actor.volumes[i];
        const bool inside = in_volume(context, heard[i]).inside();
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
