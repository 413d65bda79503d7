// SPDX-License-Identifier: MIT
#include "core/bodies/crossings.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/senses/fixture_path.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/gates.hpp"
#include "core/senses/sense_values.hpp"
#include "core/senses/subject.hpp"

namespace leap {
namespace {

/// Collects the earliest of many instants.
class Earliest {
  public:
    explicit Earliest(double longest) : seconds_(longest) {}
    /// A timer: exact, since comparisons with times allow for rounding.
    void timer(double seconds) {
        if (seconds > 1e-10) seconds_ = std::min(seconds_, seconds);
    }
    /// A crossing: a nudge further, so that the comparison has changed by then.
    void crossing(double seconds) {
        if (seconds > -defaults::crossing_nudge_s * 0.5 && seconds + defaults::crossing_nudge_s < seconds_)
            seconds_ = std::max(0.0, seconds) + defaults::crossing_nudge_s;
    }
    double seconds() const { return seconds_; }

  private:
    double seconds_;
};

/// Times at which p + v·t + a·t²/2 is zero, offered as crossings when they lie ahead, or now: at a substep's begin a
/// comparison still says what held before. One that was crossed a nudge ago isn't offered again.
void offer_roots(Earliest& out, double p, double v, double a) {
    if (std::abs(a) < 1e-12) {
        if (std::abs(v) > 1e-12 && -p / v >= 0.0) out.crossing(-p / v);
        return;
    }
    const double root = v * v - 2 * a * p;
    if (root < 0.0) return;
    const double q = -(v + std::copysign(std::sqrt(root), v));
    for (const double t : {q / a, q != 0.0 ? 2 * p / q : 0.0})
        if (t >= 0.0) out.crossing(t);
}

/// How things go on from here.
struct Outlook {
    const Law& law;
    const MeterRates& rates;
};

void offer_speed(Earliest& out, const EvaluationContext& context, const Law& law, double wanted) {
    if (law.driven) return;
    const Vec3 v = horizontal(context.actor.body.velocity);
    const Vec3 a = horizontal(law.motion.acceleration);
    // |v + a t|² = wanted²
    offer_roots(out, glm::dot(v, v) - wanted * wanted, 2 * glm::dot(v, a), 2 * glm::dot(a, a));
}

void offer_watch(Earliest& out, const EvaluationContext& context, const Outlook& ahead, const Watch& watch) {
    const Law& law = ahead.law;
    const Actor& s = context.actor;
    const auto machine_since = [&] {
        return context.fixture ? context.world.machines[context.fixture].phase_since
                               : s.machines[MachineId::read(watch.index)].phase_since;
    };
    const double value = number(context, watch.value);
    switch (watch.kind) {
        case WatchKind::rising:
            if (!s.body.grounded) offer_roots(out, s.body.velocity.z - value, law.motion.acceleration.z, 0.0);
            break;
        case WatchKind::feet:
            if (!s.body.grounded)
                offer_roots(out, s.body.position.z - value, law.motion.velocity.z, law.motion.acceleration.z);
            break;
        case WatchKind::speed: offer_speed(out, context, law, value); break;
        case WatchKind::phase_time:
            if (watch.index >= 0) out.crossing(machine_since() + value - context.now());
            break;
        case WatchKind::stance_time: out.crossing(s.machines[s.stance].phase_since + value - context.now()); break;
        case WatchKind::held_time: {
            const ButtonState& button = s.buttons[ButtonId::read(watch.index)];
            if (button.down) out.crossing(button.pressed_at + value - context.now());
            break;
        }
        case WatchKind::grounded_time:
            if (s.body.grounded) out.crossing(s.contact_since + value - context.now());
            break;
        case WatchKind::meter: {
            const MeterId meter = MeterId::read(watch.index);
            if (ahead.rates[meter] != 0.0) out.crossing((value - s.meters[meter].value) / ahead.rates[meter]);
            break;
        }
        case WatchKind::airborne_time:
            if (!s.body.grounded) out.crossing(s.contact_since + value - context.now());
            break;
        case WatchKind::within: {
            const double last = last_true(context, watch.sense, watch.index);
            if (last < context.now() && std::isfinite(last)) out.crossing(last + value - context.now());
            break;
        }
    }
}

void offer_condition(Earliest& out, const EvaluationContext& context, const Outlook& ahead,
                     const Condition& condition) {
    for (const Watch& watch : condition.watches) offer_watch(out, context, ahead, watch);
}

void offer_phase(Earliest& out, const EvaluationContext& context, const Outlook& ahead, const MachineState& running,
                 const Phase& phase) {
    const double elapsed = context.now() - running.phase_since;
    if (phase.duration) out.timer(number(context, *phase.duration) - elapsed);
    for (const Transition& transition : phase.transitions) {
        if (transition.after) out.timer(number(context, *transition.after) - elapsed);
        if (transition.when) offer_condition(out, context, ahead, *transition.when);
    }
    for (const Blow& blow : phase.effects.blows) {
        if (blow.from) out.timer(number(context, *blow.from) - elapsed);
        if (blow.until) out.timer(number(context, *blow.until) - elapsed);
    }
    for (const Block& block : phase.blocks)
        if (block.trigger == syntax::Trigger::at) out.timer(number(context, block.at) - elapsed);
}

/// A counter that will fall back.
void offer_counter(Earliest& out, const EvaluationContext& context, const Outlook& ahead, const CounterInfo& counter,
                   const CounterState& now) {
    if (!counter.back_when) return;
    offer_condition(out, context, ahead, *counter.back_when);
    if (now.back_since > never) out.timer(now.back_since + number(context, counter.back_after) - context.now());
}

/// A press that still waits, or a condition that starts by itself: whatever may let the move begin.
void offer_starts(Earliest& out, const EvaluationContext& context, const Outlook& ahead,
                  const ForeseenTimes::Move& foreseen) {
    if (!foreseen.begins || (foreseen.button && !context.actor.buttons[foreseen.button].pending)) return;
    const MachineId index = foreseen.move;
    const MachineState& running = context.actor.machines[index];
    if (!foreseen.button && running.phase) return;
    const Machine& machine = context.program.machines[index];
    if (!foreseen.button) offer_condition(out, context, ahead, machine.start_when->condition);
    if (const auto refusal = cut_refusal(context, index); refusal && refusal->seconds_left)
        out.timer(*refusal->seconds_left);
    for (const Gate& gate : machine.gates) {
        if (gate.cooldown) {
            out.timer(running.started_at + number(context, gate.cooldown_time) - context.now());
        } else {
            offer_condition(out, context, ahead, gate.condition);
        }
    }
}

}  // namespace

namespace {

/// Its path bends, or it comes to a stop.
void offer_path(Earliest& out, const PathNow& now) {
    if (!now.goes_on) return;
    out.timer(now.place.to_stop_m / now.speed_mps);
    out.timer(now.place.to_corner_m / now.speed_mps);
}

/// Fixtures speak of one character each: it stops where they have something to do.
void offer_fixtures(Earliest& out, const EvaluationContext& context, const Outlook& ahead) {
    for (const std::size_t i : context.cache->active_fixtures) {
        if (context.cache->poses[i].waits) continue;
        const Phase* phase = fixture_phase(context, i);
        if (phase == nullptr) continue;
        if (subject_now(context, i) != static_cast<std::size_t>(context.actor.id)) continue;
        const EvaluationContext own = context.of_fixture(i);
        offer_phase(out, own, ahead, context.world.machines[i], *phase);
        if (phase->effects.follow) offer_path(out, path_now(context, i));
        const std::size_t first = context.layout.fixtures[i].first_counter;
        for (const CounterId index : fixture_kind(context, i)->counters) {
            const CounterInfo& counter = context.program.counters[index];
            offer_counter(out, own, ahead, counter,
                          context.world.counters[first + static_cast<std::size_t>(counter.own)]);
        }
    }
}

}  // namespace

double time_to_fixtures(const EvaluationContext& context, double longest) {
    Earliest out(longest);
    offer_fixtures(out, context, {Law{}, MeterRates{}});
    return out.seconds();
}

NextInstant time_to_next_instant(const EvaluationContext& context, const Law& law, const MeterRates& rates,
                                 double longest) {
    Earliest out(std::min(longest, law.horizon));
    const Outlook ahead{law, rates};
    for (const MachineId move : context.actor.moves)
        if (const Phase* phase = phase_in_force(context, move); phase != nullptr)
            offer_phase(out, context, ahead, context.actor.machines[move], *phase);
    for (const double until : context.actor.tagged_until) out.timer(until - context.now());
    for (const MachineId index : context.program.stances) {
        const Machine& stance = context.program.machines[index];
        if (stance.when) offer_condition(out, context, ahead, *stance.when);
        if (stance.until && index == context.actor.stance) offer_condition(out, context, ahead, *stance.until);
    }
    for (const ForeseenTimes::Move& foreseen : context.program.foreseen.moves) {
        offer_starts(out, context, ahead, foreseen);
        if (!foreseen.refills) continue;
        const Charges& charges = *context.program.machines[foreseen.move].charges;
        const double spent_at = context.actor.machines[foreseen.move].charge_spent_at;
        if (charges.refill_when) offer_condition(out, context, ahead, *charges.refill_when);
        if (charges.refill_after && spent_at > never)
            out.timer(spent_at + number(context, *charges.refill_after) - context.now());
    }
    for (const CounterId counter : context.program.foreseen.counters)
        offer_counter(out, context, ahead, context.program.counters[counter], context.actor.counters[counter]);
    const double own = out.seconds();
    offer_fixtures(out, context, ahead);
    return {out.seconds(), out.seconds() < own};
}

}  // namespace leap
