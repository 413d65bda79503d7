// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/script/dial_edit.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

Tuning Session::tuned(std::vector<double> dials) const {
    Tuning out = make_tuning(*program_, std::move(dials));
    for (const std::string& name : off_) static_cast<void>(leave_out(*program_, name, out));
    return out;
}

QString Session::set_off(const std::string& machine, bool off) {
    if (!program_) return {};
    Tuning tried = now_tuning_;
    if (const auto left_out = leave_out(*program_, machine, tried); off && !left_out)
        return QString::fromStdString(left_out.error());
    if (off) {
        off_.insert(machine);
    } else {
        off_.erase(machine);
    }
    now_tuning_ = tuned(now_tuning_.dials);
    tune_live();
    emit tuning_changed();
    request_now();
    return {};
}

void Session::preview_dial(std::int32_t dial, double value_si) {
    const auto i = static_cast<std::size_t>(dial);
    if (!program_ || i >= now_tuning_.dials.size()) return;
    std::vector<double> dials = now_tuning_.dials;
    dials[i] = rounded_dial_value(program_->dials[i], value_si);
    now_tuning_ = tuned(std::move(dials));
    previewing_ = true;
    tune_live();
    emit tuning_changed();
    request_now();
}

void Session::set_dial(std::int32_t dial, double value_si) {
    const auto i = static_cast<std::size_t>(dial);
    if (!program_ || i >= program_->dials.size()) return;
    // The literal's place is known for the last good program; while a text has errors its own places are unknown.
    if (!program_is_current()) {
        preview_dial(dial, program_->dials[i].value);
        emit message(tr("The script has errors; dials can be written into it again when they are mended"));
        return;
    }
    const DialInfo info = program_->dials[i];
    const std::string path = source_files_[info.literal.file].path;
    const std::string* before = texts_.find(path);
    if (before == nullptr) return;
    const double value = rounded_dial_value(info, value_si);
    const std::string after = with_dial_literal(*before, info, value);
    if (after == *before) {
        if (previewing_) preview_dial(dial, info.value);
        previewing_ = false;
        return;
    }
    edit_text(
        path, after,
        tr("%1 = %2").arg(QString::fromStdString(info.path()), QString::fromStdString(dial_literal(info, value))));
}

void Session::keep() {
    if (!program_) return;
    kept_values_.clear();
    for (std::size_t i = 0; i < program_->dials.size(); ++i)
        kept_values_[program_->dials[i].path()] = now_tuning_.dials[i];
    kept_tuning_ = now_tuning_;
    kept_course_ = course_;
    emit tuning_changed();
    if (now_run_ && now_run_->ingredients.same_as(ingredients(Side::now))) {
        kept_run_ = now_run_;
        emit kept_run_changed();
    } else {
        request_kept();
    }
}

void Session::drop() {
    if (!program_ || !program_is_current()) return;
    undo_.beginMacro(tr("Drop changes"));
    for (const auto& [path, value] : std::map<std::string, double>(kept_values_)) {
        const auto dial = program_->find_dial(path);
        if (dial && now_tuning_.dials[static_cast<std::size_t>(*dial)] != value) set_dial(*dial, value);
    }
    if (kept_course_ && course_ && kept_course_->plan != course_->plan)
        edit_course(kept_course_->plan, tr("Drop changes of the course"));
    undo_.endMacro();
}

}  // namespace leap::studio
