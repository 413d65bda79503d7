// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/phase_map.hpp"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QRegularExpression>
#include <algorithm>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
constexpr double box_width = 112.0;
constexpr double box_height = 30.0;
constexpr double gap = 22.0;
constexpr double lane_width = 58.0;
constexpr double top = 48.0;
constexpr double way_height = 16.0;

QString text_of(const Program& program, SourceRange range) {
    return to_qt(program.files[range.file].text.substr(range.begin, range.end - range.begin)).simplified();
}
}  // namespace

PhaseMap::PhaseMap(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setAccessibleName(tr("Phases of the move"));
    setMinimumWidth(300);
    setFocusPolicy(Qt::StrongFocus);
    entry_ = new QLineEdit(this);
    entry_->setFont(palette::number_font(9.0));
    entry_->hide();
    connect(entry_, &QLineEdit::returnPressed, this, &PhaseMap::take_entry);
    connect(entry_, &QLineEdit::editingFinished, this, [this] {
        if (!entry_->hasFocus()) entry_->hide();
    });
    const auto again = [this] {
        updateGeometry();
        update();
    };
    connect(&session_, &Session::program_changed, this, again);
    connect(&session_, &Session::now_run_changed, this, again);
    connect(&session_, &Session::cursor_moved, this, [this] { update(); });
}

void PhaseMap::show_machine(MachineId machine) {
    if (machine == machine_) return;
    machine_ = machine;
    chosen_ = {};
    entry_->hide();
    updateGeometry();
    update();
}

const Machine* PhaseMap::shown() const {
    const auto& program = session_.program();
    if (!program || !program->has(machine_)) return nullptr;
    return &program->machines[machine_];
}

/// The ways out of a phase in words, each with where it leads; the end is the count of phases.
std::vector<PhaseMap::WayOut> PhaseMap::ways_out(std::size_t index) const {
    std::vector<WayOut> out;
    const Machine& machine = *shown();
    const Program& program = *session_.program();
    const Phase& phase = machine.phases[index];
    bool timed_way = false;
    for (const Transition& way : phase.transitions) {
        timed_way = timed_way || (!way.when && !way.after);
        QString words = text_of(program, way.range).section(" then:", 0, 0);
        words.remove(QRegularExpression("^(go \\w+|end|fail)\\s*"));
        if (way.fails) words.prepend(tr("fails "));
        out.push_back({way.to ? way.to.at() : machine.phases.size(),
                       words,
                       {PhaseExit::By::way, static_cast<std::size_t>(&way - phase.transitions.data())}});
    }
    if (phase.duration && !timed_way) out.push_back({index + 1, tr("after its time"), {PhaseExit::By::time_up}});
    return out;
}

QRectF PhaseMap::box_of(std::size_t phase) const {
    double y = top;
    for (std::size_t i = 0; i < phase; ++i)
        y += std::max(box_height, way_height * static_cast<double>(ways_out(i).size())) + gap;
    return {lane_width, y, box_width, box_height};
}

QRectF PhaseMap::way_row(std::size_t phase, std::size_t row) const {
    const QRectF box = box_of(phase);
    return {box.right() + 12, box.top() + way_height * static_cast<double>(row), width() - box.right() - 18,
            way_height};
}

QSize PhaseMap::sizeHint() const {
    const Machine* machine = shown();
    if (machine == nullptr) return {340, 120};
    return {340, static_cast<int>(box_of(machine->phases.size()).bottom() + gap)};
}

PhaseMap::Taken PhaseMap::taken() const {
    Taken out;
    const Machine* machine = shown();
    if (machine == nullptr) return out;
    const std::size_t count = machine->phases.size();
    out.entered.assign(count, 0);
    for (std::size_t i = 0; i < count; ++i) out.transitions.emplace_back(ways_out(i).size(), 0);
    if (!session_.now_run()) return out;
    for (const PhaseSpan& span : session_.now_run()->trace.spans) {
        const auto phase = span.phase.at();
        if (span.machine != machine_ || phase >= count) continue;
        ++out.entered[phase];
        const auto ways = ways_out(phase);
        for (std::size_t row = 0; row < ways.size(); ++row)
            if (span.left_by == ways[row].exit) ++out.transitions[phase][row];
    }
    return out;
}

/// An arc from a box's left side to another's; ways that lead far swing out further.
void PhaseMap::paint_arc(QPainter& p, std::size_t from, std::size_t to, bool went) const {
    const QRectF a = box_of(from);
    const QRectF b = box_of(to);
    const double far = std::abs(static_cast<double>(to) - static_cast<double>(from));
    const double out = lane_width - std::min(lane_width - 8.0, 10.0 + 11.0 * far);
    const double shift = to > from ? 5.0 : -5.0;
    const QPointF begin(a.left(), a.center().y() + shift);
    const QPointF end(b.left(), b.center().y() - shift);
    QPainterPath path(begin);
    path.cubicTo({out, begin.y()}, {out, end.y()}, end);
    const QColor color = went ? palette::ink() : palette::rule();
    p.setPen(QPen(color, went ? 1.5 : 1.0));
    p.setBrush(Qt::NoBrush);
    p.drawPath(path);
    p.setBrush(color);
    p.drawPolygon(QPolygonF{end, end + QPointF(-7, -3.5), end + QPointF(-7, 3.5)});
}

void PhaseMap::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), palette::sheet());
    p.setRenderHint(QPainter::Antialiasing);
    const Machine* machine = shown();
    p.setFont(palette::text_font(9.5, true));
    p.setPen(palette::ink());
    if (machine == nullptr) {
        p.drawText(rect().adjusted(16, 12, -16, 0), Qt::AlignTop | Qt::TextWordWrap,
                   tr("Put the caret in a move to see its phases"));
        return;
    }
    p.drawText(QRectF(lane_width, 12, width() - 30, 20), Qt::AlignVCenter,
               tr("Phases of %1").arg(to_qt(machine->name)));
    const Taken counts = taken();
    const std::size_t end = machine->phases.size();
    PhaseId lit;
    if (session_.now_run())
        for (const PhaseSpan& span : session_.now_run()->trace.spans)
            if (span.machine == machine_ && span.from <= session_.cursor() &&
                (span.to < 0 || span.to > session_.cursor()))
                lit = span.phase;
    const QColor hue = machine_hue(*session_.program(), machine_);
    for (std::size_t i = 0; i < end; ++i) {
        std::size_t row = 0;
        for (const WayOut& way : ways_out(i)) {
            const int times = row < counts.transitions[i].size() ? counts.transitions[i][row] : 0;
            if (way.to <= end) paint_arc(p, i, way.to, times > 0);
            const QString target = way.to == end ? tr("end") : to_qt(machine->phases[way.to].name);
            p.setFont(palette::text_font(8.5, times > 0));
            p.setPen(times > 0 ? palette::ink() : palette::quiet());
            QString words = tr("to %1 %2").arg(target, way.words);
            if (times > 0) words.prepend(tr("%1×  ").arg(times));
            const QRectF room = way_row(i, row++);
            p.drawText(room, Qt::AlignVCenter, QFontMetricsF(p.font()).elidedText(words, Qt::ElideRight, room.width()));
        }
    }
    for (std::size_t i = 0; i <= end; ++i) {
        const QRectF box = box_of(i);
        const bool is_end = i == end;
        if (is_end && machine->kind == MachineKind::fixture) break;  // it never ends
        const bool reached = is_end || counts.entered[i] > 0;
        const bool is_lit = !is_end && lit.is(i);
        p.setPen(QPen(is_lit ? palette::now() : (reached ? palette::ink() : palette::hairline()), is_lit ? 2.2 : 1.2));
        p.setBrush(is_end ? palette::paper() : (reached ? palette::phase_tint(hue, i) : palette::paper()));
        p.drawRect(box);
        p.setPen(reached ? palette::ink() : palette::quiet());
        p.setFont(palette::text_font(9.0, is_lit));
        const QString name = is_end ? tr("end") : to_qt(machine->phases[i].name);
        const QString count = is_end || counts.entered[i] == 0 ? QString() : tr("  %1×").arg(counts.entered[i]);
        p.drawText(box, Qt::AlignCenter, name + count);
    }
    if (hasFocus()) {
        p.setPen(QPen(palette::ink(), 1.0, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(chosen_box().adjusted(-3, chosen_.row ? 0 : -3, 3, chosen_.row ? 0 : 3));
    }
    if (pulled_from_) {
        p.setPen(QPen(palette::now(), 1.5, Qt::DashLine));
        p.drawLine(box_of(*pulled_from_).center(), pulled_to_);
    }
}

}  // namespace leap::studio
