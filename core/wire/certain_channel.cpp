// SPDX-License-Identifier: MIT
#include "core/wire/certain_channel.hpp"

#include <algorithm>

namespace leap {
namespace {

/// What arrives so far ahead of what is missing isn't from a peer that keeps to the rules.
constexpr std::uint32_t max_ahead = 4096;

}  // namespace

void ReliableChannel::queue(const CertainContent& content) {
    Outgoing out;
    out.number = ++last_;
    out.bytes = encode(CertainMessage{out.number, content});
    if (const auto* telling = std::get_if<PhaseUpdate>(&content)) out.fixture = telling->fixture;
    out.of_event = std::holds_alternative<EventUpdate>(content);
    out_.push_back(std::move(out));
}

std::vector<ReliableChannel::Outgoing*> ReliableChannel::due(double now, double again_s) {
    std::vector<Outgoing*> out;
    for (Outgoing& each : out_)
        if (!each.was_sent || now - each.sent_s >= again_s) out.push_back(&each);
    return out;
}

void ReliableChannel::acknowledged(std::uint32_t number) {
    out_.erase(std::remove_if(out_.begin(), out_.end(),
                              [&](const Outgoing& each) { return each.was_sent && each.number <= number; }),
               out_.end());
}

std::vector<CertainContent> ReliableChannel::receive(const CertainMessage& message) {
    std::vector<CertainContent> out;
    if (message.number <= heard_ || message.number > heard_ + max_ahead) return out;
    early_.emplace(message.number, message.content);
    for (auto next = early_.find(heard_ + 1); next != early_.end(); next = early_.find(heard_ + 1)) {
        out.push_back(std::move(next->second));
        early_.erase(next);
        ++heard_;
    }
    return out;
}

}  // namespace leap
