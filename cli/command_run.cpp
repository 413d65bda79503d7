// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <chrono>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/defaults.hpp"
#include "core/project/file_io.hpp"
#include "core/project/json_reader.hpp"

namespace leap::cli {
namespace {

Json json_of(const Trace& trace, const Program& program, const Tape& tape, double wall_s,
             const std::vector<ReadingResult>& readings) {
    Json out;
    out["tape"] = tape.name;
    out["rate_hz"] = trace.rate_hz;
    out["ticks"] = trace.ticks;
    out["seconds"] = trace.length_s();
    out["hash"] = hash_text(trace_hash(trace));
    out["realtime_factor"] = wall_s > 0.0 ? trace.length_s() / wall_s : 0.0;
    out["readings"] = Json::object();
    for (const ReadingResult& reading : readings) {
        Json entry;
        entry["value"] = reading.value ? Json(*reading.value) : Json(nullptr);
        entry["unit"] = Unit(display_unit(reading.type.dimension)).text;
        if (reading.type.dimension.angle != 0) entry["unit"] = "rad";
        entry["low"] = reading.low ? Json(*reading.low) : Json(nullptr);
        entry["high"] = reading.high ? Json(*reading.high) : Json(nullptr);
        entry["met"] = reading.met() ? Json(*reading.met()) : Json(nullptr);
        out["readings"][reading.name] = entry;
    }
    out["phases"] = Json::array();
    for (const PhaseSpan& span : trace.spans) {
        const Machine& machine = program.machines[span.machine];
        const bool named = trace.tracks.size() > 1 && span.actor >= 0;
        const std::string who = named ? trace.tracks[static_cast<std::size_t>(span.actor)].name + "." : std::string();
        out["phases"].push_back({{"of", who + machine.name},
                                 {"phase", machine.phases[static_cast<std::size_t>(span.phase)].name},
                                 {"from", span.from},
                                 {"to", span.to}});
    }
    out["events"] = Json::array();
    for (const TraceEvent& event : trace.events)
        out["events"].push_back({{"t", event.time}, {"event", event_text(event, program, trace)}});
    return out;
}

}  // namespace

int run(const RunOptions& options) {
    auto project = load_runnable(options.project);
    if (!project) return problems;
    const auto tape = find_tape(*project, options.tape);
    if (!tape) return problems;
    Prepared prepared = prepare(std::move(*project));
    std::vector<double> dials = prepared.tuning.dials;
    for (const std::string& setting : options.settings) {
        const auto applied = apply_setting(setting, prepared.program, dials);
        if (applied) continue;
        complain(applied.error());
        return problems;
    }
    prepared.tuning = make_tuning(prepared.program, std::move(dials));
    for (const std::string& name : options.without) {
        const auto left_out = leave_out(prepared.program, name, prepared.tuning);
        if (left_out) continue;
        complain(left_out.error());
        return problems;
    }
    const int rate = options.rate_hz > 0 ? options.rate_hz : tape->rate_hz;
    const auto begin = std::chrono::steady_clock::now();
    const auto trace = replay(prepared.rehearsal(rate), *tape);
    const double wall_s = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    if (!trace) {
        complain(trace.error());
        return problems;
    }
    const auto readings = take_readings(prepared.program, prepared.tuning, *trace, tape->name);
    if (!options.trace_file.empty()) {
        const auto written = write_file(options.trace_file, trace_csv(*trace, prepared.program));
        if (!written) {
            complain(written.error());
            return problems;
        }
    }
    if (options.json) {
        const Json out = json_of(*trace, prepared.program, *tape, wall_s, readings);
        fmt::print("{}\n", out.dump(2, ' ', false, Json::error_handler_t::replace));
    } else {
        fmt::print("{}: {} ticks at {} ticks/s, hash {}, {:.0f} times real time\n", tape->name, trace->ticks, rate,
                   hash_text(trace_hash(*trace)), trace->length_s() / std::max(wall_s, 1e-9));
        for (const ReadingResult& reading : readings) fmt::print("{}\n", reading_line(reading));
    }
    const bool missed = std::any_of(readings.begin(), readings.end(),
                                    [](const ReadingResult& r) { return r.met().has_value() && !*r.met(); });
    return options.marks && missed ? problems : good;
}

}  // namespace leap::cli
