// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QTableWidget>

#include "studio/session/session.hpp"

namespace leap::studio {

/// A blind pair: play the first, play the second, say which felt better. Which tuning came first is told at the end.
class PairPage : public QWidget {
    Q_OBJECT

  public:
    explicit PairPage(Session& session, QWidget* parent = nullptr);
    void show_trial(const std::string& path);

    QPushButton* play_button(bool second) { return second ? play_second_ : play_first_; }
    QPushButton* first_button() { return first_; }
    QPushButton* second_button() { return second_; }
    QPushButton* none_button() { return none_; }
    QPushButton* names_button() { return names_; }
    QPushButton* start_again_button() { return start_again_; }
    QTableWidget* table() { return table_; }
    QString words() const { return words_->text(); }

  signals:
    void problem(const QString& text);
    /// Something is played now: the keys belong to the stage.
    void playing();

  private:
    const TrialEntry* entry() const;
    void refresh();
    void play(bool second);
    void say(PairSaid said);
    void show_names();
    void start_again();
    void fill_table(const Trial& trial, bool told);

    Session& session_;
    std::string path_;
    int played_[2] = {0, 0};  ///< in this round: the first, the second
    QLabel* round_;
    QPushButton* play_first_;
    QPushButton* play_second_;
    QPushButton* first_;
    QPushButton* second_;
    QPushButton* none_;
    QLabel* words_;
    QTableWidget* table_;
    QPushButton* names_;
    QPushButton* start_again_;
};

}  // namespace leap::studio
