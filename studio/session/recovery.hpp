// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/tape/tape.hpp"

namespace leap::studio {

/// Unsaved work of one project, kept beside the user's data so that a crash loses nothing.
struct Recovery {
    std::map<std::string, std::string> texts;  ///< edited scripts by path
    std::vector<Tape> tapes;                   ///< those that have no file yet
    bool empty() const { return texts.empty() && tapes.empty(); }
};

/// The recovery file of a project folder, under `data_folder`.
std::filesystem::path recovery_path(const std::filesystem::path& data_folder, const std::filesystem::path& project);
/// Writes it, or removes it when there is nothing to keep. False when it can't be written.
bool keep_recovery(const std::filesystem::path& file, const Recovery& recovery);
/// What an earlier run left; nothing when there is none or it can't be read.
std::optional<Recovery> find_recovery(const std::filesystem::path& file);

}  // namespace leap::studio
