// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>

#include "core/experiments/batch.hpp"

namespace leap {

/// Why a run doesn't count as the same as another: it goes another way, or a mark that held is missed. `slack_s`: how
/// much later or earlier things may happen in it.
struct Difference {
    std::string what;
    double time_s = 0.0;
    std::string kind;  ///< the same for all that differ in the same way, whatever the times and values are
};
/// Nothing when it does. Both must have been made with their ways.
std::optional<Difference> difference_of(const BatchResult& before, const BatchResult& after, const Program& program,
                                        double slack_s);

}  // namespace leap
