// SPDX-License-Identifier: MIT
#include "core/world/moving_solids.hpp"

namespace leap {

void MovingSolids::note_moved(std::size_t solid) {
    ++revision;
    const std::size_t group = solid / group_size;
    groups.resize((solids.size() + group_size - 1) / group_size);
    Bounds all;
    const std::size_t end = std::min(solids.size(), (group + 1) * group_size);
    for (std::size_t i = group * group_size; i < end; ++i) all.add(solids[i].bounds);
    groups[group] = all;
}

void MovingSolids::note_all_moved() {
    ++revision;
    for (std::size_t i = 0; i < solids.size(); i += group_size) note_moved(i);
    if (solids.empty()) groups.clear();
}

void MovingSolids::gather(const Bounds& bounds, SolidSink& sink) const {
    for (std::size_t group = 0; group < groups.size(); ++group) {
        if (!overlap(groups[group], bounds)) continue;
        const std::size_t end = std::min(solids.size(), (group + 1) * group_size);
        for (std::size_t i = group * group_size; i < end; ++i)
            if (overlap(solids[i].bounds, bounds)) sink.meet({&solids[i], 1});
    }
    drifting.gather(bounds, sink);
}

void MovingSolids::gather_along(const SweptBox& way, SolidSink& sink) const {
    if (groups.empty() && drifting.empty()) return;
    gather(way.bounds(0.0, sink.farthest), sink);
}

Vec3 MovingSolids::velocity_of(const Surface& surface) const {
    for (std::size_t i = 0; i < velocities.size(); ++i)
        if (solids[i].surface == surface) return velocities[i];
    return drifting.velocity_of(surface);
}

}  // namespace leap
