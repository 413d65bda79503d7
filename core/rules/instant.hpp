// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <span>

#include "core/defaults.hpp"
#include "core/record/record.hpp"
#include "core/rules/actions.hpp"
#include "core/rules/noted_world.hpp"
#include "core/senses/blows.hpp"
#include "core/senses/scene_view.hpp"

namespace leap {

/// A machine that runs: a stance or move of the character that is being asked, or a fixture by its kind.
struct RunningMachine {
    MachineId kind;
    FixtureId fixture{};  ///< none: the character's own
};

/// Asks the rules at one instant; see core/rules/machines.hpp. Characters are asked in their order, then fixtures.
class Instant : private NotedWorld {
  public:
    /// `alone`: only that character's own rules are asked. They may change nothing that others could see.
    Instant(const SceneView& scene, World& world, StepScratch& scratch, Record* record,
            std::optional<std::size_t> alone);

    /// True when anything has changed.
    bool run();
    /// In a run of one alone: some rule wants to change what others could see, so the instant must be one for all.
    /// What was done so far counts for nothing then.
    bool concerns_others() const { return concerns_others_; }

  private:
    // instant.cpp: the rounds
    bool is_asked_now(std::size_t actor) const;
    bool run_rounds();
    bool once();
    void forget_events();
    bool show_news();
    /// `counter` gives the place of `now`, to write to.
    template <class Counter>
    void fall_back(const EvaluationContext& context, const CounterInfo& info, const CounterState& now, Counter counter);
    void fall_back_and_refill();
    void refill_charges();

    // instant_machines.cpp: what every machine does
    void actions(const std::vector<Action>& list);
    void blocks_on_events(const RunningMachine& running);
    bool take_way(const RunningMachine& running);
    bool led_here(const RunningMachine& running, const Transition& way);
    void follow(const RunningMachine& running, const Transition& way);
    void enter(const RunningMachine& running, PhaseId phase, PhaseExit left_by);
    void leave_phase(const RunningMachine& running, PhaseExit left_by);
    Owner owner_of(const RunningMachine& running) const;
    void open_span(const RunningMachine& running, bool opens);
    void close_span(const RunningMachine& running, PhaseExit left_by);

    // instant_moves.cpp: the moves and stances of a character
    void take_drive(MachineId move, const Drive& drive);
    void end(MachineId move, EventKind kind, std::int32_t by, PhaseExit left_by);
    void end_all_moves();
    bool may_start(MachineId move) const;
    bool start_move();
    bool choose_stance();

    // instant_blows.cpp
    void deal_blows();
    void deal_blows_of(const EvaluationContext& context, const Owner& striker);
    void strike(const EvaluationContext& context, const DealtBlow& dealt, const Owner& striker, const Owner& victim);
    bool may_begin_anew(const RunningMachine& running);
    void keep_news(const Heard& heard);
    void keep_reach_of_blows();

    // instant_fixtures.cpp
    bool is_asked(std::size_t fixture) const;
    template <class Ask>
    bool for_each_comer(std::size_t fixture, Ask ask);
    void blocks_of_fixtures();
    void forget_meetings(std::size_t fixture);
    bool waits_for_word(std::size_t fixture) const;
    bool take_fixture_ways();
    void fall_back_of_fixtures();
    void wake_who_hears();
    bool show_news_of_fixtures();
    void look_for_focus(bool answers_late = false);
    void asks_for_hands();
    void change_seat(std::size_t fixture, bool sat);
    void place_all_when_changed();
    void find_active();
    const std::vector<std::size_t>& active_fixtures() const {
        return world_.actors.size() == 1 ? scratch_.actors.front().cache.active_fixtures : scratch_.active_fixtures;
    }

    Emitted& emitted() { return own().emitted; }
    EvaluationContext context_now() const;
    EvaluationContext context_now(const RunningMachine& running) const;
    /// Each move and fixture may answer the same event; more changes than that, and some, are rules that chase each
    /// other.
    int most_changes() const;
    const Machine& machine(MachineId kind) const { return program_.machines[kind]; }
    const MachineState& state_of(const RunningMachine& running) const;
    MachineState& change_state_of(const RunningMachine& running);
    const Phase& phase_of(const RunningMachine& running) const;
    RunningMachine fixture_machine(std::size_t fixture) const {
        return {scene_.layout.fixtures[fixture].kind, FixtureId(fixture)};
    }
    void note(EventKind kind, std::int32_t index, std::int32_t detail);
    void note_fixture(EventKind kind, FixtureId fixture, std::int32_t detail);

    const SceneView& scene_;
    const Program& program_;
    Record* record_;
    std::optional<std::size_t> alone_;
    std::size_t first_ = 0;       ///< characters that are asked: from this one
    std::size_t last_ = 0;        ///< up to, without this one
    Owner by_;                    ///< who has just come to the fixture that is being asked
    RunningMachine acting_;       ///< whose actions run now
    bool shared_change_ = false;  ///< something that others could see
    bool concerns_others_ = false;
    bool focus_waits_ = false;     ///< somebody's focus has gone out of one fixture and is still to come into another
    bool outcomes_ = false;        ///< some move has ended in this round
    bool outcomes_shown_ = false;  ///< and its outcome can be seen now
};

template <class Counter>
void Instant::fall_back(const EvaluationContext& context, const CounterInfo& info, const CounterState& now,
                        Counter counter) {
    if (!info.back_when) return;
    CounterState next = now;
    if (!truth(context, info.back_when->truth)) {
        next.back_since = never;
    } else {
        if (next.back_since == never) next.back_since = context.now();
        const double held_s = context.now() - next.back_since;
        if (held_s >= number(context, info.back_after) - defaults::timer_rounding_s) next.value = *info.back_to;
    }
    if (next.value != now.value) {
        counter(change()) = next;
    } else if (!(next == now)) {
        counter(update()) = next;
    }
}

}  // namespace leap
