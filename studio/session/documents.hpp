// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFileSystemWatcher>
#include <QObject>
#include <QTimer>
#include <QUndoStack>
#include <deque>
#include <filesystem>
#include <map>

#include "core/project/project.hpp"
#include "studio/session/project_texts.hpp"
#include "studio/session/recovery.hpp"

namespace leap::studio {

/// The project's files as they are worked on: texts with their undo steps, tapes, what changes on disk meanwhile, and
/// unsaved work that is kept for the case of a crash. Knows nothing of what texts and tapes mean.
class Documents : public QObject {
    Q_OBJECT

  public:
    /// `data_folder`: for unsaved work; empty: none is kept.
    explicit Documents(std::filesystem::path data_folder, QObject* parent = nullptr);

    bool is_open() const { return project_.has_value(); }
    /// An empty one while none is open.
    const Project& project() const { return project_ ? *project_ : none_; }
    QString project_name() const;
    /// Takes a project that was loaded instead of the one that is open. Nothing is emitted.
    void open(Project project);
    /// Looks for unsaved work that an earlier run left of this project.
    void look_for_recovery();
    /// The files that the script is made of, as they were compiled.
    void note_scripts(const std::vector<SourceFile>& files);
    /// Watches scripts, course, looks and tapes for changes on disk.
    void watch();

    // Texts
    const std::string* text(const std::string& path) const { return texts_.find(path); }
    TextOverrides overrides() const { return texts_.overrides(); }
    bool is_course(const std::string& path) const { return path == project_->file.course; }
    /// The texts of the course and the looks as they are on disk are what stands in the window.
    void load_data_texts();
    /// The plan that the course's text says now.
    void set_course_plan(CoursePlan plan) { project_->course = std::move(plan); }
    void set_looks(Looks looks) { project_->looks = std::move(looks); }
    /// Replaces a file's text; `what` names the undo step. Edits of the same gesture are one step.
    void edit_text(const std::string& path, const std::string& text, const QString& what, int gesture = -1);
    QUndoStack& undo_stack() { return undo_; }

    // Files (documents_disk.cpp)
    bool modified() const {
        return !texts_.modified_files().empty() || !unsaved_tapes().empty() || !removed_tapes_.empty();
    }
    std::vector<std::string> modified_files() const { return texts_.modified_files(); }
    /// Files that were edited here and changed on disk meanwhile; see choose_disk() and choose_own().
    std::vector<std::string> conflicts() const { return texts_.conflicts(); }
    /// Writes every edited text, and tapes that have no file yet. Returns problems, or nothing.
    QString save();
    /// Looks at the files on disk again, as after a change from outside.
    void look_at_disk();
    /// Writes the whole project as it stands in the window into a new folder, and goes on there; the old folder stays
    /// as it was last saved. Returns why not, or nothing. (documents_copy.cpp)
    QString save_as(const std::filesystem::path& folder);
    /// Takes a script file of another project with what it uses, as one undo step. Returns why not, or nothing.
    QString import_script(const std::filesystem::path& file, const Program& into, const QString& what);
    void choose_disk(const std::string& path);
    void choose_own(const std::string& path);

    // Tapes (documents_tapes.cpp)
    std::vector<QString> tape_names() const;
    const std::optional<Tape>& tape() const { return tape_; }
    bool tape_unsaved() const { return tape_unsaved_; }
    /// Names of takes that have no file yet: the one in view, and those that were left for another tape.
    std::vector<std::string> unsaved_tapes() const;
    /// Puts a tape of the project into view; false when it has none of that name.
    bool choose_tape(const std::string& name);
    /// Changes the tape in view, as one undo step; edits of the same gesture are one. Its name stays. A take that is
    /// edited is no longer replaced by the next one.
    void edit_tape(Tape tape, const QString& what, int gesture = -1);
    /// Another name for the tape in view, as one undo step; its file stays. Returns why not, or nothing.
    QString rename_tape(const std::string& name);
    /// Adds a tape behind the one in view and shows it, as one undo step; it gets a name that no tape has. It has no
    /// file until the project is saved.
    void add_tape(Tape tape, const QString& what);
    /// Takes the tape in view out of the project, as one undo step; its file goes when the project is saved.
    void delete_tape();
    /// Names of tapes whose files go when the project is saved.
    std::vector<std::string> deleted_tapes() const;
    /// A name like this one that no tape has.
    std::string free_tape_name(const std::string& name) const;
    /// Whether a path is that of a tape of the project.
    bool is_tape(const std::string& path) const;
    /// The tape's text says something else: by undo of another edit, or as unsaved work that was taken back.
    void take_tape_text(const std::string& path);
    /// Puts a take that was just played into view, under a name that no tape has. Nothing is emitted. A take that was
    /// in view and that nothing was done with joins the earlier ones.
    void add_take(Tape take);
    /// Takes that another was played after, as they were left; the last of them first. At most max_earlier_takes are
    /// held, until the project is closed; they aren't saved with it.
    const std::deque<Tape>& earlier_takes() const { return earlier_takes_; }
    static constexpr std::size_t max_earlier_takes = 8;
    /// Puts one of them into view again, as a take; the one in view joins them.
    void show_earlier_take(std::size_t index);

    // Tunings and trials (documents_lists.cpp)
    /// Whether a path is that of a file which is found by its folder.
    bool is_listed(const std::string& path) const;
    /// A path in `folder` for something of this name, which no file has.
    std::string free_listed_path(const std::string& folder, const std::string& name, const std::string& ending) const;
    /// Makes or changes one, or takes it out of the project with an empty text, as one undo step.
    void write_listed(const std::string& path, const std::string& text, const QString& what, int gesture = -1);
    /// Writes what a job has found into one. It is no undo step: what was undone before can still be redone.
    void write_result(const std::string& path, const std::string& text);
    void take_listed_text(const std::string& path);

    /// How often another program has changed a file since it was opened. Steps from before such a change are not
    /// undone: they would bring back texts from before it. Steps of other files are.
    int outside_changes(const std::string& path) const;

    // Unsaved work
    bool recovery_offered() const { return recovered_.has_value(); }
    void take_recovery();
    void drop_recovery();
    /// The user has said that what isn't saved may go: nothing of it is offered again.
    void forget_unsaved();
    void remember_unsaved();

  signals:
    /// A text says something else: by an edit, undo, or another program's change.
    void text_changed(const std::string& path);
    /// Which files are edited, or in conflict, may have changed.
    void texts_changed();
    void tapes_changed();
    /// Tunings or trials came, went or say something else.
    void lists_changed();
    /// The tape in view is played otherwise.
    void tape_edited();
    /// Another tape is in view.
    void tape_chosen();
    /// A take that has no file is in view.
    void take_recovered();
    void message(const QString& text);
    /// A file was edited here and changed on disk.
    void conflict(const QString& path);

  private:
    friend class TextEditStep;
    friend class TapeEditStep;
    friend class TapeListStep;
    void set_tape(const std::string& name, const Tape& tape);
    void put_in_tape(TapeEntry entry, std::size_t at);
    std::pair<TapeEntry, std::size_t> take_out_tape(const std::string& name);
    void remove_tape_files(QStringList& problems);
    void load_tape_text(const std::string& path);
    void set_text(const std::string& path, const std::string& text);
    void note_outside_change(const std::string& path) { ++outside_changes_[path]; }
    std::string path_of_tape(const std::string& name) const;
    void tell_not_undone(const std::string& path);
    void keep_take();
    QString save_tape(TapeEntry& entry);
    QString save_text(const std::string& path);
    std::vector<std::string> own_files() const;
    void look_at_scripts();
    void look_at_data(const std::string& path);
    void look_at_tapes();
    void look_at_lists();
    void load_listed_texts();

    std::filesystem::path data_folder_;
    std::optional<Project> project_;
    const Project none_;
    ProjectTexts texts_;
    QUndoStack undo_;
    std::map<std::string, int> outside_changes_;  ///< by path
    QFileSystemWatcher watcher_;
    QTimer disk_timer_;
    QTimer recovery_timer_;
    std::vector<std::string> scripts_;  ///< paths of what is watched
    std::optional<Tape> tape_;
    bool tape_unsaved_ = false;
    std::deque<Tape> earlier_takes_;
    std::vector<TapeEntry> removed_tapes_;  ///< that still have files
    std::optional<Recovery> recovered_;
};

}  // namespace leap::studio
