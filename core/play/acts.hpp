// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <span>
#include <vector>

#include "core/play/step.hpp"

namespace leap {

/// Events that acts have caused; they are seen in the next round of the instant.
struct Emitted {
    std::uint32_t bits = 0;            ///< EventBit
    std::vector<std::int32_t> events;  ///< in Program::events
    bool any() const { return bits != 0 || !events.empty(); }
    void clear() {
        bits = 0;
        events.clear();
    }
};

/// Carries out acts, in order. Emitted events are added to `emitted`. `self`: the fixture in
/// State::machines whose acts they are; -1: the body's own.
void run_acts(const Rehearsal& rehearsal, std::span<const Act> acts, State& state, Emitted& emitted, ProbeMemo& memo,
              Trace* trace, std::int32_t self, std::int32_t by = nobody);

/// Where one comes back to at a fixture: in front of it, feet at its underside.
RespawnPlace respawn_at(const Moment& moment, std::size_t fixture);

/// The feet come off the ground. A launch uses up the coyote time; walking off an edge starts it.
void leave_ground(State& state, bool by_launch);

}  // namespace leap
