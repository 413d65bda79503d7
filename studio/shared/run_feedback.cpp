// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/run_feedback.hpp"

#include <algorithm>

#include "core/tape/accents.hpp"
#include "core/tape/sounds.hpp"

namespace leap::studio {
namespace {

/// After a longer gap (the cursor was put elsewhere, the window stalled) what lies between isn't made up for.
constexpr double max_gap_s = 0.25;

}  // namespace

RunFeedback::RunFeedback(Session& session, Hear hear, Shake shake, QObject* parent)
    : QObject(parent), session_(session), hear_(std::move(hear)), shake_(std::move(shake)) {
    connect(&session_, &Session::play_started, this, [this] { heard_to_ = 0.0; });
    connect(&session_, &Session::play_stopped, this, [this] {
        for (std::size_t i = 0; i < session_.character_count(); ++i) shake_(i, 0.0);
    });
    connect(&session_, &Session::live_updated, this, &RunFeedback::follow_live);
    connect(&session_, &Session::cursor_moved, this, &RunFeedback::follow_watched);
}

void RunFeedback::follow_live() {
    if (!session_.playing()) return;
    const LivePlayer::View& view = session_.live_view();
    if (view.trace.empty()) return;
    const double now = view.state.time;
    hear_between(view.trace, heard_to_, now);
    heard_to_ = now;
    const SceneView rehearsal = session_.run_ingredients().rehearsal();
    for (const Actor& actor : view.state.actors)
        shake_(static_cast<std::size_t>(actor.id), accents_at({rehearsal, view.trace, view.state, actor, now}).rumble);
}

void RunFeedback::follow_watched(double time) {
    if (session_.playing()) return;
    if (session_.playback().running() && session_.now_run()) hear_between(session_.now_run()->trace, heard_to_, time);
    heard_to_ = time;
}

void RunFeedback::hear_between(const Trace& trace, double from, double to) {
    const std::size_t character = session_.character();
    if (!sounds_ || to <= from || to - from > max_gap_s || character >= trace.tracks.size() ||
        trace.tracks[character].rows.empty())
        return;
    for (const SoundCue& cue : trace.sounds) {
        if (cue.time <= from || cue.time > to) continue;
        SoundCue heard = cue;
        heard.loudness *= sound_nearness(cue.place, position_at(trace.tracks[character], cue.time));
        hear_(heard);
    }
}

}  // namespace leap::studio
