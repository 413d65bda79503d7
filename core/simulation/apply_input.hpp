// SPDX-License-Identifier: MIT
#pragma once

#include "core/record/record.hpp"
#include "core/state/actor.hpp"
#include "core/state/input.hpp"

namespace leap {

/// The stick, the view or a button of a character changes at the instant that it has come to. `record` may be null.
void apply_input(const InputEvent& input, Actor& actor, Record* record);

}  // namespace leap
