// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/flow_layout.hpp"

#include <algorithm>

namespace leap::studio {

FlowLayout::FlowLayout(QWidget* parent) : QLayout(parent) {
    setContentsMargins(0, 0, 0, 0);
}

FlowLayout::~FlowLayout() {
    while (QLayoutItem* item = takeAt(0)) delete item;
}

QLayoutItem* FlowLayout::itemAt(int index) const {
    return index >= 0 && index < count() ? items_[static_cast<std::size_t>(index)] : nullptr;
}

QLayoutItem* FlowLayout::takeAt(int index) {
    QLayoutItem* out = itemAt(index);
    if (out != nullptr) items_.erase(items_.begin() + index);
    return out;
}

QSize FlowLayout::minimumSize() const {
    QSize out;
    for (const QLayoutItem* item : items_) out = out.expandedTo(item->minimumSize());
    return out;
}

void FlowLayout::setGeometry(const QRect& area) {
    QLayout::setGeometry(area);
    arrange(area, true);
}

/// Returns the height that is needed.
int FlowLayout::arrange(const QRect& area, bool apply) const {
    int x = area.x();
    int y = area.y();
    int line = 0;
    for (QLayoutItem* item : items_) {
        const QSize size = item->sizeHint();
        if (x > area.x() && x + size.width() > area.x() + area.width()) {
            x = area.x();
            y += line;
            line = 0;
        }
        if (apply) item->setGeometry({QPoint(x, y), size});
        x += size.width();
        line = std::max(line, size.height());
    }
    return y + line - area.y();
}

}  // namespace leap::studio
