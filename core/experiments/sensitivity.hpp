// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <cmath>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/experiments/parallel.hpp"
#include "core/experiments/variation.hpp"
#include "core/readings/readings.hpp"

/// How much each reading changes with each dial, within a tenth of its range around its present value. Every change
/// that is told was measured there; nothing is carried on from a small step.
namespace leap {

struct SensitivityOptions : ParallelOptions {
    double step_share = 0.01;  ///< the small step, for slopes and near edges, as a share of a dial's range
};

/// How one reading of one tape follows one free value.
struct Influence {
    std::size_t value = 0;           ///< in Sensitivity::values
    std::size_t tape = 0;            ///< in Sensitivity::tapes
    std::size_t reading = 0;         ///< in Program::readings
    std::optional<double> per_unit;  ///< slope at the present value: SI of the reading for one SI of the value
    bool one_sided = false;          ///< the slope is of one side; beyond an edge on the other the run goes another way
    /// Change of the reading (SI) with the value a tenth of its range lower and higher, or at its bound where that is
    /// nearer. Nothing: it is at that bound, or the reading has no value there.
    std::optional<double> less, more;
    struct At {
        double value = 0.0;             ///< SI
        std::optional<double> reading;  ///< SI
    };
    std::vector<At> curve;                          ///< as measured, by value, the present one among them
    std::optional<std::pair<double, double>> step;  ///< SI of the value; between these two the reading jumps
    std::optional<double> turn;                     ///< SI of the value; near it the reading turns back

    /// For a tenth higher; where there is nothing, what a tenth lower would take away.
    double change() const { return more ? *more : -less.value_or(0.0); }
    double size() const { return std::max(std::abs(less.value_or(0.0)), std::abs(more.value_or(0.0))); }
};

/// A value near the present one beyond which the run goes another way, or a mark is missed or holds again.
struct Edge {
    std::size_t value = 0;
    std::size_t tape = 0;
    bool above = false;  ///< the other way lies above it
    double at = 0.0;     ///< SI
    std::string what;    ///< "respawned at 4.2 s instead of hop ended"
};

struct Sensitivity {
    std::vector<FreeValue> values;
    std::vector<std::string> tapes;
    std::vector<Influence> influences;  ///< those that are not nothing: by value, tape and reading
    std::vector<Edge> edges;            ///< by value and tape
    std::vector<std::string> problems;  ///< tapes that don't play
    bool complete = false;              ///< false: it was stopped
};

Sensitivity find_sensitivity(const Setup& setup, std::vector<FreeValue> values, std::span<const Tape* const> tapes,
                             const SensitivityOptions& options = {});

/// "below 1.9 m: respawned at 4.2 s".
std::string edge_text(const Sensitivity& sensitivity, const Edge& edge);
/// "jumps between 2.1 m and 2.2 m; turns near 2.3 m": what one number doesn't say; empty where it says it all.
std::string influence_note(const Sensitivity& sensitivity, const Influence& influence);

}  // namespace leap
