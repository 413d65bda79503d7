// SPDX-License-Identifier: MIT
#include "core/project/command.hpp"

#include <fcntl.h>
#include <fmt/format.h>
#include <poll.h>
#include <sys/wait.h>
#include <unistd.h>

#include <array>
#include <cerrno>
#include <cstring>

namespace leap {
namespace {

/// Both ends of a pipe, closed when they go.
struct Pipe {
    std::array<int, 2> ends{-1, -1};
    bool open() { return pipe2(ends.data(), O_CLOEXEC) == 0; }
    void close_end(std::size_t end) {
        if (ends[end] >= 0) ::close(ends[end]);
        ends[end] = -1;
    }
    ~Pipe() {
        close_end(0);
        close_end(1);
    }
};

/// Reads both until both end: one that is full must not stop the other.
void read_both(std::array<int, 2> from, std::array<std::string, 2>& into) {
    std::array<pollfd, 2> wanted{pollfd{from[0], POLLIN, 0}, pollfd{from[1], POLLIN, 0}};
    int open_count = 2;
    std::array<char, 65536> room{};
    while (open_count > 0) {
        if (poll(wanted.data(), wanted.size(), -1) < 0 && errno != EINTR) return;
        for (std::size_t i = 0; i < wanted.size(); ++i) {
            if (wanted[i].fd < 0 || wanted[i].revents == 0) continue;
            const ssize_t count = read(wanted[i].fd, room.data(), room.size());
            if (count > 0) {
                into[i].append(room.data(), static_cast<std::size_t>(count));
            } else if (count == 0 || errno != EINTR) {
                wanted[i].fd = -1;
                --open_count;
            }
        }
    }
}

}  // namespace

tl::expected<std::string, std::string> run_command(const std::vector<std::string>& words,
                                                   const std::filesystem::path& folder) {
    const auto failed = [&](const std::string& why) {
        return tl::make_unexpected(fmt::format("{} could not be run: {}", words.front(), why));
    };
    Pipe out;
    Pipe errors;
    if (!out.open() || !errors.open()) return failed(std::strerror(errno));
    std::vector<char*> arguments;
    for (const std::string& word : words) arguments.push_back(const_cast<char*>(word.c_str()));
    arguments.push_back(nullptr);
    const std::string where = folder.empty() ? "." : folder.string();
    const pid_t child = fork();
    if (child < 0) return failed(std::strerror(errno));
    if (child == 0) {
        // Only calls that are safe behind a fork.
        constexpr int no_such_program = 127;
        if (chdir(where.c_str()) != 0) _exit(no_such_program);
        const int nothing = open("/dev/null", O_RDONLY);
        if (nothing >= 0) dup2(nothing, STDIN_FILENO);
        dup2(out.ends[1], STDOUT_FILENO);
        dup2(errors.ends[1], STDERR_FILENO);
        execvp(arguments[0], arguments.data());
        _exit(no_such_program);
    }
    out.close_end(1);
    errors.close_end(1);
    std::array<std::string, 2> said;
    read_both({out.ends[0], errors.ends[0]}, said);
    int status = 0;
    while (waitpid(child, &status, 0) < 0 && errno == EINTR) continue;
    if (WIFEXITED(status) && WEXITSTATUS(status) == 0) return std::move(said[0]);
    if (WIFEXITED(status) && WEXITSTATUS(status) == 127 && said[1].empty())
        return failed("it isn't installed, or its folder can't be entered");
    while (!said[1].empty() && said[1].back() == '\n') said[1].pop_back();
    return tl::make_unexpected(fmt::format("{}: {}", words.front(), said[1].empty() ? "it failed" : said[1]));
}

}  // namespace leap
