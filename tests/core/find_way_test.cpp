// SPDX-License-Identifier: MIT
#include "core/reach/find_way.hpp"

#include <gtest/gtest.h>

#include "core/project/project.hpp"
#include "core/project/tape_file.hpp"
#include "core/reach/way_field.hpp"
#include "core/reach/way_margins.hpp"
#include "core/tape/tape_edit.hpp"
#include "tests/core/experiment_scene.hpp"
#include "tests/core/way_gaps.hpp"

namespace leap::find_way_test {
namespace {

const char* const dash_script = R"(
move dash on dash {
  dial burst = 16 m/s in 4..30
  charges 1 refill when grounded
  phase burst for 0.2 s {
    drive forward at burst
    gravity 0 m/s^2
  }
}
)";

/// Two quays with a gap between them, and a place on each.
CoursePlan two_quays(double gap_m, double rise_m = 0.0) {
    CoursePlan out;
    out.name = "two quays";
    out.pieces = {test::box({-2, 0, -1}, {14, 6, 2}), test::box({5 + gap_m + 5, 0, -1 + rise_m}, {10, 6, 2})};
    out.pieces[0].name = "near quay";
    out.pieces[1].name = "far quay";
    out.places = {{"start", {0.0, 0.0, 0.0}, 0.0, {}}, {"far", {5 + gap_m + 6, 1.0, rise_m}, 180.0, {}}};
    return out;
}

struct Ways : test::HopScene {
    explicit Ways(CoursePlan plan, const std::string& more = {}) : HopScene(more, std::move(plan)) {}
    Way find(const std::string& to = "far quay", std::size_t tries = 0, int threads = 0) const {
        ParallelOptions options;
        options.threads = threads;
        return find_way(setup(), request(to, tries), options);
    }
    static WayRequest request(const std::string& to = "far quay", std::size_t tries = 0) {
        WayRequest out{"start", to};
        out.most_tries = tries;
        return out;
    }
};

TEST(FindWay, OverAGapAndTheTapePlays) {
    const Ways scene(two_quays(3.0));
    const Way way = scene.find();
    ASSERT_TRUE(way.found) << way_text(way);
    EXPECT_EQ(way.moves, std::vector<std::string>{"hop"});
    EXPECT_TRUE(reaches_goal(scene.setup(), {"start", "far quay"}, way.tape));
    EXPECT_GT(way.path.back().x, 7.5);
    EXPECT_EQ(way_text(way).substr(0, 6), "found:");
}

TEST(FindWay, ASavedTapePlaysTheSameWay) {
    const Ways scene(two_quays(3.0));
    const Way way = scene.find();
    ASSERT_TRUE(way.found);
    const auto read = read_tape(write_tape(way.tape), "w");
    ASSERT_TRUE(read);
    EXPECT_EQ(*read, way.tape) << "times and turns are those that a file writes";
    const Trace direct = scene.run(way.tape);
    EXPECT_EQ(trace_hash(scene.run(*read)), trace_hash(direct));
    for (std::size_t tick = 0; tick < way.path.size(); tick += 10)
        EXPECT_NEAR(position_at(direct.tracks[0], static_cast<double>(tick) / 120.0).x, way.path[tick].x, 1e-9);
}

TEST(FindWay, WhereOneCanWalkNothingIsPressed) {
    const Ways scene(two_quays(0.0));
    const Way way = scene.find("far");
    ASSERT_TRUE(way.found) << way_text(way);
    EXPECT_TRUE(way.moves.empty());
    for (const TapeEvent& event : way.tape.tracks[0].events)
        EXPECT_FALSE(std::holds_alternative<ButtonEvent>(event.what));
    EXPECT_NEAR(way.path.back().x, 11.0, 0.7) << "to a place, not only to its piece";
    EXPECT_NEAR(way.path.back().y, 1.0, 0.7);
}

TEST(FindWay, WhatIsTooFarIsSaidToBeNotFoundAndHowNearItCame) {
    const Ways scene(two_quays(9.0));
    const Way way = scene.find("far quay", 1000);
    EXPECT_FALSE(way.found);
    EXPECT_TRUE(way.problem.empty());
    EXPECT_GE(way.tries, 1000U);
    EXPECT_LT(way.tries, 1300U);
    EXPECT_NE(way_text(way).find("no route found in 1"), std::string::npos) << way_text(way);
    // A hop carries 4.8 m, the feet hang over both edges by 0.3 m, and the press may come 0.6 m behind the first.
    EXPECT_GT(way.nearest_m, 9.0 - 4.8 - 0.6 - 0.6 - 0.5);
    EXPECT_LT(way.nearest_m, 9.0);
    EXPECT_NE(way.not_tried.find("stick directions other than ahead"), std::string::npos);
    EXPECT_TRUE(way.tape.tracks[0].events.empty());
}

TEST(FindWay, AMoveThatIsLeftOutIsNotUsed) {
    Ways scene(two_quays(6.6), dash_script);
    const Way with = scene.find();
    ASSERT_TRUE(with.found) << way_text(with);
    EXPECT_NE(std::find(with.moves.begin(), with.moves.end(), "dash"), with.moves.end());
    ASSERT_TRUE(leave_out(scene.program, "dash", scene.tuning));
    const Way without = scene.find("far quay", 2000);
    EXPECT_FALSE(without.found) << way_text(without);
}

TEST(FindWay, TheSameOnAnyNumberOfThreadsAndEveryTime) {
    const Ways scene(two_quays(4.2), dash_script);
    const Way one = scene.find("far quay", 0, 1);
    ASSERT_TRUE(one.found);
    for (const int threads : {2, 5}) {
        const Way again = scene.find("far quay", 0, threads);
        EXPECT_EQ(again.tries, one.tries);
        EXPECT_EQ(again.tape, one.tape);
    }
}

TEST(FindWay, AnotherSeedIsAnotherSearchAndTheSameSeedTheSame) {
    const Ways scene(two_quays(5.6), dash_script);
    WayRequest request = Ways::request();
    const Way one = find_way(scene.setup(), request);
    request.seed = 7;
    const Way other = find_way(scene.setup(), request);
    const Way again = find_way(scene.setup(), request);
    ASSERT_TRUE(one.found && other.found);
    EXPECT_NE(one.tape, other.tape);
    EXPECT_EQ(other.tape, again.tape);
    EXPECT_EQ(other.seed, 7U);
}

TEST(FindWay, TheLeewayOfARouteIsHowFarEachEdgeMovesUntilTheGoalIsMissed) {
    const Ways scene(two_quays(4.4));
    const Way way = scene.find();
    ASSERT_TRUE(way.found) << way_text(way);
    ASSERT_FALSE(way.leeway.events.empty());
    for (const EventLeeway& event : way.leeway.events) {
        const ButtonRow row{0, event.button};
        const Press press = presses_of(way.tape, row)[event.press];
        const auto reaches_with = [&](double by_s) {
            const Press moved = event.of == LeewayOf::press ? Press{press.from_s + by_s, press.to_s}
                                                            : Press{press.from_s, press.to_s + by_s};
            return reaches_goal(scene.setup(), Ways::request(), with_press_moved(way.tape, row, event.press, moved));
        };
        for (double by_s = 0.0; by_s <= event.later.by_s; by_s += 1.0 / 120.0) EXPECT_TRUE(reaches_with(by_s));
        for (double by_s = 0.0; by_s <= event.earlier.by_s; by_s += 1.0 / 120.0) EXPECT_TRUE(reaches_with(-by_s));
        if (!event.later.open) {
            EXPECT_FALSE(reaches_with(event.later.by_s + 0.0002));
        }
        if (!event.earlier.open) {
            EXPECT_FALSE(reaches_with(-event.earlier.by_s - 0.0002));
        }
    }
    EXPECT_EQ(way.hand.tries, 200);
    EXPECT_GT(way.hand.successes, 150) << "a press in the middle of its leeway";
    EXPECT_NE(way_lines(way).at(1).find("ms early"), std::string::npos) << way_lines(way).at(1);
}

TEST(FindWay, AHintThatReachesIsARoute) {
    const Ways scene(two_quays(4.4));
    const Tape hint = test::TapeMaker(3.0).stick(0.0, 0, 1).hold("jump", 0.82, 0.4);
    ASSERT_TRUE(reaches_goal(scene.setup(), Ways::request(), hint));
    WayRequest request = Ways::request("far quay", 1);
    request.first_is_enough = true;
    const Way way = find_way(scene.setup(), request, {}, {{hint}});
    ASSERT_TRUE(way.found);
    EXPECT_EQ(way.tries, 0U);
    EXPECT_TRUE(reaches_goal(scene.setup(), request, way.tape));
}

TEST(FindWay, AHintThatMissesBarelyIsChangedUntilItReaches) {
    const Ways scene(two_quays(5.1));
    const Tape hint = test::TapeMaker(3.0).stick(0.0, 0, 1).hold("jump", 0.7, 0.4);
    ASSERT_FALSE(reaches_goal(scene.setup(), Ways::request(), hint));
    const Way way = find_way(scene.setup(), Ways::request("far quay", 5000), {}, {{hint}});
    EXPECT_TRUE(way.found) << way_text(way);
}

TEST(FindWay, AHintFromAnotherStartIsRefused) {
    const Ways scene(two_quays(3.0));
    Tape hint = test::TapeMaker(1.0);
    hint.name = "elsewhere";
    hint.tracks[0].start_place = "far";
    EXPECT_EQ(find_way(scene.setup(), Ways::request(), {}, {{hint}}).problem,
              "the tape \"elsewhere\" begins at \"far\", expected \"start\"; choose one from the same start");
}

/// The demo's character with all its moves.
struct Wick {
    Project project = load_project(std::string(LEAP_SOURCE_DIR) + "/examples/lantern-quay").value();
    Program program = project.compiled.program.value();
    Tuning tuning = written_tuning(program);
};

TEST(FindWay, OverTheWaterToTheFarRock) {
    Wick wick;
    const Course course = test::course_of(wick.project.course.value());
    WayRequest request{"gull stand", "far gull rock"};
    request.first_is_enough = true;
    for (const bool with_dash : {true, false}) {
        if (!with_dash) {
            ASSERT_TRUE(leave_out(wick.program, "dash", wick.tuning));
        }
        const leap::Setup setup{wick.program, wick.tuning, course};
        const Way way = find_way(setup, request);
        ASSERT_TRUE(way.found) << way_text(way);
        EXPECT_TRUE(reaches_goal(setup, request, way.tape));
        if (!with_dash) {
            EXPECT_EQ(std::count(way.moves.begin(), way.moves.end(), "dash"), 0);
        }
    }
}

TEST(FindWay, FindsWhatRandomTapesFind) {
    const Wick wick;
    int at_random = 0;
    for (const test::WayGap& gap : test::way_gaps(10, 5)) {
        const Course course = test::course_of(gap.plan);
        const leap::Setup setup{wick.program, wick.tuning, course};
        WayRequest request = Ways::request();
        request.first_is_enough = true;
        const auto random = test::random_tries(setup, request, 250, 17);
        if (!random) continue;
        ++at_random;
        const Way way = find_way(setup, request);
        ASSERT_TRUE(way.found) << gap.what << ": " << way_text(way);
        EXPECT_TRUE(reaches_goal(setup, request, way.tape)) << gap.what;
    }
    EXPECT_GT(at_random, 2);
}

TEST(FindWay, ARouteDoesNotLeadThroughTheWater) {
    const Wick wick;
    CoursePlan plan = test::way_gaps(1, 1).front().plan;
    plan.pieces[1].center.x = 6 + 4.0 + 5;
    const Course course = test::course_of(plan);
    const Way way = find_way({wick.program, wick.tuning, course}, Ways::request());
    ASSERT_TRUE(way.found) << way_text(way);
    EXPECT_EQ(std::count(way.moves.begin(), way.moves.end(), "drowned"), 0);
    for (std::size_t i = 1; i < way.path.size(); ++i) EXPECT_LT(glm::length(way.path[i] - way.path[i - 1]), 1.5);
}

TEST(FindWay, FewWorldsAreEnoughForAShortWay) {
    const Ways scene(two_quays(3.0));
    WayRequest request = Ways::request();
    request.most_worlds = 200;
    const Way way = find_way(scene.setup(), request);
    EXPECT_TRUE(way.found) << way_text(way);
}

TEST(FindWay, UpOntoSomethingHigher) {
    const Ways scene(two_quays(2.0, 1.6));
    const Way way = scene.find();
    ASSERT_TRUE(way.found) << way_text(way);
    EXPECT_NEAR(way.path.back().z, 1.6, 0.05);
}

TEST(FindWay, NamesThatAreWrongAreToldWithTheNearest) {
    const Ways scene(two_quays(3.0));
    EXPECT_EQ(scene.find("far qay").problem, "unknown place or piece \"far qay\"; did you mean 'far quay'?");
    EXPECT_NE(scene.find("").problem.find("and one to reach"), std::string::npos);
    EXPECT_NE(find_way(scene.setup(), {"near quay", "near quay"}).problem.find("already at"), std::string::npos);
    CoursePlan bare = two_quays(3.0);
    bare.places.resize(1);
    const Ways no_place(bare);
    EXPECT_NE(find_way(no_place.setup(), {"far quay", "near quay"}).problem.find("no start place on \"far quay\""),
              std::string::npos);
    EXPECT_TRUE(find_way(scene.setup(), {"far quay", "near quay"}).found) << "it begins at the place on it";
}

TEST(FindWay, NothingStandsOnAVolume) {
    CoursePlan plan = two_quays(3.0);
    plan.pieces.push_back(test::box({6, 0, 1}, {2, 2, 2}));
    plan.pieces.back().name = "pool";
    plan.pieces.back().solid = false;
    EXPECT_EQ(Ways(plan).find("pool").problem,
              "\"pool\" is a volume, and nobody can stand on it; choose a place or a solid piece");
}

TEST(FindWay, StopEndsItWithoutAWay) {
    const Ways scene(two_quays(9.0));
    ParallelOptions options;
    options.threads = 1;
    int asked = 0;
    options.stop = [&] { return ++asked > 20; };
    const Way way = find_way(scene.setup(), {"start", "far quay"}, options);
    EXPECT_TRUE(way.stopped);
    EXPECT_FALSE(way.found);
    EXPECT_LT(way.tries, 2000U);
}

TEST(FindWay, ItsFieldLeadsRoundWhatIsDeepAndUpWhatIsHigh) {
    // An angle of two quays: straight across is water.
    CoursePlan plan;
    plan.water_level = -0.5;
    plan.pieces = {test::box({10, 0, -1}, {24, 4, 2}), test::box({20, 10, -1}, {4, 24, 2}),
                   test::box({0, 0, -4}, {200, 200, 2})};
    const Course course = build_course(plan);
    const WayField field(course, {20, 20, 0}, {}, {0, 0, 0}, 0.9);
    EXPECT_GT(field.distance_m({0, 0, 0}), 32.0);
    EXPECT_LT(field.distance_m({0, 0, 0}), 42.0) << "along both quays, not through the water";
    EXPECT_LT(field.ahead_of({0, 0, 0}, 6.0).y, 3.0) << "first along the first";
    EXPECT_LT(field.distance_m({20, 15, 0}), field.distance_m({10, 0, 0}));
    EXPECT_GT(field.distance_m({20, 15, -3}), field.distance_m({20, 15, 0})) << "fallen in, it is farther";
    EXPECT_GT(field.distance_m({500, 500, 0}), 400.0) << "outside it is as much farther";
}

TEST(WayMargins, ADialFallsAsFarAsAWayIsFound) {
    const Ways scene(two_quays(3.4));
    const WayRequest request{"start", "far quay"};
    const Way way = find_way(scene.setup(), request);
    ASSERT_TRUE(way.found);
    const FreeValue time = scene.value("hop.time_to_top");
    WayRequest shorter = request;
    shorter.most_tries = 8000;
    const WayMargins found = find_margins(scene.setup(), shorter, way, {scene.value("hop.rise"), time});
    ASSERT_TRUE(found.complete);
    ASSERT_EQ(found.margins.size(), 2U);
    // A hop of t to its top carries 2 t * 6 m/s, and a little more onto a lip that is stepped up to; the feet, 0.3 m in
    // radius, may hang over both edges, and the press may come 0.1 s behind the first.
    const WayMargin& margin = found.margins.front();
    EXPECT_EQ(margin.value.path, "hop.time_to_top");
    ASSERT_FALSE(margin.to_the_end);
    EXPECT_GT(margin.least, (3.4 - 2.0 * 0.3 - 0.1 * 6.0) / 12.0);
    EXPECT_LT(margin.least, (3.4 - 2.0 * 0.3 - 0.1 * 6.0) / 12.0 + 0.03) << "near what is possible";
    const auto found_at = [&](double si) {
        const Varied made = varied(scene.setup(), std::span(&time, 1), std::span(&si, 1));
        return find_way({*made.program, made.tuning, *made.course}, shorter, {}, {{way.tape, way.segments}}).found;
    };
    EXPECT_TRUE(found_at(margin.least));
    EXPECT_FALSE(found_at(time.low));
    EXPECT_NE(margin_text(margin).find("hop.time_to_top: works from 0.4 s at least down to 0.1"), std::string::npos)
        << margin_text(margin);
    // How high it goes says nothing about how far.
    EXPECT_TRUE(found.margins.back().to_the_end);
    EXPECT_EQ(margin_text(found.margins.back()), "hop.rise: works from 2 m down to the end of its range, 0.3 m");
}

TEST(WayMargins, DialsAreThoseOfWhatTookPart) {
    const Ways scene(two_quays(3.0), dash_script);
    const Way way = scene.find();
    ASSERT_TRUE(way.found);
    ASSERT_EQ(way.moves.size(), 1U) << "one of the two is enough";
    bool of_the_move = false;
    for (const FreeValue& value : dials_of_way(scene.setup(), way)) {
        const std::string owner = value.path.substr(0, value.path.find('.'));
        EXPECT_TRUE(owner == way.moves.front() || owner == "walk") << value.path;
        of_the_move = of_the_move || owner == way.moves.front();
    }
    EXPECT_TRUE(of_the_move);
}

TEST(WayMargins, StopLeavesNothingHalfSaid) {
    const Ways scene(two_quays(3.0));
    const WayRequest request{"start", "far quay"};
    const Way way = find_way(scene.setup(), request);
    ASSERT_TRUE(way.found);
    ParallelOptions options;
    options.stop = [] { return true; };
    const WayMargins found = find_margins(scene.setup(), request, way, dials_of_way(scene.setup(), way), options);
    EXPECT_FALSE(found.complete);
    EXPECT_TRUE(found.margins.empty());
}

}  // namespace
}  // namespace leap::find_way_test
