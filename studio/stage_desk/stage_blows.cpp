// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_blows.hpp"

#include <QPainterPath>
#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "core/bodies/known_poses.hpp"
#include "core/senses/blows.hpp"
#include "core/units/turn.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {
namespace {

const QColor misses(0xE8, 0xC8, 0x7A);
const QColor meets(0xC4, 0x6A, 0x3C);

/// Both ends as rings seen from the view, and the two sides between them.
QPainterPath outline(const Capsule& capsule, const Vec3& feet, const StageCamera& camera, QSize size) {
    constexpr int steps = 28;
    const Vec3 to = direction_or_zero(feet - camera.position());
    const Vec3 right = direction_or_zero(glm::cross(to, world_up));
    const Vec3 above = glm::cross(right, to);
    QPainterPath out;
    for (const double end : {0.0, 1.0}) {
        const Vec3 middle = feet + world_up * (capsule.radius + end * capsule.segment());
        QPolygonF ring;
        for (int i = 0; i <= steps; ++i) {
            const double angle = 2.0 * std::numbers::pi * i / steps;
            const auto point =
                camera.project(middle + (right * std::cos(angle) + above * std::sin(angle)) * capsule.radius, size);
            if (!point) return {};
            ring << *point;
        }
        QPainterPath round;
        round.addPolygon(ring);
        out = out.united(round);
        if (end > 0.0 || capsule.segment() <= 0.0) continue;
        const Vec3 low = feet + world_up * capsule.radius;
        const Vec3 high = low + world_up * capsule.segment();
        QPolygonF between;
        for (const Vec3& corner : {low - right * capsule.radius, low + right * capsule.radius,
                                   high + right * capsule.radius, high - right * capsule.radius}) {
            const auto point = camera.project(corner, size);
            if (!point) return {};
            between << *point;
        }
        QPainterPath side;
        side.addPolygon(between);
        side.closeSubpath();
        out = out.united(side);
    }
    return out;
}

/// The six faces laid over each other.
QPainterPath outline(const UprightBox& box, const Vec3& feet, const StageCamera& camera, QSize size) {
    const Vec3 ahead = facing_direction(box.turn_rad) * box.half.x;
    const Vec3 left = Vec3{-std::sin(box.turn_rad), std::cos(box.turn_rad), 0.0} * box.half.y;
    const Vec3 above = world_up * box.half.z;
    const Vec3 middle = feet + above;
    QPainterPath out;
    for (const auto& [out_of, one, other] :
         {std::array{ahead, left, above}, {left, above, ahead}, {above, ahead, left}}) {
        for (const double side : {-1.0, 1.0}) {
            QPolygonF face;
            for (const auto& [u, v] : {std::pair{-1.0, -1.0}, {1.0, -1.0}, {1.0, 1.0}, {-1.0, 1.0}}) {
                const auto point = camera.project(middle + out_of * side + one * u + other * v, size);
                if (!point) return {};
                face << *point;
            }
            QPainterPath path;
            path.addPolygon(face);
            path.closeSubpath();
            out = out.united(path);
        }
    }
    return out;
}

void paint_one(QPainter& p, QSize size, const StageCamera& camera, const QString& name, const DealtBlow& dealt,
               bool met) {
    const QPainterPath path =
        std::visit([&](const auto& shape) { return outline(shape, dealt.feet, camera, size); }, dealt.shape);
    if (path.isEmpty()) return;
    const QColor color = met ? meets : misses;
    QColor inside = color;
    inside.setAlpha(met ? 110 : 28);
    p.setPen(QPen(color, 1.6, met ? Qt::SolidLine : Qt::DashLine));
    p.setBrush(inside);
    p.drawPath(path);
    const QFontMetricsF metrics(p.font());
    const QRectF box(path.boundingRect().center().x() - metrics.horizontalAdvance(name) / 2 - 4,
                     path.boundingRect().top() - metrics.height() - 8, metrics.horizontalAdvance(name) + 8,
                     metrics.height() + 3);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(0x1C, 0x22, 0x2E, 170));
    p.drawRoundedRect(box, 3, 3);
    p.setPen(color);
    p.drawText(box, Qt::AlignCenter, name);
}

}  // namespace

void paint_blows(QPainter& painter, QSize size, const StageCamera& camera, const Session& session) {
    const Ingredients& made = session.run_ingredients();
    if (!made.program || !made.program->has_blows) return;
    const World state = session.world_at(session.cursor());
    const SceneView rehearsal = made.rehearsal();
    painter.setFont(palette::text_font(8.5));
    const auto paint_all = [&](const EvaluationContext& moment, const Owner& striker) {
        for (const DealtBlow& dealt : dealt_blows(moment)) {
            const bool met = std::any_of(state.met.begin(), state.met.end(), [&](const Met& one) {
                return one.striker == striker && one.machine == dealt.machine && one.blow == dealt.index;
            });
            const auto event = static_cast<std::size_t>(dealt.blow->event);
            paint_one(painter, size, camera, to_qt(made.program->events[event]), dealt, met);
        }
    };
    for (std::size_t i = 0; i < state.actors.size(); ++i) {
        StepCache memo;
        const EvaluationContext moment = context_at(rehearsal, state, state.actors[i], memo);
        paint_all(moment, actor_owner(i));
        if (i > 0) continue;
        for (std::size_t k = 0; k < state.fixtures.size(); ++k) paint_all(moment.of_fixture(k), fixture_owner(k));
    }
}

}  // namespace leap::studio
