// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

/// Sizes of the score, in pixels at ordinary pixel ratio.
namespace leap::studio::score {

inline constexpr double head_width = 178.0;
inline constexpr double ruler_height = 20.0;
inline constexpr double lane_height = 19.0;
inline constexpr double button_height = 15.0;
inline constexpr double least_curve_height = 44.0;

}  // namespace leap::studio::score
