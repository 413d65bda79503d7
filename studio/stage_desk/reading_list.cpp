// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/reading_list.hpp"

#include <QHelpEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
constexpr int reading_line_height = 22;
constexpr double reading_name_width = 112.0;
constexpr double reading_value_width = 74.0;
}  // namespace

ReadingList::ReadingList(QWidget* parent) : QWidget(parent) {
    setAccessibleName(tr("Readings"));
}

void ReadingList::show_readings(std::vector<ReadingResult> now, std::vector<ReadingResult> kept) {
    const bool other_size = now.size() != now_.size();
    now_ = std::move(now);
    kept_ = std::move(kept);
    if (other_size) {
        setFixedHeight(sizeHint().height());
        updateGeometry();
    }
    update();
    tell_spoken_change(*this);
}

QSize ReadingList::sizeHint() const {
    return {340, static_cast<int>(std::max<std::size_t>(1, now_.size())) * reading_line_height + 2};
}

const ReadingResult* ReadingList::kept_of(const ReadingResult& now) const {
    const auto found =
        std::find_if(kept_.begin(), kept_.end(), [&](const ReadingResult& r) { return r.name == now.name; });
    return found == kept_.end() ? nullptr : &*found;
}

QString ReadingList::spoken_words() const {
    QStringList out;
    for (const ReadingResult& reading : now_) {
        const auto said = [&](double value) { return to_qt(quantity_text(value, reading.type.dimension, 2)); };
        QString words = to_qt(reading.name).replace('_', ' ') + ": ";
        words += reading.value ? tr("current %1").arg(said(*reading.value)) : to_qt(reading.missing);
        if (const ReadingResult* kept = kept_of(reading); kept != nullptr && kept->value)
            words += tr(", kept %1").arg(said(*kept->value));
        if (reading.low && reading.high) words += tr(", mark %1 to %2").arg(said(*reading.low), said(*reading.high));
        if (const auto met = reading.met()) words += *met ? tr(", holds") : tr(", missed");
        out << words;
    }
    return out.join('\n');
}

/// The mark's band on a scale that also holds both values; met is said with a tick, missed with a cross.
void ReadingList::paint_band(QPainter& p, const QRectF& box, const ReadingResult& now,
                             const ReadingResult* kept) const {
    if (!now.low || !now.high) return;
    double low = *now.low;
    double high = *now.high;
    const double margin = std::max(1e-9, (high - low) * 0.5);
    low -= margin;
    high += margin;
    for (const ReadingResult* r : {&now, kept})
        if (r != nullptr && r->value) {
            low = std::min(low, *r->value - margin * 0.2);
            high = std::max(high, *r->value + margin * 0.2);
        }
    const auto x = [&](double v) { return box.left() + (v - low) / (high - low) * box.width(); };
    p.fillRect(box, palette::faint());
    QColor band = palette::holds();
    band.setAlpha(90);
    p.fillRect(QRectF(x(*now.low), box.top(), x(*now.high) - x(*now.low), box.height()), band);
    if (kept != nullptr && kept->value)
        p.fillRect(QRectF(x(*kept->value) - 1, box.top() - 1, 2, box.height() + 2), palette::kept());
    if (now.value) p.fillRect(QRectF(x(*now.value) - 1, box.top() - 1, 2, box.height() + 2), palette::now());
}

void ReadingList::paintEvent(QPaintEvent*) {
    QPainter p(this);
    if (now_.empty()) {
        p.setFont(palette::text_font(9.5));
        p.setPen(palette::quiet());
        p.drawText(rect(), Qt::AlignVCenter, tr("no readings for this move"));
        return;
    }
    double y = 0;
    for (const ReadingResult& reading : now_) {
        const ReadingResult* kept = kept_of(reading);
        p.setFont(palette::text_font(9.5));
        p.setPen(palette::ink());
        QString name = to_qt(reading.name);
        name.replace('_', ' ');
        p.drawText(QRectF(4, y, reading_name_width, reading_line_height), Qt::AlignVCenter,
                   QFontMetricsF(p.font()).elidedText(name, Qt::ElideRight, reading_name_width - 4));
        p.setFont(palette::number_font(9.0));
        if (!reading.value) {
            p.setPen(palette::quiet());
            p.setFont(palette::text_font(9.0));
            p.drawText(QRectF(reading_name_width + 6, y, width() - reading_name_width - 20, reading_line_height),
                       Qt::AlignVCenter, to_qt(reading.missing));
        } else {
            p.setPen(palette::now());
            p.drawText(QRectF(reading_name_width + 6, y, reading_value_width, reading_line_height), Qt::AlignVCenter,
                       to_qt(quantity_text(*reading.value, reading.type.dimension, 2)));
            if (kept != nullptr && kept->value) {
                p.setPen(palette::kept());
                p.drawText(QRectF(reading_name_width + 6 + reading_value_width, y, reading_value_width - 22,
                                  reading_line_height),
                           Qt::AlignVCenter,
                           to_qt(number_text(*kept->value / display_unit(reading.type.dimension).scale, 2)));
            }
        }
        const double left = reading_name_width + 6 + reading_value_width * 2 - 18;
        paint_band(p, {left, y + 7, std::max(20.0, width() - left - 22), reading_line_height - 14.0}, reading, kept);
        if (const auto met = reading.met()) {
            p.setRenderHint(QPainter::Antialiasing);
            const QPointF middle(width() - 10, y + reading_line_height / 2.0);
            p.setPen(QPen(*met ? palette::holds() : palette::refused(), 1.8));
            if (*met) {
                p.drawPolyline(QPolygonF{{middle.x() - 4, middle.y()},
                                         {middle.x() - 1, middle.y() + 3},
                                         {middle.x() + 4.5, middle.y() - 4}});
            } else {
                p.drawLine(middle + QPointF(-3.5, -3.5), middle + QPointF(3.5, 3.5));
                p.drawLine(middle + QPointF(-3.5, 3.5), middle + QPointF(3.5, -3.5));
            }
            p.setRenderHint(QPainter::Antialiasing, false);
        }
        y += reading_line_height;
    }
}

bool ReadingList::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const auto line = static_cast<std::size_t>(std::max(0, help->pos().y() / reading_line_height));
        QString tip;
        if (line < now_.size()) {
            const ReadingResult& reading = now_[line];
            tip = to_qt(reading.meaning);
            if (reading.low)
                tip += tr("\nmark: %1 to %2")
                           .arg(to_qt(quantity_text(*reading.low, reading.type.dimension)),
                                to_qt(quantity_text(*reading.high, reading.type.dimension)));
        }
        if (line < now_.size() && more_words_)
            if (const QString more = more_words_(now_[line].name); !more.isEmpty()) tip += "\n\n" + more;
        QToolTip::showText(help->globalPos(), tip.trimmed(), this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace leap::studio
