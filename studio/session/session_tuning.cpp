// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/script/dial_edit.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

QString Session::set_off(const std::string& machine, bool off) {
    if (!program()) return {};
    if (const QString why_not = tunings_.set_off(*program(), machine, off); !why_not.isEmpty()) return why_not;
    tune_live();
    emit tuning_changed();
    request(Side::now);
    return {};
}

void Session::preview_dial(DialId dial, double value_si) {
    if (!program() || !tunings_.preview(*program(), dial, value_si)) return;
    tune_live();
    emit tuning_changed();
    request(Side::now);
}

void Session::set_dial(DialId dial, double value_si) {
    if (!program() || !program()->has(dial)) return;
    // The literal's place is known for the last good program; while a text has errors its own places are unknown.
    if (!program_is_current()) {
        preview_dial(dial, program()->dials[dial].value);
        emit message(tr("The script has errors. Fix them before you change dials"));
        return;
    }
    const DialInfo info = program()->dials[dial];
    const std::string path = source_files()[info.literal.file].path;
    const std::string* before = text(path);
    if (before == nullptr) return;
    const double value = rounded_dial_value(info, value_si);
    const std::string after = with_dial_literal(*before, info, value);
    if (after == *before) {
        if (previewing()) preview_dial(dial, info.value);
        tunings_.set_previewing(false);
        return;
    }
    edit_text(
        path, after,
        tr("%1 = %2").arg(QString::fromStdString(info.path()), QString::fromStdString(dial_literal(info, value))));
}

void Session::keep() {
    if (!program()) return;
    kept_side_.reset();
    runs_.set_program(Side::kept, program());
    tunings_.keep(*program());
    emit tuning_changed();
    if (now_run() && now_run()->ingredients.same_as(ingredients(Side::now))) {
        runs_.keep_now();
        emit kept_run_changed();
    } else {
        request(Side::kept);
    }
}

void Session::drop() {
    if (!program() || !program_is_current()) return;
    undo_stack().beginMacro(tr("Discard changes"));
    for (const auto& [path, value] : std::map<std::string, double>(tunings_.kept_values())) {
        const auto dial = program()->find_dial(path);
        if (dial && tuning(Side::now).dials[*dial] != value) set_dial(*dial, value);
    }
    if (kept_course() && course() && kept_course()->plan != course()->plan)
        edit_course(kept_course()->plan, tr("Discard changes of the course"));
    undo_stack().endMacro();
}

}  // namespace leap::studio
