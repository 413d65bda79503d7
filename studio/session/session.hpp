// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFileSystemWatcher>
#include <QObject>
#include <QTimer>
#include <QUndoStack>
#include <filesystem>
#include <map>
#include <memory>
#include <set>

#include "core/play/explain.hpp"
#include "core/project/project.hpp"
#include "core/world/course_edit.hpp"
#include "studio/session/live_player.hpp"
#include "studio/session/project_texts.hpp"
#include "studio/session/recovery.hpp"
#include "studio/session/replay_worker.hpp"

namespace leap::studio {

/// Which of the two tunings is meant.
enum class Side { now, kept };

/// The open project and everything done with it: texts, the last good program, tunings, tapes, runs and live play.
/// Views ask it and listen to it; they hold nothing of their own.
class Session : public QObject {
    Q_OBJECT

  public:
    struct Options {
        Clock clock = steady_clock();
        bool live_thread = true;
        std::filesystem::path data_folder;  ///< for unsaved work; empty: none is kept
    };
    explicit Session(Options options, QObject* parent = nullptr);
    ~Session() override;
    Session(const Session&) = delete;
    Session& operator=(const Session&) = delete;

    /// Opens a project folder or file. On failure the session stays as it was and the reason is returned.
    QString open(const std::filesystem::path& path);
    bool is_open() const { return project_.has_value(); }
    const Project& project() const { return *project_; }
    QString project_name() const;

    // Script (session_scripts.cpp)
    const std::shared_ptr<const Program>& program() const { return program_; }
    const Diagnostics& diagnostics() const { return diagnostics_; }
    const std::vector<SourceFile>& source_files() const { return source_files_; }
    bool program_is_current() const { return !has_errors(diagnostics_); }
    const std::string* text(const std::string& path) const { return texts_.find(path); }
    /// Replaces a file's text; `what` names the undo step. Edits of the same gesture are one step.
    void edit_text(const std::string& path, const std::string& text, const QString& what, int gesture = -1);
    int new_gesture() { return ++gestures_; }
    /// Takes edited files, as one step.
    void edit_files(const std::vector<SourceFile>& files, const QString& what);
    // Course (session_course.cpp)
    std::shared_ptr<const Course> course() const { return course_; }
    /// The course that "kept" is played on.
    std::shared_ptr<const Course> kept_course() const { return kept_course_; }
    /// Takes an edited plan into the course's text, as one undo step; edits of the same gesture are one.
    void edit_course(const CoursePlan& plan, const QString& what, int gesture = -1);
    /// While something is dragged: the tape replays on this plan, the text stays.
    void preview_course(const CoursePlan& plan);
    /// Half of the sides of every kind of fixture that the script knows.
    FixtureHalves fixture_halves() const;

    QUndoStack& undo_stack() { return undo_; }
    bool modified() const { return !texts_.modified_files().empty() || !unsaved_tapes().empty(); }
    /// Files that were edited here and changed on disk meanwhile; see choose_disk() and choose_own().
    std::vector<std::string> conflicts() const { return texts_.conflicts(); }
    std::vector<std::string> modified_files() const { return texts_.modified_files(); }
    /// Writes every edited script, and the tape when it was recorded. Returns problems, or nothing.
    QString save();
    /// Looks at the files on disk again, as after a change from outside.
    void look_at_disk();
    void choose_disk(const std::string& path);
    void choose_own(const std::string& path);

    // Tuning (session_tuning.cpp)
    const Tuning& tuning(Side side) const { return side == Side::now ? now_tuning_ : kept_tuning_; }
    /// While a dial is dragged: replays with the value, the text stays.
    void preview_dial(std::int32_t dial, double value_si);
    /// Writes the value into the script, as one undo step.
    void set_dial(std::int32_t dial, double value_si);
    bool previewing() const { return previewing_; }
    /// Leaves a move or stance out of the runs of "now", or takes it in again; nothing is edited. Returns why not.
    QString set_off(const std::string& machine, bool off);
    bool is_off(const std::string& machine) const { return off_.contains(machine); }
    /// What is "now" becomes "kept".
    void keep();
    /// "Now" goes back to what is kept: one undo step that writes the kept values.
    void drop();

    // Tapes and runs (session_runs.cpp)
    std::vector<QString> tape_names() const;
    const Tape* tape() const { return tape_ ? &*tape_ : nullptr; }
    bool tape_unsaved() const { return tape_unsaved_; }
    /// Names of takes that have no file yet: the one in view, and those that were left for another tape.
    std::vector<std::string> unsaved_tapes() const;
    /// What the run in view was made with: the newest program may know other moves by now.
    std::shared_ptr<const Program> run_program() const;
    void choose_tape(const QString& name);
    RunPointer now_run() const { return now_run_; }
    RunPointer kept_run() const { return kept_run_; }
    /// The state of the run in view at a time: of the live run at its end while playing.
    World world_at(double time) const;
    /// The state of the kept run at a time.
    World kept_world_at(double time) const;
    /// What the run in view is made of.
    const Ingredients& run_ingredients() const { return playing() ? live_ingredients_ : now_run_->ingredients; }
    /// Why each move could start at a time, or not. Their numbers are those of program(), whatever the run was made
    /// with.
    std::vector<MoveAnswer> explain_at(double time) const;
    void set_rate(int rate_hz);
    int rate() const { return rate_hz_; }

    // Live play (session_runs.cpp)
    bool playing() const { return live_ != nullptr; }
    LivePlayer* live() { return live_.get(); }
    const LivePlayer::View& live_view() const { return live_view_; }
    /// Why play can't start, or nothing when it did.
    QString play(const std::string& place);
    /// Starts over while playing: before the checkpoint that burns, if one does.
    QString play_again();
    void stop();
    /// Brings live_view() up to date; called once a frame.
    void update_live();
    void play_side(Side side);
    Side playing_side() const { return playing_side_; }

    // Characters of the tape in view (session_runs.cpp)
    /// How many take part in the run in view, or in the tape while there is none.
    std::size_t character_count() const;
    QString character_name(std::size_t character) const;
    /// Whose lanes, gates and readings are shown: by the tape's order.
    std::size_t character() const;
    void select_character(std::size_t character);
    /// Its body, in Program::bodies of the run in view.
    std::size_t body_of_character() const;

    // Cursor
    double cursor() const { return cursor_; }
    void set_cursor(double time);
    double length() const;

    // Unsaved work of an earlier run
    bool recovery_offered() const { return recovered_.has_value(); }
    void take_recovery();
    void drop_recovery();
    /// The user has said that what isn't saved may go: nothing of it is offered again.
    void forget_unsaved();

    bool replay_busy() const { return worker_.busy(); }

  signals:
    void project_leaving();  ///< another one is about to be opened: hand over what was typed
    void project_opened();
    void program_changed();  ///< a new good program
    void diagnostics_changed();
    void texts_changed();
    void course_changed();
    void tuning_changed();
    void now_run_changed();
    void kept_run_changed();
    void tapes_changed();
    void cursor_moved(double time);
    void character_changed();
    void play_started();
    void play_stopped();
    void live_updated();
    void message(const QString& text);
    /// A file was edited here and changed on disk.
    void conflict(const QString& path);
    void recovery_found();

  private:
    friend class TextEditStep;
    void set_text(const std::string& path, const std::string& text);
    void compile_texts();
    void adopt_program(std::shared_ptr<const Program> program);
    void request_now();
    void request_kept();
    void take_now_run(const RunPointer& run);
    void load_course();
    void take_course(std::optional<CoursePlan> plan);
    void take_course_text(const std::string& text);
    bool is_course(const std::string& path) const { return path == project_->file.course; }
    void watch_files();
    void remember_unsaved();
    Ingredients ingredients(Side side) const;
    void keep_take();
    QString save_tape(TapeEntry& entry);
    std::vector<TapeTrack> live_tracks(const std::string& place) const;
    QString start_live(std::vector<TapeTrack> tracks);
    void tune_live();

    Options options_;
    std::optional<Project> project_;
    ProjectTexts texts_;
    QUndoStack undo_;
    QFileSystemWatcher watcher_;
    QTimer disk_timer_;
    QTimer recovery_timer_;
    Diagnostics diagnostics_;
    std::vector<SourceFile> source_files_;
    std::shared_ptr<const Program> program_;
    std::shared_ptr<const Course> course_;
    std::shared_ptr<const Course> kept_course_;
    Tuning now_tuning_;
    Tuning kept_tuning_;
    std::map<std::string, double> kept_values_;  ///< by dial path: outlives programs
    bool previewing_ = false;
    std::set<std::string> off_;  ///< names of moves and stances left out of "now"
    Tuning tuned(std::vector<double> dials) const;
    std::optional<Tape> tape_;
    bool tape_unsaved_ = false;
    int rate_hz_ = 120;
    RunPointer now_run_;
    RunPointer kept_run_;
    struct SeenState {
        RunPointer run;
        double time = -1.0;
        World state;
    };
    mutable SeenState seen_;  ///< the state asked for last
    mutable SeenState kept_seen_;
    static const World& seen_state(SeenState& seen, const RunPointer& run, double time);
    ReplayWorker worker_;
    ReplayWorker kept_worker_;
    std::unique_ptr<LivePlayer> live_;
    LivePlayer::View live_view_;
    Ingredients live_ingredients_;
    Side playing_side_ = Side::now;
    double cursor_ = 0.0;
    std::size_t character_ = 0;
    int gestures_ = 0;
    std::optional<Recovery> recovered_;
};

}  // namespace leap::studio
