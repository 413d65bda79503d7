// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/wire_page.hpp"

#include <qcustomplot.h>

#include <QHBoxLayout>
#include <QHeaderView>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>
#include <limits>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/shared/plain_table.hpp"
#include "studio/shared/plot_style.hpp"

namespace leap::studio {
namespace {

QString spaced(std::string_view name) {
    return to_qt(std::string(name)).replace('_', ' ');
}

double value_in(const WireCell& cell, const std::string& reading) {
    for (const WireReading& each : cell.readings)
        if (each.name == reading) return each.value;
    return std::numeric_limits<double>::quiet_NaN();
}

QString value_words(double value, std::string_view unit) {
    if (std::isnan(value)) return QString("–");
    const QString out = QString::number(value, 'g', 4);
    return unit.empty() ? out : out + " " + to_qt(std::string(unit));
}

std::string_view unit_of_reading(const std::string& name) {
    for (const WireReading& kind : wire_reading_kinds())
        if (kind.name == name) return kind.unit;
    return {};
}

}  // namespace

WirePage::WirePage(QWidget* parent) : QWidget(parent) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 16, 6);
    auto* head = new QHBoxLayout;
    words_ = new QLabel;
    words_->setFont(palette::text_font(9.5));
    words_->setWordWrap(true);
    reading_ = new QComboBox;
    reading_->setAccessibleName(tr("Reading to show"));
    for (const WireReading& kind : wire_reading_kinds()) {
        reading_->addItem(to_qt(std::string(kind.name)));
        reading_->setItemData(reading_->count() - 1, to_qt(std::string(kind.meaning)), Qt::ToolTipRole);
    }
    head->addWidget(words_, 1);
    head->addWidget(reading_);
    layout->addLayout(head);
    plot_ = new QCustomPlot;
    plot_->setMinimumHeight(160);
    layout->addWidget(plot_, 3);
    table_ = plain_table(tr("Every rehearsal"));
    layout->addWidget(table_, 2);
    when_paper_changes(*this, [this] { redraw(); });
    connect(reading_, &QComboBox::textActivated, this, [this](const QString& text) {
        redraw();
        emit reading_chosen(text.toStdString());
    });
}

const WireOutcome* WirePage::made() const {
    return outcome_ ? std::get_if<WireOutcome>(&outcome_->what) : nullptr;
}

void WirePage::show_outcome(std::shared_ptr<const TrialOutcome> outcome, const std::string& reading) {
    outcome_ = std::move(outcome);
    const QSignalBlocker blocker(reading_);
    if (!reading.empty()) reading_->setCurrentText(to_qt(reading));
    redraw();
}

void WirePage::redraw() {
    const WireOutcome* shown = made();
    plot_->clearItems();
    plot_->clearGraphs();
    plot_->setVisible(shown != nullptr);
    table_->setVisible(shown != nullptr);
    reading_->setVisible(shown != nullptr);
    if (!outcome_) {
        words_->setText(tr("Run the trial to play the rehearsal with each value and draw its readings here"));
        return;
    }
    words_->setText(to_qt(outcome_->problem.empty() ? outcome_->line : outcome_->problem) +
                    (outcome_->stopped ? tr(" · stopped, results so far") : QString()));
    if (shown == nullptr) return;
    plot_->setBackground(palette::paper());
    style_axis(*plot_->xAxis);
    style_axis(*plot_->yAxis);
    draw_curves(*shown);
    draw_bands(*shown);
    fill_table(*shown);
    plot_->replot();
}

/// Over the first axis; of two, one curve for each value of the second, from light to dark, named at its end.
void WirePage::draw_curves(const WireOutcome& made) {
    const WireSweep& sweep = made.sweep;
    const WireAxis& x = sweep.axes.front();
    const std::string reading = reading_->currentText().toStdString();
    const std::size_t curves = sweep.axes.size() == 2 ? sweep.axes[1].values.size() : 1;
    for (std::size_t curve = 0; curve < curves; ++curve) {
        const double share = curves < 2 ? 1.0 : static_cast<double>(curve) / static_cast<double>(curves - 1);
        QColor color = palette::ink();
        color.setAlphaF(static_cast<float>(0.35 + 0.65 * share));
        auto* graph = plot_->addGraph();
        graph->setPen(QPen(color, 1.5));
        graph->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, color, 4.0));
        double last = std::numeric_limits<double>::quiet_NaN();
        for (std::size_t i = 0; i < x.values.size(); ++i) {
            const WireCell& cell = sweep.cells[i * curves + curve];
            last = cell.problem.empty() ? value_in(cell, reading) : std::numeric_limits<double>::quiet_NaN();
            graph->addData(x.values[i], last);
        }
        if (curves < 2 || std::isnan(last) || (curve != 0 && curve + 1 != curves)) continue;
        auto* name = new QCPItemText(plot_);
        name->setFont(palette::text_font(8.0));
        name->setColor(palette::quiet());
        name->setPositionAlignment(Qt::AlignRight | Qt::AlignBottom);
        name->setText(QString("%1 %2").arg(to_qt(sweep.axes[1].what), to_qt(sweep.axes[1].texts[curve])));
        name->position->setCoords(x.values.back(), last);
    }
    plot_->rescaleAxes();
    plot_->xAxis->setLabel(to_qt(x.what));
    const QString unit = to_qt(std::string(unit_of_reading(reading)));
    plot_->yAxis->setLabel(spaced(reading) + (unit.isEmpty() ? QString() : QString(" (%1)").arg(unit)));
    plot_->xAxis->setRange(x.values.front(), x.values.back());
}

void WirePage::draw_bands(const WireOutcome& made) {
    const WireAxis& x = made.sweep.axes.front();
    const std::string reading = reading_->currentText().toStdString();
    QCPRange range = plot_->yAxis->range();
    for (const WireMark& mark : made.plan.marks)
        for (const double end : {mark.low, mark.high})
            if (mark.reading == reading && std::abs(end) < 1e11) range.expand(end);
    const double margin = 0.12 * std::max(1e-9, range.size());  // names of curves stand over their ends
    plot_->yAxis->setRange(range.lower - margin, range.upper + margin);
    const auto band = [&](double left, double right, double low, double high, int alpha) {
        auto* rect = new QCPItemRect(plot_);
        QColor color = palette::holds();
        color.setAlpha(alpha);
        rect->setBrush(color);
        rect->setPen(Qt::NoPen);
        rect->topLeft->setCoords(left, std::min(high, range.upper + margin));
        rect->bottomRight->setCoords(right, std::max(low, range.lower - margin));
    };
    for (const WireMark& mark : made.plan.marks)
        if (mark.reading == reading) band(x.values.front(), x.values.back(), mark.low, mark.high, 40);
    if (made.fine.empty() || !made.fine.front()) return;
    for (const std::size_t end : {made.fine.front()->first, made.fine.front()->last}) {
        auto* stroke = new QCPItemStraightLine(plot_);
        stroke->setPen(QPen(palette::holds(), 2.0));
        stroke->point1->setCoords(x.values[end], 0.0);
        stroke->point2->setCoords(x.values[end], 1.0);
    }
}

void WirePage::fill_table(const WireOutcome& made) {
    const WireSweep& sweep = made.sweep;
    const std::string reading = reading_->currentText().toStdString();
    QStringList heads;
    for (const WireAxis& axis : sweep.axes) heads << to_qt(axis.what);
    heads << spaced(reading) << tr("marks") << QString();
    table_->clear();
    table_->setColumnCount(static_cast<int>(heads.size()));
    table_->setHorizontalHeaderLabels(heads);
    table_->setRowCount(static_cast<int>(sweep.cells.size()));
    for (int column = 0; column < heads.size(); ++column)
        table_->horizontalHeader()->setSectionResizeMode(
            column, column + 1 == heads.size() ? QHeaderView::Stretch : QHeaderView::ResizeToContents);
    const std::string_view unit = unit_of_reading(reading);
    for (std::size_t row = 0; row < sweep.cells.size(); ++row) {
        const WireCell& cell = sweep.cells[row];
        QStringList words;
        for (std::size_t k = 0; k < sweep.axes.size(); ++k)
            words << (k < cell.at.size() ? to_qt(sweep.axes[k].texts[cell.at[k]]) : QString());
        words << (cell.problem.empty() ? value_words(value_in(cell, reading), unit) : QString("–"));
        words << (made.marks == 0 || cell.readings.empty() ? QString()
                  : cell.is_fine()                         ? tr("✓ hold")
                                   : tr("✗ %1 of %2 hold").arg(cell.marks_met).arg(cell.marks));
        words << to_qt(cell.problem);
        for (int column = 0; column < words.size(); ++column) {
            auto* item = new QTableWidgetItem(words[column]);
            item->setFont(palette::text_font(9.0));
            item->setToolTip(words[column]);
            const bool of_marks = column == static_cast<int>(sweep.axes.size()) + 1;
            item->setForeground(of_marks ? (cell.is_fine() ? palette::holds() : palette::refused()) : palette::ink());
            table_->setItem(static_cast<int>(row), column, item);
        }
    }
}

}  // namespace leap::studio
