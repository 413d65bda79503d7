// SPDX-License-Identifier: MIT
#include "core/project/wire_sweep.hpp"

#include <fmt/format.h>

#include <charconv>
#include <cmath>

#include "core/defaults.hpp"
#include "core/project/wire_file.hpp"
#include "core/script/dial_edit.hpp"
#include "core/units/csv.hpp"
#include "core/wire/differences.hpp"

namespace leap {
namespace {

/// "LOW..HIGH:N" in parts.
struct Span {
    std::string low, high;
    std::size_t count = 0;
};
std::optional<Span> span_in(const std::string& text) {
    const std::size_t dots = text.find("..");
    const std::size_t colon = text.rfind(':');
    if (dots == std::string::npos || colon == std::string::npos || colon < dots) return std::nullopt;
    Span out{text.substr(0, dots), text.substr(dots + 2, colon - dots - 2), 0};
    const auto read = std::from_chars(text.data() + colon + 1, text.data() + text.size(), out.count);
    if (read.ec != std::errc{} || read.ptr != text.data() + text.size() || out.count < 2) return std::nullopt;
    return out;
}

std::optional<double> plain_number(const std::string& text) {
    double out = 0.0;
    const auto read = std::from_chars(text.data(), text.data() + text.size(), out);
    if (text.empty() || read.ec != std::errc{} || read.ptr != text.data() + text.size() || !std::isfinite(out))
        return std::nullopt;
    return out;
}

std::string as_setting(const WireAxis& axis, std::size_t at) {
    return fmt::format("{}={}", axis.what, axis.texts[at]);
}

WireCell rehearsed_cell(const Program& program, const Tuning& tuning, const Course& course, WirePlan plan,
                        std::span<const Tape> tapes, const std::vector<WireAxis>& axes, std::vector<std::size_t> at,
                        const StopSign& stop) {
    WireCell out;
    DialValues dials = tuning.dials;
    for (std::size_t k = 0; k < axes.size(); ++k) {
        if (axes[k].dial)
            dials[axes[k].dial] = axes[k].values[at[k]];
        else if (out.problem = set_wire_value(plan, as_setting(axes[k], at[k])); !out.problem.empty())
            return out;
    }
    Tuning turned = make_tuning(program, std::move(dials));
    turned.off = tuning.off;
    turned.accents_off = tuning.accents_off;
    out.at = std::move(at);
    const SceneView r(program, turned, course, defaults::tick_rate_hz);
    WireOptions how;
    how.stop = stop;
    how.one_thread = true;  // there are as many rehearsals as cores already
    const auto run = rehearse(r, plan, tapes, how);
    if (stop()) throw WorkStopped{};
    if (!run) {
        out.problem = run.error();
        return out;
    }
    out.readings = wire_readings(*run, differences_of(r, *run));
    for (const WireMarkAnswer& mark : wire_marks(plan, out.readings)) out.marks_met += mark.met ? 1 : 0;
    out.marks = plan.marks.size();
    return out;
}

}  // namespace

tl::expected<WireAxis, std::string> read_wire_axis(const Program& program, const WirePlan& plan,
                                                   const std::string& text) {
    const auto wrong = [&](const std::string& what) {
        return tl::make_unexpected(fmt::format("\"{}\": {}", text, what));
    };
    const std::size_t equals = text.find('=');
    const auto span = equals == std::string::npos ? std::nullopt : span_in(text.substr(equals + 1));
    if (!span) return wrong("write it like \"Peer 1.delay=0..0.3:7\" or \"hop.rise=1m..3m:5\", with at least 2 values");
    if (span->count > max_wire_cells) return wrong("so many values are too many");
    WireAxis out;
    out.what = text.substr(0, equals);
    double low = 0.0;
    double high = 0.0;
    if (const auto dial = program.find_dial(out.what)) {
        out.dial = *dial;
        const auto first = parse_dial_value(program.dials[out.dial], span->low);
        const auto last = parse_dial_value(program.dials[out.dial], span->high);
        if (!first || !last) return wrong(first ? last.error() : first.error());
        low = *first;
        high = *last;
    } else {
        const auto first = plain_number(span->low);
        const auto last = plain_number(span->high);
        if (!first || !last) return wrong("its ends are no numbers; times are in seconds, shares from 0 to 1");
        low = *first;
        high = *last;
        WirePlan tried = plan;
        if (std::string problem = set_wire_value(tried, fmt::format("{}={}", out.what, span->low)); !problem.empty())
            return tl::make_unexpected(std::move(problem));
    }
    for (std::size_t i = 0; i < span->count; ++i) {
        const double share = static_cast<double>(i) / static_cast<double>(span->count - 1);
        const double value = low + (high - low) * share;
        out.values.push_back(value);
        out.texts.push_back(out.dial ? dial_literal(program.dials[out.dial], value) : fmt::format("{:.6g}", value));
    }
    return out;
}

tl::expected<WireSweep, std::string> wire_sweep(const Program& program, const Tuning& tuning, const Course& course,
                                                const WirePlan& plan, std::span<const Tape> tapes,
                                                std::vector<WireAxis> axes, const ParallelOptions& options) {
    if (axes.empty() || axes.size() > 2)
        return tl::make_unexpected(std::string("one or two things are varied at once"));
    WireSweep out;
    out.axes = std::move(axes);
    const std::size_t inner = out.axes.back().values.size();
    const std::size_t count = out.axes.front().values.size() * (out.axes.size() == 2 ? inner : 1);
    if (count > max_wire_cells)
        return tl::make_unexpected(fmt::format("{} rehearsals are too many: at most {}", count, max_wire_cells));
    out.cells.resize(count);
    const StopSign stop(options.stop);
    out.stopped = !in_parallel(count, stopped_by(options, stop), [&](std::size_t i) {
        std::vector<std::size_t> at{i};
        if (out.axes.size() == 2) at = {i / inner, i % inner};
        out.cells[i] = rehearsed_cell(program, tuning, course, plan, tapes, out.axes, std::move(at), stop);
    });
    return out;
}

std::optional<FineRange> fine_range(const WireSweep& sweep, std::size_t axis) {
    std::vector<bool> fine(sweep.axes[axis].values.size(), true);
    for (const WireCell& cell : sweep.cells) {
        if (cell.at.size() <= axis || (cell.problem.empty() && cell.marks == 0)) return std::nullopt;
        if (!cell.is_fine()) fine[cell.at[axis]] = false;
    }
    std::optional<FineRange> best;
    for (std::size_t i = 0; i < fine.size(); ++i) {
        if (!fine[i]) continue;
        std::size_t last = i;
        while (last + 1 < fine.size() && fine[last + 1]) ++last;
        if (!best || last - i > best->last - best->first) best = FineRange{i, last};
        i = last;
    }
    return best;
}

std::string wire_sweep_csv(const WireSweep& sweep) {
    std::string out;
    for (const WireAxis& axis : sweep.axes) out += fmt::format("{},", csv_field(axis.what));
    const auto with = std::find_if(sweep.cells.begin(), sweep.cells.end(),
                                   [](const WireCell& cell) { return !cell.readings.empty(); });
    if (with != sweep.cells.end())
        for (const WireReading& reading : with->readings) out += fmt::format("{},", csv_field(reading.name));
    out += "marks held,marks,problem\n";
    for (const WireCell& cell : sweep.cells) {
        for (std::size_t k = 0; k < cell.at.size(); ++k)
            out += fmt::format("{},", csv_field(sweep.axes[k].texts[cell.at[k]]));
        if (with != sweep.cells.end())
            for (std::size_t i = 0; i < with->readings.size(); ++i) {
                const bool known = i < cell.readings.size() && !std::isnan(cell.readings[i].value);
                out += known ? fmt::format("{:.9g},", cell.readings[i].value) : ",";
            }
        out += fmt::format("{},{},{}\n", cell.marks_met, cell.marks, csv_field(cell.problem));
    }
    return out;
}

}  // namespace leap
