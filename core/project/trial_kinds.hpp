// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/trial_run.hpp"

/// Kinds of trials that don't turn dials on tapes. Each returns why it can't be run, or nothing.
namespace leap {

std::optional<std::string> run_pair_trial(const Trial& trial, const TrialScene& scene, TrialOutcome& out);
std::optional<std::string> run_way_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options,
                                         TrialOutcome& out);

}  // namespace leap
