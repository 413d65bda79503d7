// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/scratch.hpp"
#include "core/state/world.hpp"

namespace leap {

/// The world as the rules of one instant see it. Reading is free. The only ways to a part that can be written note the
/// change first, so that a rule cannot forget it: what was found out before then holds no longer.
///
/// Keep no reference that was given for writing beyond the statement that writes: what is asked in between is
/// remembered under the change that was noted before.
class NotedWorld {
  public:
    NotedWorld(World& world, StepScratch& scratch) : scratch_(scratch), world_(world), writable_(world) {}

  protected:
    /// From now on this character is asked.
    void ask(std::size_t actor) { actor_ = &world_.actors[actor]; }
    ActorScratch& own() const { return scratch_.actors[static_cast<std::size_t>(actor_->id)]; }
    StepCache& cache() const { return own().cache; }

    /// The asked character is asked again at the next instant, even if nothing happens to it until then.
    void stay_awake() {
        changed_ = true;
        own().changed = true;
    }
    /// For changes by which the asked character may move otherwise, or rules may answer otherwise.
    World& change() {
        stay_awake();
        return update();
    }
    Actor& change_actor() { return change().actors[static_cast<std::size_t>(actor_->id)]; }
    /// For what only rules see: events that have been answered, what was heard.
    World& update() {
        scratch_.shared.changes.note();
        return writable_;
    }
    Actor& update_actor() { return update().actors[static_cast<std::size_t>(actor_->id)]; }
    /// For the phase of a fixture: where fixtures are must be found again.
    World& change_fixtures() {
        scratch_.shared.changes.note_of_fixture();
        return change();
    }
    bool changed() const { return changed_; }

    StepScratch& scratch_;
    const World& world_;
    const Actor* actor_ = nullptr;  ///< who is asked

  private:
    World& writable_;
    bool changed_ = false;
};

}  // namespace leap
