// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/experiments/parallel.hpp"
#include "core/script/program.hpp"
#include "core/wire/wire_readings.hpp"
#include "core/world/course.hpp"

/// A rehearsal of shared play over a range of delays, losses, dials: what becomes of its readings and marks.
namespace leap {

/// What is varied, and the values it takes.
struct WireAxis {
    std::string what;                ///< "Peer 1.delay", "behind", "hop.rise"
    std::vector<double> values;      ///< as set_wire_value() takes them; dials: SI
    std::vector<std::string> texts;  ///< each as it is written
    DialId dial;                     ///< none: of the plan
};

/// "Peer 1.delay=0..0.3:7", "hop.rise=1m..3m:5". Says what is wrong with it.
tl::expected<WireAxis, std::string> read_wire_axis(const Program& program, const WirePlan& plan,
                                                   const std::string& text);

/// One rehearsal of a sweep.
struct WireCell {
    std::vector<std::size_t> at;  ///< by axis: which of its values
    std::string problem;          ///< why it can't be rehearsed; empty: it was
    std::vector<WireReading> readings;
    std::size_t marks_met = 0;
    std::size_t marks = 0;
    bool is_fine() const { return problem.empty() && marks_met == marks; }
};

struct WireSweep {
    std::vector<WireAxis> axes;
    std::vector<WireCell> cells;  ///< the last axis goes fastest
    bool stopped = false;         ///< not all of them were rehearsed
};

inline constexpr std::size_t max_wire_cells = 100'000;

/// At most two axes, at most max_wire_cells; the same on any number of threads.
tl::expected<WireSweep, std::string> wire_sweep(const Program& program, const Tuning& tuning, const Course& course,
                                                const WirePlan& plan, std::span<const Tape> tapes,
                                                std::vector<WireAxis> axes, const ParallelOptions& options = {});

/// Of a sweep with marks: the stretch of an axis's values at all of whose cells every mark holds, whatever the other
/// axis is; the longest one. Nothing when there is none, or the plan has no marks.
struct FineRange {
    std::size_t first = 0;  ///< in WireAxis::values
    std::size_t last = 0;
};
std::optional<FineRange> fine_range(const WireSweep& sweep, std::size_t axis);

/// Comma-separated, a line each: values, every reading, marks held and marks.
std::string wire_sweep_csv(const WireSweep& sweep);

}  // namespace leap
