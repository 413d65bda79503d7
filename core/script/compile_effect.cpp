// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "core/script/accent_words.hpp"
#include "core/script/action_words.hpp"
#include "core/script/compiler.hpp"
#include "core/script/effect_words.hpp"

namespace leap {
namespace {

/// Why an effect can't stand where it does.
std::pair<std::string, std::string> misplaced(const EffectInfo& info, StatementPlace where) {
    if (where == StatementPlace::stance && stands_in(info.places, StatementPlace::phase))
        return {fmt::format("'{}' is only allowed in moves", info.word), "write it in a phase of a move"};
    if (where == StatementPlace::fixture_phase)
        return {fmt::format("'{}' is not allowed in fixtures", info.word), "write it in a move"};
    return {fmt::format("'{}' is only allowed in fixtures", info.word), "write it in a phase of a fixture"};
}

}  // namespace

void Compiler::add_effects(const std::vector<syntax::Effect>& effects, StatementPlace where, const Scope& scope,
                           Effects& out) {
    const std::uint64_t nearer = out.said;
    for (const syntax::Effect& effect : effects) {
        const EffectInfo& info = effect_words()[effect.row];
        if (!stands_in(info.places, where)) {
            auto [message, hint] = misplaced(info, where);
            report(MessageCode::misplaced, effect.range, std::move(message), std::move(hint));
        }
        const Clauses clauses = compile_clauses(info, effect, scope);
        const std::uint64_t bit = std::uint64_t{1} << effect.row;
        if (!info.adds_up && (nearer & bit) != 0) continue;
        if (!info.adds_up && (out.said & bit) != 0)
            report(MessageCode::given_twice, effect.range, "this effect is given twice", "remove one of them");
        out.said |= bit;
        info.take(out, clauses);
        if (where != StatementPlace::fixture_phase) check_turned(effect.range, out);
        if (info.word == "hitbox") check_blow(effect.range, out.blows.back());
        program_.has_blows = program_.has_blows || !out.blows.empty();
        if (info.clauses[0].kind == ClauseKind::dial) check_boost(clauses.value());
    }
}

/// A character stays upright: where it is pushed makes no difference.
void Compiler::check_turned(SourceRange range, const Effects& effects) {
    const bool push = !effects.pushes.empty() && effects.pushes.back().at;
    const bool spring = !effects.springs.empty() && effects.springs.back().at;
    if (push || spring)
        report(MessageCode::misplaced, range, "'at' is only allowed in fixtures: a push does not turn a character",
               "remove at X, Y, Z");
    if (effects.face_rate)
        report(MessageCode::misplaced, range,
               "'at' is only allowed in fixtures: the body sets how fast a character turns",
               "remove it; write turn 900 deg/s in the body");
}

/// A blow is a ball, an upright capsule or a box.
void Compiler::check_blow(SourceRange range, const Blow& blow) {
    const std::string sizes = "radius R for a ball, with height H a capsule, or box LENGTH, WIDTH, HEIGHT";
    if (!blow.radius && !blow.box) report(MessageCode::missing_part, range, "this hitbox has no size", "add " + sizes);
    if (blow.radius && blow.box)
        report(MessageCode::given_twice, range, "this hitbox has two shapes", "write either " + sizes);
    if (blow.height && !blow.radius)
        report(MessageCode::misplaced, range, "'height' is only allowed with radius",
               "the third number of box is its height");
    if (blow.turned && !blow.box)
        report(MessageCode::no_effect, range, "'turned' has no effect on a round shape", "remove turned");
}

Action Compiler::compile_action(const syntax::Action& action, const Scope& scope) {
    const ActionInfo& info = action_words()[action.row];
    Action out;
    out.kind = info.kind;
    out.range = action.range;
    info.take(out, compile_clauses(info, action, scope));
    if (action.when) out.when = value(*action.when, scope, truth_type, "when");
    if (action.group_when) out.group_when = value(*action.group_when, scope, truth_type, "when");
    out.group = static_cast<std::uint32_t>(action.group);
    if (const auto answered = out.emission.answers) out.emission.answers = answered_news(action, *answered, scope);
    if (info.fixtures_only && !is_fixture(scope))
        report(MessageCode::misplaced, action.range, "this is only allowed in fixtures",
               "it acts on the fixture itself");
    return out;
}

/// The event that an emission answers is one that can be heard.
std::optional<std::int32_t> Compiler::answered_news(const syntax::Action& action, std::int32_t event,
                                                    const Scope& scope) {
    const std::string& name = action.clauses.back().name.text;
    if (event < 0) {
        const std::string near = near_name(name, program_.events);
        report(MessageCode::unknown_name, action.clauses.back().name.range,
               fmt::format("unknown event '{}': nothing emits it", name),
               near.empty() ? "add emit NAME where it happens" : fmt::format("did you mean '{}'?", near));
        return std::nullopt;
    }
    note_heard(event, scope);
    return news_index(event);
}

void Compiler::compile_accents(const std::vector<syntax::Accent>& accents, const Scope& scope, Effects& out) {
    for (const syntax::Accent& accent : accents) {
        const AccentInfo& info = accent_words()[accent.row];
        Accent made;
        made.kind = info.kind;
        info.take(made, compile_clauses(info, accent, scope));
        if (made.kind == AccentKind::pose && made.second)
            report(MessageCode::misplaced, accent.range,
                   "'for' is only allowed in an act: here the pose lasts as long as the phase",
                   "remove for, or write it as an act: start: accent pose ...");
        out.accents.push_back(made);
    }
}

std::optional<DialId> Compiler::find_boosted(const syntax::Expr& path, const Scope& scope) const {
    if (!path.member.empty()) return program_.find_dial(path.name + "." + path.member);
    for (const syntax::Owner* level : scope.chain)
        if (const auto own = program_.find_dial(level->name.text + "." + path.name)) return own;
    return program_.find_dial(path.name);
}

/// Dials that some text boosts are marked before anything is compiled, because what reads them then depends on what is
/// in force and can't be worked out once per tuning.
void Compiler::declare_boosts() {
    for (const syntax::Owner* owner : machine_syntax_) {
        const Scope scope = scope_of(*owner);
        const auto mark = [&](const std::vector<syntax::Effect>& effects) {
            for (const syntax::Effect& effect : effects)
                if (effect_words()[effect.row].clauses[0].kind == ClauseKind::dial)
                    if (const auto dial = find_boosted(effect.clauses[0].values.front(), scope))
                        program_.dials[*dial].boosted = true;
        };
        for (const syntax::Owner* level : scope.chain) {
            mark(level->effects);
            for (const syntax::Phase& phase : level->phases) mark(phase.effects);
        }
    }
}

void Compiler::check_boost(const Expression& share) {
    for (std::uint32_t i = 0; i < share.count; ++i)
        if (program_.code[share.first + i].op == Op::boosted_dial)
            report(MessageCode::ring, share.range, "a boost cannot depend on a boosted dial", "use another dial");
}

}  // namespace leap
