// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

/// The commands of `leap`. Each returns the exit code: 0 good, 1 problems, 2 wrong call.
namespace leap::cli {

inline constexpr int good = 0;
inline constexpr int problems = 1;
inline constexpr int wrong_call = 2;

struct CheckOptions {
    std::string project;
    bool marks = false;
};
int check(const CheckOptions& options);

struct RunOptions {
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
    double at_s = 0.0;
    std::string move;
    std::string fixture;
    std::string character;  ///< by its name in the tape; empty: the first
};
int explain(const ExplainOptions& options);

struct RatesOptions {
    std::string project;
    std::string tape;
};
int rates(const RatesOptions& options);

struct ReachOptions {
    std::string project;
    std::string from;
    std::string to;
};
int reach(const ReachOptions& options);

int format_files(const std::vector<std::string>& files);
int make_project(const std::string& folder);

}  // namespace leap::cli
