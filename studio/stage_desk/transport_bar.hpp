// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QWidget>

#include "studio/session/session.hpp"
#include "studio/stage_desk/stage_camera.hpp"
#include "studio/stage_desk/tape_commands.hpp"
#include "studio/stage_desk/watch_button.hpp"

namespace leap::studio {

/// The line between stage and score: play, watch, the tape, keep and drop, the view, the cursor's time.
class TransportBar : public QWidget {
    Q_OBJECT

  public:
    explicit TransportBar(Session& session, QWidget* parent = nullptr);
    void set_view(StageView3D view);
    QPushButton* play_button() { return play_; }
    WatchButton* watch_button() { return watch_; }
    QComboBox* tapes() { return tapes_; }
    QComboBox* characters() { return characters_; }
    QPushButton* all_button() { return all_; }
    QToolButton* tape_button() { return tape_menu_; }
    /// What the menu beside the tapes offers.
    void set_tape_commands(TapeCommands& commands);
    /// The tape's name is typed over in its place; Enter takes it.
    void begin_rename();

  signals:
    void play_wanted();
    void stop_wanted();
    void view_wanted(leap::studio::StageView3D view);
    void view_on_all_wanted(bool all);
    void problem(const QString& text);

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void refresh();
    void end_rename(bool take);
    void refresh_sides();
    void refresh_time();
    void refresh_characters();
    QPushButton* button(const QString& text, const QString& tip);

    Session& session_;
    QPushButton* play_;
    WatchButton* watch_;
    QComboBox* tapes_;
    QToolButton* tape_menu_;
    QComboBox* characters_;
    QPushButton* all_;
    QPushButton* keep_;
    QPushButton* drop_;
    QPushButton* views_[3];
    QLabel* time_;
};

}  // namespace leap::studio
