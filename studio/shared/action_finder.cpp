// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/action_finder.hpp"

#include <QKeyEvent>
#include <QMenu>
#include <QVBoxLayout>
#include <algorithm>

#include "studio/shared/palette.hpp"

namespace leap::studio {

ActionFinder::ActionFinder(QWidget* parent) : QFrame(parent) {
    setObjectName("sheet");
    setFrameShape(QFrame::Box);
    field_ = new QLineEdit;
    field_->setPlaceholderText(tr("What to do"));
    field_->setAccessibleName(tr("Action to find"));
    list_ = new QListWidget;
    list_->setFrameShape(QFrame::NoFrame);
    list_->setFocusPolicy(Qt::NoFocus);
    list_->setAccessibleName(tr("Actions"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addWidget(field_);
    layout->addWidget(list_, 1);
    hide();
    field_->installEventFilter(this);
    connect(field_, &QLineEdit::textChanged, this, &ActionFinder::narrow);
    connect(list_, &QListWidget::itemClicked, this, &ActionFinder::go);
}

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
    constexpr int margin = 60;
    setGeometry(margin, margin, std::max(320, parentWidget()->width() - 2 * margin),
                std::max(240, parentWidget()->height() / 2));
    field_->clear();
    narrow();
    show();
    raise();
    field_->setFocus();
}

/// Every typed word must be in it, in any order.
void ActionFinder::narrow() {
    const QStringList typed = field_->text().split(' ', Qt::SkipEmptyParts);
    shown_.clear();
    list_->clear();
    for (std::size_t i = 0; i < entries_.size(); ++i) {
        const QString& words = entries_[i].words;
        const bool fits = std::all_of(typed.begin(), typed.end(),
                                      [&](const QString& word) { return words.contains(word, Qt::CaseInsensitive); });
        if (!fits) continue;
        shown_.push_back(i);
        list_->addItem(entries_[i].key.isEmpty() ? words : QString("%1   %2").arg(words, entries_[i].key));
    }
    if (list_->count() > 0) list_->setCurrentRow(0);
}

void ActionFinder::go() {
    const int row = list_->currentRow();
    hide();
    parentWidget()->setFocus();
    if (row < 0 || static_cast<std::size_t>(row) >= shown_.size()) return;
    QAction* action = entries_[shown_[static_cast<std::size_t>(row)]].action;
    if (action != nullptr) action->trigger();
}

bool ActionFinder::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusOut) hide();
    if (event->type() != QEvent::KeyPress) return QFrame::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    const int step = key == Qt::Key_Down ? 1 : (key == Qt::Key_Up ? -1 : 0);
    if (step != 0) {
        list_->setCurrentRow(std::clamp(list_->currentRow() + step, 0, std::max(0, list_->count() - 1)));
    } else if (key == Qt::Key_Return || key == Qt::Key_Enter) {
        go();
    } else if (key == Qt::Key_Escape) {
        hide();
        parentWidget()->setFocus();
    } else {
        return QFrame::eventFilter(watched, event);
    }
    return true;
}

}  // namespace leap::studio
