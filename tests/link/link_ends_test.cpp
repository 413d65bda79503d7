// SPDX-License-Identifier: MIT
// Both ends of a link without a socket between them: bytes go over by hand.
#include <gtest/gtest.h>

#include <algorithm>
#include <nlohmann/json.hpp>
#include <random>
#include <sstream>

#include "link/game_end.hpp"
#include "link/host_end.hpp"
#include "link/limits.hpp"

namespace leap::link {
namespace {

const std::string token = "0123456789abcdef0123456789abcdef";

HostEnd host(double now_s = 0.0) {
    return HostEnd({token, "0.1.0", "quay"}, now_s);
}

std::string hello(const std::string& shown, int protocol = limits::protocol) {
    return written(FromGame(Hello{shown, "game", protocol}), 1);
}

template <class What>
std::size_t count(const std::vector<HostEnd::Happening>& all) {
    return static_cast<std::size_t>(
        std::count_if(all.begin(), all.end(), [](const auto& one) { return std::holds_alternative<What>(one); }));
}

TEST(LinkEnds, AGameWithTheTokenIsLetInAndGetsTheScripts) {
    HostEnd window = host();
    GameEnd game(token, "little quay");
    const auto joined = window.take(game.outgoing(), 0.0);
    ASSERT_EQ(count<HostEnd::Joined>(joined), 1);
    EXPECT_EQ(window.game(), "little quay");
    window.send(Scripts{1, {{"a.leap", "text"}}, {}});
    const auto told = game.take(window.outgoing());
    ASSERT_EQ(told.size(), 2);
    EXPECT_EQ(std::get<Welcome>(told[0]).project, "quay");
    EXPECT_EQ(std::get<Scripts>(told[1]).files.front().text, "text");
    EXPECT_TRUE(game.joined());
    game.send(StateNow{1.0, {CharacterNow{}}});
    EXPECT_EQ(count<StateNow>(window.take(game.outgoing(), 0.1)), 1);
}

TEST(LinkEnds, BytesMayComeInAnyPieces) {
    HostEnd window = host();
    std::string bytes = hello(token);
    for (int i = 0; i < 20; ++i) bytes += written(FromGame(StateNow{0.1 * i, {CharacterNow{}}}), 0);
    std::mt19937 random(3);
    std::size_t states = 0;
    for (std::size_t at = 0; at < bytes.size();) {
        const std::size_t some = std::min<std::size_t>(1 + random() % 90, bytes.size() - at);
        states += count<StateNow>(window.take(std::string_view(bytes).substr(at, some), 0.0));
        at += some;
    }
    EXPECT_EQ(states, 20);
    EXPECT_FALSE(window.closed()) << window.why_closed();
}

TEST(LinkEnds, WithoutTheTokenNobodyIsLetInOrToldAnything) {
    HostEnd wrong = host();
    EXPECT_TRUE(wrong.take(hello(token.substr(1) + "x"), 0.0).empty());
    EXPECT_TRUE(wrong.closed());
    wrong.send(Scripts{1, {{"a.leap", "secret"}}, {}});
    EXPECT_EQ(wrong.outgoing().find("secret"), std::string::npos);

    HostEnd impatient = host();
    EXPECT_TRUE(impatient.take(written(FromGame(StateNow{}), 0), 0.0).empty());
    EXPECT_TRUE(impatient.closed());
    EXPECT_TRUE(impatient.outgoing().empty());

    HostEnd other_version = host();
    EXPECT_TRUE(other_version.take(hello(token, limits::protocol + 1), 0.0).empty());
    GameEnd game(token, "game");
    game.take(other_version.outgoing());
    EXPECT_TRUE(game.closed());
    EXPECT_NE(game.why_closed().find("protocol"), std::string::npos);
}

TEST(LinkEnds, WhoSaysNothingIsLetGoOf) {
    HostEnd window = host(100.0);
    window.pass(100.0 + limits::hello_s);
    EXPECT_FALSE(window.closed());
    window.pass(100.1 + limits::hello_s);
    EXPECT_TRUE(window.closed());
    HostEnd joined = host();
    joined.take(hello(token), 0.0);
    joined.pass(1e6);
    EXPECT_FALSE(joined.closed()) << "a game may be silent for as long as it likes";
}

TEST(LinkEnds, GarbageEndsTheConnectionAndNothingElse) {
    const std::vector<std::string> garbage{"\n",
                                           "garbage\n",
                                           std::string(300, '\0') + "\n",
                                           "{}\n",
                                           "[[[[[[[[\n",
                                           R"({"jsonrpc":"2.0","method":"hello","params":{}})"
                                           "\n"};
    for (const std::string& bytes : garbage) {
        HostEnd before = host();
        EXPECT_TRUE(before.take(bytes, 0.0).empty());
        EXPECT_TRUE(before.closed()) << bytes;
        HostEnd after = host();
        after.take(hello(token), 0.0);
        after.take(bytes, 0.0);
        EXPECT_TRUE(after.closed()) << bytes;
        EXPECT_TRUE(after.take(written(FromGame(StateNow{}), 0), 0.0).empty()) << "what comes later isn't heard";
    }
}

TEST(LinkEnds, DeepNestingIsRefusedBeforeAnythingIsBuilt) {
    const std::string deep = R"({"jsonrpc":"2.0","method":"play","params":)" + std::string(200'000, '[') + "\n";
    HostEnd window = host();
    GameEnd game(token, "little quay");
    window.take(game.outgoing(), 0.0);
    game.take(window.outgoing());
    window.take(deep, 0.1);
    EXPECT_TRUE(window.closed());
    EXPECT_NE(window.why_closed().find("nested more than 64 deep"), std::string::npos) << window.why_closed();
    game.take(deep);
    EXPECT_TRUE(game.closed());
    EXPECT_NE(game.why_closed().find("nested more than 64 deep"), std::string::npos) << game.why_closed();
}

TEST(LinkEnds, ALineWithoutEndIsCutOffLongBeforeItFillsTheMemory) {
    HostEnd stranger = host();
    stranger.take(std::string(limits::first_line + 1, 'x'), 0.0);
    EXPECT_TRUE(stranger.closed()) << "who isn't known yet may say little";
    HostEnd game = host();
    game.take(hello(token), 0.0);
    const std::string piece(1U << 20U, 'x');
    std::size_t taken = 0;
    for (; !game.closed() && taken < 2 * limits::line; taken += piece.size()) game.take(piece, 0.0);
    EXPECT_TRUE(game.closed());
    EXPECT_LE(taken, limits::line + 2 * piece.size());
}

TEST(LinkEnds, AFloodOfMessagesIsStoppedAndABusyGameIsNot) {
    const std::string state = written(FromGame(StateNow{1.0, {CharacterNow{}}}), 0);
    HostEnd flooded = host();
    flooded.take(hello(token), 0.0);
    for (int i = 0; i < 6000 && !flooded.closed(); ++i) flooded.take(state, 0.001);
    EXPECT_TRUE(flooded.closed());
    HostEnd busy = host();
    busy.take(hello(token), 0.0);
    for (int i = 1; i <= 10'000; ++i) busy.take(state, i / 1000.0);  // 1000 a second for 10 s
    EXPECT_FALSE(busy.closed()) << busy.why_closed();
}

TEST(LinkEnds, AGameThatDoesntReadIsLost) {
    HostEnd window = host();
    window.take(hello(token), 0.0);
    window.note_unread(limits::unread);
    EXPECT_FALSE(window.closed());
    window.note_unread(limits::unread + 1);
    EXPECT_TRUE(window.closed());
}

TEST(LinkEnds, DamagedMessagesNeverDoMoreThanEndTheLink) {
    std::mt19937 random(11);
    std::string good = hello(token) + written(FromGame(Playing{50, {{"keeper", "keeper"}}}), 0) +
                       written(FromGame(StateNow{1.0, {CharacterNow{}}}), 0) +
                       written(FromGame(ScriptsTaken{1, "a.leap:1:1: no"}), 0);
    for (int run = 0; run < 3000; ++run) {
        std::string bytes = good;
        for (unsigned flips = 1 + random() % 4; flips > 0; --flips)
            bytes[random() % bytes.size()] = static_cast<char>(random() % 256);
        HostEnd window = host();
        const auto happened = window.take(bytes, 0.0);
        const auto lines = static_cast<std::size_t>(std::count(bytes.begin(), bytes.end(), '\n'));
        ASSERT_LE(happened.size(), lines) << "a line is one message at most";
        ASSERT_EQ(window.closed(), !window.why_closed().empty());
        ASSERT_TRUE(window.joined() || happened.empty()) << "nothing is believed before the token";
        ASSERT_TRUE(window.joined() || !bytes.starts_with(hello(token)));
        GameEnd game(token, "game");
        ASSERT_LE(game.take(bytes).size(), lines);
        std::istringstream answers(window.outgoing());
        for (std::string line; std::getline(answers, line);) ASSERT_TRUE(nlohmann::json::accept(line)) << line;
    }
}

}  // namespace
}  // namespace leap::link
