// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/senses/evaluation_context.hpp"

/// What a name in the script speaks of at this instant. No expression is worked out here.
namespace leap {

/// The state of a machine: of the fixture that asks when it is one of its kind, else the character's.
const MachineState& machine_state(const EvaluationContext& context, MachineId machine);

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

/// The kind of a fixture, or nothing when the script has none of that name.
const Machine* fixture_kind(const EvaluationContext& context, std::size_t index);
/// Whether fixture `index` is of a kind of this name, or of one based on it.
bool is_fixture_of(const EvaluationContext& context, std::int32_t index, std::string_view kind);
/// The phase it is in.
const Phase* fixture_phase(const EvaluationContext& context, std::size_t index);
/// Its prompt's words.
std::string fixture_prompt(const EvaluationContext& context, std::size_t index);

/// Where a character looks, of length 1; world frame.
Vec3 look_direction(const Actor& actor);
/// The stick turned with the view, world frame. On a locked plane it runs along the plane instead.
Vec3 stick_in_world(const EvaluationContext& context);

/// Whether a fixture moves as a loose body now. Fixtures in phases that are not `loose` count as asleep.
bool is_awake(const RunLayout& layout, const World& world, std::size_t fixture);
/// What a hand holds, as an index of World::loose, or -1.
std::int32_t held_by(const World& world, const Actor& actor, int hand);

/// A button of a character; null when the body has none there.
const ButtonState* button_of(const Actor& actor, ButtonId button);

}  // namespace leap
