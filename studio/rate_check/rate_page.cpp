// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/rate_check/rate_page.hpp"

#include <QHeaderView>
#include <QLabel>
#include <QPainter>
#include <QVBoxLayout>
#include <cmath>
#include <memory>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {
constexpr double noticeable_spread = 0.005;
constexpr int rate_count = static_cast<int>(checked_rates.size());

QColor tint_of(std::size_t rate) {
    const double share = static_cast<double>(rate) / (checked_rates.size() - 1);
    const auto mix = [share](int a, int b) { return static_cast<int>(a + (b - a) * share); };
    return {mix(palette::waiting().red(), palette::kept().red()),
            mix(palette::waiting().green(), palette::kept().green()),
            mix(palette::waiting().blue(), palette::kept().blue())};
}
}  // namespace

RatePaths::RatePaths(QWidget* parent) : QWidget(parent) {
    setMinimumHeight(200);
}

void RatePaths::show_traces(std::vector<Trace> traces) {
    traces_ = std::move(traces);
    update();
}

void RatePaths::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), palette::sheet());
    p.setRenderHint(QPainter::Antialiasing);
    // Along the way that was gone the longer of x and y, upward z, both to the same scale.
    Vec3 low{1e300};
    Vec3 high{-1e300};
    for (const Trace& trace : traces_)
        for (const TraceTrack& track : trace.tracks)
            for (const TraceRow& row : track.rows) {
                low = glm::min(low, row.position);
                high = glm::max(high, row.position);
            }
    if (traces_.empty() || low.x > high.x) return;
    const int axis = high.x - low.x >= high.y - low.y ? 0 : 1;
    constexpr double margin = 18.0;
    const double across = std::max(1.0, high[axis] - low[axis]);
    const double up = std::max(1.0, high.z - low.z);
    const double scale = std::min((width() - 2 * margin) / across, (height() - 2 * margin) / up);
    p.setPen(palette::faint());
    const double step = across > 40 ? 5.0 : 1.0;
    for (double at = std::ceil(low[axis] / step) * step; at <= high[axis]; at += step) {
        const double x = margin + (at - low[axis]) * scale;
        p.drawLine(QPointF(x, margin), QPointF(x, height() - margin));
    }
    for (std::size_t i = 0; i < traces_.size(); ++i) {
        p.setPen(QPen(tint_of(i), 1.4));
        for (const TraceTrack& track : traces_[i].tracks) {
            QPolygonF line;
            for (const TraceRow& row : track.rows)
                line << QPointF(margin + (row.position[axis] - low[axis]) * scale,
                                height() - margin - (row.position.z - low.z) * scale);
            p.drawPolyline(line);
        }
        p.setFont(palette::number_font(8.0));
        p.drawText(QPointF(margin + static_cast<double>(i) * 56.0, 13), QString("%1/s").arg(checked_rates[i]));
    }
}

RatePage::RatePage(Session& session, QWidget* parent) : QDialog(parent) {
    setWindowTitle(tr("Rate check"));
    resize(1000, 560);
    auto* layout = new QVBoxLayout(this);
    auto* words = new QLabel;
    words->setWordWrap(true);
    layout->addWidget(words);
    table_ = new QTableWidget(0, static_cast<int>(checked_rates.size()) + 2);
    QStringList head{tr("reading, at ticks/s:")};
    for (const int rate : checked_rates) head << QString::number(rate);
    head << tr("spread");
    table_->setHorizontalHeaderLabels(head);
    table_->verticalHeader()->hide();
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    layout->addWidget(table_, 2);
    auto* paths = new RatePaths;
    layout->addWidget(paths, 1);
    if (!session.now_run() || session.tape() == nullptr) {
        words->setText(tr("Play once, or choose a tape. The check replays it at %1 tick rates").arg(rate_count));
        return;
    }
    words->setText(tr("Replaying %1 at %2 tick rates…").arg(to_qt(session.tape()->name)).arg(rate_count));
    const Ingredients made = session.now_run()->ingredients;
    const Tape tape = *session.tape();
    job_.request([this, made, tape, words, paths] {
        auto check = std::make_shared<tl::expected<RateCheck, std::string>>(
            check_rates(made.rehearsal(), tape, [this] { return stop_.load(); }));
        const auto show = [this, check, tape, words, paths] {
            if (!*check) return words->setText(to_qt(check->error()));
            words->setText(
                tr("%1 at %3 tick rates. Tuned values must not depend on the rate; spreads above %2 % are marked")
                    .arg(to_qt(tape.name))
                    .arg(noticeable_spread * 100)
                    .arg(rate_count));
            fill(**check);
            paths->show_traces(std::move((*check)->traces));
        };
        QMetaObject::invokeMethod(this, show, Qt::QueuedConnection);
    });
}

RatePage::~RatePage() {
    stop_ = true;
}

void RatePage::fill(const RateCheck& check) {
    table_->setRowCount(static_cast<int>(check.readings.size()));
    for (std::size_t i = 0; i < check.readings.size(); ++i) {
        const RateSpread& reading = check.readings[i];
        const int row = static_cast<int>(i);
        const bool noticeable = reading.spread > noticeable_spread;
        const auto cell = [&](int column, const QString& text) {
            auto* item = new QTableWidgetItem(text);
            if (column > 0) item->setFont(palette::number_font(9.0));
            if (noticeable && column == static_cast<int>(checked_rates.size()) + 1)
                item->setForeground(palette::refused());
            table_->setItem(row, column, item);
        };
        cell(0, to_qt(reading.name).replace('_', ' '));
        for (std::size_t rate = 0; rate < checked_rates.size(); ++rate)
            cell(static_cast<int>(rate) + 1,
                 reading.values[rate] ? to_qt(quantity_text(*reading.values[rate], reading.type.dimension, 4))
                                      : tr("none"));
        cell(static_cast<int>(checked_rates.size()) + 1, QString("%1%2 %")
                                                             .arg(noticeable ? QString::fromUtf8("! ") : QString())
                                                             .arg(reading.spread * 100.0, 0, 'f', 4));
    }
}

}  // namespace leap::studio
