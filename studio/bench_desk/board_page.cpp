// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/board_page.hpp"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QVBoxLayout>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/shared/plain_table.hpp"

namespace leap::studio {

namespace {

constexpr int tape_role = Qt::UserRole;
constexpr int time_role = Qt::UserRole + 1;
enum Column { reading_column, now_column, kept_column, band_column, mark_column, column_count };
enum Filter { marked, changed, all };

QString value_text(const ReadingResult* reading) {
    if (reading == nullptr) return {};
    return reading->value ? to_qt(quantity_text(*reading->value, reading->type.dimension, 3)) : QString("–");
}

bool differs(const ReadingResult& now, const ReadingResult* kept) {
    if (kept == nullptr) return true;
    if (now.value.has_value() != kept->value.has_value()) return true;
    return now.value && std::abs(*now.value - *kept->value) > 1e-9 * std::max(1.0, std::abs(*now.value));
}

}  // namespace

BoardPage::BoardPage(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 16, 8);
    auto* head = new QHBoxLayout;
    words_ = new QLabel;
    words_->setFont(palette::text_font(11.0, true));
    filter_ = new QComboBox;
    filter_->addItems({tr("readings with marks"), tr("changes against kept"), tr("all readings")});
    filter_->setAccessibleName(tr("Which readings"));
    head->addWidget(words_, 1);
    head->addWidget(filter_);
    layout->addLayout(head);
    table_ = plain_table(tr("Board"));
    table_->setColumnCount(column_count);
    table_->setHorizontalHeaderLabels({tr("reading"), tr("current"), tr("kept"), tr("mark"), {}});
    table_->horizontalHeader()->setSectionResizeMode(reading_column, QHeaderView::Stretch);
    table_->setColumnWidth(now_column, 92);
    table_->setColumnWidth(kept_column, 92);
    table_->setColumnWidth(band_column, 150);
    table_->setColumnWidth(mark_column, 74);
    layout->addWidget(table_, 1);
    connect(filter_, &QComboBox::currentIndexChanged, this, &BoardPage::refresh);
    connect(table_, &QTableWidget::cellClicked, this, &BoardPage::go_to);
    connect(table_, &QTableWidget::cellDoubleClicked, this, &BoardPage::stage_wanted);
    connect(&session_, &Session::board_changed, this, &BoardPage::refresh);
    connect(&session_, &Session::project_opened, this, &BoardPage::refresh);
    when_paper_changes(*this, [this] { refresh(); });
    refresh();
}

void BoardPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void BoardPage::refresh() {
    if (!isVisible()) return;  // it is when it is shown
    const BoardPointer now = session_.is_open() ? session_.board(Side::now) : nullptr;
    if (!now) {
        words_->setText(tr("Calculating the board…"));
        table_->setRowCount(0);
        return;
    }
    const BoardPointer kept = session_.board(Side::kept);
    const MarkCount marks = count_marks(now->board);
    words_->setText(tr("%1 of %2 marks hold").arg(marks.held).arg(marks.all));
    words_->setToolTip(tr("calculated in %1 ms").arg(now->ms, 0, 'f', 0));
    int row = 0;
    const auto put = [&](int column, const QString& text, const QColor& color, const QFont& font) {
        QTableWidgetItem* item = table_->item(row, column);
        if (item == nullptr) table_->setItem(row, column, item = new QTableWidgetItem);
        item->setText(text);
        item->setForeground(color);
        item->setFont(font);
        return item;
    };
    const auto begin_row = [&](const std::string& tape, double time) {
        if (row >= table_->rowCount()) table_->setRowCount(row + 1);
        QTableWidgetItem* first = put(reading_column, {}, palette::ink(), palette::text_font());
        first->setData(tape_role, to_qt(tape));
        first->setData(time_role, time);
    };
    const QFont text = palette::text_font(9.0);
    const QFont numbers = palette::number_font(8.5);
    for (const BoardRow& tape : now->board.rows) {
        const BoardRow* old = kept ? find_row(kept->board, tape.tape) : nullptr;
        std::vector<const ReadingResult*> shown;
        for (const ReadingResult& reading : tape.readings) {
            const ReadingResult* was = old != nullptr ? find_reading(*old, reading.name) : nullptr;
            const bool wanted = filter_->currentIndex() == all ||
                                (filter_->currentIndex() == marked && reading.met().has_value()) ||
                                (filter_->currentIndex() == changed && differs(reading, was));
            if (wanted) shown.push_back(&reading);
        }
        if (shown.empty() && tape.problem.empty()) continue;
        begin_row(tape.tape, 0.0);
        const MarkCount own = count_marks(tape.readings);
        put(reading_column, to_qt(tape.tape), palette::ink(), palette::text_font(9.5, true));
        put(now_column, {}, palette::ink(), text);
        put(kept_column, {}, palette::ink(), text);
        put(band_column, tape.problem.empty() ? tr("%1 s").arg(tape.length_s, 0, 'f', 2) : QString(), palette::quiet(),
            text);
        put(mark_column, own.all > 0 ? tr("%1 of %2").arg(own.held).arg(own.all) : QString(),
            own.held == own.all ? palette::holds() : palette::refused(), text);
        if (!tape.problem.empty())
            put(band_column, tr("cannot be replayed"), palette::refused(), text)->setToolTip(to_qt(tape.problem));
        ++row;
        for (const ReadingResult* reading : shown) {
            begin_row(tape.tape, reading->at_s.value_or(0.0));
            const ReadingResult* was = old != nullptr ? find_reading(*old, reading->name) : nullptr;
            QString name = to_qt(reading->name);
            put(reading_column, "    " + name.replace('_', ' '), palette::ink(), text)
                ->setToolTip(to_qt(reading->meaning));
            put(now_column, value_text(reading), differs(*reading, was) ? palette::now() : palette::ink(), numbers)
                ->setToolTip(to_qt(reading->missing));
            put(kept_column, value_text(was), palette::kept(), numbers);
            const auto met = reading->met();
            put(band_column,
                met ? tr("%1 to %2")
                          .arg(to_qt(quantity_text(*reading->low, reading->type.dimension, 3)),
                               to_qt(quantity_text(*reading->high, reading->type.dimension, 3)))
                    : QString(),
                palette::quiet(), numbers);
            put(mark_column, !met ? QString() : (*met ? tr("✓ holds") : tr("✗ missed")),
                met.value_or(true) ? palette::holds() : palette::refused(), text);
            ++row;
        }
    }
    table_->setRowCount(row);
}

void BoardPage::show_mark(const QString& tape, const QString& reading) {
    const QString words = QString(reading).replace('_', ' ');
    for (int row = 0; row < table_->rowCount(); ++row) {
        const QTableWidgetItem* item = table_->item(row, reading_column);
        if (item == nullptr || item->data(tape_role).toString() != tape || item->text().trimmed() != words) continue;
        table_->setCurrentCell(row, reading_column);
        table_->scrollToItem(item, QAbstractItemView::PositionAtCenter);
        return go_to(row);
    }
}

void BoardPage::go_to(int row) {
    const QTableWidgetItem* item = table_->item(row, reading_column);
    if (item == nullptr || session_.playing()) return;
    const QString tape = item->data(tape_role).toString();
    const double time = item->data(time_role).toDouble();
    if (session_.tape() == nullptr || to_qt(session_.tape()->name) != tape) session_.choose_tape(tape);
    session_.set_cursor_when_ready(time);
}

}  // namespace leap::studio
