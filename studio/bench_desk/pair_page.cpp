// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/pair_page.hpp"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QRandomGenerator>
#include <QVBoxLayout>

#include "core/defaults.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/shared/plain_table.hpp"

namespace leap::studio {

PairPage::PairPage(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 16, 6);
    layout->setSpacing(8);
    round_ = new QLabel;
    round_->setFont(palette::text_font(12.0, true));
    layout->addWidget(round_);
    const auto row = [&](std::initializer_list<QPushButton*> buttons) {
        auto* line = new QHBoxLayout;
        for (QPushButton* button : buttons) line->addWidget(button);
        line->addStretch();
        layout->addLayout(line);
    };
    play_first_ = new QPushButton;
    play_second_ = new QPushButton;
    for (QPushButton* button : {play_first_, play_second_}) {
        button->setObjectName("strong");
        button->setMinimumWidth(190);
    }
    row({play_first_, play_second_});
    first_ = new QPushButton(tr("The first felt better"));
    second_ = new QPushButton(tr("The second felt better"));
    none_ = new QPushButton(tr("No difference"));
    row({first_, second_, none_});
    words_ = new QLabel;
    words_->setWordWrap(true);
    layout->addWidget(words_);
    table_ = plain_table(tr("Rounds"));
    layout->addWidget(table_, 1);
    names_ = new QPushButton(tr("Show the names"));
    start_again_ = new QPushButton(tr("Start again"));
    row({names_, start_again_});
    connect(play_first_, &QPushButton::clicked, this, [this] { play(false); });
    connect(play_second_, &QPushButton::clicked, this, [this] { play(true); });
    connect(first_, &QPushButton::clicked, this, [this] { say(PairSaid::one); });
    connect(second_, &QPushButton::clicked, this, [this] { say(PairSaid::other); });
    connect(none_, &QPushButton::clicked, this, [this] { say(PairSaid::none); });
    connect(names_, &QPushButton::clicked, this, &PairPage::show_names);
    connect(start_again_, &QPushButton::clicked, this, &PairPage::start_again);
    for (const auto signal : {&Session::lists_changed, &Session::play_started, &Session::play_stopped})
        connect(&session_, signal, this, &PairPage::refresh);
    when_paper_changes(*this, [this] { refresh(); });
    refresh();
}

const TrialEntry* PairPage::entry() const {
    if (!session_.is_open()) return nullptr;
    for (const TrialEntry& each : session_.trials())
        if (each.path == path_ && each.trial.kind == TrialKind::pair) return &each;
    return nullptr;
}

void PairPage::show_trial(const std::string& path) {
    if (path_ != path) played_[0] = played_[1] = 0;
    path_ = path;
    refresh();
}

void PairPage::refresh() {
    const TrialEntry* now = entry();
    if (now == nullptr) return;
    const Trial& trial = now->trial;
    const bool told = trial.result.has_value();
    const int rounds = static_cast<int>(trial.rounds.size());
    const int wanted = trial.tries > 0 ? trial.tries : defaults::usual_pair_rounds;
    const bool over = told || rounds >= wanted;
    round_->setText(over ? (rounds == 1 ? tr("1 round played") : tr("%1 rounds played").arg(rounds))
                         : tr("Round %1 of %2").arg(rounds + 1).arg(wanted));
    const auto played = [&](QPushButton* button, const QString& text, int times) {
        button->setText(
            times == 0 ? text : (times == 1 ? tr("%1 again").arg(text) : tr("%1 again (%2)").arg(text).arg(times)));
        button->setEnabled(!over && !session_.playing());
    };
    played(play_first_, tr("Play the first"), played_[0]);
    played(play_second_, tr("Play the second"), played_[1]);
    const bool both = played_[0] > 0 && played_[1] > 0 && !over && !session_.playing();
    for (QPushButton* button : {first_, second_, none_}) button->setEnabled(both);
    names_->setEnabled(rounds > 0 && !told && !session_.playing());
    names_->setVisible(!told);
    start_again_->setVisible(rounds > 0);
    if (told) {
        words_->setText(to_qt(trial.result->line));
    } else if (over) {
        words_->setText(tr("All rounds are played. You can show the names now"));
    } else if (both) {
        words_->setText(tr("Choose which felt better, or play either one again"));
    } else {
        words_->setText(
            tr("Play both from the same start; Escape ends a try. Each round shuffles which tuning comes first and "
               "shows the names at the end. These runs are not recorded"));
    }
    fill_table(trial, told);
}

/// The last round first. Without names until they are asked for.
void PairPage::fill_table(const Trial& trial, bool told) {
    const QStringList heads{tr("round"), tr("first"), tr("second"), tr("felt better")};
    table_->clear();
    table_->setColumnCount(static_cast<int>(heads.size()));
    table_->setHorizontalHeaderLabels(heads);
    table_->setRowCount(static_cast<int>(trial.rounds.size()));
    for (int i = 0; i < heads.size(); ++i)
        table_->horizontalHeader()->setSectionResizeMode(i,
                                                         i == 3 ? QHeaderView::Stretch : QHeaderView::ResizeToContents);
    for (int row = 0; row < table_->rowCount(); ++row) {
        const auto number = trial.rounds.size() - 1 - static_cast<std::size_t>(row);
        const PairRound& round = trial.rounds[number];
        const QString first = to_qt(round.swapped ? trial.other : trial.one);
        const QString second = to_qt(round.swapped ? trial.one : trial.other);
        const bool was_first = round.said == pair_said(round.swapped, true);
        const QString said = round.said == PairSaid::none ? tr("no difference")
                                                          : (told ? (was_first ? first : second)
                                                                  : (was_first ? tr("the first") : tr("the second")));
        const QStringList cells{QString::number(number + 1), told ? first : QString("?"), told ? second : QString("?"),
                                said};
        for (int i = 0; i < cells.size(); ++i) {
            auto* item = new QTableWidgetItem(cells[i]);
            item->setFont(palette::text_font(9.0));
            item->setForeground(i == 3 ? palette::ink() : palette::quiet());
            table_->setItem(row, i, item);
        }
    }
}

void PairPage::play(bool second) {
    const TrialEntry* now = entry();
    if (now == nullptr) return;
    const QString why_not = session_.play_pair(now->trial, second);
    if (!why_not.isEmpty()) {
        emit problem(why_not);
        return;
    }
    ++played_[second ? 1 : 0];
    refresh();
    emit playing();
}

/// `said` speaks of what was played first and second, and not yet of the tunings.
void PairPage::say(PairSaid said) {
    const TrialEntry* now = entry();
    if (now == nullptr) return;
    played_[0] = played_[1] = 0;
    const bool swapped = pair_is_swapped(now->trial.seed, now->trial.rounds.size());
    session_.add_pair_round(path_, said == PairSaid::none ? said : pair_said(swapped, said == PairSaid::one));
}

void PairPage::show_names() {
    const QString why_not = session_.run_trial(path_);
    if (!why_not.isEmpty()) emit problem(why_not);
}

void PairPage::start_again() {
    const TrialEntry* now = entry();
    if (now == nullptr) return;
    Trial restarted = now->trial;
    restarted.rounds.clear();
    restarted.result.reset();
    restarted.seed = QRandomGenerator::global()->bounded(1U << 30U);
    played_[0] = played_[1] = 0;
    session_.edit_trial(path_, restarted);
}

}  // namespace leap::studio
