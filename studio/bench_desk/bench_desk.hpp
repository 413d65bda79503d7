// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QSplitter>
#include <QStackedWidget>
#include <QToolButton>

#include "studio/bench_desk/board_page.hpp"
#include "studio/bench_desk/notebook.hpp"
#include "studio/bench_desk/outcome_page.hpp"
#include "studio/bench_desk/pair_page.hpp"
#include "studio/bench_desk/sweep_page.hpp"
#include "studio/bench_desk/trial_sheet.hpp"
#include "studio/bench_desk/tunings_page.hpp"
#include "studio/bench_desk/wire_page.hpp"
#include "studio/shared/desk.hpp"
#include "studio/stage_desk/stage_view.hpp"

namespace leap::studio {

/// The Bench: find out. At the left the notebook, in the middle the picture of what is selected over a small stage, at
/// the right the sheet of the trial.
class BenchDesk : public Desk {
    Q_OBJECT

  public:
    explicit BenchDesk(const Workplace& place);

    bool shows_stage() const override { return true; }
    void take_stage() override;
    void leave_stage() override;
    void come_into_view(MachineId machine) override;
    bool is_busy() const override;
    QString prepare_picture(const PictureOptions& options) override;

    Notebook* notebook() { return notebook_; }
    BoardPage* board_page() { return board_; }
    TuningsPage* tunings_page() { return tunings_; }
    SweepPage* sweep_page() { return sweep_; }
    OutcomePage* outcome_page() { return outcome_; }
    PairPage* pair_page() { return pair_; }
    WirePage* wire_page() { return wire_; }
    TrialSheet* sheet() { return sheet_; }
    /// Makes a trial of a kind, about the tape in view, and selects it.
    void make_trial(TrialKind kind);

  private:
    void show_selected();
    void take_reading(const std::string& reading);
    void export_sweep();
    void export_wire(const WireOutcome& made);
    void give_stage_room(bool playing);

    Session& session_;
    StageView* stage_;
    Notebook* notebook_;
    QToolButton* new_trial_;
    QStackedWidget* pages_;
    BoardPage* board_;
    TuningsPage* tunings_;
    SweepPage* sweep_;
    OutcomePage* outcome_;
    PairPage* pair_;
    WirePage* wire_;
    TrialSheet* sheet_;
    QSplitter* middle_;
    QLabel* pointed_;
    QList<int> sizes_;
    QList<int> sizes_before_play_;
};

}  // namespace leap::studio
