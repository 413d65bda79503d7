// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/bench_desk/bench_desk.hpp"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QMenu>
#include <QRandomGenerator>
#include <QVBoxLayout>

#include "core/project/file_io.hpp"
#include "core/report/html_report.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/picture_options.hpp"

namespace leap::studio {

BenchDesk::BenchDesk(const Workplace& place) : session_(place.session), stage_(&place.stage) {
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    auto* across = new QSplitter(Qt::Horizontal);
    across->setChildrenCollapsible(false);
    across->setHandleWidth(3);
    layout->addWidget(across);

    auto* left = new QWidget;
    left->setObjectName("side");
    auto* left_layout = new QVBoxLayout(left);
    left_layout->setContentsMargins(0, 10, 0, 10);
    auto* title = new QLabel(tr("Notebook"));
    title->setFont(palette::text_font(11.0, true));
    title->setContentsMargins(16, 0, 0, 4);
    notebook_ = new Notebook(session_);
    new_trial_ = new QToolButton;
    new_trial_->setText(tr("New trial"));
    new_trial_->setObjectName("watch");
    new_trial_->setPopupMode(QToolButton::InstantPopup);
    auto* menu = new QMenu(new_trial_);
    const std::pair<TrialKind, QString> kinds[] = {
        {TrialKind::sweep, tr("Sweep: one or two values over their ranges")},
        {TrialKind::sensitivity, tr("Sensitivity: what each dial moves")},
        {TrialKind::solve, tr("Solve: dial values that meet goals")},
        {TrialKind::fit, tr("Fit: dial values that follow a measured run")},
        {TrialKind::leeway, tr("Leeway: how early or late each press may come")},
        {TrialKind::pair, tr("Blind pair: a blind A/B test of two tunings")},
        {TrialKind::way, tr("Route: from one place to another with these moves")},
        {TrialKind::compare, tr("Feel diff: changes since a git revision")},
        {TrialKind::wire, tr("Wire: shared play over delays, losses or dials")}};
    for (const auto& [kind, words] : kinds) menu->addAction(words, this, [this, kind = kind] { make_trial(kind); });
    new_trial_->setMenu(menu);
    left_layout->addWidget(title);
    left_layout->addWidget(notebook_, 1);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(16, 4, 16, 0);
    foot->addWidget(new_trial_);
    foot->addStretch();
    left_layout->addLayout(foot);
    across->addWidget(left);

    middle_ = new QSplitter(Qt::Vertical);
    middle_->setChildrenCollapsible(false);
    middle_->setHandleWidth(3);
    auto* upper = new QWidget;
    auto* upper_layout = new QVBoxLayout(upper);
    upper_layout->setContentsMargins(0, 0, 0, 0);
    upper_layout->setSpacing(0);
    pages_ = new QStackedWidget;
    board_ = new BoardPage(session_);
    tunings_ = new TuningsPage(session_);
    sweep_ = new SweepPage(session_);
    outcome_ = new OutcomePage(session_);
    pair_ = new PairPage(session_);
    wire_ = new WirePage;
    for (QWidget* page : std::initializer_list<QWidget*>{board_, tunings_, sweep_, outcome_, pair_, wire_})
        pages_->addWidget(page);
    upper_layout->addWidget(pages_, 1);
    pointed_ = new QLabel;
    pointed_->setObjectName("quiet");
    pointed_->setContentsMargins(16, 0, 16, 4);
    upper_layout->addWidget(pointed_);
    middle_->addWidget(upper);
    across->addWidget(middle_);

    sheet_ = new TrialSheet(session_);
    sheet_->setMinimumWidth(320);
    across->addWidget(sheet_);
    across->setStretchFactor(0, 0);
    across->setStretchFactor(1, 1);
    across->setStretchFactor(2, 0);
    across->setSizes({230, 690, 360});

    connect(notebook_, &Notebook::selected, this, &BenchDesk::show_selected);
    connect(&session_, &Session::trial_finished, this, &BenchDesk::show_selected);
    connect(sheet_, &TrialSheet::problem, this, &Desk::problem);
    connect(sheet_, &TrialSheet::export_wanted, this, &BenchDesk::export_sweep);
    connect(pair_, &PairPage::problem, this, &Desk::problem);
    connect(pair_, &PairPage::playing, this, [this] { give_stage_room(true); });
    connect(&session_, &Session::play_stopped, this, [this] { give_stage_room(false); });
    connect(tunings_, &TuningsPage::problem, this, &Desk::problem);
    connect(board_, &BoardPage::stage_wanted, this, [this] { emit desk_wanted("stage"); });
    connect(sweep_, &SweepPage::pointed, pointed_, &QLabel::setText);
    connect(sweep_, &SweepPage::reading_chosen, this, &BenchDesk::take_reading);
    connect(wire_, &WirePage::reading_chosen, this, &BenchDesk::take_reading);
    show_selected();
}

/// Which reading is looked at stands in the trial.
void BenchDesk::take_reading(const std::string& reading) {
    for (const TrialEntry& entry : session_.trials()) {
        if (entry.path != notebook_->trial_path() || entry.trial.reading == reading) continue;
        Trial changed = entry.trial;
        changed.reading = reading;
        session_.edit_trial(entry.path, changed);
        return;
    }
}

void BenchDesk::show_selected() {
    const Notebook::Page page = notebook_->page();
    const std::string path = notebook_->trial_path();
    session_.point_at_nothing();
    pointed_->clear();
    pointed_->setVisible(page == Notebook::Page::trial);
    sheet_->setVisible(page == Notebook::Page::trial);
    const TrialEntry* chosen = nullptr;
    for (const TrialEntry& entry : session_.trials())
        if (entry.path == path && page == Notebook::Page::trial) chosen = &entry;
    const bool is_fit = chosen != nullptr && chosen->trial.kind == TrialKind::fit;
    session_.lay_over(is_fit ? path : std::string());
    if (is_fit && !chosen->trial.tapes.empty() && !session_.playing() && session_.tape() != nullptr &&
        session_.tape()->name != chosen->trial.tapes.front())
        session_.choose_tape(to_qt(chosen->trial.tapes.front()));
    if (page == Notebook::Page::board) return pages_->setCurrentWidget(board_);
    if (page == Notebook::Page::tunings) return pages_->setCurrentWidget(tunings_);
    if (sheet_->path() != path) sheet_->show_trial(path);
    const TrialRunner::Made* made = session_.trial_runner().made(path);
    for (const TrialEntry& entry : session_.trials()) {
        if (entry.path != path) continue;
        if (entry.trial.kind == TrialKind::pair) {
            pages_->setCurrentWidget(pair_);
            pair_->show_trial(path);
        } else if (entry.trial.kind == TrialKind::sweep) {
            pages_->setCurrentWidget(sweep_);
            sweep_->show_outcome(made != nullptr ? made->outcome : nullptr, entry.trial.reading);
        } else if (entry.trial.kind == TrialKind::wire) {
            pages_->setCurrentWidget(wire_);
            wire_->show_outcome(made != nullptr ? made->outcome : nullptr, entry.trial.reading);
        } else {
            pages_->setCurrentWidget(outcome_);
            outcome_->show_outcome(made != nullptr ? made->outcome : nullptr);
        }
    }
    // The stage shows the tape that the trial is about.
    if (made == nullptr || made->outcome->tapes.empty() || session_.playing()) return;
    const std::string& tape = made->outcome->tapes.front().name;
    if (made->outcome->tapes.size() == 1 && session_.tape() != nullptr && session_.tape()->name != tape)
        session_.choose_tape(to_qt(tape));
}

void BenchDesk::make_trial(TrialKind kind) {
    if (!session_.is_open() || !session_.program()) return;
    Trial trial;
    trial.kind = kind;
    trial.name = std::string(trial_kind_word(kind));
    if (kind == TrialKind::compare) trial.against = "HEAD";
    const auto& tunings = session_.tunings();
    if (kind == TrialKind::pair) {
        if (!tunings.empty()) trial.one = tunings.front().tuning.name;
        if (tunings.size() > 1) trial.other = tunings[1].tuning.name;
        trial.seed = QRandomGenerator::global()->bounded(1U << 30U);
    }
    if (kind == TrialKind::way && session_.course() && !session_.course()->plan.places.empty())
        trial.from = session_.course()->plan.places.front().name;
    const auto& wires = session_.project().wires;
    if (kind == TrialKind::wire) {
        if (!wires.empty()) trial.rehearsal = wires.front().plan.name;
        trial.reading = "largest_correction";
    }
    const bool on_tapes =
        kind != TrialKind::compare && kind != TrialKind::pair && kind != TrialKind::way && kind != TrialKind::wire;
    if (on_tapes && session_.tape() != nullptr && session_.project().find_tape(session_.tape()->name) != nullptr)
        trial.tapes = {session_.tape()->name};
    if (kind == TrialKind::sweep && !session_.program()->readings.empty())
        trial.reading = session_.program()->readings.front().name;
    const std::string path = session_.add_trial(trial);
    notebook_->select_trial(path);
    show_selected();
}

/// A sweep's map or numbers, or the page of a feel diff.
void BenchDesk::export_sweep() {
    const TrialRunner::Made* made = session_.trial_runner().made(notebook_->trial_path());
    if (made == nullptr) return;
    if (const auto* compared = std::get_if<CompareOutcome>(&made->outcome->what)) {
        const QString page = QFileDialog::getSaveFileName(this, tr("Export the page"), {}, tr("Page (*.html)"));
        if (page.isEmpty()) return;
        const auto written = write_file(
            page.toStdString(), feel_diff_html(compared->diff, compared->before, compared->after, compared->files));
        if (!written) emit problem(to_qt(written.error()));
        return;
    }
    if (const auto* wire = std::get_if<WireOutcome>(&made->outcome->what)) return export_wire(*wire);
    const QString file = QFileDialog::getSaveFileName(this, tr("Export the map or its numbers"), {},
                                                      tr("Numbers (*.csv);;Picture (*.png);;Drawing (*.svg)"));
    if (file.isEmpty()) return;
    const QString why_not = sweep_->export_to(file);
    if (!why_not.isEmpty()) emit problem(why_not);
}

void BenchDesk::export_wire(const WireOutcome& made) {
    const QString file = QFileDialog::getSaveFileName(this, tr("Export the numbers"), {}, tr("Numbers (*.csv)"));
    if (file.isEmpty()) return;
    const auto written = write_file(file.toStdString(), wire_sweep_csv(made.sweep));
    if (!written) emit problem(to_qt(written.error()));
}

/// What is felt is played large; the keys go to the stage, and back to the page when it is over.
void BenchDesk::give_stage_room(bool playing) {
    if (middle_->indexOf(stage_) != 1) return;
    if (playing) {
        if (sizes_before_play_.isEmpty()) sizes_before_play_ = middle_->sizes();
        middle_->setSizes({120, 640});
        stage_->setFocus();
        return;
    }
    if (sizes_before_play_.isEmpty()) return;
    middle_->setSizes(sizes_before_play_);
    sizes_before_play_.clear();
    pair_->setFocus();
}

void BenchDesk::take_stage() {
    if (middle_->indexOf(stage_) == 1) return;
    middle_->insertWidget(1, stage_);
    middle_->setStretchFactor(0, 3);
    middle_->setStretchFactor(1, 2);
    middle_->setSizes(sizes_.isEmpty() ? QList<int>{470, 290} : sizes_);
    stage_->show();
}

void BenchDesk::leave_stage() {
    sizes_ = middle_->sizes();
    session_.point_at_nothing();
}

void BenchDesk::come_into_view(MachineId) {
    notebook_->setFocus();
    show_selected();
}

bool BenchDesk::is_busy() const {
    return session_.trial_runner().running() || session_.board(Side::now) == nullptr || session_.beside_busy();
}

/// "board", "tunings" or a trial's name; a trial is run.
QString BenchDesk::prepare_picture(const PictureOptions& options) {
    if (options.trial.isEmpty() || options.trial == "board") {
        notebook_->select_page(Notebook::Page::board);
        return {};
    }
    if (options.trial == "tunings") {
        notebook_->select_page(Notebook::Page::tunings);
        std::vector<std::string> all;
        for (const TuningEntry& entry : session_.tunings()) all.push_back(entry.tuning.name);
        if (all.size() > BesideRuns::most) all.resize(BesideRuns::most);
        session_.compare_tunings(all);
        return {};
    }
    const TrialEntry* entry = session_.project().find_trial(options.trial.toStdString());
    if (entry == nullptr) return tr("unknown trial \"%1\"").arg(options.trial);
    notebook_->select_trial(entry->path);
    if (entry->trial.kind == TrialKind::pair) return {};
    return session_.run_trial(std::string(entry->path));
}

}  // namespace leap::studio
