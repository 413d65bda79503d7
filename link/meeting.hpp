// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

/// How games find a window: each open window keeps a small file that only its user can read, with the port it listens
/// on and a token. Folder: `easy-leap` in $XDG_RUNTIME_DIR, else in $XDG_CACHE_HOME or ~/.cache.
namespace leap::link {

struct Meeting {
    int port = 0;            ///< of the loopback interface
    int websocket_port = 0;  ///< the same over WebSocket; 0: none
    std::string token;
    std::string project;  ///< its name
    int process = 0;      ///< the window's
};

/// Nothing: there is neither of these folders.
std::optional<std::filesystem::path> meeting_folder();

/// 32 digits that can't be guessed. Nothing when the system has no randomness to give.
std::optional<std::string> new_token();

/// Writes the file for this process, for its user's eyes only, over what was there. Returns its path.
tl::expected<std::filesystem::path, std::string> write_meeting(const std::filesystem::path& folder,
                                                               const Meeting& meeting);
/// Those that can be read and belong to this user alone, the newest first.
std::vector<Meeting> find_meetings(const std::filesystem::path& folder);
/// The newest of this project, or the newest of all when `project` is empty.
std::optional<Meeting> find_meeting(const std::filesystem::path& folder, const std::string& project);

}  // namespace leap::link
