// SPDX-License-Identifier: MIT
// Fixtures that follow a path of the course, with stops.
#include "core/senses/fixture_path.hpp"

#include <fmt/format.h>
#include <gtest/gtest.h>

#include "core/project/course_file.hpp"
#include "core/script/compile.hpp"
#include "core/simulation/fixture_check.hpp"
#include "core/world/path_edit.hpp"
#include "tests/core/support.hpp"

namespace leap::fixture_path_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;

constexpr const char* bare_body =
    "body b { capsule radius 0.3 m height 1.8 m gravity 28 m/s^2 }\n"
    "stance rest { steer to 0 m/s gain 20 m/s^2 brake 20 m/s^2 }\n";

/// 4 m ahead and then 3 m to its left.
const FixturePath bend{{{{4, 0, 0}, false}, {{4, 3, 0}, false}}, false};

PlacedFixture raft_on(const FixturePath& path, double turn_deg = 0.0) {
    PlacedFixture out;
    out.name = out.kind = "raft";
    out.turn_deg = turn_deg;
    out.path = path;
    return out;
}

/// A raft under somebody who stands on it; it goes at 2 m/s and stops for half a second.
Scene riding(const FixturePath& path, double turn_deg = 0.0) {
    CoursePlan plan;
    plan.places = {{"start", {0, 0, 0.4}, 0.0}};
    plan.fixtures = {raft_on(path, turn_deg)};
    return Scene(std::string(bare_body) + R"(
fixture raft {
  box 2 m, 2 m, 0.4 m
  dial pace = 2 m/s in 0..10 "how fast it goes"
  phase waits { solid go goes after 0.5 s }
  phase goes { solid follow path at pace go waits when at_stop }
}
)",
                 plan);
}

TEST(FixtureWays, GoThereAndBackAndTellCornersAndStops) {
    const FixtureWay way = way_of(bend);
    EXPECT_DOUBLE_EQ(way.length(), 14.0);
    const auto at = [&](double gone) { return place_on(way, gone); };
    EXPECT_EQ(at(2).at, Vec3(2, 0, 0));
    EXPECT_EQ(at(5).at, Vec3(4, 1, 0));
    EXPECT_EQ(at(7).at, Vec3(4, 3, 0));
    EXPECT_EQ(at(9).at, Vec3(4, 1, 0)) << "on its way back";
    EXPECT_EQ(at(13).at, Vec3(1, 0, 0));
    EXPECT_EQ(at(14).at, Vec3(0, 0, 0)) << "the round begins anew";
    EXPECT_EQ(at(-1).at, Vec3(1, 0, 0));
    EXPECT_EQ(at(5).ahead, Vec3(0, 1, 0));
    EXPECT_EQ(at(9).ahead, Vec3(0, -1, 0));
    EXPECT_DOUBLE_EQ(at(1).to_corner_m, 3.0);
    EXPECT_DOUBLE_EQ(at(1).to_stop_m, 6.0);
    EXPECT_DOUBLE_EQ(at(7).to_stop_m, 7.0) << "at a stop the next one is meant";
    EXPECT_DOUBLE_EQ(at(7).stop_gone_m, 0.0);
    EXPECT_EQ(at(7).here, 1U);
    EXPECT_EQ(at(6).here, std::nullopt);
    EXPECT_EQ(at(6).last_stop, 0U);
    EXPECT_EQ(at(8).last_stop, 1U);
}

TEST(FixtureWays, GoRound) {
    FixturePath round = bend;
    round.round = true;
    round.points[0].stops = true;
    const FixtureWay way = way_of(round);
    EXPECT_DOUBLE_EQ(way.length(), 12.0);
    EXPECT_EQ(place_on(way, 4).here, 1U);
    EXPECT_EQ(place_on(way, 7).here, std::nullopt) << "the last point of a round is no stop by itself";
    EXPECT_NEAR(glm::length(place_on(way, 9.5).at - Vec3(2, 1.5, 0)), 0.0, 1e-12);
    EXPECT_DOUBLE_EQ(place_on(way, 5).to_stop_m, 7.0);
    EXPECT_FALSE(way_of(FixturePath{}).exists());
}

TEST(FixturePaths, StopsComeAtTheirInstantAndWhoStandsOnItRides) {
    for (const int rate : {30, 60, 120, 240, 480}) {
        const Scene scene = riding(bend);
        const Played run = play(scene, TapeMaker(10.3), rate);
        // 0.5 s, 3.5 s there, 0.5 s, 3.5 s back, 0.5 s, and 1.8 s of the way again.
        const auto waits = test::spans_of(scene, run.trace, "raft.waits");
        ASSERT_EQ(waits.size(), 3U) << rate;
        EXPECT_NEAR(waits[1].from, 4.0, 1e-9);
        EXPECT_NEAR(waits[2].from, 8.0, 1e-9);
        const auto feet = [&](double time) { return position_at(run.trace.tracks[0], time); };
        EXPECT_NEAR(glm::length(feet(1.5) - Vec3(2, 0, 0.4)), 0.0, 2e-3) << rate;
        EXPECT_NEAR(glm::length(feet(3.5) - Vec3(4, 2, 0.4)), 0.0, 2e-3) << rate;
        EXPECT_NEAR(glm::length(feet(4.3) - Vec3(4, 3, 0.4)), 0.0, 2e-3) << rate;
        EXPECT_NEAR(glm::length(feet(5.0) - Vec3(4, 2, 0.4)), 0.0, 2e-3) << rate;
        EXPECT_NEAR(glm::length(feet(10.3) - Vec3(3.6, 0, 0.4)), 0.0, 2e-3) << rate;
    }
}

TEST(FixturePaths, GoAsTheFixtureWasTurned) {
    const Played run = play(riding(bend, 90.0), TapeMaker(3.5));
    EXPECT_NEAR(glm::length(run.state.actors[0].body.position - Vec3(-2, 4, 0.4)), 0.0, 2e-3);
}

TEST(FixturePaths, WhoLeavesItTakesItsSpeedAlong) {
    CoursePlan plan;
    plan.places = {{"start", {0, 0, 0.4}, 0.0}};
    plan.fixtures = {raft_on({{{{40, 0, 0}, false}}, false})};
    const Scene scene(std::string(bare_body) +
                          "button jump key \"Space\"\n"
                          "stance air when airborne { }\n"
                          "move hop on jump { phase up for 0.1 s { start: launch up at 5 m/s } }\n"
                          "fixture raft { box 2 m, 2 m, 0.4 m phase goes { solid follow path at 3 m/s } }\n",
                      plan);
    const Played run = play(scene, TapeMaker(1.2).hold("jump", 1.0, 0.1));
    EXPECT_NEAR(run.state.actors[0].body.velocity.x, 3.0, 1e-6);
}

TEST(FixturePaths, SaysWhereItStandsAndWhichWayItGoes) {
    FixturePath path = bend;
    path.points[0].stops = true;
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {raft_on(path)};
    plan.fixtures[0].position = {0, 20, 0};
    const Scene scene(std::string(bare_body) + R"(
fixture raft {
  box 1 m, 1 m, 1 m
  counter sideways in 0..9
  phase goes {
    follow path at 2 m/s
    go waits when at_stop and stop_number == 2
    go bends when at_stop and stop_number == 1
  }
  phase bends for 0.25 s { start: sideways + 1 when dot(path_ahead, along_y) > 0.9  go goes }
  phase waits { }
}
)",
                      plan);
    for (const int rate : {30, 120, 480}) {
        const Played run = play(scene, TapeMaker(6), rate);
        const auto bends = test::spans_of(scene, run.trace, "raft.bends");
        const auto waits = test::spans_of(scene, run.trace, "raft.waits");
        ASSERT_EQ(bends.size(), 1U);
        ASSERT_EQ(waits.size(), 1U);
        EXPECT_NEAR(bends[0].from, 2.0, 1e-9);
        EXPECT_NEAR(waits[0].from, 2.25 + 1.5, 1e-9);
        EXPECT_EQ(run.state.counters[0].value, 1.0);
    }
}

TEST(FixturePaths, WithoutOneItStaysWhereItIs) {
    const Played run = play(riding({}), TapeMaker(3.0));
    EXPECT_NEAR(glm::length(run.state.actors[0].body.position - Vec3(0, 0, 0.4)), 0.0, 2e-3);
}

TEST(FixturePaths, AreWrittenAndReadWithTheCourse) {
    CoursePlan plan = test::flat_plan();
    FixturePath round = bend;
    round.round = true;
    round.points[1].stops = true;
    plan.fixtures = {raft_on(bend), raft_on(round)};
    plan.fixtures[1].name = "other";
    const auto read = read_course(write_course(plan), "c.json");
    ASSERT_TRUE(read) << read.error();
    EXPECT_EQ(*read, plan);
}

TEST(FixturePaths, OfACourseThatCantBeMeantAreToldWithTheirPlace) {
    const auto message = [](const std::string& path) {
        const std::string text = R"({"format": 1, "name": "c", "places": [{"name": "start", "position": [0, 0, 0]}],
 "pieces": [], "fixtures": [{"name": "raft", "kind": "raft", "position": [0, 0, 0], )" +
                                 path + "}]}";
        const auto read = read_course(text, "c.json");
        return read ? std::string() : read.error();
    };
    EXPECT_EQ(message(R"("path": [{"at": [4, 0, 0]}])"), "");
    EXPECT_NE(message(R"("path": [{"at": [0, 0, 0]}])").find("fixtures[0].path[0].at"), std::string::npos);
    EXPECT_NE(message(R"("path": [{"at": [4, 0, 0]}], "round": true)").find("two points"), std::string::npos);
    EXPECT_NE(message(R"("path": [{"at": [4, 0, 0]}, {"at": [0, 0, 0]}], "round": true)").find("closes by itself"),
              std::string::npos);
    EXPECT_NE(message(R"("round": true)").find("two points"), std::string::npos);
    EXPECT_NE(message(R"("path": [{"stop": true}])").find("at"), std::string::npos);
    EXPECT_NE(message(R"("path": 3)").find("must be a list"), std::string::npos);
    std::string many;
    for (std::size_t i = 1; i <= max_path_points + 1; ++i)
        many += fmt::format("{}{{\"at\": [{}, 0, 0]}}", i == 1 ? "" : ", ", i);
    EXPECT_NE(message("\"path\": [" + many + "]").find("at most 1000 points"), std::string::npos);
}

TEST(FixturePaths, ThatAreMissingOrOfNoUseAreTold) {
    const auto warnings = [](const char* phase, const FixturePath& path) {
        CoursePlan plan = test::flat_plan();
        plan.fixtures = {raft_on(path)};
        const Scene scene(std::string(bare_body) + "fixture raft { box 1 m, 1 m, 1 m phase p { " + phase + " } }\n",
                          plan);
        std::string all;
        for (const FixtureWarning& each : fixture_warnings(scene.program, scene.tuning, plan)) all += each.text;
        return all;
    };
    EXPECT_EQ(warnings("follow path at 2 m/s", bend), "");
    EXPECT_NE(warnings("follow path at 2 m/s", {}).find("has none in the course"), std::string::npos);
    EXPECT_NE(warnings("solid", bend).find("no phase of raft follows it"), std::string::npos);
}

TEST(PathEdits, MoveAddRemoveAndStopInTheWorldsFrame) {
    PlacedFixture raft = raft_on({}, 90.0);
    raft.position = {10, 0, 0};
    EXPECT_EQ(path_places(raft).size(), 1U);
    EXPECT_TRUE(add_path_point(raft, {10, 5, 0}));
    EXPECT_EQ(raft.path.points[0].at, Vec3(5, 0, 0)) << "ahead of it";
    EXPECT_TRUE(add_path_point(raft, {6, 5, 0}));
    EXPECT_EQ(raft.path.points[1].at, Vec3(5, 4, 0)) << "and to its left";
    EXPECT_EQ(path_places(raft)[2], Vec3(6, 5, 0));
    EXPECT_FALSE(add_path_point(raft, {6, 5, 0}));
    EXPECT_TRUE(move_path_point(raft, 1, {6, 5, 2}));
    EXPECT_FALSE(move_path_point(raft, 0, {10, 0, 0})) << "onto where it stands";
    EXPECT_FALSE(move_path_point(raft, 7, {1, 1, 1}));
    toggle_path_stop(raft, 0);
    EXPECT_TRUE(raft.path.points[0].stops);
    raft.path.round = true;
    EXPECT_TRUE(remove_path_point(raft, 0));
    EXPECT_EQ(raft.path.points.size(), 1U);
    EXPECT_FALSE(raft.path.round) << "one point is no round";
    EXPECT_TRUE(remove_path_point(raft, 0));
    EXPECT_TRUE(raft.path.points.empty());
}

TEST(PathEdits, AreReadAndWrittenAsOneLine) {
    FixturePath round = bend;
    round.round = true;
    round.points[0].stops = true;
    round.points[1].at.z = -0.25;
    EXPECT_EQ(path_text(round), "4, 0, 0 stop; 4, 3, -0.25; round");
    EXPECT_EQ(read_path_text(path_text(round)), round);
    EXPECT_EQ(read_path_text("  "), FixturePath{});
    EXPECT_EQ(read_path_text("4,0,0;4,3,0"), bend);
    for (const char* wrong : {"4, 0", "4, 0, x", "4, 0, 0 halt", "round", "0, 0, 0", "4, 0, 0; 4, 0, 0", "1e9, 0, 0",
                              "nan, 0, 0", "4, 0, 0; 0, 0, 0; round"})
        EXPECT_FALSE(read_path_text(wrong)) << wrong;
}

TEST(FixturePaths, OfAScriptThatCantBeMeantAreTold) {
    const auto message = [](const std::string& more) {
        const CompileOutput out =
            compile_text(std::string(bare_body) + "fixture f { box 1 m, 1 m, 1 m " + more + " }\n");
        return out.diagnostics.empty() ? std::string() : out.diagnostics.front().message;
    };
    EXPECT_EQ(message("phase p { follow path at 2 m/s }"), "");
    EXPECT_NE(message("phase p { follow path at speed }").find("constant for the speed along a path"),
              std::string::npos);
    EXPECT_NE(message("phase p { follow path at 2 m/s stays }").find("'stays' is not allowed"), std::string::npos);
    EXPECT_NE(message("mass 3 kg phase p { follow path at 2 m/s }").find("follow path are not allowed"),
              std::string::npos);
    EXPECT_NE(message("phase p { follow path at 2 s }"), "");
}

}  // namespace
}  // namespace leap::fixture_path_test
