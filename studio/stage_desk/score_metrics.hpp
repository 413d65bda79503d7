// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

/// Sizes of the score, in pixels at ordinary pixel ratio.
namespace leap::studio::score {

inline constexpr double head_width = 178.0;
inline constexpr double ruler_height = 20.0;
inline constexpr double lane_height = 19.0;
inline constexpr double button_height = 15.0;
inline constexpr double min_curve_height = 44.0;
inline constexpr double max_curve_height = 110.0;
inline constexpr double input_curve_height = 46.0;
inline constexpr double divider_height = 5.0;  ///< between lanes and curves; it is dragged
inline constexpr double scroll_bar_width = 10.0;
inline constexpr int fewest_lanes = 3;  ///< of moves and fixtures that stay in view

}  // namespace leap::studio::score
