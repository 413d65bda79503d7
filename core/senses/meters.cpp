// SPDX-License-Identifier: MIT
#include "core/senses/meters.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"

namespace leap {
namespace {

/// Whether the wait behind the last spending is over.
bool rested(const EvaluationContext& context, MeterId meter) {
    const MeterInfo& info = context.program.meters[meter];
    if (!info.refill_after) return true;
    return context.now() - context.actor.meters[meter].spent_at >=
           number(context, *info.refill_after) - defaults::timer_rounding_s;
}

template <class Visit>
void each_drain(const EvaluationContext& context, Visit visit) {
    const auto look = [&](MachineId machine) {
        if (const Phase* phase = phase_in_force(context, machine))
            for (const Drain& drain : phase->effects.drains) visit(drain);
    };
    look(context.actor.stance);
    for (const MachineId move : context.actor.moves) look(move);
}

}  // namespace

MeterRates meter_rates(const EvaluationContext& context) {
    MeterRates out{};
    if (context.program.meters.empty()) return out;
    each_drain(context, [&](const Drain& drain) { out[drain.meter] -= number(context, drain.rate); });
    for (std::size_t i = 0; i < context.program.meters.size(); ++i) {
        const MeterInfo& info = context.program.meters[i];
        if (out[i] != 0.0 || !info.refill || !rested(context, MeterId(i))) continue;
        if (!info.refill_when || truth(context, info.refill_when->truth)) out[i] = number(context, *info.refill);
    }
    return out;
}

double time_to_meter_change(const EvaluationContext& context, const MeterRates& rates) {
    double soonest = 1e300;
    for (std::size_t i = 0; i < context.program.meters.size(); ++i) {
        const MeterInfo& info = context.program.meters[i];
        const MeterState& meter = context.actor.meters[i];
        if (rates[i] != 0.0) {
            const double left = ((rates[i] > 0.0 ? info.high : info.low) - meter.value) / rates[i];
            if (left > defaults::timer_rounding_s) soonest = std::min(soonest, left);
        }
        if (info.refill_after && meter.value < info.high && !rested(context, MeterId(i)) &&
            std::isfinite(meter.spent_at))
            soonest = std::min(soonest, meter.spent_at + number(context, *info.refill_after) - context.now());
    }
    return soonest;
}

void advance_meters(const EvaluationContext& context, const MeterRates& rates, double seconds, Actor& actor) {
    for (std::size_t i = 0; i < context.program.meters.size(); ++i) {
        const MeterInfo& info = context.program.meters[i];
        double& value = actor.meters[i].value;
        value = std::clamp(value + rates[i] * seconds, info.low, info.high);
        // What lies within rounding of an end is at the end.
        for (const double end : {info.low, info.high})
            if (std::abs(value - end) < 1e-9 * (info.high - info.low)) value = end;
        if (rates[i] < 0.0) actor.meters[i].spent_at = actor.time + seconds;
    }
}

void spend(const MeterInfo& info, double amount, double now, MeterState& meter) {
    meter.value = std::clamp(meter.value - amount, info.low, info.high);
    if (amount > 0.0) meter.spent_at = now;
}

}  // namespace leap
