// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <string>
#include <tl/expected.hpp>

#include "core/experiments/sweep.hpp"

namespace leap {

/// A sweep as comma-separated values with a head line: one line for each cell and tape, by cell. Only cells that are
/// done. Values are in the units of the head; what has no value is empty. Numbers are written so that they are read
/// back as they were.
std::string sweep_csv(const Sweep& sweep, const Program& program);

/// The lines of several parts of one sweep put together, the same bytes as the whole in one go. `names`: of the files,
/// for messages. Says which part is of another sweep, which cell stands in two of them, or is in none.
tl::expected<std::string, std::string> merge_sweep_csv(std::span<const std::string> parts,
                                                       std::span<const std::string> names);

}  // namespace leap
