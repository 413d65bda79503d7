// SPDX-License-Identifier: GPL-3.0-or-later
#include <numbers>

#include "core/play/stands.hpp"

#include "studio/session/session.hpp"

namespace leap::studio {

Ingredients Session::ingredients(Side side) const {
    return {program_, side == Side::now ? course_ : kept_course_, tuning(side), rate_hz_};
}

std::vector<QString> Session::tape_names() const {
    std::vector<QString> out;
    if (!project_) return out;
    for (const TapeEntry& entry : project_->tapes) out.push_back(QString::fromStdString(entry.tape.name));
    return out;
}

void Session::choose_tape(const QString& name) {
    keep_take();
    const TapeEntry* entry = project_->find_tape(name.toStdString());
    if (entry == nullptr) return;
    tape_ = entry->tape;
    tape_unsaved_ = false;
    cursor_ = 0.0;
    emit tapes_changed();
    emit cursor_moved(cursor_);
    request_now();
    request_kept();
}

/// A take in view that has no file yet joins the project's tapes, so that it isn't lost when another one is shown.
void Session::keep_take() {
    if (!tape_unsaved_ || !tape_) return;
    tape_unsaved_ = false;
    project_->tapes.push_back({{}, *tape_});
}

std::vector<std::string> Session::unsaved_tapes() const {
    std::vector<std::string> out;
    if (!project_) return out;
    for (const TapeEntry& entry : project_->tapes)
        if (entry.path.empty()) out.push_back(entry.tape.name);
    if (tape_unsaved_ && tape_) out.push_back(tape_->name);
    return out;
}

std::shared_ptr<const Program> Session::run_program() const {
    if (playing()) return live_ingredients_.program;
    return now_run_ && now_run_->ingredients.program ? now_run_->ingredients.program : program_;
}

void Session::set_rate(int rate_hz) {
    rate_hz_ = rate_hz;
    request_now();
    request_kept();
}

void Session::request_now() {
    if (program_ && course_ && tape_) worker_.request(ingredients(Side::now), *tape_);
}

void Session::request_kept() {
    if (program_ && kept_course_ && tape_) kept_worker_.request(ingredients(Side::kept), *tape_);
}

void Session::take_now_run(const RunPointer& run) {
    if (run->ingredients.program != program_) return;  // a newer program's run is on its way
    now_run_ = run;
    if (!run->problem.empty()) emit message(QString::fromStdString(run->problem));
    if (cursor_ > length()) set_cursor(length());
    emit now_run_changed();
}

World Session::world_at(double time) const {
    if (playing()) return live_view_.state;
    if (!now_run_ || now_run_->trace.empty()) return {};
    return seen_state(seen_, now_run_, time);
}

World Session::kept_world_at(double time) const {
    if (!kept_run_ || kept_run_->trace.empty()) return {};
    return seen_state(kept_seen_, kept_run_, time);
}

/// The stage, the score and the sheet all ask for the cursor's instant.
const World& Session::seen_state(SeenState& seen, const RunPointer& run, double time) {
    if (seen.run != run || seen.time != time)
        seen = {run, time, leap::world_at(run->ingredients.rehearsal(), run->inputs, run->trace, time)};
    return seen.state;
}

std::vector<MoveAnswer> Session::explain_at(double time) const {
    std::vector<MoveAnswer> out;
    const World state = world_at(time);
    if (state.actors.empty()) return out;
    const Ingredients& made = playing() ? live_ingredients_ : now_run_->ingredients;
    ProbeMemo memo;
    const Rehearsal rehearsal = made.rehearsal();
    const Moment moment = moment_at(rehearsal, state, state.actors[character()], memo);
    for (const std::int32_t move : made.program->moves) out.push_back(explain_move(moment, move));
    for (const std::int32_t kind : made.program->fixtures)
        if (const auto fixture = fixture_to_explain(moment, kind)) out.push_back(explain_fixture(moment, *fixture));
    if (made.program == program_) return out;
    std::erase_if(out, [&](MoveAnswer& answer) {
        const auto known = program_->find_machine(made.program->machines[static_cast<std::size_t>(answer.move)].name);
        answer.move = known.value_or(-1);
        return !known.has_value();
    });
    return out;
}

std::size_t Session::character_count() const {
    if (playing()) return live_view_.trace.tracks.size();
    if (now_run_ && !now_run_->trace.tracks.empty()) return now_run_->trace.tracks.size();
    return tape_ ? tape_->tracks.size() : 1;
}

QString Session::character_name(std::size_t character) const {
    const std::vector<TraceTrack>* tracks = playing()  ? &live_view_.trace.tracks
                                            : now_run_ ? &now_run_->trace.tracks
                                                       : nullptr;
    if (tracks == nullptr || character >= tracks->size()) return {};
    return QString::fromStdString((*tracks)[character].name);
}

std::size_t Session::character() const {
    return std::min(character_, std::max<std::size_t>(1, character_count()) - 1);
}

std::size_t Session::body_of_character() const {
    const Trace* trace = playing() ? &live_view_.trace : (now_run_ ? &now_run_->trace : nullptr);
    if (trace == nullptr || character() >= trace->tracks.size()) return 0;
    return static_cast<std::size_t>(trace->tracks[character()].kind);
}

void Session::select_character(std::size_t character) {
    if (character >= character_count() || character == this->character()) return;
    character_ = character;
    emit character_changed();
    emit cursor_moved(cursor_);
}

QString Session::play(const std::string& place) {
    return start_live(live_tracks(place));
}

QString Session::play_again() {
    std::vector<TapeTrack> tracks = live_tracks({});
    for (std::size_t i = 0; live_ && i < std::min(tracks.size(), live_view_.state.actors.size()); ++i) {
        const std::int32_t burns = live_view_.state.actors[i].respawn.fixture;
        tracks[i].start_lit.clear();
        if (burns >= 0)
            tracks[i].start_lit = live_ingredients_.course->plan.fixtures[static_cast<std::size_t>(burns)].name;
    }
    return start_live(std::move(tracks));
}

/// Who plays, and from where: as the tape in view begins, or at a place.
std::vector<TapeTrack> Session::live_tracks(const std::string& place) const {
    std::vector<TapeTrack> tracks = tape_ ? tape_->tracks : alone_at({});
    for (TapeTrack& track : tracks) {
        track.events.clear();
        if (!place.empty()) {
            track.start_place = place;
            track.start_lit.clear();
        } else if (!tape_ && course_ && !course_->plan.places.empty()) {
            track.start_place = course_->plan.places.front().name;
        }
    }
    return tracks;
}

QString Session::start_live(std::vector<TapeTrack> tracks) {
    if (!program_) return tr("The script has errors, so there is nothing to play yet; they are listed under the stage");
    if (!course_) return tr("There is no course to play on");
    live_.reset();  // starting over: what was played so far is not kept
    live_ingredients_ = ingredients(playing_side_);
    auto start = start_world(live_ingredients_.rehearsal(), tracks);
    if (!start) return QString::fromStdString(start.error());
    live_view_ = {};
    live_ = std::make_unique<LivePlayer>(LiveRun(live_ingredients_, std::move(*start), std::move(tracks)),
                                         options_.clock, options_.live_thread);
    update_live();
    emit play_started();
    return {};
}

void Session::update_live() {
    if (!live_) return;
    if (!options_.live_thread) live_->pump();
    live_->update(live_view_);
    cursor_ = live_view_.trace.length_s();
    emit live_updated();
}

void Session::play_side(Side side) {
    playing_side_ = side;
    tune_live();
    emit tuning_changed();
}

/// Gives the live run the dials of the side that is played. The run goes on with the program it began with, which may
/// be an older one than the text's by now, so dials are matched by their paths.
void Session::tune_live() {
    if (!live_ || !program_) return;
    const Program& running = *live_ingredients_.program;
    std::vector<double> dials = live_ingredients_.tuning.dials;
    for (std::size_t i = 0; i < dials.size(); ++i)
        if (const auto dial = program_->find_dial(running.dials[i].path()))
            dials[i] = tuning(playing_side_).dials[static_cast<std::size_t>(*dial)];
    live_ingredients_.tuning = make_tuning(running, std::move(dials));
    if (playing_side_ == Side::now)
        for (const std::string& name : off_) static_cast<void>(leave_out(running, name, live_ingredients_.tuning));
    live_->set_tuning(live_ingredients_.tuning);
}

void Session::stop() {
    if (!live_) return;
    constexpr double shortest_kept_s = 0.25;
    const bool worth_keeping = live_->time() >= shortest_kept_s;
    if (worth_keeping) {
        Tape recorded = live_->tape("take");
        int number = 1;
        while (project_->find_tape(recorded.name) != nullptr) recorded.name = "take " + std::to_string(++number);
        tape_ = std::move(recorded);
        tape_unsaved_ = true;
    }
    live_.reset();
    cursor_ = worth_keeping ? tape_->length_s : 0.0;
    emit play_stopped();
    if (worth_keeping) {
        emit tapes_changed();
        request_now();
        request_kept();
    }
}

}  // namespace leap::studio
