// SPDX-License-Identifier: MIT
#include <CLI/CLI.hpp>
#include <cstdio>
#include <exception>

#include "cli/commands.hpp"
#include "core/defaults.hpp"

namespace {

int read_call_and_run(int argc, char** argv) {
    namespace cli = leap::cli;
    CLI::App app{"Easy Leap on the command line: check, replay and explain movement scripts."};
    app.require_subcommand(1);

    cli::CheckOptions check;
    auto* check_command = app.add_subcommand("check", "Check a project's script, course and tapes");
    check_command->add_option("PROJECT", check.project, "The project's folder")->required();
    check_command->add_flag("--marks", check.marks, "Replay every tape; exit code 1 when a mark is missed");

    cli::RunOptions run;
    auto* run_command = app.add_subcommand("run", "Replay a tape and print its readings");
    run_command->add_option("PROJECT", run.project, "The project's folder")->required();
    run_command->add_option("--tape", run.tape, "A tape of the project, or a tape file")->required();
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
    explain_command->add_option("--at", explain.at_s, "Seconds from the tape's start")->required();
    explain_command->add_option("--move", explain.move, "Only this move");
    explain_command->add_option("--fixture", explain.fixture,
                                "A fixture of the course: its focus and the ways it waits for");
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

    std::vector<std::string> files;
    auto* format_command = app.add_subcommand("format", "Lay script and course files out");
    format_command->add_option("FILE", files, "Script and course files")->required();

    std::string folder;
    auto* new_command = app.add_subcommand("new", "Make a small project to start from");
    new_command->add_option("DIR", folder, "A new folder")->required();

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
    if (*format_command) return cli::format_files(files);
    return cli::make_project(folder);
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
