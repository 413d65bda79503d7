// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <vector>

#include "core/world/solid.hpp"

namespace leap {

/// Solids that stand elsewhere at every instant, with bounds of each few of them together, so that a query passes over
/// most with one look. A tree would have to be mended at every tick; these are few, and neighbours in a course's text
/// mostly stand beside each other.
struct MovingSolids {
    static constexpr std::size_t group_size = 8;

    std::vector<Solid> solids;     ///< their pieces count on behind the course's
    std::vector<Vec3> velocities;  ///< beside `solids`, or empty: what gives way to a push, and how fast it goes
    std::vector<Bounds> groups;    ///< of each `group_size` of `solids`, in order

    /// To be called when one of them has been placed anew.
    void note_moved(std::size_t solid) {
        const std::size_t group = solid / group_size;
        groups.resize((solids.size() + group_size - 1) / group_size);
        Bounds all;
        const std::size_t end = std::min(solids.size(), (group + 1) * group_size);
        for (std::size_t i = group * group_size; i < end; ++i) all.add(solids[i].bounds);
        groups[group] = all;
    }
    /// To be called when many have, or when some came or went.
    void note_all_moved() {
        for (std::size_t i = 0; i < solids.size(); i += group_size) note_moved(i);
        if (solids.empty()) groups.clear();
    }
    /// Those whose bounds meet `bounds`, in order.
    template <class Visit>
    void for_each_in(const Bounds& bounds, Visit visit) const {
        for (std::size_t group = 0; group < groups.size(); ++group) {
            if (!overlap(groups[group], bounds)) continue;
            const std::size_t end = std::min(solids.size(), (group + 1) * group_size);
            for (std::size_t i = group * group_size; i < end; ++i)
                if (overlap(solids[i].bounds, bounds)) visit(solids[i]);
        }
    }
};

}  // namespace leap
