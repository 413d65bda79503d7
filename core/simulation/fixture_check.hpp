// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/senses/evaluate.hpp"

namespace leap {

/// Something about a placed fixture that can't be meant.
struct FixtureWarning {
    std::size_t fixture = 0;  ///< of the course
    std::string text;         ///< a sentence: what, and what to do
};

/// What a course says of fixtures that the script doesn't know, and links to nothing: errors, a sentence each.
std::vector<FixtureWarning> fixture_errors(const Program& program, const CoursePlan& plan);

/// Those, and what is only odd. Looks at every fixture of a course: kinds the script doesn't know, links that lead
/// nowhere or are missing where its kind tells or teleports, a focus whose area lies inside the fixture's own solid,
/// lanterns and bells without room for feet in front of them, two that stand in the same place.
std::vector<FixtureWarning> fixture_warnings(const Program& program, const Tuning& tuning, const CoursePlan& plan);

}  // namespace leap
