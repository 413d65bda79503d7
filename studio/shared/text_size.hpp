// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

namespace leap::studio {

/// How large everything is drawn, in percent: text, and with it rows, lines and handles, so that nothing overlaps. It
/// follows the size of the system's font and can be chosen beside it; it counts from the start of the program on.
namespace text_size {

constexpr int usual_percent = 100;
constexpr int min_percent = 70;
constexpr int max_percent = 250;
constexpr int step_percent = 10;

/// `system_font_pt`: the size of the system's font, in points. Sizes as systems come with them (9 to 11 pt) draw as
/// our own pictures show; others in proportion to 10 pt. Between the least and the largest.
int from_system_font(double system_font_pt);

/// What the user chose, if anything.
std::optional<int> chosen();
/// Kept for the next start. Nothing: the system's font decides.
void choose(std::optional<int> percent);
/// What this program was started with.
int in_use();

/// What the window is drawn with from its start: what was chosen, else by the system's font.
int wanted(double system_font_pt);

}  // namespace text_size

}  // namespace leap::studio
