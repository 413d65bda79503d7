// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/wire_desk/wire_desk.hpp"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QSplitter>
#include <QVBoxLayout>

#include "core/defaults.hpp"
#include "core/units/turn.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/picture_options.hpp"
#include "studio/shared/play_input.hpp"

namespace leap::studio {
namespace {

constexpr int watched_every_ms = 33;

/// A peer of a run that goes on, without what it has had since it began.
PeerRun as_played(const PeerRun& peer, bool is_there, double at_s) {
    PeerRun out;
    out.name = peer.name;
    out.actor = peer.actor;
    out.body = peer.body;
    out.lead_s = peer.lead_s;
    out.came = is_there;
    out.from_s = is_there ? peer.from_s : at_s;
    out.to_s = at_s;
    return out;
}

}  // namespace

WireDesk::WireDesk(const Workplace& place) : session_(place.session), keys_(place.keys) {
    setFocusPolicy(Qt::StrongFocus);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    auto* across = new QSplitter(Qt::Horizontal);
    across->setChildrenCollapsible(false);
    across->setHandleWidth(3);
    layout->addWidget(across);
    auto* down = new QSplitter(Qt::Vertical);
    down->setChildrenCollapsible(false);
    down->setHandleWidth(3);
    stages_ = new WireStages;
    down->addWidget(stages_);
    auto* lower = new QWidget;
    auto* lower_layout = new QVBoxLayout(lower);
    lower_layout->setContentsMargins(0, 0, 0, 0);
    lower_layout->setSpacing(0);
    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(12, 6, 12, 6);
    bar->setSpacing(6);
    watch_ = new QPushButton(tr("Replay"));
    watch_->setToolTip(tr("Play from the cursor (Space)"));
    rehearsals_ = new QComboBox;
    rehearsals_->setMinimumWidth(180);
    rehearsals_->setAccessibleName(tr("Rehearsal"));
    new_ = new QPushButton(tr("New rehearsal"));
    delete_ = new QPushButton(tr("Delete"));
    facts_ = new QLabel;
    facts_->setObjectName("quiet");
    facts_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);  // it gives way first
    time_ = new QLabel;
    time_->setFont(palette::number_font(10.0));
    play_ = new QPushButton;
    play_->setToolTip(
        tr("Plays the chosen peer by hand against the others' tapes, over its connection (Enter); a click "
           "on a stage chooses, dragging on it looks round, Esc ends"));
    bar->addWidget(play_);
    bar->addWidget(watch_);
    bar->addWidget(rehearsals_);
    bar->addWidget(new_);
    bar->addWidget(delete_);
    moves_ = new QComboBox;
    moves_->addItem(tr("no move"), -1);
    moves_->setAccessibleName(tr("Move that each peer is asked about"));
    moves_->setToolTip(tr("Each stage says whether its character could start this move now, and why not"));
    auto* why = new QLabel(tr("Why not"));
    why->setObjectName("quiet");
    bar->addSpacing(8);
    bar->addWidget(why);
    bar->addWidget(moves_);
    bar->addSpacing(8);
    bar->addWidget(facts_, 1);
    bar->addWidget(time_);
    lower_layout->addLayout(bar);
    chart_ = new WireChart;
    lower_layout->addWidget(chart_, 1);
    down->addWidget(lower);
    down->setStretchFactor(0, 2);
    down->setStretchFactor(1, 3);
    across->addWidget(down);
    sheet_ = new WireSheet(session_);
    sheet_->setMinimumWidth(340);
    across->addWidget(sheet_);
    across->setStretchFactor(0, 1);
    across->setSizes({890, 380});

    connect(chart_, &WireChart::cursor_moved, this, [this](double at) {
        watch(false);
        set_cursor(at);
    });
    const auto turn_join = [this](std::size_t peer, double at) {
        const WireEntry* entry = session_.wire_entry(path_);
        if (entry == nullptr || peer >= entry->plan.peers.size()) return;
        WirePlan plan = entry->plan;
        plan.peers[peer].joins_s = at;
        // Peers stand in the order in which they join: one can't be dragged past another.
        if (peer > 0) plan.peers[peer].joins_s = std::max(at, plan.peers[peer - 1].joins_s);
        if (peer + 1 < plan.peers.size())
            plan.peers[peer].joins_s = std::min(plan.peers[peer].joins_s, plan.peers[peer + 1].joins_s);
        if (join_gesture_ < 0) join_gesture_ = session_.new_gesture();
        session_.edit_wire(path_, plan, join_gesture_);
    };
    connect(chart_, &WireChart::join_dragged, this, [this, turn_join](std::size_t peer, double at, bool done) {
        turn_join(peer, at);
        if (done) join_gesture_ = -1;
    });
    connect(sheet_, &WireSheet::join_turned, this, [this, turn_join](std::size_t peer, double at, bool first) {
        if (first) join_gesture_ = -1;
        turn_join(peer, at);
    });
    connect(play_, &QPushButton::clicked, this, [this] { playing() ? stop_playing() : play(); });
    connect(stages_, &WireStages::peer_chosen, this, &WireDesk::refresh_play);
    connect(stages_, &WireStages::looked_round, this, [this](double dx, double dy) {
        constexpr double degrees_per_pixel = 0.16;
        look_round({-dx * degrees_per_pixel, -dy * degrees_per_pixel});
    });
    connect(&place.input, &PlayInput::pad_acts_elsewhere, this, [this](const QString& action, bool pressed) {
        if (live_) act(action, pressed);
    });
    connect(&place.input, &PlayInput::pad_steers_elsewhere, this, [this](Vec2 value) {
        if (live_) live_->stick(value);
    });
    connect(&place.input, &PlayInput::pad_looks_elsewhere, this, &WireDesk::look_round);
    connect(watch_, &QPushButton::clicked, this, [this] { watch(!watching()); });
    connect(new_, &QPushButton::clicked, this, &WireDesk::make_new);
    connect(delete_, &QPushButton::clicked, this, [this] {
        if (session_.wire_entry(path_) != nullptr) session_.delete_wire(path_);
    });
    connect(rehearsals_, &QComboBox::activated, this,
            [this](int row) { choose(rehearsals_->itemData(row).toString().toStdString()); });
    connect(moves_, &QComboBox::activated, this,
            [this] { stages_->set_move(MachineId::read(moves_->currentData().toInt())); });
    connect(&session_, &Session::wire_changed, this, &WireDesk::take_result);
    connect(&session_, &Session::lists_changed, this, &WireDesk::fill_list);
    connect(&session_, &Session::project_opened, this, [this] {
        path_.clear();
        fill_list();
        set_cursor(0.0);
    });
    connect(&timer_, &QTimer::timeout, this, &WireDesk::move_on);
    timer_.setInterval(watched_every_ms);
    fill_list();
    set_cursor(0.0);
}

void WireDesk::come_into_view(MachineId machine) {
    fill_list();
    if (machine) ask_of(machine);
    chart_->setFocus();
}

/// It is played while it is in view, and with it whatever changes.
void WireDesk::showEvent(QShowEvent* event) {
    Desk::showEvent(event);
    session_.watch_wire(path_);
    take_result();
}

void WireDesk::hideEvent(QHideEvent* event) {
    Desk::hideEvent(event);
    stop_playing();
    watch(false);
    session_.watch_wire({});
}

void WireDesk::fill_list() {
    rehearsals_->clear();
    bool there = false;
    if (session_.is_open())
        for (const WireEntry& entry : session_.wires()) {
            rehearsals_->addItem(to_qt(entry.plan.name), to_qt(entry.path));
            there = there || entry.path == path_;
        }
    if (!there) choose(rehearsals_->count() > 0 ? rehearsals_->itemData(0).toString().toStdString() : std::string());
    rehearsals_->setCurrentIndex(rehearsals_->findData(to_qt(path_)));
    rehearsals_->setEnabled(rehearsals_->count() > 0);
    delete_->setEnabled(rehearsals_->count() > 0);
    watch_->setEnabled(rehearsals_->count() > 0);
    refresh_play();
    if (session_.program()) fill_moves(session_.program());
    sheet_->refresh();
}

void WireDesk::choose(const std::string& path) {
    if (path == path_ && !path.empty()) return;
    stop_playing();
    path_ = path;
    watch(false);
    chart_->set_result(nullptr);
    stages_->set_result(nullptr, nullptr, usual_looks());
    if (isVisible()) session_.watch_wire(path_);
    sheet_->show_wire(path_);
    rehearsals_->setCurrentIndex(rehearsals_->findData(to_qt(path_)));
    facts_->setText(path_.empty() ? tr("No rehearsal yet: New rehearsal makes one of the tape in view") : QString());
    take_result();
}

/// A result of another rehearsal, or of one that has been changed since, isn't what is in view.
void WireDesk::take_result() {
    if (live_) return;  // what is played now is in view
    const WirePointer now = session_.wire_runs().result(Side::now);
    const WireEntry* entry = session_.wire_entry(path_);
    if (!now || entry == nullptr || now->plan.name != entry->plan.name) return;
    chart_->set_result(now);
    const WirePointer kept = session_.wire_runs().result(Side::kept);
    stages_->set_result(now, kept && kept->plan.name == now->plan.name ? kept : nullptr, session_.looks());
    fill_moves(now->ingredients.program);
    sheet_->refresh();
    if (now->problem.empty()) {
        const QString megabytes = QString::number(static_cast<double>(bytes_of(now->run)) / 1e6, 'f', 0);
        facts_->setText(now->run.host_left ? tr("the host left")
                                           : tr("%1 ms, %2 MB").arg(now->ms, 0, 'f', 0).arg(megabytes));
        facts_->setToolTip(tr("%1 peers, %2 s rehearsed in %3 ms, %4 MB of memory%5")
                               .arg(now->plan.peers.size())
                               .arg(now->run.end_s)
                               .arg(now->ms, 0, 'f', 0)
                               .arg(megabytes, now->run.host_left ? tr("; the host left, play ends") : QString()));
    } else {
        facts_->setText(to_qt(now->problem));
        facts_->setToolTip(to_qt(now->problem));
    }
    set_cursor(std::min(cursor_, now->plan.length_s));
    refresh_play();
}

void WireDesk::refresh_play() {
    const WireEntry* entry = session_.wire_entry(path_);
    const std::size_t peer = stages_->chosen();
    play_->setEnabled(entry != nullptr && peer < entry->plan.peers.size());
    if (playing()) {
        play_->setText(tr("Stop"));
    } else {
        play_->setText(play_->isEnabled() ? tr("Play %1").arg(to_qt(entry->plan.peers[peer].name)) : tr("Play"));
    }
}

void WireDesk::play() {
    if (playing() || !play_->isEnabled()) return;
    watch(false);
    auto begun = session_.play_wire(path_, stages_->chosen());
    if (!begun) {
        emit problem(begun.error());
        return;
    }
    live_ = std::move(*begun);
    live_begun_s_ = session_.clock_s();
    held_.clear();
    look_pitch_deg_ = -12.0;
    look_yaw_deg_ = 0.0;
    if (const World* world = live_->world_of(live_->peer()))
        look_yaw_deg_ = world->actors[live_->run().peers[live_->peer()].actor].facing / radians_per_degree;
    growing_ = std::make_shared<WireResult>();
    growing_->ingredients = live_->ingredients();
    growing_->plan = live_->plan();
    growing_->plan.length_s = session_.wire_entry(path_)->plan.length_s;
    growing_->run.fixtures = live_->run().fixtures;
    grown_at_s_ = -1e9;
    setFocus();
    refresh_play();
    facts_->setText(tr("%1 is played by hand; Esc ends").arg(to_qt(live_->plan().peers[live_->peer()].name)));
    timer_.start();
    play_on();
}

void WireDesk::stop_playing() {
    if (!live_) return;
    timer_.stop();
    const std::unique_ptr<LiveWire> ended = std::move(live_);
    growing_.reset();
    held_.clear();
    Tape take = ended->tape(ended->plan().peers[ended->peer()].name + " over the wire");
    if (!take.tracks.front().events.empty()) session_.take_wire(path_, ended->peer(), std::move(take));
    // Until the rehearsal has been played with the new tape, what was rehearsed before is in view again.
    take_result();
    set_cursor(0.0);
    refresh_play();
}

/// Up to now, and every stage as it is then.
void WireDesk::play_on() {
    live_->advance_to(session_.clock_s() - live_begun_s_);
    auto moment = std::make_shared<WireResult>();
    moment->ingredients = live_->ingredients();
    moment->plan = live_->plan();
    const double at_s = live_->now_s();
    for (std::size_t i = 0; i < live_->run().peers.size(); ++i) {
        const World* world = live_->world_of(i);
        PeerRun shown = as_played(live_->run().peers[i], world != nullptr, at_s);
        if (world != nullptr) shown.frames.push_back({at_s, *world});
        moment->run.peers.push_back(std::move(shown));
    }
    const std::vector<WireCorrection>& corrections = live_->run().corrections;  // in time's order
    constexpr double felt_for_s = 1.0;
    const auto felt = std::find_if(corrections.rbegin(), corrections.rend(),
                                   [&](const WireCorrection& each) { return each.at_s < at_s - felt_for_s; });
    moment->run.corrections.assign(felt.base(), corrections.end());
    moment->run.end_s = at_s;
    stages_->set_moment(moment, at_s);
    constexpr double grows_every_s = 0.1;
    if (at_s >= grown_at_s_ + grows_every_s) grow(at_s);
    chart_->set_cursor(at_s);
    cursor_ = at_s;
    time_->setText(QString("%1 s").arg(at_s, 0, 'f', 3));
    if (!live_->goes_on()) stop_playing();
}

/// The chart and the sheet take what has come since; what they have already isn't copied again.
void WireDesk::grow(double at_s) {
    grown_at_s_ = at_s;
    const WireRun& played = live_->run();
    WireRun& run = growing_->run;
    const auto take_new = [](auto& to, const auto& from) {
        to.insert(to.end(), from.begin() + static_cast<std::ptrdiff_t>(to.size()), from.end());
    };
    take_new(run.messages, played.messages);
    take_new(run.corrections, played.corrections);
    run.peers.clear();
    for (std::size_t i = 0; i < played.peers.size(); ++i)
        run.peers.push_back(as_played(played.peers[i], live_->world_of(i) != nullptr, at_s));
    run.end_s = at_s;
    growing_->differences = live_->differences();
    constexpr double more_room = 1.5;
    while (growing_->plan.length_s < at_s) growing_->plan.length_s *= more_room;
    chart_->set_result(growing_);
    sheet_->show_moment(*growing_, at_s);
}

void WireDesk::look_round(Vec2 by_deg) {
    if (!live_ || by_deg == Vec2{0.0}) return;
    look_yaw_deg_ = std::remainder(look_yaw_deg_ + by_deg.x, 360.0);
    look_pitch_deg_ = std::clamp(look_pitch_deg_ + by_deg.y, -defaults::steepest_look_deg, defaults::steepest_look_deg);
    live_->look(look_yaw_deg_, look_pitch_deg_);
}

void WireDesk::act(const QString& action, bool down) {
    if (action.startsWith("button ")) live_->button(action.mid(7).toStdString(), down);
    if (!action.startsWith("stick ")) return;
    if (down) {
        held_.insert(action);
    } else {
        held_.remove(action);
    }
    const auto on = [&](const char* way) { return held_.contains(way) ? 1.0 : 0.0; };
    Vec2 value{on("stick right") - on("stick left"), on("stick ahead") - on("stick back")};
    if (glm::length(value) > 1.0) value = glm::normalize(value);
    live_->stick(value);
}

/// The moves of the program that is in view; the one that is asked about stays by its name.
void WireDesk::fill_moves(const std::shared_ptr<const Program>& program) {
    if (program == listed_) return;
    const QString asked = moves_->currentData().toInt() >= 0 ? moves_->currentText() : QString();
    listed_ = program;
    moves_->clear();
    moves_->addItem(tr("no move"), -1);
    for (const MachineId move : program->moves)
        moves_->addItem(to_qt(program->machines[move].name), static_cast<int>(move.at()));
    moves_->setCurrentIndex(std::max(0, asked.isEmpty() ? 0 : moves_->findText(asked)));
    stages_->set_move(MachineId::read(moves_->currentData().toInt()));
}

void WireDesk::ask_of(MachineId machine) {
    const int row = moves_->findData(static_cast<int>(machine.at()));
    if (row < 0) return;
    moves_->setCurrentIndex(row);
    stages_->set_move(machine);
}

void WireDesk::set_cursor(double at_s) {
    cursor_ = std::max(0.0, at_s);
    chart_->set_cursor(cursor_);
    stages_->set_cursor(cursor_);
    sheet_->set_cursor(cursor_);
    time_->setText(QString("%1 s").arg(cursor_, 0, 'f', 3));
}

void WireDesk::watch(bool on) {
    watch_->setText(on ? tr("Pause") : tr("Replay"));
    if (!on) return timer_.stop();
    const WirePointer now = session_.wire_runs().result(Side::now);
    if (now && cursor_ >= now->run.end_s - 1e-6) set_cursor(0.0);
    moved_at_s_ = session_.clock_s();
    timer_.start();
}

void WireDesk::move_on() {
    if (live_) return play_on();
    const WirePointer now = session_.wire_runs().result(Side::now);
    if (!now) return watch(false);
    const double clock = session_.clock_s();
    const double to = cursor_ + clock - moved_at_s_;
    moved_at_s_ = clock;
    set_cursor(std::min(to, now->run.end_s));
    if (to >= now->run.end_s) watch(false);
}

/// The tape in view on the host, somebody who stands there on a peer, and one who comes later.
void WireDesk::make_new() {
    if (!session_.is_open()) return;
    WirePlan plan;
    plan.name = tr("new rehearsal").toStdString();
    plan.peers.resize(2);
    plan.peers[0].name = tr("Host").toStdString();
    plan.peers[1].name = tr("Peer %1").arg(1).toStdString();
    if (const Tape* tape = session_.tape()) {
        plan.length_s = std::clamp(tape->length_s, 0.5, defaults::max_wire_s);
        plan.peers[0].tape = tape->name;
        const bool several = tape->tracks.size() > 1;
        const TapeTrack& second = tape->tracks[several ? 1 : 0];
        if (several) {
            plan.peers[0].track = track_name(tape->tracks[0], tape->tracks[0].body);
            plan.peers[1].tape = tape->name;
            plan.peers[1].track = track_name(second, second.body);
        } else {
            plan.peers[1].place = second.start_place;
        }
    }
    const std::string path = session_.add_wire(plan);
    choose(path);
    fill_list();
}

/// While somebody plays, keys belong to the run, not to the window's shortcuts.
bool WireDesk::event(QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride && playing()) {
        event->accept();
        return true;
    }
    return Desk::event(event);
}

void WireDesk::keyReleaseEvent(QKeyEvent* event) {
    if (!playing() || event->isAutoRepeat()) return;
    for (const QString& action : keys_.actions_of_key(event->key())) act(action, false);
}

void WireDesk::keyPressEvent(QKeyEvent* event) {
    if (playing()) {
        if (event->key() == Qt::Key_Escape) {
            stop_playing();
        } else if (!event->isAutoRepeat()) {
            for (const QString& action : keys_.actions_of_key(event->key())) act(action, true);
        }
        return;
    }
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) return play();
    if (event->key() == Qt::Key_Space && watch_->isEnabled()) return watch(!watching());
    Desk::keyPressEvent(event);
}

QString WireDesk::prepare_picture(const PictureOptions& options) {
    if (options.desk != "wire") return {};
    if (!options.wire.isEmpty()) {
        const int row = rehearsals_->findText(options.wire);
        if (row < 0) return tr("the project has no rehearsal \"%1\"").arg(options.wire);
        choose(rehearsals_->itemData(row).toString().toStdString());
    }
    if (const int row = moves_->findText(options.move); !options.move.isEmpty() && row >= 0)
        ask_of(MachineId::read(moves_->itemData(row).toInt()));
    set_cursor(options.at_s);
    stages_->stand_still();
    return {};
}

}  // namespace leap::studio
