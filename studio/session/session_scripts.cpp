// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

/// One change of a script's text.
class TextEditStep : public QUndoCommand {
  public:
    TextEditStep(Session& session, std::string path, std::string before, std::string after, const QString& what,
                 int gesture)
        : QUndoCommand(what),
          session_(session),
          path_(std::move(path)),
          before_(std::move(before)),
          after_(std::move(after)),
          gesture_(gesture) {}
    void undo() override { session_.set_text(path_, before_); }
    void redo() override { session_.set_text(path_, after_); }
    int id() const override { return gesture_; }
    bool mergeWith(const QUndoCommand* next) override {
        const auto* more = static_cast<const TextEditStep*>(next);
        if (more->path_ != path_) return false;
        after_ = more->after_;
        return true;
    }

  private:
    Session& session_;
    std::string path_;
    std::string before_;
    std::string after_;
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
}

QString Session::save() {
    QStringList problems;
    for (const std::string& path : texts_.modified_files()) {
        const std::string text = *texts_.find(path);
        std::error_code error;
        std::filesystem::create_directories((project_->folder / path).parent_path(), error);  // write_file tells
        const auto written = write_file(project_->folder / path, text);
        if (written) {
            texts_.saved(path, text);
        } else {
            problems << QString::fromStdString(written.error());
        }
    }
    if (tape_unsaved_ && tape_) {
        std::string file_name = "tapes/";
        for (const char c : tape_->name) file_name += std::isalnum(static_cast<unsigned char>(c)) != 0 ? c : '-';
        file_name += ".tape.json";
        std::error_code error;
        std::filesystem::create_directories(project_->folder / "tapes", error);
        auto written = write_file(project_->folder / file_name, write_tape(*tape_));
        if (written && project_->find_tape(tape_->name) == nullptr) {
            ProjectFile changed = project_->file;
            changed.tapes.push_back(file_name);
            written = write_file(project_->folder / project_->file_name, write_project_file(changed));
            if (written) {
                project_->file = changed;
                project_->tapes.push_back({file_name, *tape_});
            }
        }
        if (written) {
            tape_unsaved_ = false;
            emit tapes_changed();
        } else {
            problems << QString::fromStdString(written.error());
        }
    }
    watch_files();
    remember_unsaved();
    emit texts_changed();
    return problems.join('\n');
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
    if (disk) edit_text(path, *disk, tr("Take %1 from disk").arg(QString::fromStdString(path)));
}

void Session::choose_own(const std::string& path) {
    const auto disk = read_file(project_->folder / path);
    if (disk) texts_.saved(path, *disk);
    emit texts_changed();
}

}  // namespace leap::studio
