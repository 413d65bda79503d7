// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/step.hpp"

namespace leap {

/// How whoever asks is in the volumes of a kind (in Program::kinds): the character, or the fixture of the context,
/// taken along the upright line through its middle.
InVolume in_volume(const EvaluationContext& context, PieceKindId kind);

/// False when who asks is far from every volume of a kind: asked before anything dearer.
bool may_be_in(const EvaluationContext& context, PieceKindId kind);

/// Notes which volumes the character has come into or out of, of those whose changes the script hears. `at_start`: it
/// is in where it is; that is no event. True when there was one.
bool note_volumes(const Rehearsal& rehearsal, const World& world, Actor& actor, Record* record, bool at_start = false);

}  // namespace leap
