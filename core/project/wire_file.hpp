// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/wire/plan.hpp"

/// Rehearsals of shared play, kept with a project: files `wire/*.wire.json`.
namespace leap {

tl::expected<WirePlan, std::string> read_wire_plan(std::string_view text, const std::string& path,
                                                   std::vector<std::string>* warnings = nullptr);
std::string write_wire_plan(const WirePlan& plan);

/// Changes one value of a plan as it is said on a command line: "Peer 1.delay=0.2", "behind=0.15", "seed=4". Returns
/// what is wrong; empty: nothing.
std::string set_wire_value(WirePlan& plan, const std::string& setting);

}  // namespace leap
