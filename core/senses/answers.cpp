// SPDX-License-Identifier: MIT
#include "core/senses/answers.hpp"

namespace leap {
namespace {

/// Part by part, so that the likeliest to differ is seen first: this is asked whenever a probe is read.
bool holds(const FoundUnder& under, const EvaluationContext& context) {
    const StepCache& cache = *context.cache;
    return under.time == context.actor.time && under.changes == cache.changes() &&
           under.solids == cache.moving.revision && under.ahead == context.ahead && under.actor == context.actor.id &&
           under.feet == context.feet() && under.velocity == context.velocity() && under.facing == context.facing() &&
           under.height == context.actor.height;
}

FoundUnder present(const EvaluationContext& context) {
    const StepCache& cache = *context.cache;
    return {.time = context.actor.time,
            .changes = cache.changes(),
            .solids = cache.moving.revision,
            .actor = context.actor.id,
            .ahead = context.ahead,
            .feet = context.feet(),
            .velocity = context.velocity(),
            .facing = context.facing(),
            .height = context.actor.height};
}

}  // namespace

void Answers::ask_anew(const FoundUnder& under, std::size_t probes) {
    under_ = under;
    focus.reset();
    ++asked_;
    probes_.resize(probes);
}

Answers& answers_for(const EvaluationContext& context) {
    Answers& out = context.motion == nullptr ? context.cache->now : context.cache->ahead;
    if (!holds(out.under(), context)) out.ask_anew(present(context), context.program.probes.size());
    return out;
}

}  // namespace leap
