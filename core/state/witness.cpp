// SPDX-License-Identifier: MIT
#include "core/state/witness.hpp"

#include <algorithm>

namespace leap {

std::size_t witness(const World& world) {
    const auto found =
        std::find_if(world.actors.begin(), world.actors.end(), [](const Actor& actor) { return !actor.shown; });
    return found == world.actors.end() ? 0 : static_cast<std::size_t>(found - world.actors.begin());
}

bool is_spoken_of(const World& world, const Actor& actor) {
    if (!actor.shown || witness(world) == static_cast<std::size_t>(actor.id)) return true;
    return std::any_of(world.loose.begin(), world.loose.end(), [&](const RigidState& loose) {
        return loose.holder.is_actor(static_cast<std::size_t>(actor.id));
    });
}

}  // namespace leap
