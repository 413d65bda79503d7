// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/script/compiler.hpp"

namespace leap {

void Compiler::compile_fixture_head(Machine& machine, const Scope& scope) {
    FixtureInfo& info = machine.fixture.emplace();
    const syntax::Owner* shaped = nullptr;
    for (std::size_t level = 0; level < scope.chain.size(); ++level) {
        const syntax::Owner& owner = *scope.chain[level];
        Scope at = scope;
        at.level = level;
        if (shaped == nullptr && !owner.box.empty()) {
            shaped = &owner;
            for (std::size_t i = 0; i < 3; ++i) {
                info.size[i] = value(owner.box[i], at, length_type, "box");
                if (info.size[i].folded < 0)
                    report(owner.box[i].range, "a fixture's size can't depend on what happens",
                           "use dials and numbers; slide and swing move it");
            }
        }
        if (!info.focus && owner.focus) {
            FocusInfo focus;
            focus.reach = value(owner.focus->reach, at, length_type, "focus within");
            focus.front = value(owner.focus->front, at, angle_type, "in front");
            if (owner.focus->button) focus.button = button_index(*owner.focus->button);
            info.focus = std::move(focus);
        }
        if (info.prompt.empty()) info.prompt = owner.prompt;
        for (const syntax::Block& block : owner.blocks) machine.blocks.push_back(compile_block(block, at));
        for (const syntax::Counter& counter : owner.counters)
            report(counter.name.range, "a fixture has no counters", "phases count for it");
    }
    const bool base_missing = scope.chain.back()->base.has_value();  // told already
    if (shaped == nullptr && !base_missing)
        report(scope.chain.front()->name.range, fmt::format("{} has no size", machine.name),
               "add box LENGTH, WIDTH, HEIGHT");
}

std::int32_t Compiler::button_index(const syntax::Name& name) {
    if (const auto found = program_.find_button(name.text)) return *found;
    std::vector<std::string> names;
    for (const ButtonInfo& known : program_.buttons) names.push_back(known.name);
    const std::string near = nearest_name(name.text, names);
    report(name.range, fmt::format("there is no button called {}", name.text),
           near.empty() ? fmt::format("declare it: button {} key \"Space\"", name.text)
                        : fmt::format("did you mean {}?", near));
    return -1;
}

/// What fixtures and the body's own machines can't have of each other, and which phases need asking only when
/// something has happened to them.
void Compiler::check_fixture(Machine& machine) {
    for (Phase& phase : machine.phases) {
        const Effects& e = phase.effects;
        const bool body = e.steer || e.gravity || e.drive || e.cap || e.limit || e.rope || e.fly || e.cling >= 0 ||
                          e.capsule || e.boost || e.face || !e.drains.empty() || !e.tags.empty() || phase.cut;
        if (body) report(phase.range, "only the body steers, falls, drains and is tagged", "move that into a move");
        if (e.dial_boosts.empty() &&
            std::any_of(phase.ways.begin(), phase.ways.end(), [](const Way& way) { return way.to < 0; }))
            report(phase.range, fmt::format("{}.{} ends, and a fixture never does", machine.name, phase.name),
                   "let it go to another phase");
        phase.waits_for_events =
            !phase.duration &&
            std::all_of(phase.ways.begin(), phase.ways.end(),
                        [&](const Way& way) { return !way.after && way.when && needs_event(*way.when); }) &&
            std::none_of(phase.blocks.begin(), phase.blocks.end(),
                         [](const Block& b) { return b.trigger == syntax::Trigger::at; });
    }
}

/// Whether a condition can only hold at an instant at which an event happens: an event joined to the rest by `and`.
bool Compiler::needs_event(const Condition& condition) const {
    constexpr std::array joined{Op::sense, Op::both, Op::skip_if_no};
    bool event = false;
    for (std::uint32_t i = 0; i < condition.truth.count; ++i) {
        const Instruction& in = program_.code[condition.truth.first + i];
        if (std::find(joined.begin(), joined.end(), in.op) == joined.end()) return false;
        event = event || (in.op == Op::sense && is_fixture_event(in.sense));
    }
    return event;
}

}  // namespace leap
