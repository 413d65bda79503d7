// SPDX-License-Identifier: MIT
#include "core/simulation/simulation.hpp"

#include <fmt/format.h>

#include <utility>

#include "core/senses/fixtures.hpp"
#include "core/simulation/start.hpp"
#include "core/state/reference_actor.hpp"

namespace leap {

std::optional<std::string> misfit(const Scene& from, const Scene& to) {
    const Ingredients& a = from.ingredients;
    const Ingredients& b = to.ingredients;
    if (a.program != b.program) return "it belongs to another program";
    if (a.rate_hz != b.rate_hz) return fmt::format("it runs at {} ticks per second, expected {}", b.rate_hz, a.rate_hz);
    if (a.course == b.course) return std::nullopt;
    if (a.course->plan.fixtures != b.course->plan.fixtures) return "its course has other fixtures";
    if (a.course->plan.targets != b.course->plan.targets) return "its course has other targets";
    return std::nullopt;
}

bool same_course(const Scene& a, const Scene& b) {
    const Course& one = *a.ingredients.course;
    const Course& other = *b.ingredients.course;
    return &one == &other || (one.plan == other.plan && a.solids_of == b.solids_of);
}

Simulation::Simulation(std::shared_ptr<const Scene> scene, World start)
    : scene_(std::move(scene)), rehearsal_(&scene_->rehearsal), world_(std::move(start)) {}

void Simulation::step(std::span<const InputEvent> inputs, Record* record) {
    scratch_.told.clear();
    leap::step(*rehearsal_, inputs, world_, scratch_, record);
}

void Simulation::step_within(std::span<const InputEvent> inputs, double until) {
    leap::step_within(*rehearsal_, inputs, until, world_, scratch_);
}

tl::expected<void, std::string> Simulation::use(std::shared_ptr<const Scene> scene) {
    if (auto why = misfit(*scene_, *scene)) return tl::make_unexpected(std::move(*why));
    scene_ = std::move(scene);
    rehearsal_ = &scene_->rehearsal;
    return {};
}

tl::expected<void, std::string> Simulation::restore(const Snapshot& snapshot) {
    if (auto why = misfit(*scene_, *snapshot.scene)) return tl::make_unexpected(std::move(*why));
    if (!same_course(*scene_, *snapshot.scene))
        return tl::make_unexpected(std::string("it was saved in another course"));
    if (snapshot.world.actors.size() != world_.actors.size())
        return tl::make_unexpected(
            fmt::format("it has {} characters, expected {}", snapshot.world.actors.size(), world_.actors.size()));
    forget();  // it may come from a scene with other dials
    go_on_from(snapshot.world);
    return {};
}

void Simulation::go_on_from(World world) {
    world_ = std::move(world);
    // Where others are in sight, the solids that they make up are those of another instant: all is looked for again.
    if (world_.actors.size() != 1 || scratch_.actors.size() != 1) return forget();
    change([](World&) {});
}

void Simulation::add(const ActorStart& start) {
    add_actor(*rehearsal_, start, world_);
    forget();
}

void Simulation::show(std::size_t actor, const RemoteActor& as) {
    show_remote(as, world_.time, world_.actors[actor]);
}

void Simulation::put_into_phase(std::size_t fixture, const FixtureTold& told) {
    change([&](World& world) { leap::put_into_phase(*rehearsal_, fixture, told, world); });
}

void Simulation::let_hear(const Heard& heard) {
    change([&](World& world) { leap::let_hear(*rehearsal_, heard, world); });
}

FixturePose Simulation::pose_of(std::size_t fixture) {
    if (world_.actors.empty()) return {};
    const std::size_t who = reference_actor(world_);
    scratch_.actors.resize(world_.actors.size());
    StepCache& cache = scratch_.actors[who].cache;
    cache.shared = &scratch_.shared;
    return fixture_pose(rehearsal_->context(world_, world_.actors[who], &cache), fixture);
}

}  // namespace leap
