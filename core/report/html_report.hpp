// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/report/feel_diff.hpp"
#include "core/tape/trace.hpp"

/// Pages that stand for themselves: no script, nothing from elsewhere, pictures inline as SVG.
namespace leap {

/// Every tape, before and after: paths, curves, readings, and what did it.
std::string feel_diff_html(const FeelDiff& diff, const FeelSide& before, const FeelSide& after,
                           const std::vector<std::string>& changed_files);

/// One run: its path, curves, readings, phases and dials.
std::string run_html(const FeelSide& side, const Tape& tape, const Trace& trace,
                     const std::vector<ReadingResult>& readings);

}  // namespace leap
