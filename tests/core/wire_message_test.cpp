// SPDX-License-Identifier: MIT
// Messages, what has changed since the last one, connections that lose things.
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/wire/certain_channel.hpp"
#include "core/wire/link.hpp"
#include "core/wire/message.hpp"
#include "core/wire/shared_things.hpp"
#include "tests/core/support.hpp"

namespace leap::wire_message_test {
namespace {

Bytes random_bytes(std::mt19937& random, std::size_t size) {
    Bytes out(size);
    for (std::uint8_t& byte : out) byte = static_cast<std::uint8_t>(random());
    return out;
}

/// As somebody would send it who knows how sums are made.
Bytes with_its_sum(Bytes bytes) {
    bytes.resize(bytes.size() - 4);
    const std::uint32_t sum = sum_of(bytes);
    ByteWriter write(std::move(bytes));
    write(sum);
    return write.take();
}

PhaseUpdate a_telling(std::uint32_t number) {
    PhaseUpdate out;
    out.number = number;
    out.fixture = FixtureId(3);
    out.time = 1.25;
    out.told = {PhaseId(1), 1.25, {{0.5, 0, 2}, 0.25, 0, 0, {1, 2, 3}}};
    return out;
}

std::vector<Message> messages() {
    InputsMessage inputs;
    inputs.until_tick = 123456789;
    inputs.heard = 17;
    inputs.inputs = {{InputEvent::Kind::button, 1.5, ButtonId(2), true, {}, 1},
                     {InputEvent::Kind::stick, 1.6, {}, false, {0.5, -0.25}, 1}};
    StateMessage state;
    state.number = 9;
    state.base = 7;
    state.tick = 100;
    state.size = 4000;
    state.changes = {1, 2, 3, 250};
    WelcomeMessage welcome;
    welcome.tick = 240;
    welcome.actor = 2;
    welcome.bodies = {0, 1, 0};
    welcome.kept = {a_telling(1), a_telling(4)};
    welcome.state = {9, 8, 7};
    EventUpdate event;
    event.time = 2.5;
    event.heard = {3, actor_owner(1), {}, false, 12.0, {0, 1, 0}, {4, 5, 6}};
    ToldInputs told;
    told.first = 12;
    told.until_tick = 130;
    told.inputs_until = 128;
    told.certain_heard = 3;
    told.told = {inputs.inputs[0], Joining{131, 2, 1, {1, 2, 3}, 0.5}, inputs.inputs[1]};
    return {inputs,
            state,
            told,
            CertainMessage{6, event},
            CertainMessage{1, HelloMessage{}},
            CertainMessage{2, welcome},
            CertainMessage{3, a_telling(5)},
            CertainMessage{4, GoodbyeMessage{}}};
}

TEST(WireMessages, AreReadBackAsTheyWereWritten) {
    for (const Message& message : messages()) {
        const Bytes bytes = encode(message);
        const auto read = decode(bytes);
        ASSERT_TRUE(read.has_value());
        EXPECT_TRUE(*read == message);
    }
}

TEST(WireMessages, CutShortOrTooLongOrUnknownAreNone) {
    for (const Message& message : messages()) {
        Bytes bytes = encode(message);
        for (std::size_t size = 0; size < bytes.size(); ++size)
            EXPECT_FALSE(decode({bytes.data(), size}).has_value()) << size;
        for (std::size_t size = 4; size < bytes.size(); ++size)
            EXPECT_FALSE(decode(with_its_sum({bytes.begin(), bytes.begin() + static_cast<std::ptrdiff_t>(size)})))
                << size;
        bytes.push_back(0);
        EXPECT_FALSE(decode(bytes).has_value());
        EXPECT_FALSE(decode(with_its_sum(bytes)).has_value()) << "a byte too many";
    }
    EXPECT_FALSE(decode(with_its_sum({99, 0, 0, 0, 0, 0, 0, 0, 0})).has_value());
}

TEST(WireMessages, WithBitsTurnedNeverAskForMoreThanIsThere) {
    std::mt19937 random(11);
    int read = 0;
    for (int round = 0; round < 40'000; ++round) {
        Bytes bytes = encode(messages()[random() % messages().size()]);
        for (int i = 0; i < 3; ++i) bytes[random() % bytes.size()] ^= static_cast<std::uint8_t>(1U << (random() % 8));
        EXPECT_FALSE(decode(bytes).has_value()) << "its sum isn't its own";
        const auto message = decode(with_its_sum(std::move(bytes)));
        read += message ? 1 : 0;
        if (!message) continue;
        const auto* inputs = std::get_if<InputsMessage>(&*message);
        EXPECT_TRUE(inputs == nullptr || inputs->inputs.size() <= 4);
    }
    EXPECT_GT(read, 100);
    for (int round = 0; round < 20'000; ++round) decode(with_its_sum(random_bytes(random, 4 + random() % 200)));
}

TEST(WireChanges, PutBackOnTheirBaseGiveTheWhole) {
    std::mt19937 random(5);
    for (int round = 0; round < 3'000; ++round) {
        const Bytes base = random_bytes(random, random() % 300);
        Bytes now = base;
        now.resize(random() % 300, 0);
        for (std::size_t i = 0; i < now.size() && random() % 8 != 0; ++i)
            if (random() % 6 == 0) now[i] = static_cast<std::uint8_t>(random());
        const Bytes changes = changes_since(base, now);
        Bytes out;
        ASSERT_TRUE(apply_changes(base, changes, now.size(), out));
        ASSERT_EQ(out, now);
    }
    const Bytes same(2000, 7);
    EXPECT_TRUE(changes_since(same, same).empty());
}

TEST(WireChanges, ThatReachBeyondTheWholeAreRefused) {
    Bytes out;
    EXPECT_FALSE(apply_changes({}, Bytes{5, 3, 1, 2, 3}, 7, out));
    EXPECT_FALSE(apply_changes({}, Bytes{0, 9, 1}, 20, out));
    EXPECT_FALSE(apply_changes({}, Bytes{0xff, 0xff, 0xff, 0xff, 0xff, 0xff, 0xff, 0xff, 0xff, 0xff}, 20, out));
    EXPECT_TRUE(apply_changes({}, {}, 5, out));
    EXPECT_EQ(out, Bytes(5, 0));
}

TEST(WireState, OfACharacterIsTakenOverToTheBit) {
    const test::Scene scene(std::string(test::plain_body) +
                            "move hop on jump { gate grounded  charges 2 refill after 1 s\n"
                            "  counter hops in 0..9\n"
                            "  phase up { start: launch up at 8 m/s, hops + 1  end when rising <= 0 m/s } }\n");
    const test::Played played =
        test::play(scene, test::TapeMaker(0.6).stick(0.1, 0.4, 1).look(0.2, 40).hold("jump", 0.5, 0.1));
    const Actor& moved = played.state.actors[0];
    ASSERT_TRUE(moved.body_move());
    Actor other = test::play(scene, test::TapeMaker(0.6)).state.actors[0];
    const Bytes state = actor_state(moved);
    ASSERT_TRUE(take_actor(scene.at(120), state, 1, other));
    EXPECT_EQ(actor_state(other), state);
    other.seen = moved.seen;
    EXPECT_TRUE(other == moved) << "every field is among those that are sent";
    EXPECT_FALSE(take_actor(scene.at(120), {state.data(), state.size() - 1}, 1, other));
}

TEST(LinkWay, LosesDelaysAndDoublesAsItIsTold) {
    WireLink link;
    link.delay_s = 0.1;
    link.jitter_s = 0.04;
    link.loss = 0.25;
    link.duplicates = 0.1;
    LinkWay way(link, 7);
    int lost = 0;
    int doubled = 0;
    constexpr int count = 20'000;
    for (int i = 0; i < count; ++i) {
        const auto fate = way.send(i * 0.01, {1});
        lost += std::isinf(fate.arrives_s) ? 1 : 0;
        doubled += std::isinf(fate.again_s) ? 0 : 1;
        if (std::isinf(fate.arrives_s)) continue;
        EXPECT_GE(fate.arrives_s, i * 0.01 + 0.1);
        EXPECT_LE(fate.arrives_s, i * 0.01 + 0.14);
    }
    EXPECT_NEAR(lost, count * 0.25, count * 0.015);
    EXPECT_NEAR(doubled, count * 0.75 * 0.1, count * 0.01);
}

TEST(LinkWay, TakesItsTimeForManyBytesAndLetsNothingThroughInAPause) {
    WireLink link;
    link.delay_s = 0.0;
    link.bytes_per_s = 1000.0;
    link.pauses = {{5.0, 6.0}};
    LinkWay way(link, 1);
    EXPECT_NEAR(way.send(0.0, Bytes(500)).arrives_s, 0.5, 1e-12);
    EXPECT_NEAR(way.send(0.1, Bytes(100)).arrives_s, 0.6, 1e-12) << "behind the one before";
    EXPECT_TRUE(std::isinf(way.send(5.5, {1}).arrives_s));
    EXPECT_EQ(way.arrived(0.55).size(), 1U);
    EXPECT_EQ(way.arrived(1.0).size(), 1U);
    EXPECT_TRUE(way.arrived(9.0).empty());
}

TEST(ReliableChannel, HandsEverythingOnInOrderOnceWhateverIsLost) {
    std::mt19937 random(3);
    ReliableChannel from;
    ReliableChannel to;
    std::vector<std::uint32_t> got;
    for (std::uint32_t i = 1; i <= 50; ++i) from.queue(a_telling(i));
    for (double now = 0.0; now < 20.0; now += 0.05) {
        for (ReliableChannel::Outgoing* out : from.due(now, 0.1)) {
            out->was_sent = true;
            out->sent_s = now;
            const auto message = decode(out->bytes);
            const int times = static_cast<int>(random() % 3);  // lost, once, twice
            for (int i = 0; i < times; ++i)
                for (const CertainContent& content : to.receive(std::get<CertainMessage>(*message)))
                    got.push_back(std::get<PhaseUpdate>(content).number);
        }
        if (random() % 2 == 0) from.acknowledged(to.heard());
    }
    ASSERT_EQ(got.size(), 50U);
    for (std::uint32_t i = 0; i < 50; ++i) EXPECT_EQ(got[i], i + 1);
    EXPECT_TRUE(from.due(100.0, 0.1).empty());
}

}  // namespace
}  // namespace leap::wire_message_test
