// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QTimer>

#include "studio/game_desk/game_lanes.hpp"
#include "studio/game_desk/game_path.hpp"
#include "studio/session/session.hpp"
#include "studio/shared/desk.hpp"

class QTableWidget;

namespace leap::studio {

/// Games of this machine that play the project's moves: what each is doing now, and tapes there and back.
class GameDesk : public Desk {
    Q_OBJECT

  public:
    explicit GameDesk(const Workplace& place);

    void come_into_view(MachineId machine) override;
    /// A picture waits for a game.
    bool is_busy() const override;
    QString prepare_picture(const PictureOptions& options) override;
    /// What the user wants; so for as long as nothing was said.
    static bool games_may_link();

    QComboBox* games() { return games_; }
    QComboBox* characters() { return characters_; }
    QCheckBox* may_link() { return may_link_; }
    QPushButton* play_tape() { return play_tape_; }
    QPushButton* want_take() { return want_take_; }
    QPushButton* lay_over() { return lay_over_; }
    QLabel* how_it_lies() { return lies_; }
    GameLanes* lanes() { return lanes_; }
    QLabel* what_it_says() { return says_; }
    QTableWidget* moves() { return moves_; }
    /// Brings what is shown up to date; called by a timer while something has come.
    void show_newest();

  private:
    void fill_games();
    void fill_characters();
    void refresh();
    void let_link(bool on);
    void choose_web_pages();
    void lay_over_or_take_off();
    void tell_how_it_lies();
    const LinkedGame* game() const;

    Session& session_;
    QTimer frame_;
    double waits_for_s_ = 0.0;  ///< of a game's play, for a picture
    QComboBox* games_;
    QComboBox* characters_;
    QPushButton* web_pages_ = nullptr;
    QCheckBox* may_link_;
    QPushButton* play_tape_;
    QPushButton* want_take_;
    QPushButton* lay_over_;
    GamePath* path_;
    GameLanes* lanes_;
    QLabel* now_;
    QLabel* says_;
    QLabel* lies_;
    QLabel* turned_away_;
    QTableWidget* moves_;
};

}  // namespace leap::studio
