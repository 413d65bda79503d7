// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <string_view>

namespace leap {

/// A file of a starting project, as it lies in core/project/starting.
struct StartingFile {
    std::string_view project;  ///< "third-person"
    std::string_view path;     ///< relative to the project's folder
    std::string_view text;
};

std::span<const StartingFile> starting_files();

}  // namespace leap
