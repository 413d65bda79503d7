// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"

namespace leap {

/// The answer of a probe where the body is now. Asked once an instant when the context has a step cache. Without a hit
/// `point` is where it stopped looking (ray) or the body's own place, `distance` its reach, `normal` zero.
ProbeResult ask_probe(const EvaluationContext& context, std::int32_t probe);

/// The middle of the body: what ropes hold and flights aim.
Vec3 body_middle(const Actor& actor);

/// How far the body's middle still has to fly, and which way.
double flight_left(const EvaluationContext& context, const Fly& fly);
Vec3 flight_direction(const EvaluationContext& context, const Fly& fly);

}  // namespace leap
