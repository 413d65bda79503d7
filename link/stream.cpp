// SPDX-License-Identifier: MIT
#include "link/stream.hpp"

#include <sys/socket.h>
#include <sys/un.h>
#include <unistd.h>

#include <array>
#include <cerrno>

#include "link/limits.hpp"
#include "link/meeting.hpp"

namespace leap::link {

bool Stream::connect(const std::filesystem::path& socket) {
    close();
    sockaddr_un address{};
    address.sun_family = AF_UNIX;
    const std::string& path = socket.native();
    if (path.size() > max_socket_path) return false;
    path.copy(static_cast<char*>(address.sun_path), path.size());
    socket_ = ::socket(AF_UNIX, SOCK_STREAM | SOCK_NONBLOCK | SOCK_CLOEXEC, 0);
    if (socket_ < 0) return false;
    if (::connect(socket_, reinterpret_cast<const sockaddr*>(&address), sizeof address) == 0 && is_same_user(socket_))
        return true;
    close();
    return false;
}

void Stream::close() {
    if (socket_ >= 0) ::close(socket_);
    socket_ = -1;
    is_lost_ = false;
    unsent_.clear();
}

void Stream::send(std::string_view bytes) {
    if (!is_open() || is_lost_) return;
    unsent_ += bytes;
    std::size_t sent = 0;
    while (sent < unsent_.size()) {
        const ssize_t some = ::send(socket_, unsent_.data() + sent, unsent_.size() - sent, MSG_NOSIGNAL);
        if (some > 0) {
            sent += static_cast<std::size_t>(some);
        } else if (some < 0 && errno == EINTR) {
            continue;
        } else {
            is_lost_ = some < 0 && errno != EAGAIN && errno != EWOULDBLOCK;
            break;
        }
    }
    unsent_.erase(0, sent);
    if (unsent_.size() > limits::unread) is_lost_ = true;
}

bool Stream::exchange(std::string& out) {
    if (!is_open()) return false;
    send({});
    std::array<char, 65536> room;
    while (!is_lost_) {
        const ssize_t some = ::recv(socket_, room.data(), room.size(), 0);
        if (some > 0) {
            out.append(room.data(), static_cast<std::size_t>(some));
        } else if (some == 0) {
            return false;  // the other end has closed it
        } else if (errno == EAGAIN || errno == EWOULDBLOCK) {
            break;
        } else if (errno != EINTR) {
            return false;
        }
    }
    return !is_lost_;
}

}  // namespace leap::link
