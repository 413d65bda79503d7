// SPDX-License-Identifier: MIT
#include "core/project/project.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>

#include "core/defaults.hpp"
#include "core/project/course_file.hpp"
#include "core/project/file_io.hpp"
#include "core/project/json_reader.hpp"
#include "core/project/tape_file.hpp"
#include "core/project/wire_file.hpp"
#include "core/simulation/fixture_check.hpp"

namespace leap {

namespace fs = std::filesystem;

tl::expected<ProjectFile, std::string> read_project_file(std::string_view text, const std::string& path) {
    const auto parsed = parse_json(text, path);
    if (!parsed) return tl::make_unexpected(parsed.error());
    const JsonReader json(*parsed, path);
    json.check_format(defaults::project_format);
    ProjectFile out;
    out.name = json.text("name");
    out.script = json.text("script");
    out.course = json.text("course");
    out.looks = json.text("looks", "");
    out.view = json.text("view", "behind");
    if (out.view != "behind" && out.view != "eyes" && out.view != "side")
        json.fail("view", "must be behind, eyes or side");
    if (const Json* tapes = json.find("tapes")) {
        if (!tapes->is_array()) json.fail("tapes", "must be a list of paths");
        for (const Json& tape : *tapes) {
            if (tape.is_string()) {
                out.tapes.push_back(tape.get<std::string>());
            } else {
                json.fail("tapes", "must be a list of paths");
            }
        }
    }
    if (json.failed()) return tl::make_unexpected(json.error());
    return out;
}

std::string write_project_file(const ProjectFile& project) {
    Json json;
    json["format"] = defaults::project_format;
    json["name"] = project.name;
    json["script"] = project.script;
    json["course"] = project.course;
    if (!project.looks.empty()) json["looks"] = project.looks;
    if (project.view != "behind") json["view"] = project.view;
    json["tapes"] = project.tapes;
    return json.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

const TuningEntry* Project::find_tuning(const std::string& name) const {
    for (const TuningEntry& entry : tunings)
        if (entry.tuning.name == name) return &entry;
    return nullptr;
}

const TrialEntry* Project::find_trial(const std::string& name) const {
    for (const TrialEntry& entry : trials)
        if (entry.trial.name == name) return &entry;
    return nullptr;
}

const WireEntry* Project::find_wire(const std::string& name) const {
    for (const WireEntry& entry : wires)
        if (entry.plan.name == name) return &entry;
    return nullptr;
}

const TapeEntry* Project::find_tape(const std::string& name) const {
    const auto found = std::find_if(tapes.begin(), tapes.end(), [&](const TapeEntry& entry) {
        return entry.tape.name == name || entry.path == name;
    });
    return found == tapes.end() ? nullptr : &*found;
}

ScriptReader script_reader(const fs::path& folder, const TextOverrides& overrides) {
    return [folder, overrides](const std::string& path) -> tl::expected<std::string, std::string> {
        if (const auto found = overrides.find(path); found != overrides.end()) return found->second;
        return read_file(folder / path);
    };
}

CompileOutput compile_scripts(const ProjectFile& file, const Looks& looks, const ScriptReader& reader) {
    CompileOutput out = compile(file.script, reader);
    if (!out.program) return out;
    for (Diagnostic& warning : look_warnings(*out.program, looks)) out.diagnostics.push_back(std::move(warning));
    return out;
}

bool lies_inside(const fs::path& folder, const fs::path& path) {
    std::error_code error;
    const fs::path root = fs::weakly_canonical(folder, error);
    if (error) return false;
    const fs::path full = fs::weakly_canonical(root / path, error);
    if (error) return false;
    const fs::path within = full.lexically_relative(root);
    return !within.empty() && *within.begin() != "..";
}

std::string tape_path_for(const Project& project, const std::string& tape_name) {
    if (const TapeEntry* known = project.find_tape(tape_name); known != nullptr && !known->path.empty())
        return known->path;
    std::string base = "tapes/";
    for (const char c : tape_name) base += std::isalnum(static_cast<unsigned char>(c)) != 0 ? c : '-';
    const auto taken = [&](const std::string& path) {
        std::error_code error;
        return fs::exists(project.folder / path, error) ||
               std::any_of(project.tapes.begin(), project.tapes.end(),
                           [&](const TapeEntry& entry) { return entry.path == path; });
    };
    std::string path = base + ".tape.json";
    for (int number = 2; taken(path); ++number) path = fmt::format("{}-{}.tape.json", base, number);
    return path;
}

std::vector<std::string> files_in(const fs::path& project, const std::string& folder, const std::string& ending) {
    std::vector<std::string> out;
    std::error_code error;
    for (fs::directory_iterator file(project / folder, error), end; !error && file != end; file.increment(error)) {
        const std::string name = file->path().filename().string();
        if (name.ends_with(ending)) out.push_back(folder + "/" + name);
    }
    std::sort(out.begin(), out.end());
    return out;
}

tl::expected<Project, std::string> load_project(const fs::path& path, const TextOverrides& overrides) {
    Project out;
    std::error_code error;
    const bool folder = fs::is_directory(path, error);
    out.folder = folder ? path : path.parent_path();
    if (!folder) out.file_name = path.filename().string();
    const fs::path file = out.folder / out.file_name;
    const auto text = read_file(file);
    if (!text)
        return tl::make_unexpected(text.error() +
                                   (fs::exists(file, error) ? "" : "; make a project with: leap new FOLDER"));
    auto read = read_project_file(*text, file.string());
    if (!read) return tl::make_unexpected(read.error());
    out.file = std::move(*read);

    const ScriptReader reader = script_reader(out.folder, overrides);
    const auto course_text = reader(out.file.course);
    if (!course_text) {
        out.problems.push_back(course_text.error());
    } else if (auto plan = read_course(*course_text, (out.folder / out.file.course).string(), &out.warnings)) {
        out.course = std::move(*plan);
    } else {
        out.problems.push_back(plan.error());
    }
    for (const std::string& tape_path : out.file.tapes) {
        const auto tape_text = reader(tape_path);
        auto tape = tape_text ? read_tape(*tape_text, (out.folder / tape_path).string(), &out.warnings)
                              : tl::expected<Tape, std::string>(tl::make_unexpected(tape_text.error()));
        if (tape) {
            out.tapes.push_back({tape_path, std::move(*tape)});
        } else {
            out.problems.push_back(tape.error());
        }
    }
    // One that can't be read takes nothing else along.
    for (const std::string& tuning_path : files_in(out.folder, "tunings", ".tuning.json")) {
        const auto tuning = reader(tuning_path).and_then([&](const std::string& tuning_text) {
            return read_tuning(tuning_text, (out.folder / tuning_path).string(), &out.warnings);
        });
        if (tuning) {
            out.tunings.push_back({tuning_path, *tuning});
        } else {
            out.warnings.push_back(tuning.error());
        }
    }
    for (const std::string& trial_path : files_in(out.folder, "trials", ".trial.json")) {
        const auto trial = reader(trial_path).and_then([&](const std::string& trial_text) {
            return read_trial(trial_text, (out.folder / trial_path).string(), &out.warnings);
        });
        if (trial) {
            out.trials.push_back({trial_path, *trial});
        } else {
            out.warnings.push_back(trial.error());
        }
    }
    for (const std::string& wire_path : files_in(out.folder, "wire", ".wire.json")) {
        const auto plan = reader(wire_path).and_then([&](const std::string& wire_text) {
            return read_wire_plan(wire_text, (out.folder / wire_path).string(), &out.warnings);
        });
        if (plan) {
            out.wires.push_back({wire_path, *plan});
        } else {
            out.warnings.push_back(plan.error());
        }
    }
    if (!out.file.looks.empty()) {
        const auto looks_text = reader(out.file.looks);
        auto looks = looks_text ? read_looks(*looks_text, (out.folder / out.file.looks).string(), &out.warnings)
                                : tl::expected<Looks, std::string>(tl::make_unexpected(looks_text.error()));
        if (looks) {
            out.looks = std::move(*looks);
        } else {
            out.problems.push_back(looks.error());
        }
    }
    out.compiled = compile_scripts(out.file, out.looks, reader);
    if (out.course && out.compiled.program)
        for (const FixtureWarning& wrong : fixture_errors(*out.compiled.program, *out.course))
            out.problems.push_back(fmt::format("{}: {}", out.file.course, wrong.text));
    return out;
}

}  // namespace leap
