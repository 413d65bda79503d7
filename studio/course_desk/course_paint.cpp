// SPDX-License-Identifier: GPL-3.0-or-later
// How the course is drawn: paper, ink and hatching, to scale.
#include <QPainter>
#include <QPainterPath>
#include <cmath>
#include <numbers>

#include "studio/course_desk/course_drawing.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {

constexpr double max_gap_m = 15.0;

/// On paper of its own, so that lines under it don't cross it out.
void label(QPainter& painter, const QPointF& at, const QString& text, const QColor& color) {
    QColor paper = palette::paper();
    paper.setAlpha(200);
    painter.fillRect(QRectF(painter.fontMetrics().boundingRect(text)).translated(at), paper);
    painter.setPen(color);
    painter.drawText(at, text);
}

/// The nearest place above or below at which words stand on no others; added to those.
QRectF free_place(const QRectF& wanted, std::vector<QRectF>& taken) {
    const auto is_free = [&](const QRectF& area) {
        return std::none_of(taken.begin(), taken.end(), [&](const QRectF& other) { return other.intersects(area); });
    };
    constexpr int most_steps = 8;
    QRectF found = wanted;
    for (int step = 1; step <= most_steps && !is_free(found); ++step) {
        found = wanted.translated(0, -0.5 * step * wanted.height());
        if (!is_free(found)) found = wanted.translated(0, 0.5 * step * wanted.height());
    }
    taken.push_back(found);
    return found;
}

QString metres(double value) {
    return QString::number(value, 'f', 2);
}

}  // namespace

/// From the side only what stands beside the selection is drawn in full; all of it while nothing is selected.
bool CourseDrawing::in_band(const CourseItem& item) const {
    if (seen_ == Seen::above || editor_.selected().empty()) return true;
    const int depth = 1 - across_axis();
    const auto span = [&](const ItemBox& box) {
        Bounds bounds;
        for (const Vec2& corner : corners_of(box)) bounds.add(Vec3{corner.x, corner.y, 0.0});
        return std::pair(bounds.low[depth], bounds.high[depth]);
    };
    const auto own = span(editor_.box(item));
    for (const CourseItem& chosen : editor_.selected()) {
        const auto band = span(editor_.box(chosen));
        if (own.first < band.second - 1e-6 && band.first + 1e-6 < own.second) return true;
    }
    return false;
}

double CourseDrawing::square_m() const {
    double step = 1.0;
    constexpr double closest_px = 14.0;
    for (const double wider : {1.0, 5.0, 10.0, 50.0})
        if (step * scale_ < closest_px) step = wider;
    return step;
}

void CourseDrawing::paint_grid(QPainter& painter) const {
    const double step = square_m();
    painter.setPen(QPen(palette::faint(), 1.0));
    const Vec3 low = world({0.0, static_cast<double>(height())});
    const Vec3 high = world({static_cast<double>(width()), 0.0});
    for (double x = std::ceil(low[across_axis()] / step) * step; x <= high[across_axis()]; x += step) {
        Vec3 place{0.0};
        place[across_axis()] = x;
        const double px = at(place).x();
        painter.drawLine(QPointF(px, 0), QPointF(px, height()));
    }
    for (double y = std::ceil(low[upward_axis()] / step) * step; y <= high[upward_axis()]; y += step) {
        Vec3 place{0.0};
        place[upward_axis()] = y;
        const double py = at(place).y();
        painter.drawLine(QPointF(0, py), QPointF(width(), py));
    }
}

void CourseDrawing::paint_water(QPainter& painter) const {
    const double level = editor_.plan().water_level;
    if (seen_ == Seen::above || level < -1e8) return;
    const double top = at({0.0, 0.0, level}).y();
    if (top < height()) painter.fillRect(QRectF(0.0, top, width(), height() - top), palette::colors().water);
}

void CourseDrawing::paint_piece(QPainter& painter, const CourseItem& item) const {
    const CoursePlan& plan = editor_.plan();
    const Piece& piece = plan.pieces[item.index];
    const ItemBox box = editor_.box(item);
    const QPolygonF shape = outline(item);
    if (!shape.boundingRect().intersects(QRectF(rect()))) return;
    const bool drowned = box.top() < plan.water_level;
    const bool full = in_band(item) && !drowned;
    painter.setBrush(full ? QBrush(palette::sheet()) : QBrush(Qt::NoBrush));
    painter.setPen(QPen(full ? palette::ink() : palette::hairline(), 1.0));
    const bool upright_round = piece.kind == PieceKind::cylinder || piece.kind == PieceKind::capsule;
    const bool round = (upright_round && seen_ == Seen::above) || piece.kind == PieceKind::sphere;
    if (!piece.solid) {
        // A volume: a broken outline, with what is in it seen. Not in the blue of what was kept.
        QPen broken(full ? palette::quiet() : palette::hairline(), 1.2);
        broken.setDashPattern({5.0, 3.0});
        painter.setPen(broken);
        painter.setBrush(Qt::NoBrush);
    }
    if (round) {
        painter.drawEllipse(shape.boundingRect());
    } else if (piece.kind == PieceKind::capsule) {
        const double bend = 0.5 * shape.boundingRect().width();
        painter.drawRoundedRect(shape.boundingRect(), bend, bend);
    } else if (!piece.solid) {
        painter.drawPolygon(shape);
    } else {
        painter.drawPolygon(shape);
        if (full) {
            painter.setBrush(QBrush(palette::hairline(), Qt::BDiagPattern));
            painter.drawPolygon(shape);
        }
    }
    if (!full) return;
    const bool rises = piece.kind == PieceKind::ramp || piece.kind == PieceKind::steps;
    if (rises && seen_ == Seen::above) {
        const double turn = piece.turn_deg * std::numbers::pi / 180.0;
        const Vec3 way{std::cos(turn), std::sin(turn), 0.0};
        const QPointF low = at(piece.center - way * (0.4 * piece.size.x));
        const QPointF high = at(piece.center + way * (0.4 * piece.size.x));
        painter.drawLine(low, high);
        painter.setBrush(palette::ink());
        painter.drawEllipse(high, 2.5, 2.5);
    }
    const double wide = shape.boundingRect().width();
    const QString name = to_qt(piece.name);
    if (scale_ < names_from_scale || name.isEmpty() || wide < painter.fontMetrics().horizontalAdvance(name) + 8) return;
    label(painter, shape.boundingRect().topLeft() + QPointF(5, 14), name, palette::quiet());
}

void CourseDrawing::paint_other(QPainter& painter, const CourseItem& item) const {
    const ItemBox box = editor_.box(item);
    const QPolygonF shape = outline(item);
    const QRectF bounds = shape.boundingRect();
    if (!bounds.intersects(QRectF(rect()).adjusted(-80, -40, 80, 40))) return;
    if (seen_ != Seen::above && !in_band(item)) return;
    const QPointF middle = at(box.center);
    const double turn = box.turn_deg * std::numbers::pi / 180.0;
    const QPointF front(std::cos(turn), -std::sin(turn));
    painter.setPen(QPen(palette::ink(), 1.2));
    switch (item.kind) {
        case ItemKind::fixture:
            painter.setBrush(QColor(palette::ink().red(), palette::ink().green(), palette::ink().blue(), 60));
            painter.drawPolygon(shape);
            if (seen_ == Seen::above) painter.drawLine(middle, middle + front * (box.half.x * scale_ + 7.0));
            break;
        case ItemKind::target:
            painter.setBrush(palette::waiting());
            painter.drawEllipse(middle, std::max(3.0, box.half.x * scale_), std::max(3.0, box.half.x * scale_));
            break;
        case ItemKind::place:
            painter.setBrush(palette::sheet());
            painter.drawEllipse(middle, 5.0, 5.0);
            if (seen_ == Seen::above) painter.drawLine(middle + front * 5.0, middle + front * 12.0);
            break;
        case ItemKind::piece: return;
    }
}

/// The reach of its focus, and the front in which it listens.
void CourseDrawing::paint_focus(QPainter& painter, const CourseItem& item) const {
    const auto& program = editor_.session().program();
    if (!program || seen_ != Seen::above) return;
    const auto machine = program->find_machine(editor_.plan().fixtures[item.index].kind);
    if (!machine || !program->machines[*machine].fixture) return;
    const auto& focus = program->machines[*machine].fixture->focus;
    if (!focus) return;
    World none;
    none.actors.emplace_back();
    const Tuning& tuning = editor_.session().tuning(Side::now);
    const EvaluationContext moment{all_senses, *program, tuning, tuning, none, none.actors.front()};
    const double reach = number(moment, focus->reach);
    const double angle = focus->front ? number(moment, *focus->front) : 2.0 * std::numbers::pi;
    const ItemBox box = editor_.box(item);
    const QPointF middle = at(box.center);
    const double px = (reach + std::max(box.half.x, box.half.y)) * scale_;
    painter.setBrush(QColor(palette::waiting().red(), palette::waiting().green(), palette::waiting().blue(), 34));
    painter.setPen(QPen(palette::waiting(), 1.0, Qt::DashLine));
    const QRectF around(middle.x() - px, middle.y() - px, 2.0 * px, 2.0 * px);
    constexpr double sixteenths = 16.0 * 180.0 / std::numbers::pi;
    const double front = box.turn_deg * std::numbers::pi / 180.0;
    if (focus->front) {
        painter.drawPie(around, static_cast<int>((front - 0.5 * angle) * sixteenths),
                        static_cast<int>(angle * sixteenths));
    } else {
        painter.drawEllipse(around);
    }
}

void CourseDrawing::paint_links(QPainter& painter) const {
    const auto& fixtures = editor_.plan().fixtures;
    painter.setPen(QPen(palette::ink(), 1.2, Qt::DotLine));
    for (std::size_t i = 0; i < fixtures.size(); ++i) {
        for (std::size_t j = 0; j < fixtures.size(); ++j) {
            if (fixtures[i].link.empty() || fixtures[j].name != fixtures[i].link) continue;
            const QPointF from = at(editor_.box({ItemKind::fixture, i}).center);
            const QPointF to = at(editor_.box({ItemKind::fixture, j}).center);
            const QPointF way = to - from;
            const double length = std::hypot(way.x(), way.y());
            if (length < 1.0) continue;
            const QPointF across(-way.y() / length, way.x() / length);
            QPainterPath path(from);
            path.quadTo(0.5 * (from + to) + across * (0.12 * length), to);
            painter.setBrush(Qt::NoBrush);
            painter.drawPath(path);
            const QPointF tip = path.pointAtPercent(0.55);
            const QPointF back = path.pointAtPercent(0.5);
            const QPointF along = (tip - back) / std::max(1e-6, std::hypot(tip.x() - back.x(), tip.y() - back.y()));
            const QPointF side(-along.y(), along.x());
            painter.setBrush(palette::ink());
            painter.drawPolygon(QPolygonF({tip + along * 5, tip - along * 3 + side * 4, tip - along * 3 - side * 4}));
        }
    }
    if (drag_ == Drag::handle && handle_.kind == Handle::Kind::link && dragged_) {
        painter.setPen(QPen(palette::ink(), 1.6, Qt::DotLine));
        painter.drawLine(handle_.at, now_at_);
    }
}

void CourseDrawing::paint_paths(QPainter& painter) const {
    const auto draw = [&](const RunPointer& run, const QPen& pen) {
        if (!run || run->trace.empty()) return;
        painter.setPen(pen);
        painter.setBrush(Qt::NoBrush);
        for (const TraceTrack& track : run->trace.tracks) {
            QPolygonF line;
            for (const TraceRow& row : track.rows) {
                if (row.jumped && !line.isEmpty()) {
                    painter.drawPolyline(line);
                    line.clear();
                }
                const QPointF point = at(row.position);
                if (line.isEmpty() || (point - line.last()).manhattanLength() > 1.5) line << point;
            }
            painter.drawPolyline(line);
        }
    };
    const RunPointer now = editor_.session().now_run();
    const RunPointer kept = editor_.session().kept_run();
    if (now && kept && !kept->ingredients.same_as(now->ingredients))
        draw(kept, QPen(palette::kept(), 1.4, Qt::DashLine));
    draw(now, QPen(palette::now(), 1.8));
}

/// Flights of the chosen row in full, of the others their best.
void CourseDrawing::paint_reach(QPainter& painter) const {
    const std::vector<ReachRow>& rows = editor_.reach();
    std::vector<QRectF> taken;
    const auto draw = [&](const LeapAttempt& attempt, bool named) {
        QPolygonF line;
        for (const Vec3& feet : attempt.path) line << at(feet);
        if (line.size() < 2) return;
        const QColor color = attempt.reaches ? palette::holds() : palette::refused();
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(color, named ? 2.0 : 1.0, attempt.reaches ? Qt::SolidLine : Qt::DashLine));
        painter.drawPolyline(line);
        if (!named || seen_ == Seen::above) return;
        QPointF top = line.first();
        for (const QPointF& point : line)
            if (point.y() < top.y()) top = point;
        const QString text = QString("%1: %2").arg(to_qt(attempt.name), to_qt(leap_text(attempt)));
        QRectF area(top + QPointF(4, -18), painter.fontMetrics().size(0, text));
        const auto collides = [&] {
            return std::any_of(taken.begin(), taken.end(), [&](const QRectF& other) { return other.intersects(area); });
        };
        while (collides()) area.translate(0, -15);
        if (area.right() > width() - 4) area.moveRight(width() - 4);
        taken.push_back(area);
        label(painter, area.bottomLeft() + QPointF(0, -3), text, color);
    };
    for (std::size_t i = 0; i < rows.size(); ++i) {
        const bool chosen = static_cast<int>(i) == editor_.chosen_reach();
        if (!chosen) {
            for (const LeapAttempt* attempt : rows[i].leaps.telling()) {
                draw(*attempt, false);
                break;
            }
            continue;
        }
        // What reaches, and the nearest that doesn't.
        constexpr int max_named = 4;
        int named = 0;
        const LeapAttempt* nearest = nullptr;
        for (const LeapAttempt& attempt : rows[i].leaps.attempts) {
            if (attempt.reaches && named++ < max_named) draw(attempt, true);
            const bool tells = !attempt.reaches && attempt.low_m == 0.0 && !attempt.flies_over;
            if (tells && (nearest == nullptr || attempt.short_m < nearest->short_m)) nearest = &attempt;
        }
        if (nearest == nullptr && named == 0 && !rows[i].leaps.attempts.empty())
            nearest = rows[i].leaps.telling().front();
        if (nearest != nullptr) draw(*nearest, true);
    }
}

/// The way that was found last, with its presses; in dashes once something has changed since.
void CourseDrawing::paint_way(QPainter& painter) const {
    const auto& found = editor_.way();
    const auto* made = found ? std::get_if<WayOutcome>(&found->outcome->what) : nullptr;
    if (made == nullptr || !made->way.found) return;
    QPolygonF line;
    for (const Vec3& feet : made->way.path)
        if (const QPointF point = at(feet); line.isEmpty() || (point - line.last()).manhattanLength() > 1.5)
            line << point;
    const QColor color = palette::holds();
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(color, 2.2, found->stale ? Qt::DashLine : Qt::SolidLine));
    painter.drawPolyline(line);
    std::vector<QRectF> taken;
    const auto write = [&](const QPointF& place, const QString& text) {
        const QRectF area(place + QPointF(6, -16), painter.fontMetrics().size(0, text));
        if (std::any_of(taken.begin(), taken.end(), [&](const QRectF& other) { return other.intersects(area); }))
            return;
        taken.push_back(area);
        label(painter, area.bottomLeft() + QPointF(0, -3), text, color);
    };
    write(line.last(), to_qt(made->request.to) + (found->stale ? tr(" (stale)") : QString()));
    for (const TapeEvent& event : made->way.tape.tracks.front().events) {
        const auto* button = std::get_if<ButtonEvent>(&event.what);
        const auto tick = static_cast<std::size_t>(event.time_s * made->way.tape.rate_hz);
        if (button == nullptr || !button->down || tick >= made->way.path.size()) continue;
        const QPointF place = at(made->way.path[tick]);
        painter.setBrush(palette::paper());
        painter.setPen(QPen(color, 1.6));
        painter.drawEllipse(place, 3.2, 3.2);
        write(place, to_qt(button->button));
    }
}

void CourseDrawing::paint_dimension_line(QPainter& painter, const QPointF& a, const QPointF& b, const QString& text,
                                         std::vector<QRectF>& taken) const {
    const QPointF way = b - a;
    const double length = std::hypot(way.x(), way.y());
    if (length < 2.0) return;
    const QPointF across = QPointF(-way.y(), way.x()) / length * 5.0;
    painter.setPen(QPen(palette::ink(), 1.0));
    painter.drawLine(a, b);
    painter.drawLine(a - across, a + across);
    painter.drawLine(b - across, b + across);
    painter.setFont(palette::number_font(9.0));
    const QSizeF size = painter.fontMetrics().size(0, text);
    QRectF area(0.5 * (a + b) - QPointF(0.5 * size.width(), 0.5 * size.height()), size);
    const bool level = std::abs(way.x()) > std::abs(way.y());
    area.translate(level ? QPointF(0, size.height() * 0.5 + 8) : QPointF(size.width() * 0.5 + 9, 0));
    area = free_place(area, taken);
    painter.fillRect(area.adjusted(-2, 0, 2, 0), palette::paper());
    painter.drawText(area, Qt::AlignCenter, text);
    painter.setFont(palette::text_font(9.0));
}

void CourseDrawing::paint_dimensions(QPainter& painter) const {
    const CoursePlan& plan = editor_.plan();
    std::vector<QRectF> taken;
    if (const auto piece = editor_.single_piece()) {
        const ItemBox box = editor_.box(*piece);
        const QRectF bounds = outline(*piece).boundingRect();
        const QString size = seen_ == Seen::above
                                 ? QString("%1 × %2 m").arg(metres(2 * box.half.x), metres(2 * box.half.y))
                                 : tr("top at %1 m").arg(metres(box.top()));
        painter.setFont(palette::number_font(9.0));
        const QPointF size_at(bounds.left(), std::max(14.0, bounds.top() - 8));
        taken.push_back(QRectF(painter.fontMetrics().boundingRect(size)).translated(size_at));
        label(painter, size_at, size, palette::ink());
        if (seen_ == Seen::above) {
            for (const GapLine& gap : gaps_of(plan, *piece, max_gap_m))
                paint_dimension_line(painter, at(gap.from), at(gap.to), metres(gap.length()) + " m", taken);
        } else if (!editor_.reach().empty()) {
            const auto row = static_cast<std::size_t>(editor_.chosen_reach());
            const LeapWay& way = *editor_.reach()[std::min(row, editor_.reach().size() - 1)].leaps.way;
            if (std::abs(way.rise()) > 0.01) {
                Vec3 foot = way.lip;
                foot.z = way.edge.z;
                paint_dimension_line(painter, at(foot), at(way.lip), metres(std::abs(way.rise())) + " m", taken);
            }
            if (way.gap() > 0.05 && std::abs(way.direction[across_axis()]) > 0.5) {
                Vec3 over = way.lip;
                over.z = way.edge.z;
                const QPointF below(0, 22);
                paint_dimension_line(painter, at(way.edge) + below, at(over) + below, metres(way.gap()) + " m", taken);
            }
        }
        painter.setFont(palette::text_font(9.0));
    }
    if (measured_) {
        const Vec3 way = measured_->second - measured_->first;
        paint_dimension_line(painter, at(measured_->first), at(measured_->second),
                             tr("%1 m").arg(metres(glm::length(way))), taken);
    }
}

void CourseDrawing::paint_selection(QPainter& painter) const {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(palette::now(), 2.0));
    for (const CourseItem& item : editor_.selected()) painter.drawPolygon(outline(item));
    painter.setBrush(palette::sheet());
    painter.setPen(QPen(palette::now(), 1.4));
    for (const Handle& handle : handles()) {
        switch (handle.kind) {
            case Handle::Kind::side:
            case Handle::Kind::corner: painter.drawRect(QRectF(handle.at.x() - 4, handle.at.y() - 4, 8, 8)); break;
            case Handle::Kind::turn: painter.drawEllipse(handle.at, 5, 5); break;
            case Handle::Kind::path_point:
                painter.drawEllipse(handle.at, 6, 6);
                if (!handle.stops) break;
                painter.setBrush(palette::now());
                painter.drawEllipse(handle.at, 2.5, 2.5);
                painter.setBrush(palette::sheet());
                break;
            case Handle::Kind::path_end:
                painter.drawEllipse(handle.at, 5, 5);
                painter.drawLine(handle.at - QPointF(3, 0), handle.at + QPointF(3, 0));
                painter.drawLine(handle.at - QPointF(0, 3), handle.at + QPointF(0, 3));
                label(painter, handle.at + QPointF(10, 4), tr("path"), palette::quiet());
                painter.setBrush(palette::sheet());
                painter.setPen(QPen(palette::now(), 1.4));
                break;
            case Handle::Kind::link: {
                painter.drawEllipse(handle.at, 5, 5);
                painter.setPen(QPen(palette::ink(), 1.2, Qt::DotLine));
                painter.drawLine(handle.at + QPointF(6, 0), handle.at + QPointF(18, 0));
                label(painter, handle.at + QPointF(22, 4), tr("link"), palette::quiet());
                painter.setPen(QPen(palette::now(), 1.4));
                break;
            }
        }
    }
    if (drag_ == Drag::box && dragged_) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(palette::quiet(), 1.0, Qt::DashLine));
        painter.drawRect(QRectF(pressed_at_, now_at_).normalized());
    }
}

void CourseDrawing::paint_items(QPainter& painter) const {
    const CoursePlan& plan = editor_.plan();
    std::vector<std::size_t> upward(plan.pieces.size());
    for (std::size_t i = 0; i < upward.size(); ++i) upward[i] = i;
    std::stable_sort(upward.begin(), upward.end(), [&](std::size_t a, std::size_t b) {
        const auto rank = [&](std::size_t i) {
            const CourseItem item{ItemKind::piece, i};
            const ItemBox box = editor_.box(item);
            // From the side what lies behind the selection first, then by how near it is.
            constexpr double in_front = 1e6;
            return seen_ == Seen::above ? box.top() : (in_band(item) ? in_front : 0.0) - box.center[1 - across_axis()];
        };
        return rank(a) < rank(b);
    });
    for (const std::size_t i : upward) paint_piece(painter, {ItemKind::piece, i});
    for (const CourseItem& item : all_items(plan)) {
        if (item.kind == ItemKind::fixture && (editor_.shows_focus() || editor_.is_selected(item)))
            paint_focus(painter, item);
        paint_other(painter, item);
    }
    for (const ItemName& name : names())
        label(painter, name.area.bottomLeft() - QPointF(0.0, QFontMetricsF(painter.font()).descent()), name.text,
              name.item.kind == ItemKind::place ? palette::quiet() : palette::ink());
}

void CourseDrawing::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), palette::paper());
    painter.setFont(palette::text_font(9.0));
    painter.setRenderHint(QPainter::Antialiasing);
    paint_water(painter);
    paint_grid(painter);
    if (!editor_.session().course()) {
        painter.setPen(palette::quiet());
        painter.drawText(rect(), Qt::AlignCenter, tr("This project has no readable course."));
        return;
    }
    paint_items(painter);
    paint_fixture_paths(painter);
    paint_links(painter);
    paint_paths(painter);
    paint_reach(painter);
    paint_way(painter);
    paint_dimensions(painter);
    paint_selection(painter);
    label(painter, QPointF(10.0, height() - 9.0), tr("1 square = %1 m").arg(square_m(), 0, 'g'), palette::quiet());
}

}  // namespace leap::studio
