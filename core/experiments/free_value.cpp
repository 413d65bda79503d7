// SPDX-License-Identifier: MIT
#include "core/experiments/free_value.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>

#include "core/script/diagnostic.hpp"
#include "core/script/dial_edit.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

/// Range of what has none of its own.
constexpr double course_reach_m = 5.0;

tl::expected<FreeValue, std::string> lacking(const std::string& what, std::string_view name,
                                             const std::vector<std::string>& names) {
    const std::string near = nearest_name(name, names);
    return tl::make_unexpected(
        fmt::format("unknown {} '{}'{}", what, name, near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
}

FreeValue of_dial(const Program& program, const Tuning& tuning, std::size_t index) {
    const DialInfo& dial = program.dials[index];
    FreeValue out;
    out.index = index;
    out.path = dial.path();
    out.unit = dial.unit;
    out.now = tuning.dials[index];
    const double size = std::max(std::abs(out.now), dial.unit.scale);
    out.low = dial.low.value_or(out.now - size);
    out.high = dial.high.value_or(out.now + size);
    return out;
}

/// "surge point 2"
tl::expected<FreeValue, std::string> of_curve(const Program& program, std::string_view rest, std::string_view path) {
    const auto word = rest.rfind(" point ");
    std::size_t number = 0;
    if (word != std::string_view::npos) {
        const std::string_view digits = rest.substr(word + 7);
        const auto read = std::from_chars(digits.data(), digits.data() + digits.size(), number);
        if (read.ec != std::errc() || read.ptr != digits.data() + digits.size()) number = 0;
    }
    if (number == 0)
        return tl::make_unexpected(fmt::format("\"{}\" names no point; write it like \"curve surge point 2\"", path));
    const std::string_view name = rest.substr(0, word);
    std::vector<std::string> names;
    for (std::size_t i = 0; i < program.curves.size(); ++i) {
        const CurveInfo& curve = program.curves[i];
        names.push_back(curve.name);
        if (curve.name != name) continue;
        if (number > curve.points.size())
            return tl::make_unexpected(fmt::format("the curve {} has {} points", name, curve.points.size()));
        FreeValue out;
        out.kind = FreeValue::Kind::curve_point;
        out.index = i;
        out.part = number - 1;
        out.path = path;
        out.now = curve.points[out.part].y;
        const double size = std::max(std::abs(out.now), 1.0);
        out.low = out.now - size;
        out.high = out.now + size;
        return out;
    }
    return lacking("curve", name, names);
}

template <class Item>
tl::expected<FreeValue, std::string> of_course(const std::vector<Item>& items, FreeValue::Kind kind,
                                               std::string_view rest, std::string_view path, const std::string& word) {
    const char axis = rest.size() > 2 && rest[rest.size() - 2] == ' ' ? rest.back() : '\0';
    if (axis < 'x' || axis > 'z')
        return tl::make_unexpected(fmt::format("\"{}\" names no axis; write it like \"{} NAME x\"", path, word));
    const std::string_view name = rest.substr(0, rest.size() - 2);
    std::vector<std::string> names;
    for (std::size_t i = 0; i < items.size(); ++i) {
        names.push_back(items[i].name);
        if (items[i].name != name) continue;
        FreeValue out;
        out.kind = kind;
        out.index = i;
        out.part = static_cast<std::size_t>(axis - 'x');
        out.path = path;
        out.unit = Unit{"m", 1.0, dimensions::length};
        if constexpr (requires { items[i].center; }) {
            out.now = items[i].center[static_cast<int>(out.part)];
        } else {
            out.now = items[i].position[static_cast<int>(out.part)];
        }
        out.low = out.now - course_reach_m;
        out.high = out.now + course_reach_m;
        return out;
    }
    return lacking(word, name, names);
}

/// So many that a thousandth of the range is seen.
int decimals_of(const FreeValue& value) {
    const double span = std::max(1e-9, (value.high - value.low) / value.unit.scale);
    return decimals_for_step(span / 1000.0);
}

}  // namespace

tl::expected<FreeValue, std::string> find_free_value(const Program& program, const Tuning& tuning,
                                                     const CoursePlan& plan, std::string_view path) {
    const auto space = path.find(' ');
    const std::string_view word = path.substr(0, space);
    const std::string_view rest = space == std::string_view::npos ? std::string_view{} : path.substr(space + 1);
    using Kind = FreeValue::Kind;
    if (word == "curve") return of_curve(program, rest, path);
    if (word == "piece") return of_course(plan.pieces, Kind::piece, rest, path, "piece");
    if (word == "fixture") return of_course(plan.fixtures, Kind::fixture, rest, path, "fixture");
    if (word == "target") return of_course(plan.targets, Kind::target, rest, path, "target");
    if (word == "place") return of_course(plan.places, Kind::place, rest, path, "place");
    if (const auto dial = program.find_dial(path)) return of_dial(program, tuning, dial->at());
    std::vector<std::string> names;
    for (const DialInfo& dial : program.dials) names.push_back(dial.path());
    return lacking("dial", path, names);
}

std::vector<FreeValue> free_dials(const Program& program, const Tuning& tuning) {
    std::vector<FreeValue> out;
    for (std::size_t i = 0; i < program.dials.size(); ++i) {
        const DialInfo& dial = program.dials[i];
        if (!dial.body && dial.low && dial.high) out.push_back(of_dial(program, tuning, i));
    }
    return out;
}

double written_value(const Program& program, const FreeValue& value, double si) {
    if (value.kind == FreeValue::Kind::dial) return rounded_dial_value(program.dials[value.index], si);
    const double power = elementary::power_of_ten(decimals_of(value));
    return std::round(si / value.unit.scale * power) / power * value.unit.scale;
}

std::string free_value_text(const FreeValue& value, double si) {
    return quantity_text(si, value.unit, decimals_of(value));
}

}  // namespace leap
