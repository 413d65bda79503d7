// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/run_result.hpp"

#include <chrono>
#include <exception>

namespace leap::studio {

namespace {
std::shared_ptr<RunResult> run_of(const Ingredients& ingredients, const Tape& tape);
}

RunPointer make_run(const Ingredients& ingredients, const Tape& tape) {
    try {
        return run_of(ingredients, tape);
    } catch (const std::exception& error) {
        auto failed = std::make_shared<RunResult>();
        failed->ingredients = ingredients;
        failed->tape = tape;
        failed->problem = std::string("This run could not be worked out: ") + error.what();
        return failed;
    }
}

namespace {

std::shared_ptr<RunResult> run_of(const Ingredients& ingredients, const Tape& tape) {
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

}  // namespace
}  // namespace leap::studio
