// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/readings/readings.hpp"
#include "core/tape/live_run.hpp"

namespace leap::studio {

/// A replayed tape with everything that is shown of it. Shared and never changed.
struct RunResult {
    Ingredients ingredients;
    Tape tape;
    std::vector<InputEvent> inputs;
    Trace trace;
    std::vector<ReadingResult> readings;
    double replay_ms = 0.0;
    std::string problem;  ///< why there is no trace; empty when there is one
};

using RunPointer = std::shared_ptr<const RunResult>;

/// Replays a tape; never throws, problems are told in the result.
RunPointer make_run(const Ingredients& ingredients, const Tape& tape);

}  // namespace leap::studio
