// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/narrowing_list.hpp"

#include <QKeyEvent>
#include <QVBoxLayout>
#include <algorithm>

namespace leap::studio {

NarrowingList::NarrowingList(QWidget* parent, const Words& words) : QFrame(parent) {
    setObjectName("sheet");
    setFrameShape(QFrame::Box);
    field_ = new QLineEdit;
    field_->setPlaceholderText(words.typed);
    field_->setAccessibleName(words.field);
    list_ = new QListWidget;
    list_->setFrameShape(QFrame::NoFrame);
    list_->setFocusPolicy(Qt::NoFocus);
    list_->setAccessibleName(words.list);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addWidget(field_);
    layout->addWidget(list_, 1);
    hide();
    field_->installEventFilter(this);
    connect(field_, &QLineEdit::textChanged, this, &NarrowingList::narrow_anew);
    connect(list_, &QListWidget::itemClicked, this, &NarrowingList::go);
}

void NarrowingList::come_into_view(int margin) {
    setGeometry(margin, margin, std::max(320, parentWidget()->width() - 2 * margin),
                std::max(240, parentWidget()->height() / 2));
    field_->clear();
    narrow_anew();
    show();
    raise();
    field_->setFocus();
}

void NarrowingList::narrow_anew() {
    list_->clear();
    narrow();
    if (list_->count() > 0) list_->setCurrentRow(0);
}

void NarrowingList::go() {
    const int row = list_->currentRow();
    hide();
    parentWidget()->setFocus();
    if (row >= 0) take(row);
}

bool NarrowingList::eventFilter(QObject* watched, QEvent* event) {
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
