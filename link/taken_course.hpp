// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/record/record.hpp"
#include "core/world/course.hpp"
#include "core/world/solid_source.hpp"

namespace leap::link {

/// What is solid within `reach_m` (m) of where the characters of a run have been, as pieces of a course that are called
/// after `group` and edited together: boxes, upright capsules and spheres as such, everything else as meshes. Slanted
/// capsules are left out and counted in `left_out`. World frame.
struct TakenCourse {
    std::vector<Piece> pieces;
    std::size_t left_out = 0;
};
TakenCourse solids_round(const Record& run, const SolidSource& solids, const std::string& group, double reach_m = 4.0);

}  // namespace leap::link
