// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "cli/report.hpp"
#include "core/experiments/free_value.hpp"
#include "core/experiments/solve.hpp"
#include "core/experiments/variation.hpp"

/// What the commands that make many runs share.
namespace leap::cli {

struct ExperimentOptions {
    std::string project;
    std::vector<std::string> tapes;     ///< none: all of the project
    std::vector<std::string> settings;  ///< "hop.rise=2.4 m"
    std::string tuning;                 ///< a tuning of the project to begin with; empty: the script's own values
    int threads = 0;
    bool quiet = false;  ///< no progress
};

/// A project with the tapes that are asked for, its dials set.
struct Experiment {
    Prepared prepared;
    std::vector<Tape> tapes;
    std::vector<std::string> tape_names;  ///< of the whole project

    Setup setup() const { return {prepared.program, prepared.tuning, prepared.course}; }
    std::vector<const Tape*> tape_list() const {
        std::vector<const Tape*> out;
        for (const Tape& tape : tapes) out.push_back(&tape);
        return out;
    }
};
/// Prints what is wrong and gives nothing when it can't be begun.
std::optional<Experiment> begin_experiment(const ExperimentOptions& options);

/// Applies "hop.rise=2.4 m"; says what is wrong with it otherwise.
tl::expected<void, std::string> apply_setting(const std::string& setting, const Program& program, DialValues& dials);

/// "hop.rise", or with other bounds "hop.rise=0.5m..4m". Prints what is wrong.
std::optional<std::vector<FreeValue>> free_values(const Experiment& experiment, const std::vector<std::string>& texts);

/// How a search is told to go on, stop and show how far it is.
SolveOptions search_options(const ExperimentOptions& options);

/// Stops at Ctrl+C or SIGTERM; a second time ends the program.
std::function<bool()> stop_on_interrupt();
/// Counts on the terminal's last line, when standard error is one.
std::function<void(std::size_t, std::size_t)> show_progress(bool quiet);

}  // namespace leap::cli
