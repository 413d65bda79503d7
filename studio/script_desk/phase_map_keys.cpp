// SPDX-License-Identifier: GPL-3.0-or-later
// The phase map by keys alone, and in words.
#include <QKeyEvent>
#include <algorithm>

#include "studio/script_desk/phase_map.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {

/// In the order in which they are read: each phase, then its ways out.
std::vector<PhaseMap::Chosen> PhaseMap::choices() const {
    std::vector<Chosen> out;
    const Machine* machine = shown();
    for (std::size_t i = 0; machine != nullptr && i < machine->phases.size(); ++i) {
        out.push_back({i, std::nullopt});
        for (std::size_t row = 0; row < ways_out(i).size(); ++row) out.push_back({i, row});
    }
    return out;
}

void PhaseMap::choose_next(int direction) {
    const std::vector<Chosen> all = choices();
    if (all.empty()) return;
    const auto found = std::find_if(all.begin(), all.end(), [&](const Chosen& each) {
        return each.phase == chosen_.phase && each.row == chosen_.row;
    });
    // What was chosen may be gone since.
    const std::ptrdiff_t at = found == all.end() ? 0 : found - all.begin() + direction;
    chosen_ = all[static_cast<std::size_t>(std::clamp<std::ptrdiff_t>(at, 0, std::ssize(all) - 1))];
    tell_spoken_change(*this);
    update();
}

/// Nothing when what was chosen is gone.
QRectF PhaseMap::chosen_box() const {
    const Machine* machine = shown();
    if (machine == nullptr || chosen_.phase >= machine->phases.size()) return {};
    if (!chosen_.row) return box_of(chosen_.phase);
    return *chosen_.row < ways_out(chosen_.phase).size() ? way_row(chosen_.phase, *chosen_.row) : QRectF();
}

/// Keys that mean something else elsewhere in the window are the map's while it has the focus.
bool PhaseMap::event(QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_F2 || key == Qt::Key_Delete || key == Qt::Key_Insert) event->accept();
    }
    return QWidget::event(event);
}

void PhaseMap::keyPressEvent(QKeyEvent* event) {
    const bool there = !chosen_box().isNull();
    switch (event->key()) {
        case Qt::Key_Up: return choose_next(-1);
        case Qt::Key_Down: return choose_next(1);
        case Qt::Key_Return:
        case Qt::Key_Enter:
            if (!there) break;
            return go_to_text(chosen_.phase);
        case Qt::Key_F2:
            if (!there) break;
            return chosen_.row ? reword_way(chosen_.phase, *chosen_.row) : rename_phase(chosen_.phase);
        case Qt::Key_Insert:
            if (!there) break;
            return add_phase(chosen_.phase);
        case Qt::Key_Delete:
            if (!there) break;
            return chosen_.row ? remove_way({chosen_.phase, *chosen_.row}) : remove_phase(chosen_.phase);
        case Qt::Key_Escape:
            if (!entry_->isVisible()) break;
            entry_->hide();
            return setFocus();
        default: break;
    }
    QWidget::keyPressEvent(event);
}

void PhaseMap::focusInEvent(QFocusEvent* event) {
    update();
    QWidget::focusInEvent(event);
}

void PhaseMap::focusOutEvent(QFocusEvent* event) {
    update();
    QWidget::focusOutEvent(event);
}

QString PhaseMap::spoken_words() const {
    const Machine* machine = shown();
    if (machine == nullptr) return tr("Put the caret in a move to see its phases");
    const Taken counts = taken();
    QStringList out{to_qt(machine->name)};
    for (const Chosen& each : choices()) {
        QString words;
        if (!each.row) {
            words = tr("phase %1, entered %2 times")
                        .arg(to_qt(machine->phases[each.phase].name))
                        .arg(counts.entered[each.phase]);
        } else {
            const WayOut way = ways_out(each.phase)[*each.row];
            const QString target = way.to < machine->phases.size() ? to_qt(machine->phases[way.to].name) : tr("end");
            words =
                tr("to %1 %2, taken %3 times").arg(target, way.words).arg(counts.transitions[each.phase][*each.row]);
        }
        const bool chosen = each.phase == chosen_.phase && each.row == chosen_.row;
        out << (chosen ? tr("selected: %1").arg(words) : words);
    }
    return out.join('\n');
}

}  // namespace leap::studio
