// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/state.hpp"

namespace leap {

/// What expressions are worked out against.
struct Moment {
    const Program& program;
    const Tuning& tuning;
    const State& state;
};

double number(const Moment& moment, const Expression& expression);
Vec3 vector(const Moment& moment, const Expression& expression);
bool truth(const Moment& moment, const Expression& expression);

/// A sense without an expression around it.
double sense_number(const Moment& moment, Sense sense, int index, int detail);
Vec3 sense_vector(const Moment& moment, Sense sense);

/// When a sense that `within` knows last held: now while it does, `never` when it has not yet.
double last_true(const Moment& moment, Sense sense, int index);

}  // namespace leap
