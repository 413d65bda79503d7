// SPDX-License-Identifier: MIT
#include <gtest/gtest.h>

#include <limits>

#include "core/wire/link.hpp"
#include "core/wire/message.hpp"
#include "core/wire/traffic.hpp"

namespace leap {
namespace {

constexpr double never_s = std::numeric_limits<double>::infinity();

Traffic some_traffic() {
    Traffic out{"lever and door", {"Host", "Pip", "Löwe"}, {}};
    InputsMessage inputs;
    inputs.until_tick = 12;
    inputs.inputs.push_back({InputEvent::Kind::button, 0.05, ButtonId(1), true, Vec2{0.0}, 1});
    StateMessage state;
    state.number = 3;
    state.base = 2;
    state.changes = {4, 1, 9};
    out.messages.push_back({1, 0, 0.1, 0.15, never_s, encode(inputs)});
    out.messages.push_back({0, 2, 0.1, never_s, never_s, encode(state)});
    out.messages.push_back({0, 1, 0.2, 0.25, 0.31, encode(CertainMessage{1, PhaseUpdate{1, FixtureId(4), 0.19, {}}})});
    out.messages.push_back({2, 0, 0.3, 0.4, never_s, encode(CertainMessage{2, GoodbyeMessage{}})});
    return out;
}

TEST(WireTraffic, WhatIsWrittenIsReadAgain) {
    const Traffic traffic = some_traffic();
    const auto read = read_traffic(traffic_bytes(traffic));
    ASSERT_TRUE(read.has_value()) << read.error();
    EXPECT_EQ(read->traffic, traffic);
    EXPECT_TRUE(read->problems.empty());
}

TEST(WireTraffic, EachMessageIsSaidInWords) {
    const Traffic traffic = some_traffic();
    EXPECT_EQ(message_text(traffic.messages[0].bytes), "inputs up to tick 12, has state 0: 1 since 0.050 s");
    EXPECT_EQ(message_text(traffic.messages[1].bytes), "state 3, changes since 2, tick 0, 3 of 0 bytes");
    EXPECT_EQ(message_text(traffic.messages[3].bytes), "reliable 2: goodbye");
    EXPECT_EQ(message_text(Bytes{1, 2, 3}), "unreadable: the checksum does not match");
}

TEST(WireTraffic, CutAnywhereItGivesWhatIsWhole) {
    const Traffic traffic = some_traffic();
    const Bytes bytes = traffic_bytes(traffic);
    std::size_t most = 0;
    for (std::size_t size = 0; size < bytes.size(); ++size) {
        const auto read = read_traffic(std::span(bytes).first(size));
        if (!read) continue;
        const auto& got = read->traffic.messages;
        ASSERT_LT(got.size(), traffic.messages.size());
        EXPECT_TRUE(std::equal(got.begin(), got.end(), traffic.messages.begin()));
        EXPECT_GE(got.size(), most) << "more bytes never give less";
        most = got.size();
    }
    EXPECT_EQ(most, traffic.messages.size() - 1);
    const auto cut = read_traffic(std::span(bytes).first(bytes.size() - 1));
    ASSERT_EQ(cut->problems.size(), 1U);
    EXPECT_NE(cut->problems.front().find("ends inside a message"), std::string::npos);
}

TEST(WireTraffic, TurnedBitsCostTheMessageTheyAreIn) {
    const Traffic traffic = some_traffic();
    const Bytes whole = traffic_bytes(traffic);
    SeededNumbers numbers(5);
    for (int i = 0; i < 2000; ++i) {
        Bytes bytes = whole;
        const std::size_t at = numbers.next() % bytes.size();
        bytes[at] ^= static_cast<std::uint8_t>(1U << (numbers.next() % 8));
        const auto read = read_traffic(bytes);
        if (!read) continue;
        EXPECT_LE(read->traffic.messages.size(), traffic.messages.size());
        // What is left is as it was: nothing is made up.
        for (const RecordedMessage& message : read->traffic.messages) {
            const auto same = std::find(traffic.messages.begin(), traffic.messages.end(), message);
            EXPECT_NE(same, traffic.messages.end()) << "byte " << at;
        }
    }
}

TEST(WireTraffic, OtherFilesAreRefusedWithAReason) {
    const auto refused = [](const Bytes& bytes) {
        const auto read = read_traffic(bytes);
        return read ? std::string("was read") : read.error();
    };
    EXPECT_NE(refused({}).find("LEAPWIRE"), std::string::npos);
    EXPECT_NE(refused({'{', '}'}).find("LEAPWIRE"), std::string::npos);
    Bytes newer = traffic_bytes(some_traffic());
    newer[8] = 7;
    EXPECT_EQ(refused(newer), "a recording of layout 7; this program reads layout 1");
    Bytes nobody = traffic_bytes({"x", {}, {}});
    EXPECT_EQ(refused(nobody), "the recording ends, or is damaged, before its first message");
    Bytes huge = traffic_bytes({"x", {"Host"}, {}});
    for (int i = 0; i < 9; ++i) huge.push_back(0xff);  // a message longer than any file
    huge.push_back(1);
    const auto read = read_traffic(huge);
    ASSERT_TRUE(read.has_value());
    EXPECT_EQ(read->problems.size(), 1U);
}

}  // namespace
}  // namespace leap
