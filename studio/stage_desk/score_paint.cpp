// SPDX-License-Identifier: GPL-3.0-or-later
#include <QPainter>
#include <QPainterPath>
#include <cmath>

#include "studio/shared/palette.hpp"
#include "studio/stage_desk/score_metrics.hpp"
#include "studio/stage_desk/score_view.hpp"

namespace leap::studio {

using namespace score;

namespace {

QString elided(QPainter& p, const QString& text, double width) {
    return QFontMetricsF(p.font()).elidedText(text, Qt::ElideRight, width);
}

/// A lamp says by its shape what its colour says: filled, half, hollow, or a ring round a dot while it runs.
void paint_lamp(QPainter& p, const QPointF& middle, Readiness readiness) {
    constexpr double r = 4.5;
    p.setRenderHint(QPainter::Antialiasing);
    switch (readiness) {
        case Readiness::ready:
            p.setPen(Qt::NoPen);
            p.setBrush(palette::holds());
            p.drawEllipse(middle, r, r);
            break;
        case Readiness::active:
            p.setPen(QPen(palette::holds(), 1.6));
            p.setBrush(Qt::NoBrush);
            p.drawEllipse(middle, r, r);
            p.setPen(Qt::NoPen);
            p.setBrush(palette::holds());
            p.drawEllipse(middle, 2.0, 2.0);
            break;
        case Readiness::waiting:
            p.setPen(QPen(palette::waiting(), 1.6));
            p.setBrush(Qt::NoBrush);
            p.drawEllipse(middle, r, r);
            p.setPen(Qt::NoPen);
            p.setBrush(palette::waiting());
            p.drawPie(QRectF(middle.x() - r, middle.y() - r, 2 * r, 2 * r), 90 * 16, -180 * 16);
            break;
        case Readiness::refused:
            p.setPen(QPen(palette::refused(), 1.6));
            p.setBrush(Qt::NoBrush);
            p.drawEllipse(middle, r, r);
            break;
    }
    p.setRenderHint(QPainter::Antialiasing, false);
}

constexpr double straightest_px = 0.1;

/// A round step of time that leaves room for its label.
double ruler_step(double seconds_per_pixel) {
    const double wanted = seconds_per_pixel * 70.0;
    const double power = std::pow(10.0, std::floor(std::log10(wanted)));
    for (const double factor : {1.0, 2.0, 5.0})
        if (power * factor >= wanted) return power * factor;
    return power * 10.0;
}

}  // namespace

/// While the cursor goes on only the lamps, the values and the cursor itself are painted; the rest is kept as a
/// picture.
void ScoreView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    if (!program() || trace() == nullptr) {
        p.fillRect(rect(), palette::paper());
        p.setFont(palette::text_font());
        p.setPen(palette::quiet());
        p.drawText(rect(), Qt::AlignCenter, tr("Play once: what you press and what it does is drawn here"));
        return;
    }
    const QSize wanted = size() * devicePixelRatioF();
    if (!still_is_current_ || still_.size() != wanted) {
        still_ = QPixmap(wanted);
        still_.setDevicePixelRatio(devicePixelRatioF());
        QPainter still(&still_);
        paint_still(still);
        still_is_current_ = true;
    }
    p.drawPixmap(0, 0, still_);
    p.setClipRect(lanes_region());
    for (const Lane& lane : lanes_)
        if (lane.kind == Lane::Kind::move) paint_move_head(p, lane);
    p.setClipping(false);
    for (const Lane& lane : lanes_)
        if (lane.kind == Lane::Kind::curve) paint_value(p, lane);
    paint_selected_press(p);
    paint_held_point(p);
    paint_loop(p);
    paint_cursor(p);
}

void ScoreView::paint_still(QPainter& p) {
    p.fillRect(rect(), palette::paper());
    paint_grid(p);
    paint_lanes(p, true);
    // What stays in view covers what is scrolled under it.
    for (const QRectF& part : {QRectF(0, 0, width(), lanes_top_), QRectF(0, lanes_bottom_, width(), height())}) {
        p.fillRect(part, palette::paper());
        p.setClipRect(part);
        paint_grid(p);
        p.setClipping(false);
    }
    paint_lanes(p, false);
    p.setPen(palette::hairline());
    p.drawLine(QPointF(head_width, 0), QPointF(head_width, height()));
    p.drawLine(QPointF(0, lanes_top_ - 2), QPointF(width(), lanes_top_ - 2));
    if (!curves_.empty()) p.fillRect(QRectF(0, lanes_bottom_ + 1, width(), divider_height - 2), palette::faint());
}

void ScoreView::paint_lanes(QPainter& p, bool scrolling) {
    for (const Lane& lane : lanes_) {
        if (scrolls(lane.kind) != scrolling) continue;
        if (scrolling && (lane.box.bottom() < lanes_top_ || lane.box.top() > lanes_bottom_)) continue;
        // The selected move's lane is marked through its whole length.
        if (lane.kind == Lane::Kind::move && lane.machine == selected_) p.fillRect(lane.box, palette::faint());
        switch (lane.kind) {
            case Lane::Kind::ruler: paint_ruler(p, lane); break;
            case Lane::Kind::stick: paint_stick(p, lane); break;
            case Lane::Kind::input: paint_input(p, lane); break;
            case Lane::Kind::button:
                paint_button(p, lane);
                paint_leeway(p, lane);
                break;
            case Lane::Kind::stance:
            case Lane::Kind::move: paint_spans(p, lane); break;
            case Lane::Kind::fixture: paint_fixture(p, lane); break;
            case Lane::Kind::folded: paint_folded(p, lane); break;
            case Lane::Kind::curve: paint_curve(p, lane); break;
        }
    }
}

void ScoreView::paint_folded(QPainter& p, const Lane& lane) {
    p.setFont(palette::text_font(8.5));
    p.setPen(palette::quiet());
    const QString words =
        lane.index == 1 ? tr("1 move not used on this tape") : tr("%1 moves not used on this tape").arg(lane.index);
    p.drawText(QRectF(14, lane.box.top(), head_width - 18, lane.box.height()), Qt::AlignVCenter,
               elided(p, words, head_width - 18));
    p.drawText(QRectF(head_width + 8, lane.box.top(), 200, lane.box.height()), Qt::AlignVCenter,
               unfolded_ ? tr("hide") : tr("show"));
}

/// A line down from each of the ruler's marks.
void ScoreView::paint_grid(QPainter& p) {
    const double step = ruler_step((to_ - from_) / std::max(1.0, width() - head_width));
    p.setPen(palette::faint());
    for (double t = std::ceil(from_ / step) * step; t <= to_; t += step)
        p.drawLine(QPointF(x_of(t), ruler_height), QPointF(x_of(t), height()));
}

void ScoreView::paint_ruler(QPainter& p, const Lane& lane) {
    const double step = ruler_step((to_ - from_) / std::max(1.0, width() - head_width));
    p.setFont(palette::number_font(8.0));
    const int decimals = step < 0.01 ? 3 : (step < 0.1 ? 2 : (step < 1.0 ? 1 : 0));
    for (double t = std::ceil(from_ / step) * step; t <= to_; t += step) {
        const double x = x_of(t);
        p.setPen(palette::quiet());
        if (x + 44 < width())
            p.drawText(QRectF(x + 4, lane.box.top(), 60, lane.box.height()), Qt::AlignVCenter,
                       QString("%1 s").arg(t, 0, 'f', decimals));
    }
    if (session_.character_count() > 1) {
        // Whose lanes these are.
        p.setFont(palette::text_font(9.5, true));
        p.setPen(palette::ink());
        p.drawText(QRectF(14, lane.box.top(), head_width - 18, lane.box.height()), Qt::AlignVCenter,
                   session_.character_name(session_.character()));
    }
    p.setPen(palette::hairline());
    p.drawLine(lane.box.bottomLeft(), lane.box.bottomRight());
    paint_events(p, lane);
}

/// Events stand as short ticks under the ruler: down for landing, up for leaving, a dot for the rest.
void ScoreView::paint_events(QPainter& p, const Lane& lane) {
    const double base = lane.box.bottom();
    p.setRenderHint(QPainter::Antialiasing);
    for (const TraceEvent& event : trace()->events) {
        if (event.time < from_ || event.time > to_ || !is_of_character(event.actor)) continue;
        const double x = x_of(event.time);
        if (event.kind == EventKind::landed || event.kind == EventKind::left_ground) {
            const double tip = event.kind == EventKind::landed ? base : base - 5;
            const double back = event.kind == EventKind::landed ? base - 5 : base;
            p.setPen(QPen(palette::ink(), 1.2));
            p.drawLine(QPointF(x - 2.5, back), QPointF(x, tip));
            p.drawLine(QPointF(x + 2.5, back), QPointF(x, tip));
        } else if (event.kind == EventKind::cut || event.kind == EventKind::fault) {
            p.setPen(QPen(palette::now(), 1.4));
            p.drawLine(QPointF(x - 2.5, base - 5), QPointF(x + 2.5, base));
            p.drawLine(QPointF(x - 2.5, base), QPointF(x + 2.5, base - 5));
        } else if (event.kind == EventKind::bumped_wall || event.kind == EventKind::bumped_ceiling ||
                   event.kind == EventKind::emitted) {
            p.setPen(Qt::NoPen);
            p.setBrush(palette::quiet());
            p.drawEllipse(QPointF(x, base - 3), 1.8, 1.8);
        }
    }
    p.setRenderHint(QPainter::Antialiasing, false);
}

void ScoreView::paint_stick(QPainter& p, const Lane& lane) {
    p.setFont(palette::text_font(9.0));
    p.setPen(palette::ink());
    p.drawText(QRectF(14, lane.box.top(), 100, lane.box.height()), Qt::AlignVCenter, tr("stick"));
    p.setPen(palette::quiet());
    if (!session_.playing())
        p.drawText(QRectF(14, lane.box.top(), head_width - 24, lane.box.height()), Qt::AlignVCenter | Qt::AlignRight,
                   input_curves_ ? tr("hide curves") : tr("edit curves"));
    // How far it is tilted; the sign of a mark above tells ahead from back.
    const double low = lane.box.bottom() - 3;
    const double range = lane.box.height() - 6;
    QPolygonF line;
    if (trace()->empty()) return;
    const TraceTrack& track = trace()->tracks[session_.character()];
    const auto& rows = track.rows;
    double last = -1.0;
    for (std::size_t i = row_at(track, from_); i < rows.size(); ++i) {
        const double tilt = glm::length(rows[i].stick);
        if (last >= 0.0 && tilt != last) line << QPointF(x_of(rows[i].time), low - last * range);
        if (tilt != last) line << QPointF(x_of(rows[i].time), low - tilt * range);
        last = tilt;
        if (rows[i].time > to_) break;
    }
    if (!rows.empty()) line << QPointF(x_of(rows.back().time), low - std::max(0.0, last) * range);
    p.setClipRect(QRectF(head_width, 0, width(), height()));
    p.setPen(QPen(palette::ink(), 1.3));
    p.drawPolyline(line);
    p.setClipping(false);
}

void ScoreView::paint_button(QPainter& p, const Lane& lane) {
    const std::string& name = program()->buttons[lane.button].name;
    p.setFont(palette::text_font(9.0));
    p.setPen(palette::ink());
    p.drawText(QRectF(14, lane.box.top(), 140, lane.box.height()), Qt::AlignVCenter, to_qt(name));
    p.setClipRect(QRectF(head_width, 0, width(), height()));
    double down = -1.0;
    const auto bar = [&](double from, double to) {
        p.fillRect(QRectF(x_of(from), lane.box.top() + 3, std::max(2.0, x_of(to) - x_of(from)), lane.box.height() - 6),
                   palette::ink());
    };
    for (const TraceEvent& event : trace()->events) {
        if (event.index != lane.button.written() || !is_of_character(event.actor)) continue;
        if (event.kind == EventKind::pressed) down = event.time;
        if (event.kind == EventKind::released && down >= 0.0) {
            bar(down, event.time);
            down = -1.0;
        }
    }
    if (down >= 0.0) bar(down, trace()->length_s());
    p.setClipping(false);
}

void ScoreView::paint_span(QPainter& p, const PhaseSpan& span, const QRectF& box, const QColor& color,
                           const QString& name, bool outlined) {
    const double end = span.to < 0.0 ? trace()->length_s() : span.to;
    if (end < from_ || span.from > to_) return;
    const double left = std::max(head_width, x_of(span.from));
    const QRectF bar(left, box.top() + 2, std::max(1.0, x_of(end) - left), box.height() - 4);
    if (outlined) {
        p.setPen(palette::hairline());
        p.setBrush(palette::sheet());
        p.drawRect(bar);
    } else {
        p.fillRect(bar, color);
        p.fillRect(QRectF(bar.left(), bar.top(), 1, bar.height()), palette::paper());
    }
    p.setPen(palette::ink());
    const double room = bar.width() - 8;
    const QString shown = elided(p, name, room);
    if (shown == name || room > 40) p.drawText(bar.adjusted(4, 0, -2, 0), Qt::AlignVCenter, shown);
}

void ScoreView::paint_spans(QPainter& p, const Lane& lane) {
    const bool stance_lane = lane.kind == Lane::Kind::stance;
    if (stance_lane) {
        p.setFont(palette::text_font(9.0));
        p.setPen(palette::quiet());
        p.drawText(QRectF(14, lane.box.top(), 140, lane.box.height()), Qt::AlignVCenter, tr("stance"));
    }
    const auto& machines = program()->machines;
    p.setFont(palette::text_font(8.5));
    for (const PhaseSpan& span : trace()->spans) {
        if (!is_of_character(span)) continue;
        const Machine& machine = machines[span.machine];
        if (stance_lane && machine.kind == MachineKind::stance)
            paint_span(p, span, lane.box, {}, to_qt(machine.name), true);
        if (stance_lane || span.machine != lane.machine) continue;
        const QColor color = palette::phase_tint(machine_hue(*program(), span.machine), span.phase.at());
        paint_span(p, span, lane.box, color, to_qt(machine.phases[span.phase].name), false);
    }
}

void ScoreView::paint_fixture(QPainter& p, const Lane& lane) {
    const TraceFixture& fixture = trace()->fixtures[static_cast<std::size_t>(lane.index)];
    p.setFont(palette::text_font(9.0, fixture.machine == selected_));
    p.setPen(palette::ink());
    p.drawText(QRectF(30, lane.box.top(), head_width - 34, lane.box.height()), Qt::AlignVCenter,
               elided(p, to_qt(fixture.name), head_width - 34));
    p.setFont(palette::text_font(8.5));
    const Machine& kind = program()->machines[fixture.machine];
    const QColor hue = machine_hue(*program(), fixture.machine);
    for (const PhaseSpan& span : trace()->spans)
        if (span.owner.is_fixture(static_cast<std::size_t>(lane.index)))
            paint_span(p, span, lane.box, palette::phase_tint(hue, span.phase.at()),
                       to_qt(kind.phases[span.phase].name), false);
}

void ScoreView::paint_move_head(QPainter& p, const Lane& lane) {
    const Machine& machine = program()->machines[lane.machine];
    Readiness readiness = Readiness::ready;
    QString why;
    for (const MoveAnswer& answer : answers_)
        if (answer.move == lane.machine) {
            readiness = answer.readiness;
            why = to_qt(answer.why);
        }
    paint_lamp(p, {lane.box.left() + 18, lane.box.center().y()}, readiness);
    p.setFont(palette::text_font(9.0, lane.machine == selected_));
    p.setPen(palette::ink());
    const QString name = to_qt(machine.name);
    const double name_width = QFontMetricsF(p.font()).horizontalAdvance(name);
    p.drawText(QRectF(30, lane.box.top(), 120, lane.box.height()), Qt::AlignVCenter, name);
    p.setFont(palette::text_font(8.5));
    p.setPen(readiness == Readiness::refused
                 ? palette::refused()
                 : (readiness == Readiness::waiting ? palette::waiting_words() : palette::quiet()));
    const double left = 30 + name_width + 9;
    p.drawText(QRectF(left, lane.box.top(), head_width - left - 4, lane.box.height()), Qt::AlignVCenter,
               elided(p, why, head_width - left - 4));
}

QPolygonF ScoreView::curve_points(const ShownValue& value, const Trace& run, const QRectF& box, double low,
                                  double high) const {
    QPolygonF out;
    if (run.empty()) return out;
    QPointF corner;
    double least = -1e300;
    double most = 1e300;
    const double scale = (box.height() - 8) / std::max(1e-9, high - low);
    const double end = run.length_s();
    const double step = (to_ - from_) / std::max(1.0, box.width()) * 2.0;
    out.reserve(static_cast<int>(box.width() / 2) + 2);
    for (double t = std::max(0.0, from_); t <= std::min(to_, end) + step * 0.5; t += step) {
        const double at = std::min(t, end);
        const QPointF next(x_of(at),
                           box.bottom() - 4 - (shown_value_at(value, run, session_.character(), at) - low) * scale);
        // Points on a straight stretch add nothing but work for the painter. A point is dropped while one line from the
        // last corner passes every dropped point within the tolerance.
        if (!out.empty()) {
            const double width = std::max(1e-9, next.x() - corner.x());
            const double slope = (next.y() - corner.y()) / width;
            if (out.size() > 1 && slope >= least && slope <= most) {
                out.back() = next;
            } else {
                if (out.size() > 1) corner = out.back();
                out << next;
                least = -1e300;
                most = 1e300;
            }
            const double from_corner = std::max(1e-9, next.x() - corner.x());
            least = std::max(least, (next.y() - straightest_px - corner.y()) / from_corner);
            most = std::min(most, (next.y() + straightest_px - corner.y()) / from_corner);
        } else {
            out << next;
            corner = next;
        }
    }
    return out;
}

/// A value as a run has it: read with the tables of the program that the run was made with.
std::optional<ScoreView::RunValue> ScoreView::run_value(const std::string& name, const Trace* run,
                                                        const Program& program) const {
    if (run == nullptr || run->empty() || session_.character() >= run->tracks.size()) return std::nullopt;
    const auto value = find_shown_value(program, name);
    if (!value) return std::nullopt;
    return RunValue{run, *value};
}

/// The same of the run of "kept", where it is drawn beside that of "now".
std::optional<ScoreView::RunValue> ScoreView::kept_value(const std::string& name) const {
    const RunPointer kept = session_.kept_run();
    if (!kept || !kept->problem.empty() || session_.playing()) return std::nullopt;
    return run_value(name, &kept->trace, *kept->ingredients.program);
}

/// The curve's value at the cursor, in both runs.
void ScoreView::paint_value(QPainter& p, const Lane& lane) {
    const std::string& name = curves_[static_cast<std::size_t>(lane.index)];
    const auto show = [&](const RunValue& of, const QColor& color, double below) {
        p.setPen(color);
        const double time = std::min(session_.cursor(), of.run->length_s());
        p.drawText(QRectF(14, lane.box.top() + below, 88, 14), Qt::AlignVCenter,
                   shown_value_text(of.value, shown_value_at(of.value, *of.run, session_.character(), time)));
    };
    p.setFont(palette::number_font(8.5));
    constexpr double first_line = 20.0;
    constexpr double second_line = 34.0;
    constexpr double room_for_two = 50.0;
    if (const auto now = run_value(name, trace(), *program())) show(*now, palette::now(), first_line);
    if (session_.kept_run() == session_.now_run() || lane.box.height() <= room_for_two) return;
    if (const auto kept = kept_value(name)) show(*kept, palette::kept(), second_line);
}

void ScoreView::paint_curve(QPainter& p, const Lane& lane) {
    const std::string& name = curves_[static_cast<std::size_t>(lane.index)];
    p.setPen(palette::hairline());
    p.drawLine(lane.box.topLeft(), lane.box.topRight());
    p.setFont(palette::text_font(9.0));
    p.setPen(palette::ink());
    p.drawText(QRectF(14, lane.box.top() + 4, 120, 16), Qt::AlignVCenter, to_qt(name));
    const auto now = run_value(name, trace(), *program());
    if (!now) return;
    const auto kept = kept_value(name);
    std::vector<std::pair<RunValue, QColor>> others;
    int number = 0;
    for (const BesideRuns::Beside& beside : session_.beside_runs()) {
        const QColor color = beside.pointed ? palette::pointed() : palette::beside(number++);
        if (session_.playing()) continue;
        if (const auto of = run_value(name, &beside.run->trace, *beside.run->ingredients.program))
            others.emplace_back(*of, color);
    }
    const QRectF box(head_width, lane.box.top(), width() - head_width, lane.box.height());
    double low = 1e300;
    double high = -1e300;
    const auto widen = [&](const RunValue& of) {
        const std::vector<TraceRow>& rows = of.run->tracks[session_.character()].rows;
        const std::size_t stride = std::max<std::size_t>(1, rows.size() / 600);
        for (std::size_t i = 0; i < rows.size(); i += stride) {
            const double v = shown_value_at(of.value, *of.run, session_.character(), rows[i].time);
            low = std::min(low, v);
            high = std::max(high, v);
        }
    };
    widen(*now);
    if (kept) widen(*kept);
    for (const auto& [of, color] : others) widen(of);
    const std::vector<QPointF> measured = measured_points(name, *now);
    for (const QPointF& point : measured) {
        low = std::min(low, point.y());
        high = std::max(high, point.y());
    }
    if (high - low < 1e-6) {
        low -= 0.5;
        high += 0.5;
    }
    p.setFont(palette::number_font(8.0));
    p.setPen(palette::quiet());
    const QRectF scale(head_width - 70, lane.box.top(), 64, lane.box.height());
    p.drawText(scale.adjusted(0, 2, 0, 0), Qt::AlignRight | Qt::AlignTop, shown_value_text(now->value, high));
    p.drawText(scale.adjusted(0, 0, 0, -2), Qt::AlignRight | Qt::AlignBottom, shown_value_text(now->value, low));
    p.setRenderHint(QPainter::Antialiasing);
    p.setClipRect(box);
    const auto draw = [&](const RunValue& of, const QPen& pen) {
        p.setPen(pen);
        p.drawPolyline(curve_points(of.value, *of.run, box, low, high));
    };
    if (kept) {
        QPen pen(palette::kept(), 1.2);
        pen.setDashPattern({4, 3});
        draw(*kept, pen);
    }
    for (const auto& [of, color] : others) {
        QPen pen(color, 1.2);
        pen.setDashPattern({6, 2, 1.5, 2});
        draw(of, pen);
    }
    draw(*now, QPen(palette::now(), 1.5));
    paint_measured(p, measured, box, low, high);
    p.setClipping(false);
    p.setRenderHint(QPainter::Antialiasing, false);
}

void ScoreView::paint_cursor(QPainter& p) {
    const double x = x_of(session_.cursor());
    if (x < head_width || x > width()) return;
    p.setPen(QPen(palette::ink(), 1.0));
    p.drawLine(QPointF(x, 0), QPointF(x, height()));
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(palette::ink());
    p.drawPolygon(QPolygonF{{x - 5, 0}, {x + 5, 0}, {x, 7}});
    p.setRenderHint(QPainter::Antialiasing, false);
}

}  // namespace leap::studio
