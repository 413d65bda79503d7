// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/experiments/parallel.hpp"
#include "core/experiments/variation.hpp"
#include "core/readings/readings.hpp"

/// One or two values over a range each: what every reading of every tape comes to.
namespace leap {

struct SweepAxis {
    FreeValue value;
    double from = 0.0;  ///< SI
    double to = 1.0;    ///< in the dial's unit in SI, as is what it goes from
    int count = 2;      ///< of points, both ends among them; 1: only `from`

    double at(int i) const { return count < 2 ? from : from + (to - from) * i / (count - 1); }
};

/// Reads "hop.rise=0.5m..6m:41". Says what is lacking or wrong.
tl::expected<SweepAxis, std::string> read_axis(std::string_view text, const Program& program, const Tuning& tuning,
                                               const CoursePlan& plan);

struct SweepRequest {
    std::vector<SweepAxis> axes;  ///< one or two
    std::vector<const Tape*> tapes;
    std::string fingerprint{};  ///< of all that its results depend on; see sweep_fingerprint()
};

/// One tape with one pair of values.
struct SweepRun {
    std::string problem;                          ///< why it doesn't play
    std::vector<std::optional<double>> readings;  ///< SI, in the order of Program::readings
    std::size_t held = 0, marks = 0;
    std::uint64_t way = 0;  ///< runs that went the same way have the same
};

struct SweepCell {
    bool done = false;  ///< false: it was stopped, or is another shard's
    std::vector<SweepRun> tapes;
};

struct Sweep {
    std::vector<SweepAxis> axes;
    std::vector<std::string> tapes;
    std::vector<SweepCell> cells;  ///< the first axis runs fastest
    std::string fingerprint{};     ///< of the request
    bool complete = false;         ///< every cell is done

    std::size_t cell_at(int first, int second) const {
        return static_cast<std::size_t>(second) * static_cast<std::size_t>(axes[0].count) +
               static_cast<std::size_t>(first);
    }
    std::vector<double> values_of(std::size_t cell) const;
};

/// A part of the work, for many machines: of every `count` cells the one with this number (from 0).
struct Shard {
    std::size_t number = 0;
    std::size_t count = 1;
    bool has(std::size_t cell) const { return cell % count == number; }
};

/// Says what is wrong with the request, or nothing.
std::optional<std::string> sweep_problem(const SweepRequest& request);
Sweep run_sweep(const Setup& setup, const SweepRequest& request, const ParallelOptions& options = {},
                const Shard& shard = {});

/// Whether all marks of a cell hold, on one tape or on all (`tape`: none).
bool holds_all(const SweepCell& cell, std::optional<std::size_t> tape);

/// Between two neighbouring cells that differ: where on the line from one to the other. `holds`: there marks begin to
/// be missed; else the run goes another way.
struct SweepEdge {
    std::vector<double> values;  ///< SI, by axis
    std::size_t one = 0, other = 0;
    bool holds = false;
};
/// Found by halving between the cells, for one tape or all of them. Where more than every fourth pair of cells goes
/// different ways, those edges lie in the middle between their cells.
std::vector<SweepEdge> find_edges(const Setup& setup, const SweepRequest& request, const Sweep& sweep,
                                  std::optional<std::size_t> tape, const ParallelOptions& options = {});

}  // namespace leap
