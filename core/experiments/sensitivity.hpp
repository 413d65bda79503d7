// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/experiments/parallel.hpp"
#include "core/experiments/variation.hpp"
#include "core/readings/readings.hpp"

/// How much each reading changes for a step of each dial: central differences, around where the dials stand.
namespace leap {

struct SensitivityOptions : ParallelOptions {
    double step_share = 0.01;  ///< the step, as a share of a dial's range
};

/// How one reading of one tape follows one free value.
struct Influence {
    std::size_t value = 0;    ///< in Sensitivity::values
    std::size_t tape = 0;     ///< in Sensitivity::tapes
    std::size_t reading = 0;  ///< in Program::readings
    double per_unit = 0.0;    ///< SI of the reading for one SI of the value
    double change = 0.0;      ///< of the reading, SI, for a tenth of the value's range
    bool one_sided = false;   ///< beyond an edge on the other side the run goes another way
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

}  // namespace leap
