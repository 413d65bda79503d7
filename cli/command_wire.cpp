// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <chrono>
#include <cmath>

#include "cli/commands.hpp"
#include "core/defaults.hpp"
#include "core/project/file_io.hpp"
#include "core/project/json_reader.hpp"
#include "core/project/wire_file.hpp"
#include "core/project/wire_sweep.hpp"
#include "core/script/diagnostic.hpp"
#include "core/wire/differences.hpp"
#include "core/wire/wire_readings.hpp"

namespace leap::cli {
namespace {

/// What one rehearsal came to.
struct Outcome {
    WireRun run;
    std::vector<WireDifference> differences;
    std::vector<WireReading> readings;
    std::vector<WireMarkAnswer> marks;
    double wall_s = 0.0;
};

std::string value_text(double value, std::string_view unit) {
    if (std::isnan(value)) return "nothing to read";
    return unit.empty() ? fmt::format("{:.4g}", value) : fmt::format("{:.4g} {}", value, unit);
}

std::string_view unit_of(const Outcome& outcome, const std::string& reading) {
    for (const WireReading& each : outcome.readings)
        if (each.name == reading) return each.unit;
    return {};
}

bool all_met(const Outcome& outcome) {
    for (const WireMarkAnswer& mark : outcome.marks)
        if (!mark.met) return false;
    return true;
}

void print_text(const WirePlan& plan, const SceneView& r, const Outcome& outcome) {
    fmt::print("{} · {} peers · {:g} s in {:.0f} ms · {:.1f} MB\n", plan.name, plan.peers.size(), outcome.run.end_s,
               1000.0 * outcome.wall_s, static_cast<double>(bytes_of(outcome.run)) / 1e6);
    if (outcome.run.host_left) fmt::print("the host left at {:.2f} s: play ends for all\n", outcome.run.end_s);
    for (const PeerRun& peer : outcome.run.peers)
        if (!peer.came) fmt::print("{} never connected\n", peer.name);
    for (const WireDifference& each : outcome.differences)
        fmt::print("  {}\n    {}\n", difference_text(r, outcome.run, each), cause_text(outcome.run, each));
    constexpr std::size_t max_listed = 20;
    for (std::size_t i = 0; i < outcome.run.corrections.size() && i < max_listed; ++i)
        fmt::print("  {}\n", correction_text(outcome.run, outcome.run.corrections[i]));
    if (outcome.run.corrections.size() > max_listed)
        fmt::print("  and {} more corrections\n", outcome.run.corrections.size() - max_listed);
    for (const WireReading& each : outcome.readings)
        fmt::print("  {:<24} {:<16} {}\n", each.name, value_text(each.value, each.unit), each.meaning);
    for (const WireMarkAnswer& each : outcome.marks) {
        const std::string_view unit = unit_of(outcome, each.mark.reading);
        fmt::print("  {:<24} {:<16} {:<7}in {}..{}\n", each.mark.reading, value_text(each.value, unit),
                   each.met ? "met" : "missed", value_text(each.mark.low, unit), value_text(each.mark.high, unit));
    }
}

Json json_of(const WirePlan& plan, const SceneView& r, const Outcome& outcome) {
    Json out;
    out["rehearsal"] = plan.name;
    out["length"] = outcome.run.end_s;
    out["host_left"] = outcome.run.host_left;
    out["bytes"] = bytes_of(outcome.run);
    out["hash"] = fmt::format("{:016x}", trace_hash(outcome.run.host));
    out["peers"] = Json::array();
    for (const PeerRun& peer : outcome.run.peers)
        out["peers"].push_back({{"name", peer.name},
                                {"lead", peer.lead_s},
                                {"from", peer.from_s},
                                {"to", peer.to_s},
                                {"came", peer.came}});
    out["differences"] = Json::array();
    for (const WireDifference& each : outcome.differences)
        out["differences"].push_back({{"peer", outcome.run.peers[each.peer].name},
                                      {"fixture", outcome.run.fixtures[each.fixture]},
                                      {"from", each.from_s},
                                      {"to", each.to_s},
                                      {"lasts", each.lasts},
                                      {"what", difference_text(r, outcome.run, each)},
                                      {"why", cause_text(outcome.run, each)}});
    out["corrections"] = Json::array();
    for (const WireCorrection& each : outcome.run.corrections)
        out["corrections"].push_back({{"peer", outcome.run.peers[each.peer].name},
                                      {"at", each.at_s},
                                      {"of", each.of_s},
                                      {"moved", each.moved_m},
                                      {"why", correction_text(outcome.run, each)}});
    for (const WireReading& each : outcome.readings)
        out["readings"][std::string(each.name)] = std::isnan(each.value) ? Json() : Json(each.value);
    out["marks"] = Json::array();
    for (const WireMarkAnswer& each : outcome.marks)
        out["marks"].push_back({{"reading", each.mark.reading},
                                {"low", each.mark.low},
                                {"high", each.mark.high},
                                {"value", std::isnan(each.value) ? Json() : Json(each.value)},
                                {"met", each.met}});
    return out;
}

/// The rehearsals that are asked for; none when there is no such, which has been said.
std::vector<WirePlan> plans_of(const Project& project, const std::string& name) {
    std::vector<WirePlan> out;
    std::vector<std::string> names;
    for (const WireEntry& entry : project.wires) {
        names.push_back(entry.plan.name);
        if (name.empty() || entry.plan.name == name) out.push_back(entry.plan);
    }
    if (!out.empty()) return out;
    if (names.empty()) {
        complain("the project has no rehearsals (files wire/*.wire.json)");
    } else {
        const std::string near = nearest_name(name, names);
        complain(fmt::format("unknown rehearsal \"{}\"{}", name,
                             near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
    }
    return out;
}

/// The readings that marks speak of, or else the longest difference and the corrections.
std::vector<std::string> shown_readings(const WirePlan& plan) {
    std::vector<std::string> out;
    for (const WireMark& mark : plan.marks) out.push_back(mark.reading);
    if (out.empty()) out = {"longest_difference", "corrections", "largest_correction"};
    return out;
}

void print_cell(const WireSweep& sweep, const WireCell& cell, const std::vector<std::string>& shown) {
    for (std::size_t k = 0; k < cell.at.size(); ++k) fmt::print("{:>14}", sweep.axes[k].texts[cell.at[k]]);
    if (!cell.problem.empty()) {
        fmt::print("  {}\n", cell.problem);
        return;
    }
    for (const std::string& name : shown)
        for (const WireReading& reading : cell.readings)
            if (reading.name == name) fmt::print("  {:>20}", value_text(reading.value, reading.unit));
    fmt::print("  {} of {} marks\n", cell.marks_met, cell.marks);
}

/// What a mark's readings came to, and where all of them hold; false when no value meets every mark.
bool print_sweep(const WirePlan& plan, const WireSweep& sweep) {
    const std::vector<std::string> shown = shown_readings(plan);
    fmt::print("{}\n", plan.name);
    for (const WireAxis& axis : sweep.axes) fmt::print("{:>14}", axis.what);
    for (const std::string& name : shown) fmt::print("  {:>20}", name);
    fmt::print("\n");
    for (const WireCell& cell : sweep.cells) print_cell(sweep, cell, shown);
    if (plan.marks.empty()) return true;
    bool any = false;
    for (std::size_t k = 0; k < sweep.axes.size(); ++k) {
        const WireAxis& axis = sweep.axes[k];
        const auto fine = fine_range(sweep, k);
        any = any || fine.has_value();
        if (fine) {
            fmt::print("every mark holds with {} from {} to {}\n", axis.what, axis.texts[fine->first],
                       axis.texts[fine->last]);
        } else {
            fmt::print("with no value of {} every mark holds\n", axis.what);
        }
    }
    return any;
}

int sweep_wire(const WireCommand& options, const Program& program, const Tuning& tuning, const Course& course,
               const WirePlan& plan, const std::vector<Tape>& tapes) {
    if (!can_write({options.csv_file})) return problems;
    std::vector<WireAxis> axes;
    for (const std::string& text : options.sweep) {
        auto axis = read_wire_axis(program, plan, text);
        if (!axis) {
            complain(axis.error());
            return wrong_call;
        }
        axes.push_back(std::move(*axis));
    }
    ParallelOptions how;
    how.threads = options.threads;
    how.stop = stop_on_interrupt();
    const auto sweep = wire_sweep(program, tuning, course, plan, tapes, std::move(axes), how);
    if (!sweep || sweep->stopped) {
        complain(sweep ? std::string("stopped") : sweep.error());
        return sweep ? stopped_early : problems;
    }
    if (!options.csv_file.empty())
        if (const auto written = write_file(options.csv_file, wire_sweep_csv(*sweep)); !written) {
            complain(written.error());
            return problems;
        }
    return print_sweep(plan, *sweep) ? good : problems;
}

}  // namespace

int wire(const WireCommand& options) {
    const auto project = load_runnable(options.project);
    if (!project) return problems;
    std::vector<WirePlan> plans = plans_of(*project, options.rehearsal);
    if (plans.empty()) return problems;
    const Program& program = *project->compiled.program;
    const Tuning tuning = written_tuning(program);
    const Course course = build_course(*project->course);
    std::vector<Tape> tapes;
    for (const TapeEntry& entry : project->tapes) tapes.push_back(entry.tape);
    if (!options.sweep.empty()) {
        if (plans.size() > 1) {
            complain("expected --rehearsal NAME with --sweep");
            return wrong_call;
        }
        for (const std::string& setting : options.settings)
            if (const std::string wrong = set_wire_value(plans.front(), setting); !wrong.empty()) {
                complain(wrong);
                return wrong_call;
            }
        return sweep_wire(options, program, tuning, course, plans.front(), tapes);
    }
    if (!options.traffic_file.empty() && plans.size() > 1) {
        complain("expected --rehearsal NAME with --traffic");
        return wrong_call;
    }
    Traffic traffic;
    WireOptions how;
    if (!options.traffic_file.empty()) how.traffic = &traffic;
    how.stop = stop_on_interrupt();
    bool met = true;
    Json all = Json::array();
    for (WirePlan& plan : plans) {
        for (const std::string& setting : options.settings)
            if (const std::string wrong = set_wire_value(plan, setting); !wrong.empty()) {
                complain(wrong);
                return wrong_call;
            }
        const SceneView r(program, tuning, course, defaults::tick_rate_hz);
        const auto begin = std::chrono::steady_clock::now();
        auto run = rehearse(r, plan, tapes, how);
        if (!run) {
            complain(fmt::format("{}: {}", plan.name, run.error()));
            return problems;
        }
        if (how.traffic != nullptr) {
            const Bytes bytes = traffic_bytes(traffic);
            const auto written = write_file(options.traffic_file, std::string(bytes.begin(), bytes.end()));
            if (!written) {
                complain(written.error());
                return problems;
            }
        }
        Outcome outcome;
        outcome.run = std::move(*run);
        outcome.wall_s = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
        outcome.differences = differences_of(r, outcome.run);
        outcome.readings = wire_readings(outcome.run, outcome.differences);
        outcome.marks = wire_marks(plan, outcome.readings);
        met = met && all_met(outcome);
        if (options.json) {
            all.push_back(json_of(plan, r, outcome));
        } else {
            print_text(plan, r, outcome);
        }
    }
    if (options.json) fmt::print("{}\n", all.dump(2));
    return met ? good : problems;
}

}  // namespace leap::cli
