// SPDX-License-Identifier: GPL-3.0-or-later
// The measured run of a fit, laid over the run in view.
#include "core/project/file_io.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

void Session::lay_over(const std::string& trial_path) {
    if (laid_over_trial_ == trial_path && !told_run_) return;
    laid_over_trial_ = trial_path;
    told_run_.reset();
    moved_by_hand_.reset();
    measured_text_.clear();
    refresh_laid_over();
}

void Session::lay_over_told(MeasuredRun run) {
    laid_over_trial_.clear();
    moved_by_hand_.reset();
    told_run_ = std::move(run);
    refresh_laid_over();
}

/// Which trial it is, when its file is still there.
const Trial* Session::laid_over_trial() const {
    if (!is_open() || laid_over_trial_.empty()) return nullptr;
    for (const TrialEntry& entry : project().trials)
        if (entry.path == laid_over_trial_ && entry.trial.kind == TrialKind::fit && !entry.trial.measured.empty())
            return &entry.trial;
    return nullptr;
}

/// Over the run in view: where it was put by hand, or else where it lies best.
void Session::lay_over_run(MeasuredRun measured, const std::string& character, const Alignment& begin, bool by_hand) {
    const RunPointer run = now_run();
    LaidOver made;
    made.trial = laid_over_trial_;
    for (std::size_t i = 0; i < run->tape.tracks.size(); ++i)
        if (track_name(run->tape.tracks[i], run->tape.tracks[i].body) == character) made.character = i;
    const TraceTrack& track = run->trace.tracks[std::min(made.character, run->trace.tracks.size() - 1)];
    made.by_hand = by_hand || moved_by_hand_;
    made.alignment = moved_by_hand_.value_or(begin);
    made.alignment =
        made.by_hand ? with_offsets(measured, made.alignment, track) : aligned(measured, track, made.alignment);
    made.error = error_of(measured, made.alignment, track);
    made.points = leap::laid_over(measured, made.alignment, track);
    made.run = std::move(measured);
    laid_over_ = std::move(made);
}

/// Looked at anew when what is laid over, its file or the run in view is another one. A trial's times are those that it
/// says, or else those with which it lies best over this run.
void Session::refresh_laid_over() {
    const bool was = laid_over_.has_value();
    laid_over_.reset();
    const Trial* trial = laid_over_trial();
    const RunPointer run = now_run();
    const bool is_run = run && run->problem.empty() && !run->trace.empty();
    if (is_run && told_run_) {
        lay_over_run(*told_run_, character_name(character()).toStdString(), {}, false);
    } else if (is_run && trial != nullptr && (trial->tapes.empty() || trial->tapes.front() == run->tape.name)) {
        const auto text = read_file(project().folder / trial->measured);
        const std::string asked = trial->measured + trial->units.time + trial->units.length + trial->units.speed;
        auto measured = text ? read_measured(*text, trial->measured, trial->units)
                             : tl::expected<MeasuredRun, std::string>(tl::make_unexpected(text.error()));
        if (measured) {
            lay_over_run(std::move(*measured), trial->character, {trial->later_s.value_or(0.0), trial->stretch, {}},
                         trial->later_s.has_value());
            measured_text_.clear();
        } else if (measured_text_ != asked + measured.error()) {
            measured_text_ = asked + measured.error();  // told once, not at every run
            emit message(QString::fromStdString(measured.error()));
        }
    }
    if (was || laid_over_) emit laid_over_changed();
}

void Session::move_laid_over(double later_s, double stretch) {
    if (!laid_over_) return;
    constexpr double least = 0.01;
    constexpr double most = 100.0;
    moved_by_hand_ = Alignment{later_s, std::clamp(stretch, least, most), {}};
    refresh_laid_over();
}

void Session::keep_laid_over() {
    const Trial* trial = laid_over_trial();
    if (!moved_by_hand_ || trial == nullptr) return;
    Trial changed = *trial;
    changed.later_s = rounded_number(moved_by_hand_->later_s);
    changed.stretch = rounded_number(moved_by_hand_->stretch);
    moved_by_hand_.reset();
    edit_trial(std::string(laid_over_trial_), changed);
}

}  // namespace leap::studio
