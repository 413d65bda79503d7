// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/project/project.hpp"
#include "core/world/course_edit.hpp"

namespace leap {

/// What a piece, place, target or fixture of the course is used by, in words, one use a line: tapes, rehearsals and
/// trials that begin or end there, what is linked to it, the script that its kind stands in, and who spawns it.
/// `plan`: the course as it is edited now; tapes and trials are those of the project. Empty: nothing speaks of it.
std::vector<std::string> uses_of(const Project& project, const Program& program, const CoursePlan& plan,
                                 const CourseItem& item);

}  // namespace leap
