// SPDX-License-Identifier: MIT
#include "core/project/file_io.hpp"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

#include <array>
#include <cerrno>
#include <cstring>
#include <system_error>

#include "core/defaults.hpp"

namespace leap {
namespace {

/// Closes a file descriptor when it goes out of scope.
class Descriptor {
  public:
    explicit Descriptor(int number) : number_(number) {}
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    ~Descriptor() {
        if (number_ >= 0) ::close(number_);
    }
    int number() const { return number_; }

  private:
    int number_;
};

std::string why(int error) {
    return std::error_code(error, std::generic_category()).message();
}

tl::unexpected<std::string> cannot(const char* what, const std::filesystem::path& path, const std::string& reason) {
    return tl::make_unexpected(fmt::format("{} can't be {}: {}", path.string(), what, reason));
}

}  // namespace

tl::expected<std::string, std::string> read_file(const std::filesystem::path& path) {
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_CLOEXEC));
    if (file.number() < 0) return cannot("read", path, why(errno));
    struct stat info {};
    if (::fstat(file.number(), &info) != 0) return cannot("read", path, why(errno));
    if (S_ISDIR(info.st_mode)) return cannot("read", path, "it is a folder");
    if (info.st_size > defaults::max_file_bytes) return cannot("read", path, "it is larger than 256 MiB");
    std::string out;
    std::array<char, 65536> part{};
    while (true) {
        const ssize_t got = ::read(file.number(), part.data(), part.size());
        if (got < 0 && errno == EINTR) continue;
        if (got < 0) return cannot("read", path, why(errno));
        if (got == 0) return out;
        out.append(part.data(), static_cast<std::size_t>(got));
        if (static_cast<long long>(out.size()) > defaults::max_file_bytes)
            return cannot("read", path, "it is larger than 256 MiB");
    }
}

tl::expected<void, std::string> check_writable(const std::filesystem::path& path) {
    std::error_code error;
    if (std::filesystem::is_directory(path, error)) return cannot("written", path, why(EISDIR));
    const std::filesystem::path target =
        std::filesystem::is_symlink(path, error) ? std::filesystem::weakly_canonical(path, error) : path;
    const std::filesystem::path folder = target.has_parent_path() ? target.parent_path() : std::filesystem::path(".");
    if (::access(folder.c_str(), W_OK | X_OK) != 0) return cannot("written", path, why(errno));
    return {};
}

tl::expected<void, std::string> write_file(const std::filesystem::path& path, std::string_view bytes) {
    // A link is followed, so that the file it names is replaced and not the link.
    std::error_code error;
    std::filesystem::path target = path;
    if (std::filesystem::is_symlink(path, error)) {
        target = std::filesystem::canonical(path, error);
        if (error) return cannot("written", path, error.message());
    }
    const std::filesystem::path beside = target.string() + fmt::format(".{}.part", ::getpid());
    mode_t mode = 0644;
    struct stat info {};
    if (::stat(target.c_str(), &info) == 0) mode = info.st_mode & 07777U;
    const auto give_up = [&](int number) {
        ::unlink(beside.c_str());
        return cannot("written", path, why(number));
    };
    {
        const Descriptor file(::open(beside.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, mode));
        if (file.number() < 0) return cannot("written", path, why(errno));
        std::size_t done = 0;
        while (done < bytes.size()) {
            const ssize_t put = ::write(file.number(), bytes.data() + done, bytes.size() - done);
            if (put < 0 && errno == EINTR) continue;
            if (put < 0) return give_up(errno);
            done += static_cast<std::size_t>(put);
        }
        if (::fsync(file.number()) != 0) return give_up(errno);
    }
    if (::rename(beside.c_str(), target.c_str()) != 0) return give_up(errno);
    return {};
}

}  // namespace leap
