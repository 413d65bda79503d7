// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/live_play.hpp"

#include "core/tape/replay.hpp"

namespace leap::studio {

QString LivePlay::start(Ingredients ingredients, std::vector<TapeTrack> tracks) {
    player_.reset();
    ingredients_ = std::move(ingredients);
    auto begin = start_world(ingredients_.rehearsal(), tracks);
    if (!begin) return QString::fromStdString(begin.error());
    view_ = {};
    tracks_ = tracks;
    player_ =
        std::make_unique<LivePlayer>(LiveRun(ingredients_, std::move(*begin), std::move(tracks)), clock_, own_thread_);
    return {};
}

void LivePlay::take_over(const RunResult& run, const World& from) {
    player_.reset();
    ingredients_ = run.ingredients;
    view_ = {};
    player_ =
        std::make_unique<LivePlayer>(LiveRun(ingredients_, run.tape.tracks, run.trace, from), clock_, own_thread_);
}

std::vector<TapeTrack> LivePlay::before_checkpoints(std::vector<TapeTrack> tracks) const {
    for (std::size_t i = 0; playing() && i < std::min(tracks.size(), view_.state.actors.size()); ++i) {
        const FixtureId burns = view_.state.actors[i].respawn.fixture;
        tracks[i].start_lit.clear();
        if (burns) tracks[i].start_lit = ingredients_.course->plan.fixtures[burns.at()].name;
    }
    return tracks;
}

void LivePlay::update() {
    if (!playing()) return;
    if (!own_thread_) player_->pump();
    player_->update(view_);
}

void LivePlay::tune(const Program& newest, const Tuning& tuning, const std::set<std::string>& off) {
    if (!playing()) return;
    const Program& running = *ingredients_.program;
    DialValues dials = ingredients_.tuning.dials;
    for (std::size_t i = 0; i < dials.size(); ++i)
        if (const auto dial = newest.find_dial(running.dials[i].path())) dials[i] = tuning.dials[*dial];
    ingredients_.tuning = make_tuning(running, std::move(dials));
    for (const std::string& name : off) static_cast<void>(leave_out(running, name, ingredients_.tuning));
    player_->set_tuning(ingredients_.tuning);
}

std::optional<Tape> LivePlay::stop() {
    constexpr double min_kept_s = 0.25;
    std::optional<Tape> take;
    if (playing() && player_->time() >= min_kept_s) take = player_->tape("take");
    player_.reset();
    return take;
}

}  // namespace leap::studio
