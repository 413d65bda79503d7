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
    auto* project = command.add_option("PROJECT", options.project, "The folder of the project");
    if (needs_project) project->required();
    command.add_option("--set", options.settings, "Set a dial: --set hop.rise=\"2.4 m\"");
    command.add_option("--tuning", options.tuning, "Use this tuning of the project");
    command.add_option("--threads", options.threads, "Maximum number of threads (default: one for each core)")
        ->check(CLI::Range(1, 1024));
    command.add_flag("--quiet", options.quiet, "Print no progress");
}

void add_experiment(CLI::App& command, leap::cli::ExperimentOptions& options, bool needs_project = true) {
    add_setup(command, options, needs_project);
    command.add_option("--tape", options.tapes, "A tape of the project, or a tape file (default: every tape)");
}

int read_call_and_run(int argc, char** argv) {
    namespace cli = leap::cli;
    CLI::App app{"Easy Leap on the command line: check, replay and explain movement scripts."};
    app.set_version_flag("--version", "leap " LEAP_VERSION);
    app.require_subcommand(1);

    cli::CheckOptions check;
    auto* check_command = app.add_subcommand("check", "Check the scripts, course and tapes of a project");
    check_command->add_option("PROJECT", check.project, "The folder of the project")->required();
    check_command->add_flag("--marks", check.marks, "Replay every tape; exit code 1 if a mark is missed");
    check_command->add_option("--junit", check.junit_file, "Write the marks as JUnit XML");
    check_command->add_option("--sarif", check.sarif_file, "Write the messages as SARIF 2.1.0");

    cli::RunOptions run;
    auto* run_command = app.add_subcommand("run", "Replay a tape and print its readings");
    run_command->add_option("PROJECT", run.project, "The folder of the project")->required();
    run_command->add_option("--tape", run.tape, "A tape of the project, or a tape file");
    run_command->add_flag("--all", run.all, "Every tape of the project");
    run_command->add_option("--reading", run.readings, "Print only this reading; may be given several times");
    run_command->add_option("--events", run.events, "Print events instead: all, or those that contain this text")
        ->expected(0, 1)
        ->default_str("");
    run_command->add_option("--rate", run.rate_hz, "Ticks per second (default: the rate of the tape)")
        ->check(CLI::Range(leap::defaults::slowest_rate_hz, leap::defaults::fastest_rate_hz));
    run_command->add_option("--set", run.settings, "Set a dial for this run: --set hop.rise=\"2.4 m\"");
    run_command->add_option("--without", run.without, "Switch off a move or stance, or one of its effects");
    run_command->add_option("--trace", run.trace_file, "Write the trace as CSV");
    run_command->add_flag("--json", run.json, "Print JSON");
    run_command->add_flag("--marks", run.marks, "Exit code 1 if a mark is missed");

    cli::ExplainOptions explain;
    auto* explain_command =
        app.add_subcommand("explain", "Explain which gates of each move hold at an instant of a tape");
    explain_command->add_option("PROJECT", explain.project, "The folder of the project")->required();
    explain_command->add_option("--tape", explain.tape, "A tape of the project, or a tape file")->required();
    auto* at = explain_command->add_option("--at", explain.at_s, "Seconds from the start of the tape");
    auto* from =
        explain_command->add_option("--from", explain.from_s, "With --to: list every change between the two times (s)");
    auto* to = explain_command->add_option("--to", explain.to_s, "End of that time range (s)");
    from->needs(to)->excludes(at);
    to->needs(from);
    explain_command->add_option("--move", explain.move, "Only this move");
    explain_command->add_option("--fixture", explain.fixture,
                                "Explain a fixture of the course: its focus and its transitions");
    explain_command->add_option("--state", explain.state_file, "With --at: write the whole state to this JSON file");
    explain_command->add_option("--character", explain.character,
                                "Name of the character in the tape (default: the first)");

    cli::RatesOptions rates;
    auto* rates_command = app.add_subcommand(
        "rates",
        "Replay a tape at ten rates from 30 to 480 ticks/s and show how much each reading differs, worst first");
    rates_command->add_option("PROJECT", rates.project, "The folder of the project")->required();
    rates_command->add_option("--tape", rates.tape, "A tape of the project, or a tape file")->required();
    rates_command->add_flag("--all", rates.all, "Print the value at each rate, not only the lowest and highest");

    cli::ReachOptions reach;
    auto* reach_command =
        app.add_subcommand("reach",
                           "Show which moves reach one piece of the course from another; exit code 1 if none "
                           "does");
    reach_command->add_option("PROJECT", reach.project, "The folder of the project")->required();
    reach_command->add_option("--from", reach.from, "The piece to start from")->required();
    reach_command->add_option("--to", reach.to, "The piece to reach")->required();

    cli::SweepOptions sweep;
    auto* sweep_command =
        app.add_subcommand("sweep", "Vary one or two values over a range and write every reading of every tape as CSV");
    add_experiment(*sweep_command, sweep, false);
    sweep_command->add_option("--dial", sweep.dials,
                              "The value, its range and number of points: --dial hop.rise=0.5m..6m:41. Also "
                              "\"curve surge point 2\" and \"piece plank 4 x\"");
    sweep_command->add_option("--csv", sweep.csv_file, "Write to this file instead of printing");
    sweep_command->add_option("--shard", sweep.shard, "Do only this part of the work: --shard 2/8");
    sweep_command->add_option("--merge", sweep.merge, "Merge the files of all parts");

    cli::SensitivityCommand sensitivity;
    auto* sensitivity_command = app.add_subcommand("sensitivity", "Show how much each reading changes with each dial");
    add_experiment(*sensitivity_command, sensitivity);
    sensitivity_command->add_option("--dial", sensitivity.dials, "Only this dial (default: every dial with a range)");
    sensitivity_command->add_option("--reading", sensitivity.reading, "Only this reading");

    cli::SolveCommand solve;
    auto* solve_command =
        app.add_subcommand("solve", "Find dial values that meet goals; exit code 1 if a goal is missed");
    add_experiment(*solve_command, solve);
    solve_command->add_option("--dial", solve.dials, "A dial that may change, also with bounds: --dial hop.rise=1m..4m")
        ->required();
    solve_command
        ->add_option("--goal,--wish", solve.wishes,
                     "A goal: --goal \"hop_height = 2.4 m\", --goal \"air_time in 0.7 s..0.8 s on "
                     "three hops weight 2\"")
        ->required();
    solve_command->add_option("--seed", solve.seed, "Seed of the search; another seed may find another answer");
    solve_command->add_option("--tries", solve.tries, "Maximum number of tries")->check(CLI::Range(1, 1'000'000));
    solve_command->add_option("--stay-near", solve.stay_near, "Weight of staying near the current values")
        ->check(CLI::Range(0.0, 1e6));

    cli::FitCommand fit;
    auto* fit_command = app.add_subcommand("fit", "Find dial values with which a run follows a measured one");
    add_experiment(*fit_command, fit);
    fit_command->add_option("--dial", fit.dials, "A dial that may change, also with bounds")->required();
    fit_command
        ->add_option("--measured", fit.measured,
                     "CSV: time and any of x, y, z, height, speed. Several: all on one tape, or one for each --tape")
        ->required();
    fit_command->add_option("--time-unit", fit.units.time,
                            "Unit of time where the head of the column has none (default: s)");
    fit_command->add_option("--length-unit", fit.units.length,
                            "Unit of positions and heights where the head of the column has none (default: m)");
    fit_command->add_option("--speed-unit", fit.units.speed,
                            "Unit of speeds where the head of the column has none (default: m/s)");
    fit_command->add_option("--later", fit.later_s,
                            "Offset of its start (s); without it the runs are aligned automatically");
    fit_command->add_option("--stretch", fit.stretch, "Time scale")->check(CLI::Range(0.01, 100.0));
    fit_command->add_option("--seed", fit.seed, "Seed of the search; another seed may find another answer");
    fit_command->add_option("--tries", fit.tries, "Maximum number of tries")->check(CLI::Range(1, 1'000'000));

    cli::ConformCommand conform;
    auto* conform_command = app.add_subcommand(
        "conform", "Compare a run measured in a game with the run of a tape; exit code 1 if they differ");
    conform_command->add_option("PROJECT", conform.project, "The folder of the project")->required();
    conform_command->add_option("--tape", conform.tape, "A tape of the project, or a tape file")->required();
    conform_command->add_option("--measured", conform.measured, "CSV: time and any of x, y, z, height, speed")
        ->required();
    conform_command->add_option("--character", conform.character, "Name of the character (default: the first)");
    conform_command
        ->add_option("--tolerance", conform.tolerance.place_m,
                     "Largest difference of position that counts as equal (m; default: 0.02)")
        ->check(CLI::Range(0.0, 1e6));
    conform_command
        ->add_option("--speed-tolerance", conform.tolerance.speed_mps,
                     "Largest difference of speed that counts as equal (m/s; default: 0.1)")
        ->check(CLI::Range(0.0, 1e6));
    conform_command
        ->add_option("--cover", conform.cover_percent,
                     "Smallest share of the tape that must have been compared (percent; default: 90)")
        ->check(CLI::Range(0.0, 100.0));
    conform_command->add_option("--later", conform.later_s, "Offset of its start on the tape (s)");
    conform_command->add_flag("--align", conform.align, "Align it in time and position first");
    conform_command->add_option("--time-unit", conform.units.time,
                                "Unit of time where the head of the column has none (default: s)");
    conform_command->add_option("--length-unit", conform.units.length,
                                "Unit of positions where the head of the column has none (default: m)");
    conform_command->add_option("--speed-unit", conform.units.speed,
                                "Unit of speeds where the head of the column has none (default: m/s)");
    conform_command->add_flag("--json", conform.json, "Print JSON");
    cli::ExportCommand exported;
    auto* export_command = app.add_subcommand("export", "Export scripts and runs to open formats");
    export_command->add_option("PROJECT", exported.project, "The folder of the project")->required();
    export_command->add_option("--moves", exported.moves_file, "Write moves, stances, fixtures and dials as JSON");
    export_command->add_option("--charts", exported.charts_folder,
                               "Write each move as a state chart (SCXML) into this folder");
    export_command->add_option("--dials", exported.dials_file,
                               "Write every dial and its value in each tuning, as CSV or JSON by the file's extension");
    export_command->add_option("--phases", exported.phases_folder,
                               "Write a diagram (SVG) of the phases of each move into this folder");
    export_command->add_option("--score", exported.score_file, "Write the timeline of a run as SVG");
    export_command->add_option("--gltf", exported.gltf_file, "Write a run as glTF 2.0: paths, figures, a camera");
    export_command->add_option("--sound", exported.sound_file,
                               "Write the sounds of a run, as its first character hears them, as WAV");
    export_command->add_option("--tape", exported.tape, "The run: a tape of the project, or a tape file");
    cli::LeewayCommand leeway;
    auto* leeway_command = app.add_subcommand("leeway", "Show how much earlier or later each press may be");
    add_experiment(*leeway_command, leeway);
    leeway_command->add_option("--button", leeway.buttons, "Only presses and releases of this button");
    leeway_command->add_flag("--sticks", leeway.sticks,
                             "Also how much earlier or later the stick and the view may move");
    leeway_command->add_flag("--pairs", leeway.pairs,
                             "Also presses that depend on each other: both are moved together");
    leeway_command
        ->add_option("--at-least", leeway.at_least_ms, "Exit code 1 if an input has less leeway than this (ms)")
        ->check(CLI::Range(0.0, 500.0));
    leeway_command->add_option("--spread", leeway.spread_ms, "Timing error of a player (ms, standard deviation)")
        ->check(CLI::Range(0.0, 1000.0));
    leeway_command->add_option("--tries", leeway.tries, "Number of tries with that error")
        ->check(CLI::Range(0, 1'000'000));
    leeway_command->add_option("--seed", leeway.seed, "Seed of the errors");

    cli::FindWayCommand way;
    auto* way_command = app.add_subcommand(
        "find-way", "Find a route from one place to another by trying out moves; exit code 1 if none is found");
    add_setup(*way_command, way);
    way_command->add_option("--from", way.from, "A start place, or a piece with one on it")->required();
    way_command->add_option("--to", way.to, "A piece to stand on, or a place to reach")->required();
    way_command->add_option("--without", way.without, "A move or stance that is not used");
    way_command->add_option("--hint", way.tapes, "A tape from the same start, to be tried and changed first");
    way_command->add_option("--tries", way.tries, "Maximum number of tries (default 60000)")
        ->check(CLI::Range(1, 100'000'000));
    way_command->add_option("--seed", way.seed, "Seed of the random tries (default 1)");
    way_command->add_flag("--first", way.first, "End at the first route; do not look for one that is easier to play");
    way_command->add_flag("--margins", way.margins, "Also find the lowest value of each dial that still works");
    way_command->add_option("--write", way.tape_file, "Write the route as a tape file");

    cli::WireCommand wire;
    auto* wire_command =
        app.add_subcommand("wire", "Run rehearsals of shared play on several peers; exit code 1 if a mark is missed");
    wire_command->add_option("PROJECT", wire.project, "The folder of the project")->required();
    wire_command->add_option("--rehearsal", wire.rehearsal, "Name of the rehearsal (default: all)");
    wire_command->add_option("--set-link", wire.settings,
                             "PEER.delay=0.2, .jitter, .loss, .duplicates, .bytes_per_second, .joins; behind=0.15, "
                             "send_every, length, seed. Without a peer: every connection");
    wire_command->add_option("--sweep", wire.sweep,
                             "Vary over a range: \"Peer 1.delay=0..0.3:7\", \"hop.rise=1m..3m:5\"; may be given twice");
    wire_command->add_option("--csv", wire.csv_file,
                             "Write the results of the sweep as CSV, a line for each rehearsal");
    wire_command->add_option("--threads", wire.threads, "Maximum number of threads (default: one for each core)")
        ->check(CLI::Range(1, 1024));
    wire_command->add_option("--traffic", wire.traffic_file, "Record every message of one rehearsal in this file");
    wire_command->add_flag("--json", wire.json, "Print JSON");
    auto* language_server = app.add_subcommand(
        "language-server", "Run a Language Server Protocol server on standard input and output, for other editors");
    std::string editor_folder;
    auto* editor_files_command =
        app.add_subcommand("editor-files", "Write syntax colours and file types for other editors");
    editor_files_command->add_option("FOLDER", editor_folder, "The folder to write to")->required();
    bool over_streams = false;
    language_server->add_flag("--stdio", over_streams, "Accepted for editors that pass it; it has no effect");
    cli::TrafficCommand traffic;
    auto* traffic_command = app.add_subcommand("traffic", "Print the messages of a recorded rehearsal");
    traffic_command->add_option("FILE", traffic.file, "A file written by leap wire --traffic")->required();
    traffic_command->add_option("--peer", traffic.peer, "Only messages from or to this peer");
    traffic_command->add_flag("--json", traffic.json, "Print JSON");
    cli::CompareCommand compare;
    auto* compare_command = app.add_subcommand(
        "compare", "Compare the readings of every tape with a revision of git; exit code 1 if any changed");
    compare_command->add_option("PROJECT", compare.project, "The folder of the project")->required();
    compare_command->add_option("--against", compare.against, "A revision: HEAD, a tag, a hash")->required();
    compare_command->add_option("--threshold", compare.threshold_percent, "Smallest change that counts (percent)")
        ->check(CLI::Range(0.0, 100.0));
    compare_command->add_option("--html", compare.html_file, "Write an HTML page with paths, curves and tables");
    compare_command->add_option("--threads", compare.threads, "Maximum number of threads (default: one for each core)")
        ->check(CLI::Range(1, 1024));

    cli::ReportCommand report;
    auto* report_command =
        app.add_subcommand("report", "Write an HTML page about one run: path, curves, readings, moves, dials");
    report_command->add_option("PROJECT", report.project, "The folder of the project")->required();
    report_command->add_option("--tape", report.tape, "A tape of the project, or a tape file")->required();
    report_command->add_option("--html", report.html_file, "The file to write")->required();

    cli::TrialCommand trial;
    auto* trial_command =
        app.add_subcommand("trial", "Run a trial of the project, or list all trials with their results");
    trial_command->add_option("PROJECT", trial.project, "The folder of the project")->required();
    trial_command->add_option("NAME", trial.name, "Name of the trial");
    trial_command->add_flag("--keep", trial.keep, "Save the result in the file of the trial");
    trial_command->add_option("--threads", trial.threads, "Maximum number of threads (default: one for each core)")
        ->check(CLI::Range(1, 1024));
    trial_command->add_flag("--quiet", trial.quiet, "Print no progress");

    std::vector<std::string> files;
    auto* format_command =
        app.add_subcommand("format", "Format scripts, courses and tapes, and write the words of today");
    format_command->add_option("FILE", files, "Scripts, courses and tapes")->required();

    cli::NewOptions fresh;
    auto* new_command = app.add_subcommand("new", "Create a small project");
    new_command->add_option("DIR", fresh.folder, "A new folder")->required();
    std::vector<std::string> kinds;
    for (const leap::StartingProject& kind : leap::starting_projects()) kinds.emplace_back(kind.name);
    new_command->add_option("--kind", fresh.kind, fmt::format("{} ({})", fmt::join(kinds, ", "), fresh.kind))
        ->check(CLI::IsMember(kinds));

    std::string shell;
    auto* completion_command =
        app.add_subcommand("completion", "Print a script that completes leap commands in a shell");
    completion_command->add_option("SHELL", shell, "bash, zsh or fish")
        ->required()
        ->check(CLI::IsMember({"bash", "zsh", "fish"}));
    auto* manual_command = app.add_subcommand("manual", "Print the manual page; read it with: man -l FILE");
    bool as_markdown = false;
    manual_command->add_flag("--markdown", as_markdown, "Print it as Markdown");
    std::string message_code;
    auto* message_command = app.add_subcommand("explain-message", "Explain a message by its code, or list all codes");
    message_command->add_option("CODE", message_code, "For example E0101");

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
    if (*message_command) return cli::explain_message(message_code);
    if (*completion_command) {
        std::fputs(cli::completion(app, shell).value_or("").c_str(), stdout);
        return cli::good;
    }
    if (*manual_command) {
        std::fputs((as_markdown ? cli::markdown(app) : cli::manual(app, LEAP_VERSION)).c_str(), stdout);
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
