// SPDX-License-Identifier: MIT
#pragma once

#include <memory>
#include <optional>
#include <span>
#include <string>
#include <tl/expected.hpp>

#include "core/play/scene.hpp"
#include "core/play/step.hpp"

namespace leap {

/// A world at one instant, with the scene that gives its parts their meaning.
struct Snapshot {
    std::shared_ptr<const Scene> scene;
    World world;
};

/// Why a world of one scene can't go on in another: another program, tick rate, or other fixtures or targets of the
/// course. Nothing when it can: other dials, kinds that are switched off, or another course with the same fixtures fit.
std::optional<std::string> misfit(const Scene& from, const Scene& to);

/// Whether places in one course mean the same in the other.
bool same_course(const Scene& a, const Scene& b);

/// A run: a scene, its present world, and the caches between ticks. Nobody else holds these caches, so
/// nothing of another scene, world or instant can be left in it.
class Simulation {
  public:
    Simulation(std::shared_ptr<const Scene> scene, World start);

    const Scene& scene() const { return *scene_; }
    const World& world() const { return world_; }

    /// One tick; see step(). `inputs`: those of the tick.
    void step(std::span<const InputEvent> inputs, Record* record = nullptr);

    /// From the next tick on with another scene: other dials, kinds switched off or on, another course. Says why it
    /// doesn't fit; then nothing has changed.
    tl::expected<void, std::string> use(std::shared_ptr<const Scene> scene);

    Snapshot snapshot() const { return {scene_, world_}; }
    /// Back to an instant of this run or of another that fits. Says why it doesn't; then nothing has changed.
    tl::expected<void, std::string> restore(const Snapshot& snapshot);
    /// The same for a world that this scene's own replay has come to.
    void go_on_from(World world);

    /// The solids of a course that isn't its own have changed.
    void note_solids_changed() { scratch_ = {}; }

  private:
    std::shared_ptr<const Scene> scene_;
    World world_;
    StepScratch scratch_;
};

}  // namespace leap
