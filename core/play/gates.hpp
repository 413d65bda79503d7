// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/evaluate.hpp"

namespace leap {

/// Whether one gate lets the move start now.
bool gate_holds(const Moment& moment, std::int32_t move, const Gate& gate);

/// Whether a charge is left, or none is needed.
bool charge_left(const Moment& moment, std::int32_t move);

/// Whether the press that starts the move is there: just made, or waiting in the buffer.
bool press_waits(const Moment& moment, std::int32_t move);

}  // namespace leap
