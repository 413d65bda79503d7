// SPDX-License-Identifier: MIT
#include "core/wire/wire_samples.hpp"

namespace leap {

SampledPlace sampled_place(const FixturePose& pose) {
    SampledPlace out{pose.center, pose.center, pose.center, pose.hidden};
    if (pose.shape.kind == RigidShapeKind::ball) return out;
    if (pose.shape.kind == RigidShapeKind::capsule) {
        out.corner = out.side = pose.center + pose.turn * Vec3{0.0, 0.0, pose.half.z};
        return out;
    }
    out.corner = pose.center + pose.turn * pose.half;
    out.side = pose.center + pose.turn * Vec3{pose.half.x, -pose.half.y, pose.half.z};
    return out;
}

double apart_m(const SampledPlace& a, const SampledPlace& b) {
    return std::max({glm::length(a.middle - b.middle), glm::length(a.corner - b.corner), glm::length(a.side - b.side)});
}

void WireSamples::add(Simulation& run) {
    const World& world = run.world();
    const std::size_t tick = ticks_++;
    phases_.add(tick, world.machines.size(), [&](std::size_t i) { return world.machines[i].phase; });
    places_.add(tick, world.fixtures.size(), [&](std::size_t i) { return sampled_place(run.pose_of(i)); });
    counters_.add(tick, world.counters.size(), [&](std::size_t i) { return world.counters[i].value; });
    memory_.add(tick, world.memory.size(), [&](std::size_t i) { return world.memory[i]; });
    holders_.add(tick, world.loose.size(), [&](std::size_t i) { return world.loose[i].holder; });
    feet_.add(tick, world.actors.size(), [&](std::size_t i) { return world.actors[i].body.position; });
}

}  // namespace leap
