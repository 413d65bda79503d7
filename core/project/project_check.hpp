// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/project/project.hpp"
#include "core/world/query.hpp"

/// What can be read but can't be meant: sentences with their place and what to do.
namespace leap {

/// Of a tape: a release before its press, a press of what is down already, an event past the tape's end.
std::vector<std::string> tape_warnings(const Tape& tape, const std::string& path);

/// Of a course: twin names of pieces or targets, a place inside something solid.
/// `body`: the size that has to find room at a place.
std::vector<std::string> course_warnings(const CoursePlan& plan, const std::string& path, const Capsule& body);

/// All of those of a project, and marks on tapes that it doesn't have.
std::vector<std::string> project_warnings(const Project& project);

}  // namespace leap
