// SPDX-License-Identifier: MIT
#include "core/wire/wire_samples.hpp"

namespace leap {

bool operator==(const WireSample& a, const WireSample& b) {
    const auto same = [](const auto& one, const auto& other) {
        return std::equal(one.begin(), one.end(), other.begin(), other.end());
    };
    return same(a.phases, b.phases) && same(a.loose, b.loose) && same(a.holders, b.holders) && same(a.feet, b.feet);
}

void WireSamples::add(const World& world) {
    phases_.add(world.machines, [](const MachineState& machine) { return machine.phase; });
    loose_.add(world.loose, [](const RigidState& loose) { return loose.body.place; });
    holders_.add(world.loose, [](const RigidState& loose) { return loose.holder; });
    feet_.add(world.actors, [](const Actor& actor) { return actor.body.position; });
    ++ticks_;
}

}  // namespace leap
