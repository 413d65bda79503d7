// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "core/project/file_io.hpp"
#include "core/project/revision.hpp"
#include "core/report/html_report.hpp"

namespace leap::cli {
namespace {

FeelSide side_of(const Project& project, const std::string& name) {
    FeelSide out;
    out.name = name;
    out.program = std::make_shared<const Program>(*project.compiled.program);
    out.course = std::make_shared<const Course>(build_course(*project.course));
    out.tuning = written_tuning(*out.program);
    for (const TapeEntry& entry : project.tapes) out.tapes.push_back(entry.tape);
    return out;
}

/// Whether it can run; prints what is wrong.
bool can_run(const Project& project, const std::string& name) {
    for (const std::string& problem : project.problems) complain(fmt::format("{}: {}", name, problem));
    if (has_errors(project.compiled.diagnostics) || !project.compiled.program) {
        complain(fmt::format("{} doesn't compile:", name));
        print_diagnostics(project.compiled);
    }
    return project.compiled.program.has_value() && project.course.has_value() && project.problems.empty();
}

bool write_page(const std::string& file, const std::string& page) {
    const auto written = write_file(file, page);
    if (!written) complain(written.error());
    return written.has_value();
}

}  // namespace

int compare(const CompareCommand& options) {
    if (!can_write({options.html_file})) return problems;
    const auto now = load_runnable(options.project);
    if (!now) return problems;
    const auto then = load_revision(options.project, options.against);
    if (!then) {
        complain(then.error());
        return problems;
    }
    if (!can_run(then->project, options.against)) return problems;
    const FeelSide before = side_of(then->project, options.against);
    const FeelSide after = side_of(*now, "now");
    ParallelOptions parallel;
    parallel.threads = options.threads;
    parallel.stop = stop_on_interrupt();
    const FeelDiff diff = compare_feel(before, after, options.threshold_percent / 100.0, parallel);
    if (!diff.complete) {
        complain("stopped");
        return stopped_early;
    }
    const std::vector<std::string> files = changed_files(now->folder, then->revision);
    if (!options.html_file.empty() && !write_page(options.html_file, feel_diff_html(diff, before, after, files)))
        return problems;
    fmt::print("marks: {} of {} hold, {} of {} at {}\n", diff.marks_after.held, diff.marks_after.all,
               diff.marks_before.held, diff.marks_before.all, options.against);
    for (const DialChange& dial : diff.dials)
        fmt::print("dial {}: {} -> {}\n", dial.path, dial.before.empty() ? "none" : dial.before,
                   dial.after.empty() ? "none" : dial.after);
    for (const std::string& file : files) fmt::print("file {}\n", file);
    for (const std::string& tape : diff.only_before) fmt::print("tape {} is gone\n", tape);
    for (const std::string& tape : diff.only_after) fmt::print("tape {} is new\n", tape);
    for (const ReadingChange& change : diff.changes) fmt::print("{}\n", change_text(change));
    if (diff.same()) fmt::print("no reading changed by more than {:g} %\n", options.threshold_percent);
    return diff.same() ? good : problems;
}

int report(const ReportCommand& options) {
    const auto project = load_runnable(options.project);
    if (!project) return problems;
    const auto tape = find_tape(*project, options.tape);
    if (!tape) return problems;
    const FeelSide side = side_of(*project, "now");
    const auto trace = replay({*side.program, side.tuning, *side.course, tape->rate_hz}, *tape);
    if (!trace) {
        complain(trace.error());
        return problems;
    }
    const auto readings = take_readings(*side.program, side.tuning, *trace, tape->name);
    return write_page(options.html_file, run_html(side, *tape, *trace, readings)) ? good : problems;
}

}  // namespace leap::cli
