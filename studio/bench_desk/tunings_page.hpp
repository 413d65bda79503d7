// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLineEdit>
#include <QTableWidget>

#include "studio/session/session.hpp"

namespace leap::studio {

/// Named sets of dials: made from now or kept, taken as a whole or dial by dial, and compared, up to four at once.
class TuningsPage : public QWidget {
    Q_OBJECT

  public:
    explicit TuningsPage(Session& session, QWidget* parent = nullptr);
    QTableWidget* dials() { return dials_; }
    QTableWidget* readings() { return readings_; }
    QTableWidget* list() { return list_; }
    QLineEdit* name() { return name_; }
    /// Makes one with the name that is typed.
    void make(Side side);

  signals:
    void problem(const QString& text);

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void refresh();
    void refresh_list();
    void refresh_dials();
    void refresh_readings();
    void take_cell(int row, int column);
    void toggle(int row, int column);

    Session& session_;
    QLineEdit* name_;
    QTableWidget* list_;
    QTableWidget* dials_;
    QTableWidget* readings_;
};

}  // namespace leap::studio
