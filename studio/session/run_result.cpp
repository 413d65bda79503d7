// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/run_result.hpp"

#include <chrono>

namespace leap::studio {

RunPointer make_run(const Ingredients& ingredients, const Tape& tape) {
    auto out = std::make_shared<RunResult>();
    out->ingredients = ingredients;
    out->tape = tape;
    const auto begin = std::chrono::steady_clock::now();
    auto inputs = resolve_inputs(*ingredients.program, tape);
    if (!inputs) {
        out->problem = inputs.error();
        return out;
    }
    out->inputs = std::move(*inputs);
    auto trace = replay(ingredients.rehearsal(), tape);
    if (!trace) {
        out->problem = trace.error();
        return out;
    }
    out->trace = std::move(*trace);
    out->replay_ms = std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - begin).count();
    out->readings = take_readings(*ingredients.program, ingredients.tuning, out->trace, tape.name);
    return out;
}

}  // namespace leap::studio
