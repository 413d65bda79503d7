// SPDX-License-Identifier: MIT
#include "link/meeting.hpp"

#include <fcntl.h>
#include <signal.h>
#include <sys/random.h>
#include <sys/socket.h>
#include <sys/stat.h>
#include <unistd.h>

#include <algorithm>
#include <cerrno>
#include <charconv>
#include <cstdlib>
#include <cstring>
#include <utility>

#include "core/project/file_io.hpp"
#include "core/project/json_reader.hpp"

namespace leap::link {
namespace fs = std::filesystem;
namespace {

constexpr const char* ending = ".link.json";
constexpr const char* socket_ending = ".socket";
constexpr std::size_t max_file = 4096;

std::optional<fs::path> from_environment(const char* name) {
    const char* value = std::getenv(name);
    if (value == nullptr || *value != '/') return std::nullopt;  // the rules want whole paths
    return fs::path(value);
}

std::string why() {
    return std::strerror(errno);
}

/// Whether nobody else could have written or read it.
bool is_ours_alone(const fs::path& path) {
    struct stat of {};
    return ::lstat(path.c_str(), &of) == 0 && S_ISREG(of.st_mode) && of.st_uid == ::geteuid() &&
           (of.st_mode & (S_IRWXG | S_IRWXO)) == 0 && of.st_size <= static_cast<off_t>(max_file);
}

std::optional<Meeting> read_meeting(const fs::path& path) {
    if (!is_ours_alone(path)) return std::nullopt;
    const auto text = read_file(path);
    if (!text) return std::nullopt;
    const auto json = parse_json(*text, path.filename().string());
    if (!json || !json->is_object()) return std::nullopt;
    const JsonReader in(*json, path.filename().string());
    Meeting out;
    const std::string socket = in.text("socket");
    out.websocket_port = in.whole("websocket_port", 0, 0, 65535);
    out.token = in.text("token");
    out.project = in.text("project", "");
    out.process = in.whole("process", 0, 0, 1 << 30);
    if (in.failed() || socket.empty() || socket.find('/') != std::string::npos || socket.starts_with('.'))
        return std::nullopt;
    out.socket = path.parent_path() / socket;
    return out;
}

/// A window that has ended without taking its file along.
bool is_gone(int process) {
    return process > 0 && ::kill(process, 0) != 0 && errno == ESRCH;
}

}  // namespace

std::optional<fs::path> meeting_folder() {
    if (const auto runtime = from_environment("XDG_RUNTIME_DIR")) return *runtime / "easy-leap";
    if (const auto cache = from_environment("XDG_CACHE_HOME")) return *cache / "easy-leap";
    if (const auto home = from_environment("HOME")) return *home / ".cache" / "easy-leap";
    return std::nullopt;
}

std::optional<std::string> new_token() {
    unsigned char bytes[16];
    if (::getrandom(bytes, sizeof bytes, 0) != static_cast<ssize_t>(sizeof bytes)) return std::nullopt;
    std::string out;
    for (const unsigned char byte : bytes) {
        out += "0123456789abcdef"[byte >> 4U];
        out += "0123456789abcdef"[byte & 15U];
    }
    return out;
}

tl::expected<void, std::string> prepare_meeting_folder(const fs::path& folder) {
    std::error_code failed;
    fs::create_directories(folder, failed);
    if (failed) return tl::make_unexpected(folder.string() + " can't be made: " + failed.message());
    fs::permissions(folder, fs::perms::owner_all, failed);
    if (failed) return tl::make_unexpected(folder.string() + " can't be kept from others: " + failed.message());
    for (fs::directory_iterator at(folder, failed), end; !failed && at != end; at.increment(failed)) {
        const std::string name = at->path().filename().string();
        if (!name.ends_with(ending) && !name.ends_with(socket_ending)) continue;
        int process = 0;
        const char* const digits_end = name.data() + name.find('.');
        const auto read = std::from_chars(name.data(), digits_end, process);
        std::error_code ignored;
        if (read.ec == std::errc() && read.ptr == digits_end && is_gone(process)) fs::remove(at->path(), ignored);
    }
    return {};
}

fs::path socket_path(const fs::path& folder, int process) {
    return folder / (std::to_string(process) + socket_ending);
}

bool is_same_user(int socket) {
    ucred other{};
    socklen_t size = sizeof other;
    return ::getsockopt(socket, SOL_SOCKET, SO_PEERCRED, &other, &size) == 0 && other.uid == ::geteuid();
}

tl::expected<fs::path, std::string> write_meeting(const fs::path& folder, const Meeting& meeting) {
    if (const auto ready = prepare_meeting_folder(folder); !ready) return tl::make_unexpected(ready.error());
    const Json json{{"format", 2},
                    {"socket", meeting.socket.filename().string()},
                    {"websocket_port", meeting.websocket_port},
                    {"token", meeting.token},
                    {"project", meeting.project},
                    {"process", meeting.process}};
    const std::string text = json.dump(2) + "\n";
    const fs::path path = folder / (std::to_string(meeting.process) + ending);
    const fs::path beside = path.string() + ".new";
    ::unlink(beside.c_str());
    // Nobody else's from the first instant on; never through a link that somebody has laid there.
    const int file = ::open(beside.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, S_IRUSR | S_IWUSR);
    if (file < 0) return tl::make_unexpected(beside.string() + " can't be written: " + why());
    const bool written = ::write(file, text.data(), text.size()) == static_cast<ssize_t>(text.size());
    const std::string problem = written ? "" : why();
    ::close(file);
    if (!written || ::rename(beside.c_str(), path.c_str()) != 0) {
        const std::string reason = written ? why() : problem;
        ::unlink(beside.c_str());
        return tl::make_unexpected(path.string() + " can't be written: " + reason);
    }
    return path;
}

std::vector<Meeting> find_meetings(const fs::path& folder) {
    std::vector<std::pair<fs::file_time_type, Meeting>> found;
    std::error_code failed;
    for (fs::directory_iterator at(folder, failed), end; !failed && at != end; at.increment(failed)) {
        if (!at->path().string().ends_with(ending)) continue;
        auto meeting = read_meeting(at->path());
        if (!meeting || is_gone(meeting->process)) continue;
        std::error_code no_time;
        found.emplace_back(fs::last_write_time(at->path(), no_time), std::move(*meeting));
    }
    std::sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
    std::vector<Meeting> out;
    out.reserve(found.size());
    for (auto& [time, meeting] : found) out.push_back(std::move(meeting));
    return out;
}

std::optional<Meeting> find_meeting(const fs::path& folder, const std::string& project) {
    for (Meeting& meeting : find_meetings(folder))
        if (project.empty() || meeting.project == project) return std::move(meeting);
    return std::nullopt;
}

}  // namespace leap::link
