// SPDX-License-Identifier: MIT
#include "core/wire/traffic.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/wire/message.hpp"

namespace leap {
namespace {

constexpr std::string_view signature = "LEAPWIRE";
constexpr std::uint32_t newest_layout = 1;
constexpr std::size_t sum_size = 4;

void write_text(ByteWriter& write, std::string_view text) {
    write.count(text.size());
    for (const char letter : text) write.byte(static_cast<std::uint8_t>(letter));
}

std::string read_text(ByteReader& read) {
    const auto bytes = read.raw(read.count());
    return {bytes.begin(), bytes.end()};
}

Bytes record_bytes(const RecordedMessage& message) {
    ByteWriter write;
    write(message.from);
    write(message.to);
    write(message.sent_s);
    write(message.arrives_s);
    write(message.again_s);
    write.raw(message.bytes);
    return write.take();
}

/// Its peers are there, and it doesn't arrive before it was sent.
bool makes_sense(const RecordedMessage& message, std::size_t peers) {
    return message.from < peers && message.to < peers && message.from != message.to && std::isfinite(message.sent_s) &&
           message.arrives_s >= message.sent_s && message.again_s >= message.arrives_s;
}

struct InWords {
    std::string operator()(const InputsMessage& inputs) const {
        std::string out = fmt::format("inputs up to tick {}, has state {}", inputs.until_tick, inputs.heard);
        if (inputs.inputs.empty()) return out;
        const double first = inputs.inputs.front().time;
        return fmt::format("{}: {} since {:.3f} s", out, inputs.inputs.size(), first);
    }
    std::string operator()(const StateMessage& state) const {
        const std::string since = state.base == 0 ? "whole" : fmt::format("changes since {}", state.base);
        return fmt::format("state {}, {}, tick {}, {} of {} bytes", state.number, since, state.tick,
                           state.changes.size(), state.size);
    }
    std::string operator()(const ToldInputs& inputs) const {
        return fmt::format("inputs {} to {} of all, nothing else before tick {}", inputs.first,
                           inputs.first + inputs.told.size(), inputs.until_tick);
    }
    std::string operator()(const CertainMessage& certain) const {
        return fmt::format("reliable {}: {}", certain.number, std::visit(*this, certain.content));
    }
    std::string operator()(const HelloMessage&) const { return "hello"; }
    std::string operator()(const WelcomeMessage& welcome) const {
        return fmt::format("welcome as character {} of {} at tick {}, {} kept messages, state of {} bytes",
                           welcome.actor + 1, welcome.bodies.size(), welcome.tick, welcome.kept.size(),
                           welcome.state.size());
    }
    std::string operator()(const PhaseUpdate& telling) const {
        return fmt::format("fixture {} is in phase {} since {:.3f} s", telling.fixture.written() + 1,
                           telling.told.phase.written() + 1, telling.told.phase_since);
    }
    std::string operator()(const GoodbyeMessage&) const { return "goodbye"; }
    std::string operator()(const EventUpdate& event) const {
        return fmt::format("event {} at {:.3f} s", event.heard.event + 1, event.time);
    }
};

}  // namespace

Bytes traffic_bytes(const Traffic& traffic) {
    ByteWriter write;
    for (const char letter : signature) write.byte(static_cast<std::uint8_t>(letter));
    write(newest_layout);
    write_text(write, traffic.rehearsal);
    write.count(traffic.peers.size());
    for (const std::string& peer : traffic.peers) write_text(write, peer);
    for (const RecordedMessage& message : traffic.messages) {
        const Bytes record = record_bytes(message);
        write.count(record.size());
        write.raw(record);
        write(sum_of(record));
    }
    return write.take();
}

tl::expected<TrafficRead, std::string> read_traffic(std::span<const std::uint8_t> bytes) {
    ByteReader read(bytes);
    const auto begins = read.raw(signature.size());
    if (!read.ok() || !std::equal(begins.begin(), begins.end(), signature.begin(), signature.end()))
        return tl::make_unexpected(std::string("expected a recording of traffic: it doesn't begin with LEAPWIRE"));
    std::uint32_t layout = 0;
    read(layout);
    if (layout != newest_layout)
        return tl::make_unexpected(
            fmt::format("a recording of layout {}; this program reads layout {}", layout, newest_layout));
    TrafficRead out;
    out.traffic.rehearsal = read_text(read);
    const std::uint64_t peers = read.count();
    constexpr std::uint64_t max_peers = 256;
    for (std::uint64_t i = 0; i < peers && i < max_peers && read.ok(); ++i)
        out.traffic.peers.push_back(read_text(read));
    if (!read.ok() || peers < 1 || peers > max_peers)
        return tl::make_unexpected(std::string("the recording ends, or is damaged, before its first message"));
    const auto problem = [&](std::size_t at, std::string_view what) {
        out.problems.push_back(fmt::format("byte {}: {}", at, what));
    };
    while (read.left() > 0) {
        const std::size_t at = bytes.size() - read.left();
        const std::uint64_t size = read.count();
        if (!read.ok() || read.left() < sum_size || size > read.left() - sum_size) {
            problem(at, "the recording ends inside a message; it and the rest are skipped");
            break;
        }
        const auto record = read.raw(size);
        std::uint32_t sum = 0;
        read(sum);
        RecordedMessage message;
        ByteReader fields(record);
        fields(message.from);
        fields(message.to);
        fields(message.sent_s);
        fields(message.arrives_s);
        fields(message.again_s);
        const bool whole = fields.ok() && sum == sum_of(record);
        if (!whole || !makes_sense(message, out.traffic.peers.size())) {
            problem(at, "skipped a damaged message");
            constexpr std::size_t max_problems = 100;
            if (out.problems.size() < max_problems) continue;
            problem(at, "and more; the rest is not listed");
            break;
        }
        const auto rest = fields.raw(fields.left());
        message.bytes.assign(rest.begin(), rest.end());
        out.traffic.messages.push_back(std::move(message));
    }
    return out;
}

std::string message_text(std::span<const std::uint8_t> bytes) {
    const auto message = decode(bytes);
    return message ? std::visit(InWords{}, *message) : std::string("unreadable: the checksum does not match");
}

}  // namespace leap
