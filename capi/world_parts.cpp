// SPDX-License-Identifier: MIT
#include "capi/world_parts.hpp"

#include <algorithm>

#include "core/simulation/rows.hpp"
#include "core/tape/accents.hpp"

namespace leap::capi {
namespace {

/// Accents ease out for some seconds at most, poses last a minute; rows are for speeds and steps of the gait.
constexpr double spans_kept_s = 20.0;
constexpr double poses_kept_s = 60.0;
constexpr double rows_kept_s = 1.0;
constexpr std::int64_t forget_every_ticks = 256;

void forget_old(leap_world& w) {
    const double now = w.simulation.world().time;
    std::erase_if(w.lately.spans,
                  [&](const PhaseSpan& span) { return span.to >= 0.0 && span.to < now - spans_kept_s; });
    for (std::size_t k = 0; k < w.lately.tracks.size(); ++k) {
        TraceTrack& track = w.lately.tracks[k];
        const auto first = std::find_if(track.rows.begin(), track.rows.end(),
                                        [&](const TraceRow& row) { return row.time >= now - rows_kept_s; });
        const auto count = first - track.rows.begin();
        if (count < 2 || first == track.rows.end()) continue;
        w.walked_before[k] += walked_until(track, first->time);
        track.rows.erase(track.rows.begin(), first);
        track.values.erase(track.values.begin(),
                           track.values.begin() + count * static_cast<std::ptrdiff_t>(w.lately.value_count));
    }
}

/// Those that fall into the tick that comes, as a tape would have them: see LiveRun.
void take_inputs(leap_world& w) {
    const Ingredients& of = w.scene->ingredients;
    const double end = static_cast<double>(w.simulation.world().tick + 1) / of.rate_hz;
    w.inputs.clear();
    if (w.waiting.empty()) return;
    for (; !w.waiting.empty(); w.waiting.pop_front()) {
        TapeEvent event = w.waiting.front().event;
        const std::size_t character = w.waiting.front().character;
        event.time_s = std::max(event.time_s, w.simulation.world().time);
        event = rounded(event);
        if (event.time_s < w.simulation.world().time - 1e-12) event.time_s = rounded_number(event.time_s + 1e-6);
        if (event.time_s >= end - 1e-9) break;
        const auto input = resolve_input(*of.program, event, character);
        if (!input) continue;
        w.inputs.push_back(*input);
        if (w.recorded) w.tracks[character].events.push_back(event);
    }
}

}  // namespace

void begin_trace(leap_world& w) {
    const Ingredients& of = w.scene->ingredients;
    w.lately = named_trace(*of.program, w.tracks, of.rate_hz);
    w.before.clear();
    w.walked_before.assign(w.simulation.world().actors.size(), 0.0);
    w.first_event = 0;
    w.first_sound = 0;
    for (const Actor& actor : w.simulation.world().actors) w.before.push_back(actor.body.position);
    if (w.simulation.world().tick == 0) return;  // a run's own begin writes down what it begins with
    open_record(w.scene->rehearsal, w.simulation.world(), w.lately);
    for (std::size_t k = 0; k < w.simulation.world().actors.size(); ++k) {
        const Actor& actor = w.simulation.world().actors[k];
        const auto add = [&](MachineId machine) {
            const MachineState& state = actor.machines[machine];
            if (state.phase)
                w.lately.spans.push_back({machine, state.phase, actor_owner(k), state.phase_since, -1.0, false, {}});
        };
        if (actor.stance) add(actor.stance);
        for (const MachineId move : actor.moves)
            if (move) add(move);
    }
}

void begin_step(leap_world& w) {
    if (!w.recorded) {
        std::erase_if(w.lately.events, [&](const TraceEvent& event) {
            return event.kind != EventKind::posed || event.time < w.simulation.world().time - poses_kept_s;
        });
        if (w.simulation.world().tick % forget_every_ticks == 0) forget_old(w);
    }
    w.first_event = w.lately.events.size();
    if (!w.recorded) w.lately.sounds.clear();
    w.first_sound = w.lately.sounds.size();
}

void run_tick(leap_world& w) {
    if (w.scene->game && w.geometry_seen != w.scene->game->changes()) {
        w.simulation.note_solids_changed();
        w.geometry_seen = w.scene->game->changes();
    }
    take_inputs(w);
    for (std::size_t k = 0; k < w.simulation.world().actors.size(); ++k)
        w.before[k] = w.simulation.world().actors[k].body.position;
    w.simulation.step(w.inputs, &w.lately);
    w.lately.ticks = w.simulation.world().tick;
}

}  // namespace leap::capi
