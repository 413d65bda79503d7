// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/gate_list.hpp"

#include <QPainter>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
constexpr int line_height = 20;
}

GateList::GateList(QWidget* parent) : QWidget(parent) {
    setAccessibleName(tr("Gates"));
}

void GateList::show_answer(const MoveAnswer& answer) {
    const bool other_size = answer.gates.size() != answer_.gates.size();
    answer_ = answer;
    QString tip;
    for (const GateAnswer& gate : answer_.gates) tip += to_qt(gate.text + "  " + gate.seen + "\n");
    setToolTip(tip.trimmed());
    if (other_size) {
        setFixedHeight(sizeHint().height());
        updateGeometry();
    }
    update();
    tell_spoken_change(*this);
}

QSize GateList::sizeHint() const {
    return {340, static_cast<int>(std::max<std::size_t>(1, answer_.gates.size())) * line_height + 2};
}

QString GateList::spoken_words() const {
    QStringList out;
    for (const GateAnswer& gate : answer_.gates)
        out << (gate.holds ? tr("holds: %1, %2") : tr("refuses: %1, %2"))
                   .arg(to_qt(!gate.holds && !gate.reason.empty() ? gate.reason : gate.text), to_qt(gate.seen));
    return out.empty() ? without_ : out.join('\n');
}

void GateList::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(palette::text_font(9.5));
    const QFontMetricsF metrics(p.font());
    if (answer_.gates.empty()) {
        p.setPen(palette::quiet());
        p.drawText(rect(), Qt::AlignVCenter, without_);
        return;
    }
    double y = 0;
    for (const GateAnswer& gate : answer_.gates) {
        const QPointF middle(8, y + line_height / 2.0);
        if (gate.holds) {
            p.setPen(QPen(palette::holds(), 1.8));
            p.drawPolyline(QPolygonF{
                {middle.x() - 4, middle.y()}, {middle.x() - 1, middle.y() + 3}, {middle.x() + 4.5, middle.y() - 4}});
        } else {
            p.setPen(QPen(palette::refused(), 1.8));
            p.drawLine(middle + QPointF(-3.5, -3.5), middle + QPointF(3.5, 3.5));
            p.drawLine(middle + QPointF(-3.5, 3.5), middle + QPointF(3.5, -3.5));
        }
        // A refusal speaks the author's words; a gate that holds shows what it asks.
        QString text = to_qt(gate.text);
        if (!gate.holds && !gate.reason.empty()) text = to_qt(gate.reason);
        const QString seen = to_qt(gate.seen);
        const double seen_width = metrics.horizontalAdvance(seen);
        const double room = std::max(60.0, width() - 26 - std::min(seen_width, width() * 0.5) - 12);
        text = metrics.elidedText(text, Qt::ElideRight, room);
        p.setPen(gate.holds ? palette::ink() : palette::refused());
        p.drawText(QRectF(20, y, room, line_height), Qt::AlignVCenter, text);
        p.setPen(palette::quiet());
        const double left = 20 + metrics.horizontalAdvance(text) + 10;
        p.drawText(QRectF(left, y, width() - left - 2, line_height), Qt::AlignVCenter,
                   metrics.elidedText(seen, Qt::ElideRight, width() - left - 2));
        y += line_height;
    }
}

}  // namespace leap::studio
