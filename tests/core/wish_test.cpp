// SPDX-License-Identifier: MIT
#include "core/experiments/wish.hpp"

#include <gtest/gtest.h>

#include "tests/core/experiment_scene.hpp"

namespace leap::wish_test {
namespace {

const std::vector<std::string> tapes{"three hops", "quay loop"};

struct Wishes : test::HopScene {
    Wish wish(const std::string& text) const { return read_wish(text, program, tapes).value(); }
    std::string problem(const std::string& text) const {
        const auto read = read_wish(text, program, tapes);
        return read ? "fine" : read.error();
    }
};

TEST(Wish, IsReadAndWrittenAgainTheSame) {
    const Wishes scene;
    EXPECT_EQ(scene.wish("hop_height = 240 cm"), (Wish{"hop_height", 2.4, 2.4, 1.0, {}}));
    EXPECT_EQ(scene.wish("hop_time in 0.3..0.4 s on quay loop, three hops weight 2.5"),
              (Wish{"hop_time", 0.3, 0.4, 2.5, {"quay loop", "three hops"}}));
    EXPECT_EQ(scene.wish("lowest >= -0.1 m"), (Wish{"lowest", -0.1, std::nullopt, 1.0, {}}));
    EXPECT_EQ(scene.wish("  far<=3 m "), (Wish{"far", std::nullopt, 3.0, 1.0, {}}));
    for (const char* text : {"hop_height = 2.4 m", "hop_time in 0.3 s..0.4 s on quay loop weight 2", "far <= 3 m"})
        EXPECT_EQ(wish_text(scene.wish(text), scene.program), text);
}

TEST(Wish, WhatIsWrongIsTold) {
    const Wishes scene;
    EXPECT_EQ(scene.problem("hop_hieght = 2 m"), "unknown reading 'hop_hieght'; did you mean 'hop_height'?");
    EXPECT_NE(scene.problem("hop_height = 2 s").find("hop_height: expected m, got s"), std::string::npos);
    EXPECT_NE(scene.problem("hop_height in 3 m..2 m").find("swap them"), std::string::npos);
    EXPECT_NE(scene.problem("hop_height in 2 m..3 m on thre hops").find("did you mean 'three hops'?"),
              std::string::npos);
    EXPECT_NE(scene.problem("hop_height = 2 m weight 0").find("expected a weight"), std::string::npos);
    EXPECT_NE(scene.problem("hop_height = 2 m weight nan").find("expected a weight"), std::string::npos);
    EXPECT_NE(scene.problem("hop_height").find("expected a goal"), std::string::npos);
    EXPECT_NE(scene.problem("hop_height near 2 m").find("expected a goal"), std::string::npos);
    EXPECT_NE(scene.problem("").find("unknown reading"), std::string::npos);
    EXPECT_NE(scene.problem("hop_height = nan"), "fine");
}

TEST(Wish, DistanceAndHoldingFollowTheBand) {
    const Wishes scene;
    const Wish band = scene.wish("hop_height in 2 m..3 m");
    EXPECT_EQ(distance_from(band, 2.5), 0.0);
    EXPECT_NEAR(distance_from(band, 3.5), 0.5, 1e-12);
    EXPECT_TRUE(holds(band, 3.0));
    EXPECT_FALSE(holds(band, 3.001));
    EXPECT_FALSE(holds(band, std::nullopt)) << "without a value nothing holds";
    const Wish exact = scene.wish("hop_height = 2 m");
    EXPECT_TRUE(holds(exact, 2.0019));
    EXPECT_FALSE(holds(exact, 2.0021)) << "a thousandth of it";
}

}  // namespace
}  // namespace leap::wish_test
