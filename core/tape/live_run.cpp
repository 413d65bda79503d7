// SPDX-License-Identifier: MIT
#include "core/tape/live_run.hpp"

#include <algorithm>

#include "core/defaults.hpp"

namespace leap {

LiveRun::LiveRun(Ingredients ingredients, World start, std::vector<TapeTrack> tracks)
    : tracks_(std::move(tracks)),
      simulation_(std::make_shared<const Scene>(std::move(ingredients)), std::move(start)),
      trace_(named_trace(*simulation_.scene().ingredients.program, tracks_, rate_hz())) {}

LiveRun::LiveRun(Ingredients ingredients, std::vector<TapeTrack> tracks, Trace trace, const World& from)
    : tracks_(std::move(tracks)),
      simulation_(std::make_shared<const Scene>(std::move(ingredients)), from),
      trace_(std::move(trace)) {
    restore(from);
}

void LiveRun::input(TapeEvent event, std::size_t actor) {
    if (actor < tracks_.size()) waiting_.push_back({std::move(event), actor});
}

void LiveRun::advance_to(double time) {
    take_late_inputs();
    const double limit = std::min(time, defaults::max_tape_s);
    while (static_cast<double>(world().tick + 1) / rate_hz() <= limit) run_tick();
}

void LiveRun::run_tick() {
    if (is_snapshot_tick(world().tick, rate_hz())) trace_.snapshots.push_back(world());
    const double end = static_cast<double>(world().tick + 1) / rate_hz();
    std::stable_sort(waiting_.begin(), waiting_.end(),
                     [](const Waiting& a, const Waiting& b) { return a.event.time_s < b.event.time_s; });
    std::vector<InputEvent> inputs;
    std::size_t taken = 0;
    for (; taken < waiting_.size(); ++taken) {
        TapeEvent event = waiting_[taken].event;
        const std::size_t actor = waiting_[taken].actor;
        // Rounded upward where needed: a recorded event must fall into the tick it was played in.
        event.time_s = std::max(event.time_s, world().time);
        event = rounded(event);
        if (event.time_s < world().time - 1e-12) event.time_s = rounded_number(event.time_s + 1e-6);
        if (event.time_s >= end - 1e-9) break;
        const auto input = resolve_input(*ingredients().program, event, actor);
        if (!input) continue;
        inputs.push_back(*input);
        tracks_[actor].events.push_back(event);
    }
    waiting_.erase(waiting_.begin(), waiting_.begin() + static_cast<std::ptrdiff_t>(taken));
    simulation_.step(inputs, &trace_);
    trace_.ticks = world().tick;
}

/// What was told too late for the ticks that have run: back to where it happened, and on again with it.
void LiveRun::take_late_inputs() {
    constexpr double rounding_s = 1e-9;
    double earliest = world().time;
    for (const Waiting& waiting : waiting_)
        if (waiting.event.time_s >= world().time - defaults::latest_input_s)
            earliest = std::min(earliest, std::max(0.0, waiting.event.time_s));
    if (earliest >= world().time - rounding_s || trace_.snapshots.empty()) return;
    const std::int64_t reached = world().tick;
    const World back = world_at_tick(static_cast<std::int64_t>(earliest * rate_hz() + 1e-6));
    for (std::size_t actor = 0; actor < tracks_.size(); ++actor)
        for (const TapeEvent& event : tracks_[actor].events)
            if (event.time_s >= back.time - rounding_s) waiting_.push_back({event, actor});
    cut_back(back);
    while (world().tick < reached) run_tick();
}

World LiveRun::world_at_tick(std::int64_t tick) const {
    const World* from = &trace_.snapshots.front();
    for (const World& snapshot : trace_.snapshots)
        if (snapshot.tick <= tick) from = &snapshot;
    World world = *from;
    const auto inputs = resolve_inputs(*ingredients().program, tape({}));
    if (inputs) run_ticks(simulation_.scene().rehearsal, *inputs, tick, world, nullptr);
    return world;
}

void LiveRun::rewind(double seconds) {
    if (trace_.snapshots.empty()) return;
    const double wanted = std::max(0.0, world().time - seconds);
    restore(world_at_tick(static_cast<std::int64_t>(wanted * rate_hz() + 1e-6)));
}

/// Tape and trace forget what came after.
void LiveRun::cut_back(const World& world) {
    simulation_.go_on_from(world);
    const double time = world.time;
    constexpr double rounding_s = 1e-9;
    for (TapeTrack& track : tracks_)
        std::erase_if(track.events, [&](const TapeEvent& e) { return e.time_s >= time - rounding_s; });
    for (TraceTrack& track : trace_.tracks) {
        const auto cut = std::find_if(track.rows.begin(), track.rows.end(),
                                      [&](const TraceRow& row) { return row.time >= time - rounding_s; });
        track.values.resize(static_cast<std::size_t>(cut - track.rows.begin()) * trace_.value_count);
        track.rows.erase(cut, track.rows.end());
    }
    std::erase_if(trace_.events, [&](const TraceEvent& e) { return e.time >= time - rounding_s; });
    std::erase_if(trace_.sounds, [&](const SoundCue& c) { return c.time >= time - rounding_s; });
    std::erase_if(trace_.spans, [&](const PhaseSpan& s) { return s.from >= time - rounding_s; });
    for (PhaseSpan& span : trace_.spans)
        if (span.to >= time - rounding_s) {
            span.to = -1.0;
            span.left_by = {};
        }
    std::erase_if(trace_.snapshots, [&](const World& w) { return w.time >= time - rounding_s; });
    trace_.ticks = world.tick;
    ++generation_;
}

void LiveRun::restore(const World& world) {
    waiting_.clear();
    cut_back(world);
    const double time = world.time;
    for (std::size_t k = 0; k < this->world().actors.size(); ++k) {
        const Actor& actor = this->world().actors[k];
        for (std::size_t i = 0; i < actor.buttons.size(); ++i)
            if (actor.buttons[i].down) input({time, ButtonEvent{ingredients().program->buttons[i].name, false}}, k);
        if (actor.stick != Vec2{0.0}) input({time, StickEvent{}}, k);
    }
}

void LiveRun::set_tuning(Tuning tuning) {
    Ingredients now = ingredients();
    if (tuning.dials.size() != now.tuning.dials.size()) return;
    now.tuning = std::move(tuning);
    simulation_.use(std::make_shared<const Scene>(std::move(now)));  // other dials always fit
}

Tape LiveRun::tape(std::string name) const {
    Tape out;
    out.name = std::move(name);
    out.rate_hz = rate_hz();
    out.length_s = rounded_number(world().time);
    out.tracks = tracks_;
    return out;
}

}  // namespace leap
