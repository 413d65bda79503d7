// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <map>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/project/looks.hpp"
#include "core/project/trial_file.hpp"
#include "core/project/tuning_file.hpp"
#include "core/script/compile.hpp"
#include "core/tape/tape.hpp"
#include "core/wire/plan.hpp"
#include "core/world/course.hpp"

namespace leap {

/// What project.json says; paths are relative to its folder.
struct ProjectFile {
    std::string name;
    std::string script;
    std::string course;
    std::string looks;  ///< empty: only the usual ones
    std::vector<std::string> tapes;
    std::string view = "behind";  ///< the stage's first view: behind, eyes or side
};

tl::expected<ProjectFile, std::string> read_project_file(std::string_view text, const std::string& path);
std::string write_project_file(const ProjectFile& project);

struct TapeEntry {
    std::string path;  ///< relative to the project's folder
    Tape tape;
};

struct TuningEntry {
    std::string path;  ///< relative to the project's folder
    TuningFile tuning;
};

struct TrialEntry {
    std::string path;  ///< relative to the project's folder
    Trial trial;
};

struct WireEntry {
    std::string path;  ///< relative to the project's folder
    WirePlan plan;
};

/// A project as loaded from its folder. What can't be read is named in `problems`; the rest is there all the same.
struct Project {
    std::filesystem::path folder;
    std::string file_name = "project.json";
    ProjectFile file;
    std::optional<CoursePlan> course;
    Looks looks = usual_looks();
    std::vector<TapeEntry> tapes;
    std::vector<TuningEntry> tunings;  ///< of its folder tunings, by path
    std::vector<TrialEntry> trials;    ///< of its folder trials, by path
    std::vector<WireEntry> wires;      ///< of its folder wire, by path
    CompileOutput compiled;
    std::vector<std::string> problems;  ///< of project, course and tape files
    std::vector<std::string> warnings;  ///< what is in them and not read; see project_check.hpp for the rest

    const TapeEntry* find_tape(const std::string& name) const;
    const TuningEntry* find_tuning(const std::string& name) const;
    const TrialEntry* find_trial(const std::string& name) const;
    const WireEntry* find_wire(const std::string& name) const;
};

/// Paths of the files in one of a project's folders whose names end with `ending`, relative to the project, sorted.
std::vector<std::string> files_in(const std::filesystem::path& project, const std::string& folder,
                                  const std::string& ending);

/// Texts that count instead of the files on disk, by path relative to the project's folder.
using TextOverrides = std::map<std::string, std::string>;

/// Loads a project from its folder or its project file.
tl::expected<Project, std::string> load_project(const std::filesystem::path& path, const TextOverrides& overrides = {});

/// A reader for compile(): overrides first, then files in the folder.
ScriptReader script_reader(const std::filesystem::path& folder, const TextOverrides& overrides);

/// What a project's scripts say, with warnings of names that its looks don't have.
CompileOutput compile_scripts(const ProjectFile& file, const Looks& looks, const ScriptReader& reader);

/// Whether a path of a project (relative to its folder, or absolute) lies inside the folder, links followed. What lies
/// outside may be read, for scripts that projects share, and is never written.
bool lies_inside(const std::filesystem::path& folder, const std::filesystem::path& path);

/// A path for a tape of this name, like "tapes/three-hops.tape.json": its own when the project has the tape, else one
/// that no other tape and no file has.
std::string tape_path_for(const Project& project, const std::string& tape_name);

}  // namespace leap
