// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <memory>
#include <set>

#include "studio/session/live_player.hpp"
#include "studio/session/run_result.hpp"

namespace leap::studio {

/// Playing by hand: the run under way, what it is made of, and what is seen of it. The run goes on with the program it
/// began with, which may be an older one than the text's by now.
class LivePlay {
  public:
    /// With `own_thread` false the run goes on in update(), for tests.
    LivePlay(Clock clock, bool own_thread) : clock_(std::move(clock)), own_thread_(own_thread) {}

    bool playing() const { return player_ != nullptr; }
    LivePlayer* player() const { return player_.get(); }
    const LivePlayer::View& view() const { return view_; }
    const Ingredients& ingredients() const { return ingredients_; }
    /// Who plays, and from where; without what was played.
    const std::vector<TapeTrack>& tracks() const { return tracks_; }

    /// Starts, or starts over: what was played so far is not kept. Returns why not, or nothing.
    QString start(Ingredients ingredients, std::vector<TapeTrack> tracks);
    /// Takes a replayed run over at a time: its tape goes on by hand from there.
    void take_over(const RunResult& run, const World& from);
    /// The same tracks, each beginning before the checkpoint that burns for its character now.
    std::vector<TapeTrack> before_checkpoints(std::vector<TapeTrack> tracks) const;
    /// Brings view() up to date; called once a frame.
    void update();
    /// Takes over the dials of a newer program's tuning, matched by their paths, and leaves out `off`.
    void tune(const Program& newest, const Tuning& tuning, const std::set<std::string>& off);
    /// Ends it. The take, unless it is too short to be worth keeping.
    std::optional<Tape> stop();

  private:
    Clock clock_;
    bool own_thread_;
    std::unique_ptr<LivePlayer> player_;
    LivePlayer::View view_;
    Ingredients ingredients_;
    std::vector<TapeTrack> tracks_;
};

}  // namespace leap::studio
