// SPDX-License-Identifier: MIT
#include "core/senses/lookup.hpp"

#include <algorithm>

#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap {

const MachineState& machine_state(const EvaluationContext& context, MachineId machine) {
    // A kind of fixture speaks of whichever of them asks.
    const bool own = context.fixture && context.program.machines[machine].kind == MachineKind::fixture;
    return own ? context.world.machines[context.fixture] : context.actor.machines[machine];
}

std::optional<std::size_t> fixture_meant(const EvaluationContext& context, MachineId kind) {
    const auto& all = context.layout.fixtures;
    const auto is_one = [&](FixtureId fixture) { return fixture && all[fixture.at()].kind == kind; };
    if (is_one(context.fixture)) return context.fixture.at();
    if (is_one(context.actor.seat)) return context.actor.seat.at();
    if (all.empty()) return std::nullopt;
    return context.layout.first_of_kind[kind];
}

std::optional<Slot> counter_slot(const EvaluationContext& context, CounterId counter) {
    const CounterInfo& info = context.program.counters[counter];
    if (!info.kind) return Slot{false, counter.at()};
    const auto fixture = fixture_meant(context, info.kind);
    if (!fixture) return std::nullopt;
    return Slot{true, context.layout.fixtures[*fixture].first_counter + static_cast<std::size_t>(info.own)};
}

std::optional<Slot> memory_slot(const EvaluationContext& context, MachineId kind, std::int32_t slot) {
    if (!kind) return Slot{false, static_cast<std::size_t>(slot)};
    const auto fixture = fixture_meant(context, kind);
    if (!fixture) return std::nullopt;
    return Slot{true, context.layout.fixtures[*fixture].first_memory + static_cast<std::size_t>(slot)};
}

const Phase* phase_in_force(const EvaluationContext& context, MachineId machine) {
    const PhaseId phase = machine ? machine_state(context, machine).phase : PhaseId{};
    if (!phase) return nullptr;
    return &context.program.machines[machine].phases[phase];
}

bool holds_something(const World& world, const Owner& who) {
    return std::any_of(world.loose.begin(), world.loose.end(),
                       [&](const RigidState& loose) { return loose.holder == who; });
}

const Machine* fixture_kind(const EvaluationContext& context, std::size_t index) {
    const MachineId kind = context.layout.fixtures[index].kind;
    return kind ? &context.program.machines[kind] : nullptr;
}

bool is_fixture_of(const EvaluationContext& context, std::int32_t index, std::string_view kind) {
    const auto i = static_cast<std::size_t>(index);
    if (i >= context.world.fixtures.size() || !context.layout.fixtures[i].kind) return false;
    const Machine* machine = fixture_kind(context, i);
    while (machine != nullptr && machine->name != kind) {
        const auto base = machine->base.empty() ? std::nullopt : context.program.find_machine(machine->base);
        machine = base ? &context.program.machines[*base] : nullptr;
    }
    return machine != nullptr;
}

const Phase* fixture_phase(const EvaluationContext& context, std::size_t index) {
    const Machine* kind = fixture_kind(context, index);
    const PhaseId phase = context.world.machines[index].phase;
    return kind == nullptr || !phase ? nullptr : &kind->phases[phase];
}

std::string fixture_prompt(const EvaluationContext& context, std::size_t index) {
    const Machine* kind = fixture_kind(context, index);
    return kind == nullptr ? std::string() : kind->fixture->prompt;
}

namespace {

bool fixture_has_tag(const EvaluationContext& context, std::size_t i, std::int32_t tag) {
    if (tag == context.program.holding_tag && holds_something(context.world, fixture_owner(i))) return true;
    const Machine* kind = fixture_kind(context, i);
    if (kind != nullptr && kind->is_a(tag)) return true;
    const Phase* phase = fixture_phase(context, i);
    return phase != nullptr &&
           std::find(phase->effects.tags.begin(), phase->effects.tags.end(), tag) != phase->effects.tags.end();
}

bool actor_has_tag(const EvaluationContext& context, const Actor& who, std::int32_t tag) {
    const auto& always = context.program.bodies[who.kind].tags;
    if (std::find(always.begin(), always.end(), tag) != always.end()) return true;
    if (tag == context.program.holding_tag &&
        holds_something(context.world, actor_owner(static_cast<std::size_t>(who.id))))
        return true;
    if (who.tagged_until[static_cast<std::size_t>(tag)] > who.own_time() + 1e-10) return true;
    const auto carries = [&](MachineId machine) {
        const PhaseId phase = machine ? who.machines[machine].phase : PhaseId{};
        if (!phase) return false;
        const auto& tags = context.program.machines[machine].phases[phase].effects.tags;
        return std::find(tags.begin(), tags.end(), tag) != tags.end();
    };
    return carries(who.stance) || std::any_of(who.moves.begin(), who.moves.end(), carries);
}

}  // namespace

bool has_tag(const EvaluationContext& context, const Owner& who, std::int32_t tag) {
    if (who.is_nobody()) return false;
    const auto i = static_cast<std::size_t>(who.index);
    return who.is_actor() ? actor_has_tag(context, context.world.actors[i], tag) : fixture_has_tag(context, i, tag);
}

bool has_tag(const EvaluationContext& context, std::int32_t tag) {
    return actor_has_tag(context, context.actor, tag);
}

bool target_there(const EvaluationContext& context, std::int32_t target) {
    if (context.course == nullptr || target < 0) return false;
    const auto i = static_cast<std::size_t>(target);
    const double struck = i < context.world.target_struck_at.size() ? context.world.target_struck_at[i] : never;
    if (struck == never) return true;
    const std::optional<double>& back = context.course->plan.targets[i].back_after_s;
    return back && context.actor.time - struck >= *back - 1e-10;
}

Vec3 look_direction(const Actor& actor) {
    const elementary::SinCos yaw = elementary::sin_cos(actor.look_yaw);
    const elementary::SinCos pitch = elementary::sin_cos(actor.look_pitch);
    return {yaw.cos * pitch.cos, yaw.sin * pitch.cos, pitch.sin};
}

Vec3 stick_in_world(const EvaluationContext& context) {
    const Vec2 stick = context.actor.stick;
    if (context.body().locked_axis == 1) return {stick.x, 0.0, 0.0};
    if (context.body().locked_axis == 0) return {0.0, stick.x, 0.0};
    const auto [s, c] = elementary::sin_cos(context.actor.look_yaw);
    return {c * stick.y + s * stick.x, s * stick.y - c * stick.x, 0.0};
}

bool is_awake(const RunLayout& layout, const World& world, std::size_t fixture) {
    const auto rigid = layout.fixtures[fixture].rigid;
    return rigid && layout.fixtures[fixture].kind && !world.loose[*rigid].body.asleep;
}

std::int32_t held_by(const World& world, const Actor& actor, int hand) {
    for (std::size_t i = 0; i < world.loose.size(); ++i)
        if (world.loose[i].holder.is_actor(static_cast<std::size_t>(actor.id)) && world.loose[i].hand == hand)
            return static_cast<std::int32_t>(i);
    return -1;
}

const ButtonState* button_of(const Actor& actor, ButtonId button) {
    return button ? &actor.buttons[button] : nullptr;
}

}  // namespace leap
