// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <cctype>
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
        const bool named = trace.tracks.size() > 1 && span.owner.is_actor();
        const std::string who = named ? trace.tracks[span.owner.at()].name + "." : std::string();
        Json phase{{"of", who + machine.name},
                   {"phase", machine.phases[span.phase].name},
                   {"from", span.from},
                   {"to", span.to}};
        if (span.owner.is_fixture()) phase["fixture"] = trace.fixtures[span.owner.at()].name;
        if (machine.kind == MachineKind::move) phase["layer"] = program.layers[static_cast<std::size_t>(machine.layer)];
        out["phases"].push_back(std::move(phase));
    }
    out["events"] = Json::array();
    for (const TraceEvent& event : trace.events)
        out["events"].push_back({{"t", event.time}, {"event", event_text(event, program, trace)}});
    return out;
}

bool has_text(std::string_view text, std::string_view wanted) {
    const auto same = [](char a, char b) {
        return std::tolower(static_cast<unsigned char>(a)) == std::tolower(static_cast<unsigned char>(b));
    };
    return std::search(text.begin(), text.end(), wanted.begin(), wanted.end(), same) != text.end();
}

/// "   1.264913 s  entered water".
void print_events(const Trace& trace, const Program& program, std::string_view wanted) {
    for (const TraceEvent& event : trace.events) {
        const std::string text = event_text(event, program, trace);
        if (has_text(text, wanted)) fmt::print("{:12.6f} s  {}\n", event.time, text);
    }
}

/// Only those that were asked for, when any were.
std::vector<ReadingResult> wanted_readings(std::vector<ReadingResult> all, const std::vector<std::string>& names) {
    if (names.empty()) return all;
    std::erase_if(all, [&](const ReadingResult& reading) {
        return std::find(names.begin(), names.end(), reading.name) == names.end();
    });
    return all;
}

/// Replays one tape and prints what is asked for. Nothing when it can't be run; else whether a mark was missed.
std::optional<bool> run_tape(const Prepared& prepared, const Tape& tape, const RunOptions& options, Json& out) {
    const int rate = options.rate_hz > 0 ? options.rate_hz : tape.rate_hz;
    const auto begin = std::chrono::steady_clock::now();
    const auto trace = replay(prepared.rehearsal(rate), tape);
    const double wall_s = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    if (!trace) {
        complain(trace.error());
        return std::nullopt;
    }
    const auto readings =
        wanted_readings(take_readings(prepared.program, prepared.tuning, *trace, tape.name), options.readings);
    if (!options.trace_file.empty()) {
        const auto written = write_file(options.trace_file, trace_csv(*trace, prepared.program));
        if (!written) {
            complain(written.error());
            return std::nullopt;
        }
    }
    if (options.json) {
        out.push_back(json_of(*trace, prepared.program, tape, wall_s, readings));
    } else {
        fmt::print("{}: {} ticks at {} ticks/s, hash {}, {:.0f} times real time\n", tape.name, trace->ticks, rate,
                   hash_text(trace_hash(*trace)), trace->length_s() / std::max(wall_s, 1e-9));
        if (options.events) print_events(*trace, prepared.program, *options.events);
        if (!options.events || !options.readings.empty())
            for (const ReadingResult& reading : readings) fmt::print("{}\n", reading_line(reading));
    }
    return std::any_of(readings.begin(), readings.end(),
                       [](const ReadingResult& r) { return r.met().has_value() && !*r.met(); });
}

bool knows_readings(const Program& program, const std::vector<std::string>& wanted) {
    std::vector<std::string> names;
    for (const ReadingInfo& reading : program.readings) names.push_back(reading.name);
    for (const std::string& name : wanted) {
        if (std::find(names.begin(), names.end(), name) != names.end()) continue;
        const std::string near = nearest_name(name, names);
        complain(
            fmt::format("unknown reading '{}'{}", name, near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
        return false;
    }
    return true;
}

}  // namespace

int run(const RunOptions& options) {
    if (options.all == !options.tape.empty()) {
        complain("expected --tape NAME or --all");
        return problems;
    }
    if (options.all && !options.trace_file.empty()) {
        complain("expected --tape NAME with --trace");
        return problems;
    }
    auto project = load_runnable(options.project);
    if (!project) return problems;
    std::vector<Tape> tapes;
    if (options.all) {
        for (const TapeEntry& entry : project->tapes) tapes.push_back(entry.tape);
    } else {
        auto tape = find_tape(*project, options.tape);
        if (!tape) return problems;
        tapes.push_back(std::move(*tape));
    }
    Prepared prepared = prepare(std::move(*project));
    if (!knows_readings(prepared.program, options.readings)) return problems;
    DialValues dials = prepared.tuning.dials;
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
    Json out = Json::array();
    bool missed = false;
    for (const Tape& tape : tapes) {
        const auto missed_here = run_tape(prepared, tape, options, out);
        if (!missed_here) return problems;
        missed = missed || *missed_here;
    }
    if (options.json) {
        const Json& printed = options.all ? out : out.front();
        fmt::print("{}\n", printed.dump(2, ' ', false, Json::error_handler_t::replace));
    }
    return options.marks && missed ? problems : good;
}

}  // namespace leap::cli
