// SPDX-License-Identifier: MIT
#include <algorithm>

#include "core/script/compiler.hpp"

/// What a fixture's phase waits for, so that a run passes it over until then: an event, or somebody near enough.
namespace leap {
namespace {

/// Part of an expression's code.
struct Code {
    std::uint32_t first = 0;
    std::uint32_t count = 0;
};

/// The parts that `and` joins. `A and B` is compiled as A, a jump behind the end when it doesn't hold, B, `both`.
void split_at_and(const Program& program, const Code& code, std::vector<Code>& out) {
    if (code.count == 0) return;  // always the same, whatever happens
    const std::uint32_t last = code.first + code.count - 1;
    if (program.code[last].op != Op::both) {
        out.push_back(code);
        return;
    }
    for (std::uint32_t i = code.first; i < last; ++i) {
        const Instruction& in = program.code[i];
        if (in.op != Op::skip_if_no || i + static_cast<std::uint32_t>(in.detail) != last) continue;
        split_at_and(program, {code.first, i - code.first}, out);
        split_at_and(program, {i + 1, last - i - 1}, out);
        return;
    }
    out.push_back(code);
}

std::vector<Code> parts_of(const Program& program, const Condition& condition) {
    std::vector<Code> out;
    split_at_and(program, {condition.truth.first, condition.truth.count}, out);
    return out;
}

bool is_sense(const Instruction& in, Sense sense) {
    return (in.op == Op::sense || in.op == Op::sense_vector) && in.sense == sense;
}

/// `length(place - own_middle)`, or the other way round.
bool is_distance(const Instruction* code) {
    const bool both = (is_sense(code[0], Sense::place) && is_sense(code[1], Sense::own_middle)) ||
                      (is_sense(code[0], Sense::own_middle) && is_sense(code[1], Sense::place));
    return both && code[2].op == Op::subtract_vector && code[3].op == Op::length;
}

bool is_fixed(const Instruction& in) {
    return in.op == Op::constant || in.op == Op::dial || in.op == Op::folded;
}

/// Where the code of the distance stands below which a part can hold alone; nothing when it says no such thing.
std::optional<std::uint32_t> distance_asked(const Program& program, const Code& part) {
    constexpr std::uint32_t length = 6;  // two vectors, their difference, its length, a fixed number, a comparison
    if (part.count != length) return std::nullopt;
    const Instruction* code = &program.code[part.first];
    const Op comparison = code[length - 1].op;
    const bool below = comparison == Op::less || comparison == Op::less_equal;
    const bool above = comparison == Op::greater || comparison == Op::greater_equal;
    if (below && is_distance(code) && is_fixed(code[4])) return part.first + 4;
    if (above && is_fixed(code[0]) && is_distance(code + 1)) return part.first;
    return std::nullopt;
}

}  // namespace

bool Compiler::needs_event(const Condition& condition) const {
    const std::vector<Code> parts = parts_of(program_, condition);
    return std::any_of(parts.begin(), parts.end(), [&](const Code& part) {
        return part.count == 1 && program_.code[part.first].op == Op::sense &&
               is_fixture_event(program_.code[part.first].sense);
    });
}

bool Compiler::needs_nearness(const Condition& condition, std::vector<Expression>& within) const {
    for (const Code& part : parts_of(program_, condition)) {
        if (part.count == 1 && is_sense(program_.code[part.first], Sense::touching)) return true;
        const auto distance = distance_asked(program_, part);
        if (!distance) continue;
        Expression out;
        out.first = *distance;
        out.count = 1;
        within.push_back(out);
        return true;
    }
    return false;
}

void Compiler::find_what_it_waits_for(const Machine& machine, Phase& phase) const {
    const bool counts_back = std::any_of(machine.counters.begin(), machine.counters.end(), [&](CounterId counter) {
        return program_.counters[counter].back_when.has_value();
    });
    // A block that answers to anything but what happens to the fixture itself must be asked at every instant.
    const auto watches = [&](const Block& block) {
        return block.trigger == syntax::Trigger::at || (block.trigger == syntax::Trigger::on && !needs_event(block.on));
    };
    if (phase.duration || counts_back || !phase.effects.blows.empty() ||
        std::any_of(machine.blocks.begin(), machine.blocks.end(), watches) ||
        std::any_of(phase.blocks.begin(), phase.blocks.end(), watches))
        return;
    phase.waits_for_events = phase.waits_for_nearness = true;
    for (const Transition& way : phase.transitions) {
        const bool by_event = !way.after && way.when && needs_event(*way.when);
        phase.waits_for_events = phase.waits_for_events && by_event;
        const bool by_nearness = way.when && needs_nearness(*way.when, phase.nearness);
        phase.waits_for_nearness = phase.waits_for_nearness && (by_event || by_nearness);
    }
}

}  // namespace leap
