// SPDX-License-Identifier: MIT
#include "core/senses/fixture_path.hpp"

#include <algorithm>

#include "core/units/turn.hpp"

namespace leap {

PathNow path_now(const EvaluationContext& at, std::size_t index) {
    PathNow out;
    if (at.course == nullptr || !at.course->ways[index].exists()) return out;
    const FixtureWay& way = at.course->ways[index];
    out.gone_m = at.world.fixtures[index].from.way_m;
    const OnWay from = out.place = place_on(way, out.gone_m);
    const Phase* phase = fixture_phase(at, index);
    out.at_stop = from.here.has_value();
    if (phase == nullptr || !phase->effects.follow) return out;
    const EvaluationContext context = at.of_fixture(index);
    out.speed_mps = std::max(0.0, number(context, *phase->effects.follow));
    const double gone = out.speed_mps * std::max(0.0, context.time() - context.world.machines[index].phase_since);
    // Of how far it has gone, and of the time at which it comes to the stop.
    const double rounding_m = std::max(1.0, out.speed_mps) * 1e-9;
    out.at_stop = gone >= from.to_stop_m - rounding_m;
    out.gone_m = out.at_stop ? from.stop_gone_m : out.gone_m + gone;
    out.place = place_on(way, out.gone_m);
    out.goes_on = !out.at_stop && out.speed_mps > 0.0;
    return out;
}

double last_stop(const EvaluationContext& context, std::size_t fixture) {
    return static_cast<double>(path_now(context, fixture).place.last_stop);
}

Vec3 path_ahead(const EvaluationContext& context, std::size_t fixture) {
    const double turn_rad = context.course->plan.fixtures[fixture].turn_deg * radians_per_degree;
    return turned(path_now(context, fixture).place.ahead, turn_rad);
}

}  // namespace leap
