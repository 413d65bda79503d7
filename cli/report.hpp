// SPDX-License-Identifier: MIT
#pragma once

#include <initializer_list>
#include <optional>
#include <string>

#include "core/project/project.hpp"
#include "core/readings/readings.hpp"
#include "core/tape/replay.hpp"

namespace leap::cli {

/// Prints a problem to standard error.
void complain(const std::string& text);

/// Whether every named file can be written; an empty name names no file. Prints the first that cannot.
bool can_write(std::initializer_list<std::string> files);

/// Loads a project and prints everything that is wrong with it; nothing when it can't run.
std::optional<Project> load_runnable(const std::string& path);

/// Prints everything that is wrong with a project; false when it can't run.
bool is_runnable(const Project& project);

/// Prints the diagnostics of a compilation; false when there are errors.
bool print_diagnostics(const CompileOutput& compiled);

/// The tape of that name, or the file of that path.
std::optional<Tape> find_tape(const Project& project, const std::string& name_or_file);

/// "hop_height  2.24 m  in 2 m..2.3 m  met".
std::string reading_line(const ReadingResult& reading);

/// Program, course and tuning of a loaded project, kept together for a run.
struct Prepared {
    Program program;
    Tuning tuning;
    Course course;
    SceneView rehearsal(int rate_hz) const { return {program, tuning, course, rate_hz}; }
};
Prepared prepare(Project project);

}  // namespace leap::cli
