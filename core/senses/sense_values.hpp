// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"

/// The values of senses, each without an expression around it.
namespace leap {

/// All of them: what a run is asked with.
extern const SenseTable all_senses;

double sense_number(const EvaluationContext& context, Sense sense, int index, int detail);
Vec3 sense_vector(const EvaluationContext& context, Sense sense, int index = -1);

/// When a sense that `within` knows last held: now while it does, `never` when it has not yet.
double last_true(const EvaluationContext& context, Sense sense, int index);

}  // namespace leap
