// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/session.hpp"

#include "core/project/project_check.hpp"

namespace leap::studio {

Session::Session(Options options, QObject* parent)
    : QObject(parent),
      documents_(std::move(options.data_folder)),
      clock_(options.clock),
      live_(options.clock, options.live_thread),
      playback_(options.clock),
      links_(options.clock) {
    connect(&links_, &GameLinks::take_arrived, this, &Session::take_from_game);
    connect(this, &Session::program_changed, this, &Session::send_program_to_games);
    connect(this, &Session::tuning_changed, this, &Session::send_dials_to_games);
    connect(&documents_, &Documents::text_changed, this, &Session::take_text);
    connect(&documents_, &Documents::texts_changed, this, &Session::texts_changed);
    connect(&documents_, &Documents::tapes_changed, this, &Session::tapes_changed);
    connect(&documents_, &Documents::message, this, &Session::message);
    connect(&documents_, &Documents::conflict, this, &Session::conflict);
    connect(&documents_, &Documents::tape_chosen, this, [this] {
        play_back(false);
        set_loop({});  // its marks are those of another tape
        cursor_ = 0.0;
        emit tapes_changed();
        emit cursor_moved(cursor_);
        request_both();
    });
    connect(&documents_, &Documents::tape_edited, this, [this] {
        preview_tape_.reset();
        request_both();
    });
    connect(&documents_, &Documents::take_recovered, this, [this] {
        emit tapes_changed();
        request_both();
    });
    connect(&runs_, &Runs::changed, this, &Session::take_run);
    connect(&documents_, &Documents::lists_changed, this, [this] {
        request_beside();
        refresh_laid_over();
        request_wire(Side::now);
        request_wire(Side::kept);
        emit lists_changed();
    });
    board_timer_.setSingleShot(true);
    board_timer_.setInterval(options.board_delay_ms);
    connect(&board_timer_, &QTimer::timeout, this, &Session::request_boards);
    connect(&boards_, &Boards::changed, this, &Session::board_changed);
    connect(&beside_, &BesideRuns::changed, this, &Session::beside_runs_changed);
    connect(&wire_runs_, &WireRuns::changed, this, &Session::wire_changed);
    connect(&trials_, &TrialRunner::progressed, this, &Session::trial_progressed);
    connect(&trials_, &TrialRunner::finished, this, &Session::take_trial_result);
    connect(&trials_, &TrialRunner::better, this,
            [this](const std::vector<FreeValue>& free, const std::vector<double>& values) {
                point_at(tr("best so far"), free, values);
            });
}

QString Session::open(const std::filesystem::path& path) {
    auto loaded = load_project(path);
    if (!loaded) return QString::fromStdString(loaded.error());
    if (is_open()) emit project_leaving();
    stop();
    play_back(false);
    set_loop({});
    documents_.open(std::move(*loaded));
    tunings_.clear();
    compiler_.clear();
    runs_.clear();
    boards_.clear();
    trials_.clear();
    watched_wire_.clear();
    wire_runs_.clear();
    laid_over_trial_.clear();
    laid_over_.reset();
    moved_by_hand_.reset();
    way_path_.clear();
    compared_.clear();
    pointed_.reset();
    kept_side_.reset();
    playing_side_ = Side::now;
    cursor_ = 0.0;
    load_course();
    compile_texts();
    keep();
    if (!project().tapes.empty()) documents_.choose_tape(project().tapes.front().tape.name);
    documents_.watch();
    const QString no_links = open_links();
    emit project_opened();
    if (!no_links.isEmpty()) emit message(no_links);
    std::vector<std::string> words = project().warnings;
    for (std::string& warning : project_warnings(project())) words.push_back(std::move(warning));
    words.insert(words.end(), project().problems.begin(), project().problems.end());
    for (const std::string& problem : words) emit message(QString::fromStdString(problem));
    documents_.look_for_recovery();
    if (recovery_offered()) emit recovery_found();
    return {};
}

/// While the run is watched it goes on from there.
void Session::set_cursor(double time) {
    move_cursor(time);
    if (playback_.running()) playback_.start(cursor_, length());
}

void Session::set_cursor_when_ready(double time) {
    if (now_run() && tape() != nullptr && now_run()->tape == *tape()) return set_cursor(time);
    cursor_when_ready_ = time;
}

void Session::move_cursor(double time) {
    const double wanted = std::clamp(time, 0.0, length());
    if (wanted == cursor_) return;
    cursor_ = wanted;
    emit cursor_moved(cursor_);
}

/// Of the live run while playing, else of the run of "now"; nothing when there is none.
const Trace* Session::trace_in_view() const {
    if (playing()) return &live_.view().trace;
    const RunPointer& run = runs_.run(Side::now);
    return run ? &run->trace : nullptr;
}

double Session::length() const {
    const Trace* trace = trace_in_view();
    return trace == nullptr ? 0.0 : trace->length_s();
}

std::size_t Session::character_count() const {
    const Trace* trace = trace_in_view();
    if (trace != nullptr && (playing() || !trace->tracks.empty())) return trace->tracks.size();
    return tape() != nullptr ? tape()->tracks.size() : 1;
}

QString Session::character_name(std::size_t character) const {
    const Trace* trace = trace_in_view();
    if (trace == nullptr || character >= trace->tracks.size()) return {};
    return QString::fromStdString(trace->tracks[character].name);
}

std::size_t Session::character() const {
    return std::min(character_, std::max<std::size_t>(1, character_count()) - 1);
}

BodyId Session::body_of_character() const {
    const Trace* trace = trace_in_view();
    if (trace == nullptr || character() >= trace->tracks.size()) return BodyId(0);
    return trace->tracks[character()].kind;
}

void Session::select_character(std::size_t character) {
    if (character >= character_count() || character == this->character()) return;
    character_ = character;
    emit character_changed();
    emit cursor_moved(cursor_);
}

}  // namespace leap::studio
