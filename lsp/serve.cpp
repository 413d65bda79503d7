// SPDX-License-Identifier: MIT
// The language server's streams.
#include <poll.h>
#include <unistd.h>

#include <algorithm>
#include <array>
#include <cerrno>
#include <deque>

#include "lsp/framing.hpp"
#include "lsp/server.hpp"

namespace leap::lsp {
namespace {

class Streams {
  public:
    Streams(int input, int output) : input_(input), output_(output) {}

    /// Reads what has come; waits for something when nothing has and `waits`. False at the end of the stream.
    bool read(bool waits) {
        std::array<char, 65536> room;
        while (true) {
            pollfd ready{input_, POLLIN, 0};
            const int found = poll(&ready, 1, waits ? -1 : 0);
            if (found < 0 && errno == EINTR) continue;
            if (found <= 0) return true;
            const ssize_t count = ::read(input_, room.data(), room.size());
            if (count < 0 && errno == EINTR) continue;
            if (count <= 0) return false;
            framing_.feed({room.data(), static_cast<std::size_t>(count)});
            while (auto message = framing_.next()) waiting_.push_back(std::move(*message));
            if (framing_.broken()) return false;
            waits = false;
        }
    }

    void write(const std::vector<Json>& messages) {
        for (const Json& message : messages) {
            const std::string text = framed(message.dump(-1, ' ', false, Json::error_handler_t::replace));
            for (std::size_t at = 0; at < text.size();) {
                const ssize_t count = ::write(output_, text.data() + at, text.size() - at);
                if (count < 0 && errno == EINTR) continue;
                if (count <= 0) return;
                at += static_cast<std::size_t>(count);
            }
        }
    }

    std::deque<Framing::Message>& waiting() { return waiting_; }

  private:
    int input_;
    int output_;
    Framing framing_;
    std::deque<Framing::Message> waiting_;
};

/// The id of a request that a waiting message takes back; null: none.
Json id_taken_back(const std::string& text) {
    if (text.find("$/cancelRequest") == std::string::npos) return nullptr;
    const auto message = parse_message<Json>(text);
    if (!message || member(*message, "method") != "$/cancelRequest") return nullptr;
    return member(member(*message, "params"), "id");
}

Json id_of(const std::string& text) {
    const auto message = parse_message<Json>(text);
    return message && member(*message, "method").is_string() ? member(*message, "id") : Json();
}

bool is_taken_back(const std::deque<Framing::Message>& waiting, const Json& id) {
    return std::any_of(waiting.begin(), waiting.end(),
                       [&](const Framing::Message& each) { return id_taken_back(each.text) == id; });
}

}  // namespace

int serve(int input, int output) {
    Server server;
    Streams streams(input, output);
    while (!server.ended()) {
        const bool goes_on = streams.read(streams.waiting().empty());
        if (streams.waiting().empty()) {
            if (!goes_on) break;
            continue;
        }
        const Framing::Message message = std::move(streams.waiting().front());
        streams.waiting().pop_front();
        if (message.too_long) continue;
        const Json id = streams.waiting().empty() ? Json() : id_of(message.text);
        if (!id.is_null() && is_taken_back(streams.waiting(), id)) {
            streams.write({Server::cancelled(id)});
        } else {
            streams.write(server.handle(message.text));
        }
        if (streams.waiting().empty()) streams.write(server.settle());
        if (!goes_on && streams.waiting().empty()) break;
    }
    return server.exit_code();
}

}  // namespace leap::lsp
