// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <utility>

#include <algorithm>

#include "core/script/compiler.hpp"

namespace leap {
namespace {

using syntax::Expr;
using syntax::ExprKind;

bool is_trace_quantity(std::string_view name) {
    return name == "feet" || name == "speed" || name == "horizontal_speed" || name == "vertical_speed" || name == "x" ||
           name == "y";
}

}  // namespace

void Compiler::compile_readings() {
    for (const syntax::File& file : syntax_) {
        for (const syntax::Reading& written : file.readings) {
            syntax::Reading reading = written;
            if (reading.over) find_actor(*reading.over);
            find_actors(reading.value);
            reading_ranges_.emplace(reading.name.text, reading.name.range);
            if (reading_names_.find(reading.name.text))
                report(MessageCode::declared_twice, reading.name.range,
                       fmt::format("reading '{}' is declared twice", reading.name.text));
            note_name(reading.name.range, reading.name.range);
            if (reading.over && !check_stretch(*reading.over)) continue;
            const auto type = reading_type(reading.value);
            if (!type) continue;
            if (type->kind != ValueKind::number) {
                report(MessageCode::wrong_type, reading.value.range, "reading: expected a number");
                continue;
            }
            reading_names_.add(reading.name.text, static_cast<std::int32_t>(program_.readings.size()));
            program_.readings.push_back(
                {reading.name.text, reading.value, reading.over, reading.meaning, *type, reading.range});
        }
    }
}

/// `pip.hop` speaks of Pip's hop when pip is a body, else of a phase of pip.
void Compiler::find_actor(syntax::Stretch& stretch) {
    const bool body = stretch.actor.empty() && !stretch.phase.empty() &&
                      std::any_of(body_syntax_.begin(), body_syntax_.end(),
                                  [&](const syntax::Owner* known) { return known->name.text == stretch.owner; });
    if (!body) return;
    stretch.actor = std::exchange(stretch.owner, std::exchange(stretch.phase, {}));
    stretch.actor_range = std::exchange(stretch.owner_range, std::exchange(stretch.phase_range, {}));
}

void Compiler::find_actors(syntax::Expr& expr) {
    find_actor(expr.stretch);
    for (syntax::Expr& part : expr.parts) find_actors(part);
}

bool Compiler::check_actor(const syntax::Stretch& stretch) {
    if (stretch.actor.empty()) return true;
    std::vector<std::string> names;
    for (const syntax::Owner* body : body_syntax_) names.push_back(body->name.text);
    if (std::find(names.begin(), names.end(), stretch.actor) != names.end()) {
        note_file_name(stretch.actor_range, stretch.actor);
        return true;
    }
    const std::string near = near_name(stretch.actor, names);
    report(MessageCode::unknown_name, stretch.actor_range, fmt::format("unknown body '{}'", stretch.actor),
           near.empty() ? "" : fmt::format("did you mean '{}'?", near));
    return false;
}

bool Compiler::check_stretch(const syntax::Stretch& stretch) {
    if (!check_actor(stretch)) return false;
    const auto machine = program_.find_machine(stretch.owner);
    if (!machine) {
        std::vector<std::string> names;
        for (const Machine& known : program_.machines) names.push_back(known.name);
        const std::string near = near_name(stretch.owner, names);
        report(MessageCode::unknown_name, stretch.range, fmt::format("unknown move or stance '{}'", stretch.owner),
               near.empty() ? "" : fmt::format("did you mean '{}'?", near));
        return false;
    }
    note_file_name(stretch.owner_range, stretch.owner);
    if (stretch.phase.empty()) return true;
    if (program_.find_phase(*machine, stretch.phase)) {
        note_phase(stretch.phase_range, *machine, stretch.phase);
        return true;
    }
    report(MessageCode::unknown_name, stretch.range,
           fmt::format("'{}' has no phase '{}'", stretch.owner, stretch.phase));
    return false;
}

bool Compiler::check_instant(const Expr& expr) {
    if (expr.name == "start" || expr.name == "end") return check_stretch(expr.stretch);
    if (!check_actor(expr.stretch)) return false;
    if (expr.name == "press" || expr.name == "release") {
        if (const auto button = program_.find_button(expr.stretch.owner)) {
            note_button(expr.stretch.owner_range, *button);
            return true;
        }
        report(MessageCode::unknown_name, expr.range, fmt::format("unknown button '{}'", expr.stretch.owner));
        return false;
    }
    if (expr.name == "landed" || expr.name == "left_ground") return true;
    if (expr.name == ">=" || expr.name == "<=") {
        Expr sought;
        sought.kind = ExprKind::call;
        sought.name = "highest";
        sought.range = expr.parts[0].range;
        sought.parts = {expr.parts[0]};
        const auto type = reading_call_type(sought);
        if (!type) return false;
        if (type->dimension == expr.parts[1].literal.unit.dimension) return true;
        report(MessageCode::wrong_type, expr.parts[1].range,
               fmt::format("expected {}, got {}", dimension_text(type->dimension),
                           dimension_text(expr.parts[1].literal.unit.dimension)));
        return false;
    }
    report(MessageCode::wrong_argument, expr.range, fmt::format("expected an instant, got '{}'", expr.name),
           "instants are start of MOVE, end of MOVE, press of BUTTON, release of BUTTON, landed, left_ground, or a "
           "quantity "
           "that comes to a value: speed >= 8 m/s");
    return false;
}

std::optional<Type> Compiler::reading_type(const Expr& expr) {
    switch (expr.kind) {
        case ExprKind::literal: return Type{ValueKind::number, expr.literal.unit.dimension};
        case ExprKind::name: {
            const std::string path = expr.member.empty() ? expr.name : expr.name + "." + expr.member;
            if (const auto dial = program_.find_dial(path)) {
                note_dial(expr, {});
                return Type{ValueKind::number, program_.dials[*dial].unit.dimension};
            }
            if (const auto reading = reading_names_.find(path)) {
                note_reading(expr.range, path);
                return program_.readings[static_cast<std::size_t>(*reading)].type;
            }
            report(MessageCode::misplaced, expr.range, fmt::format("'{}' is not allowed in a reading", path),
                   is_trace_quantity(path)
                       ? fmt::format("add an instant: {} at start of MOVE, or use highest({})", path, path)
                       : "use dials, earlier readings, and quantities of the run");
            return std::nullopt;
        }
        case ExprKind::negate: return reading_type(expr.parts[0]);
        case ExprKind::add:
        case ExprKind::subtract:
        case ExprKind::multiply:
        case ExprKind::divide: {
            const auto left = reading_type(expr.parts[0]);
            const auto right = reading_type(expr.parts[1]);
            if (!left || !right) return std::nullopt;
            if (expr.kind == ExprKind::multiply) return Type{ValueKind::number, left->dimension * right->dimension};
            if (expr.kind == ExprKind::divide) return Type{ValueKind::number, left->dimension / right->dimension};
            if (*left == *right) return left;
            report(MessageCode::different_types, expr.range,
                   fmt::format("{} and {} cannot be combined", type_text(*left), type_text(*right)),
                   "both sides need the same unit");
            return std::nullopt;
        }
        case ExprKind::at_start:
        case ExprKind::at_end:
        case ExprKind::call: return reading_call_type(expr);
        case ExprKind::at_instant:
        case ExprKind::just_before: {
            if (!check_instant(expr.parts[0])) return std::nullopt;
            return quantity_type(expr.parts[1], expr.range);
        }
        case ExprKind::of: {
            if (!check_stretch(expr.stretch)) return std::nullopt;
            if (expr.name == "duration") return Type{ValueKind::number, dimensions::time};
            if (expr.name == "distance") return Type{ValueKind::number, dimensions::length};
            return Type{};
        }
        case ExprKind::time_from:
            if (!check_instant(expr.parts[0]) || !check_instant(expr.parts[1])) return std::nullopt;
            return Type{ValueKind::number, dimensions::time};
        default: report(MessageCode::misplaced, expr.range, "this is not allowed in a reading"); return std::nullopt;
    }
}

std::optional<Type> Compiler::reading_call_type(const Expr& expr) {
    const bool call = expr.kind == ExprKind::call;
    static const std::vector<std::string> known{"highest", "lowest", "average", "largest_drop"};
    if (call && std::find(known.begin(), known.end(), expr.name) == known.end()) {
        const std::string near = near_name(expr.name, known);
        report(
            MessageCode::unknown_name, expr.range, fmt::format("unknown function '{}' in a reading", expr.name),
            near.empty() ? "use highest, lowest, average and largest_drop" : fmt::format("did you mean '{}'?", near));
        return std::nullopt;
    }
    if (!call && !check_stretch(expr.stretch)) return std::nullopt;
    const bool one = expr.parts.size() == 1;
    if (one && call && expr.name == "largest_drop" && gauge_named(expr.parts[0])) {
        report(MessageCode::wrong_argument, expr.range, "largest_drop: expected feet, speed, vertical_speed, x or y",
               "for other values use highest or lowest");
        return std::nullopt;
    }
    return quantity_type(one ? expr.parts[0] : Expr{}, expr.range);
}

std::optional<std::int32_t> Compiler::gauge_named(const Expr& expr) const {
    if (expr.kind != ExprKind::name) return std::nullopt;
    return program_.find_gauge(expr.member.empty() ? expr.name : expr.name + "." + expr.member);
}

/// What is measured along a run: one of its quantities, or a gauge. `whole`: where it is asked.
std::optional<Type> Compiler::quantity_type(const Expr& expr, SourceRange whole) {
    if (const auto gauge = gauge_named(expr)) {
        note_gauge(expr);
        return program_.gauges[static_cast<std::size_t>(*gauge)].value.type;
    }
    if (expr.kind != ExprKind::name || !is_trace_quantity(expr.name)) {
        report(MessageCode::wrong_argument, whole, "expected one quantity of the run",
               "use feet, speed, vertical_speed, x, y or a watched value");
        return std::nullopt;
    }
    return find_sense(plain_senses(), expr.name)->type;
}

void Compiler::compile_marks() {
    for (const syntax::File& file : syntax_) {
        for (const syntax::Mark& mark : file.marks) {
            const auto number = reading_names_.find(mark.reading.text);
            if (!number) {
                std::vector<std::string> names;
                for (const ReadingInfo& known : program_.readings) names.push_back(known.name);
                const std::string near = near_name(mark.reading.text, names);
                if (!has_errors(diagnostics_))
                    report(MessageCode::unknown_name, mark.reading.range,
                           fmt::format("unknown reading '{}'", mark.reading.text),
                           near.empty() ? "" : fmt::format("did you mean '{}'?", near));
                continue;
            }
            const ReadingInfo* reading = &program_.readings[static_cast<std::size_t>(*number)];
            note_reading(mark.reading.range, mark.reading.text);
            for (const syntax::Literal* end : {&mark.band.low, &mark.band.high})
                if (end->unit.dimension != reading->type.dimension)
                    report(MessageCode::wrong_type, mark.band.range,
                           fmt::format("mark of '{}': expected {}, got {}", mark.reading.text,
                                       dimension_text(reading->type.dimension), dimension_text(end->unit.dimension)));
            if (mark.band.low.si() > mark.band.high.si())
                report(MessageCode::empty_range, mark.band.range, "the lower end of this band is above its upper end",
                       "write the lower end first");
            program_.marks.push_back({mark.reading.text, mark.band.low.si(), mark.band.high.si(), mark.band.low.unit,
                                      mark.tape, mark.range});
        }
    }
}

}  // namespace leap
