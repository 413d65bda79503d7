// SPDX-License-Identifier: MIT
#include "core/units/dimension.hpp"

#include <gtest/gtest.h>

namespace leap::dimension_test {
namespace {

TEST(Dimension, ProductsAndQuotientsAddExponents) {
    EXPECT_EQ(dimensions::length / dimensions::time, dimensions::speed);
    EXPECT_EQ(dimensions::speed / dimensions::time, dimensions::acceleration);
    EXPECT_EQ(dimensions::acceleration * dimensions::length, power(dimensions::speed, 2));
}

TEST(Dimension, SquareRootNeedsEvenExponents) {
    EXPECT_EQ(square_root(power(dimensions::speed, 2)), dimensions::speed);
    EXPECT_FALSE(square_root(dimensions::speed).has_value());
}

TEST(Dimension, UnitWordsHaveTheirScale) {
    EXPECT_DOUBLE_EQ(unit_word("cm")->scale, 0.01);
    EXPECT_DOUBLE_EQ(unit_word("frames")->scale, 1.0 / 60.0);
    EXPECT_DOUBLE_EQ(unit_word("%")->scale, 0.01);
    EXPECT_NEAR(unit_word("deg")->scale * 180.0, 3.14159265358979, 1e-12);
    EXPECT_FALSE(unit_word("furlong").has_value());
}

TEST(Dimension, TextsAreReadable) {
    EXPECT_EQ(dimension_text(dimensions::acceleration), "m/s²");
    EXPECT_EQ(dimension_text(dimensions::none), "a plain number");
    EXPECT_EQ(dimension_text(dimensions::turn_rate), "deg/s");
    EXPECT_EQ(quantity_text(3.14159265358979 / 2, dimensions::angle), "90 deg");
    EXPECT_EQ(quantity_text(2.5, dimensions::length), "2.5 m");
}

TEST(Dimension, NumbersLoseTrailingZerosAndNegativeZero) {
    EXPECT_EQ(number_text(2.100, 3), "2.1");
    EXPECT_EQ(number_text(-0.0001, 2), "0");
    EXPECT_EQ(number_text(100.0, 2), "100");
    EXPECT_EQ(number_text(1.0 / 0.0, 2), "endless");
}

}  // namespace
}  // namespace leap::dimension_test
