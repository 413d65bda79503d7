// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/project/trial_kinds.hpp"
#include "core/project/wire_file.hpp"
#include "core/script/diagnostic.hpp"
#include "core/script/typed_value.hpp"

namespace leap {
namespace {

std::string_view without_spaces(std::string_view text) {
    const auto from = text.find_first_not_of(' ');
    if (from == std::string_view::npos) return {};
    return text.substr(from, text.find_last_not_of(' ') - from + 1);
}

Unit unit_of(const WireReading& reading) {
    if (reading.unit == "s") return display_unit(dimensions::time);
    if (reading.unit == "m") return display_unit(dimensions::length);
    return display_unit(dimensions::none);
}

/// "0.05", or with a unit: as a plain number in SI, as wire axes take it.
tl::expected<std::string, std::string> plain_end(const TrialFree& free, const std::string& text) {
    const std::string what = free.value.substr(free.value.rfind('.') + 1);
    const bool is_share = what == "loss" || what == "duplicates";
    const bool is_plain = is_share || what == "bytes_per_second" || what == "seed";
    const auto read = read_value(text, display_unit(is_plain ? dimensions::none : dimensions::time), free.value,
                                 is_plain ? "0.05" : "50 ms");
    if (!read) return tl::make_unexpected(read.error());
    return fmt::format("{:.9g}", *read);
}

/// A dial's ends are its own range where the trial says none.
tl::expected<WireAxis, std::string> axis_of(const TrialFree& free, const TrialScene& scene, const WirePlan& plan) {
    std::string low = free.low;
    std::string high = free.high;
    if (scene.program->find_dial(free.value)) {
        const auto dial = find_free_value(*scene.program, scene.tuning, scene.course->plan, free.value);
        if (!dial) return tl::make_unexpected(dial.error());
        if (low.empty()) low = free_value_text(*dial, dial->low);
        if (high.empty()) high = free_value_text(*dial, dial->high);
    } else {
        if (low.empty() || high.empty())
            return tl::make_unexpected(fmt::format("{}: say its lowest and its highest value", free.value));
        for (std::string* end : {&low, &high}) {
            auto plain = plain_end(free, *end);
            if (!plain) return tl::make_unexpected(plain.error());
            *end = std::move(*plain);
        }
    }
    const int points = free.points > 0 ? free.points : defaults::usual_sweep_points;
    return read_wire_axis(*scene.program, plan, fmt::format("{}={}..{}:{}", free.value, low, high, points));
}

/// "all marks hold in 5 of 7, with behind from 0.08 to 0.2".
std::string line_of(const WireOutcome& made) {
    const WireSweep& sweep = made.sweep;
    const auto count = [&](auto is) { return std::count_if(sweep.cells.begin(), sweep.cells.end(), is); };
    const auto failed = count([](const WireCell& cell) { return !cell.problem.empty(); });
    std::string out = fmt::format("{} rehearsals", sweep.cells.size());
    if (made.marks > 0) {
        out = fmt::format("all marks hold in {} of {}", count([](const WireCell& cell) { return cell.is_fine(); }),
                          sweep.cells.size());
        for (std::size_t k = 0; k < sweep.axes.size(); ++k)
            if (made.fine[k])
                out += fmt::format("{} {} from {} to {}", k == 0 ? ", with" : " and", sweep.axes[k].what,
                                   sweep.axes[k].texts[made.fine[k]->first], sweep.axes[k].texts[made.fine[k]->last]);
    }
    if (failed > 0) out += fmt::format("; {} could not be rehearsed", failed);
    return out;
}

}  // namespace

tl::expected<WireMark, std::string> read_wire_wish(std::string_view text) {
    const std::string_view wish = without_spaces(text);
    const auto end = std::min(wish.find_first_of(" <>="), wish.size());
    const std::string name(wish.substr(0, end));
    const auto wrong = [&](const std::string& what) {
        return tl::make_unexpected(fmt::format("\"{}\": {}", wish, what));
    };
    const auto kinds = wire_reading_kinds();
    const auto kind =
        std::find_if(kinds.begin(), kinds.end(), [&](const WireReading& each) { return each.name == name; });
    if (kind == kinds.end()) {
        std::vector<std::string> known;
        for (const WireReading& each : kinds) known.emplace_back(each.name);
        const std::string near = nearest_name(name, known);
        return wrong(fmt::format("unknown reading of shared play '{}'{}", name,
                                 near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
    }
    const auto value = [&](std::string_view typed) {
        return read_value(without_spaces(typed), unit_of(*kind), name, "0.05");
    };
    WireMark out{name, -1e12, 1e12};
    const std::string_view rest = without_spaces(wish.substr(end));
    if (rest.starts_with("in ")) {
        const auto dots = rest.find("..");
        if (dots == std::string_view::npos) return wrong("write its range like 0..0.05");
        const auto low = value(rest.substr(3, dots - 3));
        const auto high = value(rest.substr(dots + 2));
        if (!low || !high) return tl::make_unexpected(low ? high.error() : low.error());
        if (*high < *low) return wrong("its lower end is above its upper end; swap them");
        out.low = *low;
        out.high = *high;
        return out;
    }
    const bool at_most = rest.starts_with("<=");
    if (!at_most && !rest.starts_with(">=")) return wrong("write it like largest_correction <= 5 cm, or in 0..0.05");
    const auto bound = value(rest.substr(2));
    if (!bound) return tl::make_unexpected(bound.error());
    (at_most ? out.high : out.low) = *bound;
    return out;
}

std::optional<std::string> run_wire_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options,
                                          TrialOutcome& out) {
    const WirePlan* plan = find_rehearsal(scene, trial.rehearsal);
    if (plan == nullptr)
        return trial.rehearsal.empty() ? std::string("which rehearsal of shared play is it about? choose one")
                                       : fmt::format("unknown rehearsal \"{}\"; choose another", trial.rehearsal);
    if (trial.free.empty()) return "nothing is varied; choose a value of a connection, or a dial";
    WireOutcome made;
    made.plan = *plan;
    for (const std::string& text : trial.wishes) {
        auto wish = read_wire_wish(text);
        if (!wish) return wish.error();
        made.plan.marks.push_back(std::move(*wish));
    }
    made.marks = made.plan.marks.size();
    std::vector<WireAxis> axes;
    for (const TrialFree& free : trial.free) {
        auto axis = axis_of(free, scene, made.plan);
        if (!axis) return axis.error();
        axes.push_back(std::move(*axis));
    }
    auto sweep =
        wire_sweep(*scene.program, scene.tuning, *scene.course, made.plan, scene.tapes, std::move(axes), options);
    if (!sweep) return sweep.error();
    made.sweep = std::move(*sweep);
    for (std::size_t k = 0; k < made.sweep.axes.size(); ++k)
        made.fine.push_back(made.sweep.stopped ? std::nullopt : fine_range(made.sweep, k));
    out.stopped = made.sweep.stopped;
    out.is_good = made.marks == 0 || std::any_of(made.sweep.cells.begin(), made.sweep.cells.end(),
                                                 [](const WireCell& cell) { return cell.is_fine(); });
    out.line = line_of(made);
    out.what = std::move(made);
    return std::nullopt;
}

}  // namespace leap
