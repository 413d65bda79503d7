// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "core/script/compiler.hpp"

namespace leap {
namespace {

using syntax::Expr;

}  // namespace

std::optional<std::int32_t> Compiler::event_index(const std::string& name) const {
    return event_names_.find(name);
}

std::optional<Type> Compiler::emit_call(const Expr& expr, const Scope& scope, Emitted& out) {
    const std::string given = expr.parts.size() == 1 ? expr.parts[0].name : std::string{};
    const auto sense_call = [&](Sense sense, std::int32_t index, Type type) {
        out.constant = false;
        Instruction in = instruction(Op::sense, index);
        in.sense = sense;
        out.code.push_back(in);
        return type;
    };
    if (const auto sense = find_sense(button_senses(), expr.name)) {
        if (const auto button = program_.find_button(given)) {
            note_button(first_part(expr.parts[0]), *button);
            return sense_call(sense->sense, button->written(), sense->type);
        }
        std::vector<std::string> names;
        for (const ButtonInfo& button : program_.buttons) names.push_back(button.name);
        const std::string near = near_name(given, names);
        report(MessageCode::wrong_argument, expr.range,
               fmt::format("{}: expected a button, got {}", expr.name, given.empty() ? "this" : given),
               near.empty() ? "declare it: button NAME key \"Space\"" : fmt::format("did you mean '{}'?", near));
        return std::nullopt;
    }
    if (expr.name == "bumped") {
        if (given == "wall") return sense_call(Sense::bumped_wall, -1, truth_type);
        if (given == "ceiling") return sense_call(Sense::bumped_ceiling, -1, truth_type);
        if (!given.empty()) return sense_call(Sense::bumped_kind, kind_called(given).written(), truth_type);
        report(MessageCode::wrong_argument, expr.range, "bumped: expected wall, ceiling or a kind of piece",
               "for example bumped(wall)");
        return std::nullopt;
    }
    if (const auto sense = find_sense(volume_senses(), expr.name)) return emit_volume(expr, *sense, given, scope, out);
    if (expr.name == "stands_on" && !given.empty())
        return sense_call(Sense::stands_on, kind_called(given).written(), truth_type);
    if (expr.name == "has" && !given.empty()) return sense_call(Sense::has_tag, tag_index(given), truth_type);
    if (const auto of_others = emit_tag_of_others(expr, given, scope, out)) return *of_others;
    if (expr.name == "completed" || expr.name == "failed" || expr.name == "was_cut")
        return emit_machine_event(expr, given, out);
    if (expr.name == "heard" || expr.name == "sent_by" || find_sense(event_senses(), expr.name))
        return emit_event_sense(expr, scope, out);
    if (expr.name == "pick") return emit_pick(expr, scope, out);
    return emit_function(expr, scope, out);
}

/// A fixture that asks for an event is one of those that hear it.
void Compiler::note_heard(std::int32_t event, const Scope& scope) {
    if (scope.chain.empty() || !is_fixture(scope)) return;
    auto& hears = program_.machines[scope.machine].hears;
    if (std::find(hears.begin(), hears.end(), event) == hears.end()) hears.push_back(event);
}

/// Of an event that is asked about after it was heard, in Program::news.
std::int32_t Compiler::news_index(std::int32_t event) {
    const auto known = std::find(program_.news.begin(), program_.news.end(), event);
    const auto row = static_cast<std::int32_t>(known - program_.news.begin());
    if (known == program_.news.end()) program_.news.push_back(event);
    return row;
}

/// heard, struck, amount_of, way_of, place_of, sent_by.
std::optional<Type> Compiler::emit_event_sense(const Expr& expr, const Scope& scope, Emitted& out) {
    const bool two = expr.name == "sent_by";
    const std::string given = expr.parts.size() == (two ? 2U : 1U) ? expr.parts[0].name : std::string{};
    const auto event = event_index(given);
    if (!event) {
        const std::string near = near_name(given, program_.events);
        report(MessageCode::unknown_name, expr.range,
               fmt::format("unknown event '{}': nothing emits it", given.empty() ? "this" : given),
               near.empty() ? "add emit NAME where it happens" : fmt::format("did you mean '{}'?", near));
        return std::nullopt;
    }
    const auto sense = find_sense(event_senses(), expr.name);
    Instruction in = instruction(sense && sense->type.kind == ValueKind::vector ? Op::sense_vector : Op::sense, *event);
    in.sense = sense ? sense->sense : (two ? Sense::sent_by : Sense::heard);
    if (two) in.detail = tag_index(expr.parts[1].name);
    if (in.sense != Sense::struck) note_heard(*event, scope);
    if (in.sense != Sense::heard && in.sense != Sense::struck) in.index = news_index(*event);
    out.constant = false;
    out.code.push_back(in);
    return sense ? sense->type : truth_type;
}

/// touched_by, by_has, by_lacks, holder_has, holder_lacks: nothing when it is none of these; a type that is empty
/// inside when it was, and is wrong.
std::optional<std::optional<Type>> Compiler::emit_tag_of_others(const Expr& expr, const std::string& given,
                                                                const Scope& scope, Emitted& out) {
    const bool touches = expr.name == "touched_by";
    const bool by = touches || expr.name == "by_has" || expr.name == "by_lacks";
    const bool holder = expr.name == "holder_has" || expr.name == "holder_lacks";
    if (!by && !holder) return std::nullopt;
    const bool in_fixture = !scope.chain.empty() && scope.chain.front()->kind == syntax::OwnerKind::fixture;
    if (!in_fixture || given.empty()) {
        report(MessageCode::wrong_argument, expr.range,
               in_fixture ? fmt::format("{}: expected a tag or a kind of fixture", expr.name)
                          : fmt::format("{} is only allowed in fixtures", expr.name),
               in_fixture ? fmt::format("for example {}(catcher)", expr.name) : "elsewhere use has(tag)");
        return std::optional<Type>{};
    }
    Instruction in = instruction(Op::sense, tag_index(given));
    in.sense = touches ? Sense::touched_by : (by ? Sense::by_has : Sense::holder_has);
    program_.asks_who_touches = program_.asks_who_touches || by;
    if (by && scope.machine) {
        Machine& machine = program_.machines[scope.machine];
        machine.asks_who_touches = machine.asks_touch = true;
    }
    out.constant = false;
    out.code.push_back(in);
    if (expr.name == "by_lacks") out.code.push_back(instruction(Op::invert));
    if (expr.name == "holder_lacks") {
        Instruction held = instruction(Op::sense);
        held.sense = Sense::is_held;
        out.code.push_back(instruction(Op::invert));
        out.code.push_back(held);
        out.code.push_back(instruction(Op::both));
    }
    return std::optional<Type>{truth_type};
}

/// inside, entered, left, depth, submerged.
std::optional<Type> Compiler::emit_volume(const Expr& expr, const SenseInfo& sense, const std::string& given,
                                          const Scope& scope, Emitted& out) {
    const bool plain_word =
        expr.parts.size() == 1 && expr.parts[0].kind == syntax::ExprKind::name && expr.parts[0].member.empty();
    if (!plain_word || given.empty()) {
        report(MessageCode::wrong_argument, expr.range, fmt::format("{}: expected a kind of volume", expr.name),
               fmt::format("for example {}(water)", expr.name));
        return std::nullopt;
    }
    const bool event = sense.sense == Sense::entered || sense.sense == Sense::left_volume;
    const bool in_fixture = !scope.chain.empty() && scope.chain.front()->kind == syntax::OwnerKind::fixture;
    if (event && in_fixture) {
        report(MessageCode::misplaced, expr.range,
               fmt::format("{}({}) is only allowed in moves and stances", expr.name, given),
               fmt::format("in a fixture use inside({}) or not inside({})", given, given));
        return std::nullopt;
    }
    const PieceKindId kind = kind_called(given);
    program_.volumes_asked.push_back({kind, expr.range});
    auto& heard = program_.volumes_heard;
    if (event && std::find(heard.begin(), heard.end(), kind) == heard.end()) heard.push_back(kind);
    out.constant = false;
    Instruction in = instruction(Op::sense, kind.written());
    in.sense = sense.sense;
    out.code.push_back(in);
    return sense.type;
}

std::optional<Type> Compiler::emit_machine_event(const Expr& expr, const std::string& given, Emitted& out) {
    const auto machine = program_.find_machine(given);
    if (!machine || program_.machines[*machine].kind != MachineKind::move) {
        std::vector<std::string> names;
        for (const MachineId move : program_.moves) names.push_back(program_.machines[move].name);
        const std::string near = near_name(given, names);
        report(MessageCode::wrong_argument, expr.range,
               fmt::format("{}: expected a move, got {}", expr.name, given.empty() ? "this" : given),
               near.empty() ? "" : fmt::format("did you mean '{}'?", near));
        return std::nullopt;
    }
    note_file_name(expr.parts[0].range, given);
    out.constant = false;
    Instruction in = instruction(Op::sense, machine->written());
    in.sense = expr.name == "completed" ? Sense::completed : (expr.name == "failed" ? Sense::failed : Sense::was_cut);
    out.code.push_back(in);
    return truth_type;
}

std::optional<Type> Compiler::emit_pick(const Expr& expr, const Scope& scope, Emitted& out) {
    if (expr.parts.size() < 2) {
        report(MessageCode::wrong_argument, expr.range, "pick: expected a number and the values to pick from",
               "for example pick(link, first, second)");
        return std::nullopt;
    }
    const auto number = emit(expr.parts[0], scope, out);
    // yes or no picks as well: the first value for no, the second for yes.
    const bool truth = number && number->kind == ValueKind::truth;
    if (!truth && !expects(expr.parts[0], number, {}, "pick")) return std::nullopt;
    std::optional<Type> type;
    for (std::size_t i = 1; i < expr.parts.size(); ++i) {
        const auto got = emit(expr.parts[i], scope, out);
        if (!got) return std::nullopt;
        if (type && *type != *got) {
            report(MessageCode::different_types, expr.parts[i].range,
                   fmt::format("pick: expected values of one type, got {} and {}", type_text(*type), type_text(*got)));
            return std::nullopt;
        }
        type = got;
    }
    const auto values = static_cast<std::int32_t>(expr.parts.size() - 1);
    out.code.push_back(instruction(type->kind == ValueKind::vector ? Op::pick_vector : Op::pick, 0, values));
    return type;
}

std::optional<Type> Compiler::emit_function(const Expr& expr, const Scope& scope, Emitted& out) {
    const auto known = std::find_if(functions().begin(), functions().end(),
                                    [&](const FunctionInfo& f) { return f.word == expr.name; });
    if (known == functions().end()) {
        std::vector<std::string> names;
        for (const FunctionInfo& function : functions()) names.emplace_back(function.word);
        for (const auto senses : {button_senses(), volume_senses(), event_senses()})
            for (const SenseInfo& sense : senses) names.emplace_back(sense.word);
        const std::string near = near_name(expr.name, names);
        report(MessageCode::unknown_name, expr.range, fmt::format("unknown function '{}'", expr.name),
               near.empty() ? "" : fmt::format("did you mean '{}'?", near));
        return std::nullopt;
    }
    const auto wrong_count = [&](std::size_t wanted) {
        if (expr.parts.size() == wanted) return false;
        report(MessageCode::wrong_argument, expr.range, fmt::format("{}: expected {} values", expr.name, wanted),
               fmt::format("write {}", known->usage));
        return true;
    };
    const auto number = [&](std::size_t i) -> std::optional<Type> {
        const auto got = emit(expr.parts[i], scope, out);
        if (got && got->kind != ValueKind::number) {
            report(MessageCode::wrong_type, expr.parts[i].range,
                   fmt::format("{}: expected a number, got {}", expr.name, type_text(*got)));
            return std::nullopt;
        }
        return got;
    };
    const auto same = [&](std::size_t count, Op op) -> std::optional<Type> {
        const auto first = number(0);
        for (std::size_t i = 1; i < count; ++i)
            if (!first || !expects(expr.parts[i], emit(expr.parts[i], scope, out), *first, expr.name))
                return std::nullopt;
        if (first) out.code.push_back(instruction(op));
        return first;
    };
    const auto vectors = [&](std::size_t count, Op op) -> std::optional<Type> {
        Type type{};
        for (std::size_t i = 0; i < count; ++i) {
            const auto got = emit(expr.parts[i], scope, out);
            if (!got) return std::nullopt;
            if (got->kind != ValueKind::vector) {
                report(MessageCode::wrong_type, expr.parts[i].range,
                       fmt::format("{}: expected a direction, got {}", expr.name, type_text(*got)));
                return std::nullopt;
            }
            type.dimension = type.dimension * got->dimension;
        }
        out.code.push_back(instruction(op));
        return type;
    };
    if (expr.name == "shape") {
        if (wrong_count(2)) return std::nullopt;
        const auto curve = curve_names_.find(expr.parts[0].name);
        if (!curve) {
            report(MessageCode::unknown_name, expr.parts[0].range,
                   fmt::format("unknown curve '{}'", expr.parts[0].name));
            return std::nullopt;
        }
        const std::int32_t index = *curve;
        used_curves_.insert(expr.parts[0].name);
        note_file_name(expr.parts[0].range, expr.parts[0].name);
        if (!expects(expr.parts[1], emit(expr.parts[1], scope, out), Type{}, "shape")) return std::nullopt;
        out.code.push_back(instruction(Op::shape, index));
        return Type{};
    }
    if (expr.name == "min" || expr.name == "max") {
        if (wrong_count(2)) return std::nullopt;
        return same(2, expr.name == "min" ? Op::minimum : Op::maximum);
    }
    if (expr.name == "clamp") return wrong_count(3) ? std::nullopt : same(3, Op::clamp);
    if (expr.name == "abs") return wrong_count(1) ? std::nullopt : same(1, Op::absolute);
    if (expr.name == "mix") {
        if (wrong_count(3)) return std::nullopt;
        const auto first = number(0);
        if (!first || !expects(expr.parts[1], emit(expr.parts[1], scope, out), *first, "mix")) return std::nullopt;
        if (!expects(expr.parts[2], emit(expr.parts[2], scope, out), Type{}, "mix")) return std::nullopt;
        out.code.push_back(instruction(Op::mix));
        return first;
    }
    if (expr.name == "atan2") {
        if (wrong_count(2)) return std::nullopt;
        const auto type = same(2, Op::angle_of);
        if (!type) return std::nullopt;
        return Type{ValueKind::number, dimensions::angle};
    }
    if (expr.name == "noise") {
        if (wrong_count(2) || !expects(expr.parts[0], number(0), Type{}, "noise") ||
            !expects(expr.parts[1], number(1), Type{}, "noise"))
            return std::nullopt;
        out.code.push_back(instruction(Op::noise));
        return Type{};
    }
    if (expr.name == "turned") {
        if (wrong_count(2)) return std::nullopt;
        const auto type = emit(expr.parts[0], scope, out);
        if (type && type->kind != ValueKind::vector)
            report(MessageCode::wrong_type, expr.parts[0].range,
                   fmt::format("turned: expected a direction, got {}", type_text(*type)));
        const Type angle{ValueKind::number, dimensions::angle};
        if (!type || type->kind != ValueKind::vector || !expects(expr.parts[1], number(1), angle, "turned"))
            return std::nullopt;
        out.code.push_back(instruction(Op::turned));
        return type;
    }
    if (wrong_count(expr.name == "dot" ? 2 : 1)) return std::nullopt;
    if (expr.name == "floor" || expr.name == "ceil" || expr.name == "round") {
        if (!expects(expr.parts[0], number(0), Type{}, expr.name)) return std::nullopt;
        out.code.push_back(instruction(expr.name == "floor"  ? Op::round_down
                                       : expr.name == "ceil" ? Op::round_up
                                                             : Op::round_near));
        return Type{};
    }
    if (expr.name == "sign") {
        if (!number(0)) return std::nullopt;
        out.code.push_back(instruction(Op::sign));
        return Type{};
    }
    if (expr.name == "stick_of") {
        if (!expects(expr.parts[0], number(0), Type{}, "stick_of")) return std::nullopt;
        out.constant = false;
        out.code.push_back(instruction(Op::stick_of));
        return Type{ValueKind::vector, dimensions::none};
    }
    if (expr.name == "sqrt") {
        const auto type = number(0);
        const auto root = type ? square_root(type->dimension) : std::nullopt;
        if (type && !root)
            report(MessageCode::wrong_type, expr.range,
                   fmt::format("sqrt: {} has no square root", dimension_text(type->dimension)));
        if (!root) return std::nullopt;
        out.code.push_back(instruction(Op::square_root));
        return Type{ValueKind::number, *root};
    }
    if (expr.name == "there" || expr.name == "target_place") {
        if (!expects(expr.parts[0], number(0), Type{}, expr.name)) return std::nullopt;
        out.constant = false;
        out.code.push_back(instruction(expr.name == "there" ? Op::there : Op::target_place));
        if (expr.name == "there") return truth_type;
        return Type{ValueKind::vector, dimensions::length};
    }
    if (expr.name == "sin" || expr.name == "cos") {
        const Type angle{ValueKind::number, dimensions::angle};
        if (!expects(expr.parts[0], number(0), angle, expr.name)) return std::nullopt;
        out.code.push_back(instruction(expr.name == "sin" ? Op::sine : Op::cosine));
        return Type{};
    }
    if (expr.name == "length" || expr.name == "dot") {
        auto type = vectors(expr.parts.size(), expr.name == "dot" ? Op::dot : Op::length);
        if (type) type->kind = ValueKind::number;
        return type;
    }
    auto type = vectors(1, expr.name == "flat" ? Op::flat : Op::direction);
    if (!type) return std::nullopt;
    type->kind = ValueKind::vector;
    if (expr.name == "direction") type->dimension = dimensions::none;
    return type;
}

}  // namespace leap
