// SPDX-License-Identifier: MIT
#include "core/units/elementary.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <cstring>
#include <limits>

// Sources of the methods:
// - Reduction of small angles: W. J. Cody and W. Waite, Software Manual for the Elementary Functions, 1980.
// - Reduction of large angles: M. Payne and R. Hanek, Radian Reduction for Trigonometric Functions, 1983.
// - Minimax polynomials of sine, cosine, arctangent, arccosine and the exponential: fdlibm 5.3, Copyright (C) 1993-2004
//   by Sun Microsystems, Inc. Permission to use, copy, modify, and distribute that software is freely granted, provided
//   that this notice is preserved.
// - Exact sums and products: D. E. Knuth, The Art of Computer Programming, vol. 2; T. J. Dekker, 1971.
// A correctly rounded result in every case was tried on paper: it needs double-double in every kernel, three times the
// work, for bits that nobody can feel.
namespace leap::elementary {
namespace {

constexpr double infinity = std::numeric_limits<double>::infinity();
constexpr double not_a_number = std::numeric_limits<double>::quiet_NaN();

std::uint64_t bits_of(double x) {
    std::uint64_t out = 0;
    std::memcpy(&out, &x, sizeof out);
    return out;
}
double from_bits(std::uint64_t bits) {
    double out = 0.0;
    std::memcpy(&out, &bits, sizeof out);
    return out;
}
/// The power of two below |x|; x must be normal.
int exponent_of(double x) {
    return static_cast<int>((bits_of(x) >> 52U) & 0x7ffU) - 1023;
}

/// An unevaluated sum, |low| at most half an ulp of high.
struct Two {
    double high = 0.0;
    double low = 0.0;
};

/// a + b exactly.
constexpr Two two_sum(double a, double b) {
    const double sum = a + b;
    const double part = sum - a;
    return {sum, (a - (sum - part)) + (b - part)};
}
/// The same for |a| >= |b|.
constexpr Two quick_two_sum(double a, double b) {
    const double sum = a + b;
    return {sum, b - (sum - a)};
}
/// a * b exactly, for |a| and |b| below 2^970.
constexpr Two two_product(double a, double b) {
    constexpr double splitter = 134217729.0;  // 2^27 + 1
    const double wide_a = splitter * a;
    const double high_a = wide_a - (wide_a - a);
    const double low_a = a - high_a;
    const double wide_b = splitter * b;
    const double high_b = wide_b - (wide_b - b);
    const double low_b = b - high_b;
    const double product = a * b;
    return {product, ((high_a * high_b - product) + high_a * low_b + low_a * high_b) + low_a * low_b};
}
constexpr Two add(const Two& a, const Two& b) {
    const Two sum = two_sum(a.high, b.high);
    return quick_two_sum(sum.high, sum.low + (a.low + b.low));
}
constexpr Two multiply(const Two& a, const Two& b) {
    const Two product = two_product(a.high, b.high);
    return quick_two_sum(product.high, product.low + (a.high * b.low + a.low * b.high));
}
constexpr Two divide(const Two& a, const Two& b) {
    const double first = a.high / b.high;
    const Two product = multiply({first, 0.0}, b);
    const double rest = ((a.high - product.high) - product.low) + a.low;
    return quick_two_sum(first, rest / b.high);
}

constexpr Two pi{0x1.921fb54442d18p+1, 0x1.1a62633145c07p-53};
constexpr Two half_pi{0x1.921fb54442d18p+0, 0x1.1a62633145c07p-54};
constexpr Two ln_2{0x1.62e42fefa39efp-1, 0x1.abc9e3b39803fp-56};

/// An angle as a number of quarter turns and what is left, within 45 degrees.
struct Reduced {
    unsigned quarter = 0;  ///< modulo 4
    Two rest;              ///< rad
};

/// The nearest whole number, for |x| below 2^51; halves go to the even one.
double nearest(double x) {
    constexpr double shift = 0x1.8p+52;  // has no bits behind the point
    return (x + shift) - shift;
}

/// For |x| below 2^19: pi/2 in pieces of 33 bits, whose products with the count are exact.
Reduced reduce_small(double x) {
    constexpr double quarters_per_radian = 0x1.45f306dc9c883p-1;
    constexpr std::array<double, 4> pieces{0x1.921fb54400000p+0, 0x1.0b4611a600000p-34, 0x1.3198a2e000000p-69,
                                           0x1.b839a252049c1p-104};
    const double count = nearest(x * quarters_per_radian);
    const unsigned quarter = static_cast<unsigned>(static_cast<std::int64_t>(count)) & 3U;
    const double first = x - count * pieces[0];  // exact: they are within a factor of two
    const double next = count * pieces[1];
    if (std::abs(first) > 0x1p-12) {
        const double high = first - next;
        return {quarter, quick_two_sum(high, ((first - high) - next) - count * pieces[2])};
    }
    // Close to a quarter turn: what rounding takes matters.
    const Two second = two_sum(first, -next);
    const Two third = two_sum(second.high, second.low - count * pieces[2]);
    const double lost = second.low - ((second.low - count * pieces[2]) + count * pieces[2]);
    return {quarter, quick_two_sum(third.high, third.low + (lost - count * pieces[3]))};
}

/// 2/pi, 1280 bits behind the point.
constexpr std::array<std::uint64_t, 20> two_over_pi{
    0xa2f9836e4e441529ULL, 0xfc2757d1f534ddc0ULL, 0xdb6295993c439041ULL, 0xfe5163abdebbc561ULL, 0xb7246e3a424dd2e0ULL,
    0x06492eea09d1921cULL, 0xfe1deb1cb129a73eULL, 0xe88235f52ebb4484ULL, 0xe99c7026b45f7e41ULL, 0x3991d639835339f4ULL,
    0x9c845f8bbdf9283bULL, 0x1ff897ffde05980fULL, 0xef2f118b5a0a6d1fULL, 0x6d367ecf27cb09b7ULL, 0x4f463f669e5fea2dULL,
    0x7527bac7ebe5f17bULL, 0x3d0739f78a5292eaULL, 0x6bfb5fb11f8d5d08ULL, 0x56033046fc7b6babULL, 0xf0cfbc209af4361dULL};

/// 64 of those bits from the one of weight 2^-(first + 1) on; bits before the point are 0.
std::uint64_t bits_from(int first) {
    const auto word = [](int i) {
        return i < 0 || i >= static_cast<int>(two_over_pi.size()) ? 0 : two_over_pi[static_cast<std::size_t>(i)];
    };
    const int at = first >= 0 ? first / 64 : -((63 - first) / 64);
    const auto shift = static_cast<unsigned>(first - at * 64);
    return shift == 0 ? word(at) : (word(at) << shift) | (word(at + 1) >> (64U - shift));
}

/// The upper and lower half of a 128-bit product.
struct Wide {
    std::uint64_t high = 0;
    std::uint64_t low = 0;
};
Wide multiply_wide(std::uint64_t a, std::uint64_t b) {
    const std::uint64_t a0 = a & 0xffffffffU;
    const std::uint64_t a1 = a >> 32U;
    const std::uint64_t b0 = b & 0xffffffffU;
    const std::uint64_t b1 = b >> 32U;
    const std::uint64_t low = a0 * b0;
    const std::uint64_t cross = a1 * b0 + (low >> 32U);
    const std::uint64_t middle = a0 * b1 + (cross & 0xffffffffU);
    return {a1 * b1 + (cross >> 32U) + (middle >> 32U), (middle << 32U) | (low & 0xffffffffU)};
}

/// For any finite |x| of at least 2^19: x = m * 2^e with a whole m, so bits of 2/pi whose weight times 2^e is a
/// multiple of 4 turn the angle by whole turns and are left out. 192 of the bits that follow are enough.
Reduced reduce_large(double x) {
    const std::uint64_t m = (bits_of(x) & 0xfffffffffffffULL) | 0x10000000000000ULL;
    const int e = exponent_of(x) - 52;
    const int first = e - 2;
    const std::array<std::uint64_t, 3> window{bits_from(first), bits_from(first + 64), bits_from(first + 128)};
    // The fraction of a whole turn, as 192 bits behind the point.
    const Wide low = multiply_wide(m, window[2]);
    const Wide middle = multiply_wide(m, window[1]);
    std::array<std::uint64_t, 3> turn{m * window[0], middle.low + low.high, low.low};
    turn[0] += middle.high + (turn[1] < low.high ? 1U : 0U);
    unsigned quarter = static_cast<unsigned>(turn[0] >> 62U);
    turn[0] = (turn[0] << 2U) | (turn[1] >> 62U);
    turn[1] = (turn[1] << 2U) | (turn[2] >> 62U);
    const bool beyond_half = (turn[0] >> 63U) != 0;
    if (beyond_half) {
        ++quarter;
        turn[0] = ~turn[0];
        turn[1] = ~turn[1];
    }
    // At most 2^-64 quarter turns are left in the worst case for doubles, so these 128 bits hold more than 60 of them.
    constexpr double below = 0x1p-32;
    const auto half_word = [](std::uint64_t word, unsigned shift) {
        return static_cast<double>((word >> shift) & 0xffffffffU);
    };
    Two share{half_word(turn[0], 32) * below, 0.0};
    share = add(share, {half_word(turn[0], 0) * below * below, 0.0});
    share = add(share, {half_word(turn[1], 32) * below * below * below, 0.0});
    share = add(share, {half_word(turn[1], 0) * below * below * below * below, 0.0});
    Two rest = multiply(share, half_pi);
    if (beyond_half) rest = {-rest.high, -rest.low};
    if (x < 0.0) return {(4U - quarter) & 3U, {-rest.high, -rest.low}};
    return {quarter & 3U, rest};
}

Reduced reduced(double x) {
    constexpr double quarter_pi = 0x1.921fb54442d18p-1;
    if (std::abs(x) <= quarter_pi) return {0, {x, 0.0}};
    return std::abs(x) < 0x1p+19 ? reduce_small(x) : reduce_large(x);
}

/// Sine of an angle within 45 degrees.
double sine_of(const Two& angle) {
    constexpr double s1 = -1.66666666666666324348e-01;
    constexpr double s2 = 8.33333333332248946124e-03;
    constexpr double s3 = -1.98412698298579493134e-04;
    constexpr double s4 = 2.75573137070700676789e-06;
    constexpr double s5 = -2.50507602534068634195e-08;
    constexpr double s6 = 1.58969099521155010221e-10;
    const double x = angle.high;
    const double z = x * x;
    const double v = z * x;
    const double r = s2 + z * (s3 + z * (s4 + z * (s5 + z * s6)));
    return x - ((z * (0.5 * angle.low - v * r) - angle.low) - v * s1);
}

/// Cosine of an angle within 45 degrees.
double cosine_of(const Two& angle) {
    constexpr double c1 = 4.16666666666666019037e-02;
    constexpr double c2 = -1.38888888888741095749e-03;
    constexpr double c3 = 2.48015872894767294178e-05;
    constexpr double c4 = -2.75573143513906633035e-07;
    constexpr double c5 = 2.08757232129817482790e-09;
    constexpr double c6 = -1.13596475577881948265e-11;
    const double x = angle.high;
    const double z = x * x;
    const double w = z * z;
    const double r = z * (c1 + z * (c2 + z * c3)) + w * w * (c4 + z * (c5 + z * c6));
    const double half = 0.5 * z;
    const double one_less = 1.0 - half;
    return one_less + (((1.0 - one_less) - half) + (z * r - x * angle.low));
}

/// Arctangent of x + low, for x from 0 to 1.
Two arctangent(double x, double low) {
    constexpr std::array<double, 11> c{
        3.33333333333329318027e-01,  -1.99999999998764832476e-01, 1.42857142725034663711e-01,
        -1.11111104054623557880e-01, 9.09088713343650656196e-02,  -7.69187620504482999495e-02,
        6.66107313738753120669e-02,  -5.83357013379057348645e-02, 4.97687799461593236017e-02,
        -3.65315727442169155270e-02, 1.62858201153657823623e-02};
    constexpr Two of_half{4.63647609000806093515e-01, 2.26987774529616870924e-17};
    constexpr Two of_one{7.85398163397448278999e-01, 3.06161699786838301793e-17};
    const double low_turned = low / (1.0 + x * x);
    Two base;
    double t = x;
    if (x >= 0.6875) {
        base = of_one;
        t = (x - 1.0) / (x + 1.0);
    } else if (x >= 0.4375) {
        base = of_half;
        t = (2.0 * x - 1.0) / (2.0 + x);
    }
    const double z = t * t;
    const double w = z * z;
    const double odd = z * (c[0] + w * (c[2] + w * (c[4] + w * (c[6] + w * (c[8] + w * c[10])))));
    const double even = w * (c[1] + w * (c[3] + w * (c[5] + w * (c[7] + w * c[9]))));
    const double less = t * (odd + even);
    if (base.high == 0.0) return quick_two_sum(t, low_turned - less);
    return quick_two_sum(base.high, t - (less - base.low - low_turned));
}

/// Numerator over denominator of the arccosine's rational approximation in z.
double arccosine_ratio(double z) {
    constexpr double p0 = 1.66666666666666657415e-01;
    constexpr double p1 = -3.25565818622400915405e-01;
    constexpr double p2 = 2.01212532134862925881e-01;
    constexpr double p3 = -4.00555345006794114027e-02;
    constexpr double p4 = 7.91534994289814532176e-04;
    constexpr double p5 = 3.47933107596021167570e-05;
    constexpr double q1 = -2.40339491173441421878e+00;
    constexpr double q2 = 2.02094576023350569471e+00;
    constexpr double q3 = -6.88283971605453293030e-01;
    constexpr double q4 = 7.70381505559019352791e-02;
    const double p = z * (p0 + z * (p1 + z * (p2 + z * (p3 + z * (p4 + z * p5)))));
    const double q = 1.0 + z * (q1 + z * (q2 + z * (q3 + z * q4)));
    return p / q;
}

/// x times 2^n, rounded once.
double scaled(double x, int n) {
    if (n > -1000 && n < 1000 && std::abs(x) < 4.0 && std::abs(x) > 0.25)
        return x * from_bits(static_cast<std::uint64_t>(n + 1023) << 52U);
    return std::ldexp(x, n);  // exact but for the last rounding: the same in every library
}

/// x as a number from 1/2 to below 1 and a power of two, like std::frexp, for any finite x above 0.
double mantissa_of(double x, int& exponent) {
    const auto raw = static_cast<int>(bits_of(x) >> 52U);
    if (raw == 0) return std::frexp(x, &exponent);
    exponent = raw - 1022;
    return from_bits((bits_of(x) & 0xfffffffffffffULL) | 0x3fe0000000000000ULL);
}

constexpr auto inverse_factorials = [] {
    std::array<Two, 15> out{};
    out[0] = {1.0, 0.0};
    for (std::size_t n = 1; n < out.size(); ++n) out[n] = divide(out[n - 1], {static_cast<double>(n), 0.0});
    return out;
}();

/// e to the power high + low; within 2^-60 of the exact value before the last rounding.
double exp_of(const Two& x) {
    if (x.high > 710.0) return infinity;
    if (x.high < -746.0) return 0.0;
    const double count = nearest(x.high / ln_2.high);
    const Two turned = multiply({count, 0.0}, ln_2);
    Two r = add(x, {-turned.high, -turned.low});
    // The series in r / 8, squared three times: short, and each of its terms is known to 100 bits.
    r = {r.high * 0.125, r.low * 0.125};
    Two sum = inverse_factorials.back();
    for (std::size_t n = inverse_factorials.size() - 1; n-- > 0;) sum = add(inverse_factorials[n], multiply(r, sum));
    for (int i = 0; i < 3; ++i) sum = multiply(sum, sum);
    const Two last = quick_two_sum(sum.high, sum.low);
    return scaled(last.high, static_cast<int>(count));
}

/// 1, 1/3, 1/5 and so on: as many as bring z^n below 2^-75, z being below 0.03.
constexpr auto odd_inverses = [] {
    std::array<Two, 16> out{};
    for (std::size_t n = 0; n < out.size(); ++n) out[n] = divide({1.0, 0.0}, {static_cast<double>(2 * n + 1), 0.0});
    return out;
}();

/// Natural logarithm of a finite x above 0: 2 atanh((m - 1) / (m + 1)) of its mantissa m, and the power of two.
Two log_of(double x) {
    int exponent = 0;
    double m = mantissa_of(x, exponent);
    if (m < 0x1.6a09e667f3bcdp-1) {
        m *= 2.0;
        --exponent;
    }
    const Two s = divide(two_sum(m, -1.0), two_sum(m, 1.0));
    const Two z = multiply(s, s);
    Two sum = odd_inverses.back();
    for (std::size_t n = odd_inverses.size() - 1; n-- > 0;) sum = add(odd_inverses[n], multiply(z, sum));
    const Two of_mantissa = multiply({2.0 * s.high, 2.0 * s.low}, sum);
    return add(multiply({static_cast<double>(exponent), 0.0}, ln_2), of_mantissa);
}

/// x to a whole power, by squaring.
double whole_power(double x, int n) {
    int exponent = 0;
    const double m = mantissa_of(x, exponent);
    Two out{1.0, 0.0};
    Two square{m, 0.0};
    for (unsigned left = static_cast<unsigned>(std::abs(n)); left != 0; left >>= 1U) {
        if ((left & 1U) != 0) out = multiply(out, square);
        square = multiply(square, square);
    }
    if (n < 0) out = divide({1.0, 0.0}, out);
    return scaled(out.high, exponent * n);
}

bool is_whole(double x) {
    return std::trunc(x) == x;
}
bool is_odd(double x) {
    return is_whole(x) && std::fmod(x, 2.0) != 0.0;
}

}  // namespace

SinCos sin_cos(double angle_rad) {
    if (!std::isfinite(angle_rad)) return {not_a_number, not_a_number};
    const Reduced at = reduced(angle_rad);
    const double s = angle_rad == 0.0 ? angle_rad : sine_of(at.rest);
    const double c = cosine_of(at.rest);
    switch (at.quarter) {
        case 0: return {s, c};
        case 1: return {c, -s};
        case 2: return {-s, -c};
        default: return {-c, s};
    }
}

double sin(double angle_rad) {
    if (!std::isfinite(angle_rad)) return not_a_number;
    if (angle_rad == 0.0) return angle_rad;
    const Reduced at = reduced(angle_rad);
    const double out = (at.quarter & 1U) == 0 ? sine_of(at.rest) : cosine_of(at.rest);
    return at.quarter < 2 ? out : -out;
}

double cos(double angle_rad) {
    if (!std::isfinite(angle_rad)) return not_a_number;
    const Reduced at = reduced(angle_rad);
    const double out = (at.quarter & 1U) == 0 ? cosine_of(at.rest) : sine_of(at.rest);
    return at.quarter == 0 || at.quarter == 3 ? out : -out;
}

double atan(double x) {
    return atan2(x, 1.0);
}

double atan2(double y, double x) {
    if (std::isnan(x) || std::isnan(y)) return not_a_number;
    const bool behind = std::signbit(x);
    double a = std::abs(y);
    double b = std::abs(x);
    if (a == 0.0) return behind ? std::copysign(pi.high, y) : y;
    if (b == 0.0) return std::copysign(half_pi.high, y);
    if (std::isinf(a) || std::isinf(b)) {
        const double far = std::isinf(a) ? (std::isinf(b) ? 0.5 * half_pi.high : half_pi.high) : 0.0;
        const double out = !behind ? far : far == 0.0 ? pi.high : far == half_pi.high ? far : 0x1.2d97c7f3321d2p+1;
        return std::copysign(out, y);
    }
    const bool steep = a > b;
    if (steep) std::swap(a, b);
    int exponent_a = 0;
    int exponent_b = 0;
    const double mantissa_a = mantissa_of(a, exponent_a);
    const double mantissa_b = mantissa_of(b, exponent_b);
    // Tilted by less than 2^-60: the arctangent is its own argument.
    if (exponent_a - exponent_b < -60) {
        if (steep) return std::copysign(half_pi.high, y);
        return behind ? std::copysign(pi.high, y) : y / x;
    }
    a = from_bits(bits_of(mantissa_a) - (static_cast<std::uint64_t>(exponent_b - exponent_a) << 52U));
    b = mantissa_b;
    const double ratio = a / b;
    const Two back = two_product(ratio, b);
    Two angle = arctangent(ratio, ((a - back.high) - back.low) / b);
    if (steep) angle = add(half_pi, {-angle.high, -angle.low});
    if (behind) angle = add(pi, {-angle.high, -angle.low});
    return std::copysign(angle.high, y);
}

double acos(double x) {
    if (!(std::abs(x) <= 1.0)) return not_a_number;
    if (x == 1.0) return 0.0;
    if (x == -1.0) return pi.high;
    if (std::abs(x) < 0.5) return half_pi.high - (x - (half_pi.low - x * arccosine_ratio(x * x)));
    const double z = (1.0 - std::abs(x)) * 0.5;
    const double s = std::sqrt(z);
    const double r = arccosine_ratio(z);
    if (x < 0.0) return pi.high - 2.0 * (s + (r * s - half_pi.low));
    const double upper = from_bits(bits_of(s) & 0xffffffff00000000ULL);
    const double rest = (z - upper * upper) / (s + upper);
    return 2.0 * (upper + (r * s + rest));
}

double exp(double x) {
    if (std::isnan(x)) return x;
    if (x > 710.0) return infinity;
    if (x < -746.0) return 0.0;
    constexpr double p1 = 1.66666666666666019037e-01;
    constexpr double p2 = -2.77777777770155933842e-03;
    constexpr double p3 = 6.61375632143793436117e-05;
    constexpr double p4 = -1.65339022054652515390e-06;
    constexpr double p5 = 4.13813679705723846039e-08;
    constexpr double upper_ln_2 = 0x1.62e42fee00000p-1;  // its product with the count is exact
    constexpr double lower_ln_2 = 0x1.a39ef35793c76p-33;
    const double count = nearest(x / ln_2.high);
    const double high = x - count * upper_ln_2;
    const double low = count * lower_ln_2;
    const double r = high - low;
    const double rr = r * r;
    const double c = r - rr * (p1 + rr * (p2 + rr * (p3 + rr * (p4 + rr * p5))));
    return scaled(1.0 - ((low - (r * c) / (2.0 - c)) - high), static_cast<int>(count));
}

double log(double x) {
    if (std::isnan(x) || x < 0.0) return not_a_number;
    if (x == 0.0) return -infinity;
    if (std::isinf(x)) return x;
    return log_of(x).high;
}

double pow(double x, double y) {
    if (y == 0.0 || x == 1.0) return 1.0;
    if (std::isnan(x) || std::isnan(y)) return not_a_number;
    const double size = std::abs(x);
    if (std::isinf(y)) {
        if (size == 1.0) return 1.0;
        return (size > 1.0) == (y > 0.0) ? infinity : 0.0;
    }
    const bool negative = std::signbit(x) && is_odd(y);
    if (size == 0.0 || std::isinf(size)) {
        const double out = (size == 0.0) == (y > 0.0) ? 0.0 : infinity;
        return negative ? -out : out;
    }
    if (x < 0.0 && !is_whole(y)) return not_a_number;
    constexpr double max_squared = 64.0;
    double out = 0.0;
    if (is_whole(y) && std::abs(y) <= max_squared) {
        out = whole_power(size, static_cast<int>(y));
    } else if (std::abs(y) > 0x1p+65) {
        out = size == 1.0 ? 1.0 : (size > 1.0) == (y > 0.0) ? infinity : 0.0;
    } else {
        out = exp_of(multiply(log_of(size), {y, 0.0}));
    }
    return negative ? -out : out;
}

double power_of_ten(int n) {
    return pow(10.0, n);
}

double hypot(double x, double y) {
    if (std::isinf(x) || std::isinf(y)) return infinity;
    if (std::isnan(x) || std::isnan(y)) return not_a_number;
    const double large = std::max(std::abs(x), std::abs(y));
    const double small = std::min(std::abs(x), std::abs(y));
    if (small == 0.0) return large;
    // By a power of two, so that no square overflows and none that matters underflows.
    const int n = large > 0x1p+500 ? -600 : large < 0x1p-450 ? 600 : 0;
    const double a = n == 0 ? large : std::ldexp(large, n);
    const double b = n == 0 ? small : std::ldexp(small, n);
    const Two aa = two_product(a, a);
    const Two bb = two_product(b, b);
    const Two sum = add(aa, bb);
    const double root = std::sqrt(sum.high);
    return n == 0 ? root : std::ldexp(root, -n);
}

}  // namespace leap::elementary
