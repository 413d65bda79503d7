// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <string>
#include <string_view>

namespace leap::link {

/// A connection to a Unix socket that never waits. (A package for sockets would be a dependency of
/// every game that links the library; these few calls are the whole need.)
class Stream {
  public:
    Stream() = default;
    ~Stream() { close(); }
    Stream(const Stream&) = delete;
    Stream& operator=(const Stream&) = delete;

    /// Connects. False: nobody listens there, or somebody who isn't this process's user.
    bool connect(const std::filesystem::path& socket);
    void close();
    bool is_open() const { return socket_ >= 0; }

    /// Adds to what is to be sent, and sends as much as goes at once.
    void send(std::string_view bytes);
    /// Sends what is left; appends what has come to `out`. False: the connection is lost or was refused.
    bool exchange(std::string& out);
    std::size_t unsent() const { return unsent_.size(); }

  private:
    int socket_ = -1;  ///< a file descriptor; negative: none is open
    bool is_lost_ = false;
    std::string unsent_;
};

}  // namespace leap::link
