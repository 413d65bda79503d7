// SPDX-License-Identifier: MIT
#include "core/play/simulation.hpp"

#include <fmt/format.h>

#include <utility>

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
    : scene_(std::move(scene)), world_(std::move(start)) {}

void Simulation::step(std::span<const InputEvent> inputs, Record* record) {
    leap::step(scene_->rehearsal, inputs, world_, scratch_, record);
}

tl::expected<void, std::string> Simulation::use(std::shared_ptr<const Scene> scene) {
    if (auto why = misfit(*scene_, *scene)) return tl::make_unexpected(std::move(*why));
    scene_ = std::move(scene);
    return {};
}

tl::expected<void, std::string> Simulation::restore(const Snapshot& snapshot) {
    if (auto why = misfit(*scene_, *snapshot.scene)) return tl::make_unexpected(std::move(*why));
    if (!same_course(*scene_, *snapshot.scene))
        return tl::make_unexpected(std::string("it was saved in another course"));
    if (snapshot.world.actors.size() != world_.actors.size())
        return tl::make_unexpected(
            fmt::format("it has {} characters, expected {}", snapshot.world.actors.size(), world_.actors.size()));
    go_on_from(snapshot.world);
    return {};
}

void Simulation::go_on_from(World world) {
    world_ = std::move(world);
    scratch_ = {};
}

}  // namespace leap
