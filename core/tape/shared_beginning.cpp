// SPDX-License-Identifier: MIT
#include "core/tape/shared_beginning.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/defaults.hpp"
#include "core/simulation/rows.hpp"
#include "core/tape/replay.hpp"

namespace leap {
namespace {

bool same_start(const Tape& a, const Tape& b) {
    return std::equal(
        a.tracks.begin(), a.tracks.end(), b.tracks.begin(), b.tracks.end(), [](const TapeTrack& x, const TapeTrack& y) {
            return x.name == y.name && x.body == y.body && x.start_place == y.start_place && x.start_lit == y.start_lit;
        });
}

/// The time from which on the inputs differ; infinity when they never do.
double first_difference(std::span<const InputEvent> a, std::span<const InputEvent> b) {
    const auto [x, y] = std::mismatch(a.begin(), a.end(), b.begin(), b.end());
    double out = std::numeric_limits<double>::infinity();
    if (x != a.end()) out = std::min(out, x->time);
    if (y != b.end()) out = std::min(out, y->time);
    return out;
}

/// Up to `end_tick`, asking now and then. False: broken off.
bool go_on(const SceneView& scene, std::span<const InputEvent> inputs, std::int64_t end_tick, World& world,
           Trace& trace, const std::function<bool()>& stop) {
    const std::int64_t between = stop ? std::max(1, scene.rate_hz) : end_tick;
    while (world.tick < end_tick) {
        if (stop && stop()) return false;
        run_ticks(scene, inputs, std::min(end_tick, world.tick + between), world, &trace);
    }
    return true;
}

}  // namespace

tl::expected<bool, std::string> SharedBeginning::run(const SceneView& scene, const Tape& tape,
                                                     std::span<const double> times_s,
                                                     const std::function<bool()>& stop) {
    states_.clear();
    tape_ = tape;
    auto inputs = resolve_inputs(scene.program, tape);
    if (!inputs) return tl::make_unexpected(inputs.error());
    inputs_ = *std::move(inputs);
    auto world = start_world(scene, tape.tracks);
    if (!world) return tl::make_unexpected(world.error());
    Trace trace = named_trace(scene.program, tape.tracks, scene.rate_hz);
    open_record(scene, *world, trace);
    const std::int64_t ticks = ticks_for(tape.length_s, scene.rate_hz);
    std::vector<std::int64_t> wanted;
    for (const double time : times_s)
        wanted.push_back(
            std::clamp<std::int64_t>(static_cast<std::int64_t>(std::floor(time * scene.rate_hz)), 0, ticks));
    std::sort(wanted.begin(), wanted.end());
    wanted.erase(std::unique(wanted.begin(), wanted.end()), wanted.end());
    const std::size_t rows = static_cast<std::size_t>(ticks) * std::max<std::size_t>(1, tape.tracks.size());
    const std::size_t most = std::max<std::size_t>(1, defaults::shared_rows / std::max<std::size_t>(1, rows));
    const std::size_t every = (wanted.size() + most - 1) / std::max<std::size_t>(1, most);
    for (std::size_t i = 0; i < wanted.size(); i += std::max<std::size_t>(1, every)) {
        if (!go_on(scene, inputs_, wanted[i], *world, trace, stop)) return false;
        states_.push_back({*world, trace});
    }
    return true;
}

tl::expected<bool, std::string> SharedBeginning::replay(const SceneView& scene, const Tape& tape, Trace& room,
                                                        const std::function<bool()>& stop) const {
    const State* from = nullptr;
    auto inputs = resolve_inputs(scene.program, tape);
    if (!inputs) return tl::make_unexpected(inputs.error());
    const std::int64_t ticks = ticks_for(tape.length_s, scene.rate_hz);
    if (same_start(tape_, tape)) {
        const double differs_s = first_difference(inputs_, *inputs);
        for (const State& state : states_)
            if (state.world.tick <= ticks && static_cast<double>(state.world.tick) / scene.rate_hz <= differs_s)
                from = &state;
    }
    if (from == nullptr) return replay_into(scene, tape, room, stop);
    World world = from->world;
    room = from->trace;  // its memory is used again
    if (!go_on(scene, *inputs, ticks, world, room, stop)) return false;
    end_record(scene, world, room);
    return true;
}

}  // namespace leap
