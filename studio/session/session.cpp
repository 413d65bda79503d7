// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/session.hpp"

#include "core/project/project_check.hpp"

namespace leap::studio {

namespace {
constexpr int disk_delay_ms = 60;  // editors write in several strokes
constexpr int recovery_delay_ms = 400;
}  // namespace

Session::Session(Options options, QObject* parent) : QObject(parent), options_(std::move(options)) {
    disk_timer_.setSingleShot(true);
    disk_timer_.setInterval(disk_delay_ms);
    recovery_timer_.setSingleShot(true);
    recovery_timer_.setInterval(recovery_delay_ms);
    connect(&watcher_, &QFileSystemWatcher::fileChanged, &disk_timer_, qOverload<>(&QTimer::start));
    connect(&watcher_, &QFileSystemWatcher::directoryChanged, &disk_timer_, qOverload<>(&QTimer::start));
    connect(&disk_timer_, &QTimer::timeout, this, &Session::look_at_disk);
    connect(&recovery_timer_, &QTimer::timeout, this, &Session::remember_unsaved);
    connect(this, &Session::texts_changed, &recovery_timer_, qOverload<>(&QTimer::start));
    connect(this, &Session::tapes_changed, &recovery_timer_, qOverload<>(&QTimer::start));
    connect(&worker_, &ReplayWorker::finished, this, &Session::take_now_run);
    connect(&kept_worker_, &ReplayWorker::finished, this, [this](const RunPointer& run) {
        if (run->ingredients.program != program_) return;
        kept_run_ = run;
        emit kept_run_changed();
    });
}

Session::~Session() = default;

QString Session::project_name() const {
    return project_ ? QString::fromStdString(project_->file.name) : QString();
}

QString Session::open(const std::filesystem::path& path) {
    auto loaded = load_project(path);
    if (!loaded) return QString::fromStdString(loaded.error());
    if (project_) emit project_leaving();
    stop();
    // What isn't saved stays with the project that is left, and is offered when that is opened again.
    if (project_ && modified()) remember_unsaved();
    project_ = std::move(*loaded);
    off_.clear();
    playing_side_ = Side::now;
    previewing_ = false;
    cursor_ = 0.0;
    recovered_.reset();
    texts_.clear();
    undo_.clear();
    for (const SourceFile& file : project_->compiled.files) texts_.loaded(file.path, file.text);
    program_.reset();
    kept_values_.clear();
    tape_.reset();
    tape_unsaved_ = false;
    now_run_.reset();
    kept_run_.reset();
    load_course();
    compile_texts();
    keep();
    if (!project_->tapes.empty()) choose_tape(QString::fromStdString(project_->tapes.front().tape.name));
    watch_files();
    emit project_opened();
    std::vector<std::string> words = project_->warnings;
    for (std::string& warning : project_warnings(*project_)) words.push_back(std::move(warning));
    words.insert(words.end(), project_->problems.begin(), project_->problems.end());
    for (const std::string& problem : words) emit message(QString::fromStdString(problem));
    if (!options_.data_folder.empty()) {
        recovered_ = find_recovery(recovery_path(options_.data_folder, project_->folder));
        if (recovered_) emit recovery_found();
    }
    return {};
}

void Session::watch_files() {
    if (const QStringList watched = watcher_.files() + watcher_.directories(); !watched.isEmpty())
        watcher_.removePaths(watched);
    QStringList paths;
    const auto add = [&](const std::string& path) {
        const std::filesystem::path full = project_->folder / path;
        paths << QString::fromStdString(full.string());
        const QString folder = QString::fromStdString(full.parent_path().string());
        if (!folder.isEmpty() && !paths.contains(folder)) paths << folder;
    };
    for (const SourceFile& file : source_files_) add(file.path);
    add(project_->file.course);
    for (const std::string& tape : project_->file.tapes) add(tape);
    watcher_.addPaths(paths);
}

void Session::set_cursor(double time) {
    const double wanted = std::clamp(time, 0.0, length());
    if (wanted == cursor_) return;
    cursor_ = wanted;
    emit cursor_moved(cursor_);
}

double Session::length() const {
    if (playing()) return live_view_.trace.length_s();
    if (now_run_) return now_run_->trace.length_s();
    return 0.0;
}

void Session::remember_unsaved() {
    if (options_.data_folder.empty() || !project_ || recovered_) return;
    Recovery recovery;
    for (const std::string& path : texts_.modified_files()) recovery.texts[path] = *texts_.find(path);
    if (tape_unsaved_) recovery.tape = tape_;
    for (const TapeEntry& entry : project_->tapes)
        if (entry.path.empty() && !recovery.tape) recovery.tape = entry.tape;
    if (!keep_recovery(recovery_path(options_.data_folder, project_->folder), recovery))
        emit message(tr("Unsaved work can't be kept for the case of a crash: the data folder can't be written"));
}

void Session::take_recovery() {
    if (!recovered_) return;
    const Recovery recovery = *recovered_;
    recovered_.reset();
    for (const auto& [path, text] : recovery.texts) edit_text(path, text, tr("Take back unsaved work"));
    if (recovery.tape) {
        tape_ = recovery.tape;
        tape_unsaved_ = true;
        emit tapes_changed();
        request_now();
        request_kept();
    }
}

void Session::forget_unsaved() {
    recovered_.reset();
    for (const std::string& path : texts_.modified_files()) texts_.edit(path, texts_.on_disk(path));
    std::erase_if(project_->tapes, [](const TapeEntry& entry) { return entry.path.empty(); });
    tape_unsaved_ = false;
    undo_.clear();
    compile_texts();
    if (const std::string* course = texts_.find(project_->file.course)) take_course_text(*course);
    remember_unsaved();
    emit texts_changed();
}

void Session::drop_recovery() {
    recovered_.reset();
    remember_unsaved();
}

}  // namespace leap::studio
