// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QTimer>

#include "studio/session/session.hpp"
#include "studio/shared/desk.hpp"
#include "studio/wire_desk/wire_chart.hpp"
#include "studio/wire_desk/wire_sheet.hpp"
#include "studio/wire_desk/wire_stages.hpp"

namespace leap::studio {

/// Shared play, rehearsed: the same seconds on several peers under connections with delay and loss.
class WireDesk : public Desk {
    Q_OBJECT

  public:
    explicit WireDesk(const Workplace& place);

    void come_into_view(MachineId machine) override;
    bool is_busy() const override { return isVisible() && session_.wire_runs().busy(); }
    QString prepare_picture(const PictureOptions& options) override;

    WireChart* chart() { return chart_; }
    WireSheet* sheet() { return sheet_; }
    WireStages* stages() { return stages_; }
    QComboBox* rehearsals() { return rehearsals_; }
    void set_cursor(double at_s);
    double cursor() const { return cursor_; }
    const std::string& path() const { return path_; }
    void watch(bool on);
    bool watching() const { return timer_.isActive(); }
    /// Moves the cursor to where it is by now; called by a timer while it is watched.
    void move_on();

  protected:
    void keyPressEvent(QKeyEvent* event) override;
    void hideEvent(QHideEvent* event) override;
    void showEvent(QShowEvent* event) override;

  private:
    void fill_list();
    void choose(const std::string& path);
    void take_result();
    void make_new();

    Session& session_;
    std::string path_;
    double cursor_ = 0.0;
    int join_gesture_ = -1;
    QTimer timer_;
    double moved_at_s_ = 0.0;  ///< session's clock
    WireStages* stages_;
    WireChart* chart_;
    WireSheet* sheet_;
    QComboBox* rehearsals_;
    QPushButton* watch_;
    QPushButton* new_;
    QPushButton* delete_;
    QLabel* time_;
    QLabel* facts_;
};

}  // namespace leap::studio
