// SPDX-License-Identifier: MIT
#include "core/play/rows.hpp"

namespace leap {
namespace {

/// A fixture's gauge speaks of the one that is ridden, or of the first of its kind.
double gauge_value(Moment m, const GaugeInfo& gauge) {
    if (gauge.machine >= 0 &&
        m.program.machines[static_cast<std::size_t>(gauge.machine)].kind == MachineKind::fixture) {
        const std::int32_t fixture = fixture_meant(m, gauge.machine);
        if (fixture < 0) return 0.0;
        m.self = static_cast<std::int32_t>(m.program.machines.size()) + fixture;
    }
    return number(m, gauge.value);
}

double counter_value(const Moment& m, std::size_t index) {
    const auto slot = counter_slot(m, m.program.counters[index], static_cast<std::int32_t>(index));
    return slot ? m.state.counters[*slot].value : 0.0;
}

}  // namespace

void write_row(const Rehearsal& r, const State& state, ProbeMemo* memo, const Vec3& acceleration, bool tick_begin,
               Trace& trace) {
    TraceRow row;
    row.time = state.time;
    row.position = state.body.position;
    row.velocity = state.body.velocity;
    row.acceleration = acceleration;
    row.facing = state.facing;
    row.stick = state.stick;
    row.look_yaw = state.look_yaw;
    row.look_pitch = state.look_pitch;
    for (std::size_t i = 0; i < state.buttons.size(); ++i)
        if (state.buttons[i].down) row.buttons |= std::uint64_t{1} << i;
    row.stance = state.stance;
    const std::int32_t move = state.body_move();
    row.move = move;
    if (move >= 0) row.move_phase = state.machines[static_cast<std::size_t>(move)].phase;
    row.grounded = state.body.grounded;
    row.tick_begin = tick_begin;
    for (auto event = trace.events.rbegin(); event != trace.events.rend() && event->time == state.time; ++event)
        row.jumped = row.jumped || event->kind == EventKind::teleported || event->kind == EventKind::respawned ||
                     event->kind == EventKind::seated || event->kind == EventKind::stepped_out;
    trace.rows.push_back(row);
    trace.value_count = r.program.counters.size() + r.program.meters.size() + r.program.gauges.size();
    const Moment m = r.moment(state, memo);
    for (std::size_t i = 0; i < r.program.counters.size(); ++i) trace.values.push_back(counter_value(m, i));
    for (const MeterState& meter : state.meters) trace.values.push_back(meter.value);
    for (const GaugeInfo& gauge : r.program.gauges) trace.values.push_back(gauge_value(m, gauge));
}

/// The fixtures that the trace speaks of, and the phases that they begin in.
void name_fixtures(const Rehearsal& r, const State& state, Trace& trace) {
    for (std::size_t i = 0; i < state.fixtures.size(); ++i) {
        const std::int32_t machine = state.fixtures[i].machine;
        trace.fixtures.push_back({r.course.plan.fixtures[i].name, machine});
        const MachineState& own = state.machines[r.program.machines.size() + i];
        if (machine >= 0)
            trace.spans.push_back({machine, own.phase, static_cast<std::int32_t>(i), own.phase_since, -1.0, false});
    }
}

void end_trace(const Rehearsal& r, const State& state, Trace& trace) {
    write_row(r, state, nullptr, Vec3{0.0}, true, trace);
    for (PhaseSpan& span : trace.spans)
        if (span.to < 0.0) span.to = state.time;
    trace.ticks = state.tick;
}

}  // namespace leap
