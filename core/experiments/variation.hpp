// SPDX-License-Identifier: MIT
#pragma once

#include <memory>
#include <span>
#include <vector>

#include "core/experiments/free_value.hpp"
#include "core/tape/replay.hpp"

namespace leap {

/// What an experiment runs: program, dials and course. They must outlive what is made from it.
struct Setup {
    const Program& program;
    const Tuning& tuning;
    const Course& course;
};

/// A setup with other values. Shares with the setup what isn't changed.
struct Varied {
    std::shared_ptr<const Program> program;
    std::shared_ptr<const Course> course;
    Tuning tuning;
    SceneView rehearsal(int rate_hz) const { return {*program, tuning, *course, rate_hz}; }
};

/// The setup with `values` (SI, in the order of `free`) instead of what it says. What lies outside of a dial's own
/// range is brought to its nearest end. Items of a course take their group along.
Varied varied(const Setup& setup, std::span<const FreeValue> free, std::span<const double> values);

}  // namespace leap
