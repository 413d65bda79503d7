// SPDX-License-Identifier: MIT
#include "core/simulation/rows.hpp"

#include <algorithm>

namespace leap {
namespace {

/// A fixture's gauge speaks of the one that is ridden, or of the first of its kind.
double gauge_value(const EvaluationContext& context, const GaugeInfo& gauge) {
    const std::vector<BodyId>& chain = context.body().chain;
    if (gauge.body && std::find(chain.begin(), chain.end(), gauge.body) == chain.end()) return 0.0;
    if (gauge.machine && context.program.machines[gauge.machine].kind == MachineKind::fixture) {
        const auto fixture = fixture_meant(context, gauge.machine);
        return fixture ? number(context.of_fixture(*fixture), gauge.value) : 0.0;
    }
    return number(context, gauge.value);
}

double counter_value(const EvaluationContext& context, CounterId counter) {
    const auto slot = counter_slot(context, counter);
    if (!slot) return 0.0;
    return (slot->of_fixture ? context.world.counters : context.actor.counters)[slot->index].value;
}

}  // namespace

void write_row(const SceneView& scene, const World& world, const Actor& actor, StepCache* cache,
               const Vec3& acceleration, bool tick_begin, Record& record) {
    TraceRow row;
    row.time = actor.time;
    row.position = actor.body.position;
    row.velocity = actor.body.velocity;
    row.acceleration = acceleration;
    row.facing = actor.facing;
    row.stick = actor.stick;
    row.look_yaw = actor.look_yaw;
    row.look_pitch = actor.look_pitch;
    for (std::size_t i = 0; i < actor.buttons.size(); ++i)
        if (actor.buttons[i].down) row.buttons |= std::uint64_t{1} << i;
    row.stance = actor.stance;
    const MachineId move = actor.body_move();
    row.move = move;
    if (move) row.move_phase = actor.machines[move].phase;
    row.grounded = actor.body.grounded;
    row.tick_begin = tick_begin;
    // Those of characters before it may be ahead already.
    for (auto event = record.events.rbegin(); event != record.events.rend() && event->time >= actor.time; ++event)
        if (event->time == actor.time && event->actor == actor.id)
            row.jumped = row.jumped || event->kind == EventKind::teleported || event->kind == EventKind::respawned ||
                         event->kind == EventKind::seated || event->kind == EventKind::stepped_out;
    TraceTrack& track = record.tracks[static_cast<std::size_t>(actor.id)];
    track.rows.push_back(row);
    record.value_count = scene.program.counters.size() + scene.program.meters.size() + scene.program.gauges.size();
    const EvaluationContext context = scene.context(world, actor, cache);
    for (std::size_t i = 0; i < scene.program.counters.size(); ++i)
        track.values.push_back(counter_value(context, CounterId(i)));
    for (const MeterState& meter : actor.meters) track.values.push_back(meter.value);
    for (const GaugeInfo& gauge : scene.program.gauges) track.values.push_back(gauge_value(context, gauge));
}

void open_record(const SceneView& scene, const World& world, Record& record) {
    if (record.is_open) return;
    record.is_open = true;
    for (std::size_t i = record.tracks.size(); i < world.actors.size(); ++i) {
        const BodyId kind = world.actors[i].kind;
        record.tracks.push_back({scene.program.bodies[kind].name, kind, {}, {}});
    }
    for (std::size_t i = 0; i < world.fixtures.size(); ++i) {
        const FixtureLayout& layout = scene.layout.fixtures[i];
        const MachineId machine = layout.placed;
        record.fixtures.push_back({scene.course.plan.fixtures[i].name, machine});
        const MachineState& own = world.machines[i];
        if (layout.kind) record.spans.push_back({machine, own.phase, fixture_owner(i), own.phase_since, -1.0, false});
    }
}

void end_record(const SceneView& scene, const World& world, Record& record) {
    for (const Actor& actor : world.actors) write_row(scene, world, actor, nullptr, Vec3{0.0}, true, record);
    for (PhaseSpan& span : record.spans)
        if (span.to < 0.0) span.to = world.time;
    record.ticks = world.tick;
}

}  // namespace leap
