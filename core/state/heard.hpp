// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>

#include "core/units/fields.hpp"
#include "core/units/owner.hpp"
#include "core/units/vector.hpp"

namespace leap {

/// An emitted event, or a blow that met somebody, as one of those hears it who are reached.
struct Heard {
    std::int32_t event = -1;  ///< in Program::events
    Owner sender;
    Owner only;           ///< who alone hears it; nobody: the character who emitted it, and all fixtures
    bool struck = false;  ///< who deals the blow is told that it met somebody
    double amount = 0.0;  ///< that the event carries, SI
    Vec3 way{0.0};        ///< world frame, 1 long; zero: from the sender to who hears it
    Vec3 place{0.0};      ///< m, the sender's middle at that instant
    static constexpr auto fields() {
        return std::tuple(Field("event", &Heard::event), Field("sender", &Heard::sender), Field("only", &Heard::only),
                          Field("struck", &Heard::struck), Field("amount", &Heard::amount), Field("way", &Heard::way),
                          Field("place", &Heard::place));
    }
    friend bool operator==(const Heard&, const Heard&) = default;
};

}  // namespace leap
