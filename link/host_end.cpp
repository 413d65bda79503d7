// SPDX-License-Identifier: MIT
#include "link/host_end.hpp"

#include <algorithm>

#include "link/limits.hpp"

namespace leap::link {
namespace {

/// Takes as long for a wrong token as for the right one, whatever they have in common.
bool same_token(std::string_view a, std::string_view b) {
    unsigned difference = a.size() == b.size() ? 0U : 1U;
    for (std::size_t i = 0; i < std::min(a.size(), b.size()); ++i)
        difference |= static_cast<unsigned>(static_cast<unsigned char>(a[i]) ^ static_cast<unsigned char>(b[i]));
    return difference == 0;
}

constexpr int refused_token = -32001;
constexpr int refused_protocol = -32002;

}  // namespace

void HostEnd::close(const std::string& why) {
    if (closed_) return;
    closed_ = true;
    why_ = why;
}

bool HostEnd::may_take(double now_s) {
    const double refilled = allowed_ ? (now_s - refilled_s_) * limits::messages_per_second : 0.0;
    allowed_ = std::min(limits::messages_at_once, allowed_.value_or(limits::messages_at_once) + refilled) - 1.0;
    refilled_s_ = now_s;
    return *allowed_ >= 0.0;
}

void HostEnd::take_line(const std::string& line, std::vector<Happening>& out) {
    auto received = read_from_game(line);
    if (!received) {
        // Before it is known who speaks, nothing is worked out for them.
        if (joined_) outgoing_ += refused(nullptr, received.error());
        return close("it sent what can't be read: " + received.error().message);
    }
    if (const auto* hello = std::get_if<Hello>(&received->message)) {
        if (joined_) return close("it said hello twice");
        if (!same_token(hello->token, self_.token)) {
            outgoing_ += refused(received->id, {refused_token, "the token isn't that of this window"});
            return close("it showed another token");
        }
        if (hello->protocol != limits::protocol) {
            outgoing_ += refused(received->id,
                                 {refused_protocol, "this window speaks protocol " + std::to_string(limits::protocol)});
            return close("it speaks protocol " + std::to_string(hello->protocol));
        }
        joined_ = true;
        game_ = hello->game.substr(0, limits::names);
        outgoing_ += answered(received->id, Welcome{self_.version, self_.project});
        out.emplace_back(Joined{game_});
        return;
    }
    if (!joined_) return close("it didn't say hello first");
    if (!received->id.is_null()) outgoing_ += answered(received->id);
    std::visit(
        [&](auto& message) {
            if constexpr (!std::is_same_v<std::decay_t<decltype(message)>, Hello>) out.emplace_back(std::move(message));
        },
        received->message);
}

std::vector<HostEnd::Happening> HostEnd::take(std::string_view bytes, double now_s) {
    std::vector<Happening> out;
    if (closed_) return out;
    lines_.feed(bytes);
    while (!closed_) {
        const auto line = lines_.next(joined_ ? limits::line : limits::first_line);
        if (!line) break;
        if (!may_take(now_s)) {
            close("it sent more than " + std::to_string(static_cast<int>(limits::messages_per_second)) +
                  " messages a second");
        } else {
            take_line(*line, out);
        }
    }
    if (lines_.broken()) close("it sent a line that is too long");
    pass(now_s);
    return out;
}

void HostEnd::pass(double now_s) {
    if (!joined_ && now_s - began_s_ > limits::hello_s) close("it didn't say who it is");
}

void HostEnd::send(const FromWindow& message) {
    if (joined_ && !closed_) outgoing_ += written(message);
}

std::string HostEnd::outgoing() {
    return std::exchange(outgoing_, {});
}

void HostEnd::note_unread(std::size_t bytes) {
    if (bytes > limits::unread) close("it doesn't read what it is sent");
}

}  // namespace leap::link
