// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/watch_button.hpp"

#include <QActionGroup>
#include <QMenu>
#include <algorithm>

namespace leap::studio {

WatchButton::WatchButton(Session& session, QWidget* parent) : QToolButton(parent), session_(session) {
    setObjectName("watch");
    setFocusPolicy(Qt::TabFocus);
    setPopupMode(QToolButton::MenuButtonPopup);
    setToolTip(
        tr("Watch the run from the cursor, or hold it (Space).\nThe list has speeds (comma slower, full stop "
           "faster), the loop ([ and ] at the cursor,\nor drag on the ruler with Ctrl held) and taking over "
           "(Shift+Enter)"));
    auto* menu = new QMenu(this);
    setMenu(menu);
    connect(menu, &QMenu::aboutToShow, this, [this, menu] { fill_menu(*menu); });
    connect(this, &QToolButton::clicked, this, &WatchButton::toggle);
    for (const auto signal : {&Session::playback_changed, &Session::play_started, &Session::play_stopped,
                              &Session::now_run_changed, &Session::project_opened})
        connect(&session_, signal, this, &WatchButton::refresh);
    refresh();
}

void WatchButton::refresh() {
    const Playback& playback = session_.playback();
    const QString word = playback.running() ? tr("Pause") : tr("Replay");
    setText(playback.speed() == 1.0 ? word : tr("%1 %2×").arg(word).arg(playback.speed()));
    setEnabled(!session_.playing() && session_.now_run() && session_.length() > 0.0);
}

void WatchButton::fill_menu(QMenu& menu) {
    menu.clear();
    auto* speeds = new QActionGroup(&menu);
    for (const double speed : Playback::speeds) {
        QAction* action = menu.addAction(speed == 1.0 ? tr("Real time") : tr("%1 × real time").arg(speed));
        action->setCheckable(true);
        action->setChecked(session_.playback().speed() == speed);
        speeds->addAction(action);
        connect(action, &QAction::triggered, this, [this, speed] { session_.set_playback_speed(speed); });
    }
    menu.addSeparator();
    menu.addAction(tr("Loop from the cursor  ["), this, [this] { loop_from_here(true); });
    menu.addAction(tr("Loop up to the cursor  ]"), this, [this] { loop_from_here(false); });
    QAction* none = menu.addAction(tr("No loop  L"), this, [this] { session_.set_loop({}); });
    none->setEnabled(session_.playback().loop().has_value());
    menu.addSeparator();
    menu.addAction(tr("Take over from the cursor  Shift+Enter"), this, &WatchButton::take_over);
}

void WatchButton::toggle() {
    session_.play_back(!session_.playback().running());
}

void WatchButton::set_faster(int steps) {
    const auto& speeds = Playback::speeds;
    const auto at = std::lower_bound(speeds.begin(), speeds.end(), session_.playback().speed()) - speeds.begin();
    const auto next = std::clamp<std::ptrdiff_t>(at + steps, 0, std::ssize(speeds) - 1);
    session_.set_playback_speed(speeds[static_cast<std::size_t>(next)]);
}

/// A mark at the cursor; the other one stays where it is, or is the run's begin or end.
void WatchButton::loop_from_here(bool from) {
    LoopRange loop = session_.playback().loop().value_or(LoopRange{0.0, session_.length()});
    (from ? loop.from : loop.to) = session_.cursor();
    if (from && loop.to <= loop.from) loop.to = session_.length();
    if (!from && loop.from >= loop.to) loop.from = 0.0;
    session_.set_loop(loop);
}

void WatchButton::take_over() {
    const QString why_not = session_.take_over();
    if (!why_not.isEmpty()) emit problem(why_not);
}

bool WatchButton::take_key(const QKeyEvent& event) {
    if (session_.playing()) return false;
    const bool enter = event.key() == Qt::Key_Return || event.key() == Qt::Key_Enter;
    if (enter && (event.modifiers() & Qt::ShiftModifier) != 0) {
        take_over();
        return true;
    }
    switch (event.key()) {
        case Qt::Key_Space: toggle(); return true;
        case Qt::Key_Comma: set_faster(-1); return true;
        case Qt::Key_Period: set_faster(1); return true;
        case Qt::Key_BracketLeft: loop_from_here(true); return true;
        case Qt::Key_BracketRight: loop_from_here(false); return true;
        case Qt::Key_L: session_.set_loop({}); return true;
        default: return false;
    }
}

}  // namespace leap::studio
