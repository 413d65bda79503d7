// SPDX-License-Identifier: MIT
// Answers of experiments against trying everything.
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/experiments/leeway.hpp"
#include "core/experiments/sensitivity.hpp"
#include "core/experiments/solve.hpp"
#include "core/readings/readings.hpp"
#include "core/tape/replay.hpp"
#include "core/tape/tape_edit.hpp"
#include "tests/core/experiment_scene.hpp"

namespace leap::brute_force_test {
namespace {

struct Brute : test::HopScene {
    Tape tape = test::gap_tape();
    Brute() : HopScene("", test::gap_plan()) {}
    /// Every reading with one value changed.
    std::vector<std::optional<double>> readings(const FreeValue& value, double at) const {
        const Varied made = varied(setup(), std::span(&value, 1), std::span(&at, 1));
        const Trace trace = replay(made.rehearsal(tape.rate_hz), tape).value();
        std::vector<std::optional<double>> out;
        for (const ReadingResult& each : take_readings(*made.program, made.tuning, trace, tape.name))
            out.push_back(each.value);
        return out;
    }
};

TEST(BruteForce, SolveFindsWhatAScanOfADialFinds) {
    const Brute scene;
    std::mt19937 random(11);
    int asked = 0;
    for (const std::string path : {"hop.rise", "hop.time_to_top", "walk.top"}) {
        const FreeValue value = scene.value(path);
        std::vector<double> at;
        std::vector<std::vector<std::optional<double>>> all;
        for (int i = 0; i <= 150; ++i) {
            at.push_back(written_value(scene.program, value, value.low + (value.high - value.low) * i / 150.0));
            all.push_back(scene.readings(value, at.back()));
        }
        for (std::size_t r = 0; r < scene.program.readings.size(); ++r)
            for (int k = 0; k < 4; ++k) {
                const std::size_t i = random() % at.size();
                if (!all[i][r]) continue;
                SolveRequest request;
                request.free = {value};
                request.tapes = {&scene.tape};
                Wish wish;
                wish.reading = scene.program.readings[r].name;
                // A band that the scanned value holds, within the thousandth by which a single value holds.
                const double half = std::max(1e-6, 0.001 * std::abs(*all[i][r]));
                wish.low = *all[i][r] - half;
                wish.high = *all[i][r] + half;
                request.wishes = {wish};
                const Solution found = solve(scene.setup(), request);
                EXPECT_TRUE(found.all_hold())
                    << path << " " << wish.reading << " " << *all[i][r] << ", which " << at[i] << " has";
                const auto again = scene.readings(value, found.values[0]);
                ASSERT_TRUE(again[r].has_value());
                EXPECT_TRUE(holds(wish, again[r])) << "what is told is what the value gives";
                ++asked;
            }
    }
    EXPECT_GT(asked, 30);
}

TEST(BruteForce, SolveTellsTheClosestWhereAScanFindsNothing) {
    const Brute scene;
    const FreeValue value = scene.value("hop.rise");
    double highest = 0.0;
    for (int i = 0; i <= 100; ++i)
        highest = std::max(highest, scene.readings(value, value.low + (value.high - value.low) * i / 100.0)[0].value());
    SolveRequest request;
    request.free = {value};
    request.tapes = {&scene.tape};
    Wish wish;
    wish.reading = "hop_height";
    wish.low = wish.high = highest + 1.0;
    request.wishes = {wish};
    const Solution found = solve(scene.setup(), request);
    EXPECT_FALSE(found.all_hold());
    EXPECT_NEAR(found.wishes[0].value.value(), highest, 1e-6);
    ASSERT_FALSE(found.wishes[0].in_the_way.empty());
    EXPECT_NE(found.wishes[0].in_the_way[0].find("hop.rise is at its upper bound 6 m, the end of its range"),
              std::string::npos)
        << found.wishes[0].in_the_way[0];
}

TEST(BruteForce, SensitivityIsWhatATenthOfTheRangeDoes) {
    Brute scene;
    scene.set("hop.time_to_top", 0.3);
    const Tape* list[] = {&scene.tape};
    const Sensitivity found = find_sensitivity(scene.setup(), free_dials(scene.program, scene.tuning), list);
    ASSERT_GT(found.influences.size(), 4U);
    for (const Influence& each : found.influences) {
        const FreeValue& value = found.values[each.value];
        const double tenth = 0.1 * (value.high - value.low);
        const auto now = scene.readings(value, value.now)[each.reading];
        const auto low = scene.readings(value, std::max(value.low, value.now - tenth))[each.reading];
        const auto high = scene.readings(value, std::min(value.high, value.now + tenth))[each.reading];
        const std::string what = value.path + " " + scene.program.readings[each.reading].name;
        ASSERT_EQ(each.less.has_value(), now && low) << what;
        ASSERT_EQ(each.more.has_value(), now && high) << what;
        EXPECT_NEAR(each.less.value_or(0.0), each.less ? *low - *now : 0.0, 1e-9) << what;
        EXPECT_NEAR(each.more.value_or(0.0), each.more ? *high - *now : 0.0, 1e-9) << what;
    }
}

TEST(BruteForce, LeewayIsWhatMovingAPressFinds) {
    test::HopScene scene("mark lowest in -0.1 m..0.1 m\n", test::gap_plan());
    const Tape tape = test::gap_tape();
    const Leeway found = find_leeway(scene.setup(), tape);
    ASSERT_TRUE(found.complete) << found.problem;
    const EventLeeway& press = found.events.front();
    const auto lands = [&](double by_s) {
        const Press was = presses_of(tape, {0, "jump"})[0];
        const Tape moved = with_press_moved(tape, {0, "jump"}, 0, {was.from_s + by_s, was.to_s});
        const Trace trace = scene.run(moved);
        return extreme(trace.tracks[0], Quantity::feet, {0.0, trace.length_s()}, false) >= -0.1;
    };
    const double step = 0.00011;
    for (double by = 0.0; by <= press.later.by_s; by += 0.004) EXPECT_TRUE(lands(by)) << by;
    EXPECT_FALSE(lands(press.later.by_s + step));
    for (double by = 0.0; by <= press.earlier.by_s; by += 0.004) EXPECT_TRUE(lands(-by)) << by;
    EXPECT_FALSE(lands(-press.earlier.by_s - step));
}

}  // namespace
}  // namespace leap::brute_force_test
