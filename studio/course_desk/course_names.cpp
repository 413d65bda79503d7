// SPDX-License-Identifier: GPL-3.0-or-later
// Where the names of fixtures, targets and places are written in a drawing of the course.
#include <QFontMetricsF>
#include <algorithm>
#include <array>

#include "studio/course_desk/course_drawing.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

std::vector<CourseDrawing::ItemName> CourseDrawing::names() const {
    constexpr double beside_px = 5.0;
    const QFontMetricsF metrics(palette::text_font(9.0));
    CourseItems items;
    for (const CourseItem& item : all_items(editor_.plan()))
        if (item.kind != ItemKind::piece && (scale_ >= names_from_scale || editor_.is_selected(item)))
            items.push_back(item);
    std::stable_partition(items.begin(), items.end(),
                          [&](const CourseItem& item) { return editor_.is_selected(item); });
    std::vector<ItemName> out;
    for (const CourseItem& item : items) {
        const QRectF shape = outline(item).boundingRect();
        if (!shape.intersects(QRectF(rect()).adjusted(-80, -40, 80, 40))) continue;
        if (seen_ != Seen::above && !in_band(item)) continue;
        ItemName name{item, to_qt(item_name(editor_.plan(), item)), {}};
        const QSizeF size(metrics.horizontalAdvance(name.text), metrics.height());
        // At the right, above or below that, at the left, over it, under it.
        const std::array<QPointF, 7> places{
            QPointF(shape.right() + beside_px, shape.top() + beside_px - size.height() * 0.75),
            QPointF(shape.right() + beside_px, shape.bottom() - size.height() * 0.25),
            QPointF(shape.right() + beside_px, shape.top() - size.height()),
            QPointF(shape.left() - beside_px - size.width(), shape.top() + beside_px - size.height() * 0.75),
            QPointF(shape.left() - beside_px - size.width(), shape.bottom() - size.height() * 0.25),
            QPointF(shape.center().x() - size.width() / 2.0, shape.top() - beside_px - size.height()),
            QPointF(shape.center().x() - size.width() / 2.0, shape.bottom() + beside_px)};
        for (const QPointF& place : places) {
            name.area = QRectF(place, size);
            const bool free = std::none_of(out.begin(), out.end(),
                                           [&](const ItemName& other) { return other.area.intersects(name.area); });
            if (!free) continue;
            out.push_back(name);
            break;
        }
    }
    return out;
}

}  // namespace leap::studio
