// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

/// How games find a window: each open window listens on a Unix socket in a folder that only its user can enter, and
/// keeps a small file beside it with a token. Folder: `easy-leap` in $XDG_RUNTIME_DIR, else in $XDG_CACHE_HOME or
/// ~/.cache.
namespace leap::link {

struct Meeting {
    std::filesystem::path socket;  ///< a Unix socket in the folder; see socket_path()
    int websocket_port = 0;        ///< the same over WebSocket, on the loopback interface; 0: none
    std::string token;
    std::string project;  ///< its name
    int process = 0;      ///< the window's
};

/// Nothing: there is neither of these folders.
std::optional<std::filesystem::path> meeting_folder();

/// Makes the folder for its user alone (0700), and removes what windows have left there that ended without doing so.
tl::expected<void, std::string> prepare_meeting_folder(const std::filesystem::path& folder);

/// Where the window of that process listens. A path has at most max_socket_path bytes: longer ones can't be listened
/// on.
std::filesystem::path socket_path(const std::filesystem::path& folder, int process);
inline constexpr std::size_t max_socket_path = 107;

/// Whether who is at the other end of a connected Unix socket is this process's user. The kernel says so
/// (SO_PEERCRED), whoever may have come to hold the path.
bool is_same_user(int socket);

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
