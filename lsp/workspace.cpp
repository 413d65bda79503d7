// SPDX-License-Identifier: MIT
#include "lsp/workspace.hpp"

#include "core/project/file_io.hpp"
#include "core/project/project.hpp"

namespace leap::lsp {

void Workspace::open(const std::string& path, std::string text) {
    texts_[path] = std::move(text);
    for (auto& [folder, project] : projects_) project.stale = true;
}

void Workspace::close(const std::string& path) {
    texts_.erase(path);
    for (auto& [folder, project] : projects_) project.stale = true;
}

std::string Workspace::text(const std::string& path) const {
    const auto known = texts_.find(path);
    if (known != texts_.end()) return known->second;
    return read_file(path).value_or(std::string());
}

std::shared_ptr<const Compiled> Workspace::compiled(const std::filesystem::path& folder) {
    Project& project = projects_[folder];
    if (!project.stale) return project.now;
    project.stale = false;
    project.now = nullptr;
    const auto file = read_project_file(text((folder / "project.json").generic_string()), "project.json");
    if (!file || file->script.empty()) return nullptr;
    TextOverrides overrides;
    for (const auto& [path, text] : texts_) {
        const auto relative = std::filesystem::path(path).lexically_relative(folder);
        if (!relative.empty()) overrides[relative.generic_string()] = text;
    }
    Looks looks = usual_looks();
    if (!file->looks.empty())
        if (auto read = read_looks(text((folder / file->looks).generic_string()), file->looks)) looks = *read;
    auto made = std::make_shared<Compiled>();
    made->folder = folder;
    made->root = file->script;
    made->output = compile_scripts(*file, looks, script_reader(folder, overrides));
    made->revision = ++revisions_;
    if (made->output.program) {
        made->program = std::make_shared<const Program>(std::move(*made->output.program));
        project.last_good = made->program;
    }
    made->output.program.reset();
    if (!project.last_good) {  // opened with errors: what is on disk may have none
        auto on_disk = compile_scripts(*file, looks, script_reader(folder, {}));
        if (on_disk.program) project.last_good = std::make_shared<const Program>(std::move(*on_disk.program));
    }
    made->last_good = project.last_good;
    project.now = made;
    return made;
}

std::shared_ptr<const Compiled> Workspace::project_of(const std::string& path) {
    constexpr int max_folders_up = 12;
    std::filesystem::path folder = std::filesystem::path(path).parent_path();
    for (int i = 0; i < max_folders_up && !folder.empty(); ++i) {
        std::error_code ignored;
        if (std::filesystem::exists(folder / "project.json", ignored)) {
            auto project = compiled(folder);
            if (project && project->file_at(path)) return project;
        }
        if (folder == folder.root_path()) break;
        folder = folder.parent_path();
    }
    return nullptr;
}

std::vector<std::shared_ptr<const Compiled>> Workspace::projects() {
    std::vector<std::shared_ptr<const Compiled>> out;
    std::vector<std::filesystem::path> folders;
    for (const auto& [folder, project] : projects_) folders.push_back(folder);
    for (const auto& folder : folders)
        if (auto project = compiled(folder)) out.push_back(std::move(project));
    return out;
}

}  // namespace leap::lsp
