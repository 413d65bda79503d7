// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <tuple>

#include "core/script/compiler.hpp"
#include "core/script/old_words.hpp"

/// Which declaration each name in the text means, written down while it is compiled: for renaming and for going to it.
namespace leap {

SourceRange Compiler::first_part(const syntax::Expr& expr) {
    const std::string& written = expr.was.empty() ? expr.name : expr.was;
    return {expr.range.file, expr.range.begin, expr.range.begin + static_cast<std::uint32_t>(written.size())};
}

SourceRange Compiler::last_part(const syntax::Expr& expr) {
    return {expr.range.file, expr.range.end - static_cast<std::uint32_t>(expr.member.size()), expr.range.end};
}

void Compiler::note_name(SourceRange at, SourceRange declared) {
    if (text_of(at) == text_of(declared)) program_.names.push_back({at, declared});
}

void Compiler::note_button(SourceRange at, ButtonId button) {
    note_name(at, program_.buttons[button].name_range);
}

void Compiler::note_file_name(SourceRange at, const std::string& name) {
    if (const auto known = claimed_.find(name); known != claimed_.end()) note_name(at, known->second);
}

/// A dial, value, counter, probe or remembered value of an owner or of what it is based on: the first that has it.
bool Compiler::note_member(SourceRange at, const std::string& name, const Scope& scope, std::size_t from) {
    const auto declared_in = [&](const auto& items) {
        for (const auto& item : items) {
            if (item.name.text != name) continue;
            note_name(at, item.name.range);
            return true;
        }
        return false;
    };
    for (std::size_t level = from; level < scope.chain.size(); ++level) {
        const syntax::Owner& owner = *scope.chain[level];
        if (declared_in(owner.dials) || declared_in(owner.lets) || declared_in(owner.counters) ||
            declared_in(owner.probes))
            return true;
    }
    if (scope.chain.empty()) return false;
    const auto memory = memory_names_.find(scope.chain.front()->name.text + "." + name);
    if (memory == memory_names_.end()) return false;
    note_name(at, memory->second);
    return true;
}

/// A phase may be said again by what is based on its move: every one of them is meant.
void Compiler::note_phase(SourceRange at, MachineId machine, const std::string& name) {
    for (const syntax::Owner* level : chain_of(*machine_syntax_[machine]))
        for (const syntax::Phase& phase : level->phases)
            if (phase.name.text == name) note_name(at, phase.name.range);
}

/// `hop.rise`, or a dial of the owner or the file, where nothing is worked out from it.
void Compiler::note_dial(const syntax::Expr& expr, const Scope& scope) {
    if (expr.member.empty() && note_member(first_part(expr), expr.name, scope)) return;
    note_file_name(first_part(expr), expr.name);
    if (expr.member.empty()) return;
    const auto owner = owners_.find(expr.name);
    if (owner != owners_.end()) note_member(last_part(expr), expr.member, Scope{{owner->second}, {}, 0});
}

/// `cart.slip`: the first of the kinds that the owner is based on that says it.
void Compiler::note_gauge(const syntax::Expr& expr) {
    note_file_name(first_part(expr), expr.name);
    const auto owner = owners_.find(expr.name);
    if (owner == owners_.end()) return;
    for (const syntax::Owner* level : chain_of(*owner->second))
        for (const syntax::Gauge& gauge : level->gauges)
            if (gauge.name.text == expr.member) return note_name(last_part(expr), gauge.name.range);
}

void Compiler::note_reading(SourceRange at, const std::string& name) {
    if (const auto found = reading_ranges_.find(name); found != reading_ranges_.end()) note_name(at, found->second);
}

void Compiler::unknown_name(const Expr& expr, const Scope& scope) {
    if (told_.size() > max_messages) return report(MessageCode::unknown_name, expr.range, "");
    std::vector<std::string> names;
    for (const syntax::Owner* level : scope.chain) {
        for (const auto& dial : level->dials) names.push_back(dial.name.text);
        for (const auto& let : level->lets) names.push_back(let.name.text);
        for (const auto& counter : level->counters) names.push_back(counter.name.text);
    }
    for (const SenseInfo& sense : plain_senses()) names.emplace_back(sense.word);
    for (const ProbeInfo& probe : program_.probes) names.push_back(probe.path.substr(probe.path.find('.') + 1));
    for (const auto& [name, range] : claimed_) names.push_back(name);
    for (const OldWord& old : old_senses()) names.emplace_back(old.was);
    const std::string near(current_sense(near_name(expr.name, names)));
    std::string hint = near.empty() ? "" : fmt::format("did you mean '{}'?", near);
    if (const std::string owner = owner_with(expr.name); !owner.empty())
        hint = fmt::format("did you mean '{}.{}'?", owner, expr.name);
    if (find_sense(button_senses(), expr.name)) hint = fmt::format("it takes a button: {}(jump)", expr.name);
    if (find_sense(volume_senses(), expr.name)) hint = fmt::format("it takes a kind of volume: {}(water)", expr.name);
    if (find_sense(fixture_senses(), expr.name)) hint = "it is only allowed in fixtures";
    if (program_.find_button(expr.name))
        return report(MessageCode::wrong_argument, expr.range,
                      fmt::format("expected a condition, got the button '{}'", expr.name),
                      fmt::format("write pressed({0}), held({0}) or released({0})", expr.name));
    if (near == expr.name)
        hint = fmt::format("it is a probe, and has parts: {}.hit, {}.distance", expr.name, expr.name);
    report(MessageCode::unknown_name, expr.range, fmt::format("unknown name '{}'", expr.name), hint);
}

void Compiler::sort_names() {
    const auto key = [](const NameUse& use) {
        return std::tuple(use.range.file, use.range.begin, use.declared.file, use.declared.begin);
    };
    std::sort(program_.names.begin(), program_.names.end(),
              [&](const NameUse& a, const NameUse& b) { return key(a) < key(b); });
    const auto twice = std::unique(program_.names.begin(), program_.names.end(),
                                   [&](const NameUse& a, const NameUse& b) { return key(a) == key(b); });
    program_.names.erase(twice, program_.names.end());
}

}  // namespace leap
