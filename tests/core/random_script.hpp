// SPDX-License-Identifier: MIT
#pragma once

#include <random>
#include <string>

#include "core/world/course.hpp"

namespace leap::test {

/// A script that nobody would write: characters' moves and kinds of fixtures with phases, effects, transitions and acts
/// drawn at random from the language, each of which may speak of every other. Lines that the compiler refuses are left
/// out. Empty when too much is refused.
std::string random_script(std::mt19937& random);

/// Flat ground with some boxes, and `count` fixtures of the kinds of a random script, linked at random: in rows, in
/// rings and to themselves.
CoursePlan random_yard(std::mt19937& random, std::size_t count);

}  // namespace leap::test
