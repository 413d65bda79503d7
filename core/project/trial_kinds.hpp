// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/trial_run.hpp"

/// Kinds of trials that don't turn dials on tapes. Each returns why it can't be run, or nothing.
namespace leap {

std::optional<std::string> run_pair_trial(const Trial& trial, const TrialScene& scene, TrialOutcome& out);
/// One or two values of a rehearsal of shared play, or dials, over their ranges.
std::optional<std::string> run_wire_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options,
                                          TrialOutcome& out);
/// "largest_correction <= 5 cm", "press_to_seen in 0..0.2": a mark that a trial adds to those of its rehearsal. Says
/// what is wrong with it.
tl::expected<WireMark, std::string> read_wire_wish(std::string_view text);
std::optional<std::string> run_way_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options,
                                         TrialOutcome& out);

}  // namespace leap
