// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_labels.hpp"

#include <QTimer>
#include <algorithm>

#include "core/senses/fixtures.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/stage_desk/stage_blows.hpp"
#include "studio/stage_desk/stage_focus.hpp"
#include "studio/stage_desk/stage_probes.hpp"

namespace leap::studio {

namespace {
constexpr double words_shown_s = 1.6;
}

StageLabels::StageLabels(Session& session, QObject* parent) : QObject(parent), session_(session) {}

void StageLabels::set_distances(bool shown) {
    distances_ = shown;
    emit changed();
}

void StageLabels::set_machine(MachineId machine) {
    machine_ = machine;
    emit changed();
}

void StageLabels::set_blows(bool shown) {
    blows_ = shown;
    emit changed();
}

void StageLabels::set_probes(bool shown) {
    probes_ = shown;
    emit changed();
}

namespace {

/// The words of its prompt and the key that uses it.
QString prompt_of(const Program& program, const EvaluationContext& moment, std::size_t fixture) {
    const Machine* machine = fixture_kind(moment, fixture);
    if (machine == nullptr) return {};  // switched off since it got the focus
    const FixtureInfo& kind = *machine->fixture;
    if (kind.prompt.empty() || !kind.focus->button) return to_qt(kind.prompt);
    const ButtonInfo& button = program.buttons[kind.focus->button];
    return button.keys.empty() ? to_qt(kind.prompt) : to_qt(kind.prompt) + "  " + to_qt(button.keys.front());
}

}  // namespace

void StageLabels::set_pins(const std::vector<std::string>& names) {
    pins_ = names;
    emit changed();
}

void StageLabels::say(const QString& words) {
    words_ = words;
    said_at_s_ = session_.clock_s();
    emit changed();
    constexpr double gone_ms = words_shown_s * 1000.0;
    QTimer::singleShot(static_cast<int>(gone_ms) + 1, this, [this] { emit changed(); });
}

const Trace* StageLabels::shown_trace() const {
    if (session_.playing()) return &session_.live_view().trace;
    return session_.now_run() ? &session_.now_run()->trace : nullptr;
}

void StageLabels::paint(QPainter& painter, QSize size, const StageCamera& camera, const std::vector<AirArc>& arcs) {
    size_ = size;
    camera_ = camera;
    arcs_ = arcs;
    painter.setRenderHint(QPainter::Antialiasing);
    const Trace* trace = shown_trace();
    if (trace != nullptr && !trace->empty()) {
        if (distances_ && !session_.playing()) paint_arcs(painter);
        if (probes_) paint_probes(painter, size_, camera_, session_, machine_);
        if (blows_) paint_blows(painter, size_, camera_, session_);
        paint_pins(painter);
        paint_prompts(painter);
    }
    paint_words(painter);
}

/// What has the focus says so above itself, with the button that uses it; what speaks says its words.
void StageLabels::paint_prompts(QPainter& painter) {
    const World state = session_.world_at(session_.cursor());
    if (state.fixtures.empty()) return;
    const Ingredients& made = session_.run_ingredients();
    const SceneView rehearsal = made.rehearsal();
    const EvaluationContext moment = rehearsal.context(state, state.actors[session_.character()]);
    for (std::size_t i = 0; i < state.fixtures.size(); ++i) {
        const Phase* phase = fixture_phase(moment, i);
        if (phase == nullptr) continue;
        QString words = to_qt(phase->effects.say);
        const bool speaks = !words.isEmpty();
        const Actor& actor = state.actors[session_.character()];
        const bool focused = !actor.seat.is(i) && actor.focus.is(i);
        if (!speaks && focused) words = prompt_of(*made.program, moment, i);
        if (focused) paint_focus(painter, fixture_pose(moment, i), camera_, size_);
        if (words.isEmpty()) continue;
        const FixturePose pose = fixture_pose(moment, i);
        constexpr double farthest_words_m = 25.0;
        if (glm::length(pose.center - state.actors[session_.character()].body.position) > farthest_words_m) continue;
        const auto at = camera_.project(pose.center + Vec3{0.0, 0.0, pose.half.z}, size_);
        if (!at) continue;
        painter.setFont(palette::text_font(10.0, !speaks));
        const QFontMetricsF metrics(painter.font());
        const QRectF box(at->x() - metrics.horizontalAdvance(words) / 2 - 10, at->y() - metrics.height() - 14,
                         metrics.horizontalAdvance(words) + 20, metrics.height() + 8);
        painter.setPen(Qt::NoPen);
        painter.setBrush(palette::light().sheet);
        painter.drawRect(box);
        painter.setPen(palette::light().ink);
        painter.drawText(box, Qt::AlignCenter, words);
    }
}

void StageLabels::point_at(const std::optional<QPointF>& place) {
    const std::optional<double> now = place ? pointed_arc(*place) : std::nullopt;
    if (now == pointed_) return;
    pointed_ = now;
    emit changed();
}

/// The stretch in the air whose path is nearest on the screen, when it is near enough.
std::optional<double> StageLabels::pointed_arc(const QPointF& place) const {
    const Trace* trace = shown_trace();
    if (trace == nullptr || trace->empty() || session_.playing()) return std::nullopt;
    const TraceTrack& track = trace->tracks[session_.character()];
    std::optional<double> out;
    double nearest_px = 12.0;
    for (const AirArc& arc : arcs_) {
        constexpr int points = 32;
        for (int i = 0; i <= points; ++i) {
            const double time = arc.from + (arc.to - arc.from) * i / points;
            const auto at = camera_.project(position_at(track, time), size_);
            if (!at) continue;
            const double away = std::hypot(at->x() - place.x(), at->y() - place.y());
            if (away >= nearest_px) continue;
            nearest_px = away;
            out = arc.from;
        }
    }
    return out;
}

void StageLabels::paint_arcs(QPainter& painter) {
    painter.setFont(palette::text_font(9.0));
    const QFontMetricsF metrics(painter.font());
    std::vector<QRectF> taken{panel_box()};  // labels never cover the panel
    written_.clear();
    const auto label = [&](const QPointF& at, const QString& text) {
        QRectF box(at.x() - metrics.horizontalAdvance(text) / 2 - 5, at.y() - metrics.height() - 4,
                   metrics.horizontalAdvance(text) + 10, metrics.height() + 3);
        for (const QRectF& other : taken)
            if (other.intersects(box)) return;
        if (!QRectF({}, QSizeF(size_)).contains(box)) return;
        taken.push_back(box);
        written_ << text;
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(0x1C, 0x22, 0x2E, 190));
        painter.drawRoundedRect(box, 3, 3);
        painter.setPen(QColor(0xF6, 0xF2, 0xEA));
        painter.drawText(box, Qt::AlignCenter, text);
    };
    // The stretch that is pointed at first, then that under the cursor, then the others by their distance in time, so
    // that near labels win.
    std::vector<AirArc> order = arcs_;
    const double cursor = session_.cursor();
    const auto away = [&](const AirArc& arc) {
        if (pointed_ == arc.from) return -1.0;
        return cursor < arc.from ? arc.from - cursor : (cursor > arc.to ? cursor - arc.to : 0.0);
    };
    std::sort(order.begin(), order.end(), [&](const AirArc& a, const AirArc& b) { return away(a) < away(b); });
    constexpr std::size_t max_labelled = 4;
    if (order.size() > max_labelled) order.resize(max_labelled);
    for (const AirArc& arc : order) {
        const double height = arc.top.z - std::max(arc.start.z, arc.end.z);
        if (arc.top.z - arc.start.z < 0.05 && horizontal_length(arc.end - arc.start) < 0.5) continue;
        const auto top = camera_.project(arc.top, size_);
        const auto foot = camera_.project({arc.top.x, arc.top.y, std::max(arc.start.z, arc.end.z)}, size_);
        if (!top) continue;
        if (foot && height > 0.05) {
            painter.setPen(QPen(QColor(0xF6, 0xF2, 0xEA, 190), 1.2, Qt::DotLine));
            painter.drawLine(*top, *foot);
        }
        const QString up = to_qt(quantity_text(arc.top.z - arc.start.z, dimensions::length, 2));
        label(*top - QPointF(0, 4), tr("height %1").arg(up));
        const auto end = camera_.project(arc.end, size_);
        if (end)
            label(*end + QPointF(0, metrics.height() + 12),
                  tr("distance %1")
                      .arg(to_qt(quantity_text(horizontal_length(arc.end - arc.start), dimensions::length, 2))));
    }
}

double StageLabels::panel_line() const {
    constexpr double between_px = 3.0;
    return QFontMetricsF(palette::text_font(9.0)).height() + between_px;
}

/// Where pinned values and meters stand; empty when nothing is pinned.
QRectF StageLabels::panel_box() const {
    const auto program = session_.run_program();
    if (!program || pins_.empty()) return {};
    const double rows = static_cast<double>(pins_.size() + program->meters.size() + 1);
    return {14, 14, panel_names_px() + 98, panel_line() * rows + 12};
}

/// How wide the longest name is that stands in it.
double StageLabels::panel_names_px() const {
    const QFontMetricsF metrics(palette::text_font(9.0));
    double widest = 70.0;
    for (const std::string& name : pins_) widest = std::max(widest, metrics.horizontalAdvance(to_qt(name)));
    if (const auto program = session_.run_program())
        for (const MeterInfo& meter : program->meters)
            widest = std::max(widest, metrics.horizontalAdvance(to_qt(meter.name)));
    return widest + 10.0;
}

QString StageLabels::panel_words() const {
    const Trace* trace = shown_trace();
    const auto program = session_.run_program();
    if (trace == nullptr || !program || session_.character() >= trace->tracks.size()) return {};
    const TraceTrack& track = trace->tracks[session_.character()];
    if (track.rows.empty()) return {};
    QStringList out{phase_text(*program, track.rows[row_at(track, session_.cursor())])};
    std::vector<std::string> names = pins_;
    for (const MeterInfo& meter : program->meters) names.push_back(meter.name);
    for (const std::string& name : names)
        if (const auto value = find_shown_value(*program, name))
            out << to_qt(name) + ": " +
                       shown_value_text(*value,
                                        shown_value_at(*value, *trace, session_.character(), session_.cursor()));
    return out.join('\n');
}

void StageLabels::paint_pins(QPainter& painter) {
    const Trace* trace = shown_trace();
    const auto program = session_.run_program();
    if (!program || pins_.empty()) return;
    painter.setFont(palette::text_font(9.0));
    const double line = panel_line();
    const TraceTrack& track = trace->tracks[session_.character()];
    const TraceRow& row = track.rows[row_at(track, session_.cursor())];
    const QRectF box = panel_box();
    painter.setPen(Qt::NoPen);
    painter.setBrush(QColor(0x1C, 0x22, 0x2E, 200));
    painter.drawRoundedRect(box, 3, 3);
    double y = box.top() + 6;
    painter.setPen(QColor(0xFF, 0xD7, 0x9A));
    painter.drawText(QRectF(box.left() + 10, y, box.width() - 20, line), Qt::AlignVCenter, phase_text(*program, row));
    for (const std::string& name : pins_) {
        y += line;
        const auto value = find_shown_value(*program, name);
        if (!value) continue;
        painter.setFont(palette::text_font(9.0));
        painter.setPen(QColor(0xC9, 0xC4, 0xBA));
        painter.drawText(QRectF(box.left() + 10, y, panel_names_px(), line), Qt::AlignVCenter, to_qt(name));
        painter.setFont(palette::number_font(9.0));
        painter.setPen(QColor(0xF6, 0xF2, 0xEA));
        painter.drawText(
            QRectF(box.left() + 10, y, box.width() - 20, line), Qt::AlignVCenter | Qt::AlignRight,
            shown_value_text(*value, shown_value_at(*value, *trace, session_.character(), session_.cursor())));
    }
    paint_meters(painter, box, line);
}

/// Every meter as a bar, under the pins.
void StageLabels::paint_meters(QPainter& painter, const QRectF& box, double line) {
    const Trace* trace = shown_trace();
    const auto made_with = session_.run_program();
    const Program& program = *made_with;
    double y = box.bottom() - 6 - line * static_cast<double>(program.meters.size());
    for (const MeterInfo& meter : program.meters) {
        const auto value = find_shown_value(program, meter.name);
        if (!value) continue;
        const double now = shown_value_at(*value, *trace, session_.character(), session_.cursor());
        painter.setFont(palette::text_font(9.0));
        painter.setPen(QColor(0xC9, 0xC4, 0xBA));
        painter.drawText(QRectF(box.left() + 10, y, panel_names_px(), line), Qt::AlignVCenter, to_qt(meter.name));
        painter.setFont(palette::number_font(9.0));
        painter.setPen(QColor(0xF6, 0xF2, 0xEA));
        painter.drawText(QRectF(box.left() + 10, y, box.width() - 20, line), Qt::AlignVCenter | Qt::AlignRight,
                         QString::number(now, 'f', 0));
        const QRectF track(box.left() + 10 + panel_names_px(), y + line / 2 - 2, 60, 4);
        painter.fillRect(track, QColor(0xF6, 0xF2, 0xEA, 60));
        const double share = std::clamp((now - meter.low) / (meter.high - meter.low), 0.0, 1.0);
        painter.fillRect(QRectF(track.left(), track.top(), track.width() * share, 4), QColor(0xFF, 0xD7, 0x9A));
        y += line;
    }
}

void StageLabels::paint_words(QPainter& painter) {
    QString shown;
    if (said_at_s_ && session_.clock_s() - *said_at_s_ < words_shown_s) shown = words_;
    if (session_.playing() && shown.isEmpty())
        shown = session_.playing_blind()                ? tr("playing blind, not recorded · Esc stops")
                : session_.playing_side() == Side::kept ? tr("playing with kept · Esc stops")
                                                        : tr("recording · Esc stops");
    if (!session_.playing() && !session_.now_run())
        shown = session_.is_open() ? tr("Click here or press Enter to play") : tr("No project is open");
    if (shown.isEmpty()) return;
    painter.setFont(palette::text_font(10.0));
    const QFontMetricsF metrics(painter.font());
    const QRectF box(size_.width() / 2.0 - metrics.horizontalAdvance(shown) / 2 - 12,
                     size_.height() - metrics.height() - 22, metrics.horizontalAdvance(shown) + 24,
                     metrics.height() + 10);
    painter.setPen(Qt::NoPen);
    painter.setBrush(QColor(0x1C, 0x22, 0x2E, 210));
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(QColor(0xF6, 0xF2, 0xEA));
    painter.drawText(box, Qt::AlignCenter, shown);
}

}  // namespace leap::studio
