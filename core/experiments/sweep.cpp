// SPDX-License-Identifier: MIT
#include "core/experiments/sweep.hpp"

#include <fmt/format.h>
#include <tbb/enumerable_thread_specific.h>

#include <charconv>
#include <cmath>

#include "core/defaults.hpp"
#include "core/experiments/batch.hpp"
#include "core/experiments/board.hpp"
#include "core/script/typed_value.hpp"

namespace leap {
namespace {

SweepRun run_cell(const Setup& setup, const SweepRequest& request, std::span<const double> values, std::size_t tape,
                  Trace& room, const StopSign& stop) {
    std::vector<FreeValue> free;
    for (const SweepAxis& axis : request.axes) free.push_back(axis.value);
    const Varied made = varied(setup, free, values);
    BatchOptions options;
    options.ways = true;
    options.stop = stop;
    options.hashes = false;
    const Tape* played = request.tapes[tape];
    const BatchResult result =
        run_alone({made.program.get(), &made.tuning, made.course.get(), played, played->rate_hz}, room, options);
    SweepRun out;
    out.problem = result.problem;
    for (const ReadingResult& reading : result.readings) out.readings.push_back(reading.value);
    const MarkCount marks = count_marks(result.readings);
    out.held = marks.held;
    out.marks = marks.all;
    out.way = result.problem.empty() ? way_number(result.way) : 0;
    return out;
}

tl::expected<double, std::string> end_of(std::string_view typed, const FreeValue& value) {
    return read_value(typed, value.unit, value.path, free_value_text(value, value.now));
}

bool same_way(const SweepCell& a, const SweepCell& b, std::optional<std::size_t> tape) {
    for (std::size_t i = 0; i < a.tapes.size(); ++i)
        if ((!tape || *tape == i) && a.tapes[i].way != b.tapes[i].way) return false;
    return true;
}

}  // namespace

std::vector<double> Sweep::values_of(std::size_t cell) const {
    const auto wide = static_cast<std::size_t>(axes[0].count);
    std::vector<double> out{axes[0].at(static_cast<int>(cell % wide))};
    if (axes.size() > 1) out.push_back(axes[1].at(static_cast<int>(cell / wide)));
    return out;
}

tl::expected<SweepAxis, std::string> read_axis(std::string_view text, const Program& program, const Tuning& tuning,
                                               const CoursePlan& plan) {
    const auto wrong = [&](const std::string& what) {
        return tl::make_unexpected(fmt::format("\"{}\": {}; write it like hop.rise=0.5m..6m:41", text, what));
    };
    const auto equals = text.find('=');
    const auto value = find_free_value(program, tuning, plan, text.substr(0, equals));
    if (!value) return tl::make_unexpected(value.error());
    SweepAxis out{*value, value->low, value->high, defaults::usual_sweep_points};
    if (equals == std::string_view::npos) return out;
    std::string_view range = text.substr(equals + 1);
    if (const auto colon = range.rfind(':'); colon != std::string_view::npos) {
        const std::string_view digits = range.substr(colon + 1);
        const auto read = std::from_chars(digits.data(), digits.data() + digits.size(), out.count);
        if (read.ec != std::errc() || read.ptr != digits.data() + digits.size() || out.count < 1)
            return wrong(fmt::format("expected a number of points, got \"{}\"", digits));
        range = range.substr(0, colon);
    }
    const auto dots = range.find("..");
    if (dots == std::string_view::npos) return wrong("expected a range with ..");
    const auto from = end_of(range.substr(0, dots), *value);
    const auto to = from ? end_of(range.substr(dots + 2), *value) : from;
    if (!to) return tl::make_unexpected(to.error());
    if (*from > *to) return wrong("the lower end of the range is above its upper end; swap them");
    for (const double end : {*from, *to})
        if (value->kind == FreeValue::Kind::dial && program.dials[value->index].low &&
            (end < value->low - 1e-12 || end > value->high + 1e-12))
            return wrong(fmt::format("{} lies outside of the dial's range {}..{}", free_value_text(*value, end),
                                     free_value_text(*value, value->low), free_value_text(*value, value->high)));
    out.from = *from;
    out.to = *to;
    return out;
}

std::optional<std::string> sweep_problem(const SweepRequest& request) {
    if (request.axes.empty()) return "a sweep needs one or two values; say which dials it goes over";
    if (request.axes.size() > 2) return "a sweep goes over one or two values; take the others out";
    if (request.tapes.empty()) return "a sweep needs a tape; there is none";
    if (request.axes.size() == 2 && request.axes[0].value.path == request.axes[1].value.path)
        return "both values of the sweep are " + request.axes[0].value.path + "; choose another one";
    std::size_t runs = request.tapes.size();
    for (const SweepAxis& axis : request.axes) runs *= static_cast<std::size_t>(axis.count);
    if (runs > defaults::max_sweep_runs)
        return fmt::format("this sweep would be {} runs, at most {} are made; take fewer points", runs,
                           defaults::max_sweep_runs);
    return std::nullopt;
}

Sweep run_sweep(const Setup& setup, const SweepRequest& request, const ParallelOptions& options, const Shard& shard) {
    Sweep out;
    out.axes = request.axes;
    out.fingerprint = request.fingerprint;
    for (const Tape* tape : request.tapes) out.tapes.push_back(tape->name);
    std::size_t count = 1;
    for (const SweepAxis& axis : request.axes) count *= static_cast<std::size_t>(axis.count);
    out.cells.resize(count);
    std::vector<std::size_t> wanted;
    for (std::size_t cell = 0; cell < count; ++cell)
        if (shard.has(cell)) wanted.push_back(cell);
    for (const std::size_t cell : wanted) out.cells[cell].tapes.resize(request.tapes.size());
    tbb::enumerable_thread_specific<Trace> rooms;
    const std::size_t tapes = request.tapes.size();
    std::vector<std::uint8_t> ran(wanted.size() * tapes, 0);
    const StopSign stop(options.stop);
    const bool all = in_parallel(ran.size(), stopped_by(options, stop), [&](std::size_t i) {
        const std::size_t cell = wanted[i / tapes];
        out.cells[cell].tapes[i % tapes] =
            run_cell(setup, request, out.values_of(cell), i % tapes, rooms.local(), stop);
        ran[i] = 1;
    });
    for (std::size_t k = 0; k < wanted.size(); ++k) {
        bool done = true;
        for (std::size_t tape = 0; tape < tapes; ++tape) done = done && ran[k * tapes + tape] != 0;
        out.cells[wanted[k]].done = done;
    }
    out.complete = all && wanted.size() == count;
    return out;
}

bool holds_all(const SweepCell& cell, std::optional<std::size_t> tape) {
    for (std::size_t i = 0; i < cell.tapes.size(); ++i)
        if ((!tape || *tape == i) && (!cell.tapes[i].problem.empty() || cell.tapes[i].held < cell.tapes[i].marks))
            return false;
    return true;
}

std::vector<SweepEdge> find_edges(const Setup& setup, const SweepRequest& request, const Sweep& sweep,
                                  std::optional<std::size_t> tape, const ParallelOptions& options) {
    std::vector<SweepEdge> out;
    const int wide = sweep.axes[0].count;
    const int high = sweep.axes.size() > 1 ? sweep.axes[1].count : 1;
    const auto consider = [&](std::size_t one, std::size_t other) {
        const SweepCell& a = sweep.cells[one];
        const SweepCell& b = sweep.cells[other];
        if (!a.done || !b.done) return;
        if (holds_all(a, tape) != holds_all(b, tape)) out.push_back({{}, one, other, true});
        if (!same_way(a, b, tape)) out.push_back({{}, one, other, false});
    };
    for (int y = 0; y < high; ++y)
        for (int x = 0; x < wide; ++x) {
            if (x + 1 < wide) consider(sweep.cell_at(x, y), sweep.cell_at(x + 1, y));
            if (y + 1 < high) consider(sweep.cell_at(x, y), sweep.cell_at(x, y + 1));
        }
    // Where runs go other ways everywhere, the edges between ways stay in the middle of their cells: they would cost
    // more than the sweep itself and outline nothing.
    const auto ways = std::count_if(out.begin(), out.end(), [](const SweepEdge& edge) { return !edge.holds; });
    const bool few_ways = static_cast<std::size_t>(ways) * 4 <= sweep.cells.size();
    tbb::enumerable_thread_specific<Trace> rooms;
    constexpr int halvings = 5;
    const StopSign stop(options.stop);
    in_parallel(out.size(), stopped_by(options, stop), [&](std::size_t i) {
        SweepEdge& edge = out[i];
        std::vector<double> one = sweep.values_of(edge.one);
        std::vector<double> other = sweep.values_of(edge.other);
        const SweepCell& begin = sweep.cells[edge.one];
        for (int k = 0; k < halvings && (edge.holds || few_ways); ++k) {
            std::vector<double> middle(one.size());
            for (std::size_t axis = 0; axis < one.size(); ++axis) middle[axis] = 0.5 * (one[axis] + other[axis]);
            SweepCell cell;
            cell.tapes.resize(begin.tapes.size());
            for (std::size_t t = 0; t < begin.tapes.size(); ++t)
                if (!tape || *tape == t)
                    cell.tapes[t] = run_cell(setup, request, middle, t, rooms.local(), stop);
                else
                    cell.tapes[t] = begin.tapes[t];
            const bool same =
                edge.holds ? holds_all(cell, tape) == holds_all(begin, tape) : same_way(cell, begin, tape);
            (same ? one : other) = middle;
        }
        edge.values.resize(one.size());
        for (std::size_t axis = 0; axis < one.size(); ++axis) edge.values[axis] = 0.5 * (one[axis] + other[axis]);
    });
    return out;
}

}  // namespace leap
