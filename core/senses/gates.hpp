// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"

namespace leap {

/// Whether one gate lets the move start now.
bool gate_holds(const EvaluationContext& context, MachineId move, const Gate& gate);

/// Whether a charge is left, or none is needed.
bool charge_left(const EvaluationContext& context, MachineId move);

/// Whether the press that starts the move is there: just made, or waiting in the buffer.
bool press_waits(const EvaluationContext& context, MachineId move);

/// Whether something asks the move to start now: a press that waits, its event, or its condition. Those that start by
/// themselves don't while they run, and not twice at one instant.
bool is_triggered(const EvaluationContext& context, MachineId move);

/// The phase on the move's layer that doesn't let it in, and from when on it would.
struct CutRefusal {
    MachineId active;
    std::optional<double> seconds_left;  ///< until it opens by itself; nothing: time alone doesn't open it
};
std::optional<CutRefusal> cut_refusal(const EvaluationContext& context, MachineId move);

}  // namespace leap
