// SPDX-License-Identifier: MIT
#include "core/rules/instant.hpp"

#include <algorithm>

#include "core/bodies/known_poses.hpp"
#include "core/defaults.hpp"
#include "core/rules/machines.hpp"
#include "core/state/reference_actor.hpp"

namespace leap {

Instant::Instant(const SceneView& scene, World& world, StepScratch& scratch, Record* record,
                 std::optional<std::size_t> alone)
    : NotedWorld(world, scratch),
      scene_(scene),
      program_(scene.program),
      record_(record),
      alone_(alone),
      first_(alone.value_or(0)),
      last_(alone ? *alone + 1 : world.actors.size()) {
    ask(alone_ ? first_ : reference_actor(world));
}

/// While nothing that others could see has changed at this instant, those whom nothing has happened to have nothing to
/// answer.
bool Instant::is_asked_now(std::size_t actor) const {
    if (world_.actors[actor].remote) return false;
    const ActorScratch::Progress& progress = scratch_.actors[actor].progress;
    return shared_change_ || alone_ || !progress.inputs_unchanged || !progress.rules_idle;
}

bool Instant::run() {
    if (!world_.fixtures.empty()) {
        for (std::size_t i = first_; i < last_; ++i) {
            if (!is_asked_now(i)) continue;
            ask(i);
            if (!alone_) look_for_focus();
            asks_for_hands();
        }
        if (!alone_) {
            place_all_when_changed();
            find_active();
        }
    }
    for (std::size_t i = first_; i < last_; ++i) scratch_.actors[i].changed = false;
    bool changed = run_rounds();
    if (focus_waits_ && !concerns_others_) {
        focus_waits_ = false;
        for (std::size_t i = first_; i < last_; ++i) {
            if (world_.actors[i].remote) continue;
            ask(i);
            look_for_focus(true);
        }
        place_all_when_changed();
        find_active();
        changed = run_rounds() || changed;
    }
    if (!concerns_others_) keep_reach_of_blows();
    for (std::size_t i = first_; i < last_; ++i)
        if (shared_change_ || scratch_.actors[i].changed) scratch_.actors[i].progress.inputs_unchanged = false;
    return changed;
}

bool Instant::run_rounds() {
    for (int round = 0; round < most_changes(); ++round) {
        for (std::size_t i = first_; i < last_; ++i) {
            if (!is_asked_now(i)) continue;
            ask(i);
            for (const MachineId move : actor_->moves) blocks_on_events({move, {}});
            blocks_on_events({actor_->stance, {}});
        }
        blocks_of_fixtures();
        int changes = 0;
        // What concerns others is asked again with all of them; what was begun here is taken back.
        while (!concerns_others_ && once() && ++changes < most_changes()) {
        }
        if (concerns_others_) return true;
        if (changes >= most_changes()) note(EventKind::fault, actor_->body_move().written(), -1);
        forget_events();
        deal_blows();
        if (!show_news()) return changed() || round > 0;
    }
    forget_events();
    // What nobody has heard by now is dropped: it isn't part of the world, and a copy of it would not hear it either.
    for (std::size_t i = first_; i < last_; ++i) scratch_.actors[i].emitted.clear();
    note(EventKind::fault, actor_->body_move().written(), -1);
    return true;
}

/// One round of steps 3 to 6; true when something changed.
bool Instant::once() {
    fall_back_and_refill();
    for (std::size_t i = first_; i < last_; ++i) {
        if (!is_asked_now(i)) continue;
        ask(i);
        for (const MachineId move : actor_->moves)
            if (move && take_way({move, {}})) return true;
        if (start_move() || choose_stance()) return true;
    }
    return !alone_ && take_fixture_ways();
}

void Instant::fall_back_and_refill() {
    for (std::size_t k = first_; k < last_; ++k) {
        if (!is_asked_now(k)) continue;
        ask(k);
        const EvaluationContext context = context_now();
        for (std::size_t i = 0; i < program_.counters.size(); ++i)
            if (!program_.counters[i].kind)
                fall_back(context, program_.counters[i], actor_->counters[i],
                          [&](World& world) -> CounterState& { return world.actors[k].counters[i]; });
    }
    if (!alone_) fall_back_of_fixtures();
    for (std::size_t k = first_; k < last_; ++k) {
        if (!is_asked_now(k)) continue;
        ask(k);
        refill_charges();
    }
}

void Instant::refill_charges() {
    const EvaluationContext context = context_now();
    for (const MachineId move : program_.moves) {
        const auto& charges = machine(move).charges;
        if (!charges) continue;
        const MachineState& own = actor_->machines[move];
        const double full = number(context, charges->count);
        if (own.charges >= full) continue;
        stay_awake();
        if (charges->refill_when && truth(context, charges->refill_when->truth))
            change_actor().machines[move].charges = full;
        if (!charges->refill_after) continue;
        const double time = number(context, *charges->refill_after);
        if (actor_->own_time() - own.charge_spent_at < time - defaults::timer_rounding_s) continue;
        MachineState& refilled = change_actor().machines[move];
        refilled.charges += 1.0;
        refilled.charge_spent_at = actor_->own_time();
    }
}

void Instant::forget_events() {
    const auto is_old = [](const Actor& actor) {
        return actor.events != 0 || !actor.heard.empty() ||
               std::any_of(actor.volumes.begin(), actor.volumes.end(),
                           [](const VolumeContact& volume) { return volume.entered || volume.left; }) ||
               std::any_of(actor.buttons.begin(), actor.buttons.end(),
                           [](const ButtonState& button) { return button.fresh_press || button.fresh_release; });
    };
    const auto first = world_.actors.begin() + static_cast<std::ptrdiff_t>(first_);
    const auto last = world_.actors.begin() + static_cast<std::ptrdiff_t>(last_);
    if (!outcomes_shown_ && world_.heard.empty() && std::none_of(first, last, is_old)) return;
    World& world = update();
    for (std::size_t i = first_; i < last_; ++i) {
        Actor& actor = world.actors[i];
        actor.events = 0;
        actor.heard.clear();
        for (VolumeContact& volume : actor.volumes) volume.entered = volume.left = false;
        for (ButtonState& button : actor.buttons) button.fresh_press = button.fresh_release = false;
        if (!outcomes_shown_) continue;
        for (MachineState& machine : actor.machines) machine.outcome = Outcome::none;
    }
    if (!alone_) world.heard.clear();
    outcomes_shown_ = false;
}

namespace {

/// Whether somebody would hear both of them and couldn't tell them apart.
bool are_heard_as_one(const Heard& a, const Heard& b) {
    const bool same_ears = a.only.is_nobody() || b.only.is_nobody() || a.only == b.only;
    return a.event == b.event && a.struck == b.struck && same_ears;
}

}  // namespace

/// What acts have emitted, how moves ended and what fixtures were told is an event too: it is seen in the round after.
/// False when there is nothing.
bool Instant::show_news() {
    if (!alone_) wake_who_hears();
    const bool told = !alone_ && show_news_of_fixtures();
    shared_change_ = shared_change_ || told;
    bool any = told || outcomes_;
    for (std::size_t i = first_; i < last_; ++i) any = any || scratch_.actors[i].emitted.any();
    if (!any) return false;
    World& world = update();
    std::vector<Heard> shown;
    for (std::size_t i = first_; i < last_; ++i) {
        Actor& actor = world.actors[i];
        Emitted& emitted = scratch_.actors[i].emitted;
        if (outcomes_)
            for (MachineState& machine : actor.machines) {
                machine.outcome = machine.outcome_ahead;
                machine.outcome_ahead = Outcome::none;
            }
        actor.events = emitted.bits;
        if (emitted.any()) scratch_.actors[i].changed = true;
        if (!emitted.events.empty()) shared_change_ = true;
        // One who hears two of the same name answers each in a round of its own.
        std::vector<Heard> later;
        for (const Heard& heard : emitted.events) {
            if (std::any_of(shown.begin(), shown.end(),
                            [&](const Heard& one) { return are_heard_as_one(one, heard); })) {
                later.push_back(heard);
                continue;
            }
            shown.push_back(heard);
            if (heard.only.is_nobody()) actor.heard.push_back(heard);
            if (heard.only.is_actor()) world.actors[heard.only.at()].heard.push_back(heard);
            if (!alone_ && !heard.only.is_actor()) world.heard.push_back(heard);
            if (scratch_.keeps_told && heard.sender.is_actor() && !heard.struck &&
                program_.shared_events[static_cast<std::size_t>(heard.event)] != 0)
                scratch_.told.push_back({heard, actor.time});
            keep_news(heard);
        }
        emitted.clear();
        emitted.events = std::move(later);
    }
    outcomes_shown_ = outcomes_;
    outcomes_ = false;
    return true;
}

EvaluationContext Instant::context_now() const {
    return scene_.context(world_, *actor_, &cache());
}

EvaluationContext Instant::context_now(const RunningMachine& running) const {
    EvaluationContext out = context_now();
    out.by = by_;
    if (!running.fixture) return out;
    return out.of_fixture(running.fixture.at());
}

int Instant::most_changes() const {
    std::size_t machines = world_.machines.size();
    for (const Actor& actor : world_.actors) machines += actor.machines.size();
    return defaults::max_changes_per_instant + static_cast<int>(machines);
}

const MachineState& Instant::state_of(const RunningMachine& running) const {
    return running.fixture ? world_.machines[running.fixture] : actor_->machines[running.kind];
}

MachineState& Instant::change_state_of(const RunningMachine& running) {
    return running.fixture ? change().machines[running.fixture] : change_actor().machines[running.kind];
}

const Phase& Instant::phase_of(const RunningMachine& running) const {
    return machine(running.kind).phases[state_of(running).phase];
}

void Instant::note(EventKind kind, std::int32_t index, std::int32_t detail) {
    if (record_ != nullptr) record_->events.push_back({actor_->time, kind, index, detail, actor_->id});
}

void Instant::note_fixture(EventKind kind, FixtureId fixture, std::int32_t detail) {
    if (record_ != nullptr) record_->events.push_back({actor_->time, kind, fixture.written(), detail, -1});
}

bool run_instant(const SceneView& scene, World& world, StepScratch& scratch, Record* record) {
    return Instant(scene, world, scratch, record, std::nullopt).run();
}

AloneAnswer run_instant_alone(const SceneView& scene, World& world, std::size_t actor, StepScratch& scratch,
                              Record* record) {
    Instant instant(scene, world, scratch, record, actor);
    const bool changed = instant.run();
    return {changed, instant.concerns_others()};
}

}  // namespace leap
