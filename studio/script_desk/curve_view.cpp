// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/curve_view.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "core/script/number_edit.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
constexpr double near_px = 9.0;
constexpr double min_gap = 0.01;  ///< between the x of two points
constexpr double grid = 100.0;    ///< points lie on hundredths
constexpr double key_step = 5.0;  ///< of a key, in hundredths; with Shift one

double on_grid(double value) {
    return std::round(value * grid) / grid;
}
}  // namespace

CurveView::CurveView(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setAccessibleName(tr("Curve"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumHeight(150);
    connect(&session_, &Session::program_changed, this, [this] { update(); });
}

void CurveView::show_curve(const std::string& name) {
    if (name != name_) chosen_.reset();
    name_ = name;
    update();
}

const CurveInfo* CurveView::shown() const {
    const auto& program = session_.program();
    if (!program) return nullptr;
    const auto found = std::find_if(program->curves.begin(), program->curves.end(),
                                    [&](const CurveInfo& curve) { return curve.name == name_; });
    return found == program->curves.end() ? nullptr : &*found;
}

QRectF CurveView::area() const {
    return QRectF(rect()).adjusted(46, 40, -18, -30);
}

QRectF CurveView::extent() const {
    if (dragged_) return held_extent_;
    const CurveInfo* curve = shown();
    if (curve == nullptr) return {0, 0, 1, 1};
    double low = 0.0;
    double high = 1.0;
    for (const syntax::CurvePoint& point : curve->points) {
        low = std::min(low, point.y);
        high = std::max(high, point.y);
    }
    const double room = 0.12 * (high - low);
    const double from = std::min(0.0, curve->points.front().x);
    const double to = std::max(1.0, curve->points.back().x);
    return {from, low - (low < 0 ? room : 0), to - from, high + room - low + (low < 0 ? room : 0)};
}

QPointF CurveView::place_of(const syntax::CurvePoint& point) const {
    const QRectF to = area();
    const QRectF from = extent();
    return {to.left() + (point.x - from.left()) / from.width() * to.width(),
            to.bottom() - (point.y - from.top()) / from.height() * to.height()};
}

syntax::CurvePoint CurveView::point_at(QPointF place) const {
    const QRectF from = area();
    const QRectF to = extent();
    return {on_grid(to.left() + (place.x() - from.left()) / from.width() * to.width()),
            on_grid(to.top() + (from.bottom() - place.y()) / from.height() * to.height())};
}

std::optional<std::size_t> CurveView::point_under(QPointF place) const {
    const CurveInfo* curve = shown();
    if (curve == nullptr) return std::nullopt;
    for (std::size_t i = 0; i < curve->points.size(); ++i)
        if (QLineF(place_of(curve->points[i]), place).length() <= near_px) return i;
    return std::nullopt;
}

void CurveView::write(const std::vector<syntax::CurvePoint>& points, const QString& what, int gesture) {
    const CurveInfo* curve = shown();
    if (curve == nullptr) return;
    if (!session_.program_is_current()) {
        emit session_.message(tr("The script has an error. Fix it before you edit the curve"));
        return;
    }
    const SourceFile& file = session_.program()->files[curve->range.file];
    session_.edit_text(file.path, with_curve_points(file.text, *curve, points), what, gesture);
}

void CurveView::remove(std::size_t point) {
    const CurveInfo* curve = shown();
    if (curve == nullptr || point >= curve->points.size()) return;
    if (curve->points.size() <= 2) {
        emit session_.message(tr("A curve needs two points"));
        return;
    }
    std::vector<syntax::CurvePoint> points = curve->points;
    points.erase(points.begin() + static_cast<std::ptrdiff_t>(point));
    chosen_.reset();
    write(points, tr("Remove a point of %1").arg(to_qt(name_)));
}

void CurveView::mousePressEvent(QMouseEvent* event) {
    const auto under = point_under(event->position());
    if (!under) return;
    if (event->button() == Qt::RightButton) return remove(*under);
    held_extent_ = extent();
    dragged_ = chosen_ = under;
    gesture_ = session_.new_gesture();
    update();
}

void CurveView::mouseMoveEvent(QMouseEvent* event) {
    const CurveInfo* curve = shown();
    if (!dragged_ || curve == nullptr || *dragged_ >= curve->points.size()) {
        setCursor(point_under(event->position()) ? Qt::SizeAllCursor : Qt::ArrowCursor);
        return;
    }
    move_to(*dragged_, point_at(event->position()), gesture_);
}

void CurveView::move_to(std::size_t i, syntax::CurvePoint wanted, int gesture) {
    std::vector<syntax::CurvePoint> points = shown()->points;
    const double low = i == 0 ? -1e9 : points[i - 1].x + min_gap;
    const double high = i + 1 == points.size() ? 1e9 : points[i + 1].x - min_gap;
    // The ends stay where they are in time: a phase's share goes from 0 to 1.
    const bool end = i == 0 || i + 1 == points.size();
    wanted.x = end ? points[i].x : on_grid(std::clamp(wanted.x, low, high));
    if (wanted.x == points[i].x && wanted.y == points[i].y) return;
    points[i] = wanted;
    write(points, tr("Edit %1").arg(to_qt(name_)), gesture);
    tell_spoken_change(*this);
}

void CurveView::mouseReleaseEvent(QMouseEvent*) {
    dragged_.reset();
    update();
}

void CurveView::mouseDoubleClickEvent(QMouseEvent* event) {
    if (shown() != nullptr && !point_under(event->position())) add(point_at(event->position()));
}

/// Between the others, where there is room.
void CurveView::add(const syntax::CurvePoint& added) {
    std::vector<syntax::CurvePoint> points = shown()->points;
    const auto behind = std::find_if(points.begin(), points.end(), [&](const auto& p) { return p.x > added.x; });
    const bool crowded = std::any_of(points.begin(), points.end(),
                                     [&](const auto& p) { return std::abs(p.x - added.x) < min_gap * 0.99; });
    if (crowded) return;
    chosen_ = static_cast<std::size_t>(behind - points.begin());
    points.insert(behind, added);
    write(points, tr("Add a point to %1").arg(to_qt(name_)));
    tell_spoken_change(*this);
}

void CurveView::keyPressEvent(QKeyEvent* event) {
    const CurveInfo* curve = shown();
    if (curve == nullptr || curve->points.empty()) return QWidget::keyPressEvent(event);
    const std::vector<syntax::CurvePoint>& points = curve->points;
    const bool alt = (event->modifiers() & Qt::AltModifier) != 0;
    const double fine = (event->modifiers() & Qt::ShiftModifier) != 0 ? 1.0 : key_step;
    const std::size_t last = points.size() - 1;
    const std::size_t at = std::min(chosen_.value_or(0), last);
    const auto moved = [&](double x, double y) {
        move_to(at, {points[at].x + x / grid, on_grid(points[at].y + y / grid)});
    };
    switch (event->key()) {
        case Qt::Key_Left:
        case Qt::Key_Right: {
            const bool back = event->key() == Qt::Key_Left;
            if (alt && chosen_) return moved(back ? -fine : fine, 0.0);
            if (chosen_) chosen_ = back ? at - (at > 0 ? 1 : 0) : std::min(at + 1, last);
            if (!chosen_) chosen_ = 0;
            tell_spoken_change(*this);
            return update();
        }
        case Qt::Key_Up:
        case Qt::Key_Down:
            if (!chosen_) break;
            return moved(0.0, event->key() == Qt::Key_Up ? fine : -fine);
        case Qt::Key_Insert: {
            if (at == last) break;
            const syntax::CurvePoint middle{on_grid(0.5 * (points[at].x + points[at + 1].x)),
                                            on_grid(0.5 * (points[at].y + points[at + 1].y))};
            return add(middle);
        }
        case Qt::Key_Delete:
            if (!chosen_) break;
            return remove(*chosen_);
        default: break;
    }
    QWidget::keyPressEvent(event);
}

QString CurveView::spoken_words() const {
    const CurveInfo* curve = shown();
    if (curve == nullptr) return {};
    QStringList out;
    for (std::size_t i = 0; i < curve->points.size(); ++i) {
        const QString words = tr("%1 at %2").arg(curve->points[i].y).arg(curve->points[i].x);
        out << (chosen_ == i ? tr("selected: %1").arg(words) : words);
    }
    return to_qt(name_) + "\n" + out.join('\n');
}

void CurveView::paint_frame(QPainter& p) const {
    const QRectF at = area();
    const QRectF values = extent();
    p.setPen(palette::hairline());
    p.drawLine(at.topLeft(), at.bottomLeft());
    for (const double y : {0.0, 0.5, 1.0, 1.5, 2.0}) {
        if (y > values.bottom() + 1e-9) continue;
        const double v = place_of({0, y}).y();
        p.setPen(palette::hairline());
        p.drawLine(QPointF(at.left(), v), QPointF(at.right(), v));
        p.setPen(palette::quiet());
        p.setFont(palette::number_font(8.5));
        p.drawText(QRectF(0, v - 8, at.left() - 6, 16), Qt::AlignRight | Qt::AlignVCenter, to_qt(number_text(y, 2)));
    }
    for (const double share : {0.0, 0.5, 1.0}) {
        const double x = values.left() + share * values.width();
        p.drawText(QRectF(place_of({x, 0}).x() - 30, at.bottom() + 6, 60, 16), Qt::AlignCenter,
                   to_qt(number_text(x, 2)));
    }
}

void CurveView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), palette::sheet());
    p.setRenderHint(QPainter::Antialiasing);
    const CurveInfo* curve = shown();
    if (curve == nullptr) return;
    const double width = curve->points.back().x - curve->points.front().x;
    p.setFont(palette::text_font(9.5, true));
    p.setPen(palette::ink());
    const QRectF head(16, 10, this->width() - 32, 20);
    p.drawText(head, Qt::AlignLeft | Qt::AlignVCenter, tr("Curve %1").arg(to_qt(curve->name)));
    p.setFont(palette::text_font(8.5));
    p.setPen(palette::quiet());
    p.drawText(head, Qt::AlignRight | Qt::AlignVCenter,
               tr("mean %1").arg(to_qt(number_text(curve->sums.back() / width, 3))));
    paint_frame(p);
    QPolygonF line;
    for (const syntax::CurvePoint& point : curve->points) line << place_of(point);
    line.prepend({area().left(), line.first().y()});
    line << QPointF(area().right(), line.last().y());
    p.setPen(QPen(palette::now(), 1.8));
    p.drawPolyline(line);
    for (std::size_t i = 0; i < curve->points.size(); ++i) {
        const QPointF at = place_of(curve->points[i]);
        const bool chosen = chosen_ == i;
        p.setPen(QPen(palette::ink(), 1.2));
        p.setBrush(chosen ? palette::now() : palette::sheet());
        p.drawRect(QRectF(at.x() - 4, at.y() - 4, 8, 8));
        if (!chosen) continue;
        p.setPen(palette::ink());
        p.setFont(palette::number_font(8.5));
        const QString words =
            QString("(%1, %2)")
                .arg(to_qt(number_text(curve->points[i].x, 2)), to_qt(number_text(curve->points[i].y, 2)));
        const double left = std::min(at.x() + 8, static_cast<double>(this->width()) - 84);
        p.drawText(QRectF(left, at.y() - 20, 84, 14), Qt::AlignLeft, words);
    }
}

}  // namespace leap::studio
