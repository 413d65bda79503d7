// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QSplitter>
#include <QStackedWidget>

#include "studio/shared/desk.hpp"
#include "studio/stage_desk/event_list.hpp"
#include "studio/stage_desk/first_steps.hpp"
#include "studio/stage_desk/score_view.hpp"
#include "studio/stage_desk/sheet_view.hpp"
#include "studio/stage_desk/stage_view.hpp"
#include "studio/stage_desk/transport_bar.hpp"

namespace leap::studio {

/// The desk to play and tune: stage, score under it, sheet at the right.
class StageDesk : public Desk {
    Q_OBJECT

  public:
    explicit StageDesk(const Workplace& place, QWidget* parent = nullptr);

    StageView* stage() { return stage_; }
    ScoreView* score() { return score_; }
    SheetView* sheet() { return sheet_; }
    EventList* events() { return events_; }
    TransportBar* transport() { return transport_; }
    FirstSteps* first_steps() { return first_steps_; }
    void set_view(StageView3D view);
    void play();
    void stop();
    void show_events(bool events);

    bool shows_stage() const override { return true; }
    void take_stage() override;
    void leave_stage() override;
    void come_into_view(MachineId machine) override;
    MachineId machine() const override { return score_->selected(); }
    void fill_show_menu(QMenu& menu, QWidget& window) override;
    QString prepare_picture(const PictureOptions& options) override;

  protected:
    void keyPressEvent(QKeyEvent* event) override;

  private:
    QWidget* make_side(const KeyMap& keys);

    Session& session_;
    QSplitter* left_;
    StageView* stage_;
    TransportBar* transport_;
    ScoreView* score_;
    SheetView* sheet_;
    EventList* events_;
    QStackedWidget* pages_;
    FirstSteps* first_steps_;
    QPushButton* sheet_word_;
    QPushButton* events_word_;
    QList<int> sizes_;  ///< of stage and score, when the stage was lent
    bool choose_by_run_ = false;
};

}  // namespace leap::studio
