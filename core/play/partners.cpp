// SPDX-License-Identifier: MIT
#include "core/play/partners.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/play/fixtures.hpp"
#include "core/play/loose.hpp"
#include "core/world/closest_point.hpp"

namespace leap {
namespace {

bool touch(const State& state, std::size_t fixture, std::size_t other) {
    return std::any_of(state.encounters.begin(), state.encounters.end(), [&](const Encounter& e) {
        return e.fixture == static_cast<std::int32_t>(fixture) && e.other == static_cast<std::int32_t>(other);
    });
}

/// `fresh`: it is an event that they meet.
void set_partner(State& state, std::size_t fixture, std::size_t other, bool touches, bool fresh) {
    if (touches == touch(state, fixture, other)) return;
    const Encounter met{static_cast<std::int32_t>(fixture), static_cast<std::int32_t>(other), fresh};
    if (touches) {
        state.encounters.push_back(met);
        state.contacts[fixture].met_anew = state.contacts[fixture].met_anew || fresh;
    } else {
        std::erase_if(state.encounters,
                      [&](const Encounter& e) { return e.fixture == met.fixture && e.other == met.other; });
    }
}

double gap_to_body(const State& state, const Solid& solid) {
    const Capsule capsule{state.radius, state.height};
    return closest_point(solid, capsule.segment(), state.body.position + world_up * state.radius).distance -
           state.radius;
}

}  // namespace

void note_partners(const Rehearsal& r, State& state, ProbeMemo& memo) {
    constexpr double apart_m = 0.05;
    const Moment m = r.moment(state, &memo);
    Solid own;
    Solid other;
    std::vector<ContactPoint>& points = memo.loose.points;
    const auto asks = [&](std::size_t fixture) { return fixture_kind(m, fixture)->asks_who_touches; };
    for (LooseState& loose : state.loose) {
        const auto i = static_cast<std::size_t>(loose.fixture);
        const bool asked = r.program.asks_who_touches && !loose.body.asleep;
        const bool own_asks = asks(i);
        if (!asked && loose.passes == nobody) continue;
        const FixturePose pose = fixture_pose(m, i);
        place_solid(pose, false, 0, own);
        if (loose.passes == the_body && gap_to_body(state, own) > apart_m) loose.passes = nobody;
        for (std::size_t j = 0; j < state.fixtures.size(); ++j) {
            if (j == i || state.fixtures[j].machine < 0) continue;
            const bool listens = asks(j) || own_asks;
            if (!listens && loose.passes != static_cast<std::int32_t>(j)) continue;
            const auto number = static_cast<std::int32_t>(j);
            const FixturePose& there = memo.stands[j].pose;
            const double reach = glm::length(pose.half) + glm::length(there.half) + apart_m;
            const Vec3 between = there.center - pose.center;
            const bool far = glm::dot(between, between) > reach * reach;
            const bool known = touch(state, i, j);
            if (far && !known && loose.passes != number) continue;
            points.clear();
            if (!far && !there.hidden) {
                place_solid(there, state.fixtures[j].loose < 0, 0, other);
                find_contacts(own, other, apart_m, points);
            }
            if (points.empty() && loose.passes == number) loose.passes = nobody;
            const bool touches = std::any_of(points.begin(), points.end(), [](const ContactPoint& point) {
                return point.gap <= defaults::touch_gap_m;
            });
            if (!asked) continue;
            set_partner(state, i, j, touches, loose.passes != number);
            set_partner(state, j, i, touches, loose.passes != number);
            memo.stale = memo.stale || (touches && !known);
        }
    }
}

bool may_meet_partners(const Rehearsal& r, const State& state, const ProbeMemo& memo) {
    if (!r.program.asks_who_touches || memo.stands.size() != state.fixtures.size()) return false;
    const Moment m = r.moment(state);
    const auto asks = [&](std::size_t fixture) { return fixture_kind(m, fixture)->asks_who_touches; };
    return std::any_of(state.loose.begin(), state.loose.end(), [&](const LooseState& loose) {
        if (loose.body.asleep) return false;
        const auto i = static_cast<std::size_t>(loose.fixture);
        const bool own_asks = asks(i);
        const double way = glm::length(loose.body.velocity) / defaults::slowest_usual_rate_hz + defaults::near_moving_m;
        for (std::size_t j = 0; j < state.fixtures.size(); ++j) {
            if (j == i || state.fixtures[j].machine < 0 || !(own_asks || asks(j))) continue;
            const FixturePose& there = memo.stands[j].pose;
            const double reach = glm::length(memo.stands[i].pose.half) + glm::length(there.half) + way;
            const Vec3 between = there.center - loose.body.place;
            if (glm::dot(between, between) < reach * reach) return true;
        }
        return false;
    });
}

}  // namespace leap
