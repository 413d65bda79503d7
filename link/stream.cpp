// SPDX-License-Identifier: MIT
#include "link/stream.hpp"

#include <arpa/inet.h>
#include <netinet/in.h>
#include <netinet/tcp.h>
#include <poll.h>
#include <sys/socket.h>
#include <unistd.h>

#include <array>
#include <cerrno>

#include "link/limits.hpp"

namespace leap::link {

bool Stream::connect(int port) {
    close();
    socket_ = ::socket(AF_INET, SOCK_STREAM | SOCK_NONBLOCK | SOCK_CLOEXEC, 0);
    if (socket_ < 0) return false;
    const int at_once = 1;
    ::setsockopt(socket_, IPPROTO_TCP, TCP_NODELAY, &at_once, sizeof at_once);
    sockaddr_in address{};
    address.sin_family = AF_INET;
    address.sin_port = htons(static_cast<std::uint16_t>(port));
    address.sin_addr.s_addr = htonl(INADDR_LOOPBACK);
    if (::connect(socket_, reinterpret_cast<const sockaddr*>(&address), sizeof address) == 0) {
        is_connected_ = true;
    } else if (errno != EINPROGRESS) {
        close();
        return false;
    }
    return true;
}

void Stream::close() {
    if (socket_ >= 0) ::close(socket_);
    socket_ = -1;
    is_connected_ = false;
    is_lost_ = false;
    unsent_.clear();
}

void Stream::send(std::string_view bytes) {
    if (!is_open() || is_lost_) return;
    unsent_ += bytes;
    if (!is_connected_) return;
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
    if (!is_connected_) {
        pollfd waiting{socket_, POLLOUT, 0};
        if (::poll(&waiting, 1, 0) == 0) return true;  // not yet
        int problem = 0;
        socklen_t size = sizeof problem;
        if (::getsockopt(socket_, SOL_SOCKET, SO_ERROR, &problem, &size) != 0 || problem != 0) return false;
        is_connected_ = true;
    }
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
