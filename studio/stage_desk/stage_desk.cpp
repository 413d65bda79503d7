// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_desk.hpp"

#include <QHBoxLayout>
#include <QSplitter>
#include <QVBoxLayout>

#include "studio/shared/picture_options.hpp"
#include "studio/stage_desk/show_menu.hpp"

namespace leap::studio {

StageDesk::StageDesk(const Workplace& place, QWidget* parent)
    : Desk(parent), session_(place.session), stage_(&place.stage) {
    PlayInput* input = &place.input;
    transport_ = new TransportBar(session_);
    score_ = new ScoreView(session_);

    auto* lower = new QWidget;
    auto* lower_layout = new QVBoxLayout(lower);
    lower_layout->setContentsMargins(0, 0, 0, 0);
    lower_layout->setSpacing(0);
    lower_layout->addWidget(transport_);
    lower_layout->addWidget(score_, 1);

    left_ = new QSplitter(Qt::Vertical);
    left_->setObjectName("left");
    left_->addWidget(stage_);
    left_->addWidget(lower);
    left_->setStretchFactor(0, 3);
    left_->setStretchFactor(1, 2);
    left_->setSizes({400, 350});
    left_->setChildrenCollapsible(false);
    left_->setHandleWidth(3);

    auto* across = new QSplitter(Qt::Horizontal);
    across->addWidget(left_);
    across->addWidget(make_side(place.keys));
    across->setStretchFactor(0, 1);
    across->setStretchFactor(1, 0);
    across->setSizes({880, 400});
    across->setChildrenCollapsible(false);
    across->setHandleWidth(3);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(across);

    connect(stage_, &StageView::play_wanted, this, &StageDesk::play);
    connect(stage_, &StageView::stop_wanted, this, &StageDesk::stop);
    connect(transport_, &TransportBar::play_wanted, this, &StageDesk::play);
    connect(transport_, &TransportBar::stop_wanted, this, &StageDesk::stop);
    connect(transport_->watch_button(), &WatchButton::problem, this, &StageDesk::problem);
    connect(transport_, &TransportBar::view_wanted, this, &StageDesk::set_view);
    connect(transport_, &TransportBar::view_on_all_wanted, stage_, &StageView::set_view_on_all);
    transport_->set_tape_commands(*score_->tape_commands());
    connect(score_->tape_commands(), &TapeCommands::problem, this, &StageDesk::problem);
    connect(transport_, &TransportBar::problem, this, &StageDesk::problem);
    connect(score_, &ScoreView::machine_selected, sheet_, &SheetView::show_machine);
    connect(score_, &ScoreView::machine_selected, stage_->labels(), &StageLabels::set_machine);
    // Queued: the run must not be replaced while it is being given the key.
    connect(
        input, &PlayInput::again, this, [this] { session_.play_again(); }, Qt::QueuedConnection);
    connect(input, &PlayInput::nudge, sheet_, &SheetView::nudge_selected);
    connect(&session_, &Session::project_opened, this, [this] {
        const std::string& view = session_.project().file.view;
        set_view(view == "side" ? StageView3D::side : (view == "eyes" ? StageView3D::eyes : StageView3D::behind));
        if (!session_.program()) return;
        const Program& program = *session_.program();
        score_->select_machine({});
        if (!program.moves.empty()) {
            score_->select_machine(program.moves.front());
            choose_by_run_ = true;
            return;
        }
        for (std::size_t i = 0; i < program.machines.size(); ++i)
            if (program.machines[MachineId(i)].kind == MachineKind::fixture)
                return score_->select_machine(MachineId(i));
    });
    // The sheet opens with the first move of the tape in view.
    connect(&session_, &Session::now_run_changed, this, [this] {
        if (!choose_by_run_ || !session_.now_run()) return;
        choose_by_run_ = false;
        for (const PhaseSpan& span : session_.now_run()->trace.spans) {
            const auto& machines = session_.now_run()->ingredients.program->machines;
            if (machines[span.machine].kind != MachineKind::move) continue;
            score_->select_machine(span.machine);
            return;
        }
    });
}

QWidget* StageDesk::make_side(const KeyMap& keys) {
    auto* side = new QWidget;
    side->setObjectName("side");
    side->setMinimumWidth(330);
    auto* layout = new QVBoxLayout(side);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    first_steps_ = new FirstSteps(session_, keys);
    layout->addWidget(first_steps_);
    auto* words = new QHBoxLayout;
    words->setContentsMargins(12, 4, 12, 0);
    words->setSpacing(4);
    sheet_word_ = new QPushButton(tr("Sheet"));
    events_word_ = new QPushButton(tr("Events"));
    for (QPushButton* word : {sheet_word_, events_word_}) {
        word->setCheckable(true);
        word->setObjectName("word");
        word->setFocusPolicy(Qt::TabFocus);
        words->addWidget(word);
    }
    words->addStretch();
    layout->addLayout(words);
    pages_ = new QStackedWidget;
    sheet_ = new SheetView(session_);
    events_ = new EventList(session_);
    pages_->addWidget(sheet_);
    pages_->addWidget(events_);
    layout->addWidget(pages_, 1);
    connect(sheet_word_, &QPushButton::clicked, this, [this] { show_events(false); });
    connect(events_word_, &QPushButton::clicked, this, [this] { show_events(true); });
    show_events(false);
    return side;
}

void StageDesk::show_events(bool events) {
    pages_->setCurrentIndex(events ? 1 : 0);
    sheet_word_->setChecked(!events);
    events_word_->setChecked(events);
}

void StageDesk::take_stage() {
    if (left_->indexOf(stage_) == 0) return;
    left_->insertWidget(0, stage_);
    left_->setStretchFactor(0, 3);
    if (!sizes_.isEmpty()) left_->setSizes(sizes_);
    stage_->show();
}

void StageDesk::leave_stage() {
    sizes_ = left_->sizes();
}

void StageDesk::come_into_view(MachineId) {
    stage_->setFocus();
}

void StageDesk::fill_show_menu(QMenu& menu, QWidget& window) {
    fill_stage_menu(menu, window, *this, session_);
}

QString StageDesk::prepare_picture(const PictureOptions& options) {
    if (options.view == "behind") {
        set_view(StageView3D::behind);
    } else if (options.view == "eyes") {
        set_view(StageView3D::eyes);
    } else if (options.view == "side") {
        set_view(StageView3D::side);
    } else if (!options.view.isEmpty()) {
        return QString("unknown view \"%1\"; views are behind, eyes and side").arg(options.view);
    }
    transport_->all_button()->setChecked(options.all);
    if (!options.move.isEmpty()) {
        const auto machine = session_.program()->find_machine(options.move.toStdString());
        if (!machine) return QString("unknown move or stance \"%1\"").arg(options.move);
        score_->select_machine(*machine);
        sheet_->show_machine(*machine);
    }
    show_events(options.events);
    return {};
}

void StageDesk::set_view(StageView3D view) {
    stage_->set_view(view);
    transport_->set_view(view);
}

void StageDesk::play() {
    const QString why_not = session_.play({});
    if (!why_not.isEmpty()) emit problem(why_not);
}

/// Keys that neither stage nor score wanted.
void StageDesk::keyPressEvent(QKeyEvent* event) {
    if (transport_->watch_button()->take_key(*event) || score_->tape_commands()->take_key(*event)) return;
    Desk::keyPressEvent(event);
}

void StageDesk::stop() {
    session_.stop();
}

}  // namespace leap::studio
