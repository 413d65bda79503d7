// SPDX-License-Identifier: MIT
#include "core/tape/replay.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/rules/actions.hpp"
#include "core/script/diagnostic.hpp"
#include "core/simulation/rows.hpp"
#include "core/simulation/simulation.hpp"
#include "core/simulation/start.hpp"
#include "core/units/turn.hpp"

namespace leap {

tl::expected<InputEvent, std::string> resolve_input(const Program& program, const TapeEvent& event, std::size_t actor) {
    InputEvent input;
    input.actor = static_cast<std::int32_t>(actor);
    input.time = event.time_s;
    if (const auto* button = std::get_if<ButtonEvent>(&event.what)) {
        const auto index = program.find_button(button->button);
        if (!index) {
            std::vector<std::string> names;
            for (const ButtonInfo& known : program.buttons) names.push_back(known.name);
            const std::string near = nearest_name(button->button, names);
            return tl::make_unexpected(fmt::format("unknown button \"{}\", pressed at {:.3f} s{}", button->button,
                                                   event.time_s,
                                                   near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
        }
        input.button = *index;
        input.down = button->down;
    } else if (const auto* stick = std::get_if<StickEvent>(&event.what)) {
        input.kind = InputEvent::Kind::stick;
        input.value = stick->stick;
    } else if (const auto* look = std::get_if<LookEvent>(&event.what)) {
        input.kind = InputEvent::Kind::look;
        input.value = Vec2{look->yaw_deg, look->pitch_deg} * radians_per_degree;
    }
    return input;
}

tl::expected<std::vector<InputEvent>, std::string> resolve_inputs(const Program& program, const Tape& tape) {
    std::vector<InputEvent> out;
    for (std::size_t i = 0; i < tape.tracks.size(); ++i)
        for (const TapeEvent& event : tape.tracks[i].events) {
            const auto input = resolve_input(program, event, i);
            if (!input) return tl::make_unexpected(fmt::format("tape {}: {}", tape.name, input.error()));
            out.push_back(*input);
        }
    std::stable_sort(out.begin(), out.end(), [](const InputEvent& a, const InputEvent& b) { return a.time < b.time; });
    return out;
}

namespace {

std::string did_you_mean(const std::string& name, const std::vector<std::string>& names) {
    const std::string near = nearest_name(name, names);
    return near.empty() ? std::string() : fmt::format("; did you mean '{}'?", near);
}

/// The phase in which a fixture burns as a checkpoint: that into which a way leads that comes back here.
std::optional<PhaseId> burning_phase(const Machine& machine) {
    for (const Phase& phase : machine.phases)
        for (const Transition& way : phase.transitions) {
            const bool lights = way.to && std::any_of(way.actions.begin(), way.actions.end(), [](const Action& action) {
                                    return action.kind == ActionKind::respawn_here;
                                });
            if (lights) return way.to;
        }
    return std::nullopt;
}

struct Lit {
    std::size_t fixture = 0;
    PhaseId phase;
};

tl::expected<Lit, std::string> find_checkpoint(const SceneView& r, const std::string& name) {
    const auto& fixtures = r.course.plan.fixtures;
    for (std::size_t i = 0; i < fixtures.size(); ++i) {
        const auto machine = r.program.find_machine(fixtures[i].kind);
        if (fixtures[i].name != name || !machine || r.tuning.is_off(*machine)) continue;
        if (const auto phase = burning_phase(r.program.machines[*machine])) return Lit{i, *phase};
    }
    return tl::make_unexpected(fmt::format("course {}: unknown checkpoint \"{}\"", r.course.plan.name, name));
}

tl::expected<ActorStart, std::string> find_start(const SceneView& r, const TapeTrack& track) {
    ActorStart out;
    if (!track.body.empty()) {
        const auto kind = r.program.find_body(track.body);
        if (!kind) {
            std::vector<std::string> names;
            for (const BodyInfo& body : r.program.bodies) names.push_back(body.name);
            return tl::make_unexpected(fmt::format("unknown body '{}'{}", track.body, did_you_mean(track.body, names)));
        }
        out.kind = *kind;
    }
    const Place* found = find_place(r.course.plan, track.start_place);
    if (found == nullptr) {
        std::vector<std::string> names;
        for (const Place& known : r.course.plan.places) names.push_back(known.name);
        return tl::make_unexpected(fmt::format("course {}: unknown start place \"{}\"{}", r.course.plan.name,
                                               track.start_place, did_you_mean(track.start_place, names)));
    }
    out.position = found->position;
    out.facing_rad = found->facing_deg * radians_per_degree;
    return out;
}

}  // namespace

tl::expected<World, std::string> start_world(const SceneView& r, std::span<const TapeTrack> tracks) {
    std::vector<ActorStart> starts;
    for (const TapeTrack& track : tracks) {
        const auto start = find_start(r, track);
        if (!start) return tl::make_unexpected(start.error());
        starts.push_back(*start);
    }
    if (starts.empty()) return tl::make_unexpected(std::string("the tape has no character"));
    World world = initial_world(r, starts);
    std::vector<std::optional<Lit>> lit(tracks.size());
    bool any = false;
    for (std::size_t i = 0; i < tracks.size(); ++i) {
        if (tracks[i].start_lit.empty()) continue;
        const auto found = find_checkpoint(r, tracks[i].start_lit);
        if (!found) return tl::make_unexpected(found.error());
        lit[i] = *found;
        any = true;
        const RespawnPlace back = respawn_at(r.context(world, world.actors[i]), found->fixture);
        starts[i].position = back.feet;
        starts[i].facing_rad = back.facing_rad;
    }
    if (!any) return world;
    // As if it had been touched: it burns, and the character stands before it.
    world = initial_world(r, starts);
    for (std::size_t i = 0; i < tracks.size(); ++i) {
        if (!lit[i]) continue;
        world.actors[i].respawn = {starts[i].position, starts[i].facing_rad, FixtureId(lit[i]->fixture)};
        world.machines[lit[i]->fixture].phase = lit[i]->phase;
    }
    return world;
}

std::vector<std::string> checkpoint_names(const SceneView& r) {
    std::vector<std::string> out;
    for (const PlacedFixture& fixture : r.course.plan.fixtures) {
        const auto machine = r.program.find_machine(fixture.kind);
        if (machine && !r.tuning.is_off(*machine) && burning_phase(r.program.machines[*machine]))
            out.push_back(fixture.name);
    }
    return out;
}

bool is_snapshot_tick(std::int64_t tick, int rate_hz) {
    const auto between = std::max<std::int64_t>(1, std::llround(defaults::snapshot_every_s * rate_hz));
    return tick % between == 0;
}

std::int64_t ticks_for(double seconds, int rate_hz) {
    return static_cast<std::int64_t>(std::ceil(std::min(seconds, defaults::max_tape_s) * rate_hz - 1e-6));
}

std::span<const InputEvent> inputs_of_tick(std::span<const InputEvent> inputs, std::size_t& cursor, std::int64_t tick,
                                           int rate_hz) {
    const double end = static_cast<double>(tick + 1) / rate_hz;
    const std::size_t first = cursor;
    while (cursor < inputs.size() && inputs[cursor].time < end - 1e-12) ++cursor;
    return inputs.subspan(first, cursor - first);
}

namespace {

void go_on(Simulation& run, std::span<const InputEvent> inputs, std::int64_t end_tick, Trace* trace, bool snapshots) {
    const int rate_hz = run.rehearsal().rate_hz;
    const World& world = run.world();
    const double begin = static_cast<double>(world.tick) / rate_hz;
    std::size_t cursor = static_cast<std::size_t>(
        std::lower_bound(inputs.begin(), inputs.end(), begin - 1e-12,
                         [](const InputEvent& event, double time) { return event.time < time; }) -
        inputs.begin());
    while (world.tick < end_tick) {
        if (snapshots && trace != nullptr && is_snapshot_tick(world.tick, rate_hz)) trace->snapshots.push_back(world);
        run.step(inputs_of_tick(inputs, cursor, world.tick, rate_hz), trace);
    }
}

}  // namespace

void run_ticks(const SceneView& r, std::span<const InputEvent> inputs, std::int64_t end_tick, World& world,
               Trace* trace, bool snapshots) {
    Simulation run(r, std::move(world));
    go_on(run, inputs, end_tick, trace, snapshots);
    world = std::move(run).take_world();
}

Trace named_trace(const Program& program, std::span<const TapeTrack> tracks, int rate_hz) {
    Trace trace;
    trace.rate_hz = rate_hz;
    for (const TapeTrack& track : tracks) {
        const auto kind = track.body.empty() ? std::nullopt : program.find_body(track.body);
        const BodyId body = kind.value_or(BodyId(0));
        trace.tracks.push_back({track_name(track, program.bodies[body].name), body, {}, {}});
    }
    return trace;
}

namespace {

/// False: broken off.
tl::expected<bool, std::string> replay_all(const SceneView& r, const Tape& tape, bool snapshots, Trace& trace,
                                           const std::function<bool()>& stop) {
    const auto inputs = resolve_inputs(r.program, tape);
    if (!inputs) return tl::make_unexpected(inputs.error());
    auto world = start_world(r, tape.tracks);
    if (!world) return tl::make_unexpected(world.error());
    const std::int64_t ticks = ticks_for(tape.length_s, r.rate_hz);
    for (TraceTrack& track : trace.tracks) track.rows.reserve(static_cast<std::size_t>(ticks) * 5 / 4 + 16);
    open_record(r, *world, trace);
    const std::int64_t between = stop ? std::max(1, r.rate_hz / 4) : ticks;
    Simulation run(r, *std::move(world));
    while (run.world().tick < ticks) {
        if (stop && stop()) return false;
        go_on(run, *inputs, std::min(ticks, run.world().tick + between), &trace, snapshots);
    }
    end_record(r, run.world(), trace);
    return true;
}

}  // namespace

tl::expected<Trace, std::string> replay(const SceneView& r, const Tape& tape) {
    Trace trace = named_trace(r.program, tape.tracks, r.rate_hz);
    if (const auto done = replay_all(r, tape, true, trace, {}); !done) return tl::make_unexpected(done.error());
    return trace;
}

tl::expected<bool, std::string> replay_into(const SceneView& r, const Tape& tape, Trace& room,
                                            const std::function<bool()>& stop) {
    Trace fresh = named_trace(r.program, tape.tracks, r.rate_hz);
    // What was there gives its memory.
    for (std::size_t i = 0; i < std::min(room.tracks.size(), fresh.tracks.size()); ++i) {
        room.tracks[i].rows.clear();
        room.tracks[i].values.clear();
        fresh.tracks[i].rows = std::move(room.tracks[i].rows);
        fresh.tracks[i].values = std::move(room.tracks[i].values);
    }
    room.events.clear();
    room.spans.clear();
    room.sounds.clear();
    fresh.events = std::move(room.events);
    fresh.spans = std::move(room.spans);
    fresh.sounds = std::move(room.sounds);
    room = std::move(fresh);
    return replay_all(r, tape, false, room, stop);
}

World world_after(const SceneView& r, std::span<const InputEvent> inputs, const Trace& trace, double time) {
    World world = world_at(r, inputs, trace, time);
    if (world.actors.empty() || world.tick >= trace.ticks) return world;
    std::size_t cursor = 0;
    while (cursor < inputs.size() && inputs[cursor].time < world.time - 1e-9) ++cursor;
    const auto now = inputs_of_tick(inputs, cursor, world.tick, r.rate_hz);
    // What happens at an instant is met a hair behind it, and a tick's end belongs to the next one.
    constexpr double just_after_s = 1e-6;
    const double tick_end = static_cast<double>(world.tick + 1) / r.rate_hz;
    const double until = std::min(std::max(time, world.time) + just_after_s, tick_end);
    Simulation run(r, std::move(world));
    run.step_within(now, until);
    return std::move(run).take_world();
}

World world_at(const SceneView& r, std::span<const InputEvent> inputs, const Trace& trace, double time,
               const World* before) {
    const auto tick = static_cast<std::int64_t>(std::floor(time * r.rate_hz + 1e-6));
    const World* from = trace.snapshots.empty() ? nullptr : &trace.snapshots.front();
    for (const World& snapshot : trace.snapshots)
        if (snapshot.tick <= tick) from = &snapshot;
    if (from == nullptr) return {};
    if (before != nullptr && before->tick <= tick && before->tick > from->tick) from = before;
    World world = *from;
    run_ticks(r, inputs, std::min(tick, trace.ticks), world, nullptr);
    return world;
}

}  // namespace leap
