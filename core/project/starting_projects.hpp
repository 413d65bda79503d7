// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <span>
#include <string>
#include <string_view>
#include <tl/expected.hpp>

namespace leap {

/// A small project to start from, playable at once: its files lie in core/project/starting/NAME and are part of the
/// program.
struct StartingProject {
    std::string_view name;     ///< for the command line: "plane-locked"
    std::string_view title;    ///< for the window: "Locked to a plane, seen from the side"
    std::string_view purpose;  ///< what is in it, in one sentence
};

/// Every kind of starting project; the first is the usual one.
std::span<const StartingProject> starting_projects();

/// The one of this name, or null.
const StartingProject* find_starting_project(std::string_view name);

/// Writes one into a new or empty folder. Without a name it is called as the folder is. Says why when it can't; then
/// nothing is overwritten.
tl::expected<void, std::string> create_project(const std::filesystem::path& folder,
                                               const StartingProject& kind = starting_projects().front(),
                                               const std::string& name = {});

/// Why a folder can't become a new project's: it is there and not empty, or not a folder; empty when it can.
std::string why_not_a_new_folder(const std::filesystem::path& folder);

}  // namespace leap
