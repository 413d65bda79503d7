// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QSplitter>
#include <QStackedWidget>
#include <QWidget>

#include "studio/stage_desk/event_list.hpp"
#include "studio/stage_desk/score_view.hpp"
#include "studio/stage_desk/sheet_view.hpp"
#include "studio/stage_desk/stage_view.hpp"
#include "studio/stage_desk/transport_bar.hpp"

namespace leap::studio {

/// The desk to play and tune: stage, score under it, sheet at the right.
class StageDesk : public QWidget {
    Q_OBJECT

  public:
    StageDesk(Session& session, KeyMap& keys, QWidget* parent = nullptr);

    StageView* stage() { return stage_; }
    ScoreView* score() { return score_; }
    SheetView* sheet() { return sheet_; }
    EventList* events() { return events_; }
    TransportBar* transport() { return transport_; }
    PlayInput* input() { return input_; }
    void set_view(StageView3D view);
    void play();
    void stop();
    void show_events(bool events);

    /// The stage for another desk to show, until it is put back.
    StageView* lend_stage();
    void put_stage_back(StageView* stage);

  signals:
    void problem(const QString& text);

  private:
    QWidget* make_side();

    Session& session_;
    PlayInput* input_;
    QSplitter* left_;
    StageView* stage_;
    TransportBar* transport_;
    ScoreView* score_;
    SheetView* sheet_;
    EventList* events_;
    QStackedWidget* pages_;
    QPushButton* sheet_word_;
    QPushButton* events_word_;
    QList<int> sizes_;  ///< of stage and score, when the stage was lent
    bool choose_by_run_ = false;
};

}  // namespace leap::studio
