// SPDX-License-Identifier: MIT
// Fixtures at an instant: which are asked, by whom they were come to, who has the focus, who sits.
#include <algorithm>

#include "core/bodies/known_poses.hpp"
#include "core/bodies/seating.hpp"
#include "core/rules/instant.hpp"
#include "core/senses/focus.hpp"
#include "core/senses/hands.hpp"
#include "core/senses/subject.hpp"
#include "core/state/reference_actor.hpp"

namespace leap {

/// Most fixtures wait for something to happen to them; those are passed over while nothing has.
bool Instant::is_asked(std::size_t i) const {
    if (!scene_.layout.fixtures[i].kind) return false;
    const FixtureContact& contact = world_.contacts[i];
    if (contact.events != 0 || contact.met_anew) return true;
    for (const Actor& actor : world_.actors)
        if (actor.contacts[i].events != 0) return true;
    const KnownPose& known = cache().poses[i];
    const MachineState& running = world_.machines[i];
    if (known.phase == running.phase) return !known.waits;
    const Machine& kind = machine(scene_.layout.fixtures[i].kind);
    return !kind.phases[running.phase].waits_for_events;
}

/// Asks a fixture once for each that has just come to it: first the characters, then others by their order, until one
/// answer is yes. So a thing that two touch at once is one holder's.
template <class Ask>
bool Instant::for_each_comer(std::size_t i, Ask ask_for) {
    const bool met_anew = world_.contacts[i].met_anew;
    bool any = false;
    bool done = false;
    for (std::size_t k = 0; k < world_.actors.size() && !done; ++k) {
        if ((world_.actors[k].contacts[i].events & fixture_touched) == 0) continue;
        any = true;
        ask(k);
        by_ = actor_owner(k);
        done = ask_for(fixture_machine(i));
    }
    if (!any) ask(subject_of(scene_.layout, world_, scene_.course, i));
    by_ = nobody;
    if (!any && !met_anew) done = ask_for(fixture_machine(i));
    for (std::size_t k = 0; met_anew && k < world_.encounters.size() && !done; ++k) {
        const Encounter& met = world_.encounters[k];
        if (!met.fresh || !met.fixture.is(i)) continue;
        by_ = fixture_owner(met.other.at());
        done = ask_for(fixture_machine(i));
    }
    by_ = nobody;
    return done;
}

void Instant::blocks_of_fixtures() {
    if (alone_) return;
    for (const std::size_t i : active_fixtures())
        if (is_asked(i))
            for_each_comer(i, [&](const RunningMachine& running) {
                blocks_on_events(running);
                return true;
            });
}

void Instant::forget_meetings(std::size_t fixture) {
    World& world = update();
    world.contacts[fixture].met_anew = false;
    for (Encounter& met : world.encounters)
        if (met.fixture.is(fixture)) met.fresh = false;
}

/// Where the one who acts decides, and its peer's word is still to come, what it did here leads nowhere.
bool Instant::waits_for_word(std::size_t i) const {
    const ShareInfo* share = machine(scene_.layout.fixtures[i].kind).fixture->find_share(ShareWhat::phase);
    if (share == nullptr || share->by == ShareBy::host) return false;
    const Owner decides = share->by == ShareBy::actor ? doer_of(world_, i) : holder_of(scene_.layout, world_, i);
    return decides.is_actor() && world_.actors[decides.at()].owner_authoritative;
}

bool Instant::take_fixture_ways() {
    for (const std::size_t i : active_fixtures()) {
        if (!is_asked(i) || waits_for_word(i)) continue;
        if (!for_each_comer(i, [&](const RunningMachine& running) { return take_way(running); })) continue;
        World& world = update();
        world.contacts[i].events = 0;  // one use leads through one way only
        for (Actor& actor : world.actors) actor.contacts[i].events = 0;
        forget_meetings(i);
        return true;
    }
    return false;
}

void Instant::fall_back_of_fixtures() {
    for (const std::size_t i : active_fixtures()) {
        const FixtureLayout& fixture = scene_.layout.fixtures[i];
        if (!fixture.kind || machine(fixture.kind).counters.empty()) continue;
        ask(subject_of(scene_.layout, world_, scene_.course, i));
        const EvaluationContext context = context_now(fixture_machine(i));
        for (const CounterId counter : machine(fixture.kind).counters) {
            const CounterInfo& info = program_.counters[counter];
            const std::size_t place = fixture.first_counter + static_cast<std::size_t>(info.own);
            fall_back(context, info, world_.counters[place],
                      [&](World& world) -> CounterState& { return world.counters[place]; });
        }
    }
}

/// A press of its button uses what has the focus. From one fixture straight to another it goes by way of none: the old
/// one answers in a round of its own, before the new one has it.
void Instant::look_for_focus(bool answers_late) {
    FixtureId now = focus_now(context_now());
    if (now && actor_->focus && now != actor_->focus) {
        now = {};
        focus_waits_ = true;
    }
    if (now != actor_->focus) {
        if (actor_->focus) note(EventKind::focus_out, actor_->focus.written(), -1);
        if (now) note(EventKind::focus_in, now.written(), -1);
        change_actor().focus = now;
    }
    if (!now) return;
    const std::size_t fixture = now.at();
    const ButtonId button = machine(scene_.layout.fixtures[fixture].kind).fixture->focus->button;
    if (!button) return;
    const ButtonState& state = actor_->buttons[button];
    // Rounds before this one have seen the press, which counts for the one who has the focus now.
    const bool pressed = state.fresh_press || (answers_late && state.pressed_at == actor_->time);
    if (!pressed) return;
    change_actor().contacts[fixture].events |= fixture_used;
    note(EventKind::used, now.written(), -1);
}

void Instant::asks_for_hands() {
    if (alone_) {
        concerns_others_ = concerns_others_ || hands_do_something(scene_, *actor_);
        return;
    }
    if (hands_do_something(scene_, *actor_)) {
        World& world = change();
        use_hands(scene_, world, world.actors[static_cast<std::size_t>(actor_->id)], cache());
    }
}

/// Fixtures that hear something in the next round, however far off, are asked then.
void Instant::wake_who_hears() {
    for (std::size_t k = first_; k < last_; ++k)
        for (const Heard& heard : scratch_.actors[k].emitted.events) {
            if (heard.only.is_actor()) continue;
            for (std::size_t i = 0; i < world_.fixtures.size(); ++i) {
                if (heard.only.is_fixture() && !heard.only.is_fixture(i)) continue;
                const MachineId kind = scene_.layout.fixtures[i].kind;
                if (!kind) continue;
                const auto& hears = machine(kind).hears;
                if (std::find(hears.begin(), hears.end(), heard.event) == hears.end()) continue;
                change_fixtures().contacts[i].events_ahead |= fixture_heard;
            }
        }
}

/// What fixtures were told is seen in the round after; what happened to them has been seen. True when there is any.
bool Instant::show_news_of_fixtures() {
    if (world_.fixtures.empty()) return false;
    place_all_when_changed();  // those far off can be told something too
    find_active();
    bool any = false;
    for (const std::size_t i : active_fixtures()) {
        const FixtureContact& before = world_.contacts[i];
        FixtureContact after = before;
        after.events = before.events_ahead;
        after.events_ahead = 0;
        after.told_by = before.told_by_ahead;
        after.told_by_ahead = nobody;
        any = any || after.events != 0;
        if (!(after == before)) update().contacts[i] = after;
        for (std::size_t k = 0; k < world_.actors.size(); ++k)
            if (world_.actors[k].contacts[i].events != 0) update().actors[k].contacts[i].events = 0;
        if (before.met_anew) forget_meetings(i);
    }
    return any;
}

/// Entering a phase with a seat seats the fixture's subject (see subject.hpp); entering one without unseats its riders.
void Instant::change_seat(std::size_t fixture, bool sat) {
    const bool seats = phase_of(fixture_machine(fixture)).effects.seat.has_value();
    if (sat && !seats) {
        const auto asked = static_cast<std::size_t>(actor_->id);
        for (std::size_t k = 0; k < world_.actors.size(); ++k) {
            if (!world_.actors[k].seat.is(fixture) || world_.actors[k].remote) continue;
            ask(k);
            World& world = change();
            step_out(scene_, world, world.actors[k], cache());
            note(EventKind::stepped_out, FixtureId(fixture).written(), -1);
        }
        ask(asked);
    } else if (!sat && seats && !actor_->seat) {
        for (const MachineId move : std::vector<MachineId>(actor_->moves))
            if (move && machine(move).layer == 0) end(move, EventKind::cut, -1, PhaseExit{PhaseExit::By::cut});
        World& world = change();
        Actor& actor = world.actors[static_cast<std::size_t>(actor_->id)];
        actor.seat = FixtureId(fixture);
        keep_seat(scene_, world, actor);
        note(EventKind::seated, actor_->seat.written(), -1);
    }
}

void Instant::place_all_when_changed() {
    for (std::size_t i = 0; i < world_.actors.size(); ++i)
        if (is_relevant(world_, world_.actors[i]) && !scratch_.actors[i].cache.poses_hold())
            place_solids(scene_, world_, world_.actors[i], scratch_.actors[i].cache);
}

/// Whom anything can happen to now, by any of the characters.
void Instant::find_active() {
    if (world_.actors.size() == 1) return;
    scratch_.active_fixtures.clear();
    for (std::size_t i = 0; i < world_.actors.size(); ++i) {
        const std::vector<std::size_t>& near = scratch_.actors[i].cache.active_fixtures;
        if (!world_.actors[i].remote)
            scratch_.active_fixtures.insert(scratch_.active_fixtures.end(), near.begin(), near.end());
    }
    std::sort(scratch_.active_fixtures.begin(), scratch_.active_fixtures.end());
    scratch_.active_fixtures.erase(std::unique(scratch_.active_fixtures.begin(), scratch_.active_fixtures.end()),
                                   scratch_.active_fixtures.end());
}

}  // namespace leap
