// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

/// One change of a script's text. Keeps what differs, not the whole text twice.
class TextEditStep : public QUndoCommand {
  public:
    TextEditStep(Session& session, std::string path, const std::string& before, const std::string& after,
                 const QString& what, int gesture)
        : QUndoCommand(what), session_(session), path_(std::move(path)), gesture_(gesture) {
        take(before, after);
    }
    void undo() override { session_.set_text(path_, replaced(inserted_.size(), removed_)); }
    void redo() override { session_.set_text(path_, replaced(removed_.size(), inserted_)); }
    int id() const override { return gesture_; }
    bool mergeWith(const QUndoCommand* next) override {
        const auto* more = static_cast<const TextEditStep*>(next);
        if (more->path_ != path_) return false;
        // The later step has been taken: what stands now is its outcome.
        const std::string after = *session_.text(path_);
        std::string between = after;
        between.replace(more->at_, more->inserted_.size(), more->removed_);
        std::string before = between;
        before.replace(at_, inserted_.size(), removed_);
        take(before, after);
        return true;
    }

  private:
    void take(const std::string& before, const std::string& after) {
        const std::size_t shorter = std::min(before.size(), after.size());
        at_ = 0;
        while (at_ < shorter && before[at_] == after[at_]) ++at_;
        std::size_t behind = 0;
        while (behind < shorter - at_ && before[before.size() - 1 - behind] == after[after.size() - 1 - behind])
            ++behind;
        removed_ = before.substr(at_, before.size() - at_ - behind);
        inserted_ = after.substr(at_, after.size() - at_ - behind);
    }
    std::string replaced(std::size_t length, const std::string& by) const {
        const std::string* now = session_.text(path_);
        std::string text = now == nullptr ? std::string() : *now;
        return text.replace(std::min(at_, text.size()), length, by);
    }

    Session& session_;
    std::string path_;
    std::size_t at_ = 0;
    std::string removed_;
    std::string inserted_;
    int gesture_;
};

void Session::edit_text(const std::string& path, const std::string& text, const QString& what, int gesture) {
    const std::string* before = texts_.find(path);
    if (before != nullptr && *before == text) return;
    undo_.push(new TextEditStep(*this, path, before == nullptr ? std::string() : *before, text, what, gesture));
}

void Session::edit_files(const std::vector<SourceFile>& files, const QString& what) {
    undo_.beginMacro(what);
    for (const SourceFile& file : files) edit_text(file.path, file.text, what);
    undo_.endMacro();
}

void Session::set_text(const std::string& path, const std::string& text) {
    texts_.edit(path, text);
    if (is_course(path)) {
        take_course_text(text);
    } else {
        compile_texts();
    }
    emit texts_changed();
}

void Session::compile_texts() {
    CompileOutput out = compile(project_->file.script, script_reader(project_->folder, texts_.overrides()));
    for (const SourceFile& file : out.files) texts_.loaded(file.path, file.text);
    source_files_ = std::move(out.files);
    diagnostics_ = std::move(out.diagnostics);
    // While there is an error, the last good program keeps running.
    if (out.program) adopt_program(std::make_shared<const Program>(std::move(*out.program)));
    emit diagnostics_changed();
}

void Session::adopt_program(std::shared_ptr<const Program> program) {
    program_ = std::move(program);
    now_tuning_ = tuned(written_tuning(*program_).dials);
    previewing_ = false;
    std::vector<double> kept = now_tuning_.dials;
    for (std::size_t i = 0; i < kept.size(); ++i)
        if (const auto found = kept_values_.find(program_->dials[i].path()); found != kept_values_.end())
            kept[i] = found->second;
    kept_tuning_ = make_tuning(*program_, std::move(kept));
    tune_live();
    emit program_changed();
    emit tuning_changed();
    request_now();
    request_kept();  // its rows are read with the tables of the program they were made with
}

QString Session::save() {
    QStringList problems;
    for (const std::string& path : texts_.modified_files()) {
        const std::string text = *texts_.find(path);
        if (!lies_inside(project_->folder, path)) {
            problems << tr("%1 lies outside of the project's folder and is not written; save it in its own project")
                            .arg(QString::fromStdString(path));
            continue;
        }
        if (texts_.in_conflict(path)) {
            problems << tr("%1 was changed by another program; say first which of the two counts")
                            .arg(QString::fromStdString(path));
            continue;
        }
        std::error_code error;
        std::filesystem::create_directories((project_->folder / path).parent_path(), error);  // write_file tells
        const auto written = write_file(project_->folder / path, text);
        if (written) {
            texts_.saved(path, text);
        } else {
            problems << QString::fromStdString(written.error());
        }
    }
    keep_take();
    for (TapeEntry& entry : project_->tapes) {
        if (!entry.path.empty()) continue;
        const QString problem = save_tape(entry);
        if (!problem.isEmpty()) problems << problem;
    }
    emit tapes_changed();
    watch_files();
    remember_unsaved();
    emit texts_changed();
    return problems.join('\n');
}

/// Writes a tape that has no file yet, and its line in the project file.
QString Session::save_tape(TapeEntry& entry) {
    const std::string path = tape_path_for(*project_, entry.tape.name);
    if (!lies_inside(project_->folder, path))
        return tr("%1 lies outside of the project's folder and is not written").arg(QString::fromStdString(path));
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

void Session::look_at_disk() {
    if (!project_) return;
    bool taken = false;
    for (const SourceFile& file : std::vector<SourceFile>(source_files_)) {
        const auto disk = read_file(project_->folder / file.path);
        if (!disk) {
            if (texts_.find(file.path) != nullptr && !texts_.modified(file.path))
                emit message(QString::fromStdString(disk.error() + "; its text is kept here"));
            continue;
        }
        const auto change = texts_.disk_changed(file.path, *disk);
        taken = taken || change == ProjectTexts::DiskChange::taken;
        if (change == ProjectTexts::DiskChange::conflict) emit conflict(QString::fromStdString(file.path));
    }
    if (taken) {
        undo_.clear();  // its steps would bring back texts from before the other editor's change
        compile_texts();
        emit texts_changed();
    }
    if (const auto text = read_file(project_->folder / project_->file.course)) {
        const auto change = texts_.disk_changed(project_->file.course, *text);
        if (change == ProjectTexts::DiskChange::conflict) emit conflict(QString::fromStdString(project_->file.course));
        if (change == ProjectTexts::DiskChange::taken) {
            undo_.clear();
            take_course_text(*text);
            emit texts_changed();
        }
    }
    for (TapeEntry& entry : project_->tapes) {
        if (entry.path.empty()) continue;
        const auto text = read_file(project_->folder / entry.path);
        if (!text) continue;
        auto tape = read_tape(*text, entry.path);
        if (!tape) {
            emit message(QString::fromStdString(tape.error() + "; the tape as it was stays"));
        } else if (*tape != entry.tape) {
            const bool current = tape_ && !tape_unsaved_ && tape_->name == entry.tape.name;
            entry.tape = std::move(*tape);
            if (current) choose_tape(QString::fromStdString(entry.tape.name));
        }
    }
    watch_files();
}

void Session::choose_disk(const std::string& path) {
    const auto disk = read_file(project_->folder / path);
    texts_.settle(path);
    if (disk) edit_text(path, *disk, tr("Take %1 from disk").arg(QString::fromStdString(path)));
    emit texts_changed();
}

void Session::choose_own(const std::string& path) {
    const auto disk = read_file(project_->folder / path);
    if (disk) texts_.saved(path, *disk);
    texts_.settle(path);
    emit texts_changed();
}

}  // namespace leap::studio
