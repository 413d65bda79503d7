// SPDX-License-Identifier: MIT
#pragma once

#include <array>

#include "core/senses/evaluate.hpp"

namespace leap {

/// Per second, by meter: what the phases in force drain, or the refill when nothing does and its wait is over.
struct MeterRates : std::array<double, max_meters> {
    using std::array<double, max_meters>::operator[];
    double& operator[](MeterId meter) { return (*this)[meter.at()]; }
    double operator[](MeterId meter) const { return (*this)[meter.at()]; }
};
MeterRates meter_rates(const EvaluationContext& context);

/// Seconds until a meter's rate changes by itself: it is full or empty, or its refill begins. A huge one when never.
double time_to_meter_change(const EvaluationContext& context, const MeterRates& rates);

/// Lets `seconds` pass, at the rates of their begin.
void advance_meters(const EvaluationContext& context, const MeterRates& rates, double seconds, Actor& actor);

/// Spends (or gains, when negative) at once; a meter never leaves its range.
void spend(const MeterInfo& info, double amount, double now, MeterState& meter);

}  // namespace leap
