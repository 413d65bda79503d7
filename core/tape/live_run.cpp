// SPDX-License-Identifier: MIT
#include "core/tape/live_run.hpp"

#include <algorithm>

#include "core/defaults.hpp"

namespace leap {

LiveRun::LiveRun(Ingredients ingredients, World start, std::vector<TapeTrack> tracks)
    : ingredients_(std::move(ingredients)),
      tracks_(std::move(tracks)),
      world_(std::move(start)),
      trace_(named_trace(*ingredients_.program, tracks_, ingredients_.rate_hz)) {}

void LiveRun::input(TapeEvent event, std::size_t actor) {
    if (actor < tracks_.size()) waiting_.push_back({std::move(event), actor});
}

void LiveRun::advance_to(double time) {
    const Rehearsal rehearsal = ingredients_.rehearsal();
    const double limit = std::min(time, defaults::longest_tape_s);
    while (static_cast<double>(world_.tick + 1) / ingredients_.rate_hz <= limit) {
        if (is_snapshot_tick(world_.tick, ingredients_.rate_hz)) trace_.snapshots.push_back(world_);
        const double end = static_cast<double>(world_.tick + 1) / ingredients_.rate_hz;
        std::stable_sort(waiting_.begin(), waiting_.end(),
                         [](const Waiting& a, const Waiting& b) { return a.event.time_s < b.event.time_s; });
        std::vector<InputEvent> inputs;
        std::size_t taken = 0;
        for (; taken < waiting_.size(); ++taken) {
            TapeEvent event = waiting_[taken].event;
            const std::size_t actor = waiting_[taken].actor;
            // Rounded upward where needed: a recorded event must fall into the tick it was played in.
            event.time_s = std::max(event.time_s, world_.time);
            event = rounded(event);
            if (event.time_s < world_.time - 1e-12) event.time_s = rounded_number(event.time_s + 1e-6);
            if (event.time_s >= end - 1e-9) break;
            const auto input = resolve_input(*ingredients_.program, event, actor);
            if (!input) continue;
            inputs.push_back(*input);
            tracks_[actor].events.push_back(event);
        }
        waiting_.erase(waiting_.begin(), waiting_.begin() + static_cast<std::ptrdiff_t>(taken));
        step(rehearsal, inputs, world_, scratch_, &trace_);
        trace_.ticks = world_.tick;
    }
}

void LiveRun::rewind(double seconds) {
    const double wanted = std::max(0.0, world_.time - seconds);
    const World* from = nullptr;
    for (const World& snapshot : trace_.snapshots)
        if (snapshot.time <= wanted + 1e-9) from = &snapshot;
    if (from == nullptr) return;
    World world = *from;
    const auto inputs = resolve_inputs(*ingredients_.program, tape({}));
    const auto end_tick = static_cast<std::int64_t>(wanted * ingredients_.rate_hz + 1e-6);
    if (inputs) run_ticks(ingredients_.rehearsal(), *inputs, end_tick, world, nullptr);
    restore(world);
}

void LiveRun::restore(const World& world) {
    world_ = world;
    waiting_.clear();
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
    std::erase_if(trace_.spans, [&](const PhaseSpan& s) { return s.from >= time - rounding_s; });
    for (PhaseSpan& span : trace_.spans)
        if (span.to >= time - rounding_s) {
            span.to = -1.0;
            span.left_by = PhaseSpan::still_on;
        }
    std::erase_if(trace_.snapshots, [&](const World& w) { return w.time >= time - rounding_s; });
    trace_.ticks = world.tick;
    ++generation_;
    for (std::size_t k = 0; k < world_.actors.size(); ++k) {
        const Actor& actor = world_.actors[k];
        for (std::size_t i = 0; i < actor.buttons.size(); ++i)
            if (actor.buttons[i].down) input({time, ButtonEvent{ingredients_.program->buttons[i].name, false}}, k);
        if (actor.stick != Vec2{0.0}) input({time, StickEvent{}}, k);
    }
}

void LiveRun::set_tuning(Tuning tuning) {
    if (tuning.dials.size() != ingredients_.tuning.dials.size()) return;
    ingredients_.tuning = std::move(tuning);
    scratch_ = {};  // what is kept from tick to tick counts with the dials
}

Tape LiveRun::tape(std::string name) const {
    Tape out;
    out.name = std::move(name);
    out.rate_hz = ingredients_.rate_hz;
    out.length_s = rounded_number(world_.time);
    out.tracks = tracks_;
    return out;
}

}  // namespace leap
