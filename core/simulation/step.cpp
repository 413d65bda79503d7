// SPDX-License-Identifier: MIT
#include "core/simulation/step.hpp"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <limits>

#include "core/bodies/known_poses.hpp"
#include "core/bodies/partners.hpp"
#include "core/bodies/rigid_bodies.hpp"
#include "core/defaults.hpp"
#include "core/rules/machines.hpp"
#include "core/senses/others.hpp"
#include "core/simulation/apply_input.hpp"
#include "core/simulation/remote_actor.hpp"
#include "core/simulation/rows.hpp"
#include "core/simulation/seek.hpp"
#include "core/simulation/settle.hpp"
#include "core/simulation/substep.hpp"
#include "core/simulation/switched_off.hpp"
#include "core/state/reference_actor.hpp"

namespace leap {
namespace {

constexpr double rounding_s = 1e-12;
constexpr double hardly_s = 1e-5;  ///< a substep that took hardly any time

bool hears_nothing(const Actor& actor) {
    return actor.events == 0 && actor.heard.empty();
}

/// In debug builds: that rules which aren't asked would have had nothing to do.
void check_idle([[maybe_unused]] const SceneView& scene, [[maybe_unused]] const World& world,
                [[maybe_unused]] const StepScratch& scratch) {
#ifndef NDEBUG
    World copy = world;
    StepScratch own = scratch;
    for (ActorScratch& actor : own.actors) {
        actor.progress.rules_idle = false;
        actor.cache.shared = &own.shared;
    }
    assert(!run_instant(scene, copy, own, nullptr) && "a rule had something to do between two instants");
    for (std::size_t i = 0; i < world.actors.size(); ++i) {
        const Actor& before = world.actors[i];
        const Actor& after = copy.actors[i];
        assert(after.stance == before.stance && after.moves == before.moves && after.focus == before.focus);
    }
#endif
}

/// One tick of a world.
class Tick {
  public:
    Tick(const SceneView& scene, std::span<const InputEvent> inputs, World& world, StepScratch& scratch, Record* record)
        : scene_(scene),
          inputs_(inputs),
          world_(world),
          scratch_(scratch),
          record_(record),
          end_(static_cast<double>(world.tick + 1) / scene.rate_hz) {
        scratch_.begin_for(scene.generation);
    }

    void run() {
        if (record_ != nullptr) open_record(scene_, world_, *record_);
        begin();
        for (int split = 0; world_.time < end_ - rounding_s; ++split) {
            ask_all();
            if (split >= defaults::max_splits_per_tick) {
                note_fault(world_.actors.front());
                break;
            }
            if (world_.actors.size() == 1) {
                advance_one(split);
            } else {
                advance_several(split);
            }
        }
        finish();
    }

    /// Up to an instant within the tick, whose rules are answered.
    void run_to(double until) {
        end_ = until;
        begin();
        for (int split = 0; world_.time < end_ - rounding_s && split < defaults::max_splits_per_tick; ++split) {
            ask_all();
            if (world_.actors.size() == 1) {
                advance_one(split);
            } else {
                advance_several(split);
            }
        }
        // Whatever ended the substep here, the rules of this instant are asked.
        for (ActorScratch& own : scratch_.actors) own.progress.rules_idle = false;
        ask_all();
    }

  private:
    /// How far one of several characters has come by itself.
    struct Stop {
        double time = 0.0;
        bool again = false;  ///< it has done what it should not have: all must go back
    };

    void begin();
    void ask_all();
    void take_sizes();
    void lift_those_on(const Actor& grown, double by_m);
    void advance_one(int split);
    void advance_several(int split);
    Stop go_alone(std::size_t i, double goal);
    double next_goal() const;
    void remember_all();
    void go_back();
    void finish_substeps();
    void finish();

    /// Whether nothing has changed since the last tick's end, where everything was placed.
    bool is_as_left(const Actor& actor, const ActorScratch& own) const {
        return own.left.time == actor.time && own.left.body == actor.body && own.cache.placed_time == actor.time &&
               own.cache.placed_for == actor.body.position && own.cache.placed_changes == scratch_.shared.changes.all();
    }
    void push_out(Actor& actor, ActorScratch& own) {
        const Vec3 before = actor.body.position;
        actor.body = free_body(own.cache.surroundings(), shape_now(scene_, actor), actor.body);
        if (actor.body.position != before) own.progress.rules_idle = false;
    }
    /// Inputs of one character that are due until then, in s; true when there were any.
    bool apply_inputs(std::size_t i, double until) {
        ActorScratch& own = scratch_.actors[i];
        Actor& actor = world_.actors[i];
        bool any = false;
        for (; own.progress.next_input < inputs_.size(); ++own.progress.next_input) {
            const InputEvent& input = inputs_[own.progress.next_input];
            if (input.time > until + rounding_s) break;
            if (input.actor != actor.id) continue;
            apply_input(input, actor, record_);
            any = true;
        }
        if (any) scratch_.shared.changes.note();
        return any;
    }
    /// When the next input of one character comes, or the tick's end.
    double next_input_time(std::size_t i) const {
        for (std::size_t k = scratch_.actors[i].progress.next_input; k < inputs_.size(); ++k)
            if (inputs_[k].actor == static_cast<std::int32_t>(i)) return std::min(end_, inputs_[k].time);
        return end_;
    }
    /// Of who is only shown nothing but the place changes while the others go on: see go_as_remote().
    static void copy_motion(bool shown, const ActorMotion& from, ActorMotion& to) {
        if (!shown) {
            to = from;
            return;
        }
        to.body = from.body;
        to.time = from.time;
    }
    /// Who bumps at once again, or who runs after something and bumps into where it was, in ever less time, leans on
    /// it.
    static void note_bump(const Actor& actor, double seconds, ActorScratch::Progress& progress) {
        const bool bumped = (actor.events & (event_bumped_wall | event_bumped_ceiling)) != 0;
        if (!bumped && seconds < hardly_s) return;  // it has waited for another, and leans on as it did
        if (bumped) ++progress.bumps;
        progress.leaning = bumped && (seconds < hardly_s || progress.bumps >= defaults::max_bumps_per_tick);
    }
    /// Rules chase each other: the rest of the tick passes without motion, and the score says so.
    void note_fault(const Actor& actor) {
        if (record_ != nullptr)
            record_->events.push_back({actor.time, EventKind::fault, actor.body_move().written(), -1, actor.id});
    }

    const SceneView& scene_;
    std::span<const InputEvent> inputs_;
    World& world_;
    StepScratch& scratch_;
    Record* record_;
    double end_;
};

void Tick::begin() {
    scratch_.actors.resize(world_.actors.size());
    scratch_.substeps.resize(world_.actors.size());
    release_from_switched_off(scene_, world_, scratch_);
    const bool several = world_.actors.size() > 1;
    // Room that was used for another world, or for none, or somebody has come or gone.
    const bool fresh =
        several && (scratch_.found_at != world_.time || scratch_.shared.shown.size() != world_.actors.size());
    if (several) note_all_shown(world_, scratch_.shared);
    scratch_.found_at = world_.time;
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        Actor& actor = world_.actors[i];
        ActorScratch& own = scratch_.actors[i];
        own.cache.shared = &scratch_.shared;
        own.cache.moving.drifting.set_far(scratch_.shared.shown);
        if (fresh) own.cache.others_gap_m = 0.0;  // they are to be looked at
        const bool rules_idle = own.progress.rules_idle;
        own.progress = {};
        own.progress.rules_idle = rules_idle;
        if (actor.time != own.left.time || !(actor.body == own.left.body))
            own.now_is_current = own.progress.rules_idle = false;
    }
    // At the very first tick those who stand inside one another are put apart: the earlier in the tape stays.
    const bool first = several && !world_.actors.back().seen.settled;
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        Actor& actor = world_.actors[i];
        ActorScratch& own = scratch_.actors[i];
        if (!is_relevant(world_, actor)) {
            if (first) show_to_others(actor, scratch_.shared);
            continue;
        }
        if (!is_as_left(actor, own)) place_solids(scene_, world_, actor, own.cache);
        if (first || fresh) find_others(world_, actor, own.cache);
        // Also where nothing has moved, and who has gone on as was foreseen: what a phase does with the body may have
        // left it in a wall, or it began in one that it only now has room to be pushed out of.
        if (!actor.seat && !actor.remote) push_out(actor, own);
        if (first) show_to_others(actor, scratch_.shared);
    }
    for (std::size_t i = 0; several && i < world_.actors.size(); ++i)
        if ((first || fresh) && !world_.actors[i].remote)
            find_others(world_, world_.actors[i], scratch_.actors[i].cache);
}

/// Everybody is at the same instant: inputs, then rules where something may have changed.
void Tick::ask_all() {
    bool all_idle = true;
    const std::uint64_t placed_before = scratch_.shared.changes.of_fixtures();
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        ActorScratch& own = scratch_.actors[i];
        // What probes found at the end of the last substep still holds, unless the view or the stick moves now.
        own.progress.inputs_unchanged = hears_nothing(world_.actors[i]);
        if (apply_inputs(i, world_.actors[i].time)) own.progress.inputs_unchanged = false;
        all_idle = all_idle && own.progress.inputs_unchanged && own.progress.rules_idle;
    }
    if (!all_idle) {
        run_instant(scene_, world_, scratch_, record_);
    } else {
        check_idle(scene_, world_, scratch_);
    }
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        ActorScratch& own = scratch_.actors[i];
        Actor& actor = world_.actors[i];
        if (!is_relevant(world_, actor)) continue;
        if (!solids_are_current(world_, actor, own.cache)) place_solids(scene_, world_, actor, own.cache);
        // What a rule has put where the body is pushes it out at this very instant, at every tick rate.
        if (own.cache.placed_under != placed_before && !actor.seat && !actor.remote) push_out(actor, own);
    }
    if (!all_idle && world_.actors.size() > 1) take_sizes();
}

/// Who stands up or crouches is met by the others in its new size from this instant on, and lifts who stands on it:
/// otherwise that one would stand on a head that is no longer there, which changes the room above the one below.
void Tick::take_sizes() {
    bool changed = false;
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        Actor& actor = world_.actors[i];
        const double height_before = actor.height;
        if (!take_size(scene_, world_, actor, scratch_.actors[i].cache)) continue;
        show_to_others(actor, scratch_.shared);
        if (actor.height > height_before) lift_those_on(actor, actor.height - height_before);
        changed = true;
    }
    if (changed) scratch_.shared.changes.note();
    // What it changes for the others they answer at the next instant.
    for (std::size_t i = 0; changed && i < world_.actors.size(); ++i)
        scratch_.actors[i].progress.inputs_unchanged = false;
    for (std::size_t i = 0; changed && i < world_.actors.size(); ++i) {
        find_others(world_, world_.actors[i], scratch_.actors[i].cache);
        if (!world_.actors[i].seat && !world_.actors[i].remote) push_out(world_.actors[i], scratch_.actors[i]);
    }
}

/// Who stands on somebody's shoulder comes up with it, where there is room. Out by the shortest way it would be pushed
/// aside, perhaps into a wall, where the room above the one below ends again: standing up would chase crouching.
void Tick::lift_those_on(const Actor& grown, double by_m) {
    for (Actor& actor : world_.actors) {
        if (actor.id == grown.id || actor.seat || actor.remote || !stands_on(world_, actor.id, grown.id)) continue;
        StepCache& cache = scratch_.actors[static_cast<std::size_t>(actor.id)].cache;
        find_others(world_, actor, cache);
        const Vec3 lifted = actor.body.position + by_m * world_up;
        if (deepest_overlap(cache.surroundings(), {actor.radius, actor.height}, lifted)) continue;
        actor.body.position = lifted;
        show_to_others(actor, scratch_.shared);
    }
}

/// Somebody alone in the world: it goes on with everything else from instant to instant.
void Tick::advance_one(int split) {
    Actor& actor = world_.actors.front();
    ActorScratch& own = scratch_.actors.front();
    const double until = next_input_time(0);
    const double from = actor.time;
    const SubstepKind kind{own.progress.tick_begin, split >= defaults::max_fine_splits, own.progress.leaning,
                           own.progress.inputs_unchanged};
    own.progress.rules_idle =
        advance_to_change(scene_, world_, actor, until - from, kind, scratch_, record_).rules_idle &&
        own.progress.inputs_unchanged;
    note_bump(actor, actor.time - from, own.progress);
    if (std::abs(actor.time - until) < rounding_s) actor.time = world_.time = until;
    own.progress.tick_begin = false;
}

void Tick::finish() {
    world_.time = scratch_.found_at = end_;
    ++world_.tick;
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        Actor& actor = world_.actors[i];
        ActorScratch& own = scratch_.actors[i];
        actor.time = end_;
        own.left = {actor.time, actor.body};
        if (apply_inputs(i, std::numeric_limits<double>::infinity()))
            own.now_is_current = own.progress.rules_idle = false;
    }
}

/// Of several characters each goes on by its own instants while what it does concerns nobody else; where it does, that
/// instant is one for all. So the cost grows with their number, and one who is far from the others runs as if alone.
/// Who has gone beyond such an instant is taken back, and goes up to it.
void Tick::advance_several(int split) {
    remember_all();
    double goal = next_goal();
    for (ActorScratch& own : scratch_.actors) {
        own.progress.reach = goal;
        own.progress.stops_at = -1.0;
    }
    for (bool done = false; !done;) {
        done = true;
        for (std::size_t i = 0; i < world_.actors.size(); ++i) {
            const Stop stop = go_alone(i, goal);
            if (stop.time >= goal && !stop.again) continue;
            goal = stop.time;
            // An actor that stopped there by itself gets the same limit again, so that it stops at the same instant.
            scratch_.actors[i].progress.stops_at = goal;
            for (ActorScratch& own : scratch_.actors)
                if (std::abs(own.progress.stops_at - goal) > rounding_s) own.progress.reach = goal;
            done = i == 0 && !stop.again;
            if (done) continue;
            go_back();
            break;
        }
    }
    for (Actor& actor : world_.actors) actor.time = goal;
    finish_substeps();
    if (split + 1 >= defaults::max_splits_per_tick)
        for (const Actor& actor : world_.actors) note_fault(actor);
}

/// What meets something that asks for it goes on by the steps of what is loose, at every tick rate.
double Tick::next_goal() const {
    if (!may_meet_partners(scene_, world_, scratch_.actors[reference_actor(world_)].cache)) return end_;
    const double steps = std::floor(world_.time / defaults::loose_step_s + 1e-6);
    return std::min(end_, std::max(world_.time + 1e-9, (steps + 1.0) * defaults::loose_step_s));
}

Tick::Stop Tick::go_alone(std::size_t i, double goal) {
    Actor& actor = world_.actors[i];
    ActorScratch& own = scratch_.actors[i];
    ActorScratch::Progress& progress = own.progress;
    if (actor.remote) {
        scratch_.substeps[i] = go_as_remote(scene_, world_, actor, goal, record_);
        return {goal};
    }
    for (bool at_begin = true;; at_begin = false) {
        const double until = std::min(progress.reach, next_input_time(i));
        const double from = actor.time;
        const bool coarse = progress.splits >= defaults::max_fine_splits;
        const SubstepKind kind{progress.tick_begin, coarse, progress.leaning, progress.inputs_unchanged, at_begin};
        const Advanced advanced = advance_to_change(scene_, world_, actor, until - from, kind, scratch_, record_);
        progress.rules_idle = advanced.rules_idle && progress.inputs_unchanged;
        note_bump(actor, actor.time - from, progress);
        progress.tick_begin = false;
        ++progress.splits;
        if (std::abs(actor.time - until) < rounding_s) actor.time = until;
        if (actor.time >= goal - rounding_s) return {goal};
        if (advanced.of_fixture || !keeps_to_itself(world_, actor, own.cache, anything_is_held(world_)))
            return {actor.time};
        if (progress.splits >= defaults::max_splits_per_tick) return {actor.time};
        if (!own.begin.has_whole) {
            own.begin.whole = actor;
            own.begin.has_whole = true;
        }
        progress.inputs_unchanged = hears_nothing(actor);
        if (apply_inputs(i, world_.actors[i].time)) progress.inputs_unchanged = false;
        if (!progress.inputs_unchanged || !progress.rules_idle) {
            const AloneAnswer answer = run_instant_alone(scene_, world_, i, scratch_, record_);
            if (answer.concerns_others) return {actor.time, true};
        }
        if (!solids_are_current(world_, actor, own.cache)) place_solids(scene_, world_, actor, own.cache);
    }
}

void Tick::remember_all() {
    scratch_.closed_spans.clear();
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        ActorScratch& own = scratch_.actors[i];
        copy_motion(world_.actors[i].remote, world_.actors[i], own.begin.motion);
        own.begin.progress = own.progress;
        own.begin.has_whole = false;
        if (record_ == nullptr) continue;
        own.begin.rows = record_->tracks[i].rows.size();
        own.begin.values = record_->tracks[i].values.size();
    }
    if (record_ == nullptr) return;
    scratch_.events = record_->events.size();
    scratch_.sounds = record_->sounds.size();
    scratch_.spans = record_->spans.size();
}

void Tick::go_back() {
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        Actor& actor = world_.actors[i];
        ActorScratch& own = scratch_.actors[i];
        if (own.begin.has_whole) actor = own.begin.whole;
        copy_motion(actor.remote, own.begin.motion, actor);
        const double reach = own.progress.reach;
        const double stops_at = own.progress.stops_at;
        own.progress = own.begin.progress;
        own.progress.reach = reach;
        own.progress.stops_at = stops_at;
        own.begin.has_whole = false;
        own.now_is_current = false;
        own.emitted.clear();
        scratch_.shared.changes.note();
        if (is_relevant(world_, actor)) place_solids(scene_, world_, actor, own.cache);
        if (record_ == nullptr) continue;
        record_->tracks[i].rows.resize(own.begin.rows);
        record_->tracks[i].values.resize(own.begin.values);
    }
    if (record_ == nullptr) return;
    record_->events.resize(scratch_.events);
    record_->sounds.resize(scratch_.sounds);
    record_->spans.resize(scratch_.spans);
    for (const std::size_t span : scratch_.closed_spans) {
        if (span >= record_->spans.size()) continue;
        record_->spans[span].to = -1.0;
        record_->spans[span].left_by = {};
    }
    scratch_.closed_spans.clear();
}

/// All have come to the same instant: the world follows, and what they wrote is put into the order of time.
void Tick::finish_substeps() {
    const bool any_held = anything_is_held(world_);
    for (std::size_t i = 0; i < world_.actors.size(); ++i)
        scratch_.substeps[i].alone =
            world_.actors[i].remote || keeps_to_itself(world_, world_.actors[i], scratch_.actors[i].cache, any_held);
    settle_world(scene_, scratch_.substeps, world_, scratch_, record_);
    const bool all_sleep = all_loose_sleep(world_);
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        ActorScratch& own = scratch_.actors[i];
        // Who is near may have landed on it, or left it: that changes the room above it.
        own.progress.rules_idle = own.progress.rules_idle && all_sleep && stay_idle(scratch_.substeps[i], own.cache) &&
                                  !own.cache.others_close;
        own.now_is_current = own.now_is_current && own.progress.rules_idle;
    }
    if (record_ == nullptr) return;
    std::stable_sort(record_->events.begin() + static_cast<std::ptrdiff_t>(scratch_.events), record_->events.end(),
                     [](const TraceEvent& a, const TraceEvent& b) { return a.time < b.time; });
}

}  // namespace

void step_within(const SceneView& scene, std::span<const InputEvent> inputs, double until, World& world,
                 StepScratch& scratch) {
    Tick(scene, inputs, world, scratch, nullptr).run_to(until);
}

void step(const SceneView& scene, std::span<const InputEvent> inputs, World& world, StepScratch& scratch,
          Record* record) {
    Tick(scene, inputs, world, scratch, record).run();
}

}  // namespace leap
