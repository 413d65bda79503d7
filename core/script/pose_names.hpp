// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <string_view>

namespace leap {

/// The poses that the built-in figure has. Accents may name others, for a game's own figure: a warning says so.
inline constexpr std::array<std::string_view, 17> built_in_poses{
    "stand", "rise", "fall",  "land",  "crouch",   "charge", "dash", "roll",   "slide",
    "skid",  "hang", "climb", "swing", "wall run", "strike", "hit",  "stunned"};

}  // namespace leap
