// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <vector>

#include "core/world/drifting_capsules.hpp"
#include "core/world/solid_source.hpp"

namespace leap {

/// Solids that stand elsewhere at every instant, with bounds of each few of them together, so that a query passes over
/// most with one look. A tree would have to be mended at every tick; these are few, and neighbours in a course's text
/// mostly stand beside each other.
struct MovingSolids final : SolidSource {
    static constexpr std::size_t group_size = 8;

    std::vector<Solid> solids;
    std::vector<Vec3> velocities;  ///< beside `solids`, or empty: what gives way to a push, and how fast it goes
    std::vector<Bounds> groups;    ///< of each `group_size` of `solids`, in order
    DriftingCapsules drifting;     ///< what goes on by itself, beside `solids`
    std::uint64_t revision = 0;  ///< grows with every note: what was found before one may differ from what is found now

    /// To be called when one of them has been placed anew.
    void note_moved(std::size_t solid);
    /// To be called when many have, or when some came or went.
    void note_all_moved();

    void gather(const Bounds& bounds, SolidSink& sink) const override;
    void gather_along(const SweptBox& way, SolidSink& sink) const override;
    Vec3 velocity_of(const Surface& surface) const override;
};

}  // namespace leap
