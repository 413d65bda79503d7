// SPDX-License-Identifier: MIT
#include "core/senses/answers.hpp"

namespace leap {
namespace {

/// Part by part, so that the likeliest to differ is seen first: this is asked whenever a probe is read.
bool holds(const FoundUnder& under, const EvaluationContext& m) {
    const StepCache& cache = *m.cache;
    return under.time == m.actor.time && under.changes == cache.changes() && under.solids == cache.moving.revision &&
           under.ahead == m.ahead && under.actor == m.actor.id && under.feet == m.feet() &&
           under.velocity == m.velocity() && under.facing == m.facing() && under.height == m.actor.height;
}

FoundUnder present(const EvaluationContext& m) {
    const StepCache& cache = *m.cache;
    return {.time = m.actor.time,
            .changes = cache.changes(),
            .solids = cache.moving.revision,
            .actor = m.actor.id,
            .ahead = m.ahead,
            .feet = m.feet(),
            .velocity = m.velocity(),
            .facing = m.facing(),
            .height = m.actor.height};
}

}  // namespace

void Answers::ask_anew(const FoundUnder& under, std::size_t probes) {
    under_ = under;
    focus.reset();
    ++asked_;
    probes_.resize(probes);
}

Answers& answers_for(const EvaluationContext& m) {
    Answers& out = m.motion == nullptr ? m.cache->now : m.cache->ahead;
    if (!holds(out.under(), m)) out.ask_anew(present(m), m.program.probes.size());
    return out;
}

}  // namespace leap
