// SPDX-License-Identifier: MIT
#include "core/senses/load.hpp"

#include <algorithm>

#include "core/senses/fixtures.hpp"
#include "core/senses/loose_place.hpp"

namespace leap {
namespace {

class Weighing {
  public:
    explicit Weighing(const EvaluationContext& context) : context_(context) {}

    /// `steps`: how many more things may rest on one another; those that lean on each other in a ring come to an end.
    double resting_on(const Surface& surface, std::size_t steps) const {
        if (steps == 0) return 0.0;
        double out = 0.0;
        for (std::size_t i = 0; i < context_.world.actors.size(); ++i) {
            const Actor& actor = context_.world.actors[i];
            const bool sits = actor.seat && surface == fixture_surface(actor.seat.at());
            if (!sits && !(actor.body.grounded && actor.body.ground == surface)) continue;
            out += weight_of(i) + resting_on(actor_surface(i), steps - 1);
        }
        for (std::size_t i = 0; i < context_.world.loose.size(); ++i) {
            const RigidState& loose = context_.world.loose[i];
            const std::size_t fixture = context_.layout.rigid[i].fixture;
            const bool held = surface.is_actor() && loose.holder.is_actor(surface.index);
            if (!context_.layout.fixtures[fixture].kind || (!held && !lies(loose, fixture))) continue;
            double share = held ? 1.0 : 0.0;
            for (const RigidSupport& support : loose.rests_on)
                if (!held && support.on == surface) share += support.share;
            if (share > 0.0)
                out +=
                    share * (loose_kind(context_, fixture).mass_kg + resting_on(fixture_surface(fixture), steps - 1));
        }
        return out;
    }

  private:
    double weight_of(std::size_t actor) const {
        return std::max(0.0, number(context_, context_.program.bodies[context_.world.actors[actor].kind].mass));
    }
    bool lies(const RigidState& loose, std::size_t fixture) const {
        const Phase* phase = fixture_phase(context_, fixture);
        return loose.holder.is_nobody() && phase != nullptr && phase->effects.loose;
    }

    const EvaluationContext& context_;
};

}  // namespace

double load_on(const EvaluationContext& context, std::size_t fixture) {
    return Weighing(context).resting_on(fixture_surface(fixture),
                                        1 + context.world.actors.size() + context.world.loose.size());
}

}  // namespace leap
