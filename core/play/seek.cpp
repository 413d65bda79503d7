// SPDX-License-Identifier: MIT
#include "core/play/seek.hpp"

#include <algorithm>
#include <limits>

#include "core/defaults.hpp"
#include "core/play/fixtures.hpp"
#include "core/play/focus.hpp"
#include "core/play/gates.hpp"
#include "core/play/stands.hpp"
#include "core/world/closest_point.hpp"

namespace leap {
namespace {

/// Notes what conditions in force say, in an order that stays while no rule is asked.
class Noticing {
  public:
    Noticing(const Rehearsal& r, const State& state, ProbeMemo& memo, const Noticed& first, Noticed& out)
        : r_(r), state_(state), m_(r.moment(state, &memo)), first_(first), out_(out) {}

    void run() {
        const SoughtConditions& sought = r_.program.sought;
        for (const std::int32_t move : first_.starts) out_.truths.push_back({may_ask(move), false});
        for (const std::int32_t move : sought.charges) note(*machine(move).charges->refill_when, false);
        for (const std::int32_t move : state_.moves)
            if (const Phase* phase = phase_in_force(m_, move))
                ways(*phase, state_.machines[static_cast<std::size_t>(move)]);
        for (const std::int32_t index : sought.stances) {
            const Machine& stance = machine(index);
            if (stance.when) note(*stance.when, true);
            if (stance.until && index == state_.stance) note(*stance.until, true);
        }
        for (const std::int32_t i : sought.counters)
            note(*r_.program.counters[static_cast<std::size_t>(i)].back_when, true);
        for (const std::int32_t i : sought.meters)
            note(*r_.program.meters[static_cast<std::size_t>(i)].refill_when, true);
        for (const std::size_t i : first_.fixtures) fixture(i);
        if (!first_.focus_changes) return;
        if (!m_.memo->focus) m_.memo->focus = focus_at(m_);
        out_.focus = *m_.memo->focus;
    }

  private:
    const Machine& machine(std::int32_t index) const { return r_.program.machines[static_cast<std::size_t>(index)]; }

    /// `both`: it matters when it ceases to hold, too.
    void note(const Condition& condition, bool both) {
        const bool sought = condition.sought || (condition.sought_on_ground && first_.grounded) ||
                            (condition.sought_when_driven && first_.driven);
        if (sought) out_.truths.push_back({truth(m_, condition.truth), both});
    }
    /// A way that waits for a time isn't asked before.
    void ways(const Phase& phase, const MachineState& machine) {
        for (const Way& way : phase.ways) {
            if (!way.when || !way.when->may_be_sought()) continue;
            const double asked_from = way.after ? machine.phase_since + number(m_, *way.after) : first_.time;
            if (asked_from > first_.time + defaults::crossing_nudge_s) {
                out_.next_time = std::min(out_.next_time, asked_from);
            } else {
                note(*way.when, false);
            }
        }
    }
    /// Whether a move's own condition holds, where it has one, and all of its gates.
    bool may_ask(std::int32_t index) {
        const Machine& move = machine(index);
        if (move.start_when && !truth(m_, move.start_when->condition.truth)) return false;
        return std::all_of(move.gates.begin(), move.gates.end(),
                           [&](const Gate& gate) { return gate_holds(m_, index, gate); });
    }
    void fixture(std::size_t i) {
        if (fixture_kind(m_, i)->asks_touch) out_.truths.push_back({state_.contacts[i].touching, true});
        const Phase* phase = fixture_phase(m_, i);
        if (phase == nullptr || phase->waits_for_events) return;
        m_.self = static_cast<std::int32_t>(r_.program.machines.size() + i);
        ways(*phase, state_.machines[static_cast<std::size_t>(m_.self)]);
        for (const std::int32_t counter : fixture_kind(m_, i)->counters)
            if (const auto& back = r_.program.counters[static_cast<std::size_t>(counter)].back_when) note(*back, true);
        m_.self = -1;
    }

    const Rehearsal& r_;
    const State& state_;
    Moment m_;
    const Noticed& first_;
    Noticed& out_;
};

/// `quiet`: nothing has happened since the last stretch's end, so what was noticed there still holds.
void notice_first(const Rehearsal& r, const State& state, bool quiet, StepScratch& scratch) {
    ProbeMemo& memo = scratch.memo;
    Noticed& first = scratch.first;
    std::swap(first.fixtures, scratch.last_fixtures);
    const bool was_grounded = first.grounded;
    const bool was_driven = first.driven;
    first.time = state.time;
    std::swap(first.starts, scratch.last_starts);
    first.starts.clear();
    first.fixtures.clear();
    first.focus_changes = state.focus >= 0;
    first.grounded = state.body.grounded;
    const Moment m = r.moment(state, &memo);
    first.driven = std::any_of(state.moves.begin(), state.moves.end(), [&](std::int32_t move) {
        const Phase* phase = phase_in_force(m, move);
        return phase != nullptr && phase->effects.drive;
    });
    for (const std::int32_t move : r.program.sought.starts) {
        const Machine& machine = r.program.machines[static_cast<std::size_t>(move)];
        const bool waits =
            machine.start_when ? state.machines[static_cast<std::size_t>(move)].phase < 0 : press_waits(m, move);
        if (waits && !r.tuning.is_off(move)) first.starts.push_back(move);
    }
    for (const std::size_t i : memo.lively) {
        const FixtureStand& stand = memo.stands[i];
        first.focus_changes = first.focus_changes || stand.focus_reach >= 0.0;
        if (!stand.waits || fixture_kind(m, i)->asks_touch) first.fixtures.push_back(i);
    }
    if (first.focus_changes) first.focus = state.focus;
    // A way whose time has come since is asked from now on.
    quiet = quiet && first.next_time > first.time + defaults::crossing_nudge_s && scratch.now_is_current &&
            was_grounded == first.grounded && was_driven == first.driven && first.fixtures == scratch.last_fixtures &&
            first.starts == scratch.last_starts;
    if (quiet) {
        std::swap(first.truths, scratch.now.truths);
        return;
    }
    first.truths.clear();
    first.next_time = std::numeric_limits<double>::infinity();
    const std::int32_t focus = first.focus;
    Noticing(r, state, memo, first, first).run();
    first.focus = focus;
}

bool has_changed(const Rehearsal& r, const State& state, ProbeMemo& memo, const Noticed& first, Noticed& now) {
    now.truths.clear();
    Noticing(r, state, memo, first, now).run();
    if (first.focus_changes && now.focus != first.focus) return true;
    for (std::size_t i = 0; i < first.truths.size(); ++i) {
        const bool held = first.truths[i].holds;
        const bool holds = now.truths[i].holds;
        if (held != holds && (holds || first.truths[i].both)) return true;
    }
    return false;
}

/// Share of a straight way, 0 to 1, at which a convex function is least, when it is less than `enough` there.
template <class Of>
void offer_least(Of of, double enough, std::vector<double>& out) {
    double low = 0.0;
    double high = 1.0;
    for (int i = 0; i < defaults::pass_thirds; ++i) {
        const double third = (high - low) / 3.0;
        if (of(low + third) <= of(high - third)) {
            high -= third;
        } else {
            low += third;
        }
    }
    const double least = 0.5 * (low + high);
    if (of(least) <= enough) out.push_back(least);
}

/// Shares of the way at which something is nearest that was passed: neither touched (or in reach of the focus) at the
/// begin nor at the end.
void find_passed(const Rehearsal& r, const Vec3& from, const State& state, const ProbeMemo& memo, const Noticed& first,
                 std::vector<double>& out) {
    out.clear();
    const Vec3 way = state.body.position - from;
    const double length = glm::length(way);
    if (length < defaults::shortest_passing_way_m) return;
    const Moment m = r.moment(state);
    const Capsule capsule{state.radius, state.height};
    Solid solid;
    for (const std::size_t i : memo.lively) {
        const FixtureStand& stand = memo.stands[i];
        const double reach = reach_of(stand, state);
        const Vec3 to = stand.pose.center - from;
        const double along = std::clamp(glm::dot(to, way) / (length * length), 0.0, 1.0);
        if (stand.pose.hidden || glm::length(to - way * along) > reach) continue;
        const bool listens = fixture_kind(m, i)->asks_touch && !state.contacts[i].touching;
        if (listens) {
            place_solid(stand.pose, state.fixtures[i].loose < 0, 0, solid);
            const auto gap = [&](double share) {
                return closest_point(solid, capsule.segment(), from + way * share + world_up * capsule.radius)
                           .distance -
                       capsule.radius;
            };
            if (gap(0.0) > defaults::touch_gap_m && gap(1.0) > defaults::touch_gap_m)
                offer_least(gap, defaults::touch_gap_m, out);
        }
        if (stand.focus_reach < 0.0 || first.focus == static_cast<std::int32_t>(i)) continue;
        const Vec3 middle = from + world_up * (state.height * 0.5);
        const auto away = [&](double share) { return distance_to(stand.pose, middle + way * share); };
        if (away(0.0) > stand.focus_reach && away(1.0) > stand.focus_reach) offer_least(away, stand.focus_reach, out);
    }
    std::sort(out.begin(), out.end());
}

}  // namespace

bool advance_to_change(const Rehearsal& r, State& state, double longest, StretchKind kind, StepScratch& scratch,
                       Trace* trace) {
    ProbeMemo& memo = scratch.memo;
    const bool quiet = kind.quiet;
    // Who sits goes on by the steps of what they sit on, the same at every tick rate.
    if (state.seat >= 0) return advance(r, state, longest, kind, memo, trace);
    notice_first(r, state, quiet, scratch);
    scratch.now_is_current = false;
    if (scratch.first.truths.empty() && !scratch.first.focus_changes && scratch.first.fixtures.empty())
        return advance(r, state, longest, kind, memo, trace);
    MotionState& before = scratch.before;
    before = state;
    const std::size_t rows = trace != nullptr ? trace->rows.size() : 0;
    const std::size_t values = trace != nullptr ? trace->values.size() : 0;
    const std::size_t events = trace != nullptr ? trace->events.size() : 0;
    const bool plain = advance(r, state, longest, kind, memo, trace);
    const double whole = state.time - before.time;
    // A bump at the stretch's very begin takes no time: there is no instant to seek.
    if (whole <= 0.0) return false;
    find_passed(r, before.body.position, state, memo, scratch.first, scratch.passed);
    const bool at_end = has_changed(r, state, memo, scratch.first, scratch.now);
    if (!at_end && scratch.passed.empty()) {
        scratch.now_is_current = true;
        return plain;
    }

    const auto go_back = [&] {
        static_cast<MotionState&>(state) = before;
        memo.forget();
        place_solids(r, state, memo);
    };
    const auto changes_within = [&](double seconds) {
        go_back();
        advance(r, state, seconds, kind, memo, nullptr);
        return has_changed(r, state, memo, scratch.first, scratch.now);
    };
    double with = whole;
    const auto passed = std::find_if(scratch.passed.begin(), scratch.passed.end(),
                                     [&](double share) { return share > 0.0 && changes_within(share * whole); });
    if (passed != scratch.passed.end()) {
        with = *passed * whole;
    } else if (at_end) {
        // Most things change by an event at the very end (a landing): there is nothing to seek then.
        const double shortly_before = whole * (1.0 - 1.0 / (1U << defaults::seek_halvings));
        if (changes_within(shortly_before)) with = shortly_before;
    }
    if (with < whole) {
        double without = 0.0;
        for (int i = 0; i < defaults::seek_halvings; ++i) {
            const double middle = 0.5 * (without + with);
            (changes_within(middle) ? with : without) = middle;
        }
    }
    go_back();
    if (trace != nullptr) {
        trace->rows.resize(rows);
        trace->values.resize(values);
        trace->events.resize(events);
    }
    // The whole stretch is asked for as it was the first time: its law may reach less far than it was given.
    advance(r, state, with < whole ? with : longest, kind, memo, trace);
    return false;
}

}  // namespace leap
