// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/play/evaluate.hpp"
#include "core/tape/trace.hpp"

namespace leap {

/// An input that takes effect at a time, with its button looked up.
struct InputEvent {
    enum class Kind : std::uint8_t { button, stick, look } kind = Kind::button;
    double time = 0.0;
    std::int32_t button = -1;
    bool down = false;
    Vec2 value{0.0};  ///< stick, or yaw and pitch in rad

    friend bool operator==(const InputEvent&, const InputEvent&) = default;
};

/// What a run is made of.
struct Rehearsal {
    const Program& program;
    const Tuning& tuning;
    const Course& course;
    BodyShape shape;
    int rate_hz = 120;

    /// What expressions are worked out against, with the course in view of the probes.
    Moment moment(const State& state, ProbeMemo* memo = nullptr) const {
        return {program, tuning, state, &course, memo};
    }
};

/// What conditions say at one instant; see core/play/seek.hpp.
struct Noticed {
    struct Truth {
        bool holds = false;
        bool both = false;  ///< it matters when it ceases to hold, too
    };
    std::vector<Truth> truths;
    std::vector<std::int32_t> starts;   ///< moves that may start by it
    std::vector<std::size_t> fixtures;  ///< those that are asked
    double time = 0.0;                  ///< when it was noticed
    double next_time = 0.0;             ///< when the next way comes to be asked that waits for a time
    std::int32_t focus = -1;
    bool focus_changes = false;  ///< some fixture near could have it
    bool grounded = false;
    bool driven = false;
};

/// Room that steps of one run reuse, so that a tick asks for no memory. Keeps where still fixtures stand; nothing else.
struct StepScratch {
    ProbeMemo memo;
    MotionState before;  ///< the begin of a stretch that may have to be taken anew
    Noticed first, now;
    std::vector<double> passed;
    std::vector<std::int32_t> last_starts;
    std::vector<std::size_t> last_fixtures;
    bool now_is_current = false;  ///< `now` was noticed at the state's present instant
    bool calm = false;            ///< nothing that rules could answer has happened since they were asked last
};

/// Advances the state by one tick. `inputs` are those with a time in [tick's begin, tick's end), in order. What happens
/// is written to `trace` when one is given. Pure: no clock, no files, no globals.
///
/// Order at every instant (the begin of a tick, and every split inside it):
///   1. inputs;  2. `on` blocks of what was in force when the event happened, `at` blocks that are due;
///   3. counters that fall back, charges that refill;  4. ways and ends of the active move;
///   5. starts of moves, by the order of the text;  6. the stance;
///   7. effects in force give the motion law;  8. trace row;  9. body motion up to the next instant;  10. its events.
/// Steps 3 to 6 repeat until nothing changes; emitted events open another round from step 2. Splits: input edges,
/// timers, crossings that a condition waits for, changes of the motion law (a speed reached, a limit met), landing,
/// leaving the ground, bumps.
void step(const Rehearsal& rehearsal, std::span<const InputEvent> inputs, State& state, StepScratch& scratch,
          Trace* trace);

/// Writes the last row and closes the spans that are still open.
void end_trace(const Rehearsal& rehearsal, const State& state, Trace& trace);

}  // namespace leap
