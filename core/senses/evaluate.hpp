// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/senses/evaluation_context.hpp"

/// The values of expressions and senses.
namespace leap {

double number(const EvaluationContext& context, const Expression& expression);
Vec3 vector(const EvaluationContext& context, const Expression& expression);
bool truth(const EvaluationContext& context, const Expression& expression);
/// The same as the condition's truth; what can hold in a volume only isn't worked out far from it.
bool holds(const EvaluationContext& context, const Condition& condition);

/// A sense without an expression around it.
double sense_number(const EvaluationContext& context, Sense sense, int index, int detail);
Vec3 sense_vector(const EvaluationContext& context, Sense sense, int index = -1);

/// The fixture that is meant by its kind: the one that asks, the one that is ridden, or the first in the course;
/// nothing when none stands in it.
std::optional<std::size_t> fixture_meant(const EvaluationContext& context, MachineId kind);
/// Where a counter stands: in Actor::counters, or in World::counters for those of fixtures; nothing when no fixture of
/// the kind is there. The same for memory.
struct Slot {
    bool of_fixture = false;
    std::size_t index = 0;
};
std::optional<Slot> counter_slot(const EvaluationContext& context, CounterId counter);
std::optional<Slot> memory_slot(const EvaluationContext& context, MachineId kind, std::int32_t slot);

/// Whether somebody holds a loose body.
bool holds_something(const World& world, const Owner& who);
/// Whether the character carries a tag, by an act or by a phase in force.
bool has_tag(const EvaluationContext& context, std::int32_t tag);
/// Whether somebody does: a fixture, a character or nobody.
bool has_tag(const EvaluationContext& context, const Owner& who, std::int32_t tag);
/// The phase and effects of a machine in force, or nothing.
const Phase* phase_in_force(const EvaluationContext& context, MachineId machine);
/// Whether a target of the course is there.
bool target_there(const EvaluationContext& context, std::int32_t target);

/// When a sense that `within` knows last held: now while it does, `never` when it has not yet.
double last_true(const EvaluationContext& context, Sense sense, int index);

}  // namespace leap
