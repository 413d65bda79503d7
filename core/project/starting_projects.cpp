// SPDX-License-Identifier: MIT
#include "core/project/starting_projects.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/project/file_io.hpp"
#include "core/project/project.hpp"
#include "core/project/starting_files.hpp"

namespace leap {

namespace fs = std::filesystem;

namespace {
constexpr std::array starting_kinds{
    StartingProject{"third-person", "Third person, seen from behind",
                    "A body that walks and hops on flat ground, with a block to get onto."},
    StartingProject{"first-person", "First person, through the eyes",
                    "A body that walks where it looks, sprints, crouches and hops, in a hall."},
    StartingProject{"plane-locked", "Locked to a plane, seen from the side",
                    "A figure that runs left and right and leaps twice, over a step and a gap."},
    StartingProject{"vehicle", "A vehicle with its driver",
                    "A cart on sprung wheels to get on, drive, slide and jump with, in a yard with a ramp."},
};
}  // namespace

std::span<const StartingProject> starting_projects() {
    return starting_kinds;
}

const StartingProject* find_starting_project(std::string_view name) {
    const auto* const found = std::find_if(starting_kinds.begin(), starting_kinds.end(),
                                           [&](const StartingProject& kind) { return kind.name == name; });
    return found == starting_kinds.end() ? nullptr : found;
}

std::string why_not_a_new_folder(const fs::path& folder) {
    std::error_code error;
    if (folder.empty()) return "name a folder for the project";
    if (!fs::exists(folder, error)) return {};
    if (fs::is_directory(folder, error) && fs::is_empty(folder, error)) return {};
    return fmt::format("{} is there already and not empty; name a new folder", folder.string());
}

tl::expected<void, std::string> create_project(const fs::path& folder, const StartingProject& kind,
                                               const std::string& name) {
    if (std::string problem = why_not_a_new_folder(folder); !problem.empty())
        return tl::make_unexpected(std::move(problem));
    for (const StartingFile& file : starting_files()) {
        if (file.project != kind.name) continue;
        const fs::path path = folder / file.path;
        std::error_code error;
        fs::create_directories(path.parent_path(), error);
        if (error) return tl::make_unexpected(fmt::format("{} can't be made: {}", folder.string(), error.message()));
        std::string text(file.text);
        if (file.path == "project.json") {
            auto project = read_project_file(text, "project.json");
            if (!project) return tl::make_unexpected(project.error());
            const fs::path last = folder.filename().empty() ? folder.parent_path().filename() : folder.filename();
            project->name = name.empty() ? last.string() : name;
            text = write_project_file(*project);
        }
        if (auto written = write_file(path, text); !written) return written;
    }
    return {};
}

}  // namespace leap
