// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "cli/experiment.hpp"
#include "core/experiments/conform.hpp"
#include "core/experiments/measured_run.hpp"

/// The commands of `leap`. Each returns the exit code: 0 good, 1 problems, 2 wrong call.
namespace leap::cli {

inline constexpr int good = 0;
inline constexpr int problems = 1;
inline constexpr int wrong_call = 2;
inline constexpr int stopped_early = 3;  ///< by Ctrl+C or SIGTERM; what was done is printed or written

struct CheckOptions {
    std::string project;
    bool marks = false;
    std::string junit_file;  ///< empty: none
    std::string sarif_file;  ///< likewise
};
int check(const CheckOptions& options);

struct RunOptions {
    bool all = false;                   ///< every tape, not one
    std::vector<std::string> readings;  ///< only these; empty: all
    std::optional<std::string> events;  ///< those whose text has this in it; "": all of them
    std::string project;
    std::string tape;
    int rate_hz = 0;                    ///< 0: the tape's own
    std::vector<std::string> settings;  ///< "hop.rise=2.4 m"
    std::vector<std::string> without;   ///< moves and stances left out of the run
    std::string trace_file;
    bool json = false;
    bool marks = false;
};
int run(const RunOptions& options);

struct ExplainOptions {
    std::string project;
    std::string tape;
    std::optional<double> at_s;
    std::optional<double> from_s, to_s;  ///< instead of an instant: how a move's or fixture's answer changes
    std::string move;
    std::string fixture;
    std::string character;   ///< by its name in the tape; empty: the first
    std::string state_file;  ///< gets the whole state as JSON; empty: none
};
int explain(const ExplainOptions& options);

struct RatesOptions {
    std::string project;
    std::string tape;
    bool all = false;  ///< the value at each rate, not only the lowest and highest
};
int rates(const RatesOptions& options);

struct WireCommand {
    std::string project;
    std::string rehearsal;              ///< empty: all of them
    std::vector<std::string> settings;  ///< "Peer 1.delay=0.2"
    std::vector<std::string> sweep;     ///< "Peer 1.delay=0..0.3:7"; empty: as it is
    std::string csv_file;               ///< of the sweep; empty: none
    int threads = 0;                    ///< 0: one for each core
    std::string traffic_file;           ///< where what is sent is recorded; empty: nowhere
    bool json = false;
};
int wire(const WireCommand& options);

struct ConformCommand {
    std::string project;
    std::string tape;
    std::string measured;   ///< a CSV file
    std::string character;  ///< by its name in the tape; empty: the first
    MeasuredUnits units;
    ConformTolerance tolerance;
    double cover_percent = 90.0;
    double later_s = 0.0;
    bool align = false;
    bool json = false;
};
int conform(const ConformCommand& options);

struct ExportCommand {
    std::string project;
    std::string moves_file;     ///< JSON; each of these: empty: not wanted
    std::string charts_folder;  ///< SCXML
    std::string phases_folder;  ///< SVG
    std::string dials_file;     ///< CSV, or JSON when it is called so
    std::string gltf_file;      ///< of `tape`
    std::string sound_file;     ///< WAV, of `tape`
    std::string score_file;     ///< SVG, of `tape`
    std::string tape;
};
int export_files(const ExportCommand& options);

/// Writes what other editors want to know of the language.
int editor_files(const std::string& folder);

struct TrafficCommand {
    std::string file;
    std::string peer;  ///< only what it sends or gets; empty: everything
    bool json = false;
};
int traffic(const TrafficCommand& options);

struct ReachOptions {
    std::string project;
    std::string from;
    std::string to;
};
int reach(const ReachOptions& options);

struct SweepOptions : ExperimentOptions {
    std::vector<std::string> dials;  ///< "hop.rise=0.5m..6m:41"
    std::string csv_file;            ///< empty: printed
    std::string shard;               ///< "2/8"
    std::vector<std::string> merge;  ///< files of parts to put together
};
int sweep(const SweepOptions& options);

struct SensitivityCommand : ExperimentOptions {
    std::vector<std::string> dials;  ///< none: all that have a range
    std::string reading;             ///< only this one
};
int sensitivity(const SensitivityCommand& options);

struct SolveCommand : ExperimentOptions {
    std::vector<std::string> dials;   ///< "hop.rise", or with bounds
    std::vector<std::string> wishes;  ///< "hop_height = 2.4 m"
    std::uint64_t seed = 1;
    int tries = 1500;
    double stay_near = 0.0001;
};
int solve(const SolveCommand& options);

struct FitCommand : ExperimentOptions {
    std::vector<std::string> dials;
    std::vector<std::string> measured;  ///< CSV files: for one tape, or one for each
    MeasuredUnits units;                ///< of columns whose heads say none
    std::optional<double> later_s;      ///< when it begins on the tape; nothing: aligned by itself
    double stretch = 1.0;               ///< of its times
    std::uint64_t seed = 1;
    int tries = 1500;
};
int fit(const FitCommand& options);

struct LeewayCommand : ExperimentOptions {
    std::vector<std::string> buttons;  ///< none: all
    bool sticks = false;
    bool pairs = false;
    double at_least_ms = 0.0;  ///< 0: any
    double spread_ms = 30.0;
    int tries = 200;
    unsigned seed = 1;
};
int leeway(const LeewayCommand& options);

/// Its tapes are hints: they begin at the same place.
struct FindWayCommand : ExperimentOptions {
    std::string from, to;              ///< places or pieces
    std::vector<std::string> without;  ///< moves that are left out
    std::size_t tries = 0;             ///< 0: as many as usual
    std::uint64_t seed = 1;
    bool first = false;     ///< the first route is enough
    bool margins = false;   ///< also how far each dial may fall
    std::string tape_file;  ///< where the route is written to
};
int find_way(const FindWayCommand& options);

struct CompareCommand {
    std::string project;
    std::string against;             ///< a revision
    double threshold_percent = 1.0;  ///< smaller changes of a reading don't count
    std::string html_file;
    int threads = 0;
};
int compare(const CompareCommand& options);

struct ReportCommand {
    std::string project;
    std::string tape;
    std::string html_file;
};
int report(const ReportCommand& options);

struct TrialCommand : ExperimentOptions {
    std::string name;   ///< empty: every trial of the project is listed
    bool keep = false;  ///< the result is written into its file
};
int trial(const TrialCommand& options);

/// The codes of messages, or what one of them means.
int explain_message(const std::string& code);
int format_files(const std::vector<std::string>& files);

struct NewOptions {
    std::string folder;
    std::string kind = "third-person";  ///< of a starting project
};
int make_project(const NewOptions& options);

}  // namespace leap::cli
