// SPDX-License-Identifier: MIT
#include "link/game_end.hpp"

#include <utility>

#include "link/limits.hpp"

namespace leap::link {

GameEnd::GameEnd(const std::string& token, const std::string& game) {
    send(Hello{token, game, limits::protocol});
}

std::vector<FromWindow> GameEnd::take(std::string_view bytes) {
    std::vector<FromWindow> out;
    lines_.feed(bytes);
    while (!closed()) {
        const auto line = lines_.next(limits::line);
        if (!line) break;
        auto received = read_from_window(*line);
        if (!received) {
            why_ = received.error().message;
        } else {
            joined_ = joined_ || std::holds_alternative<Welcome>(received->message);
            out.push_back(std::move(received->message));
        }
    }
    if (lines_.broken()) why_ = "the window sent a line that is too long";
    return out;
}

void GameEnd::send(const FromGame& message) {
    if (!closed()) outgoing_ += written(message, 1);
}

std::string GameEnd::outgoing() {
    return std::exchange(outgoing_, {});
}

}  // namespace leap::link
