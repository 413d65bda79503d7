// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/session.hpp"

namespace leap::studio {

Ingredients Session::ingredients(Side side) const {
    if (side == Side::kept && kept_side_)
        return {kept_side_->program, kept_side_->course, kept_side_->tuning, rate_hz_};
    return {program(), tunings_.course(side), tuning(side), rate_hz_};
}

std::shared_ptr<const Program> Session::run_program() const {
    if (playing()) return live_.ingredients().program;
    return now_run() && now_run()->ingredients.program ? now_run()->ingredients.program : program();
}

void Session::set_rate(int rate_hz) {
    rate_hz_ = rate_hz;
    request_both();
}

void Session::request(Side side) {
    if (program() && tunings_.course(side) && tape() != nullptr) runs_.request(side, ingredients(side), *tape());
    request_board(side);
    request_wire(side);
    if (side == Side::now) request_beside();
}

void Session::preview_tape(const std::optional<Tape>& tape) {
    if (!tape && !preview_tape_) return;
    preview_tape_ = tape;
    if (!tape) return request(Side::now);
    if (program() && course()) runs_.request(Side::now, ingredients(Side::now), *tape);
    request_board(Side::now);
}

void Session::request_both() {
    request(Side::now);
    request(Side::kept);
}

void Session::take_run(Side side) {
    if (side == Side::kept) {
        emit kept_run_changed();
        return;
    }
    if (const RunPointer run = now_run(); !run->problem.empty()) emit message(QString::fromStdString(run->problem));
    if (cursor_when_ready_ && tape() != nullptr && now_run()->tape == *tape()) {
        set_cursor(*cursor_when_ready_);
        cursor_when_ready_.reset();
    }
    if (cursor_ > length()) set_cursor(length());
    refresh_laid_over();
    emit now_run_changed();
}

World Session::world_at(double time) const {
    return playing() ? live_.view().state : runs_.world_at(Side::now, time);
}

std::vector<MoveAnswer> Session::explain_at(double time) const {
    const World state = world_at(time);
    if (state.actors.empty()) return {};
    return explain_all(run_ingredients(), state, character(), program());
}

QString Session::play(const std::string& place) {
    if (playing_blind()) stop();
    return start_live(ingredients(playing_side_), live_tracks(place), LiveKind::take);
}

QString Session::play_again() {
    if (playing_blind()) return start_live(live_.ingredients(), live_.tracks(), LiveKind::blind);
    return start_live(ingredients(playing_side_), live_.before_checkpoints(live_tracks({})), LiveKind::take);
}

/// Who plays, and from where: as the tape in view begins, or at a place.
std::vector<TapeTrack> Session::live_tracks(const std::string& place) const {
    std::vector<TapeTrack> tracks = tape() != nullptr ? tape()->tracks : alone_at({});
    for (TapeTrack& track : tracks) {
        track.events.clear();
        if (!place.empty()) {
            track.start_place = place;
            track.start_lit.clear();
        } else if (tape() == nullptr && course() && !course()->plan.places.empty()) {
            track.start_place = course()->plan.places.front().name;
        }
    }
    return tracks;
}

QString Session::start_live(Ingredients made, std::vector<TapeTrack> tracks, LiveKind kind) {
    if (!program())
        return tr("The script has errors, so there is nothing to play yet. They are listed under the stage");
    if (!course()) return tr("There is no course to play on");
    const double cursor = playing() ? cursor_before_play_ : cursor_;
    if (const QString why_not = live_.start(std::move(made), std::move(tracks)); !why_not.isEmpty()) return why_not;
    cursor_before_play_ = cursor;
    live_kind_ = kind;
    play_back(false);
    update_live();
    emit play_started();
    return {};
}

QString Session::take_over() {
    const RunPointer run = runs_.run(playing_side_);
    if (!run || !run->problem.empty() || run->trace.empty())
        return tr("There is no run to take over. Play one, or choose a tape");
    if (tape() == nullptr || run->tape != *tape()) return tr("The tape is still being replayed. Try again in a moment");
    const World from = runs_.world_at(playing_side_, cursor_);
    play_back(false);
    live_kind_ = LiveKind::take;
    live_.take_over(*run, from);
    tune_live();  // a dial may have been turned since
    update_live();
    emit play_started();
    return {};
}

void Session::update_live() {
    if (!playing()) return;
    live_.update();
    cursor_ = live_.view().trace.length_s();
    emit live_updated();
}

void Session::play_side(Side side) {
    playing_side_ = side;
    tune_live();
    emit tuning_changed();
}

void Session::tune_live() {
    if (!playing() || !program() || playing_blind()) return;
    live_.tune(*program(), tuning(playing_side_),
               playing_side_ == Side::now ? tunings_.off() : std::set<std::string>{});
}

void Session::stop() {
    if (!playing()) return;
    const bool blind = playing_blind();
    std::optional<Tape> take = live_.stop();
    if (blind) {
        cursor_ = cursor_before_play_;
        emit play_stopped();
        return;
    }
    cursor_ = take ? take->length_s : 0.0;
    const bool kept = take.has_value();
    if (kept) {
        documents_.add_take(std::move(*take));
        set_loop({});  // its marks were those of another tape
    }
    emit play_stopped();
    if (!kept) return;
    emit documents_.tapes_changed();
    request_both();
}

}  // namespace leap::studio
