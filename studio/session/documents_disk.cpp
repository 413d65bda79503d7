// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"
#include "studio/session/documents.hpp"

namespace leap::studio {

void Documents::note_scripts(const std::vector<SourceFile>& files) {
    scripts_.clear();
    for (const SourceFile& file : files) {
        scripts_.push_back(file.path);
        texts_.loaded(file.path, file.text);
    }
}

void Documents::load_data_texts() {
    for (const std::string& path : {project_->file.course, project_->file.looks}) {
        if (path.empty()) continue;
        if (const auto text = read_file(project_->folder / path)) texts_.loaded(path, *text);
    }
    load_listed_texts();
}

void Documents::watch() {
    if (const QStringList watched = watcher_.files() + watcher_.directories(); !watched.isEmpty())
        watcher_.removePaths(watched);
    QStringList paths;
    const auto add = [&](const std::string& path) {
        const std::filesystem::path full = project_->folder / path;
        paths << QString::fromStdString(full.string());
        const QString folder = QString::fromStdString(full.parent_path().string());
        if (!folder.isEmpty() && !paths.contains(folder)) paths << folder;
    };
    for (const std::string& path : scripts_) add(path);
    add(project_->file.course);
    if (!project_->file.looks.empty()) add(project_->file.looks);
    for (const std::string& tape : project_->file.tapes) add(tape);
    for (const TuningEntry& entry : project_->tunings) add(entry.path);
    for (const TrialEntry& entry : project_->trials) add(entry.path);
    for (const WireEntry& entry : project_->wires) add(entry.path);
    std::error_code error;
    for (const char* folder : {"tunings", "trials", "wire"}) {
        const QString full = QString::fromStdString((project_->folder / folder).string());
        if (std::filesystem::is_directory(project_->folder / folder, error) && !paths.contains(full)) paths << full;
    }
    watcher_.addPaths(paths);
}

/// Returns why a text couldn't be written, or nothing.
QString Documents::save_text(const std::string& path) {
    if (!lies_inside(project_->folder, path))
        return tr("%1 is outside the project folder and was not saved. Save it in its own project")
            .arg(QString::fromStdString(path));
    if (texts_.in_conflict(path))
        return tr("%1 was changed by another program. Choose which version to keep first")
            .arg(QString::fromStdString(path));
    const std::string text = *texts_.find(path);
    std::error_code error;
    // An empty one is a file that went: of a list, or a script that no other uses any more.
    const bool used = std::find(scripts_.begin(), scripts_.end(), path) != scripts_.end();
    const bool dropped = path.ends_with(".leap") && path != project_->file.script && !used;
    if (text.empty() && (is_listed(path) || dropped)) {
        std::filesystem::remove(project_->folder / path, error);
        if (error)
            return tr("Cannot remove %1: %2")
                .arg(QString::fromStdString(path), QString::fromStdString(error.message()));
        texts_.saved(path, text);
        return {};
    }
    std::filesystem::create_directories((project_->folder / path).parent_path(), error);  // write_file tells
    const auto written = write_file(project_->folder / path, text);
    if (!written) return QString::fromStdString(written.error());
    texts_.saved(path, text);
    return {};
}

QString Documents::save() {
    QStringList problems;
    for (const TapeEntry& entry : removed_tapes_) texts_.edit(entry.path, texts_.on_disk(entry.path));
    for (const std::string& path : texts_.modified_files())
        if (const QString problem = save_text(path); !problem.isEmpty()) problems << problem;
    keep_take();
    for (TapeEntry& entry : project_->tapes) {
        if (!entry.path.empty()) continue;
        if (const QString problem = save_tape(entry); !problem.isEmpty()) problems << problem;
    }
    remove_tape_files(problems);
    emit tapes_changed();
    watch();
    remember_unsaved();
    emit texts_changed();
    return problems.join('\n');
}

/// Writes a tape that has no file yet, and its line in the project file.
QString Documents::save_tape(TapeEntry& entry) {
    const std::string path = tape_path_for(*project_, entry.tape.name);
    if (!lies_inside(project_->folder, path))
        return tr("%1 is outside the project folder and was not saved").arg(QString::fromStdString(path));
    std::error_code error;
    std::filesystem::create_directories((project_->folder / path).parent_path(), error);  // write_file tells
    auto written = write_file(project_->folder / path, write_tape(entry.tape));
    if (!written) return QString::fromStdString(written.error());
    ProjectFile changed = project_->file;
    changed.tapes.push_back(path);
    written = write_file(project_->folder / project_->file_name, write_project_file(changed));
    if (!written) return QString::fromStdString(written.error());
    project_->file = std::move(changed);
    entry.path = path;
    return {};
}

/// First the project file, which then names no tape that isn't there.
void Documents::remove_tape_files(QStringList& problems) {
    if (removed_tapes_.empty()) return;
    ProjectFile changed = project_->file;
    for (const TapeEntry& entry : removed_tapes_) std::erase(changed.tapes, entry.path);
    const auto written = write_file(project_->folder / project_->file_name, write_project_file(changed));
    if (!written) {
        problems << QString::fromStdString(written.error());
        return;
    }
    project_->file = std::move(changed);
    for (const TapeEntry& entry : removed_tapes_) {
        texts_.forget(entry.path);
        std::error_code error;
        if (lies_inside(project_->folder, entry.path)) std::filesystem::remove(project_->folder / entry.path, error);
        if (error)
            problems << tr("%1 was removed from the project, but its file could not be deleted: %2")
                            .arg(QString::fromStdString(entry.path), QString::fromStdString(error.message()));
    }
    removed_tapes_.clear();
}

void Documents::look_at_disk() {
    if (!project_) return;
    look_at_scripts();
    look_at_data(project_->file.course);
    if (!project_->file.looks.empty()) look_at_data(project_->file.looks);
    look_at_tapes();
    look_at_lists();
    watch();
}

void Documents::look_at_scripts() {
    bool taken = false;
    for (const std::string& path : std::vector<std::string>(scripts_)) {
        const auto disk = read_file(project_->folder / path);
        if (!disk) {
            if (texts_.find(path) != nullptr && !texts_.modified(path))
                emit message(QString::fromStdString(disk.error() + "; its text is kept here"));
            continue;
        }
        const auto change = texts_.disk_changed(path, *disk);
        taken = taken || change == ProjectTexts::DiskChange::taken;
        if (change == ProjectTexts::DiskChange::taken) note_outside_change(path);
        if (change == ProjectTexts::DiskChange::conflict) emit conflict(QString::fromStdString(path));
    }
    if (!taken) return;
    emit text_changed(project_->file.script);
    emit texts_changed();
}

/// A file that is read whole: the course, or the looks.
void Documents::look_at_data(const std::string& path) {
    const auto text = read_file(project_->folder / path);
    if (!text) return;
    const auto change = texts_.disk_changed(path, *text);
    if (change == ProjectTexts::DiskChange::conflict) emit conflict(QString::fromStdString(path));
    if (change != ProjectTexts::DiskChange::taken) return;
    note_outside_change(path);
    emit text_changed(path);
    emit texts_changed();
}

void Documents::look_at_tapes() {
    std::string chosen;
    for (TapeEntry& entry : project_->tapes) {
        if (entry.path.empty()) continue;
        const auto text = read_file(project_->folder / entry.path);
        if (!text) continue;
        if (texts_.find(entry.path) != nullptr) {
            const auto change = texts_.disk_changed(entry.path, *text);
            if (change == ProjectTexts::DiskChange::conflict) emit conflict(QString::fromStdString(entry.path));
            if (change != ProjectTexts::DiskChange::taken) continue;
            note_outside_change(entry.path);
            emit texts_changed();
        }
        auto tape = read_tape(*text, entry.path);
        if (!tape) {
            emit message(QString::fromStdString(tape.error() + "; the tape as it was stays"));
        } else if (*tape != entry.tape) {
            if (tape_ && !tape_unsaved_ && tape_->name == entry.tape.name) chosen = tape->name;
            entry.tape = std::move(*tape);
        }
    }
    if (!chosen.empty()) choose_tape(chosen);
}

void Documents::choose_disk(const std::string& path) {
    const auto disk = read_file(project_->folder / path);
    texts_.settle(path);
    if (disk) edit_text(path, *disk, tr("Load %1 from disk").arg(QString::fromStdString(path)));
    emit texts_changed();
}

void Documents::choose_own(const std::string& path) {
    const auto disk = read_file(project_->folder / path);
    if (disk) texts_.saved(path, *disk);
    texts_.settle(path);
    emit texts_changed();
}

}  // namespace leap::studio
