// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_probes.hpp"

#include <QFontMetricsF>

#include "core/bodies/known_poses.hpp"
#include "core/senses/explain.hpp"
#include "core/senses/probes.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {
namespace {

const QColor found(0xA9, 0xD8, 0x8E);
const QColor missed(0xFF, 0x9A, 0x84);

void paint_one(QPainter& p, QSize size, const StageCamera& camera, const QString& name, syntax::ProbeKind kind,
               const ProbeResult& result) {
    const auto from = camera.project(result.from, size);
    const auto to = camera.project(result.point, size);
    if (!to) return;
    p.setPen(QPen(result.hit ? found : missed, 1.4, result.hit ? Qt::SolidLine : Qt::DotLine));
    p.setBrush(Qt::NoBrush);
    const bool has_way = kind != syntax::ProbeKind::room && result.point != result.from;
    if (from && has_way) p.drawLine(*from, *to);
    // A target that is marked gets corners round it, any other find a point.
    if (kind == syntax::ProbeKind::nearest && result.hit) {
        constexpr double r = 13.0;
        constexpr double side = 5.0;
        for (const QPointF corner : {QPointF(-1, -1), QPointF(1, -1), QPointF(1, 1), QPointF(-1, 1)}) {
            const QPointF at = *to + corner * r;
            p.drawLine(at, at - QPointF(corner.x() * side, 0));
            p.drawLine(at, at - QPointF(0, corner.y() * side));
        }
    } else {
        if (result.hit) p.setBrush(found);
        p.drawEllipse(*to, 3.5, 3.5);
    }
    QString words = name;
    if (result.hit && has_way) words += "  " + to_qt(quantity_text(result.distance, dimensions::length, 2));
    if (!result.hit) words += QObject::tr("  nothing");
    const QFontMetricsF metrics(p.font());
    const QRectF box(to->x() + 16, to->y() - metrics.height() / 2 - 2, metrics.horizontalAdvance(words) + 8,
                     metrics.height() + 3);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(0x1C, 0x22, 0x2E, 170));
    p.drawRoundedRect(box, 3, 3);
    p.setPen(result.hit ? found : missed);
    p.drawText(box, Qt::AlignCenter, words);
}

}  // namespace

void paint_probes(QPainter& painter, QSize size, const StageCamera& camera, const Session& session, MachineId machine) {
    const World state = session.world_at(session.cursor());
    if (state.actors.empty()) return;
    const Ingredients& made = session.run_ingredients();
    const Program& program = *made.program;
    if (!program.has(machine)) return;
    const std::string prefix = program.machines[machine].name + ".";
    const SceneView rehearsal = made.rehearsal();
    StepCache memo;
    EvaluationContext moment = context_at(rehearsal, state, state.actors[session.character()], memo);
    if (program.machines[machine].kind == MachineKind::fixture) {
        const auto shown = fixture_to_explain(moment, machine);
        if (!shown) return;
        moment.fixture = FixtureId(*shown);
    }
    painter.setFont(palette::text_font(8.5));
    for (std::size_t i = 0; i < program.probes.size(); ++i) {
        const ProbeInfo& probe = program.probes[i];
        if (!probe.path.starts_with(prefix)) continue;
        paint_one(painter, size, camera, to_qt(probe.path.substr(prefix.size())), probe.kind,
                  ask_probe(moment, static_cast<std::int32_t>(i)));
    }
}

}  // namespace leap::studio
