// SPDX-License-Identifier: MIT
#include "core/senses/subject.hpp"

#include <algorithm>

namespace leap {
namespace {

template <class Is>
bool any(const World& world, Is is) {
    return std::any_of(world.actors.begin(), world.actors.end(), is);
}

/// Where a fixture is, as far as is needed to tell who is nearest: where it lies when it can be loose, else where it
/// was placed. Its pose may depend on the answer.
Vec3 about_where(const RunLayout& layout, const World& world, const Course& course, std::size_t fixture) {
    const auto rigid = layout.fixtures[fixture].rigid;
    return rigid ? world.loose[*rigid].body.place : course.plan.fixtures[fixture].position;
}

}  // namespace

std::size_t subject_of(const RunLayout& layout, const World& world, const Course& course, std::size_t fixture) {
    if (world.actors.size() == 1) return 0;
    if (const auto rigid = layout.fixtures[fixture].rigid) {
        const Owner& holder = world.loose[*rigid].holder;
        if (holder.is_actor()) return static_cast<std::size_t>(holder.index);
    }
    const Vec3 place = about_where(layout, world, course, fixture);
    std::optional<std::size_t> acted, touching;
    std::size_t nearest = 0;
    double least = 1e300;
    for (std::size_t i = 0; i < world.actors.size(); ++i) {
        const Actor& actor = world.actors[i];
        if (actor.remote) continue;  // who is only shown does nothing here
        if (actor.seat.is(fixture)) return i;
        const ActorContact& contact = actor.contacts[fixture];
        if (!acted && contact.events != 0) acted = i;
        if (!touching && contact.touching) touching = i;
        const Vec3 between = actor.body.position - place;
        const double squared = glm::dot(between, between);
        if (squared >= least) continue;
        least = squared;
        nearest = i;
    }
    return acted ? *acted : touching.value_or(nearest);
}

std::size_t subject_now(const EvaluationContext& context, std::size_t fixture) {
    if (context.world.actors.size() == 1) return 0;
    if (context.cache == nullptr || context.cache->shared == nullptr)
        return subject_of(context.layout, context.world, *context.course, fixture);
    SharedCache& cache = *context.cache->shared;
    if (cache.subjects_time != context.world.time || cache.subjects_changes != cache.changes.all() ||
        cache.subjects.size() != context.world.fixtures.size()) {
        cache.subjects.assign(context.world.fixtures.size(), std::nullopt);
        cache.subjects_time = context.world.time;
        cache.subjects_changes = cache.changes.all();
    }
    std::optional<std::size_t>& known = cache.subjects[fixture];
    if (!known) known = subject_of(context.layout, context.world, *context.course, fixture);
    return *known;
}

EvaluationContext EvaluationContext::of_fixture(std::size_t index) const {
    const Actor* who = &actor;
    if (by.is_actor()) {
        who = &world.actors[static_cast<std::size_t>(by.index)];
    } else if (world.actors.size() > 1 && course != nullptr) {
        who = &world.actors[subject_now(*this, index)];
    }
    // Times stay this instant's, also when that character has gone less far.
    return {senses,
            program,
            shared_tuning,
            shared_tuning,
            world,
            *who,
            layout,
            course,
            cache,
            ahead + (actor.time - who->time),
            motion,
            FixtureId(index),
            by,
            poses};
}

EvaluationContext EvaluationContext::of_actor(std::size_t index) const {
    EvaluationContext out{senses, program, shared_tuning, shared_tuning, world, world.actors[index],
                          layout, course,  cache};
    out.ahead = ahead + (actor.time - out.actor.time);
    return out;
}

Owner doer_of(const World& world, std::size_t fixture) {
    for (std::size_t i = 0; i < world.actors.size(); ++i)
        if (world.actors[i].contacts[fixture].events != 0) return actor_owner(i);
    return world.contacts[fixture].told_by;
}

Owner holder_of(const RunLayout& layout, const World& world, std::size_t fixture) {
    const auto& rigid = layout.fixtures[fixture].rigid;
    return rigid ? world.loose[*rigid].holder : Owner{};
}

bool is_held_by(const RunLayout& layout, const World& world, Owner who, std::size_t fixture) {
    // Each thing has one holder, so the row is no longer than there are things.
    for (std::size_t steps = 0; who.is_fixture() && steps <= world.loose.size(); ++steps) {
        if (who.is_fixture(fixture)) return true;
        who = holder_of(layout, world, static_cast<std::size_t>(who.index));
    }
    return false;
}

bool any_event(const World& world, std::size_t fixture, FixtureEvent event) {
    return any(world, [&](const Actor& a) { return (a.contacts[fixture].events & event) != 0; });
}

bool any_touching(const World& world, std::size_t fixture) {
    return any(world, [&](const Actor& a) { return a.contacts[fixture].touching; });
}

bool any_blocking(const World& world, std::size_t fixture) {
    return any(world, [&](const Actor& a) { return a.contacts[fixture].blocked; });
}

bool any_focus(const World& world, std::size_t fixture) {
    return any(world, [&](const Actor& a) { return a.focus.is(fixture); });
}

bool any_seated(const World& world, std::size_t fixture) {
    return any(world, [&](const Actor& a) { return a.seat.is(fixture); });
}

}  // namespace leap
