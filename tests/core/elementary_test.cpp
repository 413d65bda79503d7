// SPDX-License-Identifier: MIT
// Elementary functions: within 1 ulp of the exact value, worked out with 113 bits, and the same special cases as
// IEEE 754.
#include "core/units/elementary.hpp"

#include <gtest/gtest.h>
#include <quadmath.h>

#include <array>
#include <cmath>
#include <filesystem>
#include <functional>
#include <limits>
#include <numbers>
#include <random>
#include <regex>

#include "core/project/file_io.hpp"

namespace leap::elementary_test {
namespace {

__extension__ using Exact = __float128;
using Function = std::function<double(double)>;
using ExactFunction = Exact (*)(Exact);

constexpr double infinity = std::numeric_limits<double>::infinity();
constexpr double not_a_number = std::numeric_limits<double>::quiet_NaN();

double ulps_off(double got, Exact exact) {
    const double near = static_cast<double>(exact);
    if (!std::isfinite(near) || !std::isfinite(got)) return near == got ? 0.0 : infinity;
    const double ulp = std::nextafter(std::abs(near), infinity) - std::abs(near);
    return static_cast<double>(fabsq(static_cast<Exact>(got) - exact) / static_cast<Exact>(ulp));
}

class Numbers {
  public:
    double between(double low, double high) { return std::uniform_real_distribution<double>(low, high)(random_); }
    /// Of every size from 2^low to 2^high, and both signs.
    double of_any_size(int low, int high) {
        const int exponent = low + static_cast<int>(random_() % static_cast<unsigned>(high - low));
        return std::ldexp(between(1.0, 2.0), exponent) * (random_() % 2 == 0 ? 1.0 : -1.0);
    }
    std::uint64_t whole(std::uint64_t below) { return random_() % below; }

  private:
    std::mt19937_64 random_{4};
};

void expect_within_an_ulp(const char* name, const Function& function, ExactFunction exact,
                          const std::function<double()>& next, int count = 20'000) {
    double worst = 0.0;
    double at = 0.0;
    for (int i = 0; i < count; ++i) {
        const double x = next();
        const double off = ulps_off(function(x), exact(x));
        if (off <= worst) continue;
        worst = off;
        at = x;
    }
    EXPECT_LE(worst, 1.0) << name << " at " << at;
}

TEST(Elementary, SineAndCosineAreWithinAnUlpAtEverySize) {
    Numbers numbers;
    const std::array<std::function<double()>, 5> ranges{
        [&] { return numbers.between(-7.0, 7.0); }, [&] { return numbers.of_any_size(-1070, 19); },
        [&] { return numbers.of_any_size(17, 21); }, [&] { return numbers.of_any_size(19, 1023); },
        // Close to whole quarter turns, where almost nothing is left.
        [&] { return static_cast<double>(numbers.whole(700'000)) * (std::numbers::pi / 2.0); }};
    for (const auto& range : ranges) {
        expect_within_an_ulp("sine", elementary::sin, sinq, range);
        expect_within_an_ulp("cosine", elementary::cos, cosq, range);
    }
    for (int i = 0; i < 10'000; ++i) {
        const double x = numbers.of_any_size(-30, 40);
        const elementary::SinCos both = elementary::sin_cos(x);
        ASSERT_EQ(both.sin, elementary::sin(x));
        ASSERT_EQ(both.cos, elementary::cos(x));
    }
    // The double that comes closest to a multiple of pi/2 (Kahan's continued fraction search).
    EXPECT_LE(ulps_off(elementary::cos(6381956970095103.0 * std::ldexp(1.0, 797)),
                       cosq(6381956970095103.0 * std::ldexp(1.0, 797))),
              1.0);
}

TEST(Elementary, InverseFunctionsAreWithinAnUlp) {
    Numbers numbers;
    expect_within_an_ulp("arctangent", elementary::atan, atanq, [&] { return numbers.of_any_size(-1070, 1023); });
    expect_within_an_ulp("arctangent", elementary::atan, atanq, [&] { return numbers.between(-3.0, 3.0); });
    expect_within_an_ulp("arccosine", elementary::acos, acosq, [&] { return numbers.between(-1.0, 1.0); });
    expect_within_an_ulp("arccosine near 1", elementary::acos, acosq,
                         [&] { return 1.0 - std::abs(numbers.of_any_size(-52, -1)); });
    double worst = 0.0;
    for (int i = 0; i < 60'000; ++i) {
        const bool near = i % 2 == 0;
        const double y = near ? numbers.of_any_size(-20, 20) : numbers.of_any_size(-1070, 1023);
        const double x = near ? numbers.of_any_size(-20, 20) : numbers.of_any_size(-1070, 1023);
        worst = std::max(worst, ulps_off(elementary::atan2(y, x), atan2q(y, x)));
    }
    EXPECT_LE(worst, 1.0);
}

TEST(Elementary, PowersExponentialAndLogarithmAreWithinAnUlp) {
    Numbers numbers;
    expect_within_an_ulp("exponential", elementary::exp, expq, [&] { return numbers.between(-745.0, 709.7); });
    expect_within_an_ulp("exponential", elementary::exp, expq, [&] { return numbers.of_any_size(-60, 2); });
    expect_within_an_ulp("logarithm", elementary::log, logq,
                         [&] { return std::abs(numbers.of_any_size(-1070, 1023)); });
    expect_within_an_ulp("logarithm near 1", elementary::log, logq, [&] { return 1.0 + numbers.of_any_size(-50, -1); });
    double worst = 0.0;
    for (int i = 0; i < 20'000; ++i) {
        const double x = std::abs(numbers.of_any_size(-20, 20));
        const double y = i % 2 == 0 ? numbers.between(-40.0, 40.0) : static_cast<double>(numbers.whole(200)) - 100.0;
        worst = std::max(worst, ulps_off(elementary::pow(x, y), powq(x, y)));
    }
    EXPECT_LE(worst, 1.0);
    for (int n = 0; n <= 22; ++n) EXPECT_EQ(elementary::power_of_ten(n), static_cast<double>(powq(10.0, n))) << n;
    double off = 0.0;
    for (int i = 0; i < 20'000; ++i) {
        const double x = numbers.of_any_size(-1060, 1022);
        const double y = x * numbers.between(0.1, 3.0);
        if (std::isfinite(y)) off = std::max(off, ulps_off(elementary::hypot(x, y), hypotq(x, y)));
    }
    EXPECT_LE(off, 1.0);
}

TEST(Elementary, SpecialValuesAreThoseOfIeee754) {
    for (const double x : {infinity, -infinity, not_a_number}) {
        EXPECT_TRUE(std::isnan(elementary::sin(x)));
        EXPECT_TRUE(std::isnan(elementary::cos(x)));
        EXPECT_TRUE(std::isnan(elementary::sin_cos(x).sin));
    }
    EXPECT_TRUE(std::signbit(elementary::sin(-0.0)));
    EXPECT_EQ(elementary::cos(0.0), 1.0);
    for (const double x : {1.0000001, -2.0, infinity, not_a_number}) EXPECT_TRUE(std::isnan(elementary::acos(x))) << x;
    const std::array<double, 9> values{0.0, -0.0, 1.0, -1.0, infinity, -infinity, not_a_number, 1e-320, -1e308};
    for (const double y : values)
        for (const double x : values) {
            const double library = std::atan2(y, x);
            const double own = elementary::atan2(y, x);
            EXPECT_EQ(std::isnan(library), std::isnan(own)) << y << " " << x;
            if (std::isnan(library)) continue;
            EXPECT_EQ(own, library) << y << " " << x;
            EXPECT_EQ(std::signbit(own), std::signbit(library)) << y << " " << x;
        }
    const std::array<double, 14> bases{0.0,    -0.0,   1.0, -1.0, infinity, -infinity, not_a_number,
                                       1e-320, -1e308, 2.0, -2.0, 0.5,      -0.5,      10.0};
    const std::array<double, 14> exponents{0.0, -0.0, 1.0,  -1.0, infinity, -infinity, not_a_number,
                                           0.5, -0.5, 1e20, -3.0, 3.0,      1025.0,    -1100.0};
    for (const double x : bases)
        for (const double y : exponents) {
            const double library = std::pow(x, y);
            const double own = elementary::pow(x, y);
            EXPECT_EQ(std::isnan(library), std::isnan(own)) << x << " ^ " << y;
            if (std::isnan(library)) continue;
            EXPECT_LE(ulps_off(own, static_cast<Exact>(library)), 1.0) << x << " ^ " << y;
            EXPECT_EQ(std::signbit(own), std::signbit(library)) << x << " ^ " << y;
        }
    EXPECT_EQ(elementary::exp(-infinity), 0.0);
    EXPECT_EQ(elementary::exp(infinity), infinity);
    EXPECT_EQ(elementary::exp(1000.0), infinity);
    EXPECT_TRUE(std::isnan(elementary::exp(not_a_number)));
    EXPECT_EQ(elementary::log(0.0), -infinity);
    EXPECT_TRUE(std::isnan(elementary::log(-1.0)));
    EXPECT_EQ(elementary::log(infinity), infinity);
    EXPECT_EQ(elementary::hypot(infinity, not_a_number), infinity);
}

/// A C library's functions differ between processors; so would runs that use them.
TEST(Elementary, TheCoreCallsNoElementaryFunctionOfTheCLibrary) {
    const std::regex call(
        R"((std::|[^\w:.>])(a?sin|a?cos|a?tan|sinh|cosh|tanh|atan2|exp|exp2|expm1|log|log2|log10|log1p|pow|cbrt|hypot|[lt]gamma|erfc?|fma)[fl]?\()");
    const std::regex library(
        R"(glm::(angleAxis|slerp|mix|rotate|angle|axis|eulerAngles|yaw|pitch|roll|sin|cos|pow|exp)\()");
    int files = 0;
    for (const char* const folder : {"core", "capi"})
        for (const auto& entry :
             std::filesystem::recursive_directory_iterator(std::filesystem::path(LEAP_SOURCE_DIR) / folder)) {
            const std::string extension = entry.path().extension().string();
            if ((extension != ".hpp" && extension != ".cpp") || entry.path().stem() == "elementary") continue;
            ++files;
            std::istringstream lines(read_file(entry.path()).value());
            int number = 0;
            for (std::string line; std::getline(lines, line);) {
                ++number;
                line = line.substr(0, line.find("//"));
                line = std::regex_replace(line, std::regex(R"("([^"\\]|\\.)*")"), "\"\"");
                EXPECT_FALSE(std::regex_search(line, call) || std::regex_search(line, library))
                    << entry.path() << ":" << number << ": use core/units/elementary.hpp: " << line;
            }
        }
    EXPECT_GT(files, 300);
}

}  // namespace
}  // namespace leap::elementary_test
