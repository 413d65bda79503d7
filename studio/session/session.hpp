// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QTimer>
#include <filesystem>

#include "core/wire/live_wire.hpp"
#include "core/world/course_edit.hpp"
#include "studio/session/beside_runs.hpp"
#include "studio/session/boards.hpp"
#include "studio/session/documents.hpp"
#include "studio/session/game_links.hpp"
#include "studio/session/influences.hpp"
#include "studio/session/live_play.hpp"
#include "studio/session/playback.hpp"
#include "studio/session/runs.hpp"
#include "studio/session/script_compiler.hpp"
#include "studio/session/trial_runner.hpp"
#include "studio/session/wire_runs.hpp"

namespace leap::studio {

/// The open project and everything done with it. Its parts each do one thing: documents, compiler, tunings, runs and
/// live play; the session joins them, and keeps where the views look: cursor and character. Views ask it and listen to
/// it; they hold nothing of their own.
class Session : public QObject {
    Q_OBJECT

  public:
    struct Options {
        Clock clock = steady_clock();
        bool live_thread = true;
        std::filesystem::path data_folder;  ///< for unsaved work; empty: none is kept
        int board_delay_ms = 250;           ///< how long the board waits, so that what is in view comes first
    };
    explicit Session(Options options, QObject* parent = nullptr);
    Session(const Session&) = delete;
    Session& operator=(const Session&) = delete;

    /// Opens a project folder or file. On failure the session stays as it was and the reason is returned.
    QString open(const std::filesystem::path& path);
    bool is_open() const { return documents_.is_open(); }
    const Project& project() const { return documents_.project(); }
    QString project_name() const { return documents_.project_name(); }

    // Script (session_texts.cpp)
    const std::shared_ptr<const Program>& program() const { return compiler_.program(); }
    const Diagnostics& diagnostics() const { return compiler_.diagnostics(); }
    const std::vector<SourceFile>& source_files() const { return compiler_.files(); }
    bool program_is_current() const { return compiler_.is_current(); }
    const std::string* text(const std::string& path) const { return documents_.text(path); }
    /// Replaces a file's text; `what` names the undo step. Edits of the same gesture are one step.
    void edit_text(const std::string& path, const std::string& text, const QString& what, int gesture = -1) {
        documents_.edit_text(path, text, what, gesture);
    }
    int new_gesture() { return ++gestures_; }
    /// Takes edited files, as one step.
    void edit_files(const std::vector<SourceFile>& files, const QString& what);
    // Course (session_texts.cpp)
    const Looks& looks() const { return project().looks; }
    std::shared_ptr<const Course> course() const { return tunings_.course(Side::now); }
    /// The course that "kept" is played on.
    std::shared_ptr<const Course> kept_course() const { return tunings_.course(Side::kept); }
    /// Takes an edited plan into the course's text, as one undo step; edits of the same gesture are one.
    void edit_course(const CoursePlan& plan, const QString& what, int gesture = -1);
    /// While something is dragged: the tape replays on this plan, the text stays.
    void preview_course(const CoursePlan& plan);
    /// Half of the sides of every kind of fixture that the script knows.
    FixtureHalves fixture_halves() const;

    QUndoStack& undo_stack() { return documents_.undo_stack(); }
    bool modified() const { return documents_.modified(); }
    /// Files that were edited here and changed on disk meanwhile; see choose_disk() and choose_own().
    std::vector<std::string> conflicts() const { return documents_.conflicts(); }
    std::vector<std::string> modified_files() const { return documents_.modified_files(); }
    /// Writes every edited script, and the tape when it was recorded. Returns problems, or nothing.
    QString save() { return documents_.save(); }
    /// The whole project into a new folder, where work goes on. Returns why not, or nothing.
    QString save_as(const std::filesystem::path& folder);
    /// A script file of another project with what it uses, as one undo step. Returns why not, or nothing.
    QString import_script(const std::filesystem::path& file);
    /// Looks at the files on disk again, as after a change from outside.
    void look_at_disk() { documents_.look_at_disk(); }
    void choose_disk(const std::string& path) { documents_.choose_disk(path); }
    void choose_own(const std::string& path) { documents_.choose_own(path); }

    // Tuning (session_tuning.cpp)
    const Tuning& tuning(Side side) const { return tunings_.tuning(side); }
    /// While a dial is dragged: replays with the value, the text stays.
    void preview_dial(DialId dial, double value_si);
    /// Writes the value into the script, as one undo step.
    void set_dial(DialId dial, double value_si);
    bool previewing() const { return tunings_.previewing(); }
    /// Leaves a move or stance out of the runs of "now", or takes it in again; nothing is edited. Returns why not.
    QString set_off(const std::string& machine, bool off);
    bool is_off(const std::string& machine) const { return tunings_.off().contains(machine); }
    /// What is "now" becomes "kept".
    void keep();
    /// "Now" goes back to what is kept: one undo step that writes the kept values.
    void drop();

    // Tapes and runs (session_runs.cpp)
    std::vector<QString> tape_names() const { return documents_.tape_names(); }
    const Tape* tape() const { return documents_.tape() ? &*documents_.tape() : nullptr; }
    bool tape_unsaved() const { return documents_.tape_unsaved(); }
    /// Names of takes that have no file yet: the one in view, and those that were left for another tape.
    std::vector<std::string> unsaved_tapes() const { return documents_.unsaved_tapes(); }
    /// What the run in view was made with: the newest program may know other moves by now.
    std::shared_ptr<const Program> run_program() const;
    void choose_tape(const QString& name) { documents_.choose_tape(name.toStdString()); }
    const std::deque<Tape>& earlier_takes() const { return documents_.earlier_takes(); }
    void show_earlier_take(std::size_t index) { documents_.show_earlier_take(index); }
    /// Changes the tape in view, as one undo step.
    void edit_tape(Tape tape, const QString& what) { documents_.edit_tape(std::move(tape), what); }
    /// Another name for the tape in view, also in the marks that speak of it, as one undo step. Returns why not.
    QString rename_tape(const QString& name);
    /// One more tape, which comes into view; one undo step.
    void add_tape(Tape tape, const QString& what) { documents_.add_tape(std::move(tape), what); }
    void delete_tape() { documents_.delete_tape(); }
    std::vector<std::string> deleted_tapes() const { return documents_.deleted_tapes(); }
    /// While something of the tape is dragged: the run of "now" follows, the tape stays; nothing: no longer.
    void preview_tape(const std::optional<Tape>& tape);
    bool previewing_tape() const { return preview_tape_.has_value(); }
    RunPointer now_run() const { return runs_.run(Side::now); }
    RunPointer kept_run() const { return runs_.run(Side::kept); }
    /// The state of the run in view at a time: of the live run at its end while playing.
    World world_at(double time) const;
    /// The state of the kept run at a time.
    World kept_world_at(double time) const { return runs_.world_at(Side::kept, time); }
    /// What the run in view is made of.
    const Ingredients& run_ingredients() const {
        return playing() ? live_.ingredients() : runs_.run(Side::now)->ingredients;
    }
    /// Why each move could start at a time, or not. Their numbers are those of program(), whatever the run was made
    /// with.
    std::vector<MoveAnswer> explain_at(double time) const;
    void set_rate(int rate_hz);
    int rate() const { return rate_hz_; }

    // Live play (session_runs.cpp)
    bool playing() const { return live_.playing(); }
    LivePlayer* live() { return live_.player(); }
    const LivePlayer::View& live_view() const { return live_.view(); }
    /// Why play can't start, or nothing when it did.
    QString play(const std::string& place);
    /// Plays on by hand from the cursor: the take keeps the tape up to there. Why it can't, or nothing when it did.
    QString take_over();
    /// Starts over while playing: before the checkpoint that burns, if one does.
    QString play_again();
    void stop();
    /// Brings live_view() up to date; called once a frame.
    void update_live();
    void play_side(Side side);
    Side playing_side() const { return playing_side_; }

    // Watching the run in view (session_playback.cpp)
    const Playback& playback() const { return playback_; }
    /// From the cursor on, or holds.
    void play_back(bool on);
    void set_playback_speed(double factor);
    void set_loop(std::optional<LoopRange> loop);
    /// Moves the cursor to where it is by now; called once a frame.
    void update_playback();

    // Board and tunings (session_bench.cpp)
    /// Every tape against every mark; null while there is none yet.
    const BoardPointer& board(Side side) const { return boards_.board(side); }
    const std::vector<TuningEntry>& tunings() const { return project().tunings; }
    /// Makes a tuning of what a side's dials are, or changes the one of that name. Returns why not.
    QString save_tuning(const QString& name, Side side);
    /// Its dials are written into the script, as one undo step. Those that are gone are told.
    void apply_tuning(const std::string& name);
    /// What is "kept" is this tuning from now on.
    void keep_tuning(const std::string& name);
    void delete_tuning(const std::string& name);
    /// What is "kept" is another state of the project from now on, as it was at a revision.
    void keep_side(const FeelSide& side);
    /// Its name, while such a state is kept.
    QString kept_name() const { return kept_side_ ? QString::fromStdString(kept_side_->name) : QString(); }
    /// The dials of a tuning for the program that is in view; those it doesn't name are as now.
    std::optional<DialValues> dials_of_tuning(const std::string& name);
    /// Which tunings run beside "now" and "kept". False, with a message, when they are too many.
    bool compare_tunings(const std::vector<std::string>& names);
    const std::vector<std::string>& compared_tunings() const { return compared_; }
    /// Runs of the tape in view beside those of "now" and "kept".
    const std::vector<BesideRuns::Beside>& beside_runs() const { return beside_.runs(); }
    bool beside_busy() const { return beside_.busy(); }
    /// A board that waits meanwhile waits so long from now on.
    void set_board_delay(int ms) { board_timer_.setInterval(ms); }
    bool board_busy() const { return boards_.busy() || board_timer_.isActive(); }
    /// A run with other values stands beside, in grey, until nothing is pointed at.
    void point_at(const QString& name, const std::vector<FreeValue>& free, const std::vector<double>& values);
    void point_at_nothing();
    /// Writes values into script and course, as one undo step.
    void take_values(const std::vector<FreeValue>& free, const std::vector<double>& values, const QString& what);
    /// What a dial moves on the tape in view, or what moves a reading; in words. Empty while there is nothing to say.
    QString influence_of_dial(DialId dial);
    QString influence_of_reading(const std::string& reading);
    bool influences_busy() const { return influences_.busy(); }

    // Trials (session_trials.cpp)
    const std::vector<TrialEntry>& trials() const { return project().trials; }
    const TrialRunner& trial_runner() const { return trials_; }
    /// Adds a trial; returns its path.
    std::string add_trial(Trial trial);
    void edit_trial(const std::string& path, const Trial& trial, int gesture = -1);
    void delete_trial(const std::string& path);
    /// Runs it on a thread of its own. Returns why not.
    QString run_trial(const std::string& path);
    void stop_trial() { trials_.stop(); }
    /// Whether its result was found with other scripts, tapes or questions than there are now.
    bool trial_is_stale(const TrialEntry& entry) const;
    /// The way that a trial has looked for last, in this session; for the plan of the course.
    struct FoundWay {
        std::string trial;
        std::shared_ptr<const TrialOutcome> outcome;
        bool stale = false;  ///< scripts, dials or course have changed since
    };
    std::optional<FoundWay> found_way() const;
    /// Its tape becomes one of the project's, as one undo step. Returns why not.
    QString take_way(const WayOutcome& found);
    /// Plays one side of the next round of a blind pair. Returns why not.
    QString play_pair(const Trial& trial, bool second);
    /// What is played is one side of a blind pair: nothing of it is kept.
    bool playing_blind() const { return playing() && live_kind_ == LiveKind::blind; }
    /// Ends a round, as one undo step.
    void add_pair_round(const std::string& path, PairSaid said);

    // Rehearsals of shared play (session_wire.cpp)
    const std::vector<WireEntry>& wires() const { return project().wires; }
    /// Null when there is none of this path.
    const WireEntry* wire_entry(const std::string& path) const;
    /// Adds one; returns its path.
    std::string add_wire(WirePlan plan);
    void edit_wire(const std::string& path, const WirePlan& plan, int gesture = -1);
    void delete_wire(const std::string& path);
    /// The rehearsal with one of its peers played by hand, from its begin. Says why it can't be.
    tl::expected<std::unique_ptr<LiveWire>, QString> play_wire(const std::string& path, std::size_t peer);
    /// What was played becomes a tape of the project, and that peer's; one step of undo.
    void take_wire(const std::string& path, std::size_t peer, Tape take);
    /// It is played again with whatever changes from now on; empty: none is.
    void watch_wire(const std::string& path);
    const WireRuns& wire_runs() const { return wire_runs_; }
    // Games that are linked to the window (session_link.cpp)
    /// From now on they find the window by its file in this folder. Returns why they can't, or nothing.
    QString let_games_link(const std::filesystem::path& folder);
    void let_no_games_link();
    const GameLinks& links() const { return links_; }
    GameLinks& links() { return links_; }
    /// What games know the project by: its folder's name.
    QString link_name() const;
    /// The tape in view. Returns why not, or nothing.
    QString play_tape_in_game(int game);
    /// What a linked game has told of one of its characters, since it began last, lies over the run in view from now
    /// on. Why it can't, or nothing.
    QString lay_over_game(int game, std::size_t character);

    /// By the clock that everything here goes by (s).
    double clock_s() const { return clock_(); }

    // A measured run over the run in view (session_measured.cpp)
    struct LaidOver {
        std::string trial;  ///< the fit's file; empty: a linked game has told it
        MeasuredRun run;
        std::size_t character = 0;  ///< that was measured
        Alignment alignment;
        bool by_hand = false;  ///< else as it lies best
        FitError error;
        std::vector<LaidPoint> points;
    };
    /// That of a fit; nothing: none. It is seen while the fit's tape is in view.
    void lay_over(const std::string& trial_path);
    /// Where a linked game says that it has been, over whatever run is in view, until it is taken off.
    void lay_over_told(MeasuredRun run);
    const std::optional<LaidOver>& laid_over() const { return laid_over_; }
    /// While it is dragged: the trial stays.
    void move_laid_over(double later_s, double stretch);
    /// Where it was dragged to stands in the trial from now on, as one undo step.
    void keep_laid_over();

    // Characters of the tape in view (session_runs.cpp)
    /// How many take part in the run in view, or in the tape while there is none.
    std::size_t character_count() const;
    QString character_name(std::size_t character) const;
    /// Whose lanes, gates and readings are shown: by the tape's order.
    std::size_t character() const;
    void select_character(std::size_t character);
    /// Its body, in Program::bodies of the run in view.
    BodyId body_of_character() const;

    // Cursor
    double cursor() const { return cursor_; }
    void set_cursor(double time);
    /// The same once the tape in view has been replayed.
    void set_cursor_when_ready(double time);
    double length() const;

    // Unsaved work of an earlier run
    bool recovery_offered() const { return documents_.recovery_offered(); }
    void take_recovery() { documents_.take_recovery(); }
    void drop_recovery() { documents_.drop_recovery(); }
    /// The user has said that what isn't saved may go: nothing of it is offered again.
    void forget_unsaved() { documents_.forget_unsaved(); }

    bool replay_busy() const { return runs_.busy(); }

  signals:
    void project_leaving();  ///< another one is about to be opened: hand over what was typed
    void project_opened();
    void program_changed();  ///< a new good program
    void diagnostics_changed();
    void texts_changed();
    void course_changed();
    /// Things are drawn as something else.
    void looks_changed();
    void tuning_changed();
    void now_run_changed();
    void kept_run_changed();
    void tapes_changed();
    void cursor_moved(double time);
    void character_changed();
    void play_started();
    void play_stopped();
    void live_updated();
    /// Watching has begun or ended, or goes at another speed or round another loop.
    void playback_changed();
    void message(const QString& text);
    void board_changed();
    /// Tunings, trials, or which tunings are compared.
    void lists_changed();
    void beside_runs_changed();
    void trial_progressed();
    void laid_over_changed();
    /// A rehearsal that is watched has been played.
    void wire_changed();
    void trial_finished(const std::string& path);
    /// A file was edited here and changed on disk.
    void conflict(const QString& path);
    void recovery_found();

  private:
    QString open_links();
    void send_program_to_games();
    void send_dials_to_games();
    void take_from_game(const QString& game, const link::Take& take);
    void request_board(Side side);
    std::vector<Tape> wire_tapes() const;
    void request_wire(Side side);
    void request_boards();
    void take_board_request(Side side);
    void request_beside();
    void tell_tuning_problems(const std::string& name);
    void take_dials(const DialValues& dials, const QString& what);
    TrialScene trial_scene() const;
    void take_trial_result(const std::string& path);
    void take_text(const std::string& path);
    void compile_texts();
    void take_program();
    void request(Side side);
    void request_both();
    void take_run(Side side);
    void load_course();
    void take_course(std::optional<CoursePlan> plan);
    void take_course_text();
    void take_looks_text();
    Ingredients ingredients(Side side) const;
    std::vector<TapeTrack> live_tracks(const std::string& place) const;
    enum class LiveKind { take, blind };
    QString start_live(Ingredients made, std::vector<TapeTrack> tracks, LiveKind kind);
    void tune_live();
    const Trace* trace_in_view() const;
    void move_cursor(double time);

    Documents documents_;
    ScriptCompiler compiler_;
    Tunings tunings_;
    Runs runs_;
    Clock clock_;
    LivePlay live_;
    Playback playback_;
    struct Pointed {
        QString name;
        Ingredients ingredients;
    };
    std::optional<Pointed> pointed_;
    QTimer board_timer_;
    bool board_wanted_[2] = {false, false};  ///< now, kept
    std::optional<FeelSide> kept_side_;      ///< instead of the dials of "kept"
    std::vector<std::string> compared_;
    Influences influences_;
    Boards boards_;
    BesideRuns beside_;
    TrialRunner trials_;
    WireRuns wire_runs_;
    std::string watched_wire_;
    GameLinks links_;
    std::filesystem::path link_folder_;    ///< empty: games can't link
    std::vector<std::string> sent_shape_;  ///< of the scripts that games have: all but the values of dials
    Side playing_side_ = Side::now;
    LiveKind live_kind_ = LiveKind::take;
    double cursor_before_play_ = 0.0;
    const Trial* laid_over_trial() const;
    void refresh_laid_over();
    std::string laid_over_trial_;
    std::optional<MeasuredRun> told_run_;  ///< of a linked game; laid over instead of a trial's
    void lay_over_run(MeasuredRun run, const std::string& character, const Alignment& begin, bool by_hand);
    std::optional<LaidOver> laid_over_;
    std::optional<Alignment> moved_by_hand_;  ///< while it is dragged
    std::string measured_text_;               ///< what was told of a file that can't be read
    std::string way_path_;                    ///< of the trial whose way was found last
    int rate_hz_ = 120;
    double cursor_ = 0.0;
    std::optional<double> cursor_when_ready_;
    std::size_t character_ = 0;
    std::optional<Tape> preview_tape_;
    int gestures_ = 0;
};

}  // namespace leap::studio
