// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluation_context.hpp"

namespace leap {

/// How whoever asks is in the volumes of a kind (in Program::kinds): the character, or the fixture of the context,
/// taken along the upright line through its middle.
InVolume in_volume(const EvaluationContext& context, PieceKindId kind);

/// False when who asks is far from every volume of a kind: asked before anything dearer.
bool may_be_in(const EvaluationContext& context, PieceKindId kind);

}  // namespace leap
