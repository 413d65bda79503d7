// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/experiments/measured_run.hpp"
#include "core/script/program.hpp"
#include "core/tape/trace.hpp"

/// Whether a run that was measured elsewhere, in a game that plays the same moves with code of its own, is the
/// rehearsed one: where they part, by how much, and what was on then.
namespace leap {

struct ConformTolerance {
    double place_m = 0.02;  ///< of x, y, z together, and of heights
    double speed_mps = 0.1;
};

/// An instant at which both differ.
struct Apart {
    double time_s = 0.0;          ///< of the run
    Measured what = Measured::x;  ///< x: of x, y and z together
    double measured = 0.0;        ///< SI; of x, y and z: how far away it is
    double rehearsed = 0.0;       ///< SI; of x, y and z: 0
    double by = 0.0;              ///< SI
    std::string during;           ///< "hop.rise_up", or the stance
};

struct Conformity {
    std::size_t compared = 0;    ///< instants that both have
    std::size_t beyond = 0;      ///< of them, those that differ by more than is tolerated
    std::optional<Apart> first;  ///< of those beyond
    std::optional<Apart>
        farthest;  ///< of all places and heights; speeds alone have theirs when nothing else was measured
    Alignment alignment;
    bool conforms() const { return compared > 0 && beyond == 0; }
};

/// `track`: the character's in the trace. `alignment`: as it is, or aligned() first.
Conformity conformity_of(const Program& program, const Trace& trace, std::size_t track, const MeasuredRun& measured,
                         const Alignment& alignment, const ConformTolerance& tolerance = {});

/// "z is 1.52 m, here 1.47 m: 5 cm apart at 1.243 s, in hop.rise_up".
std::string apart_text(const Apart& apart);

}  // namespace leap
