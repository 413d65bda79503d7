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
    double cover = 0.9;  ///< share of the tape's length that must have been compared; 0: any
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
    std::size_t compared = 0;  ///< instants that both have
    std::size_t outside = 0;   ///< measured instants before the run begins or after it ends
    /// Share of the run's length between compared instants; of a longer pause than defaults::conform_gap_s only so much
    /// counts.
    double covered = 0.0;
    double cover = 0.0;             ///< what was asked for
    std::vector<Measured> columns;  ///< that were compared
    double place_growth_mps = 0.0;  ///< how fast places drift apart: slope of their distance over time, least squares
    std::size_t beyond = 0;         ///< of them, those that differ by more than is tolerated
    std::optional<Apart> first;     ///< of those beyond
    std::optional<Apart>
        farthest;  ///< of all places and heights; speeds alone have theirs when nothing else was measured
    Alignment alignment;
    bool is_covered() const { return compared > 0 && covered >= cover - 1e-9; }
    bool conforms() const { return is_covered() && beyond == 0; }
};

/// `track`: the character's in the trace. `alignment`: as it is, or aligned() first.
Conformity conformity_of(const Program& program, const Trace& trace, std::size_t track, const MeasuredRun& measured,
                         const Alignment& alignment, const ConformTolerance& tolerance = {});

/// "compared: x, z over 3.5 s of 3.6 s (97 %)".
std::string coverage_text(const Conformity& found, double length_s);

/// "z is 1.52 m, here 1.47 m: 5 cm apart at 1.243 s, in hop.rise_up".
std::string apart_text(const Apart& apart);

}  // namespace leap
