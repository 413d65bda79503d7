// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QWidget>

#include "studio/session/session.hpp"
#include "studio/stage_desk/stage_camera.hpp"
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

  signals:
    void play_wanted();
    void stop_wanted();
    void view_wanted(leap::studio::StageView3D view);
    void view_on_all_wanted(bool all);

  private:
    void refresh();
    void refresh_sides();
    void refresh_time();
    void refresh_characters();
    QPushButton* button(const QString& text, const QString& tip);

    Session& session_;
    QPushButton* play_;
    WatchButton* watch_;
    QComboBox* tapes_;
    QComboBox* characters_;
    QPushButton* all_;
    QLabel* length_;
    QPushButton* keep_;
    QPushButton* drop_;
    QPushButton* views_[3];
    QLabel* time_;
};

}  // namespace leap::studio
