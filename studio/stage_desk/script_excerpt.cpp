// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/script_excerpt.hpp"

#include <QMouseEvent>
#include <QPaintEvent>
#include <QPainter>
#include <QRegularExpression>

#include "core/script/dial_edit.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
constexpr double pixels_over_range = 400.0;
}

ScriptExcerpt::ScriptExcerpt(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setMouseTracking(true);
    setAccessibleName(tr("Script"));
    connect(&session_, &Session::program_changed, this, &ScriptExcerpt::refresh);
    connect(&session_, &Session::tuning_changed, this, &ScriptExcerpt::refresh);
}

void ScriptExcerpt::show_machine(MachineId machine) {
    machine_ = machine;
    refresh();
}

QString ScriptExcerpt::place() const {
    const auto& program = session_.program();
    if (!program || !machine_) return {};
    const SourceRange range = program->machines[machine_].range;
    const SourceFile& file = program->files[range.file];
    const QString name = to_qt(file.path).section('/', -1);
    return tr("%1 · line %2").arg(name).arg(line_column(file.text, range.begin).line);
}

void ScriptExcerpt::refresh() {
    const auto& program = session_.program();
    if (!program || !program->has(machine_)) return;
    const SourceRange range = program->machines[machine_].range;
    std::string text = program->files[range.file].text.substr(range.begin, range.end - range.begin);
    // While a dial is dragged its new value stands here before it stands in the file.
    std::vector<std::pair<DialId, SourceRange>> dials;
    for (std::size_t i = 0; i < program->dials.size(); ++i) {
        const SourceRange literal = program->dials[i].literal;
        if (literal.file == range.file && literal.begin >= range.begin && literal.end <= range.end)
            dials.emplace_back(DialId(i), literal);
    }
    std::vector<std::pair<DialId, std::pair<std::size_t, std::size_t>>> placed;
    std::ptrdiff_t shift = 0;
    for (const auto& [dial, literal] : dials) {
        const DialInfo& info = program->dials[dial];
        const double value = session_.tuning(Side::now).dials[dial];
        const auto begin = static_cast<std::size_t>(static_cast<std::ptrdiff_t>(literal.begin - range.begin) + shift);
        const std::size_t length = literal.end - literal.begin;
        const std::string shown = value == info.value ? text.substr(begin, length) : dial_literal(info, value);
        text.replace(begin, length, shown);
        shift += static_cast<std::ptrdiff_t>(shown.size()) - static_cast<std::ptrdiff_t>(length);
        placed.push_back({dial, {begin, begin + shown.size()}});
    }
    const QStringList before = lines_;
    lines_ = to_qt(text).split('\n');
    literals_.clear();
    for (const auto& [dial, span] : placed) {
        const LineColumn from = line_column(text, static_cast<std::uint32_t>(span.first));
        const int length = static_cast<int>(to_qt(text.substr(span.first, span.second - span.first)).size());
        literals_.push_back({dial, static_cast<int>(from.line) - 1, static_cast<int>(from.column) - 1,
                             static_cast<int>(from.column) - 1 + length});
    }
    if (height() != sizeHint().height()) setFixedHeight(sizeHint().height());
    if (before.size() != lines_.size()) return update();
    for (int i = 0; i < lines_.size(); ++i)
        if (before[i] != lines_[i])
            update(0, static_cast<int>(i * line_height()), width(), static_cast<int>(line_height()) + 2);
}

double ScriptExcerpt::line_height() const {
    return QFontMetricsF(palette::number_font(8.5)).height() + 3;
}
double ScriptExcerpt::char_width() const {
    return QFontMetricsF(palette::number_font(8.5)).horizontalAdvance('m');
}

QSize ScriptExcerpt::sizeHint() const {
    return {340, static_cast<int>(line_height() * static_cast<double>(std::max<qsizetype>(1, lines_.size()))) + 6};
}

QRectF ScriptExcerpt::box_of(const Literal& literal) const {
    return {4 + literal.from * char_width() - 1, literal.line * line_height() + 1,
            (literal.to - literal.from) * char_width() + 2, line_height() - 1};
}

QRectF ScriptExcerpt::literal_box(DialId dial) const {
    for (const Literal& literal : literals_)
        if (literal.dial == dial) return box_of(literal);
    return {};
}

void ScriptExcerpt::paintEvent(QPaintEvent* event) {
    QPainter p(this);
    const QRectF wanted(event->rect());
    for (const Literal& literal : literals_) {
        const QRectF box = box_of(literal);
        if (!box.intersects(wanted)) continue;
        p.fillRect(box, palette::literal_back());
        p.fillRect(QRectF(box.left(), box.bottom() - 1, box.width(), 1.2), palette::now());
    }
    static const QRegularExpression words(
        R"((?<comment>#.*$)|(?<string>"[^"]*")|\b(?<word>move|stance|phase|dial|gate|let|start|finish|at|on|go|end|when|until|from|is|gravity|steer|drive|cap|limit|launch|keep|stop|buffer|charges|cooldown|counter|refill|for|to|in|of|shaped|fading|gain|brake|within|and|or|not|without|remember)\b)");
    p.setFont(palette::number_font(8.5));
    for (int i = 0; i < lines_.size(); ++i) {
        const double top = i * line_height();
        if (top > wanted.bottom() || top + line_height() < wanted.top()) continue;
        const auto draw = [&](int column, const QString& text, const QColor& color) {
            p.setPen(color);
            p.drawText(QPointF(4 + column * char_width(), top + line_height() - 5), text);
        };
        int at = 0;
        auto match = words.globalMatch(lines_[i]);
        while (match.hasNext()) {
            const auto found = match.next();
            const int from = static_cast<int>(found.capturedStart());
            draw(at, lines_[i].mid(at, from - at), palette::ink());
            const bool comment = !found.captured("comment").isEmpty();
            const bool string = !found.captured("string").isEmpty();
            draw(from, found.captured(), comment || string ? palette::quiet() : palette::kept());
            at = static_cast<int>(found.capturedEnd());
        }
        draw(at, lines_[i].mid(at), palette::ink());
    }
}

void ScriptExcerpt::mousePressEvent(QMouseEvent* event) {
    for (const Literal& literal : literals_)
        if (box_of(literal).contains(event->position())) {
            dragged_ = literal.dial;
            drag_x_ = event->position().x();
            drag_value_ = session_.tuning(Side::now).dials[literal.dial];
            emit dial_chosen(literal.dial);
        }
}

void ScriptExcerpt::mouseMoveEvent(QMouseEvent* event) {
    if (!dragged_) {
        bool over = false;
        for (const Literal& literal : literals_) over = over || box_of(literal).contains(event->position());
        setCursor(over ? Qt::SizeHorCursor : Qt::ArrowCursor);
        return;
    }
    const DialInfo& info = session_.program()->dials[*dragged_];
    const double span =
        info.low && info.high ? *info.high - *info.low : std::max(std::abs(info.value) * 2, info.unit.scale);
    const double factor = event->modifiers() & Qt::ShiftModifier ? 0.1 : 1.0;
    drag_value_ += (event->position().x() - drag_x_) / pixels_over_range * span * factor;
    drag_x_ = event->position().x();
    session_.preview_dial(*dragged_, drag_value_);
}

void ScriptExcerpt::mouseReleaseEvent(QMouseEvent*) {
    if (!dragged_) return;
    const DialId dial = *dragged_;
    dragged_.reset();
    session_.set_dial(dial, session_.tuning(Side::now).dials[dial]);
}

}  // namespace leap::studio
