// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/transport_bar.hpp"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QMenu>
#include <cmath>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

TransportBar::TransportBar(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("transport");
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(12, 3, 12, 3);
    layout->setSpacing(7);
    play_ = button(tr("Play"), tr("Play and record (Enter, or a click on the stage); Esc stops.\nWhile playing a click "
                                  "takes the mouse for looking round, a right click gives it back"));
    play_->setObjectName("strong");
    watch_ = new WatchButton(session_);
    tapes_ = new QComboBox;
    tapes_->setToolTip(tr("The tape that is replayed"));
    tapes_->setAccessibleName(tr("Tape"));
    tapes_->setMinimumWidth(112);
    tapes_->setInsertPolicy(QComboBox::NoInsert);
    tape_menu_ = new QToolButton;
    tape_menu_->setText(tr("Tape"));
    tape_menu_->setObjectName("watch");
    tape_menu_->setPopupMode(QToolButton::InstantPopup);
    tape_menu_->setToolTip(tr("Cut, copy, trim, split, join, mirror, rename, delete; where it starts"));
    tape_menu_->setFocusPolicy(Qt::TabFocus);
    characters_ = new QComboBox;
    characters_->setToolTip(tr("Whose lanes, gates and path are shown, and whom the keyboard plays"));
    characters_->setAccessibleName(tr("Character"));
    characters_->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    characters_->setMinimumWidth(72);
    all_ = button(tr("All"), tr("The view takes in every character"));
    all_->setCheckable(true);
    keep_ = button(tr("Keep"), tr("Keep the current version; the dashed ghost shows it (Ctrl+K)"));
    drop_ = button(tr("Revert"), tr("Revert dials to the kept version (Ctrl+D)"));
    time_ = new QLabel;
    time_->setFont(palette::number_font(9.0));
    layout->addWidget(play_);
    layout->addWidget(watch_);
    layout->addWidget(tape_menu_);
    layout->addWidget(tapes_);
    layout->addWidget(characters_);
    layout->addStretch(1);
    layout->addWidget(keep_);
    layout->addWidget(drop_);
    layout->addSpacing(6);
    layout->addWidget(all_);
    const QStringList names{tr("Behind"), tr("Eyes"), tr("Side")};
    for (int i = 0; i < 3; ++i) {
        views_[i] = button(names[i], tr("Stage view (F%1)").arg(i + 2));
        views_[i]->setCheckable(true);
        layout->addWidget(views_[i]);
        connect(views_[i], &QPushButton::clicked, this, [this, i] { emit view_wanted(static_cast<StageView3D>(i)); });
    }
    layout->addSpacing(6);
    layout->addWidget(time_);
    connect(play_, &QPushButton::clicked, this, [this] {
        if (session_.playing()) {
            emit stop_wanted();
        } else {
            emit play_wanted();
        }
    });
    connect(keep_, &QPushButton::clicked, &session_, &Session::keep);
    connect(drop_, &QPushButton::clicked, &session_, &Session::drop);
    connect(tapes_, &QComboBox::textActivated, this, [this](const QString& name) { session_.choose_tape(name); });
    connect(characters_, &QComboBox::activated, this,
            [this](int index) { session_.select_character(static_cast<std::size_t>(index)); });
    connect(all_, &QPushButton::toggled, this, &TransportBar::view_on_all_wanted);
    for (const auto signal : {&Session::character_changed, &Session::now_run_changed, &Session::play_started})
        connect(&session_, signal, this, &TransportBar::refresh_characters);
    for (const auto signal :
         {&Session::tapes_changed, &Session::project_opened, &Session::play_started, &Session::play_stopped})
        connect(&session_, signal, this, &TransportBar::refresh);
    connect(&session_, &Session::tuning_changed, this, &TransportBar::refresh_sides);
    connect(&session_, &Session::cursor_moved, this, &TransportBar::refresh_time);
    connect(&session_, &Session::live_updated, this, &TransportBar::refresh_time);
    connect(&session_, &Session::now_run_changed, this, &TransportBar::refresh_time);
    set_view(StageView3D::behind);
    refresh();
}

QPushButton* TransportBar::button(const QString& text, const QString& tip) {
    auto* out = new QPushButton(text);
    out->setToolTip(tip);
    out->setFocusPolicy(Qt::TabFocus);
    return out;
}

void TransportBar::set_view(StageView3D view) {
    for (int i = 0; i < 3; ++i) views_[i]->setChecked(i == static_cast<int>(view));
}

void TransportBar::set_tape_commands(TapeCommands& commands) {
    auto* menu = new QMenu(this);
    tape_menu_->setMenu(menu);
    connect(menu, &QMenu::aboutToShow, this, [menu, &commands] {
        menu->clear();
        commands.fill_menu(*menu);
    });
    connect(&commands, &TapeCommands::rename_wanted, this, &TransportBar::begin_rename);
}

void TransportBar::begin_rename() {
    if (session_.tape() == nullptr || session_.playing() || tapes_->isEditable()) return;
    tapes_->setEditable(true);
    tapes_->setCurrentText(to_qt(session_.tape()->name));
    tapes_->lineEdit()->selectAll();
    tapes_->lineEdit()->setFocus();
    tapes_->lineEdit()->installEventFilter(this);
}

/// Enter takes the name, Esc leaves it as it was, and so does going elsewhere.
bool TransportBar::eventFilter(QObject* watched, QEvent* event) {
    if (watched == tapes_->lineEdit()) {
        if (event->type() == QEvent::KeyPress) {
            const int key = static_cast<QKeyEvent*>(event)->key();
            const bool enter = key == Qt::Key_Return || key == Qt::Key_Enter;
            if (enter || key == Qt::Key_Escape) {
                QMetaObject::invokeMethod(
                    this, [this, enter] { end_rename(enter); }, Qt::QueuedConnection);
                return true;
            }
        }
        if (event->type() == QEvent::FocusOut)
            QMetaObject::invokeMethod(
                this, [this] { end_rename(false); }, Qt::QueuedConnection);
    }
    return QWidget::eventFilter(watched, event);
}

void TransportBar::end_rename(bool take) {
    if (!tapes_->isEditable()) return;
    const QString name = tapes_->currentText();
    const QSignalBlocker blocker(tapes_);
    tapes_->setEditable(false);
    tapes_->setFocus();
    if (take)
        if (const QString why_not = session_.rename_tape(name); !why_not.isEmpty()) emit problem(why_not);
    refresh();
}

void TransportBar::refresh() {
    if (tapes_->isEditable()) return;
    tape_menu_->setEnabled(session_.tape() != nullptr && !session_.playing());
    play_->setText(session_.playing() ? tr("Stop") : tr("Play"));
    const QSignalBlocker blocker(tapes_);
    tapes_->clear();
    for (const QString& name : session_.tape_names()) tapes_->addItem(name);
    const Tape* tape = session_.tape();
    if (tape != nullptr) {
        const QString name = to_qt(tape->name);
        if (tapes_->findText(name) < 0) tapes_->addItem(name);
        tapes_->setCurrentText(name);
        int presses = 0;
        for (const TapeTrack& track : tape->tracks)
            for (const TapeEvent& event : track.events)
                if (const auto* button = std::get_if<ButtonEvent>(&event.what)) presses += button->down ? 1 : 0;
        tapes_->setToolTip(tr("The tape that is replayed: %1 s, %2 presses%3")
                               .arg(tape->length_s, 0, 'f', 2)
                               .arg(presses)
                               .arg(session_.tape_unsaved() ? tr(", not saved") : QString()));
    } else {
        tapes_->setToolTip(tr("There is no tape yet"));
    }
    refresh_characters();
    refresh_sides();
    refresh_time();
}

void TransportBar::refresh_characters() {
    const QSignalBlocker blocker(characters_);
    const std::size_t count = session_.character_count();
    characters_->clear();
    for (std::size_t i = 0; i < count; ++i) characters_->addItem(session_.character_name(i));
    characters_->setCurrentIndex(static_cast<int>(session_.character()));
    characters_->setVisible(count > 1);
    all_->setVisible(count > 1);
}

void TransportBar::refresh_sides() {
    const bool differs = session_.program() && session_.tuning(Side::now).dials != session_.tuning(Side::kept).dials;
    keep_->setEnabled(differs);
    drop_->setEnabled(differs && !session_.previewing());
}

void TransportBar::refresh_time() {
    const int rate = session_.rate();
    const double time = session_.cursor();
    time_->setText(
        tr("%1 s  tick %2").arg(time, 6, 'f', 3, '0').arg(static_cast<long>(std::floor(time * rate + 1e-6))));
}

}  // namespace leap::studio
