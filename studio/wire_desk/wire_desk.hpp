// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSet>
#include <QTimer>

#include "studio/session/session.hpp"
#include "studio/shared/desk.hpp"
#include "studio/shared/key_map.hpp"
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
    QComboBox* moves() { return moves_; }
    void set_cursor(double at_s);
    double cursor() const { return cursor_; }
    const std::string& path() const { return path_; }
    /// Plays the chosen peer by hand, from the rehearsal's begin, against the others' tapes.
    void play();
    bool playing() const { return live_ != nullptr; }
    const LiveWire* live() const { return live_.get(); }
    /// Ends it: what was played becomes the peer's tape, unless nothing was.
    void stop_playing();
    QPushButton* play_button() { return play_; }
    void watch(bool on);
    bool watching() const { return timer_.isActive(); }
    /// Moves the cursor to where it is by now; called by a timer while it is watched.
    void move_on();

  protected:
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void keyReleaseEvent(QKeyEvent* event) override;
    void hideEvent(QHideEvent* event) override;
    void showEvent(QShowEvent* event) override;

  private:
    void fill_list();
    void choose(const std::string& path);
    void take_result();
    void make_new();
    void refresh_play();
    void play_on();
    void grow(double at_s);
    void act(const QString& action, bool down);
    void look_round(Vec2 by_deg);
    void fill_moves(const std::shared_ptr<const Program>& program);
    void ask_of(MachineId machine);

    Session& session_;
    KeyMap& keys_;
    std::string path_;
    std::unique_ptr<LiveWire> live_;
    double live_begun_s_ = 0.0;            ///< session's clock
    std::shared_ptr<WireResult> growing_;  ///< what has come of it, in the chart and the sheet
    double grown_at_s_ = 0.0;              ///< host's clock; when those were told last
    QSet<QString> held_;                   ///< actions of keys that are down
    double look_yaw_deg_ = 0.0;
    double look_pitch_deg_ = -12.0;
    double cursor_ = 0.0;
    int join_gesture_ = -1;
    QTimer timer_;
    double moved_at_s_ = 0.0;  ///< session's clock
    WireStages* stages_;
    WireChart* chart_;
    WireSheet* sheet_;
    QComboBox* rehearsals_;
    QComboBox* moves_;
    std::shared_ptr<const Program> listed_;  ///< whose moves are in the list
    QPushButton* play_;
    QPushButton* watch_;
    QPushButton* new_;
    QPushButton* delete_;
    QLabel* time_;
    QLabel* facts_;
};

}  // namespace leap::studio
