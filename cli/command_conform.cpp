// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/experiments/conform.hpp"
#include "core/experiments/fit.hpp"
#include "core/project/file_io.hpp"
#include "core/project/json_reader.hpp"

namespace leap::cli {
namespace {

Json json_of(const Apart& apart) {
    return {{"t", apart.time_s}, {"by", apart.by}, {"what", apart_text(apart)}, {"during", apart.during}};
}

void print(const ConformCommand& options, const Conformity& found, double length_s) {
    if (options.json) {
        Json out{{"conforms", found.conforms()},
                 {"compared", found.compared},
                 {"outside", found.outside},
                 {"covered", found.covered},
                 {"length", length_s},
                 {"beyond", found.beyond},
                 {"growth_mps", found.place_growth_mps},
                 {"later", found.alignment.later_s}};
        for (const Measured what : found.columns) out["columns"].push_back(measured_name(what));
        out["offsets"] = Json::object();
        for (const auto& [what, offset] : found.alignment.offset)
            out["offsets"][std::string(measured_name(what))] = offset;
        out["first"] = found.first ? json_of(*found.first) : Json();
        out["farthest"] = found.farthest ? json_of(*found.farthest) : Json();
        fmt::print("{}\n", out.dump(2));
        return;
    }
    fmt::print("{}\n", coverage_text(found, length_s));
    if (!found.is_covered())
        fmt::print("expected at least {:.0f} % to be compared; measure more of the run, or ask for less with --cover\n",
                   found.cover * 100.0);
    if (options.align) {
        const std::string offsets = offsets_text(found.alignment);
        fmt::print("aligned: {:.3f} s later{}; the position itself was not compared\n", found.alignment.later_s,
                   offsets.empty() ? "" : ", moved by " + offsets);
    }
    fmt::print("{} of {} instants differ by more than {:g} m or {:g} m/s\n", found.beyond, found.compared,
               options.tolerance.place_m, options.tolerance.speed_mps);
    if (found.first) fmt::print("first:    {}\n", apart_text(*found.first));
    if (found.farthest) fmt::print("farthest: {}\n", apart_text(*found.farthest));
    if (std::find_if(found.columns.begin(), found.columns.end(),
                     [](Measured what) { return what != Measured::speed; }) != found.columns.end())
        fmt::print("drift:    {:.4g} mm more each second\n", found.place_growth_mps * 1000.0);
}

}  // namespace

int conform(const ConformCommand& options) {
    auto project = load_runnable(options.project);
    if (!project) return problems;
    const auto tape = cli::find_tape(*project, options.tape);
    if (!tape) return problems;
    const auto text = read_file(options.measured);
    if (!text) {
        complain(text.error());
        return problems;
    }
    const auto measured = read_measured(*text, options.measured, options.units, SameInstant::last_counts);
    if (!measured) {
        complain(measured.error());
        return problems;
    }
    const Prepared prepared = prepare(std::move(*project));
    const auto trace = replay(prepared.rehearsal(tape->rate_hz), *tape);
    if (!trace) {
        complain(trace.error());
        return problems;
    }
    const std::optional<std::size_t> track = options.character.empty() ? 0 : trace->find_track(options.character);
    if (!track) {
        complain(fmt::format("unknown character '{}' in the tape", options.character));
        return problems;
    }
    Alignment alignment;
    alignment.later_s = options.later_s;
    if (options.align) alignment = aligned(*measured, trace->tracks[*track]);
    ConformTolerance tolerance = options.tolerance;
    tolerance.cover = options.cover_percent / 100.0;
    const Conformity found = conformity_of(prepared.program, *trace, *track, *measured, alignment, tolerance);
    if (found.compared == 0) {
        complain(fmt::format("{}: none of its times lies within the tape's {:g} s", options.measured, tape->length_s));
        return problems;
    }
    print(options, found, trace->length_s());
    return found.conforms() ? good : problems;
}

}  // namespace leap::cli
