// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QTableWidget>

#include "studio/session/session.hpp"

namespace leap::studio {

/// The board: every tape against every reading and mark, now and kept. A click goes to that tape at that instant.
class BoardPage : public QWidget {
    Q_OBJECT

  public:
    explicit BoardPage(Session& session, QWidget* parent = nullptr);
    /// Selects the row of a reading on a tape, and goes to its instant. Without one it changes nothing.
    void show_mark(const QString& tape, const QString& reading);
    QTableWidget* table() { return table_; }
    QComboBox* filter() { return filter_; }

  signals:
    /// The stage is wanted: a double click.
    void stage_wanted();

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void refresh();
    void go_to(int row);

    Session& session_;
    QLabel* words_;
    QComboBox* filter_;
    QTableWidget* table_;
};

}  // namespace leap::studio
