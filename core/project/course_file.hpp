// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <tl/expected.hpp>

#include "core/world/course.hpp"

namespace leap {

/// Reads a course file (docs/files.md). Messages name the file and the place in it.
/// `warnings` gets what is in the file and not read.
tl::expected<CoursePlan, std::string> read_course(std::string_view text, const std::string& path,
                                                  std::vector<std::string>* warnings = nullptr);
std::string write_course(const CoursePlan& plan);

}  // namespace leap
