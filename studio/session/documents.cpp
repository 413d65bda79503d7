// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/documents.hpp"

#include "studio/session/text_edit_step.hpp"

namespace leap::studio {

namespace {
constexpr int disk_delay_ms = 60;  // editors write in several strokes
constexpr int recovery_delay_ms = 400;
}  // namespace

Documents::Documents(std::filesystem::path data_folder, QObject* parent)
    : QObject(parent), data_folder_(std::move(data_folder)) {
    disk_timer_.setSingleShot(true);
    disk_timer_.setInterval(disk_delay_ms);
    recovery_timer_.setSingleShot(true);
    recovery_timer_.setInterval(recovery_delay_ms);
    connect(&watcher_, &QFileSystemWatcher::fileChanged, &disk_timer_, qOverload<>(&QTimer::start));
    connect(&watcher_, &QFileSystemWatcher::directoryChanged, &disk_timer_, qOverload<>(&QTimer::start));
    connect(&disk_timer_, &QTimer::timeout, this, &Documents::look_at_disk);
    connect(&recovery_timer_, &QTimer::timeout, this, &Documents::remember_unsaved);
    const auto soon = qOverload<>(&QTimer::start);
    for (const auto change :
         {&Documents::texts_changed, &Documents::tapes_changed, &Documents::tape_chosen, &Documents::take_recovered})
        connect(this, change, &recovery_timer_, soon);
}

QString Documents::project_name() const {
    return project_ ? QString::fromStdString(project_->file.name) : QString();
}

void Documents::open(Project project) {
    // What isn't saved stays with the project that is left, and is offered when that is opened again.
    if (project_ && modified()) remember_unsaved();
    project_ = std::move(project);
    recovered_.reset();
    texts_.clear();
    undo_.clear();
    outside_changes_.clear();
    tape_.reset();
    tape_unsaved_ = false;
    earlier_takes_.clear();
    removed_tapes_.clear();
    for (const SourceFile& file : project_->compiled.files) texts_.loaded(file.path, file.text);
}

void Documents::edit_text(const std::string& path, const std::string& text, const QString& what, int gesture) {
    const std::string* before = texts_.find(path);
    if (before != nullptr && *before == text) return;
    undo_.push(new TextEditStep(*this, path, before == nullptr ? std::string() : *before, text, what, gesture));
}

int Documents::outside_changes(const std::string& path) const {
    const auto found = outside_changes_.find(path);
    return found == outside_changes_.end() ? 0 : found->second;
}

std::string Documents::path_of_tape(const std::string& name) const {
    for (const TapeEntry& entry : project().tapes)
        if (entry.tape.name == name) return entry.path;
    return {};
}

void Documents::tell_not_undone(const std::string& path) {
    emit message(tr("%1 was changed by another program, so this step was skipped").arg(QString::fromStdString(path)));
}

void Documents::set_text(const std::string& path, const std::string& text) {
    texts_.edit(path, text);
    emit text_changed(path);
    emit texts_changed();
}

void Documents::look_for_recovery() {
    if (!data_folder_.empty()) recovered_ = find_recovery(recovery_path(data_folder_, project_->folder));
}

void Documents::remember_unsaved() {
    if (data_folder_.empty() || !project_ || recovered_) return;
    Recovery recovery;
    for (const std::string& path : texts_.modified_files()) recovery.texts[path] = *texts_.find(path);
    for (const TapeEntry& entry : project_->tapes)
        if (entry.path.empty()) recovery.tapes.push_back(entry.tape);
    if (tape_unsaved_) recovery.tapes.push_back(*tape_);
    if (!keep_recovery(recovery_path(data_folder_, project_->folder), recovery))
        emit message(tr("Cannot save recovery data: the data folder is not writable"));
}

void Documents::take_recovery() {
    if (!recovered_) return;
    const Recovery recovery = *recovered_;
    recovered_.reset();
    for (const auto& [path, text] : recovery.texts) {
        if (is_tape(path)) load_tape_text(path);
        edit_text(path, text, tr("Restore unsaved work"));
    }
    for (const Tape& tape : recovery.tapes) {
        keep_take();
        add_take(tape);
    }
    if (!recovery.tapes.empty()) emit take_recovered();
}

void Documents::forget_unsaved() {
    recovered_.reset();
    const std::vector<std::string> forgotten = texts_.modified_files();
    for (const std::string& path : forgotten) texts_.edit(path, texts_.on_disk(path));
    for (const std::string& path : forgotten)
        if (is_listed(path)) take_listed_text(path);
    std::erase_if(project_->tapes, [](const TapeEntry& entry) { return entry.path.empty(); });
    project_->tapes.insert(project_->tapes.end(), removed_tapes_.begin(), removed_tapes_.end());
    removed_tapes_.clear();
    tape_unsaved_ = false;
    undo_.clear();
    emit text_changed(project_->file.script);
    if (texts_.find(project_->file.course) != nullptr) emit text_changed(project_->file.course);
    for (const std::string& path : project_->file.tapes)
        if (texts_.find(path) != nullptr) take_tape_text(path);
    remember_unsaved();
    emit texts_changed();
}

void Documents::drop_recovery() {
    recovered_.reset();
    remember_unsaved();
}

}  // namespace leap::studio
