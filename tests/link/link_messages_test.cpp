// SPDX-License-Identifier: MIT
#include "link/messages.hpp"

#include <gtest/gtest.h>

#include "link/limits.hpp"

namespace leap::link {
namespace {

template <class Message>
Message there_and_back(const Message& message) {
    if constexpr (std::is_constructible_v<FromGame, Message>) {
        return std::get<Message>(read_from_game(written(FromGame(message), 1)).value().message);
    } else {
        return std::get<Message>(read_from_window(written(FromWindow(message))).value().message);
    }
}

TEST(LinkMessages, AStateComesBackAsItWasTold) {
    CharacterNow c;
    c.position = {1.5, -2.0, 0.25};
    c.velocity = {3.0, 0.0, -1.0};
    c.facing_rad = 0.5;
    c.yaw_rad = -1.0;
    c.pitch_rad = 0.25;
    c.stick = {0.0, 1.0};
    c.buttons = {"jump", "dash"};
    c.stance = "walk";
    c.move = "hop";
    c.phase = "rise_up";
    c.phase_time_s = 0.125;
    c.grounded = true;
    c.why_not = {{"dash", "0.41 s"}};
    const StateNow state = there_and_back(StateNow{2.5, {c, c}});
    EXPECT_EQ(state.time_s, 2.5);
    ASSERT_EQ(state.characters.size(), 2);
    const CharacterNow& back = state.characters[1];
    EXPECT_EQ(back.position, c.position);
    EXPECT_EQ(back.velocity, c.velocity);
    EXPECT_EQ(back.facing_rad, c.facing_rad);
    EXPECT_EQ(back.yaw_rad, c.yaw_rad);
    EXPECT_EQ(back.pitch_rad, c.pitch_rad);
    EXPECT_EQ(back.stick, c.stick);
    EXPECT_EQ(back.buttons, c.buttons);
    EXPECT_EQ(back.stance, c.stance);
    EXPECT_EQ(back.move, c.move);
    EXPECT_EQ(back.phase, c.phase);
    EXPECT_EQ(back.phase_time_s, c.phase_time_s);
    EXPECT_TRUE(back.grounded);
    EXPECT_EQ(back.why_not, c.why_not);
}

TEST(LinkMessages, ScriptsAndDialsComeBackWithEveryByte) {
    const Scripts scripts{7,
                          {{"wick.leap", "use \"moves/hop.leap\"\n\ttext with ümlauts\n"}, {"moves/hop.leap", ""}},
                          {{"hop.rise", 2.4}}};
    const Scripts back = there_and_back(scripts);
    EXPECT_EQ(back.revision, 7);
    ASSERT_EQ(back.files.size(), 2);
    EXPECT_EQ(back.files[0].path, scripts.files[0].path);
    EXPECT_EQ(back.files[0].text, scripts.files[0].text);
    EXPECT_EQ(back.dials, scripts.dials);
    EXPECT_EQ(there_and_back(Dials{{{"hop.rise", 0.1}}}).values.at("hop.rise"), 0.1);
}

TEST(LinkMessages, TapesAndTheCourseOfATakeComeBack) {
    Take take;
    take.tape.name = "over the gap";
    take.tape.length_s = 2.0;
    take.tape.tracks = alone_at("jetty");
    take.tape.tracks[0].events = {{0.5, ButtonEvent{"jump", true}}, {0.75, ButtonEvent{"jump", false}}};
    take.course.name = "level";
    take.course.places = {{"jetty", {1.0, 2.0, 0.0}, 90.0}};
    Piece slab;
    slab.name = "slab";
    slab.size = {4.0, 4.0, 1.0};
    take.course.pieces = {slab};
    const Take back = there_and_back(take);
    EXPECT_EQ(back.tape, take.tape);
    EXPECT_EQ(back.course.places, take.course.places);
    ASSERT_EQ(back.course.pieces.size(), 1);
    EXPECT_EQ(back.course.pieces[0], slab);
    PlayTape play{take.tape, {{{1.0, 2.0, 3.0}, 0.5}}};
    const PlayTape played = there_and_back(play);
    EXPECT_EQ(played.tape, take.tape);
    ASSERT_EQ(played.starts.size(), 1);
    EXPECT_EQ(played.starts[0].position, (Vec3{1.0, 2.0, 3.0}));
    EXPECT_EQ(played.starts[0].facing_rad, 0.5);
}

TEST(LinkMessages, AnAnswerCarriesTheIdOfItsRequest) {
    const auto hello = read_from_game(R"({"jsonrpc":"2.0","id":"a","method":"hello",)"
                                      R"("params":{"token":"t","game":"g","protocol":1}})");
    ASSERT_TRUE(hello);
    const Json answer = Json::parse(answered(hello->id, Welcome{"0.1.0", "quay"}));
    EXPECT_EQ(answer["id"], "a");
    EXPECT_EQ(answer["result"]["project"], "quay");
    EXPECT_EQ(answer["result"]["protocol"], limits::protocol);
}

TEST(LinkMessages, WhatIsNoMessageIsRefusedWithTheCodeOfJsonRpc) {
    const auto code = [](std::string_view line) {
        const auto read = read_from_game(line);
        return read ? 0 : read.error().code;
    };
    EXPECT_EQ(code(""), -32700);
    EXPECT_EQ(code("GET / HTTP/1.1"), -32700);
    EXPECT_EQ(code("{\"jsonrpc\":"), -32700);
    EXPECT_EQ(code("\xff\xfe\x00"), -32700);
    EXPECT_EQ(code("[]"), -32600);
    EXPECT_EQ(code("7"), -32600);
    EXPECT_EQ(code(R"({"method":"state"})"), -32600);
    EXPECT_EQ(code(R"({"jsonrpc":"2.0"})"), -32600);
    EXPECT_EQ(code(R"({"jsonrpc":"2.0","method":3})"), -32600);
    EXPECT_EQ(code(R"({"jsonrpc":"2.0","method":"shutdown"})"), -32601);
    EXPECT_EQ(code(R"({"jsonrpc":"2.0","method":"state","params":[1]})"), -32602);
    EXPECT_EQ(code(R"({"jsonrpc":"2.0","method":"state","params":{}})"), -32602);
}

TEST(LinkMessages, NumbersThatMakeNoSenseAreRefusedByTheirPlace) {
    const auto why = [](const std::string& character) {
        const auto read = read_from_game(R"({"jsonrpc":"2.0","method":"state","params":{"time":1,"characters":[)" +
                                         character + "]}}");
        return read ? std::string() : read.error().message;
    };
    EXPECT_EQ(why(R"({"position":[0,0,0]})"), "");
    EXPECT_NE(why(R"({"position":[0,0]})").find("characters[0].position"), std::string::npos);
    EXPECT_NE(why(R"({"position":[0,0,1e300]})").find("position"), std::string::npos);
    EXPECT_NE(why(R"({"position":[0,0,"up"]})").find("position"), std::string::npos);
    EXPECT_NE(why(R"({"position":[0,0,0],"stick":[1]})").find("stick"), std::string::npos);
    EXPECT_NE(why(R"({"position":[0,0,0],"buttons":"jump"})").find("buttons"), std::string::npos);
    EXPECT_NE(why(R"({"position":[0,0,0],"why_not":{"hop":1}})").find("why_not"), std::string::npos);
    EXPECT_NE(why("{}").find("position"), std::string::npos);
    std::string crowd;
    for (std::size_t i = 0; i <= limits::names; ++i)
        crowd += (i > 0 ? "," : "") + std::string(R"({"position":[0,0,0]})");
    EXPECT_NE(why(crowd), "");
}

TEST(LinkMessages, ARefusalOfTheWindowIsToldToTheGame) {
    const auto read = read_from_window(refused(nullptr, {-32001, "the token isn't that of this window"}));
    ASSERT_FALSE(read);
    EXPECT_EQ(read.error().message, "the token isn't that of this window");
}

}  // namespace
}  // namespace leap::link
