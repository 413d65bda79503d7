// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/motion_law.hpp"
#include "core/senses/meters.hpp"

namespace leap {

struct NextInstant {
    double seconds = 0.0;     ///< until then, from the context's instant
    bool of_fixture = false;  ///< a fixture has something to do then
};

/// Seconds until the next instant that rules may react to: a timer that runs out, or a watched quantity that passes
/// the value a condition compares it with. At most `longest`.
NextInstant time_to_next_instant(const EvaluationContext& context, const Law& law, const MeterRates& rates,
                                 double longest);
/// The same of fixtures alone, for a character whose own time stands, s.
double time_to_fixtures(const EvaluationContext& context, double longest);

}  // namespace leap
