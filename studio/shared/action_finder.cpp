// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/action_finder.hpp"

#include <QMenu>
#include <algorithm>

namespace leap::studio {

ActionFinder::ActionFinder(QWidget* parent)
    : NarrowingList(parent, {tr("Find action"), tr("Action to find"), tr("Actions")}) {}

void ActionFinder::collect(const QMenu& menu, const QString& before) {
    for (QAction* action : menu.actions()) {
        if (action->isSeparator() || action->text().isEmpty() || !action->isVisible()) continue;
        QString words = action->text();
        words.remove('&');
        if (action->menu() != nullptr) {
            collect(*action->menu(), before + words + ": ");
        } else if (action->isEnabled()) {
            entries_.push_back({before + words, action->shortcut().toString(QKeySequence::NativeText), action});
        }
    }
}

void ActionFinder::open(const QList<QMenu*>& menus) {
    entries_.clear();
    for (QMenu* menu : menus) {
        emit menu->aboutToShow();  // some are filled only then
        collect(*menu, menu->title().remove('&') + ": ");
    }
    constexpr int margin_px = 60;
    come_into_view(margin_px);
}

/// Every typed word must be in it, in any order.
void ActionFinder::narrow() {
    const QStringList typed = field()->text().split(' ', Qt::SkipEmptyParts);
    shown_.clear();
    for (std::size_t i = 0; i < entries_.size(); ++i) {
        const QString& words = entries_[i].words;
        const bool fits = std::all_of(typed.begin(), typed.end(),
                                      [&](const QString& word) { return words.contains(word, Qt::CaseInsensitive); });
        if (!fits) continue;
        shown_.push_back(i);
        list()->addItem(entries_[i].key.isEmpty() ? words : QString("%1   %2").arg(words, entries_[i].key));
    }
}

void ActionFinder::take(int row) {
    QAction* action = entries_[shown_[static_cast<std::size_t>(row)]].action;
    if (action != nullptr) action->trigger();
}

}  // namespace leap::studio
