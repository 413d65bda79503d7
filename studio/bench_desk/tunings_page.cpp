// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/tunings_page.hpp"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

#include "core/script/dial_edit.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/shared/plain_table.hpp"

namespace leap::studio {

namespace {

enum ListColumn { name_column, compare_column, take_column, keep_column, delete_column, list_columns };

QTableWidgetItem* item_of(const QString& text, const QColor& color, const QFont& font) {
    auto* out = new QTableWidgetItem(text);
    out->setForeground(color);
    out->setFont(font);
    return out;
}

}  // namespace

TuningsPage::TuningsPage(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 16, 8);
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(tr("Tunings"));
    title->setFont(palette::text_font(11.0, true));
    name_ = new QLineEdit;
    name_->setPlaceholderText(tr("a name"));
    name_->setAccessibleName(tr("Name of a new tuning"));
    auto* from_now = new QPushButton(tr("Create from current"));
    auto* from_kept = new QPushButton(tr("Create from kept"));
    head->addWidget(title);
    head->addStretch();
    head->addWidget(name_);
    head->addWidget(from_now);
    head->addWidget(from_kept);
    layout->addLayout(head);
    list_ = plain_table(tr("Tunings"));
    list_->setColumnCount(list_columns);
    list_->horizontalHeader()->hide();
    list_->horizontalHeader()->setSectionResizeMode(name_column, QHeaderView::Stretch);
    list_->setSelectionMode(QAbstractItemView::NoSelection);
    layout->addWidget(list_, 1);
    auto* dial_words = new QLabel(tr("Dials that differ. Click a value to use it"));
    dial_words->setObjectName("quiet");
    layout->addWidget(dial_words);
    dials_ = plain_table(tr("Dials that differ"));
    layout->addWidget(dials_, 2);
    auto* reading_words = new QLabel(tr("Readings of the current tape"));
    reading_words->setObjectName("quiet");
    layout->addWidget(reading_words);
    readings_ = plain_table(tr("Readings"));
    layout->addWidget(readings_, 2);
    connect(from_now, &QPushButton::clicked, this, [this] { make(Side::now); });
    connect(from_kept, &QPushButton::clicked, this, [this] { make(Side::kept); });
    connect(name_, &QLineEdit::returnPressed, this, [this] { make(Side::now); });
    connect(list_, &QTableWidget::cellClicked, this, &TuningsPage::toggle);
    connect(dials_, &QTableWidget::cellClicked, this, &TuningsPage::take_cell);
    for (const auto signal :
         {&Session::lists_changed, &Session::tuning_changed, &Session::program_changed, &Session::project_opened})
        connect(&session_, signal, this, &TuningsPage::refresh);
    for (const auto signal : {&Session::beside_runs_changed, &Session::now_run_changed, &Session::kept_run_changed})
        connect(&session_, signal, this, &TuningsPage::refresh_readings);
    when_paper_changes(*this, [this] { refresh(); });
    refresh();
}

void TuningsPage::make(Side side) {
    const QString why_not = session_.save_tuning(name_->text(), side);
    if (!why_not.isEmpty()) {
        emit problem(why_not);
        return;
    }
    name_->clear();
}

void TuningsPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void TuningsPage::refresh() {
    if (!isVisible()) return;  // it is when it is shown
    if (!session_.is_open() || !session_.program()) return;
    refresh_list();
    refresh_dials();
    refresh_readings();
}

void TuningsPage::refresh_list() {
    const auto& tunings = session_.tunings();
    list_->setRowCount(static_cast<int>(std::max<std::size_t>(1, tunings.size())));
    if (tunings.empty()) {
        for (int column = 0; column < list_columns; ++column)
            list_->setItem(
                0, column,
                item_of(
                    column == 0 ? tr("No tunings yet. Type a name and create one from the current values") : QString(),
                    palette::quiet(), palette::text_font()));
        return;
    }
    const auto& compared = session_.compared_tunings();
    for (int row = 0; row < list_->rowCount(); ++row) {
        const TuningFile& tuning = tunings[static_cast<std::size_t>(row)].tuning;
        const auto at = std::find(compared.begin(), compared.end(), tuning.name);
        const bool on = at != compared.end();
        list_->setItem(row, name_column, item_of(to_qt(tuning.name), palette::ink(), palette::text_font(9.5, on)));
        list_->item(row, name_column)->setToolTip(to_qt(tuning.note));
        list_->setItem(row, compare_column,
                       item_of(on ? tr("✓ compared") : tr("compare"),
                               on ? palette::beside(static_cast<int>(at - compared.begin())) : palette::quiet(),
                               palette::text_font(9.0, on)));
        list_->setItem(row, take_column, item_of(tr("use all"), palette::ink(), palette::text_font(9.0)));
        list_->setItem(row, keep_column, item_of(tr("show as ghost"), palette::kept(), palette::text_font(9.0)));
        list_->setItem(row, delete_column, item_of(tr("delete"), palette::quiet(), palette::text_font(9.0)));
    }
}

void TuningsPage::toggle(int row, int column) {
    if (static_cast<std::size_t>(row) >= session_.tunings().size()) return;
    const std::string name = session_.tunings()[static_cast<std::size_t>(row)].tuning.name;
    if (column == take_column) session_.apply_tuning(name);
    if (column == keep_column) session_.keep_tuning(name);
    if (column == delete_column) session_.delete_tuning(name);
    if (column != name_column && column != compare_column) return;
    std::vector<std::string> compared = session_.compared_tunings();
    if (std::erase(compared, name) == 0) compared.push_back(name);
    session_.compare_tunings(compared);
}

/// The dials in which now, kept and the compared tunings are not all the same.
void TuningsPage::refresh_dials() {
    const Program& program = *session_.program();
    QStringList heads{tr("dial"), tr("current"), tr("kept")};
    std::vector<DialValues> columns{session_.tuning(Side::now).dials, session_.tuning(Side::kept).dials};
    for (const std::string& name : session_.compared_tunings()) {
        const TuningEntry* entry = session_.project().find_tuning(name);
        if (entry == nullptr) continue;
        heads << to_qt(name);
        columns.push_back(resolve_tuning(entry->tuning, program, columns.front()).dials);
    }
    dials_->setColumnCount(static_cast<int>(heads.size()));
    dials_->setHorizontalHeaderLabels(heads);
    dials_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    int row = 0;
    dials_->setRowCount(0);
    for (std::size_t i = 0; i < program.dials.size(); ++i) {
        if (program.dials[i].body) continue;
        const bool same = std::all_of(columns.begin(), columns.end(),
                                      [&](const auto& column) { return column[i] == columns.front()[i]; });
        if (same) continue;
        dials_->setRowCount(row + 1);
        dials_->setItem(row, 0, item_of(to_qt(program.dials[i].path()), palette::ink(), palette::text_font(9.0)));
        for (std::size_t column = 0; column < columns.size(); ++column) {
            const QColor color = column == 0   ? palette::now()
                                 : column == 1 ? palette::kept()
                                               : palette::beside(static_cast<int>(column) - 2);
            dials_->setItem(
                row, static_cast<int>(column) + 1,
                item_of(to_qt(dial_literal(program.dials[i], columns[column][i])), color, palette::number_font(8.5)));
        }
        ++row;
    }
}

/// A single dial's value is taken from kept or from a tuning.
void TuningsPage::take_cell(int row, int column) {
    if (column < 2 || dials_->item(row, 0) == nullptr || dials_->item(row, column) == nullptr) return;
    const auto dial = session_.program()->find_dial(dials_->item(row, 0)->text().toStdString());
    if (!dial) return;
    const auto value =
        parse_dial_value(session_.program()->dials[*dial], dials_->item(row, column)->text().toStdString());
    if (value) session_.set_dial(*dial, *value);
}

void TuningsPage::refresh_readings() {
    if (!session_.now_run() || !isVisible()) return;
    QStringList heads{tr("reading"), tr("current"), tr("kept")};
    std::vector<const std::vector<ReadingResult>*> columns{&session_.now_run()->readings};
    static const std::vector<ReadingResult> none;
    columns.push_back(session_.kept_run() ? &session_.kept_run()->readings : &none);
    for (const BesideRuns::Beside& beside : session_.beside_runs()) {
        if (beside.pointed) continue;
        heads << beside.name;
        columns.push_back(&beside.run->readings);
    }
    readings_->setColumnCount(static_cast<int>(heads.size()));
    readings_->setHorizontalHeaderLabels(heads);
    readings_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    int row = 0;
    readings_->setRowCount(0);
    for (const ReadingResult& reading : *columns.front()) {
        if (!reading.value) continue;
        readings_->setRowCount(row + 1);
        QString name = to_qt(reading.name);
        readings_->setItem(row, 0, item_of(name.replace('_', ' '), palette::ink(), palette::text_font(9.0)));
        for (std::size_t column = 0; column < columns.size(); ++column) {
            const auto found = std::find_if(columns[column]->begin(), columns[column]->end(),
                                            [&](const ReadingResult& each) { return each.name == reading.name; });
            QString text("–");
            if (found != columns[column]->end() && found->value)
                text = to_qt(quantity_text(*found->value, found->type.dimension, 3));
            const bool missed = found != columns[column]->end() && !found->met().value_or(true);
            const QColor color = column == 0   ? palette::now()
                                 : column == 1 ? palette::kept()
                                               : palette::beside(static_cast<int>(column) - 2);
            readings_->setItem(row, static_cast<int>(column) + 1,
                               item_of(missed ? text + tr("  ✗") : text, color, palette::number_font(8.5)));
        }
        ++row;
    }
}

}  // namespace leap::studio
