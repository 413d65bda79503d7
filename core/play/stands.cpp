// SPDX-License-Identifier: MIT
#include "core/play/stands.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/play/fixtures.hpp"
#include "core/play/loose.hpp"

namespace leap {
namespace {

bool is_within(const Vec3& v, double length) {
    return glm::dot(v, v) < length * length;
}

/// A still fixture in the phase it was in is where it was.
bool is_known(const FixtureStand& stand, const MachineState& machine, const State& state, std::size_t i) {
    return stand.still && stand.phase == machine.phase && stand.phase_since == machine.phase_since &&
           !is_awake(state, i);
}

/// Takes up anew where fixture `i` stands; false when nothing has changed.
bool take_stand(const Moment& m, std::size_t i, FixtureStand& stand) {
    const MachineState& machine = m.state.machines[m.program.machines.size() + i];
    if (is_known(stand, machine, m.state, i)) return false;
    const std::int32_t slot = stand.slot;
    const bool lively = stand.lively;
    stand = {};
    stand.slot = slot;
    stand.lively = lively;
    stand.phase = machine.phase;
    stand.phase_since = machine.phase_since;
    stand.pose = fixture_pose(m, i);
    if (const Phase* phase = fixture_phase(m, i); phase != nullptr) stand.waits = phase->waits_for_events;
    if (const Machine* kind = fixture_kind(m, i); kind != nullptr && kind->fixture->focus && !stand.pose.hidden)
        stand.focus_reach = number(m, kind->fixture->focus->reach);
    stand.still = !is_on_its_way(m, i);
    return true;
}

bool is_lively(const State& state, std::size_t i, const FixtureStand& stand) {
    if (state.fixtures[i].machine < 0) return false;
    const FixtureContact& own = state.contacts[i];
    if (!stand.still || !stand.waits || own.touching || own.blocked) return true;
    if (own.events != 0 || own.events_ahead != 0 || own.met_anew) return true;
    return is_within(stand.pose.center - state.body.position, reach_of(stand, state) + defaults::lively_walk_m);
}

void place_in_slot(const State& state, std::size_t pieces, std::size_t i, ProbeMemo& out) {
    const auto slot = static_cast<std::size_t>(out.stands[i].slot);
    const std::int32_t loose = state.fixtures[i].loose;
    place_solid(out.stands[i].pose, loose < 0, static_cast<std::int32_t>(pieces + i), out.moving.solids[slot]);
    if (!state.loose.empty())
        out.moving.velocities[slot] =
            loose < 0 ? Vec3{0.0} : state.loose[static_cast<std::size_t>(loose)].body.velocity;
}

/// Every solid within sight of the body, in the course's order.
void gather_solids(const State& state, std::size_t pieces, ProbeMemo& out) {
    out.moving_around = state.body.position;
    std::size_t count = 0;
    for (FixtureStand& stand : out.stands) {
        const bool seen =
            stand.pose.solid && is_within(stand.pose.center - state.body.position, defaults::fixture_sight_m);
        stand.slot = seen ? static_cast<std::int32_t>(count++) : -1;
    }
    out.moving.solids.resize(count);
    out.moving.velocities.assign(state.loose.empty() ? 0 : count, Vec3{0.0});
    for (std::size_t i = 0; i < out.stands.size(); ++i)
        if (out.stands[i].slot >= 0) place_in_slot(state, pieces, i, out);
    out.moving.note_all_moved();
}

/// Looks at every fixture: where it stands, and whether anything can happen to it. True when solids came or went.
bool look_at_all(const Moment& m, ProbeMemo& out) {
    const State& state = m.state;
    bool changed = out.stands.size() != state.fixtures.size();
    out.stands.resize(state.fixtures.size());
    out.lively.clear();
    out.lively_around = state.body.position;
    for (std::size_t i = 0; i < state.fixtures.size(); ++i) {
        changed = take_stand(m, i, out.stands[i]) || changed;
        out.stands[i].lively = is_lively(state, i, out.stands[i]);
        if (out.stands[i].lively) out.lively.push_back(i);
    }
    return changed;
}

/// A far one that has been woken by another.
bool some_woke(const State& state, const ProbeMemo& memo) {
    return std::any_of(state.loose.begin(), state.loose.end(), [&](const LooseState& loose) {
        return !loose.body.asleep && !memo.stands[static_cast<std::size_t>(loose.fixture)].lively;
    });
}

}  // namespace

double reach_of(const FixtureStand& stand, const State& state) {
    return glm::length(stand.pose.half) + std::max(0.0, stand.focus_reach) + state.height + state.radius;
}

bool solids_are_current(const State& state, const ProbeMemo& memo) {
    return !memo.stale && memo.stands.size() == state.fixtures.size() &&
           (state.fixtures.empty() ||
            is_within(memo.lively_around - state.body.position, defaults::longest_way_per_stretch_m));
}

void place_solids(const Rehearsal& r, const State& state, ProbeMemo& out) {
    out.moves_near = false;
    const bool all = !solids_are_current(state, out);
    out.stale = false;
    if (state.fixtures.empty()) return;
    const Moment m = r.moment(state, &out);
    const std::size_t pieces = r.course.plan.pieces.size();
    bool gather = !is_within(out.moving_around - state.body.position, defaults::fixture_walk_m);
    if (all || some_woke(state, out)) {
        gather = look_at_all(m, out) || gather;
    } else {
        for (const std::size_t i : out.lively) {
            FixtureStand& stand = out.stands[i];
            const bool solid = stand.pose.solid;
            if (!take_stand(m, i, stand)) continue;
            if (solid != stand.pose.solid) gather = true;
            if (gather || stand.slot < 0) continue;
            place_in_slot(state, pieces, i, out);
            out.moving.note_moved(static_cast<std::size_t>(stand.slot));
        }
    }
    if (gather) gather_solids(state, pieces, out);
    for (const std::size_t i : out.lively) {
        const FixtureStand& stand = out.stands[i];
        if (!stand.still && stand.pose.solid &&
            is_within(stand.pose.center - state.body.position, reach_of(stand, state) + defaults::near_moving_m))
            out.moves_near = true;
    }
}

Moment moment_at(const Rehearsal& r, const State& state, ProbeMemo& memo) {
    memo = {};
    place_solids(r, state, memo);
    return r.moment(state, &memo);
}

void note_touches(const Rehearsal& r, State& state, ProbeMemo& memo) {
    const Moment now = r.moment(state, &memo);
    const Capsule capsule{state.radius, state.height};
    for (const std::size_t i : memo.lively) {
        FixtureContact& own = state.contacts[i];
        const FixtureStand& stand = memo.stands[i];
        const std::int32_t index = state.fixtures[i].loose;
        const LooseState* loose = index < 0 ? nullptr : &state.loose[static_cast<std::size_t>(index)];
        if (loose != nullptr && loose->holder != nobody) {
            own.touching = loose->holder == the_body;
            continue;
        }
        if (stand.pose.hidden) continue;
        const bool near = is_within(stand.pose.center - state.body.position, reach_of(stand, state));
        const bool touches = near && meets(stand.pose, capsule, state.body.position, defaults::touch_gap_m);
        own.blocked = (touches && meets(stand.pose, capsule, state.body.position, 0.0)) ||
                      (!stand.still && loose_lies_in(now, i, true));
        if (touches && !own.touching) own.events |= fixture_touched;
        own.touching = touches;
    }
}

}  // namespace leap
