// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAbstractTableModel>
#include <QLineEdit>
#include <QSortFilterProxyModel>
#include <QTableView>

#include "studio/session/session.hpp"

namespace leap::studio {

/// The events of the run in view, read straight from it.
class EventModel : public QAbstractTableModel {
    Q_OBJECT

  public:
    explicit EventModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    double time_of(int row) const;

  private:
    RunPointer run_;
};

/// The list of events with a filter; a click moves the cursor there.
class EventList : public QWidget {
    Q_OBJECT

  public:
    explicit EventList(Session& session, QWidget* parent = nullptr);
    QLineEdit* filter() { return filter_; }
    QTableView* table() { return table_; }

  private:
    Session& session_;
    EventModel* model_;
    QSortFilterProxyModel* shown_;
    QLineEdit* filter_;
    QTableView* table_;
};

}  // namespace leap::studio
