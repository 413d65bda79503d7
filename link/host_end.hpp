// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "link/line_reader.hpp"
#include "link/messages.hpp"

namespace leap::link {

/// The window's end of one connection, without its socket: takes bytes, gives what has happened and the bytes to be
/// sent. Times are seconds of any clock that only goes on.
class HostEnd {
  public:
    struct Self {
        std::string token;    ///< that a game has to show
        std::string version;  ///< of the window
        std::string project;
    };
    HostEnd(Self self, double now_s) : self_(std::move(self)), began_s_(now_s), refilled_s_(now_s) {}

    struct Joined {
        std::string game;
    };
    using Happening = std::variant<Joined, Playing, StateNow, ScriptsTaken, Take>;
    /// What came. After it closed() may hold; what was whole before is given all the same.
    std::vector<Happening> take(std::string_view bytes, double now_s);
    /// Time goes by without a byte.
    void pass(double now_s);

    /// Something for the game. Nothing is sent before it has shown its token, or once it is closed.
    void send(const FromWindow& message);
    /// What is to be sent, and is forgotten here.
    std::string outgoing();
    /// How many bytes the socket still holds of what was sent: too many, and the game counts as lost.
    void note_unread(std::size_t bytes);

    bool joined() const { return joined_; }
    const std::string& game() const { return game_; }
    bool closed() const { return closed_; }
    /// Why; empty while it isn't closed.
    const std::string& why_closed() const { return why_; }

  private:
    void close(const std::string& why);
    bool may_take(double now_s);
    void take_line(const std::string& line, std::vector<Happening>& out);

    Self self_;
    double began_s_ = 0.0;           ///< s
    double refilled_s_ = 0.0;        ///< s, when `allowed_` was worked out last
    std::optional<double> allowed_;  ///< messages that may come at once now; nothing before the first one
    LineReader lines_;
    std::string outgoing_;
    std::string game_;
    bool joined_ = false;
    bool closed_ = false;
    std::string why_;
};

}  // namespace leap::link
