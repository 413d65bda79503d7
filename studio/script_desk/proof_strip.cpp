// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/proof_strip.hpp"

#include <QPainter>
#include <algorithm>

#include "core/bodies/known_poses.hpp"
#include "core/senses/explain.hpp"
#include "core/tape/replay.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
constexpr double length_s = 2.4;
constexpr double press_at_s = 0.6;
constexpr double press_for_s = 0.5;

/// Flat ground, and the fixture in the way when one is proved.
Course flat_ground(const Machine& machine) {
    CoursePlan plan;
    constexpr double ahead_m = 5.0;
    if (machine.kind == MachineKind::fixture)
        plan.fixtures.push_back({machine.name, machine.name, {ahead_m, 0.0, 0.0}, 180.0, {}});
    plan.places.push_back({"start", Vec3{0.0}, 0.0});
    Piece ground;
    ground.center = {0.0, 0.0, -1.0};
    ground.size = {400.0, 400.0, 2.0};
    plan.pieces.push_back(ground);
    return build_course(std::move(plan));
}

Tape one_press(const std::string& button) {
    Tape tape;
    tape.name = "proof";
    tape.tracks[0].start_place = "start";
    tape.length_s = length_s;
    const auto add = [&](double time, auto what) {
        TapeEvent event;
        event.time_s = time;
        event.what = what;
        tape.tracks[0].events.push_back(event);
    };
    add(0.0, StickEvent{Vec2{0.0, 1.0}});
    if (!button.empty()) {
        add(press_at_s, ButtonEvent{button, true});
        add(press_at_s + press_for_s, ButtonEvent{button, false});
    }
    return tape;
}
}  // namespace

ProofStrip::ProofStrip(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setAccessibleName(tr("Proof of the move"));
    setMinimumHeight(170);
    connect(&session_, &Session::program_changed, this, &ProofStrip::prove);
    connect(&session_, &Session::tuning_changed, this, &ProofStrip::prove);
}

void ProofStrip::show_machine(MachineId machine) {
    if (machine == machine_) return;
    machine_ = machine;
    prove();
}

void ProofStrip::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    prove();
}

/// Nothing is worked out while another desk is in front.
void ProofStrip::prove() {
    if (!isVisible()) return;
    trace_ = {};
    reason_.clear();
    update();
    const auto program = session_.program();
    if (!program || !program->has(machine_)) return;
    const Machine& machine = program->machines[machine_];
    const Tuning& tuning = session_.tuning(Side::now);
    const Course ground = flat_ground(machine);
    const SceneView rehearsal{*program, tuning, ground};
    const bool used = machine.fixture && machine.fixture->focus;
    const ButtonId button = used ? machine.fixture->focus->button : machine.button;
    const Tape tape = one_press(!button ? std::string() : program->buttons[button].name);
    auto trace = replay(rehearsal, tape);
    if (!trace) {
        reason_ = to_qt(trace.error());
        return;
    }
    trace_ = std::move(*trace);
    const bool ran = std::any_of(trace_.spans.begin(), trace_.spans.end(),
                                 [&](const PhaseSpan& span) { return span.machine == machine_; });
    if (!ran && machine.kind == MachineKind::fixture)
        reason_ = tr("Running into it, with a press of its button, changes nothing");
    if (ran || machine.kind != MachineKind::move) return;
    const auto inputs = resolve_inputs(*program, tape);
    const World state = world_at(rehearsal, *inputs, trace_, press_at_s);
    StepCache around;
    const EvaluationContext moment = context_at(rehearsal, state, state.actors[0], around);
    reason_ = tr("Does not start on flat ground: %1").arg(to_qt(explain_move(moment, machine_).why));
}

void ProofStrip::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), palette::sheet());
    p.setPen(palette::hairline());
    p.drawLine(0, 0, width(), 0);
    p.setFont(palette::text_font(9.5, true));
    p.setPen(palette::ink());
    p.drawText(QRectF(18, 8, width() - 30, 18), Qt::AlignVCenter, tr("Proof: alone on flat ground, one press"));
    p.setFont(palette::text_font(8.5));
    if (trace_.empty() || !reason_.isEmpty()) {
        p.setPen(palette::quiet());
        p.drawText(QRectF(18, 30, width() - 36, 40), Qt::AlignTop | Qt::TextWordWrap, reason_);
        return;
    }
    p.setRenderHint(QPainter::Antialiasing);
    const double left = 64.0;
    const double right = width() - 14.0;
    const auto x_of = [&](double time) { return left + time / length_s * (right - left); };
    const Program& program = *session_.program();
    const QColor hue = machine_hue(program, machine_);
    for (const PhaseSpan& span : trace_.spans) {
        if (span.machine != machine_) continue;
        const QRectF bar(x_of(span.from), 32, std::max(1.0, x_of(span.to) - x_of(span.from)), 15);
        p.fillRect(bar, palette::phase_tint(hue, span.phase.at()));
        const auto& phases = program.machines[machine_].phases;
        p.setPen(palette::ink());
        const QString name = to_qt(phases[span.phase].name);
        p.drawText(bar.adjusted(3, 0, 0, 0), Qt::AlignVCenter,
                   QFontMetricsF(p.font()).elidedText(name, Qt::ElideRight, bar.width() - 4));
    }
    const auto curve = [&](const QString& name, Quantity quantity, const char* unit, double top, double bottom) {
        const double high = std::max(0.5, extreme(trace_.tracks[0], quantity, {0.0, length_s}, true));
        QPolygonF line;
        for (double t = 0.0; t <= length_s; t += 0.01)
            line << QPointF(x_of(t),
                            bottom - std::max(0.0, quantity_at(trace_.tracks[0], quantity, t)) / high * (bottom - top));
        p.setPen(palette::quiet());
        p.drawText(QRectF(18, top - 2, 60, 14), Qt::AlignVCenter, name);
        p.setFont(palette::number_font(8.5));
        p.drawText(QRectF(18, top + 12, 60, 14), Qt::AlignVCenter, QString("%1 %2").arg(high, 0, 'f', 2).arg(unit));
        p.setFont(palette::text_font(8.5));
        p.setPen(palette::hairline());
        p.drawLine(QPointF(left, bottom), QPointF(right, bottom));
        p.setPen(QPen(palette::now(), 1.5));
        p.drawPolyline(line);
    };
    const double middle = 56.0 + (height() - 66.0) / 2;
    curve(tr("feet"), Quantity::feet, "m", 56.0, middle - 6);
    curve(tr("speed"), Quantity::speed, "m/s", middle + 4, height() - 10.0);
}

}  // namespace leap::studio
