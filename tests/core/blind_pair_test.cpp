// SPDX-License-Identifier: MIT
#include "core/experiments/blind_pair.hpp"

#include <gtest/gtest.h>

namespace leap::blind_pair_test {
namespace {

std::vector<PairRound> rounds(int one, int other, int none) {
    std::vector<PairRound> out;
    for (int i = 0; i < one; ++i) out.push_back({i % 2 == 0, PairSaid::one});
    for (int i = 0; i < other; ++i) out.push_back({false, PairSaid::other});
    for (int i = 0; i < none; ++i) out.push_back({true, PairSaid::none});
    return out;
}

TEST(BlindPair, TheProbabilityByChanceIsThatOfTheSignTest) {
    // By hand: 2 * (1) / 2^5; 2 * (1 + 8) / 2^8; 2 * (1 + 10 + 45) / 2^10.
    EXPECT_NEAR(count_rounds(rounds(5, 0, 0)).by_chance, 2.0 / 32.0, 1e-12);
    EXPECT_NEAR(count_rounds(rounds(7, 1, 0)).by_chance, 18.0 / 256.0, 1e-12);
    EXPECT_NEAR(count_rounds(rounds(2, 8, 0)).by_chance, 112.0 / 1024.0, 1e-12);
    EXPECT_EQ(count_rounds(rounds(4, 4, 0)).by_chance, 1.0);
    EXPECT_EQ(count_rounds({}).by_chance, 1.0) << "nothing is known yet";
}

TEST(BlindPair, RoundsWithoutADifferenceNeitherHelpNorHarm) {
    EXPECT_EQ(count_rounds(rounds(5, 1, 9)).by_chance, count_rounds(rounds(5, 1, 0)).by_chance);
    EXPECT_EQ(count_rounds(rounds(5, 1, 9)).none, 9);
    EXPECT_EQ(count_rounds(rounds(0, 0, 9)).by_chance, 1.0);
}

TEST(BlindPair, ManyRoundsNeitherOverflowNorVanish) {
    const double chance = count_rounds(rounds(5200, 4800, 0)).by_chance;
    EXPECT_NEAR(chance, 6.5e-5, 1.5e-5) << "4 standard deviations, by the normal distribution 6.3e-5";
    EXPECT_GT(count_rounds(rounds(900, 0, 0)).by_chance, 0.0);
}

TEST(BlindPair, TheOrderIsTheSameForASeedAndEvenOverAll) {
    int swapped = 0;
    int alternating = 0;
    constexpr int all = 4000;
    for (int i = 0; i < all; ++i) {
        const bool now = pair_is_swapped(7, static_cast<std::size_t>(i));
        EXPECT_EQ(now, pair_is_swapped(7, static_cast<std::size_t>(i)));
        swapped += now ? 1 : 0;
        alternating += now != pair_is_swapped(7, static_cast<std::size_t>(i) + 1) ? 1 : 0;
    }
    constexpr int five_deviations = 160;  // of a fair coin thrown 4000 times: 31.6 each
    EXPECT_NEAR(swapped, all / 2, five_deviations);
    EXPECT_NEAR(alternating, all / 2, five_deviations) << "what came before says nothing about what comes";
    int differ = 0;
    for (std::uint64_t seed = 0; seed < 64; ++seed)
        differ += pair_is_swapped(seed, 0) != pair_is_swapped(seed + 1, 0) ? 1 : 0;
    EXPECT_GT(differ, 16) << "other seeds begin otherwise";
}

TEST(BlindPair, WhatIsSaidOfTheFirstIsSaidOfTheTuningThatCameFirst) {
    EXPECT_EQ(pair_said(false, true), PairSaid::one);
    EXPECT_EQ(pair_said(false, false), PairSaid::other);
    EXPECT_EQ(pair_said(true, true), PairSaid::other);
    EXPECT_EQ(pair_said(true, false), PairSaid::one);
}

TEST(BlindPair, TheCountIsToldInWords) {
    EXPECT_EQ(pair_text(count_rounds(rounds(1, 7, 2)), "floaty", "snappy"),
              "snappy felt better in 7 rounds, floaty in 1, no difference in 2; by chance in 7 of 100 cases");
    EXPECT_EQ(pair_text(count_rounds(rounds(1, 1, 0)), "floaty", "snappy"),
              "floaty and snappy felt better in 1 round each; by chance in 100 of 100 cases");
    EXPECT_EQ(pair_text(count_rounds(rounds(12, 0, 0)), "floaty", "snappy"),
              "floaty felt better in 12 rounds, snappy in 0; by chance in fewer than 1 of 100 cases");
}

}  // namespace
}  // namespace leap::blind_pair_test
