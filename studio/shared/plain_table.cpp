// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/plain_table.hpp"

#include <QHeaderView>

namespace leap::studio {

QTableWidget* plain_table(const QString& name) {
    constexpr int row_height_px = 21;
    auto* out = new QTableWidget;
    out->setAccessibleName(name);
    out->verticalHeader()->hide();
    out->verticalHeader()->setDefaultSectionSize(row_height_px);
    out->setShowGrid(false);
    out->setEditTriggers(QAbstractItemView::NoEditTriggers);
    out->setSelectionBehavior(QAbstractItemView::SelectRows);
    out->setFrameShape(QFrame::NoFrame);
    out->horizontalHeader()->setHighlightSections(false);
    out->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    return out;
}

}  // namespace leap::studio
