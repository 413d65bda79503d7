// SPDX-License-Identifier: MIT
#include "core/senses/evaluate.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/script/interpreter.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

/// What the phases in force and the stance make of a dial, together.
double dial_boost(const EvaluationContext& context, DialId dial) {
    double out = 1.0;
    const auto add = [&](MachineId machine) {
        const Phase* phase = phase_in_force(context, machine);
        if (phase == nullptr) return;
        for (const DialBoost& boost : phase->effects.dial_boosts)
            if (boost.dial == dial) out *= std::max(0.0, leap::number(context, boost.share));
    };
    for (const MachineId move : context.actor.moves) add(move);
    add(context.actor.stance);
    return out;
}

struct MomentSenses {
    const EvaluationContext& context;
    double number(Sense sense, int index, int detail) const {
        return context.senses.number(context, sense, index, detail);
    }
    Vec3 vector(Sense sense, int index) const { return context.senses.vector(context, sense, index); }
    double boost(DialId dial) const { return dial_boost(context, dial); }
    double meter(int index) const { return context.actor.meters[MeterId::read(index)].value; }
    bool there(double target) const { return target_there(context, target_index(target)); }
    Vec3 target_place(double target) const {
        const std::int32_t index = target_index(target);
        return index < 0 ? context.actor.body.position
                         : context.course->plan.targets[static_cast<std::size_t>(index)].position;
    }
    /// The stick's nearest of `directions` round the view, as far as it is pushed.
    Vec3 stick_of(double directions) const {
        const Vec3 pushed = stick_in_world(context);
        const double length = glm::length(pushed);
        if (length < 1e-9 || !(directions >= 1.0)) return Vec3{0.0};
        const double step = 2.0 * std::numbers::pi / std::floor(directions);
        const double from_view = elementary::atan2(pushed.y, pushed.x) - context.actor.look_yaw;
        const double angle = context.actor.look_yaw + std::round(from_view / step) * step;
        return facing_direction(angle) * length;
    }
    std::int32_t target_index(double number) const {
        const std::size_t count = context.course == nullptr ? 0 : context.course->plan.targets.size();
        return number >= 0.0 && number < static_cast<double>(count) ? static_cast<std::int32_t>(number) : -1;
    }
    double counter(int index) const { return context.actor.counters[CounterId::read(index)].value; }
    double own_counter(int kind, int index) const {
        const auto fixture = fixture_meant(context, MachineId::read(kind));
        if (!fixture) return 0.0;
        const std::size_t first = context.layout.fixtures[*fixture].first_counter;
        return context.world.counters[first + static_cast<std::size_t>(index)].value;
    }
    double own_memory(int kind, int index) const {
        const auto slot = memory_slot(context, MachineId::read(kind), index);
        return slot ? context.world.memory[slot->index] : 0.0;
    }
    double memory(int slot) const { return context.actor.memory[static_cast<std::size_t>(slot)]; }
    bool within(const Instruction& in, double seconds) const {
        return context.now() - context.senses.last_true(context, in.sense, in.index) <= seconds;
    }
};

template <class Result, class Read>
Result run(const EvaluationContext& context, const Expression& expression, Read read) {
    MomentSenses senses{context};
    Interpreter<MomentSenses> interpreter(context.program, context.tuning, senses);
    interpreter.run(expression);
    return read(interpreter);
}

}  // namespace

double number(const EvaluationContext& context, const Expression& expression) {
    if (expression.folded >= 0) return context.tuning.folded[static_cast<std::size_t>(expression.folded)];
    return run<double>(context, expression, [](const auto& done) { return done.number(); });
}

Vec3 vector(const EvaluationContext& context, const Expression& expression) {
    if (expression.folded >= 0) {
        const auto slot = static_cast<std::size_t>(expression.folded);
        return {context.tuning.folded[slot], context.tuning.folded[slot + 1], context.tuning.folded[slot + 2]};
    }
    return run<Vec3>(context, expression, [](const auto& done) { return done.vector(); });
}

bool truth(const EvaluationContext& context, const Expression& expression) {
    return number(context, expression) != 0.0;
}

bool holds(const EvaluationContext& context, const Condition& condition) {
    if (condition.only_in && !context.senses.may_be_in(context, condition.only_in)) return false;
    return truth(context, condition.truth);
}

}  // namespace leap
