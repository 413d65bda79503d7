// SPDX-License-Identifier: MIT
#pragma once

#include <memory>
#include <optional>
#include <span>
#include <string>
#include <tl/expected.hpp>

#include "core/simulation/remote_actor.hpp"
#include "core/simulation/scene.hpp"
#include "core/simulation/step.hpp"

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

/// A run: what it is played from, its present world, and the caches between ticks. Nobody else holds these caches, so
/// nothing of another scene, world or instant can be left in them. Copying it branches the run.
class Simulation {
  public:
    /// A run that shares its scene with others.
    Simulation(std::shared_ptr<const Scene> scene, World start);
    /// A run that ends before its rehearsal does.
    Simulation(const SceneView& rehearsal, World start) : rehearsal_(&rehearsal), world_(std::move(start)) {}

    const SceneView& rehearsal() const { return *rehearsal_; }
    /// Of a run that was made from one.
    const Scene& scene() const { return *scene_; }
    const World& world() const { return world_; }
    /// The world at its end; the run is over until go_on_from() gives it another.
    World take_world() && { return std::move(world_); }

    /// One tick; see leap::step(). `inputs`: those of the tick.
    void step(std::span<const InputEvent> inputs, Record* record = nullptr);
    /// Part of a tick, to look at what it brings; see leap::step_within().
    void step_within(std::span<const InputEvent> inputs, double until);

    /// From the next tick on with another scene: other dials, kinds switched off or on, another course. Says why it
    /// doesn't fit; then nothing has changed.
    tl::expected<void, std::string> use(std::shared_ptr<const Scene> scene);

    Snapshot snapshot() const { return {scene_, world_}; }
    /// Back to an instant of this run or of another that fits. Says why it doesn't; then nothing has changed.
    tl::expected<void, std::string> restore(const Snapshot& snapshot);
    /// The same for a world that a run of this scene has come to. What is known of still fixtures is kept where it is
    /// so in that world, too: looking back and trying out cost little for one character.
    void go_on_from(World world);

    /// The solids of a course that isn't its own have changed.
    void note_solids_changed() { scratch_ = {}; }

    /// What happens between two ticks from outside of the rules, as other peers tell it.
    /// Somebody comes into play, behind those who are there.
    void add(const ActorStart& start);
    /// Puts a character where a peer has it; it goes on at its velocity. See show_remote().
    void show(std::size_t actor, const RemoteActor& as);
    void put_into_phase(std::size_t fixture, const FixtureTold& told);
    void let_hear(const Heard& heard);
    /// Anything else: change(World&) is called, and what was known of the world before holds no longer.
    template <class Change>
    void change(Change&& change) {
        change(world_);
        note_from_outside(scratch_);
    }

    /// What characters have emitted in the last tick that is shared with peers; empty unless asked for by listen().
    std::span<const StepScratch::Told> emitted() const { return scratch_.told; }
    void listen() { scratch_.keeps_told = true; }

    /// Where a fixture is now.
    FixturePose pose_of(std::size_t fixture);

  private:
    std::shared_ptr<const Scene> scene_;  ///< null: the rehearsal is somebody else's
    const SceneView* rehearsal_ = nullptr;
    World world_;
    /// What is known of the scene and the world, of another one until now.
    void forget() { scratch_.begin_for(0); }
    StepScratch scratch_;
};

}  // namespace leap
