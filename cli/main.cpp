// SPDX-License-Identifier: MIT
#include <fmt/ranges.h>
#include <CLI/CLI.hpp>
#include <cstdio>
#include <exception>

#include "cli/call_help.hpp"
#include "cli/commands.hpp"
#include "core/defaults.hpp"
#include "core/project/starting_projects.hpp"
#include "lsp/server.hpp"

namespace {

/// What commands that make many runs have in common, whatever they are made on.
void add_setup(CLI::App& command, leap::cli::ExperimentOptions& options, bool needs_project = true) {
    auto* project = command.add_option("PROJECT", options.project, "The project's folder");
    if (needs_project) project->required();
    command.add_option("--set", options.settings, "A dial to begin with: --set hop.rise=\"2.4 m\"");
    command.add_option("--tuning", options.tuning, "A tuning of the project to begin with");
    command.add_option("--threads", options.threads, "At most so many (one for each core without it)")
        ->check(CLI::Range(1, 1024));
    command.add_flag("--quiet", options.quiet, "No progress");
}

void add_experiment(CLI::App& command, leap::cli::ExperimentOptions& options, bool needs_project = true) {
    add_setup(command, options, needs_project);
    command.add_option("--tape", options.tapes, "A tape of the project, or a tape file (every tape without it)");
}

int read_call_and_run(int argc, char** argv) {
    namespace cli = leap::cli;
    CLI::App app{"Easy Leap on the command line: check, replay and explain movement scripts."};
    app.set_version_flag("--version", "leap " LEAP_VERSION);
    app.require_subcommand(1);

    cli::CheckOptions check;
    auto* check_command = app.add_subcommand("check", "Check a project's script, course and tapes");
    check_command->add_option("PROJECT", check.project, "The project's folder")->required();
    check_command->add_flag("--marks", check.marks, "Replay every tape; exit code 1 when a mark is missed");
    check_command->add_option("--junit", check.junit_file, "Write the marks as JUnit XML");
    check_command->add_option("--sarif", check.sarif_file, "Write the messages as SARIF 2.1.0");

    cli::RunOptions run;
    auto* run_command = app.add_subcommand("run", "Replay a tape and print its readings");
    run_command->add_option("PROJECT", run.project, "The project's folder")->required();
    run_command->add_option("--tape", run.tape, "A tape of the project, or a tape file");
    run_command->add_flag("--all", run.all, "Every tape of the project");
    run_command->add_option("--reading", run.readings, "Print only this reading; may be given several times");
    run_command
        ->add_option("--events", run.events, "Print what happened instead: all of it, or what has this text in it")
        ->expected(0, 1)
        ->default_str("");
    run_command->add_option("--rate", run.rate_hz, "Ticks per second (the tape's own rate without it)")
        ->check(CLI::Range(leap::defaults::slowest_rate_hz, leap::defaults::fastest_rate_hz));
    run_command->add_option("--set", run.settings, "A dial for this run: --set hop.rise=\"2.4 m\"");
    run_command->add_option("--without", run.without, "A move or stance that this run does without");
    run_command->add_option("--trace", run.trace_file, "Write the trace as CSV");
    run_command->add_flag("--json", run.json, "Print everything as JSON");
    run_command->add_flag("--marks", run.marks, "Exit code 1 when a mark is missed");

    cli::ExplainOptions explain;
    auto* explain_command = app.add_subcommand("explain", "Every gate's answer at an instant of a tape");
    explain_command->add_option("PROJECT", explain.project, "The project's folder")->required();
    explain_command->add_option("--tape", explain.tape, "A tape of the project, or a tape file")->required();
    auto* at = explain_command->add_option("--at", explain.at_s, "Seconds from the tape's start");
    auto* from = explain_command->add_option("--from", explain.from_s, "With --to: every change of the answer between");
    auto* to = explain_command->add_option("--to", explain.to_s, "Where the stretch ends (s)");
    from->needs(to)->excludes(at);
    to->needs(from);
    explain_command->add_option("--move", explain.move, "Only this move");
    explain_command->add_option("--fixture", explain.fixture,
                                "A fixture of the course: its focus and the ways it waits for");
    explain_command->add_option("--state", explain.state_file, "With --at: write the whole state as JSON to this file");
    explain_command->add_option("--character", explain.character, "Whose gates, by the name in the tape (the first)");

    cli::RatesOptions rates;
    auto* rates_command =
        app.add_subcommand("rates", "A tape at 30 to 480 ticks/s: each reading's spread, worst first");
    rates_command->add_option("PROJECT", rates.project, "The project's folder")->required();
    rates_command->add_option("--tape", rates.tape, "A tape of the project, or a tape file")->required();

    cli::ReachOptions reach;
    auto* reach_command = app.add_subcommand("reach",
                                             "What leaps from one piece of the course to another; exit code 1 "
                                             "when nothing does");
    reach_command->add_option("PROJECT", reach.project, "The project's folder")->required();
    reach_command->add_option("--from", reach.from, "The piece to leap from")->required();
    reach_command->add_option("--to", reach.to, "The piece to leap to")->required();

    cli::SweepOptions sweep;
    auto* sweep_command = app.add_subcommand(
        "sweep", "One or two values over their ranges: every reading of every tape, as comma-separated values");
    add_experiment(*sweep_command, sweep, false);
    sweep_command->add_option("--dial", sweep.dials,
                              "What is swept, with its range and number of points: --dial hop.rise=0.5m..6m:41. Also "
                              "\"curve surge point 2\" and \"piece plank 4 x\"");
    sweep_command->add_option("--csv", sweep.csv_file, "Write to this file instead of printing");
    sweep_command->add_option("--shard", sweep.shard, "Only this part of the work: --shard 2/8");
    sweep_command->add_option("--merge", sweep.merge, "Put the files of parts together");

    cli::SensitivityCommand sensitivity;
    auto* sensitivity_command =
        app.add_subcommand("sensitivity", "How much each reading changes for a step of each dial");
    add_experiment(*sensitivity_command, sensitivity);
    sensitivity_command->add_option("--dial", sensitivity.dials, "Only this one (every dial that has a range)");
    sensitivity_command->add_option("--reading", sensitivity.reading, "Only this reading");

    cli::SolveCommand solve;
    auto* solve_command = app.add_subcommand(
        "solve", "Dial values with which readings are as wished; exit code 1 when not all of them are");
    add_experiment(*solve_command, solve);
    solve_command->add_option("--dial", solve.dials, "What may be turned, also with bounds: --dial hop.rise=1m..4m")
        ->required();
    solve_command
        ->add_option("--wish", solve.wishes,
                     "What is wished: --wish \"hop_height = 2.4 m\", --wish \"air_time in 0.7 s..0.8 s on "
                     "three hops weight 2\"")
        ->required();
    solve_command->add_option("--seed", solve.seed, "Another seed may find another answer");
    solve_command->add_option("--tries", solve.tries, "At most so many")->check(CLI::Range(1, 1'000'000));
    solve_command->add_option("--stay-near", solve.stay_near, "Weight of staying near the present values")
        ->check(CLI::Range(0.0, 1e6));

    cli::FitCommand fit;
    auto* fit_command = app.add_subcommand("fit", "Dial values with which a run follows a measured one");
    add_experiment(*fit_command, fit);
    fit_command->add_option("--dial", fit.dials, "What may be turned, also with bounds")->required();
    fit_command->add_option("--measured", fit.measured, "CSV: time and any of x, y, z, height, speed")->required();
    fit_command->add_option("--time-unit", fit.units.time, "Of a time whose head says none (s)");
    fit_command->add_option("--length-unit", fit.units.length, "Of places and heights whose heads say none (m)");
    fit_command->add_option("--speed-unit", fit.units.speed, "Of speeds whose heads say none (m/s)");
    fit_command->add_option("--later", fit.later_s, "Seconds by which it begins later (aligned by itself without it)");
    fit_command->add_option("--stretch", fit.stretch, "Its times count so many times")->check(CLI::Range(0.01, 100.0));
    fit_command->add_option("--seed", fit.seed, "Another seed may find another answer");
    fit_command->add_option("--tries", fit.tries, "At most so many")->check(CLI::Range(1, 1'000'000));

    cli::ConformCommand conform;
    auto* conform_command = app.add_subcommand(
        "conform", "Whether a run measured in a game is the rehearsed one; exit code 1 where it is not");
    conform_command->add_option("PROJECT", conform.project, "The project's folder")->required();
    conform_command->add_option("--tape", conform.tape, "A tape of the project, or a tape file")->required();
    conform_command->add_option("--measured", conform.measured, "CSV: time and any of x, y, z, height, speed")
        ->required();
    conform_command->add_option("--character", conform.character, "Whose run (the first character's without it)");
    conform_command->add_option("--tolerance", conform.tolerance.place_m, "Metres that count as the same (0.02)")
        ->check(CLI::Range(0.0, 1e6));
    conform_command->add_option("--speed-tolerance", conform.tolerance.speed_mps, "Likewise m/s (0.1)")
        ->check(CLI::Range(0.0, 1e6));
    conform_command->add_option("--later", conform.later_s, "Seconds by which it begins later on the tape");
    conform_command->add_flag("--align", conform.align, "Lay it over in time and place by itself first");
    conform_command->add_option("--time-unit", conform.units.time, "Of a time whose head says none (s)");
    conform_command->add_option("--length-unit", conform.units.length, "Of places whose heads say none (m)");
    conform_command->add_option("--speed-unit", conform.units.speed, "Of speeds whose heads say none (m/s)");
    conform_command->add_flag("--json", conform.json, "The same for a program to read");
    cli::ExportCommand exported;
    auto* export_command = app.add_subcommand("export", "What was made, in forms that other programs read");
    export_command->add_option("PROJECT", exported.project, "The project's folder")->required();
    export_command->add_option("--moves", exported.moves_file, "Moves, stances, fixtures and dials as JSON");
    export_command->add_option("--charts", exported.charts_folder, "A folder: each move as a state chart, SCXML");
    export_command->add_option(
        "--dials", exported.dials_file,
        "Every dial, and its value in each tuning, as CSV, or as JSON when the file is called so");
    export_command->add_option("--phases", exported.phases_folder, "A folder: each move's phases and ways, drawn, SVG");
    export_command->add_option("--score", exported.score_file, "A run's presses, phases and curves against time, SVG");
    export_command->add_option("--gltf", exported.gltf_file, "A run as glTF 2.0: paths, figures, a camera");
    export_command->add_option("--sound", exported.sound_file,
                               "The sounds of a run as its first character hears them, WAV");
    export_command->add_option("--tape", exported.tape, "Which run: a tape of the project, or a tape file");
    cli::LeewayCommand leeway;
    auto* leeway_command =
        app.add_subcommand("leeway", "How much earlier and later each press may come before the run goes another way");
    add_experiment(*leeway_command, leeway);
    leeway_command->add_option("--spread", leeway.spread_ms, "How far a hand is off (ms, standard deviation)")
        ->check(CLI::Range(0.0, 1000.0));
    leeway_command->add_option("--tries", leeway.tries, "Tries with such a hand")->check(CLI::Range(0, 1'000'000));
    leeway_command->add_option("--seed", leeway.seed, "Of the hand");

    cli::FindWayCommand way;
    auto* way_command = app.add_subcommand(
        "find-way", "Search a way from one place to another by trying the moves out; exit code 1 when none is found");
    add_setup(*way_command, way);
    way_command->add_option("--from", way.from, "A place, or a piece with a place on it")->required();
    way_command->add_option("--to", way.to, "A piece to stand on, or a place to come to")->required();
    way_command->add_option("--without", way.without, "A move or stance that is left out");
    way_command->add_option("--tries", way.tries, "Stretches of a tenth of a second that are tried at most")
        ->check(CLI::Range(1, 100'000'000));
    way_command->add_flag("--margins", way.margins, "Also how far each dial may fall before no way is found");
    way_command->add_option("--write", way.tape_file, "Write the way found as a tape file");

    cli::WireCommand wire;
    auto* wire_command = app.add_subcommand(
        "wire", "Rehearse shared play on several peers; exit code 1 when a mark of a rehearsal is missed");
    wire_command->add_option("PROJECT", wire.project, "The project's folder")->required();
    wire_command->add_option("--rehearsal", wire.rehearsal, "Its name (all of them without it)");
    wire_command->add_option("--set-link", wire.settings,
                             "PEER.delay=0.2, .jitter, .loss, .duplicates, .bytes_per_second, .joins; behind=0.15, "
                             "send_every, length, seed; without a peer: every link");
    wire_command->add_option("--sweep", wire.sweep,
                             "Over a range: \"Peer 1.delay=0..0.3:7\", \"hop.rise=1m..3m:5\"; twice: both");
    wire_command->add_option("--csv", wire.csv_file, "Write the sweep, a line for each rehearsal");
    wire_command->add_option("--threads", wire.threads, "At most so many (one for each core without it)")
        ->check(CLI::Range(1, 1024));
    wire_command->add_option("--traffic", wire.traffic_file, "Write every message into a recording (one rehearsal)");
    wire_command->add_flag("--json", wire.json, "Everything for a program to read");
    auto* language_server = app.add_subcommand(
        "language-server", "Speaks the Language Server Protocol over standard input and output, for other editors");
    std::string editor_folder;
    auto* editor_files_command =
        app.add_subcommand("editor-files", "Writes colours and file types of the language for other editors");
    editor_files_command->add_option("FOLDER", editor_folder, "Where to")->required();
    bool over_streams = false;
    language_server->add_flag("--stdio", over_streams, "As it does anyway: some editors say so");
    cli::TrafficCommand traffic;
    auto* traffic_command = app.add_subcommand("traffic", "What stands in a recording of a rehearsal's messages");
    traffic_command->add_option("FILE", traffic.file, "As leap wire --traffic has written it")->required();
    traffic_command->add_option("--peer", traffic.peer, "Only what this one sends or is sent");
    traffic_command->add_flag("--json", traffic.json, "The same for a program to read");
    cli::CompareCommand compare;
    auto* compare_command = app.add_subcommand(
        "compare", "What changed in every tape since a revision of git; exit code 1 when readings changed");
    compare_command->add_option("PROJECT", compare.project, "The project's folder")->required();
    compare_command->add_option("--against", compare.against, "A revision: HEAD, a tag, a hash")->required();
    compare_command->add_option("--threshold", compare.threshold_percent, "Smaller changes don't count (percent)")
        ->check(CLI::Range(0.0, 100.0));
    compare_command->add_option("--html", compare.html_file, "Write a page with paths, curves and tables");
    compare_command->add_option("--threads", compare.threads, "At most so many (one for each core without it)")
        ->check(CLI::Range(1, 1024));

    cli::ReportCommand report;
    auto* report_command = app.add_subcommand("report", "A page about one run: path, curves, readings, moves, dials");
    report_command->add_option("PROJECT", report.project, "The project's folder")->required();
    report_command->add_option("--tape", report.tape, "A tape of the project, or a tape file")->required();
    report_command->add_option("--html", report.html_file, "The page's file")->required();

    cli::TrialCommand trial;
    auto* trial_command =
        app.add_subcommand("trial", "Run a trial of the project again, or list them with their results");
    trial_command->add_option("PROJECT", trial.project, "The project's folder")->required();
    trial_command->add_option("NAME", trial.name, "Which one");
    trial_command->add_flag("--keep", trial.keep, "Write the result into the trial's file");
    trial_command->add_option("--threads", trial.threads, "At most so many (one for each core without it)")
        ->check(CLI::Range(1, 1024));
    trial_command->add_flag("--quiet", trial.quiet, "No progress");

    std::vector<std::string> files;
    auto* format_command = app.add_subcommand("format", "Lay scripts, courses and tapes out");
    format_command->add_option("FILE", files, "Scripts, courses and tapes")->required();

    cli::NewOptions fresh;
    auto* new_command = app.add_subcommand("new", "Make a small project to start from");
    new_command->add_option("DIR", fresh.folder, "A new folder")->required();
    std::vector<std::string> kinds;
    for (const leap::StartingProject& kind : leap::starting_projects()) kinds.emplace_back(kind.name);
    new_command->add_option("--kind", fresh.kind, fmt::format("{} ({})", fmt::join(kinds, ", "), fresh.kind))
        ->check(CLI::IsMember(kinds));

    std::string shell;
    auto* completion_command =
        app.add_subcommand("completion", "Print a script that completes leap's calls in a shell");
    completion_command->add_option("SHELL", shell, "bash, zsh or fish")
        ->required()
        ->check(CLI::IsMember({"bash", "zsh", "fish"}));
    auto* manual_command = app.add_subcommand("manual", "Print the manual page; read it with: man -l FILE");

    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        const int code = app.exit(error);
        return code == 0 ? cli::good : cli::wrong_call;
    }
    if (*check_command) return cli::check(check);
    if (*run_command) return cli::run(run);
    if (*explain_command) return cli::explain(explain);
    if (*rates_command) return cli::rates(rates);
    if (*reach_command) return cli::reach(reach);
    if (*sweep_command) return cli::sweep(sweep);
    if (*sensitivity_command) return cli::sensitivity(sensitivity);
    if (*solve_command) return cli::solve(solve);
    if (*conform_command) return cli::conform(conform);
    if (*export_command) return cli::export_files(exported);
    if (*fit_command) return cli::fit(fit);
    if (*leeway_command) return cli::leeway(leeway);
    if (*way_command) return cli::find_way(way);
    if (*editor_files_command) return cli::editor_files(editor_folder);
    if (*language_server) return leap::lsp::serve(0, 1);
    if (*wire_command) return cli::wire(wire);
    if (*traffic_command) return cli::traffic(traffic);
    if (*compare_command) return cli::compare(compare);
    if (*report_command) return cli::report(report);
    if (*trial_command) return cli::trial(trial);
    if (*format_command) return cli::format_files(files);
    if (*completion_command) {
        std::fputs(cli::completion(app, shell).value_or("").c_str(), stdout);
        return cli::good;
    }
    if (*manual_command) {
        std::fputs(cli::manual(app, LEAP_VERSION).c_str(), stdout);
        return cli::good;
    }
    return cli::make_project(fresh);
}

}  // namespace

int main(int argc, char** argv) {
    try {
        return read_call_and_run(argc, argv);
    } catch (const std::exception& error) {
        std::fprintf(stderr, "leap stopped: %s\n", error.what());
        return leap::cli::problems;
    }
}
