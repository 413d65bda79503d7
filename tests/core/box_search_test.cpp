// SPDX-License-Identifier: MIT
#include "core/experiments/box_search.hpp"

#include <gtest/gtest.h>

#include <cmath>

#include "core/experiments/parallel.hpp"

namespace leap::box_search_test {
namespace {

double to_hundredth(std::size_t, double value) {
    return std::round(value * 100.0) / 100.0;
}

Box unit_box(std::size_t values, double begin = 0.5) {
    Box out;
    out.begin.assign(values, begin);
    out.low.assign(values, 0.0);
    out.high.assign(values, 1.0);
    return out;
}

TEST(BoxSearch, FindsANarrowValleyBehindAWideOne) {
    const CostOf cost = [](std::span<const double> x) {
        const double wide = (x[0] - 0.2) * (x[0] - 0.2);
        const double narrow = std::abs(x[0] - 0.807) < 0.02 ? std::abs(x[0] - 0.807) - 0.1 : 1.0;
        return PointCost{std::min(wide, narrow), false};
    };
    const BoxSearch found = search_box(cost, unit_box(1, 0.2), {});
    EXPECT_NEAR(found.best[0], 0.807, 1e-5);
}

TEST(BoxSearch, EveryPointButTheBeginningCanBeWritten) {
    const CostOf cost = [](std::span<const double> x) { return PointCost{std::abs(x[0] - 0.3333), false}; };
    Box box = unit_box(1, 0.12345);
    box.rounded = to_hundredth;
    const BoxSearch found = search_box(cost, box, {});
    EXPECT_EQ(found.best[0], 0.33);
    for (const auto& [point, at] : found.tried)
        EXPECT_TRUE(point[0] == 0.12345 || point[0] == to_hundredth(0, point[0])) << point[0];
    // What is written in the script stays when nothing is better.
    const CostOf flat = [](std::span<const double>) { return PointCost{1.0, false}; };
    EXPECT_EQ(search_box(flat, box, {}).best[0], 0.12345);
}

TEST(BoxSearch, AStepAwayFromWhereItBeginsIsFoundInThreeValues) {
    // One eighth of the box holds, and nothing around the beginning says where it is.
    const CostOf cost = [](std::span<const double> x) {
        const bool good = x[0] > 0.6 && x[1] < 0.4 && x[2] > 0.5;
        return PointCost{good ? 0.0 : 1.0, good};
    };
    const BoxSearch found = search_box(cost, unit_box(3, 0.1), {});
    EXPECT_TRUE(found.cost.enough);
    EXPECT_LT(found.tries, 400);
}

TEST(BoxSearch, AnswersAreTheSameOnAnyNumberOfThreads) {
    const CostOf cost = [](std::span<const double> x) {
        return PointCost{std::pow(x[0] - 0.31, 2.0) + std::pow(x[1] - 0.7, 2.0) + 0.01 * std::sin(60.0 * x[0]), false};
    };
    BoxSearchOptions one;
    one.threads = 1;
    BoxSearchOptions many;
    many.threads = 4;
    const BoxSearch a = search_box(cost, unit_box(2), one);
    const BoxSearch b = search_box(cost, unit_box(2), many);
    EXPECT_EQ(a.best, b.best);
    EXPECT_EQ(a.tries, b.tries);
    EXPECT_LE(a.tries, one.most_tries);
}

TEST(BoxSearch, StopsWhenToldAndKeepsWhatItHas) {
    int tries = 0;
    BoxSearchOptions options;
    options.threads = 1;
    options.progress = [&](int done, int) { tries = done; };
    options.stop = [&] { return tries >= 7; };
    const CostOf cost = [](std::span<const double> x) { return PointCost{x[0], false}; };
    const BoxSearch found = search_box(cost, unit_box(2), options);
    EXPECT_TRUE(found.stopped);
    EXPECT_EQ(found.tries, 7);
    EXPECT_FALSE(found.best.empty());
    const CostOf stops = [](std::span<const double>) -> PointCost { throw WorkStopped{}; };
    EXPECT_TRUE(search_box(stops, unit_box(2), {}).stopped);
}

TEST(BoxSearch, NothingFreeIsTheCostAtTheBeginning) {
    Box box = unit_box(1);
    box.low[0] = box.high[0] = 0.5;
    const CostOf cost = [](std::span<const double> x) { return PointCost{x[0], false}; };
    const BoxSearch found = search_box(cost, box, {});
    EXPECT_EQ(found.tries, 1);
    EXPECT_EQ(found.cost.cost, 0.5);
}

}  // namespace
}  // namespace leap::box_search_test
