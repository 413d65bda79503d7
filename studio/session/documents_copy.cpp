// SPDX-License-Identifier: GPL-3.0-or-later
// The project under another name, and scripts that come from another project.
#include <algorithm>

#include "core/project/file_io.hpp"
#include "core/project/import_script.hpp"
#include "core/project/starting_projects.hpp"
#include "core/script/use_edit.hpp"
#include "studio/session/documents.hpp"

namespace leap::studio {

namespace fs = std::filesystem;

/// Every file of the project that lies in its folder, as far as it is known to be one.
std::vector<std::string> Documents::own_files() const {
    std::vector<std::string> out = scripts_;
    out.push_back(project_->file.course);
    if (!project_->file.looks.empty()) out.push_back(project_->file.looks);
    for (const TapeEntry& entry : project_->tapes)
        if (!entry.path.empty()) out.push_back(entry.path);
    for (const TuningEntry& entry : project_->tunings) out.push_back(entry.path);
    for (const WireEntry& entry : project_->wires) out.push_back(entry.path);
    for (const TrialEntry& entry : project_->trials) {
        out.push_back(entry.path);
        if (!entry.trial.measured.empty()) out.push_back(entry.trial.measured);
    }
    std::erase_if(out, [this](const std::string& path) { return !lies_inside(project_->folder, path); });
    std::sort(out.begin(), out.end());
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

QString Documents::save_as(const fs::path& folder) {
    if (const std::string problem = why_not_a_new_folder(folder); !problem.empty())
        return QString::fromStdString(problem);
    if (lies_inside(project_->folder, fs::absolute(folder)))
        return tr("%1 is inside this project. Choose a folder outside it").arg(QString::fromStdString(folder.string()));
    for (const std::string& path : scripts_) {
        std::error_code error;
        if (lies_inside(project_->folder, path) || fs::equivalent(project_->folder / path, folder / path, error))
            continue;
        // A folder that isn't there yet has no "..": its parent is asked.
        const fs::path there = (fs::absolute(folder) / path).lexically_normal();
        if (fs::equivalent(project_->folder / path, there, error)) continue;
        return tr("%1 is outside this project's folder and cannot be found from %2. Choose a folder beside the current "
                  "one")
            .arg(QString::fromStdString(path), QString::fromStdString(folder.string()));
    }
    keep_take();
    ProjectFile file = project_->file;
    file.name = folder.filename().empty() ? folder.parent_path().filename().string() : folder.filename().string();
    file.tapes.clear();
    for (const TapeEntry& entry : project_->tapes)
        if (!entry.path.empty()) file.tapes.push_back(entry.path);
    const auto write = [&](const std::string& path, const std::string& text) -> QString {
        std::error_code error;
        fs::create_directories((folder / path).parent_path(), error);  // write_file tells
        const auto written = write_file(folder / path, text);
        return written ? QString() : QString::fromStdString(written.error());
    };
    const std::vector<std::string> paths = own_files();
    for (const std::string& path : paths) {
        const std::string* known = texts_.find(path);
        if (known != nullptr && known->empty() && is_listed(path)) continue;  // taken out of the project
        const auto text =
            known != nullptr ? tl::expected<std::string, std::string>(*known) : read_file(project_->folder / path);
        // What can't be read is named in the window already; the rest is copied all the same.
        if (!text) continue;
        if (QString problem = write(path, *text); !problem.isEmpty()) return problem;
    }
    if (QString problem = write(project_->file_name, write_project_file(file)); !problem.isEmpty()) return problem;
    // From here on the new folder is the project's.
    if (!data_folder_.empty()) keep_recovery(recovery_path(data_folder_, project_->folder), {});
    project_->folder = folder;
    project_->file = std::move(file);
    removed_tapes_.clear();
    for (const std::string& path : paths)
        if (const std::string* known = texts_.find(path)) texts_.saved(path, std::string(*known));
    return save();
}

QString Documents::import_script(const fs::path& file, const Program& into, const QString& what) {
    fs::path folder = fs::absolute(file).parent_path();
    while (!fs::exists(folder / "project.json") && folder.has_relative_path()) folder = folder.parent_path();
    const auto from = load_project(folder);
    if (!from) return tr("%1 belongs to no project").arg(QString::fromStdString(file.string()));
    if (!from->compiled.program)
        return tr("The script of %1 has an error: %2")
            .arg(QString::fromStdString(folder.string()), QString::fromStdString(first_error(from->compiled)));
    const std::string path = fs::absolute(file).lexically_normal().lexically_relative(fs::absolute(folder)).string();
    const auto imported = leap::import_script(*from->compiled.program, path, into);
    if (!imported) return QString::fromStdString(imported.error());
    for (const SourceFile& each : imported->files) {
        std::error_code error;
        const std::string* known = texts_.find(each.path);
        if ((known != nullptr && !known->empty()) || fs::exists(project_->folder / each.path, error))
            return tr("A file %1 already exists").arg(QString::fromStdString(each.path));
    }
    const std::string root = project_->file.script;
    const std::string* whole = texts_.find(root);
    if (whole == nullptr) return tr("Cannot read %1").arg(QString::fromStdString(root));
    const std::string using_it = with_use(*whole, imported->files.front().path, false);
    undo_.beginMacro(what);
    for (const SourceFile& each : imported->files) edit_text(each.path, each.text, what);
    edit_text(root, using_it, what);
    undo_.endMacro();
    QString words = tr("%1 is part of the project").arg(QString::fromStdString(imported->files.front().path));
    if (!imported->along.empty()) {
        QStringList names;
        for (const std::string& name : imported->along) names << QString::fromStdString(name);
        words += tr(", with %1 which it speaks of").arg(names.join(", "));
    }
    emit message(words);
    return {};
}

}  // namespace leap::studio
