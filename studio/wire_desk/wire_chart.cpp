// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/wire_desk/wire_chart.hpp"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPixmap>
#include <QToolTip>
#include <cmath>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {
namespace {

constexpr double names_width = 104.0;
constexpr double ruler_height = 26.0;
constexpr double count_height = 46.0;
constexpr double under_lane = 38.0;  ///< for corrections and differences
constexpr double bar_height = 7.0;
constexpr double join_near_px = 7.0;

bool is_news(const LoggedMessage& message) {
    return message.kind == LoggedMessage::Kind::telling || message.kind == LoggedMessage::Kind::hello ||
           message.kind == LoggedMessage::Kind::event || message.kind == LoggedMessage::Kind::welcome ||
           message.kind == LoggedMessage::Kind::goodbye;
}

}  // namespace

WireChart::WireChart(QWidget* parent) : QWidget(parent) {
    setMinimumHeight(220);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Wire chart"));
    setMouseTracking(true);
}

void WireChart::set_result(const WirePointer& now) {
    now_ = now;
    layer_ = {};
    update();
}

void WireChart::set_cursor(double at_s) {
    cursor_ = at_s;
    update();
}

QRectF WireChart::area() const {
    return {names_width, ruler_height, std::max(50.0, width() - names_width - 14.0),
            std::max(50.0, height() - ruler_height - count_height)};
}

double WireChart::x_of(double at_s) const {
    const double length = now_ ? std::max(1e-3, now_->plan.length_s) : 1.0;
    return area().left() + area().width() * at_s / length;
}

double WireChart::time_at(double x) const {
    const double length = now_ ? now_->plan.length_s : 1.0;
    return std::clamp((x - area().left()) / area().width(), 0.0, 1.0) * length;
}

double WireChart::y_of(std::size_t peer) const {
    const auto count = now_ ? now_->plan.peers.size() : 1;
    if (count < 2) return area().top() + 12.0;
    const double room = area().height() - 12.0 - under_lane;
    return area().top() + 12.0 + room * static_cast<double>(peer) / static_cast<double>(count - 1);
}

/// There may be thousands of messages: while only the cursor moves they aren't painted again.
void WireChart::paintEvent(QPaintEvent*) {
    if (layer_.size() != size() * devicePixelRatio() || layer_paper_ != palette::paper()) {
        layer_ = QPixmap(size() * devicePixelRatio());
        layer_.setDevicePixelRatio(devicePixelRatio());
        layer_paper_ = palette::paper();
        QPainter painter(&layer_);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.fillRect(rect(), palette::paper());
        if (now_) paint_all(painter);
    }
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.drawPixmap(0, 0, layer_);
    if (!now_) return;
    painter.setPen(QPen(palette::ink(), 1.4));
    const double x = x_of(cursor_);
    painter.drawLine(QPointF(x, ruler_height - 6), QPointF(x, height()));
    painter.setBrush(palette::ink());
    painter.drawRect(QRectF(x - 2.5, ruler_height - 9, 5, 5));
}

void WireChart::paint_all(QPainter& painter) const {
    paint_ruler(painter);
    painter.save();
    painter.setClipRect(area().adjusted(0, -4, 6, 4));
    if (now_->problem.empty()) paint_messages(painter);
    painter.restore();
    paint_lanes(painter);
    if (now_->problem.empty()) {
        paint_differences(painter);
        paint_corrections(painter);
        paint_count(painter);
    }
}

void WireChart::paint_ruler(QPainter& painter) const {
    const double length = now_->plan.length_s;
    const double wanted = 70.0 * length / area().width();
    double step = 0.1;
    for (const double each : {0.1, 0.2, 0.5, 1.0, 2.0, 5.0, 10.0, 30.0, 60.0, 300.0})
        if (step < wanted) step = each;
    painter.setFont(palette::number_font(8.5));
    for (double at = 0.0; at <= length + 1e-9; at += step) {
        const double x = x_of(at);
        painter.setPen(palette::hairline());
        painter.drawLine(QPointF(x, ruler_height), QPointF(x, height()));
        painter.setPen(palette::quiet());
        painter.drawText(QRectF(x - 30, 2, 60, ruler_height - 10), Qt::AlignCenter, QString("%1 s").arg(at));
    }
}

void WireChart::paint_lanes(QPainter& painter) const {
    for (std::size_t i = 0; i < now_->plan.peers.size(); ++i) {
        const WirePeer& peer = now_->plan.peers[i];
        const double y = y_of(i);
        painter.setFont(palette::text_font(9.5, true));
        painter.setPen(palette::ink());
        painter.drawText(QPointF(12, y + 4), to_qt(peer.name));
        painter.setFont(palette::text_font(8.5));
        painter.setPen(palette::quiet());
        const QString under =
            i == 0
                ? tr("host")
                : tr("%1 ms%2")
                      .arg(peer.link.delay_s * 1000.0, 0, 'f', 0)
                      .arg(peer.link.loss > 0.0 ? tr(", %1 % lost").arg(peer.link.loss * 100.0, 0, 'f', 0) : QString());
        painter.drawText(QPointF(12, y + 18), under);
        const double from = i < now_->run.peers.size() ? now_->run.peers[i].from_s : peer.joins_s;
        const double to = i < now_->run.peers.size() ? now_->run.peers[i].to_s : now_->plan.length_s;
        painter.setPen(QPen(palette::hairline(), 1.0, Qt::DashLine));
        painter.drawLine(QPointF(area().left(), y), QPointF(area().right(), y));
        painter.setPen(QPen(palette::move_hue(static_cast<int>(i)), 2.4));
        painter.drawLine(QPointF(x_of(from), y), QPointF(x_of(to), y));
        painter.setPen(QPen(palette::ink(), 2.0));
        if (peer.joins_s > 0.0) {
            const double x = x_of(peer.joins_s);
            painter.drawLine(QPointF(x, y - 10), QPointF(x, y + 10));
            painter.setFont(palette::text_font(8.5));
            painter.drawText(QPointF(x + 5, y - 5), tr("joins"));
        }
        if (peer.leaves_s || (i == 0 && now_->run.host_left)) {
            const double x = x_of(to);
            painter.drawLine(QPointF(x, y - 10), QPointF(x, y + 10));
            painter.setFont(palette::text_font(8.5));
            painter.drawText(QPointF(x + 5, y - 5), tr("leaves"));
        }
    }
}

/// Slope is delay. What only says what is goes thin, what is told of something that happened stands out.
void WireChart::paint_messages(QPainter& painter) const {
    for (const LoggedMessage& message : now_->run.messages) {
        const double from_x = x_of(message.sent_s);
        const double from_y = y_of(message.from);
        const double to_y = y_of(message.to);
        const bool news = is_news(message);
        QColor color = news ? palette::waiting_words() : palette::rule();
        QPen pen(color, news ? 2.0 : 1.0);
        if (message.kind == LoggedMessage::Kind::inputs) pen.setStyle(Qt::DotLine);
        if (message.repeated) pen.setStyle(Qt::DashLine);
        painter.setPen(pen);
        if (std::isinf(message.arrives_s)) {
            const double share = 0.55;
            const WireLink& link = now_->plan.peers[std::max(message.from, message.to)].link;
            const QPointF end(x_of(message.sent_s + link.delay_s * share), from_y + (to_y - from_y) * share);
            painter.drawLine(QPointF(from_x, from_y), end);
            painter.setPen(QPen(palette::refused(), 1.6));
            painter.drawLine(end + QPointF(-3.5, -3.5), end + QPointF(3.5, 3.5));
            painter.drawLine(end + QPointF(-3.5, 3.5), end + QPointF(3.5, -3.5));
            continue;
        }
        painter.drawLine(QPointF(from_x, from_y), QPointF(x_of(message.arrives_s), to_y));
    }
}

void WireChart::paint_corrections(QPainter& painter) const {
    for (const WireCorrection& each : now_->run.corrections) {
        const double y = y_of(each.peer);
        const double height = std::clamp(5.0 + 22.0 * each.moved_m, 6.0, 20.0);
        painter.setPen(QPen(palette::waiting(), 3.0));
        painter.drawLine(QPointF(x_of(each.at_s), y + 5), QPointF(x_of(each.at_s), y + 5 + height));
    }
}

/// By the instant of play, which is the host's clock where the host plays it.
void WireChart::paint_differences(QPainter& painter) const {
    std::vector<double> last_name(now_->plan.peers.size(), -1e9);
    painter.setFont(palette::text_font(8.5));
    for (const WireDifference& each : now_->differences) {
        const double y = y_of(each.peer) + 8.0;
        const QRectF bar(x_of(each.from_s), y, std::max(2.0, x_of(each.to_s) - x_of(each.from_s)), bar_height);
        QColor fill = palette::now();
        fill.setAlpha(80);
        painter.fillRect(bar, fill);
        painter.setPen(palette::now());
        painter.drawLine(bar.topLeft(), bar.bottomLeft());
        const QString name = to_qt(now_->run.fixtures[each.fixture]);
        const double width = painter.fontMetrics().horizontalAdvance(name);
        if (bar.left() < last_name[each.peer] + 10.0 || bar.left() + width > this->width()) continue;
        painter.drawText(QPointF(bar.left() + 2, bar.bottom() + 12), name);
        last_name[each.peer] = bar.left() + width;
    }
}

void WireChart::paint_count(QPainter& painter) const {
    const double bottom = height() - 8.0;
    const double top = height() - count_height + 12.0;
    painter.setFont(palette::text_font(8.5));
    painter.setPen(palette::quiet());
    painter.drawText(QPointF(12, top + 10), tr("differences"));
    std::size_t most = 1;
    std::vector<std::size_t> counts;
    for (double x = area().left(); x <= area().right(); x += 1.0) {
        const double at = time_at(x);
        std::size_t count = 0;
        for (const WireDifference& each : now_->differences)
            count += is_there(each, at) && at <= now_->run.end_s ? 1 : 0;
        counts.push_back(count);
        most = std::max(most, count);
    }
    QPolygonF line;
    for (std::size_t i = 0; i < counts.size(); ++i)
        line << QPointF(area().left() + static_cast<double>(i),
                        bottom - (bottom - top) * static_cast<double>(counts[i]) / static_cast<double>(most));
    painter.setPen(palette::hairline());
    painter.drawLine(QPointF(area().left(), bottom), QPointF(area().right(), bottom));
    painter.setPen(QPen(palette::now(), 1.4));
    painter.setBrush(Qt::NoBrush);
    painter.drawPolyline(line);
}

std::optional<std::size_t> WireChart::join_at(const QPointF& place) const {
    if (!now_) return std::nullopt;
    for (std::size_t i = 1; i < now_->plan.peers.size(); ++i) {
        const WirePeer& peer = now_->plan.peers[i];
        if (peer.joins_s > 0.0 && std::abs(place.x() - x_of(peer.joins_s)) < join_near_px &&
            std::abs(place.y() - y_of(i)) < 14.0)
            return i;
    }
    return std::nullopt;
}

void WireChart::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || !now_) return;
    dragging_ = true;
    dragged_join_ = join_at(event->position());
    if (!dragged_join_) emit cursor_moved(time_at(event->position().x()));
}

void WireChart::mouseMoveEvent(QMouseEvent* event) {
    setCursor(join_at(event->position()) || dragged_join_ ? Qt::SizeHorCursor : Qt::ArrowCursor);
    if (!dragging_) return;
    const double at = time_at(event->position().x());
    if (dragged_join_) {
        emit join_dragged(*dragged_join_, std::max(0.01, at), false);
    } else {
        emit cursor_moved(at);
    }
}

void WireChart::mouseReleaseEvent(QMouseEvent* event) {
    if (dragging_ && dragged_join_)
        emit join_dragged(*dragged_join_, std::max(0.01, time_at(event->position().x())), true);
    dragging_ = false;
    dragged_join_.reset();
}

void WireChart::keyPressEvent(QKeyEvent* event) {
    if (!now_ || (event->key() != Qt::Key_Left && event->key() != Qt::Key_Right)) return QWidget::keyPressEvent(event);
    const double tick = 1.0 / std::max(1, now_->ingredients.rate_hz);
    const double step = (event->modifiers() & Qt::ShiftModifier) != 0 ? 0.1 : tick;
    const double to = cursor_ + (event->key() == Qt::Key_Left ? -step : step);
    emit cursor_moved(std::clamp(to, 0.0, now_->plan.length_s));
}

QString WireChart::spoken_words() const {
    if (!now_ || !now_->problem.empty()) return {};
    QStringList out{tr("at %1 s").arg(cursor_, 0, 'f', 3)};
    const SceneView rehearsal = now_->ingredients.rehearsal();
    for (const WireDifference& each : now_->differences)
        if (is_there(each, cursor_))
            out << to_qt(difference_text(rehearsal, now_->run, each)) + ": " + to_qt(cause_text(now_->run, each));
    if (out.size() == 1) out << tr("all agree");
    return out.join('\n');
}

/// What is pointed at, in words.
QString WireChart::words_at(const QPointF& place) const {
    if (!now_ || !now_->problem.empty()) return {};
    const SceneView rehearsal = now_->ingredients.rehearsal();
    for (const WireCorrection& each : now_->run.corrections)
        if (std::abs(place.x() - x_of(each.at_s)) < 4.0 && place.y() > y_of(each.peer) + 4 &&
            place.y() < y_of(each.peer) + 28)
            return to_qt(correction_text(now_->run, each));
    for (const WireDifference& each : now_->differences) {
        const double y = y_of(each.peer) + 8.0;
        if (place.y() < y - 2 || place.y() > y + bar_height + 14) continue;
        if (place.x() < x_of(each.from_s) - 3 || place.x() > x_of(each.to_s) + 3) continue;
        return to_qt(difference_text(rehearsal, now_->run, each)) + "\n" + to_qt(cause_text(now_->run, each));
    }
    for (const LoggedMessage& message : now_->run.messages) {
        const double end = std::isinf(message.arrives_s) ? message.sent_s + 0.05 : message.arrives_s;
        const double share = (place.y() - y_of(message.from)) / (y_of(message.to) - y_of(message.from));
        if (!(share >= 0.0) || share > 1.0) continue;
        if (std::abs(place.x() - x_of(message.sent_s + (end - message.sent_s) * share)) > 3.0) continue;
        static constexpr const char* kinds[] = {"inputs", "state", "hello", "welcome", "telling", "goodbye", "event"};
        const QString what = message.fixture ? to_qt(now_->run.fixtures[message.fixture.at()]) + " " : QString();
        return tr("%1%2, %3 bytes, sent at %4 s, %5")
            .arg(what, QString(kinds[static_cast<std::size_t>(message.kind)]))
            .arg(message.bytes)
            .arg(message.sent_s, 0, 'f', 3)
            .arg(std::isinf(message.arrives_s) ? tr("lost") : tr("arrived at %1 s").arg(message.arrives_s, 0, 'f', 3));
    }
    return {};
}

bool WireChart::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const QString words = words_at(help->pos());
    if (words.isEmpty()) {
        QToolTip::hideText();
    } else {
        QToolTip::showText(help->globalPos(), words, this);
    }
    return true;
}

}  // namespace leap::studio
