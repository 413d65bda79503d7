// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/tape_commands.hpp"

#include <glm/trigonometric.hpp>

#include <QClipboard>
#include <QGuiApplication>
#include <QInputDialog>

#include "core/defaults.hpp"
#include "core/project/tape_file.hpp"
#include "core/tape/replay.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {

bool TapeCommands::may_edit() {
    if (session_.playing()) return false;
    if (session_.tape() != nullptr) return true;
    emit problem(tr("There is no tape yet. Play first"));
    return false;
}

std::optional<TapeRange> TapeCommands::stretch() {
    if (!may_edit()) return std::nullopt;
    const auto& loop = session_.playback().loop();
    if (loop && loop->to > loop->from) return TapeRange{loop->from, loop->to};
    emit problem(tr("Select a range first: [ and ] set its ends at the cursor, or drag on the ruler with Ctrl held"));
    return std::nullopt;
}

void TapeCommands::copy() {
    const auto piece = stretch();
    if (!piece) return;
    const std::string text = write_tape(copy_of(*session_.tape(), *piece));
    QGuiApplication::clipboard()->setText(QString::fromStdString(text));
}

void TapeCommands::cut() {
    if (!stretch()) return;
    copy();
    take_out();
}

void TapeCommands::take_out() {
    const auto piece = stretch();
    if (!piece) return;
    session_.set_loop({});
    session_.edit_tape(cut_out(*session_.tape(), *piece), tr("Remove a range"));
}

void TapeCommands::trim() {
    const auto piece = stretch();
    if (!piece) return;
    session_.set_loop({});
    session_.edit_tape(copy_of(*session_.tape(), *piece), tr("Trim the tape"));
}

void TapeCommands::paste() {
    if (!may_edit()) return;
    const auto piece = read_tape(QGuiApplication::clipboard()->text().toStdString(), "the clipboard");
    if (!piece) {
        emit problem(tr("The clipboard has no part of a tape. Copy a range first"));
        return;
    }
    const auto tape = with_inserted(*session_.tape(), session_.cursor(), *piece);
    if (!tape) {
        emit problem(to_qt(tape.error()));
        return;
    }
    session_.set_loop({});
    session_.edit_tape(*tape, tr("Insert a range"));
}

void TapeCommands::split() {
    if (!may_edit()) return;
    const Tape tape = *session_.tape();
    const double at = session_.cursor();
    if (at <= 0.0 || at >= tape.length_s) {
        emit problem(tr("Put the cursor where you want to split the tape"));
        return;
    }
    session_.set_loop({});
    session_.undo_stack().beginMacro(tr("Split the tape"));
    session_.edit_tape(copy_of(tape, {0.0, at}), tr("Split the tape"));
    session_.add_tape(copy_of(tape, {at, tape.length_s}), tr("Split the tape"));
    session_.undo_stack().endMacro();
}

void TapeCommands::insert_time(double seconds) {
    if (!may_edit()) return;
    session_.set_loop({});
    session_.edit_tape(with_time_inserted(*session_.tape(), session_.cursor(), seconds), tr("Insert time"));
}

void TapeCommands::join(const QString& other) {
    const TapeEntry* entry = session_.project().find_tape(other.toStdString());
    if (!may_edit() || entry == nullptr) return;
    const auto tape = joined_tapes(*session_.tape(), entry->tape);
    if (!tape) {
        emit problem(to_qt(tape.error()));
        return;
    }
    session_.edit_tape(*tape, tr("Join %1").arg(other));
}

void TapeCommands::mirror() {
    if (!may_edit()) return;
    const RunPointer run = session_.now_run();
    if (!run || run->trace.tracks.size() != session_.tape()->tracks.size()) {
        emit problem(tr("The tape cannot be replayed, so it cannot be mirrored. See its errors"));
        return;
    }
    std::vector<double> facing_deg;
    for (const TraceTrack& track : run->trace.tracks) facing_deg.push_back(glm::degrees(track.rows.front().facing));
    session_.edit_tape(mirrored(*session_.tape(), facing_deg), tr("Mirror left and right"));
}

void TapeCommands::duplicate() {
    if (may_edit()) session_.add_tape(*session_.tape(), tr("Copy the tape"));
}

/// As the tape in view begins, or with the script's first body at the course's first place; nothing is pressed.
void TapeCommands::make_new() {
    if (session_.playing()) return;
    if (!session_.course() || session_.course()->plan.places.empty() || !session_.program()) {
        emit problem(tr("A tape needs a script without errors and a course with a start place"));
        return;
    }
    constexpr double length_s = 5.0;
    Tape tape;
    if (session_.tape() != nullptr) {
        tape = *session_.tape();
        for (TapeTrack& track : tape.tracks) track.events.clear();
    } else {
        tape.tracks = alone_at(session_.course()->plan.places.front().name);
    }
    tape.name = tr("new tape").toStdString();
    tape.length_s = length_s;
    session_.add_tape(std::move(tape), tr("New tape"));
}

void TapeCommands::set_length(double seconds) {
    if (!may_edit()) return;
    seconds = std::clamp(seconds, defaults::min_tape_s, defaults::max_tape_s);
    Tape tape = *session_.tape();
    if (seconds < tape.length_s) tape = copy_of(tape, {0.0, seconds});
    tape.length_s = seconds;
    tape.name = session_.tape()->name;
    session_.edit_tape(std::move(tape), tr("Length of the tape"));
}

void TapeCommands::ask_length() {
    if (!may_edit()) return;
    bool given = false;
    const double wanted =
        QInputDialog::getDouble(dynamic_cast<QWidget*>(parent()), tr("Length of the tape"),
                                tr("Duration in seconds. Anything after the end is removed."),
                                session_.tape()->length_s, defaults::min_tape_s, defaults::max_tape_s, 3, &given);
    if (given) set_length(wanted);
}

void TapeCommands::remove() {
    if (may_edit()) session_.delete_tape();
}

void TapeCommands::start_at(const std::string& place) {
    if (!may_edit()) return;
    Tape tape = *session_.tape();
    TapeTrack& track = tape.tracks[session_.character()];
    track.start_place = place;
    track.start_lit.clear();
    session_.edit_tape(std::move(tape), tr("Start at %1").arg(to_qt(place)));
}

void TapeCommands::start_before(const std::string& checkpoint) {
    if (!may_edit()) return;
    Tape tape = *session_.tape();
    tape.tracks[session_.character()].start_lit = checkpoint;
    session_.edit_tape(std::move(tape), tr("Start before %1").arg(to_qt(checkpoint)));
}

void TapeCommands::fill_starts(QMenu& menu) {
    const TapeTrack& track =
        session_.tape()->tracks[std::min(session_.character(), session_.tape()->tracks.size() - 1)];
    const auto add = [&](const QString& text, bool chosen, auto choose) {
        QAction* action = menu.addAction(text);
        action->setCheckable(true);
        action->setChecked(chosen);
        connect(action, &QAction::triggered, this, choose);
    };
    for (const Place& place : session_.course()->plan.places)
        add(to_qt(place.name), track.start_lit.empty() && track.start_place == place.name,
            [this, name = place.name] { start_at(name); });
    if (!session_.now_run()) return;
    menu.addSeparator();
    for (const std::string& name : checkpoint_names(session_.now_run()->ingredients.rehearsal()))
        add(tr("before %1").arg(to_qt(name)), track.start_lit == name, [this, name] { start_before(name); });
}

void TapeCommands::fill_earlier(QMenu& menu) {
    const std::deque<Tape>& takes = session_.earlier_takes();
    menu.setEnabled(!takes.empty() && !session_.playing());
    for (std::size_t i = 0; i < takes.size(); ++i) {
        std::ptrdiff_t presses = 0;
        for (const TapeTrack& track : takes[i].tracks)
            presses += std::count_if(track.events.begin(), track.events.end(), [](const TapeEvent& event) {
                const auto* button = std::get_if<ButtonEvent>(&event.what);
                return button != nullptr && button->down;
            });
        menu.addAction(tr("%1 earlier: %2 s, presses: %3").arg(i + 1).arg(takes[i].length_s, 0, 'f', 2).arg(presses),
                       this, [this, i] { session_.show_earlier_take(i); });
    }
    if (!takes.empty())
        menu.addSection(tr("The last %1 are available until you close the project").arg(Documents::max_earlier_takes));
}

void TapeCommands::fill_menu(QMenu& menu) {
    const bool there = session_.tape() != nullptr && !session_.playing();
    const bool marked = there && session_.playback().loop().has_value();
    const auto add = [&](QMenu& to, const QString& text, bool enabled, auto done) {
        to.addAction(text, this, done)->setEnabled(enabled);
    };
    menu.addSection(tr("Selected range [ ]"));
    add(menu, tr("Cut  Ctrl+X"), marked, &TapeCommands::cut);
    add(menu, tr("Copy  Ctrl+C"), marked, &TapeCommands::copy);
    add(menu, tr("Remove  Shift+Del"), marked, &TapeCommands::take_out);
    add(menu, tr("Trim to range"), marked, &TapeCommands::trim);
    menu.addSection(tr("At the cursor"));
    add(menu, tr("Paste  Ctrl+V"), there, &TapeCommands::paste);
    QMenu* time = menu.addMenu(tr("Insert time"));
    time->setEnabled(there);
    for (const double seconds : {0.05, 0.1, 0.25, 0.5, 1.0, 2.0})
        add(*time, tr("%1 s").arg(seconds), there, [this, seconds] { insert_time(seconds); });
    add(menu, tr("Split"), there, &TapeCommands::split);
    menu.addSection(tr("The whole tape"));
    QMenu* others = menu.addMenu(tr("Append another tape"));
    others->setEnabled(there);
    for (const QString& name : session_.tape_names()) add(*others, name, there, [this, name] { join(name); });
    add(menu, tr("Mirror left and right"), there, &TapeCommands::mirror);
    add(menu, tr("Length…"), there, &TapeCommands::ask_length);
    QMenu* starts = menu.addMenu(session_.character_count() > 1
                                     ? tr("%1 starts at").arg(session_.character_name(session_.character()))
                                     : tr("Start at"));
    starts->setEnabled(there && session_.course());
    if (starts->isEnabled()) fill_starts(*starts);
    fill_earlier(*menu.addMenu(tr("Earlier takes")));
    menu.addSeparator();
    add(menu, tr("New tape"), session_.is_open() && !session_.playing(), &TapeCommands::make_new);
    add(menu, tr("Rename  F6"), there, &TapeCommands::rename_wanted);
    add(menu, tr("Copy the tape"), there, &TapeCommands::duplicate);
    add(menu, tr("Delete the tape"), there, &TapeCommands::remove);
}

bool TapeCommands::take_key(const QKeyEvent& event) {
    if (event.matches(QKeySequence::Cut) && event.key() == Qt::Key_X) {
        cut();
    } else if (event.matches(QKeySequence::Copy)) {
        copy();
    } else if (event.matches(QKeySequence::Paste)) {
        paste();
    } else if (event.key() == Qt::Key_Delete && (event.modifiers() & Qt::ShiftModifier) != 0) {
        take_out();
    } else if (event.key() == Qt::Key_F6) {
        emit rename_wanted();
    } else {
        return false;
    }
    return true;
}

}  // namespace leap::studio
