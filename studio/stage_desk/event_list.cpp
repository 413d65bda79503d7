// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/event_list.hpp"

#include <QHeaderView>
#include <QVBoxLayout>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

EventModel::EventModel(Session& session, QObject* parent) : QAbstractTableModel(parent), run_(session.now_run()) {
    connect(&session, &Session::now_run_changed, this, [this, &session] {
        beginResetModel();
        run_ = session.now_run();
        endResetModel();
    });
}

int EventModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() || !run_ ? 0 : static_cast<int>(run_->trace.events.size());
}

int EventModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : 2;
}

double EventModel::time_of(int row) const {
    return run_->trace.events[static_cast<std::size_t>(row)].time;
}

QVariant EventModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || !run_) return {};
    const TraceEvent& event = run_->trace.events[static_cast<std::size_t>(index.row())];
    if (role == Qt::DisplayRole) {
        if (index.column() == 0) return QString("%1 s").arg(event.time, 0, 'f', 3);
        return to_qt(event_text(event, *run_->ingredients.program, run_->trace));
    }
    if (role == Qt::FontRole && index.column() == 0) return palette::number_font(8.5);
    if (role == Qt::TextAlignmentRole && index.column() == 0)
        return static_cast<int>(Qt::AlignRight | Qt::AlignVCenter);
    return {};
}

QVariant EventModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (role != Qt::DisplayRole || orientation != Qt::Horizontal) return {};
    return section == 0 ? tr("time") : tr("what happened");
}

EventList::EventList(Session& session, QWidget* parent)
    : QWidget(parent),
      session_(session),
      model_(new EventModel(session, this)),
      shown_(new QSortFilterProxyModel(this)),
      filter_(new QLineEdit(this)),
      table_(new QTableView(this)) {
    shown_->setSourceModel(model_);
    shown_->setFilterKeyColumn(1);
    shown_->setFilterCaseSensitivity(Qt::CaseInsensitive);
    filter_->setPlaceholderText(tr("Filter, for example landed"));
    filter_->setClearButtonEnabled(true);
    table_->setModel(shown_);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(21);
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->setColumnWidth(0, 84);
    table_->setShowGrid(false);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setFrameShape(QFrame::NoFrame);
    table_->setAccessibleName(tr("Events"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(12, 8, 12, 8);
    layout->addWidget(filter_);
    layout->addWidget(table_);
    connect(filter_, &QLineEdit::textChanged, shown_, &QSortFilterProxyModel::setFilterFixedString);
    const auto go = [this](const QModelIndex& index) {
        if (index.isValid()) session_.set_cursor(model_->time_of(shown_->mapToSource(index).row()));
    };
    connect(table_, &QTableView::clicked, this, go);
    connect(table_->selectionModel(), &QItemSelectionModel::currentChanged, this, go);
}

}  // namespace leap::studio
