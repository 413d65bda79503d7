// SPDX-License-Identifier: GPL-3.0-or-later
#include <QContextMenuEvent>
#include <QMenu>
#include <QMouseEvent>

#include "core/script/phase_edit.hpp"
#include "core/script/rename.hpp"
#include "studio/script_desk/phase_map.hpp"
#include "studio/shared/convert.hpp"

/// The phase map as something to write on: what is done to the drawing is done to the text.
namespace leap::studio {

std::optional<std::size_t> PhaseMap::box_under(QPointF place) const {
    const Machine* machine = shown();
    for (std::size_t i = 0; machine != nullptr && i <= machine->phases.size(); ++i)
        if (box_of(i).contains(place)) return i;
    return std::nullopt;
}

std::optional<PhaseMap::Row> PhaseMap::row_under(QPointF place) const {
    const Machine* machine = shown();
    for (std::size_t i = 0; machine != nullptr && i < machine->phases.size(); ++i)
        for (std::size_t row = 0; row < ways_out(i).size(); ++row)
            if (way_row(i, row).contains(place)) return Row{i, row};
    return std::nullopt;
}

bool PhaseMap::may_edit() {
    if (shown() == nullptr) return false;
    if (session_.program_is_current()) return true;
    emit session_.message(tr("The script has an error. Fix it before you change the map"));
    return false;
}

void PhaseMap::ask(QRectF where, const QString& text, Taker take) {
    taker_ = std::move(take);
    entry_->setGeometry(where.adjusted(0, -3, 0, 3).toRect());
    entry_->setText(text);
    entry_->selectAll();
    entry_->show();
    entry_->setFocus();
}

/// What can't be taken stays in the entry, with the reason told.
void PhaseMap::take_entry() {
    const QString problem = taker_ ? taker_(entry_->text().trimmed()) : QString();
    if (problem.isEmpty()) {
        entry_->hide();
        setFocus();
    } else {
        emit session_.message(problem);
    }
}

template <class Files>
QString PhaseMap::take_files(const Files& files, const QString& what) {
    if (!files) return to_qt(files.error());
    session_.edit_files(*files, what);
    return {};
}

void PhaseMap::rename_phase(std::size_t phase) {
    if (!may_edit()) return;
    const QString before = to_qt(shown()->phases[phase].name);
    ask(box_of(phase), before, [this, phase, before](const QString& name) -> QString {
        const Program& program = *session_.program();
        const SourceRange declared = name_of(program, shown()->phases[phase]);
        return take_files(renamed(program, declared, name.toStdString()), tr("Rename %1").arg(before));
    });
}

void PhaseMap::add_phase(std::size_t behind) {
    if (!may_edit()) return;
    const QRectF box = box_of(behind);
    ask(box.translated(0, box.height()), tr("next"), [this, behind](const QString& name) {
        return take_files(with_phase_added(*session_.program(), {machine_, behind}, name.toStdString()),
                          tr("New phase %1").arg(name));
    });
}

void PhaseMap::remove_phase(std::size_t phase) {
    if (!may_edit()) return;
    const QString problem = take_files(with_phase_removed(*session_.program(), {machine_, phase}),
                                       tr("Remove %1").arg(to_qt(shown()->phases[phase].name)));
    if (!problem.isEmpty()) emit session_.message(problem);
}

void PhaseMap::add_way(std::size_t from, std::size_t to) {
    if (!may_edit()) return;
    const bool ends = to == shown()->phases.size();
    const QString begin = ends ? tr("end") : "go " + to_qt(shown()->phases[to].name);
    const QRectF row = way_row(from, ways_out(from).size());
    ask(row, begin + " when grounded", [this, from](const QString& way) {
        return take_files(with_way_added(*session_.program(), {machine_, from}, way.toStdString()),
                          tr("New transition"));
    });
    entry_->setSelection(static_cast<int>(begin.size()) + 6, static_cast<int>(entry_->text().size()));
}

void PhaseMap::reword_way(std::size_t phase, std::size_t row) {
    if (!may_edit()) return;
    const PhaseExit exit = ways_out(phase)[row].exit;
    if (exit.by != PhaseExit::By::way) {
        emit session_.message(tr("This transition is the phase's duration: edit the time after \"for\""));
        return;
    }
    const SourceRange range = shown()->phases[phase].transitions[exit.way].range;
    const std::string& text = session_.program()->files[range.file].text;
    ask(way_row(phase, row), to_qt(text.substr(range.begin, range.end - range.begin)).simplified(),
        [this, phase, way = exit.way](const QString& words) {
            return take_files(with_way_changed(*session_.program(), {machine_, phase}, way, words.toStdString()),
                              words.isEmpty() ? tr("Remove transition") : tr("Edit transition"));
        });
}

void PhaseMap::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    if (const auto row = row_under(event->position())) chosen_ = {row->phase, row->row};
    if (const auto box = box_under(event->position()); box && *box < shown()->phases.size()) {
        chosen_ = {*box, std::nullopt};
        pulled_from_ = *box;
        pulled_to_ = event->position();
    }
}

void PhaseMap::mouseMoveEvent(QMouseEvent* event) {
    if (!pulled_from_) return;
    pulled_to_ = event->position();
    update();
}

void PhaseMap::mouseReleaseEvent(QMouseEvent* event) {
    const auto from = pulled_from_;
    pulled_from_.reset();
    update();
    if (!from || shown() == nullptr || *from >= shown()->phases.size()) return;
    const auto to = box_under(event->position());
    if (to == from) {
        go_to_text(*from);
    } else if (to) {
        add_way(*from, *to);
    }
}

void PhaseMap::mouseDoubleClickEvent(QMouseEvent* event) {
    if (const auto box = box_under(event->position()); box && *box < shown()->phases.size()) {
        rename_phase(*box);
    } else if (const auto row = row_under(event->position())) {
        reword_way(row->phase, row->row);
    }
}

void PhaseMap::remove_way(const Row& row) {
    reword_way(row.phase, row.row);
    if (!entry_->isVisible()) return;
    entry_->clear();
    take_entry();
}

void PhaseMap::go_to_text(std::size_t phase) {
    const SourceRange range = shown()->phases[phase].range;
    emit place_wanted(range.file, range.begin);
}

void PhaseMap::fill_row_menu(QMenu& menu, const Row& row) {
    menu.addAction(tr("Edit this transition…"), this, [this, row] { reword_way(row.phase, row.row); });
    menu.addAction(tr("Remove this transition"), this, [this, row] { remove_way(row); });
}

void PhaseMap::fill_phase_menu(QMenu& menu, std::size_t phase) {
    menu.addAction(tr("Rename…"), this, [this, phase] { rename_phase(phase); });
    menu.addAction(tr("Add a phase after it…"), this, [this, phase] { add_phase(phase); });
    QMenu* ways = menu.addMenu(tr("New transition to"));
    for (std::size_t to = 0; to <= shown()->phases.size(); ++to)
        ways->addAction(to == shown()->phases.size() ? tr("end") : to_qt(shown()->phases[to].name), this,
                        [this, phase, to] { add_way(phase, to); });
    menu.addAction(tr("Remove"), this, [this, phase] { remove_phase(phase); });
}

/// Of what is pointed at; by a key, of what the keys are at.
void PhaseMap::contextMenuEvent(QContextMenuEvent* event) {
    if (shown() == nullptr) return;
    const bool by_key = event->reason() == QContextMenuEvent::Keyboard;
    const QPointF place = by_key ? chosen_box().center() : QPointF(event->pos());
    QMenu menu(this);
    if (const auto row = row_under(place)) {
        fill_row_menu(menu, *row);
    } else if (const auto box = box_under(place); box && *box < shown()->phases.size()) {
        fill_phase_menu(menu, *box);
    }
    if (!menu.isEmpty()) menu.exec(by_key ? mapToGlobal(place.toPoint()) : event->globalPos());
}

}  // namespace leap::studio
