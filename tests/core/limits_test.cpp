// SPDX-License-Identifier: MIT
// Every limit is either gone or told: many events, buttons, moves that start by themselves, things that touch.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::limits_test {
namespace {

using test::Scene;
using test::TapeMaker;

TEST(Limits, EveryOneOfManyEventsIsHeard) {
    constexpr int many = 70;
    std::string script = test::plain_body;
    std::string emits;
    for (int i = 0; i < many; ++i) {
        emits += fmt::format("{}emit news{}", i == 0 ? "" : ", ", i);
        script += fmt::format("counter heard{} in 0..9\n", i);
    }
    script += "move tell on jump { phase a for 0.1 s { start: " + emits + " } }\n";
    for (int i = 0; i < many; ++i)
        script += fmt::format(
            "move answer{0} on heard(news{0}) in layer{0} {{ phase a for 0.1 s {{ start: heard{0} + 1 }} }}\n", i);
    const Scene scene(script);
    const auto played = test::play(scene, TapeMaker(1).hold("jump", 0.3, 0.1));
    for (std::size_t i = 0; i < scene.program.counters.size(); ++i)
        EXPECT_EQ(played.state.actors[0].counters.at(i).value, 1.0) << scene.program.counters[i].path;
}

TEST(Limits, AnEventIsHeardByThoseWhoWaitForItOnly) {
    std::string script = test::plain_body;
    for (int i = 0; i < 40; ++i)
        script += fmt::format("move tell{0} on heard(a{0}) {{ phase p for 0.1 s {{ start: emit b{0} }} }}\n", i);
    std::string all;
    for (int i = 0; i < 40; ++i) all += fmt::format("{}emit a{}", i == 0 ? "" : ", ", i);
    script += "move all on dash { phase p for 0.1 s { start: " + all + " } }\n";
    script +=
        "counter wrongly in 0..9\ncounter rightly in 0..9\n"
        "move first on jump { phase p for 0.1 s { start: emit a33 } }\n"
        "move second on heard(b33) in other { phase p for 0.1 s { start: rightly + 1 } }\n"
        "move third on heard(b1) in others { phase p for 0.1 s { start: wrongly + 1 } }\n";
    const Scene scene(script);
    const auto played = test::play(scene, TapeMaker(1).hold("jump", 0.3, 0.1));
    EXPECT_EQ(played.state.actors[0].counters.at(0).value, 0.0);
    EXPECT_EQ(played.state.actors[0].counters.at(1).value, 1.0);
}

TEST(Limits, FortyButtonsAreKeptInTheTrace) {
    std::string script;
    for (int i = 0; i < 40; ++i) script += fmt::format("button b{} key \"F{}\"\n", i, i);
    const Scene scene(script + test::plain_body);
    const Trace trace = scene.run(TapeMaker(1).hold("b39", 0.3, 0.2).hold("b7", 0.3, 0.2));
    const TraceRow& row = trace.tracks[0].rows.at(row_at(trace.tracks[0], 0.4));
    EXPECT_EQ(row.buttons, (std::uint64_t{1} << 39U) | (std::uint64_t{1} << 7U));
    EXPECT_NE(trace_csv(trace, scene.program).find("button_b39"), std::string::npos);
}

TEST(Limits, MoreButtonsThanATraceKeepsAreAnError) {
    std::string script;
    for (int i = 0; i < 70; ++i) script += fmt::format("button b{} key \"F{}\"\n", i, i);
    const std::string messages = test::messages_of(script + test::plain_body);
    EXPECT_NE(messages.find("65:8: error E0501: there are more than 64 buttons"), std::string::npos) << messages;
}

TEST(Limits, TheHundredthMoveThatWaitsForAProbeStartsAtItsInstantToo) {
    std::string script = test::plain_body;
    for (int i = 0; i < 100; ++i)
        script += fmt::format(
            "move m{0} when grounded and far{0}.hit in layer{0} {{ probe far{0} = ray forward {1} m from middle "
            " gate not m{0} within 9 s  phase a for 0.1 s {{ }} }}\n",
            i, 3.0 - 0.02 * i);
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({9.5, 0, 1}, {1, 6, 2}));
    const Scene scene(script, plan);
    const Trace trace = scene.run(TapeMaker(2).stick(0.1, 0, 1), 30);
    for (const int i : {0, 63, 64, 99}) {
        const auto span = test::spans_of(scene, trace, fmt::format("m{}.a", i)).at(0);
        EXPECT_NEAR(position_at(trace.tracks[0], span.from).x, 9.0 - (3.0 - 0.02 * i), 1e-3) << i;
    }
}

TEST(Limits, AThingMeetsManyOthersAtOnce) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures.push_back({"ball", "ball", {10, 0, 2}, 0.0, ""});
    for (int i = 0; i < 12; ++i)
        plan.fixtures.push_back({fmt::format("net{}", i), "net", {10.0 + 0.01 * i, 0, 0.2}, 0.0, ""});
    const Scene scene(std::string(test::plain_body) + R"(
fixture ball { sphere radius 0.2 m  mass 1 kg  phase free { loose } }
fixture net { box 1 m, 1 m, 0.2 m  counter met in 0..9  phase rests { go full when touched_by(ball) then: met + 1 }  phase full { } }
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(2));
    EXPECT_EQ(test::spans_of(scene, trace, "net.full").size(), 12U);
}

TEST(Limits, MoreMetersThanThereIsRoomForAreAnError) {
    std::string script = test::plain_body;
    for (int i = 0; i < 9; ++i) script += fmt::format("meter m{} {{ from 0 to 10 }}\n", i);
    EXPECT_NE(test::messages_of(script).find("error E0501: there are more than 8 meters"), std::string::npos);
}

}  // namespace
}  // namespace leap::limits_test
