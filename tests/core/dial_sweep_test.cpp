// SPDX-License-Identifier: MIT
#include "core/experiments/sweep.hpp"

#include <gtest/gtest.h>

#include "core/experiments/sweep_csv.hpp"
#include "core/project/sweep_fingerprint.hpp"
#include "tests/core/experiment_scene.hpp"

namespace leap::dial_sweep_test {
namespace {

struct Swept : test::HopScene {
    Tape tape = test::gap_tape();
    SweepRequest request;
    explicit Swept(const std::vector<std::string>& axes = {"hop.rise=0.5m..2.5m:9", "hop.time_to_top=0.2s..0.5s:7"})
        : HopScene("mark lowest in -0.1 m..0.1 m\n", test::gap_plan()) {
        for (const std::string& axis : axes)
            request.axes.push_back(read_axis(axis, program, tuning, course.plan).value());
        request.tapes = {&tape};
    }
    std::string axis_problem(const std::string& text) const {
        const auto axis = read_axis(text, program, tuning, course.plan);
        return axis ? "fine" : axis.error();
    }
};

TEST(DialSweep, AnAxisIsReadAndWhatIsWrongIsTold) {
    const Swept scene;
    const SweepAxis axis = read_axis("hop.rise=50cm..2.5:5", scene.program, scene.tuning, scene.course.plan).value();
    EXPECT_EQ(axis.from, 0.5);
    EXPECT_EQ(axis.at(1), 1.0);
    EXPECT_EQ(axis.at(4), 2.5);
    EXPECT_EQ(read_axis("hop.rise", scene.program, scene.tuning, scene.course.plan)->to, 6.0) << "its own range";
    EXPECT_NE(scene.axis_problem("hop.rise=3m..1m:5").find("swap them"), std::string::npos);
    EXPECT_NE(scene.axis_problem("hop.rise=0m..1m:5").find("outside of the dial's range"), std::string::npos);
    EXPECT_NE(scene.axis_problem("hop.rise=1m..2m:none").find("expected a number of points"), std::string::npos);
    EXPECT_NE(scene.axis_problem("hop.rise=1m..2m:0").find("expected a number of points"), std::string::npos);
    EXPECT_NE(scene.axis_problem("hop.rise=1s..2s").find("hop.rise: expected m, got s"), std::string::npos);
    EXPECT_NE(scene.axis_problem("hop.rise=1m").find("expected a range"), std::string::npos);
    EXPECT_NE(scene.axis_problem("hop.rsie=1m..2m").find("did you mean"), std::string::npos);
}

TEST(DialSweep, EveryCellIsWhatARunWithThoseValuesGives) {
    Swept scene;
    const Sweep sweep = run_sweep(scene.setup(), scene.request);
    ASSERT_TRUE(sweep.complete);
    ASSERT_EQ(sweep.cells.size(), 63U);
    for (const std::size_t cell : {0U, 10U, 40U, 62U}) {
        const std::vector<double> values = sweep.values_of(cell);
        test::HopScene one("mark lowest in -0.1 m..0.1 m\n", test::gap_plan());
        one.set("hop.rise", values[0]);
        one.set("hop.time_to_top", values[1]);
        const auto readings = take_readings(one.program, one.tuning, one.run(scene.tape), scene.tape.name);
        for (std::size_t r = 0; r < readings.size(); ++r)
            EXPECT_EQ(sweep.cells[cell].tapes[0].readings[r], readings[r].value);
    }
    EXPECT_FALSE(holds_all(sweep.cells[sweep.cell_at(0, 0)], std::nullopt)) << "a low quick hop falls short";
    EXPECT_TRUE(holds_all(sweep.cells[sweep.cell_at(8, 6)], std::nullopt));
}

TEST(DialSweep, EdgesLieBetweenTheirCells) {
    Swept scene({"hop.time_to_top=0.2s..0.5s:7"});
    const Sweep sweep = run_sweep(scene.setup(), scene.request);
    const auto edges = find_edges(scene.setup(), scene.request, sweep, std::nullopt);
    const auto holds = std::find_if(edges.begin(), edges.end(), [](const SweepEdge& edge) { return edge.holds; });
    ASSERT_NE(holds, edges.end());
    EXPECT_GT(holds->values[0], sweep.values_of(holds->one)[0]);
    EXPECT_LT(holds->values[0], sweep.values_of(holds->other)[0]);
    const auto lands = [&](double time) {
        test::HopScene one("", test::gap_plan());
        one.set("hop.time_to_top", time);
        return one.run(scene.tape).tracks[0].rows.back().position.z > -0.1;
    };
    EXPECT_FALSE(lands(holds->values[0] - 0.002));
    EXPECT_TRUE(lands(holds->values[0] + 0.002));
}

TEST(DialSweep, ShardsPutTogetherAreTheSameBytesInAnyOrder) {
    const Swept scene;
    const std::string whole = sweep_csv(run_sweep(scene.setup(), scene.request), scene.program);
    std::vector<std::string> parts;
    std::vector<std::string> names;
    for (const std::size_t number : {2U, 0U, 1U}) {
        parts.push_back(sweep_csv(run_sweep(scene.setup(), scene.request, {}, Shard{number, 3}), scene.program));
        names.push_back("part" + std::to_string(number) + ".csv");
    }
    EXPECT_EQ(merge_sweep_csv(parts, names).value(), whole);
    EXPECT_NE(whole.find("cell,of,sweep,hop.rise (m),hop.time_to_top (s),tape,"), std::string::npos);
    // What is missing, double or of another sweep is told.
    const auto problem = [&](const std::vector<std::string>& some) {
        const auto merged = merge_sweep_csv(some, names);
        return merged ? std::string("fine") : merged.error();
    };
    EXPECT_NE(problem({parts[0], parts[1]}).find("are missing, the first is cell 1"), std::string::npos);
    EXPECT_NE(problem({parts[0], parts[0], parts[1]}).find("is also in part2.csv"), std::string::npos);
    EXPECT_NE(problem({parts[0], "nonsense\n"}).find("part0.csv:1: expected a part of a sweep"), std::string::npos);
    EXPECT_NE(problem({parts[0], "cell,of,other\n"}).find("has no column \"sweep\""), std::string::npos);
    EXPECT_NE(problem({parts[0], "cell,of,sweep,other\n"}).find("its columns differ"), std::string::npos);
    EXPECT_NE(problem({parts[0] + "x,y\n", parts[1], parts[2]}).find("doesn't begin with a cell's number"),
              std::string::npos);
    EXPECT_NE(problem({}).find("expected the files of parts"), std::string::npos);
}

/// Parts that were made of anything else, and every kind of damage, are refused.
TEST(DialSweep, PartsOfOtherSweepsAndDamagedOnesAreRefused) {
    const auto part = [](Swept& scene, std::size_t number) {
        scene.request.fingerprint = sweep_fingerprint(scene.setup(), scene.request);
        return sweep_csv(run_sweep(scene.setup(), scene.request, {}, Shard{number, 2}), scene.program);
    };
    const std::vector<std::string> axes{"hop.rise=1m..3m:3"};
    Swept scene(axes);
    const std::string first = part(scene, 0);
    const std::string second = part(scene, 1);
    const auto problem = [&](const std::string& other) {
        const std::vector<std::string> names{"a.csv", "b.csv"};
        const std::vector<std::string> parts{first, other};
        const auto merged = merge_sweep_csv(parts, names);
        return merged ? std::string() : merged.error();
    };
    EXPECT_EQ(problem(second), "");
    const std::string another =
        "the others are of " + scene.request.fingerprint + ": script, course, tapes, dials or ranges differ";
    Swept other_range({"hop.rise=1m..4m:3"});
    EXPECT_NE(problem(part(other_range, 1)).find(another), std::string::npos) << problem(part(other_range, 1));
    Swept other_dial(axes);
    other_dial.set("hop.time_to_top", 0.31);
    EXPECT_NE(problem(part(other_dial, 1)).find(another), std::string::npos);
    Swept other_tape(axes);
    other_tape.tape.tracks[0].events.front().time_s += 0.01;
    EXPECT_NE(problem(part(other_tape, 1)).find(another), std::string::npos);
    const std::size_t line = second.rfind('\n', second.size() - 2) + 1;
    EXPECT_NE(problem(second.substr(0, second.size() - 5)).find("cut short"), std::string::npos);
    EXPECT_NE(problem(second.substr(0, second.rfind(',')) + "\n").find("fields, expected"), std::string::npos);
    EXPECT_NE(problem(second.substr(0, line)).find("are missing"), std::string::npos);
    EXPECT_NE(problem(second + second.substr(line)).find("a line is missing or there twice"), std::string::npos);
}

TEST(DialSweep, APieceOfTheCourseIsSwept) {
    Swept scene({"piece far quay x=22m..27m:6"});
    const Sweep sweep = run_sweep(scene.setup(), scene.request);
    EXPECT_TRUE(holds_all(sweep.cells.front(), std::nullopt)) << "2 m nearer";
    EXPECT_FALSE(holds_all(sweep.cells.back(), std::nullopt)) << "3 m farther";
}

TEST(DialSweep, WhatCantBeSweptIsToldAndStopKeepsWhatIsDone) {
    Swept scene;
    EXPECT_FALSE(sweep_problem(scene.request));
    SweepRequest request = scene.request;
    request.axes[1] = request.axes[0];
    EXPECT_NE(sweep_problem(request)->find("choose another one"), std::string::npos);
    request.axes.clear();
    EXPECT_TRUE(sweep_problem(request));
    request = scene.request;
    request.axes[0].count = request.axes[1].count = 100'000;
    EXPECT_NE(sweep_problem(request)->find("take fewer points"), std::string::npos);
    ParallelOptions options;
    options.threads = 1;
    std::size_t ended = 0;
    options.progress = [&](std::size_t done, std::size_t) { ended = done; };
    options.stop = [&] { return ended == 10; };
    const Sweep part = run_sweep(scene.setup(), scene.request, options);
    EXPECT_FALSE(part.complete);
    EXPECT_EQ(std::count_if(part.cells.begin(), part.cells.end(), [](const auto& cell) { return cell.done; }), 10);
}

}  // namespace
}  // namespace leap::dial_sweep_test
