// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace leap {

/// Exponents of metre, second, radian and kilogram. Angles count as a dimension of their own, so that degrees can't be
/// added to plain numbers by mistake.
struct Dimension {
    std::int8_t length = 0;
    std::int8_t time = 0;
    std::int8_t angle = 0;
    std::int8_t mass = 0;

    friend bool operator==(const Dimension&, const Dimension&) = default;
};

Dimension operator*(Dimension a, Dimension b);
Dimension operator/(Dimension a, Dimension b);
Dimension power(Dimension a, int exponent);
/// Half of every exponent; nothing when one is odd.
std::optional<Dimension> square_root(Dimension a);

namespace dimensions {
inline constexpr Dimension none{};
inline constexpr Dimension length{1, 0, 0};
inline constexpr Dimension time{0, 1, 0};
inline constexpr Dimension speed{1, -1, 0};
inline constexpr Dimension acceleration{1, -2, 0};
inline constexpr Dimension rate{0, -1, 0};
inline constexpr Dimension angle{0, 0, 1};
inline constexpr Dimension turn_rate{0, -1, 1};
inline constexpr Dimension mass{0, 0, 0, 1};
inline constexpr Dimension force{1, -2, 0, 1};
inline constexpr Dimension stiffness{0, -2, 0, 1};
inline constexpr Dimension damping{0, -1, 0, 1};
inline constexpr Dimension torque{2, -2, 0, 1};
inline constexpr Dimension per_length{-1, 0, 0};
}  // namespace dimensions

/// "m/s²", "a plain number", "s" ... as it is said in messages.
std::string dimension_text(Dimension dimension);

/// A unit as it can be written behind a number.
struct Unit {
    std::string text;    ///< as written, "" for plain numbers
    double scale = 1.0;  ///< SI value of one of it (radians for angles)
    Dimension dimension;
};

/// One unit word: m, cm, mm, km, s, ms, h, frames, deg, rad, turns, kg, t, N, kN, Nm, %. Nothing for any other word.
std::optional<Unit> unit_word(std::string_view word);

/// The unit SI values of a dimension are shown in ("m/s", "deg" for angles, "" for plain numbers).
Unit display_unit(Dimension dimension);

/// "2.24 m": a value in SI, shown in the given unit with at most `decimals` decimals, trailing zeros dropped.
/// How many decimals a number needs so that a step of this size, in the same unit, can be seen: 0 to 6.
int decimals_for_step(double step);
std::string quantity_text(double value_si, const Unit& unit, int decimals = 3);
std::string quantity_text(double value_si, Dimension dimension, int decimals = 3);

/// "2.24": the number alone, trailing zeros dropped, never "-0".
std::string number_text(double value, int decimals);

}  // namespace leap
