// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/keys_dialog.hpp"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace leap::studio {

KeysDialog::KeysDialog(KeyMap& keys, GamePad* pad, QWidget* parent)
    : QDialog(parent), keys_(keys), table_(new QTableWidget), words_(new QLabel) {
    setWindowTitle(tr("Keys"));
    resize(520, 480);
    table_->setColumnCount(3);
    table_->setHorizontalHeaderLabels({tr("what"), tr("keys"), tr("pad")});
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    table_->verticalHeader()->hide();
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->installEventFilter(this);
    auto* change = new QPushButton(tr("Change"));
    auto* reset = new QPushButton(tr("Script default"));
    auto* done = new QPushButton(tr("Done"));
    for (QPushButton* button : {change, reset, done}) button->setAutoDefault(false);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(change);
    buttons->addWidget(reset);
    buttons->addStretch();
    buttons->addWidget(done);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(table_);
    layout->addWidget(words_);
    layout->addLayout(buttons);
    connect(change, &QPushButton::clicked, this, [this] { set_waiting(true); });
    connect(table_, &QTableWidget::cellDoubleClicked, this, [this] { set_waiting(true); });
    connect(reset, &QPushButton::clicked, this, [this] {
        keys_.reset();
        fill();
    });
    connect(done, &QPushButton::clicked, this, &QDialog::accept);
    if (pad != nullptr)
        connect(pad, &GamePad::button, this, [this](int, const QString& name, bool down) {
            if (down && waiting_) take_pad(name);
        });
    fill();
    table_->selectRow(0);
    set_waiting(false);
}

void KeysDialog::fill() {
    const int row = std::max(0, table_->currentRow());
    table_->setRowCount(static_cast<int>(keys_.actions().size()));
    for (int i = 0; i < table_->rowCount(); ++i) {
        const KeyMap::Action& action = keys_.actions()[static_cast<std::size_t>(i)];
        table_->setItem(i, 0, new QTableWidgetItem(action.words));
        table_->setItem(i, 1, new QTableWidgetItem(keys_.keys(action.id).join(", ")));
        table_->setItem(i, 2, new QTableWidgetItem(keys_.pads(action.id).join(", ")));
    }
    table_->selectRow(row);
}

void KeysDialog::set_waiting(bool waiting) {
    waiting_ = waiting;
    words_->setText(waiting ? tr("Press the key or pad button now. Esc cancels")
                            : tr("Select a line and press Change"));
    if (waiting) table_->setFocus();
}

void KeysDialog::take_key(int key) {
    const KeyMap::Action& action = keys_.actions()[static_cast<std::size_t>(table_->currentRow())];
    if (key != Qt::Key_Escape) keys_.set_keys(action.id, {KeyMap::key_name(key)});
    set_waiting(false);
    fill();
}

void KeysDialog::take_pad(const QString& name) {
    const KeyMap::Action& action = keys_.actions()[static_cast<std::size_t>(table_->currentRow())];
    keys_.set_pads(action.id, {name});
    set_waiting(false);
    fill();
}

bool KeysDialog::eventFilter(QObject* watched, QEvent* event) {
    if (waiting_ && (event->type() == QEvent::KeyPress || event->type() == QEvent::ShortcutOverride)) {
        if (event->type() == QEvent::KeyPress) take_key(static_cast<QKeyEvent*>(event)->key());
        event->accept();
        return true;
    }
    return QDialog::eventFilter(watched, event);
}

void KeysDialog::keyPressEvent(QKeyEvent* event) {
    if (waiting_) {
        take_key(event->key());
        return;
    }
    QDialog::keyPressEvent(event);
}

}  // namespace leap::studio
