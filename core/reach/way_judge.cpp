// SPDX-License-Identifier: MIT
#include "core/reach/way_judge.hpp"

#include <tbb/enumerable_thread_specific.h>

#include <algorithm>
#include <optional>

#include "core/simulation/simulation.hpp"
#include "core/tape/replay.hpp"

namespace leap {
namespace {

constexpr double state_every_s = 0.1;
constexpr std::size_t max_states = 300;  ///< each some 60 kilobytes

/// The instant (s) of the first input that only one of the two has; 1e300 when both are the same.
double first_difference_s(std::span<const InputEvent> a, std::span<const InputEvent> b) {
    std::size_t i = 0;
    while (i < a.size() && i < b.size() && a[i] == b[i]) ++i;
    const double in_a = i < a.size() ? a[i].time : 1e300;
    const double in_b = i < b.size() ? b[i].time : 1e300;
    return std::min(in_a, in_b);
}

}  // namespace

struct WayJudge::Known {
    const SceneView& scene;
    WayGoal goal;
    std::vector<TapeTrack> tracks;
    std::vector<InputEvent> inputs;
    std::vector<World> states;  ///< by time, up to the arrival; the first is the start
    double reached_s = 1e300;
    mutable tbb::enumerable_thread_specific<std::optional<Simulation>> runs;

    bool runs_on(std::span<const InputEvent> played, const World& from, std::int64_t end, auto&& after_tick) const {
        std::optional<Simulation>& run = runs.local();
        if (run) {
            run->go_on_from(from);
        } else {
            run.emplace(scene, from);
        }
        std::size_t cursor = 0;
        // Those of the ticks before, by the same rule.
        if (from.tick > 0) inputs_of_tick(played, cursor, from.tick - 1, scene.rate_hz);
        Vec3 feet = from.actors.front().body.position;
        while (run->world().tick < end) {
            run->step(inputs_of_tick(played, cursor, run->world().tick, scene.rate_hz));
            if (is_put_back(feet, run->world().actors.front())) return false;
            feet = run->world().actors.front().body.position;
            if (is_at(goal, run->world().actors.front())) return true;
            after_tick(run->world());
        }
        return false;
    }
};

WayJudge::WayJudge(const SceneView& scene, const WayGoal& goal, const Tape& tape)
    : known_(new Known{scene, goal, tape.tracks, {}, {}, 1e300, {}}) {
    auto world = start_world(scene, tape.tracks);
    auto inputs = resolve_inputs(scene.program, tape);
    if (!world || !inputs) return;
    known_->inputs = *std::move(inputs);
    known_->states.push_back(*world);
    if (is_at(goal, world->actors.front())) {
        known_->reached_s = 0.0;
        return;
    }
    const double every = std::max(state_every_s, tape.length_s / static_cast<double>(max_states));
    double now = 0.0;
    const bool reached =
        known_->runs_on(known_->inputs, *world, ticks_for(tape.length_s, scene.rate_hz), [&](const World& at) {
            now = at.time;
            if (at.time >= known_->states.back().time + every) known_->states.push_back(at);
        });
    if (reached) known_->reached_s = now + 1.0 / scene.rate_hz;
}

WayJudge::~WayJudge() = default;

bool WayJudge::reaches(const Tape& tape) const {
    const auto inputs = resolve_inputs(known_->scene.program, tape);
    if (!inputs) return false;
    const std::int64_t end = ticks_for(tape.length_s, known_->scene.rate_hz);
    const auto same_start = [](const TapeTrack& a, const TapeTrack& b) {
        return a.body == b.body && a.start_place == b.start_place && a.start_lit == b.start_lit;
    };
    const bool shares = !known_->states.empty() && std::equal(tape.tracks.begin(), tape.tracks.end(),
                                                              known_->tracks.begin(), known_->tracks.end(), same_start);
    if (!shares) {
        const auto world = start_world(known_->scene, tape.tracks);
        return world && (is_at(known_->goal, world->actors.front()) ||
                         known_->runs_on(*inputs, *world, end, [](const World&) {}));
    }
    const double until = first_difference_s(*inputs, known_->inputs);
    if (known_->reached_s <= std::min(until, tape.length_s)) return true;
    auto state = std::upper_bound(known_->states.begin(), known_->states.end(), until,
                                  [](double time, const World& world) { return time < world.time; });
    if (state != known_->states.begin()) --state;
    return known_->runs_on(*inputs, *state, end, [](const World&) {});
}

TapeCriterion WayJudge::criterion() const {
    return [this](const Tape& tape) -> std::optional<Difference> {
        if (reaches(tape)) return std::nullopt;
        return Difference{"the goal is not reached", 0.0, "the goal is not reached"};
    };
}

}  // namespace leap
