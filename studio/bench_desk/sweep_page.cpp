// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/sweep_page.hpp"

#include <qcustomplot.h>

#include <QHBoxLayout>
#include <QSvgGenerator>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>
#include <limits>

#include "core/experiments/sweep_csv.hpp"
#include "core/project/file_io.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/shared/plot_style.hpp"

namespace leap::studio {

namespace {

/// From paper to sea: more is darker.
QCPColorGradient shades() {
    QCPColorGradient out;
    out.clearColorStops();
    out.setColorStopAt(0.0, QColor(0xF0, 0xE2, 0xCE));
    out.setColorStopAt(0.45, QColor(0xA9, 0xB4, 0xB2));
    out.setColorStopAt(1.0, QColor(0x3D, 0x66, 0x82));
    out.setNanHandling(QCPColorGradient::nhTransparent);
    return out;
}

QString axis_words(const SweepAxis& axis) {
    const QString unit = to_qt(axis.value.unit.text);
    return unit.isEmpty() ? to_qt(axis.value.path) : QString("%1 (%2)").arg(to_qt(axis.value.path), unit);
}

double shown(const SweepAxis& axis, double si) {
    return si / axis.value.unit.scale;
}

}  // namespace

SweepPage::SweepPage(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 16, 6);
    auto* head = new QHBoxLayout;
    words_ = new QLabel;
    words_->setFont(palette::text_font(9.5));
    reading_ = new QComboBox;
    reading_->setAccessibleName(tr("Reading to show"));
    head->addWidget(words_, 1);
    head->addWidget(reading_);
    layout->addLayout(head);
    plot_ = new QCustomPlot;
    plot_->setNoAntialiasingOnDrag(true);
    plot_->setMouseTracking(true);
    plot_->installEventFilter(this);
    plot_->setMinimumHeight(180);
    layout->addWidget(plot_, 1);
    legend_ = new QLabel;
    legend_->setFont(palette::text_font(8.5));
    legend_->setTextFormat(Qt::RichText);
    layout->addWidget(legend_);
    layout->addStretch();
    when_paper_changes(*this, [this] { redraw(); });
    connect(reading_, &QComboBox::textActivated, this, [this](const QString& text) {
        redraw();
        emit reading_chosen(text.toStdString());
    });
    connect(&session_, &Session::tuning_changed, this, [this] {
        if (outcome_ && isVisible()) redraw();
    });
}

const SweepOutcome* SweepPage::made() const {
    return outcome_ ? std::get_if<SweepOutcome>(&outcome_->what) : nullptr;
}

void SweepPage::show_outcome(std::shared_ptr<const TrialOutcome> outcome, const std::string& reading) {
    outcome_ = std::move(outcome);
    pointed_.reset();
    const QSignalBlocker blocker(reading_);
    reading_->clear();
    if (made() != nullptr) {
        const SweepOutcome& sweep = *made();
        // Only readings that have a value somewhere.
        for (std::size_t r = 0; r < outcome_->program->readings.size(); ++r) {
            const bool any =
                std::any_of(sweep.sweep.cells.begin(), sweep.sweep.cells.end(), [&](const SweepCell& cell) {
                    return cell.done && std::any_of(cell.tapes.begin(), cell.tapes.end(), [&](const SweepRun& run) {
                               return r < run.readings.size() && run.readings[r].has_value();
                           });
                });
            if (any) reading_->addItem(to_qt(outcome_->program->readings[r].name));
        }
        reading_->setCurrentText(to_qt(reading));
    }
    redraw();
}

std::size_t SweepPage::reading_number() const {
    const auto& readings = outcome_->program->readings;
    const std::string name = reading_->currentText().toStdString();
    const auto found =
        std::find_if(readings.begin(), readings.end(), [&](const auto& each) { return each.name == name; });
    return static_cast<std::size_t>(found - readings.begin());
}

/// The reading of the first tape that has it.
std::optional<double> SweepPage::value_of(const SweepOutcome& sweep, std::size_t cell) const {
    const std::size_t number = reading_number();
    for (const SweepRun& run : sweep.sweep.cells[cell].tapes)
        if (number < run.readings.size() && run.readings[number])
            return *run.readings[number] / display_unit(outcome_->program->readings[number].type.dimension).scale;
    return std::nullopt;
}

void SweepPage::redraw() {
    plot_->clearPlottables();
    plot_->clearItems();
    map_ = nullptr;
    if (scale_ != nullptr) {
        plot_->plotLayout()->remove(scale_);
        plot_->plotLayout()->simplify();
        scale_ = nullptr;
    }
    plot_->setBackground(QBrush(palette::paper()));
    for (QCPAxis* axis : {plot_->xAxis, plot_->yAxis}) style_axis(*axis);
    plot_->setVisible(made() != nullptr);
    legend_->setVisible(made() != nullptr && made()->sweep.axes.size() > 1);
    reading_->setVisible(made() != nullptr);
    if (made() == nullptr) {
        words_->setText(tr("Run the trial to draw its map here"));
        plot_->replot(QCustomPlot::rpQueuedReplot);
        return;
    }
    const SweepOutcome& sweep = *made();
    QStringList tapes;
    for (const std::string& tape : sweep.sweep.tapes) tapes << to_qt(tape);
    words_->setText(tr("%1 · %2").arg(to_qt(outcome_->line),
                                      tapes.size() > 3 ? tr("%1 tapes").arg(tapes.size()) : tapes.join(", ")));
    plot_->xAxis->setLabel(axis_words(sweep.sweep.axes[0]));
    legend_->setText(legend());
    if (sweep.sweep.axes.size() > 1) {
        draw_map(sweep);
        draw_outline(sweep);
    } else {
        draw_line(sweep);
    }
    draw_now();
    plot_->replot(QCustomPlot::rpQueuedReplot);
}

/// What the lines of the map mean; only of those that are there.
QString SweepPage::legend() const {
    const std::vector<SweepEdge>& edges = made()->edges;
    const auto any = [&](bool holds) {
        return std::any_of(edges.begin(), edges.end(), [&](const SweepEdge& edge) { return edge.holds == holds; });
    };
    const auto entry = [](const QColor& color, const QString& line, const QString& text) {
        return QString("<span style=\"color:%1\"><b>%2</b></span> %3").arg(color.name(), line, text);
    };
    QStringList out;
    if (any(true)) out << entry(palette::holds(), QString::fromUtf8("—"), tr("all marks hold inside"));
    if (any(false)) out << entry(palette::quiet(), QString::fromUtf8("⋯"), tr("the run diverges here"));
    out << entry(palette::now(), QString::fromUtf8("●"), tr("current"));
    return out.join("&nbsp;&nbsp;&nbsp;");
}

void SweepPage::draw_map(const SweepOutcome& made) {
    const SweepAxis& x = made.sweep.axes[0];
    const SweepAxis& y = made.sweep.axes[1];
    map_ = new QCPColorMap(plot_->xAxis, plot_->yAxis);
    map_->data()->setSize(x.count, y.count);
    map_->data()->setRange(QCPRange(shown(x, x.from), shown(x, x.to)), QCPRange(shown(y, y.from), shown(y, y.to)));
    for (int i = 0; i < x.count; ++i)
        for (int k = 0; k < y.count; ++k)
            map_->data()->setCell(
                i, k, value_of(made, made.sweep.cell_at(i, k)).value_or(std::numeric_limits<double>::quiet_NaN()));
    map_->setInterpolate(false);
    scale_ = new QCPColorScale(plot_);
    plot_->plotLayout()->addElement(0, 1, scale_);
    scale_->setType(QCPAxis::atRight);
    scale_->setBarWidth(12);
    map_->setColorScale(scale_);
    map_->setGradient(shades());  // both follow the scale from here on
    map_->rescaleDataRange(true);
    style_axis(*scale_->axis());
    const std::size_t number = reading_number();
    QString label = reading_->currentText();
    label.replace('_', ' ');
    if (number < outcome_->program->readings.size()) {
        const QString unit = to_qt(display_unit(outcome_->program->readings[number].type.dimension).text);
        if (!unit.isEmpty()) label += QString(" (%1)").arg(unit);
    }
    scale_->axis()->setLabel(label);
    plot_->yAxis->setLabel(axis_words(y));
    const double half_x = 0.5 * (shown(x, x.to) - shown(x, x.from)) / std::max(1, x.count - 1);
    const double half_y = 0.5 * (shown(y, y.to) - shown(y, y.from)) / std::max(1, y.count - 1);
    plot_->xAxis->setRange(shown(x, x.from) - half_x, shown(x, x.to) + half_x);
    plot_->yAxis->setRange(shown(y, y.from) - half_y, shown(y, y.to) + half_y);
}

/// Sharp where it was sought between two cells: each cell's side that is crossed is a short stroke at the found place.
void SweepPage::draw_outline(const SweepOutcome& made) {
    const SweepAxis& x = made.sweep.axes[0];
    const SweepAxis& y = made.sweep.axes[1];
    const double wide = (x.to - x.from) / std::max(1, x.count - 1);
    const double high = (y.to - y.from) / std::max(1, y.count - 1);
    for (const bool holds : {false, true})
        for (const SweepEdge& edge : made.edges) {
            if (edge.holds != holds || edge.values.size() < 2) continue;
            const bool along_x = edge.other == edge.one + 1;
            auto* stroke = new QCPItemLine(plot_);
            QPen pen(holds ? palette::holds() : palette::quiet(), holds ? 2.4 : 1.0);
            if (!holds) pen.setStyle(Qt::DotLine);
            stroke->setPen(pen);
            const double dx = along_x ? 0.0 : 0.5 * wide;
            const double dy = along_x ? 0.5 * high : 0.0;
            stroke->start->setCoords(shown(x, edge.values[0] - dx), shown(y, edge.values[1] - dy));
            stroke->end->setCoords(shown(x, edge.values[0] + dx), shown(y, edge.values[1] + dy));
        }
}

void SweepPage::draw_line(const SweepOutcome& made) {
    const SweepAxis& x = made.sweep.axes[0];
    auto* graph = plot_->addGraph();
    graph->setPen(QPen(palette::ink(), 1.5));
    graph->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, palette::ink(), 4.0));
    for (int i = 0; i < x.count; ++i)
        graph->addData(shown(x, x.at(i)),
                       value_of(made, made.sweep.cell_at(i, 0)).value_or(std::numeric_limits<double>::quiet_NaN()));
    QString label = reading_->currentText();
    plot_->yAxis->setLabel(label.replace('_', ' '));
    graph->rescaleAxes();
    const std::string name = reading_->currentText().toStdString();
    const std::size_t number = reading_number();
    if (number < outcome_->program->readings.size()) {
        const double scale = display_unit(outcome_->program->readings[number].type.dimension).scale;
        for (const MarkInfo& mark : outcome_->program->marks) {
            if (mark.reading != name || (mark.tape && std::find(made.sweep.tapes.begin(), made.sweep.tapes.end(),
                                                                *mark.tape) == made.sweep.tapes.end()))
                continue;
            auto* band = new QCPItemRect(plot_);
            QColor color = palette::holds();
            color.setAlpha(50);
            band->setBrush(color);
            band->setPen(Qt::NoPen);
            band->topLeft->setCoords(shown(x, x.from), mark.high / scale);
            band->bottomRight->setCoords(shown(x, x.to), mark.low / scale);
            plot_->yAxis->setRange(plot_->yAxis->range().expanded(QCPRange(mark.low / scale, mark.high / scale)));
        }
    }
    for (const SweepEdge& edge : made.edges) {
        auto* stroke = new QCPItemStraightLine(plot_);
        stroke->setPen(QPen(edge.holds ? palette::holds() : palette::quiet(), edge.holds ? 2.0 : 1.0,
                            edge.holds ? Qt::SolidLine : Qt::DotLine));
        stroke->point1->setCoords(shown(x, edge.values[0]), 0.0);
        stroke->point2->setCoords(shown(x, edge.values[0]), 1.0);
    }
    const double margin = 0.06 * std::max(1e-9, plot_->yAxis->range().size());
    plot_->yAxis->setRange(plot_->yAxis->range().lower - margin, plot_->yAxis->range().upper + margin);
    plot_->xAxis->setRange(shown(x, x.from), shown(x, x.to));
}

/// Where the values stand now: a filled dot with the word.
void SweepPage::draw_now() {
    if (!session_.program()) return;
    const SweepOutcome& sweep = *made();
    std::vector<double> now;
    for (const SweepAxis& axis : sweep.sweep.axes) {
        const auto found =
            find_free_value(*session_.program(), session_.tuning(Side::now), session_.course()->plan, axis.value.path);
        if (!found) return;
        now.push_back(shown(axis, found->now));
    }
    if (now.size() < 2) {
        auto* line = new QCPItemStraightLine(plot_);
        line->setPen(QPen(palette::now(), 1.4));
        line->point1->setCoords(now[0], 0.0);
        line->point2->setCoords(now[0], 1.0);
        return;
    }
    auto* dot = new QCPItemEllipse(plot_);
    dot->setPen(QPen(palette::paper(), 1.5));
    dot->setBrush(palette::now());
    dot->topLeft->setCoords(now[0], now[1]);
    dot->topLeft->setType(QCPItemPosition::ptPlotCoords);
    dot->bottomRight->setParentAnchor(dot->topLeft);
    dot->bottomRight->setType(QCPItemPosition::ptAbsolute);
    constexpr double size_px = 11.0;
    dot->bottomRight->setCoords(size_px, size_px);
    auto* word = new QCPItemText(plot_);
    word->setText(tr("current"));
    word->setFont(palette::text_font(9.0, true));
    word->setColor(palette::now());
    word->setPositionAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    word->position->setParentAnchor(dot->right);
    word->position->setCoords(5, 0);
}

QPointF SweepPage::pixel_of(const std::vector<double>& values) const {
    if (made() == nullptr) return {};
    const auto& axes = made()->sweep.axes;
    const double y =
        values.size() > 1 ? plot_->yAxis->coordToPixel(shown(axes[1], values[1])) : plot_->axisRect()->center().y();
    return {plot_->xAxis->coordToPixel(shown(axes[0], values[0])), y};
}

std::optional<std::size_t> SweepPage::cell_at(const QPointF& at) const {
    if (made() == nullptr || !plot_->axisRect()->rect().contains(at.toPoint())) return std::nullopt;
    const Sweep& sweep = made()->sweep;
    const auto index = [](const SweepAxis& axis, double value) {
        const double share =
            axis.to > axis.from ? (value * axis.value.unit.scale - axis.from) / (axis.to - axis.from) : 0.0;
        return std::clamp(static_cast<int>(std::lround(share * (axis.count - 1))), 0, axis.count - 1);
    };
    const int x = index(sweep.axes[0], plot_->xAxis->pixelToCoord(at.x()));
    const int y = sweep.axes.size() > 1 ? index(sweep.axes[1], plot_->yAxis->pixelToCoord(at.y())) : 0;
    return sweep.cell_at(x, y);
}

void SweepPage::point_at(const QPointF& at) {
    const auto cell = cell_at(at);
    if (cell == pointed_) return;
    pointed_ = cell;
    if (!cell || !made()->sweep.cells[*cell].done) {
        session_.point_at_nothing();
        emit pointed({});
        return;
    }
    const Sweep& sweep = made()->sweep;
    const std::vector<double> values = sweep.values_of(*cell);
    QStringList words;
    for (std::size_t i = 0; i < values.size(); ++i)
        words << QString("%1 %2").arg(to_qt(sweep.axes[i].value.path),
                                      to_qt(free_value_text(sweep.axes[i].value, values[i])));
    if (const auto value = value_of(*made(), *cell))
        words << QString("%1 %2").arg(reading_->currentText()).arg(*value, 0, 'g', 4);
    std::size_t held = 0;
    std::size_t marks = 0;
    for (const SweepRun& run : sweep.cells[*cell].tapes) {
        held += run.held;
        marks += run.marks;
    }
    if (marks > 0) words << tr("%1 of %2 marks hold").arg(held).arg(marks);
    emit pointed(words.join("  ·  "));
    session_.point_at(words.first(), outcome_->free, values);
}

void SweepPage::take(const QPointF& at) {
    const auto cell = cell_at(at);
    if (!cell) return;
    session_.take_values(outcome_->free, made()->sweep.values_of(*cell), tr("Use values from a sweep"));
}

bool SweepPage::eventFilter(QObject* watched, QEvent* event) {
    if (watched != plot_) return QWidget::eventFilter(watched, event);
    if (event->type() == QEvent::MouseMove) point_at(static_cast<QMouseEvent*>(event)->position());
    if (event->type() == QEvent::Leave) {
        pointed_.reset();
        session_.point_at_nothing();
        emit pointed({});
    }
    if (event->type() == QEvent::MouseButtonRelease && static_cast<QMouseEvent*>(event)->button() == Qt::LeftButton)
        take(static_cast<QMouseEvent*>(event)->position());
    return QWidget::eventFilter(watched, event);
}

QString SweepPage::export_to(const QString& file) const {
    if (made() == nullptr) return tr("Nothing to export yet. Run the trial first");
    if (file.endsWith(".csv")) {
        const auto written = write_file(file.toStdString(), sweep_csv(made()->sweep, *outcome_->program));
        return written ? QString() : to_qt(written.error());
    }
    if (file.endsWith(".svg")) {
        QByteArray bytes;
        QBuffer buffer(&bytes);
        QSvgGenerator svg;
        svg.setOutputDevice(&buffer);
        svg.setSize(plot_->size());
        svg.setViewBox(QRect({}, plot_->size()));
        QCPPainter painter;
        if (!painter.begin(&svg)) return tr("Cannot draw the picture");
        plot_->toPainter(&painter, plot_->width(), plot_->height());
        painter.end();
        const auto written =
            write_file(file.toStdString(), std::string_view(bytes.constData(), static_cast<std::size_t>(bytes.size())));
        return written ? QString() : to_qt(written.error());
    }
    if (!file.endsWith(".png")) return tr("Choose a file name that ends with .csv, .png or .svg");
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    if (!plot_->toPixmap().save(&buffer, "PNG")) return tr("Cannot draw the picture");
    const auto written =
        write_file(file.toStdString(), std::string_view(bytes.constData(), static_cast<std::size_t>(bytes.size())));
    return written ? QString() : to_qt(written.error());
}

}  // namespace leap::studio
