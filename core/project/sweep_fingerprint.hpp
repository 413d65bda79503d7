// SPDX-License-Identifier: MIT
#pragma once

#include "core/experiments/sweep.hpp"
#include "core/experiments/variation.hpp"

namespace leap {

/// 16 hexadecimal digits over everything that a sweep's results depend on: scripts, course, tapes, dials, what is
/// switched off, and its axes. Parts of one sweep have the same; parts of another have another.
std::string sweep_fingerprint(const Setup& setup, const SweepRequest& request);

}  // namespace leap
