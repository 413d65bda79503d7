// SPDX-License-Identifier: MIT
#include "core/state/reference_actor.hpp"

#include <algorithm>

namespace leap {

std::size_t reference_actor(const World& world) {
    const auto found =
        std::find_if(world.actors.begin(), world.actors.end(), [](const Actor& actor) { return !actor.remote; });
    return found == world.actors.end() ? 0 : static_cast<std::size_t>(found - world.actors.begin());
}

bool is_relevant(const World& world, const Actor& actor) {
    if (!actor.remote || reference_actor(world) == static_cast<std::size_t>(actor.id)) return true;
    return std::any_of(world.loose.begin(), world.loose.end(), [&](const RigidState& loose) {
        return loose.holder.is_actor(static_cast<std::size_t>(actor.id));
    });
}

}  // namespace leap
