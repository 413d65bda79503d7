// SPDX-License-Identifier: MIT
#include "core/play/machines.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/play/acts.hpp"
#include "core/play/fixtures.hpp"
#include "core/play/focus.hpp"
#include "core/play/gates.hpp"
#include "core/play/hands.hpp"
#include "core/play/loose.hpp"
#include "core/play/ride.hpp"
#include "core/play/seat.hpp"
#include "core/play/stands.hpp"

namespace leap {
namespace {

class Instant {
  public:
    Instant(const Rehearsal& rehearsal, State& state, ProbeMemo& memo, Trace* trace)
        : rehearsal_(rehearsal), program_(rehearsal.program), state_(state), memo_(memo), trace_(trace) {}

    /// True when anything has changed.
    bool run() {
        if (!state_.fixtures.empty()) {
            look_for_focus();
            use_hands(rehearsal_, state_, memo_);
            if (memo_.stale) place_solids(rehearsal_, state_, memo_);
        }
        for (int round = 0; round < most_changes(); ++round) {
            for (const std::int32_t move : state_.moves) blocks_on_events(move);
            blocks_on_events(state_.stance);
            for (const std::size_t i : memo_.lively)
                if (is_asked(i)) for_each_comer(i, [&](std::int32_t own) { return blocks_on_events(own), true; });
            int changes = 0;
            while (once() && ++changes < most_changes()) {
            }
            if (changes >= most_changes()) note(EventKind::fault, state_.body_move(), -1);
            forget_events();
            const bool told = pass_on_news();
            if (!emitted_.any() && !outcomes_ && !told) return changed_ || round > 0;
            show_outcomes();
            state_.events = emitted_.bits;
            state_.heard = emitted_.events;
            emitted_.clear();
        }
        forget_events();
        note(EventKind::fault, state_.body_move(), -1);
        return true;
    }

  private:
    Moment moment() const {
        Moment out = rehearsal_.moment(state_, &memo_);
        out.self = self_;
        out.by = by_;
        return out;
    }
    /// Each move and fixture may answer the same event; more changes than that, and some, are rules that chase each
    /// other.
    int most_changes() const { return defaults::most_changes_per_instant + static_cast<int>(state_.machines.size()); }
    bool is_off(std::int32_t machine) const { return rehearsal_.tuning.is_off(machine); }
    const Machine& machine(std::int32_t index) const { return program_.machines[kind_of(index)]; }
    MachineState& running(std::int32_t index) { return state_.machines[static_cast<std::size_t>(index)]; }
    const Phase& phase_of(std::int32_t index) {
        return machine(index).phases[static_cast<std::size_t>(running(index).phase)];
    }

    void note(EventKind kind, std::int32_t index, std::int32_t detail) {
        if (trace_ != nullptr) trace_->events.push_back({state_.time, kind, index, detail});
    }
    void acts(const std::vector<Act>& list) {
        changed_ = changed_ || !list.empty();
        const bool before = (emitted_.bits & event_respawned) != 0;
        run_acts(rehearsal_, list, state_, emitted_, memo_, trace_, self_, by_);
        if (!before && (emitted_.bits & event_respawned) != 0) end_moves();
    }

    // Fixtures: their machines stand behind the program's own.
    std::size_t kind_of(std::int32_t index) const {
        const auto i = static_cast<std::size_t>(index);
        if (i < program_.machines.size()) return i;
        return static_cast<std::size_t>(state_.fixtures[i - program_.machines.size()].machine);
    }
    std::int32_t fixture_of(std::int32_t index) const {
        return index - static_cast<std::int32_t>(program_.machines.size());
    }
    /// Most fixtures wait for something to happen to them; those are passed over while nothing has.
    bool is_asked(std::size_t i) {
        if (state_.fixtures[i].machine < 0) return false;
        const FixtureContact& own = state_.contacts[i];
        if (own.events != 0 || own.met_anew) return true;
        const FixtureStand& stand = memo_.stands[i];
        const std::size_t index = program_.machines.size() + i;
        if (stand.phase == state_.machines[index].phase) return !stand.waits;
        return !phase_of(static_cast<std::int32_t>(index)).waits_for_events;
    }
    /// Asks a fixture once for each that has just come to it: first the body, then others by their order, until one
    /// answer is yes. So a thing that two touch at once is one holder's.
    template <class Ask>
    bool for_each_comer(std::size_t i, Ask ask) {
        const FixtureContact& own = state_.contacts[i];
        const bool body = (own.events & fixture_touched) != 0;
        self_ = static_cast<std::int32_t>(program_.machines.size() + i);
        bool done = false;
        by_ = body ? the_body : nobody;
        if (body || !own.met_anew) done = ask(self_);
        for (std::size_t k = 0; own.met_anew && k < state_.encounters.size() && !done; ++k) {
            const Encounter& met = state_.encounters[k];
            if (!met.fresh || met.fixture != static_cast<std::int32_t>(i)) continue;
            by_ = met.other;
            done = ask(self_);
        }
        self_ = -1;
        by_ = nobody;
        return done;
    }
    void forget_meetings(std::size_t fixture) {
        state_.contacts[fixture].met_anew = false;
        for (Encounter& met : state_.encounters)
            if (met.fixture == static_cast<std::int32_t>(fixture)) met.fresh = false;
    }
    bool take_fixture_ways() {
        for (const std::size_t i : memo_.lively) {
            if (!is_asked(i)) continue;
            if (!for_each_comer(i, [&](std::int32_t own) { return take_way(own); })) continue;
            state_.contacts[i].events = 0;  // one use leads through one way only
            forget_meetings(i);
            return true;
        }
        return false;
    }
    /// The focus goes out of one fixture before it comes into another; a press of its button uses what has it.
    void look_for_focus() {
        if (!memo_.focus) memo_.focus = focus_at(moment());
        const std::int32_t now = *memo_.focus;
        if (now != state_.focus) {
            changed_ = true;
            if (state_.focus >= 0) note(EventKind::focus_out, state_.focus, -1);
            if (now >= 0) note(EventKind::focus_in, now, -1);
            state_.focus = now;
        }
        if (now < 0) return;
        const std::int32_t kind = state_.fixtures[static_cast<std::size_t>(now)].machine;
        const std::int32_t button = machine(kind).fixture->focus->button;
        if (button < 0 || !state_.buttons[static_cast<std::size_t>(button)].fresh_press) return;
        changed_ = true;
        state_.contacts[static_cast<std::size_t>(now)].events |= fixture_used;
        note(EventKind::used, now, -1);
    }
    /// What fixtures were told is seen in the round after; what happened to them has been seen.
    bool pass_on_news() {
        if (state_.fixtures.empty()) return false;
        // Those far off can be told something too.
        if (memo_.stale) place_solids(rehearsal_, state_, memo_);
        bool any = false;
        for (const std::size_t i : memo_.lively) {
            FixtureContact& own = state_.contacts[i];
            own.events = own.events_ahead;
            own.events_ahead = 0;
            if (own.met_anew) forget_meetings(i);
            any = any || own.events != 0;
        }
        return any;
    }
    /// A body that is put back has done with its moves, but for the one that put it back.
    void end_moves() {
        for (const std::int32_t move : std::vector<std::int32_t>(state_.moves))
            if (move >= 0 && move != actor_) end(move, EventKind::cut, -1);
    }

    void forget_events() {
        state_.events = 0;
        state_.heard.clear();
        for (ButtonState& button : state_.buttons) button.fresh_press = button.fresh_release = false;
        if (outcomes_shown_)
            for (MachineState& machine : state_.machines) machine.outcome = Outcome::none;
        outcomes_shown_ = false;
    }

    /// How moves ended is an event too: it is seen in the round after.
    void show_outcomes() {
        if (!outcomes_) return;
        for (MachineState& machine : state_.machines) {
            machine.outcome = machine.outcome_ahead;
            machine.outcome_ahead = Outcome::none;
        }
        outcomes_ = false;
        outcomes_shown_ = true;
    }

    void blocks_on_events(std::int32_t index) {
        if (index < 0 || running(index).phase < 0) return;
        actor_ = index;
        const auto due = [&](const Block& block) {
            return block.trigger == syntax::Trigger::on && truth(moment(), block.on.truth);
        };
        const Phase& phase = phase_of(index);
        for (const Block& block : phase.blocks)
            if (due(block)) acts(block.acts);
        for (const Block& block : machine(index).blocks)
            if (due(block)) acts(block.acts);
        const double elapsed = state_.time - running(index).phase_since;
        double& done = running(index).blocks_done_until;
        double last = done;
        for (const Block& block : phase.blocks) {
            if (block.trigger != syntax::Trigger::at) continue;
            const double at = number(moment(), block.at);
            if (at <= done || elapsed < at - defaults::timer_rounding_s) continue;
            acts(block.acts);
            last = std::max(last, at);
        }
        done = last;
    }

    /// One round of steps 3 to 6; true when something changed.
    bool once() {
        fall_back_and_refill();
        for (const std::int32_t move : state_.moves)
            if (take_way(move)) return true;
        return start_move() || choose_stance() || take_fixture_ways();
    }

    void fall_back(const CounterInfo& info, CounterState& counter) {
        if (!info.back_when) return;
        if (!truth(moment(), info.back_when->truth)) {
            counter.back_since = never;
            return;
        }
        if (counter.back_since == never) counter.back_since = state_.time;
        if (state_.time - counter.back_since < number(moment(), info.back_after) - defaults::timer_rounding_s) return;
        changed_ = changed_ || counter.value != *info.back_to;
        counter.value = *info.back_to;
    }

    void fall_back_and_refill() {
        for (std::size_t i = 0; i < program_.counters.size(); ++i)
            if (program_.counters[i].kind < 0) fall_back(program_.counters[i], state_.counters[i]);
        for (const std::size_t i : memo_.lively) {
            if (state_.fixtures[i].machine < 0) continue;
            const auto first = static_cast<std::size_t>(state_.fixtures[i].first_counter);
            self_ = static_cast<std::int32_t>(program_.machines.size() + i);
            for (const std::int32_t index : machine(self_).counters) {
                const CounterInfo& info = program_.counters[static_cast<std::size_t>(index)];
                fall_back(info, state_.counters[first + static_cast<std::size_t>(info.own)]);
            }
            self_ = -1;
        }
        for (const std::int32_t move : program_.moves) {
            const auto& charges = machine(move).charges;
            if (!charges) continue;
            MachineState& own = running(move);
            const double full = number(moment(), charges->count);
            if (own.charges >= full) continue;
            changed_ = true;
            if (charges->refill_when && truth(moment(), charges->refill_when->truth)) own.charges = full;
            if (!charges->refill_after) continue;
            const double time = number(moment(), *charges->refill_after);
            if (state_.time - own.charge_spent_at >= time - defaults::timer_rounding_s) {
                own.charges += 1.0;
                own.charge_spent_at = state_.time;
            }
        }
    }

    bool take_way(std::int32_t index) {
        if (index < 0) return false;
        const Phase& phase = phase_of(index);
        const double elapsed = state_.time - running(index).phase_since;
        const bool time_up =
            phase.duration && elapsed >= number(moment(), *phase.duration) - defaults::timer_rounding_s;
        const Way* plain = nullptr;
        for (const Way& way : phase.ways) {
            if (!way.when && !way.after) {
                if (plain == nullptr) plain = &way;
                continue;
            }
            if (way.after && elapsed < number(moment(), *way.after) - defaults::timer_rounding_s) continue;
            if (way.when && !truth(moment(), way.when->truth)) continue;
            if (led_here(index, way)) continue;
            follow(index, way);
            return true;
        }
        if (plain != nullptr && (time_up || !phase.duration)) {
            follow(index, *plain);
            return true;
        }
        if (!time_up) return false;
        const std::int32_t next = running(index).phase + 1;
        if (static_cast<std::size_t>(next) < machine(index).phases.size()) {
            enter(index, next, PhaseSpan::time_up);
        } else {
            end(index, EventKind::ended, -1, PhaseSpan::time_up);
        }
        return true;
    }

    /// The press that led into a phase doesn't lead out of it again at once.
    bool led_here(std::int32_t index, const Way& way) {
        if (way.takes_press < 0 || running(index).phase_since != state_.time) return false;
        return state_.buttons[static_cast<std::size_t>(way.takes_press)].pressed_at == state_.time;
    }

    /// Whether what is active on the move's layer lets itself be cut by it.
    bool may_cut(std::int32_t by) const { return !cut_refusal(moment(), by).has_value(); }

    void follow(std::int32_t index, const Way& way) {
        actor_ = index;
        if (way.takes_press >= 0) state_.buttons[static_cast<std::size_t>(way.takes_press)].pending = false;
        const auto taken = static_cast<std::int32_t>(&way - phase_of(index).ways.data());
        acts(way.acts);
        if (way.to >= 0) {
            enter(index, way.to, taken);
        } else {
            end(index, way.fails ? EventKind::failed : EventKind::ended, -1, taken);
        }
    }

    void enter(std::int32_t index, std::int32_t phase, std::int32_t left_by = PhaseSpan::cut) {
        const std::int32_t fixture = fixture_of(index);
        std::optional<FixturePose> stood;
        if (fixture >= 0) {
            const auto i = static_cast<std::size_t>(fixture);
            state_.fixtures[i].from = fixture_offset(moment(), i);
            if (!state_.loose.empty()) stood = fixture_pose(moment(), i);
        }
        leave_phase(index, left_by);
        actor_ = index;
        changed_ = true;
        MachineState& own = running(index);
        const bool opens = own.phase < 0;
        const bool sat = fixture >= 0 && state_.seat == fixture;
        own.phase = phase;
        own.phase_since = state_.time;
        own.blocks_done_until = never;
        own.drive_direction = Vec3{0.0};
        if (trace_ != nullptr) {
            const auto kind = static_cast<std::int32_t>(kind_of(index));
            trace_->spans.push_back({kind, phase, std::max(-1, fixture), state_.time, -1.0, opens});
        }
        if (fixture >= 0) {
            if (stood) change_loose(rehearsal_, static_cast<std::size_t>(fixture), *stood, state_);
            memo_.stale = true;
            note(EventKind::fixture_phase, fixture, phase);
            change_seat(fixture, sat);
        }
        if (machine(index).kind == MachineKind::move) note(opens ? EventKind::started : EventKind::phase, index, phase);
        const Phase& entered = phase_of(index);
        for (const Block& block : entered.blocks)
            if (block.trigger == syntax::Trigger::start) acts(block.acts);
        if (entered.effects.drive) take_drive(index, *entered.effects.drive);
        if (entered.effects.rope)
            state_.rope_left[static_cast<std::size_t>(index)] =
                std::max(0.0, number(moment(), entered.effects.rope->length));
    }

    /// A phase with a seat takes the body up, one without lets it go.
    void change_seat(std::int32_t fixture, bool sat) {
        const bool seats =
            phase_of(static_cast<std::int32_t>(program_.machines.size()) + fixture).effects.seat.has_value();
        if (sat && !seats) {
            step_out(rehearsal_, state_, memo_);
            note(EventKind::stepped_out, fixture, -1);
        } else if (!sat && seats && state_.seat < 0) {
            for (const std::int32_t move : std::vector<std::int32_t>(state_.moves))
                if (move >= 0 && machine(move).layer == 0) end(move, EventKind::cut, -1);
            state_.seat = fixture;
            keep_seat(rehearsal_, state_);
            note(EventKind::seated, fixture, -1);
        }
    }

    void take_drive(std::int32_t index, const Drive& drive) {
        running(index).drive_direction = direction_or_zero(vector(moment(), drive.direction));
        if (state_.body.grounded && running(index).drive_direction.z > 1e-3) {
            leave_ground(state_, true);
            take_ground_along(state_);
            emitted_.bits |= event_left_ground;
            note(EventKind::left_ground, -1, -1);
        }
        running(index).drive_base = drive.adding ? state_.body.velocity : Vec3{0.0};
    }

    void leave_phase(std::int32_t index, std::int32_t left_by = PhaseSpan::cut) {
        if (running(index).phase < 0) return;
        for (const Block& block : phase_of(index).blocks)
            if (block.trigger == syntax::Trigger::finish) acts(block.acts);
        if (trace_ == nullptr) return;
        for (auto span = trace_->spans.rbegin(); span != trace_->spans.rend(); ++span) {
            const bool same = span->machine == static_cast<std::int32_t>(kind_of(index)) &&
                              span->fixture == std::max(-1, fixture_of(index));
            if (!same || span->to >= 0.0) continue;
            span->to = state_.time;
            span->left_by = left_by;
            break;
        }
    }

    void end(std::int32_t index, EventKind kind, std::int32_t by, std::int32_t left_by = PhaseSpan::cut) {
        leave_phase(index, left_by);
        changed_ = true;
        running(index).phase = -1;
        running(index).ended_at = state_.time;
        std::replace(state_.moves.begin(), state_.moves.end(), index, -1);
        running(index).outcome_ahead = kind == EventKind::ended
                                           ? Outcome::completed
                                           : (kind == EventKind::failed ? Outcome::failed : Outcome::cut);
        outcomes_ = true;
        note(kind, index, by);
    }

    bool start_move() {
        for (const std::int32_t index : program_.moves) {
            if (!may_start(index)) continue;
            std::int32_t& active = state_.moves[static_cast<std::size_t>(machine(index).layer)];
            if (active >= 0) end(active, EventKind::cut, index);
            if (machine(index).button >= 0)
                state_.buttons[static_cast<std::size_t>(machine(index).button)].pending = false;
            MachineState& own = running(index);
            own.started_at = state_.time;
            if (machine(index).charges) {
                own.charges -= 1.0;
                own.charge_spent_at = state_.time;
            }
            active = index;
            enter(index, 0);
            return true;
        }
        return false;
    }

    bool may_start(std::int32_t index) const {
        const Moment m = moment();
        if (state_.seat >= 0 && machine(index).layer == 0) return false;
        if (is_off(index) || !is_triggered(m, index) || !charge_left(m, index) || !may_cut(index)) return false;
        for (const Gate& gate : machine(index).gates)
            if (!gate_holds(m, index, gate)) return false;
        return true;
    }

    bool choose_stance() {
        const std::int32_t now = state_.stance;
        if (now >= 0 && machine(now).until && !truth(moment(), machine(now).until->truth)) return false;
        for (const std::int32_t index : program_.stances) {
            const Machine& stance = machine(index);
            if (stance.when && (is_off(index) || !truth(moment(), stance.when->truth))) continue;
            const bool allowed = stance.from.empty() || index == now ||
                                 std::find(stance.from.begin(), stance.from.end(), now) != stance.from.end();
            if (!allowed) continue;
            if (index == now) return false;
            if (now >= 0) {
                leave_phase(now);
                running(now).phase = -1;
                running(now).ended_at = state_.time;
            }
            state_.stance = index;
            running(index).started_at = state_.time;
            enter(index, 0);
            note(EventKind::stance, index, -1);
            return true;
        }
        return false;
    }

    bool changed_ = false;

    const Rehearsal& rehearsal_;
    const Program& program_;
    State& state_;
    ProbeMemo& memo_;
    Trace* trace_;
    std::int32_t self_ = -1;    ///< the fixture that is being asked
    std::int32_t by_ = nobody;  ///< and who has just come to it
    std::int32_t actor_ = -1;   ///< the machine whose acts run
    Emitted emitted_;
    bool outcomes_ = false;        ///< some move has just ended
    bool outcomes_shown_ = false;  ///< and this round sees it
};

}  // namespace

bool run_instant(const Rehearsal& rehearsal, State& state, ProbeMemo& memo, Trace* trace) {
    return Instant(rehearsal, state, memo, trace).run();
}

}  // namespace leap
