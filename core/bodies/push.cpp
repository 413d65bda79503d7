// SPDX-License-Identifier: MIT
#include "core/bodies/push.hpp"

#include <algorithm>

#include "core/bodies/rigid_bodies.hpp"
#include "core/defaults.hpp"
#include "core/senses/fixtures.hpp"

namespace leap {
namespace {

double mass_of(const SceneView& scene, const World& world, const Actor& actor) {
    const EvaluationContext context = scene.context(world, actor);
    return std::max(0.001, number(context, context.body().mass));
}

/// Along the middle, not where they touch: what is pushed slides and doesn't topple.
void push_loose(const SceneView& scene, const Vec3& wanted, const Vec3& into, std::size_t fixture, World& world,
                Actor& actor) {
    const auto rigid = scene.layout.fixtures[fixture].rigid;
    if (!rigid) return;
    RigidState& loose = world.loose[*rigid];
    const EvaluationContext context = scene.context(world, actor);
    if (const Phase* phase = fixture_phase(context, fixture); phase == nullptr || !phase->effects.loose) return;
    const double approach = glm::dot(wanted - loose.body.velocity, into);
    if (approach <= 0.0) return;
    const double own_mass = mass_of(scene, world, actor);
    const double its_mass = loose_kind(context, fixture).mass_kg;
    const double impulse = approach * own_mass * its_mass / (own_mass + its_mass);
    loose.body.velocity += into * (impulse / its_mass);
    loose.body.asleep = false;
    loose.body.still_s = 0.0;
    const double together = glm::dot(loose.body.velocity, into);
    actor.body.velocity += into * std::max(0.0, together - glm::dot(actor.body.velocity, into));
}

/// Another character is pushed level. One who sits is as heavy as what it sits on: it doesn't give way.
void push_actor(const SceneView& scene, const Vec3& wanted, const Vec3& into, const World& world, Actor& actor,
                Actor& other) {
    if (other.seat) return;
    const Vec3 going = other.body.velocity + other.ground_velocity;
    const double approach = glm::dot(wanted + actor.ground_velocity - going, into);
    if (approach <= 0.0) return;
    const double own_mass = mass_of(scene, world, actor);
    const double its_mass = mass_of(scene, world, other);
    const double impulse = approach * own_mass * its_mass / (own_mass + its_mass);
    other.body.velocity += into * (impulse / its_mass);
    const double together = glm::dot(other.body.velocity + other.ground_velocity - actor.ground_velocity, into);
    actor.body.velocity += into * std::max(0.0, together - glm::dot(actor.body.velocity, into));
}

}  // namespace

bool leans_on_something(const Vec3& wanted, const World& world, const Actor& actor) {
    const Vec3 lost = horizontal(wanted - actor.body.velocity);
    const bool any = !world.loose.empty() || world.actors.size() > 1;
    return any && glm::dot(lost, lost) >= 1e-12;
}

void push_what_is_met(const SceneView& scene, const Vec3& wanted, World& world, Actor& actor, const StepCache& cache) {
    if (!leans_on_something(wanted, world, actor)) return;
    const Vec3 towards = direction_or_zero(horizontal(wanted - actor.body.velocity));
    const double gap = defaults::contact_gap_m;
    const auto hit =
        sweep(cache.surroundings(), {actor.radius, actor.height}, actor.body.position, towards * (3.0 * gap), gap);
    if (!hit) return;
    const Vec3 into = -direction_or_zero(horizontal(hit->normal));
    const Surface met = hit->surface;
    if (met.is_fixture()) push_loose(scene, wanted, into, met.index, world, actor);
    if (met.is_actor()) push_actor(scene, wanted, into, world, actor, world.actors[met.index]);
}

}  // namespace leap
