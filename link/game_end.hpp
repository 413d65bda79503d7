// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "link/line_reader.hpp"
#include "link/messages.hpp"

namespace leap::link {

/// The game's end of a connection, without its socket.
class GameEnd {
  public:
    /// Begins with showing the token.
    GameEnd(const std::string& token, const std::string& game);

    /// What the window has told. After it closed() may hold.
    std::vector<FromWindow> take(std::string_view bytes);
    void send(const FromGame& message);
    std::string outgoing();

    /// The window has let it in.
    bool joined() const { return joined_; }
    bool closed() const { return !why_.empty(); }
    const std::string& why_closed() const { return why_; }

  private:
    LineReader lines_;
    std::string outgoing_;
    bool joined_ = false;
    std::string why_;
};

}  // namespace leap::link
