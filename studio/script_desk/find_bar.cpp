// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/find_bar.hpp"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QVBoxLayout>

namespace leap::studio {

FindBar::FindBar(QWidget* parent) : QWidget(parent) {
    setObjectName("transport");
    words_ = new QLineEdit;
    words_->setPlaceholderText(tr("Find"));
    words_->setAccessibleName(tr("Text to find"));
    by_ = new QLineEdit;
    by_->setPlaceholderText(tr("Replace with"));
    by_->setAccessibleName(tr("Replacement text"));
    expression_ = new QCheckBox(tr("Regex"));
    expression_->setToolTip(tr("Regular expression. \\1 in the replacement is its first group"));
    case_ = new QCheckBox(tr("Match case"));
    whole_ = new QCheckBox(tr("Whole words"));
    all_ = new QCheckBox(tr("In all files"));
    said_ = new QLabel;
    said_->setObjectName("quiet");
    const auto button = [](const QString& text) {
        auto* out = new QPushButton(text);
        out->setAutoDefault(false);
        return out;
    };
    auto* previous = button(tr("Previous"));
    auto* next = button(tr("Next"));
    auto* close = button(tr("Close"));
    auto* one = button(tr("Replace"));
    auto* every = button(tr("Replace all"));

    auto* first = new QHBoxLayout;
    first->setSpacing(8);
    first->addWidget(words_, 1);
    for (QWidget* each : {static_cast<QWidget*>(previous), static_cast<QWidget*>(next), static_cast<QWidget*>(close)})
        first->addWidget(each);
    auto* options = new QHBoxLayout;
    options->setSpacing(12);
    for (QCheckBox* each : {expression_, case_, whole_, all_}) options->addWidget(each);
    options->addWidget(said_, 1);
    second_ = new QWidget;
    auto* second = new QHBoxLayout(second_);
    second->setContentsMargins(0, 0, 0, 0);
    second->setSpacing(8);
    second->addWidget(by_, 1);
    second->addWidget(one);
    second->addWidget(every);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(10, 6, 10, 6);
    layout->setSpacing(5);
    layout->addLayout(first);
    layout->addWidget(second_);
    layout->addLayout(options);
    hide();

    connect(words_, &QLineEdit::textChanged, this, &FindBar::changed);
    for (QCheckBox* each : {expression_, case_, whole_, all_})
        connect(each, &QCheckBox::toggled, this, &FindBar::changed);
    connect(next, &QPushButton::clicked, this, [this] { emit next_wanted(false); });
    connect(previous, &QPushButton::clicked, this, [this] { emit next_wanted(true); });
    connect(one, &QPushButton::clicked, this, &FindBar::replace_wanted);
    connect(every, &QPushButton::clicked, this, &FindBar::replace_all_wanted);
    connect(close, &QPushButton::clicked, this, [this] {
        hide();
        emit closed();
    });
}

void FindBar::open(const QString& words, bool replace) {
    second_->setVisible(replace);
    show();
    if (!words.isEmpty() && !words.contains('\n')) words_->setText(words);
    words_->setFocus();
    words_->selectAll();
    emit changed();
}

Wanted FindBar::wanted() const {
    return {words_->text(), expression_->isChecked(), case_->isChecked(), whole_->isChecked()};
}

void FindBar::say(const QString& text) {
    said_->setText(text);
}

/// The window has F3 for something else; here it goes on.
bool FindBar::event(QEvent* event) {
    const bool own = event->type() == QEvent::ShortcutOverride && static_cast<QKeyEvent*>(event)->key() == Qt::Key_F3;
    if (!own) return QWidget::event(event);
    event->accept();
    return true;
}

void FindBar::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) {
        hide();
        emit closed();
    } else if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        if (by_->hasFocus()) {
            emit replace_wanted();
        } else {
            emit next_wanted((event->modifiers() & Qt::ShiftModifier) != 0);
        }
    } else if (event->key() == Qt::Key_F3) {
        emit next_wanted((event->modifiers() & Qt::ShiftModifier) != 0);
    } else {
        QWidget::keyPressEvent(event);
    }
}

}  // namespace leap::studio
