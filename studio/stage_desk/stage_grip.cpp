// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_grip.hpp"

#include <cmath>

#include "core/senses/hands.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {

constexpr double move_handle_m = 0.55;
constexpr double turn_handle_m = 0.4;
constexpr double near_px = 9.0;
constexpr double rad_per_px = 0.01;

/// The dial that an expression is, when it is nothing else.
std::optional<DialId> plain_dial(const Program& program, const Expression& expression) {
    if (expression.count != 1) return std::nullopt;
    const Instruction& in = program.code[expression.first];
    return in.op == Op::dial ? std::optional(DialId::read(in.index)) : std::nullopt;
}

}  // namespace

std::vector<GripHandle> grip_handles(const SceneView& rehearsal, const World& state, const Actor& actor) {
    std::vector<GripHandle> out;
    const EvaluationContext m = rehearsal.context(state, actor);
    if (!m.body().hands) return out;
    for (std::size_t rigid = 0; rigid < state.loose.size(); ++rigid) {
        const RigidState& loose = state.loose[rigid];
        const std::size_t fixture = m.layout.rigid[rigid].fixture;
        const Phase* phase = fixture_phase(m, fixture);
        if (phase == nullptr || !phase->effects.in_hand || loose.hand < 0) continue;
        if (!loose.holder.is_actor(static_cast<std::size_t>(actor.id))) continue;
        const HandPose hand = hand_pose(m, loose.hand);
        const Vec3 thing = fixture_pose(m, fixture).center;
        const double mirrored = loose.hand == 0 ? -1.0 : 1.0;
        const auto add = [&](const Expression& expression, int axis, bool turns) {
            const auto dial = plain_dial(rehearsal.program, expression);
            if (!dial) return;
            GripHandle handle;
            handle.dial = *dial;
            handle.word = to_qt(rehearsal.program.dials[*dial].name);
            handle.thing = thing;
            handle.turns = turns;
            handle.axis[axis] = 1.0;
            handle.axis = hand.turn * handle.axis;
            handle.at = thing + handle.axis * (turns ? -turn_handle_m : move_handle_m);
            // Aside, and turns about the other two axes, are mirrored in the left hand.
            if (turns ? axis != 1 : axis == 1) handle.axis *= mirrored;
            out.push_back(handle);
        };
        const Grip& grip = *phase->effects.in_hand;
        for (int i = 0; i < 3; ++i) add(grip.at[static_cast<std::size_t>(i)], i, false);
        if (grip.turned)
            for (int i = 0; i < 3; ++i) add((*grip.turned)[static_cast<std::size_t>(i)], i, true);
    }
    return out;
}

std::optional<GripHandle> grip_handle_at(const std::vector<GripHandle>& handles, const StageCamera& camera, QSize size,
                                         const QPointF& point) {
    for (const GripHandle& handle : handles) {
        const auto at = camera.project(handle.at, size);
        if (at && std::hypot(at->x() - point.x(), at->y() - point.y()) <= near_px) return handle;
    }
    return std::nullopt;
}

double grip_change(const GripHandle& handle, const StageCamera& camera, QSize size, const QPointF& drag) {
    if (handle.turns) return drag.x() * rad_per_px;
    const auto from = camera.project(handle.thing, size);
    const auto to = camera.project(handle.thing + handle.axis * move_handle_m, size);
    if (!from || !to) return 0.0;
    const QPointF way = (*to - *from) / move_handle_m;  // pixels for a metre
    const double squared = way.x() * way.x() + way.y() * way.y();
    constexpr double head_on_px = 12.0;  // seen along the axis a drag upwards is a drag away
    if (squared < head_on_px * head_on_px) return -drag.y() * 0.003;
    return (drag.x() * way.x() + drag.y() * way.y()) / squared;
}

void paint_grip(QPainter& painter, const std::vector<GripHandle>& handles, const StageCamera& camera, QSize size,
                DialId chosen) {
    painter.setFont(palette::text_font(8.5));
    for (const GripHandle& handle : handles) {
        const auto thing = camera.project(handle.thing, size);
        const auto at = camera.project(handle.at, size);
        if (!thing || !at) continue;
        painter.setPen(QPen(palette::light().paper, 1.4));
        painter.drawLine(*thing, *at);
        painter.setBrush(handle.turns ? palette::light().waiting : palette::light().now);
        if (handle.turns) {
            painter.drawEllipse(*at, 5.0, 5.0);
        } else {
            painter.drawRect(QRectF(at->x() - 4.5, at->y() - 4.5, 9.0, 9.0));
        }
        if (handle.dial == chosen) {
            painter.setBrush(Qt::NoBrush);
            painter.drawEllipse(*at, 9.0, 9.0);
        }
        painter.drawText(*at + QPointF(handle.dial == chosen ? 13 : 8, 4), handle.word);
    }
    painter.setBrush(Qt::NoBrush);
}

}  // namespace leap::studio
