// SPDX-License-Identifier: MIT
#include "core/tape/live_run.hpp"

#include <algorithm>

#include "core/defaults.hpp"

namespace leap {

LiveRun::LiveRun(Ingredients ingredients, State start, std::string start_place, std::string start_lit)
    : ingredients_(std::move(ingredients)),
      start_place_(std::move(start_place)),
      start_lit_(std::move(start_lit)),
      state_(std::move(start)) {
    trace_.rate_hz = ingredients_.rate_hz;
}

void LiveRun::input(TapeEvent event) {
    waiting_.push_back(std::move(event));
}

void LiveRun::advance_to(double time) {
    const Rehearsal rehearsal = ingredients_.rehearsal();
    const double limit = std::min(time, defaults::longest_tape_s);
    while (static_cast<double>(state_.tick + 1) / ingredients_.rate_hz <= limit) {
        if (is_snapshot_tick(state_.tick, ingredients_.rate_hz)) trace_.snapshots.push_back(state_);
        const double end = static_cast<double>(state_.tick + 1) / ingredients_.rate_hz;
        std::stable_sort(waiting_.begin(), waiting_.end(),
                         [](const TapeEvent& a, const TapeEvent& b) { return a.time_s < b.time_s; });
        std::vector<InputEvent> inputs;
        std::size_t taken = 0;
        for (; taken < waiting_.size(); ++taken) {
            TapeEvent event = waiting_[taken];
            // Rounded upward where needed: a recorded event must fall into the tick it was played in.
            event.time_s = std::max(event.time_s, state_.time);
            event = rounded(event);
            if (event.time_s < state_.time - 1e-12) event.time_s = rounded_number(event.time_s + 1e-6);
            if (event.time_s >= end - 1e-9) break;
            const auto input = resolve_input(*ingredients_.program, event);
            if (!input) continue;
            inputs.push_back(*input);
            events_.push_back(event);
        }
        waiting_.erase(waiting_.begin(), waiting_.begin() + static_cast<std::ptrdiff_t>(taken));
        step(rehearsal, inputs, state_, scratch_, &trace_);
        trace_.ticks = state_.tick;
    }
}

void LiveRun::rewind(double seconds) {
    const double wanted = std::max(0.0, state_.time - seconds);
    const State* from = nullptr;
    for (const State& snapshot : trace_.snapshots)
        if (snapshot.time <= wanted + 1e-9) from = &snapshot;
    if (from == nullptr) return;
    State state = *from;
    std::vector<InputEvent> inputs;
    for (const TapeEvent& event : events_)
        if (const auto input = resolve_input(*ingredients_.program, event)) inputs.push_back(*input);
    const auto end_tick = static_cast<std::int64_t>(wanted * ingredients_.rate_hz + 1e-6);
    run_ticks(ingredients_.rehearsal(), inputs, end_tick, state, nullptr);
    restore(state);
}

void LiveRun::restore(const State& state) {
    state_ = state;
    waiting_.clear();
    const double time = state.time;
    constexpr double rounding_s = 1e-9;
    std::erase_if(events_, [&](const TapeEvent& e) { return e.time_s >= time - rounding_s; });
    const auto cut = std::find_if(trace_.rows.begin(), trace_.rows.end(),
                                  [&](const TraceRow& row) { return row.time >= time - rounding_s; });
    trace_.values.resize(static_cast<std::size_t>(cut - trace_.rows.begin()) * trace_.value_count);
    trace_.rows.erase(cut, trace_.rows.end());
    std::erase_if(trace_.events, [&](const TraceEvent& e) { return e.time >= time - rounding_s; });
    std::erase_if(trace_.spans, [&](const PhaseSpan& s) { return s.from >= time - rounding_s; });
    for (PhaseSpan& span : trace_.spans)
        if (span.to >= time - rounding_s) {
            span.to = -1.0;
            span.left_by = PhaseSpan::still_on;
        }
    std::erase_if(trace_.snapshots, [&](const State& s) { return s.time >= time - rounding_s; });
    trace_.ticks = state.tick;
    ++generation_;
    for (std::size_t i = 0; i < state_.buttons.size(); ++i)
        if (state_.buttons[i].down) input({time, ButtonEvent{ingredients_.program->buttons[i].name, false}});
    if (state_.stick != Vec2{0.0}) input({time, StickEvent{}});
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
    out.start_place = start_place_;
    out.start_lit = start_lit_;
    out.length_s = rounded_number(state_.time);
    out.events = events_;
    return out;
}

}  // namespace leap
