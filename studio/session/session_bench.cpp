// SPDX-License-Identifier: GPL-3.0-or-later
// Board and tunings.
#include "core/script/dial_edit.hpp"
#include "core/script/number_edit.hpp"
#include "core/world/course_edit.hpp"
#include "studio/session/session.hpp"

#include <algorithm>

namespace leap::studio {

/// While something is dragged at once; else a little later, so that what is in view comes first.
void Session::request_board(Side side) {
    board_wanted_[side == Side::now ? 0 : 1] = true;
    if (previewing() || previewing_tape()) return request_boards();
    if (!board_timer_.isActive()) board_timer_.start();
}

void Session::request_boards() {
    for (const Side side : {Side::now, Side::kept}) {
        bool& wanted = board_wanted_[side == Side::now ? 0 : 1];
        if (wanted) take_board_request(side);
        wanted = false;
    }
}

void Session::take_board_request(Side side) {
    if (!is_open() || !program() || !tunings_.course(side) || playing()) return;
    std::vector<Tape> tapes;
    for (const TapeEntry& entry : project().tapes)
        tapes.push_back(preview_tape_ && side == Side::now && preview_tape_->name == entry.tape.name ? *preview_tape_
                                                                                                     : entry.tape);
    boards_.request(side, ingredients(side), std::move(tapes));
}

QString Session::save_tuning(const QString& name, Side side) {
    const std::string wanted = name.trimmed().toStdString();
    if (!program()) return tr("The script has errors. Fix them to see its dials");
    if (wanted.empty()) return tr("Enter a name for the tuning");
    const TuningFile tuning = tuning_of(wanted, *program(), tunings_.tuning(side).dials);
    const TuningEntry* known = project().find_tuning(wanted);
    const std::string path =
        known != nullptr ? known->path : documents_.free_listed_path("tunings", wanted, ".tuning.json");
    documents_.write_listed(path, write_tuning(tuning), tr("Tuning %1").arg(name.trimmed()));
    return {};
}

std::optional<DialValues> Session::dials_of_tuning(const std::string& name) {
    const TuningEntry* entry = project().find_tuning(name);
    if (entry == nullptr || !program()) return std::nullopt;
    return resolve_tuning(entry->tuning, *program(), tunings_.tuning(Side::now).dials).dials;
}

/// What of a tuning doesn't count, as of dials that are gone.
void Session::tell_tuning_problems(const std::string& name) {
    const TuningEntry* entry = project().find_tuning(name);
    if (entry == nullptr || !program()) return;
    QStringList lines;
    for (const std::string& problem :
         resolve_tuning(entry->tuning, *program(), tunings_.tuning(Side::now).dials).problems)
        lines << QString::fromStdString(problem);
    if (!lines.isEmpty()) emit message(lines.join('\n'));
}

void Session::apply_tuning(const std::string& name) {
    const auto dials = dials_of_tuning(name);
    if (!dials) return;
    take_dials(*dials, tr("Use tuning %1").arg(QString::fromStdString(name)));
    tell_tuning_problems(name);  // what is compiled puts earlier messages away
}

/// Every dial that differs is written into the script, as one undo step.
void Session::take_dials(const DialValues& dials, const QString& what) {
    if (!program_is_current()) {
        emit message(tr("The script has errors. Fix them before you change dials"));
        return;
    }
    std::vector<std::pair<std::string, double>> changes;
    for (std::size_t i = 0; i < dials.size(); ++i)
        if (!program()->dials[i].body && dials[i] != program()->dials[i].value)
            changes.emplace_back(program()->dials[i].path(), dials[i]);
    undo_stack().beginMacro(what);
    for (const auto& [path, value] : changes)
        if (const auto dial = program()->find_dial(path)) set_dial(*dial, value);
    undo_stack().endMacro();
}

void Session::keep_tuning(const std::string& name) {
    const auto dials = dials_of_tuning(name);
    if (!dials) return;
    kept_side_.reset();
    runs_.set_program(Side::kept, program());
    tunings_.keep_dials(*program(), *dials);
    emit tuning_changed();
    request(Side::kept);
    tell_tuning_problems(name);
}

/// "Kept" is played with its own scripts and course; the dials beside those of "now" are matched by their paths.
void Session::keep_side(const FeelSide& side) {
    if (!program()) return;
    kept_side_ = side;
    runs_.set_program(Side::kept, side.program);
    DialValues dials = tuning(Side::now).dials;
    for (std::size_t i = 0; i < dials.size(); ++i)
        if (const auto found = side.program->find_dial(program()->dials[i].path()))
            dials[i] = side.tuning.dials[*found];
    tunings_.keep_dials(*program(), dials);
    emit tuning_changed();
    request(Side::kept);
    emit message(tr("%1 is now the kept version").arg(QString::fromStdString(side.name)));
}

void Session::delete_tuning(const std::string& name) {
    const TuningEntry* entry = project().find_tuning(name);
    if (entry == nullptr) return;
    const std::string path = entry->path;
    documents_.write_listed(path, {}, tr("Delete tuning %1").arg(QString::fromStdString(name)));
}

bool Session::compare_tunings(const std::vector<std::string>& names) {
    if (names.size() > BesideRuns::most) {
        emit message(tr("Maximum number of compared tunings: %1. Remove one first").arg(BesideRuns::most));
        return false;
    }
    compared_ = names;
    request_beside();
    emit lists_changed();
    return true;
}

void Session::request_beside() {
    std::vector<BesideRuns::Wanted> wanted;
    if (program() && course() && tape() != nullptr) {
        std::erase_if(compared_, [&](const std::string& name) { return project().find_tuning(name) == nullptr; });
        for (const std::string& name : compared_) {
            Ingredients made = ingredients(Side::now);
            const TuningEntry* entry = project().find_tuning(name);
            made.tuning = make_tuning(*program(), resolve_tuning(entry->tuning, *program(), made.tuning.dials).dials);
            wanted.push_back({QString::fromStdString(name), std::move(made), false});
        }
        if (pointed_) wanted.push_back({pointed_->name, pointed_->ingredients, true});
    }
    beside_.request(std::move(wanted), tape() != nullptr ? *tape() : Tape{});
}

void Session::point_at(const QString& name, const std::vector<FreeValue>& free, const std::vector<double>& values) {
    if (!program() || !course()) return;
    const Ingredients base = ingredients(Side::now);
    const Varied made = varied({*base.program, base.tuning, *base.course}, free, values);
    // What isn't changed is kept by the session; what is, by the run.
    Ingredients pointed = base;
    if (made.program.get() != base.program.get()) pointed.program = made.program;
    if (made.course.get() != base.course.get()) pointed.course = made.course;
    pointed.tuning = made.tuning;
    pointed_ = Pointed{name, std::move(pointed)};
    request_beside();
}

void Session::point_at_nothing() {
    if (!pointed_) return;
    pointed_.reset();
    request_beside();
}

void Session::take_values(const std::vector<FreeValue>& free, const std::vector<double>& values, const QString& what) {
    if (!program_is_current()) {
        emit message(tr("The script has errors. Fix them before you use these values"));
        return;
    }
    undo_stack().beginMacro(what);
    for (std::size_t i = 0; i < std::min(free.size(), values.size()); ++i) {
        const auto found = find_free_value(*program(), tuning(Side::now), course()->plan, free[i].path);
        if (!found) {
            emit message(QString::fromStdString(found.error()));
            continue;
        }
        if (found->kind == FreeValue::Kind::dial) {
            set_dial(DialId(found->index), values[i]);
        } else if (found->kind == FreeValue::Kind::curve_point) {
            const CurveInfo& curve = program()->curves[found->index];
            std::vector<syntax::CurvePoint> points = curve.points;
            points[found->part].y = values[i];
            const std::string path = source_files()[curve.range.file].path;
            if (const std::string* before = text(path))
                edit_text(path, with_curve_points(*before, curve, points), what);
        } else {
            const Varied made =
                varied({*program(), tuning(Side::now), *course()}, std::span(&*found, 1), std::span(&values[i], 1));
            edit_course(made.course->plan, what);
        }
    }
    undo_stack().endMacro();
}

QString Session::influence_of_dial(DialId dial) {
    if (playing() || previewing() || !program() || !course() || tape() == nullptr || !now_run()) return {};
    if (!program()->has(dial)) return {};
    return influences_.of_dial(ingredients(Side::now), *tape(), program()->dials[dial].path());
}

QString Session::influence_of_reading(const std::string& reading) {
    if (playing() || previewing() || !program() || !course() || tape() == nullptr || !now_run()) return {};
    return influences_.of_reading(ingredients(Side::now), *tape(), reading);
}

}  // namespace leap::studio
