// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/game_desk/game_desk.hpp"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QInputDialog>
#include <QScrollArea>
#include <QSettings>
#include <QSplitter>
#include <QUrl>
#include <QVBoxLayout>
#include <cmath>

#include "link/meeting.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/labels.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/picture_options.hpp"
#include "studio/shared/plain_table.hpp"

namespace leap::studio {
namespace {

/// States come at a game's tick rate; the eye wants fewer.
constexpr int shown_every_ms = 33;
constexpr const char* link_key = "games/may_link";
constexpr const char* origins_key = "games/web_origins";

}  // namespace

GameDesk::GameDesk(const Workplace& place) : session_(place.session) {
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    auto* across = new QSplitter(Qt::Horizontal);
    across->setChildrenCollapsible(false);
    across->setHandleWidth(3);
    layout->addWidget(across);
    auto* main = new QWidget;
    auto* down = new QVBoxLayout(main);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(0);
    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(12, 6, 12, 6);
    bar->setSpacing(6);
    games_ = new QComboBox;
    games_->setAccessibleName(tr("Linked game"));
    games_->setMinimumWidth(170);
    characters_ = new QComboBox;
    characters_->setAccessibleName(tr("Character of the game"));
    play_tape_ = new QPushButton(tr("Play this tape there"));
    play_tape_->setToolTip(tr("The game puts its characters where the tape in view begins, and plays its inputs"));
    want_take_ = new QPushButton(tr("Fetch take"));
    want_take_->setToolTip(tr("Copies the game's recording into a tape, and the solids near its path into the course"));
    lay_over_ = new QPushButton;
    lay_over_->setToolTip(
        tr("Draws the path that the game reported over the current run, on the stage and in the timeline: at the "
           "best-fitting time and place, or where you drag it"));
    may_link_ = new QCheckBox(tr("Allow games to link"));
    may_link_->setToolTip(tr("Lets your games on this machine find this window and play its scripts and dials"));
    web_pages_ = new QPushButton(tr("Web pages…"));
    web_pages_->setObjectName("web_pages");
    web_pages_->setToolTip(tr("Which web pages may link, by their origin. Programs need no entry"));
    bar->addWidget(games_);
    bar->addWidget(characters_);
    bar->addSpacing(8);
    bar->addWidget(play_tape_);
    bar->addWidget(want_take_);
    bar->addWidget(lay_over_);
    bar->addStretch(1);
    bar->addWidget(may_link_);
    bar->addWidget(web_pages_);
    down->addLayout(bar);
    auto* views = new QSplitter(Qt::Vertical);
    views->setChildrenCollapsible(false);
    views->setHandleWidth(3);
    path_ = new GamePath;
    lanes_ = new GameLanes;
    views->addWidget(path_);
    views->addWidget(lanes_);
    views->setStretchFactor(0, 1);
    views->setStretchFactor(1, 1);
    down->addWidget(views, 1);
    across->addWidget(main);

    auto* side = new QWidget;
    side->setObjectName("side");
    side->setMinimumWidth(330);
    auto* sheet = new QVBoxLayout(side);
    sheet->setContentsMargins(16, 0, 16, 12);
    sheet->setSpacing(4);
    sheet->addWidget(part_heading(tr("Now")));
    now_ = wrapped_words();
    now_->setFont(palette::number_font(9.5));
    sheet->addWidget(now_);
    sheet->addWidget(part_heading(tr("Why not")));
    moves_ = plain_table(tr("Whether each move could start now, and why not"));
    moves_->setColumnCount(2);
    moves_->setHorizontalHeaderLabels({tr("Move"), tr("Now")});
    moves_->horizontalHeader()->setStretchLastSection(true);
    sheet->addWidget(moves_, 1);
    sheet->addWidget(part_heading(tr("Scripts in the game")));
    says_ = wrapped_words();
    sheet->addWidget(says_);
    sheet->addWidget(part_heading(tr("Path over the run")));
    lies_ = wrapped_words();
    sheet->addWidget(lies_);
    turned_away_ = wrapped_words();
    turned_away_->setObjectName("quiet");
    sheet->addWidget(turned_away_);
    across->addWidget(side);
    across->setStretchFactor(0, 1);
    across->setSizes({900, 370});

    connect(&session_.links(), &GameLinks::games_changed, this, &GameDesk::fill_games);
    connect(&session_.links(), &GameLinks::state_told, this, [this](int number) {
        if (isVisible() && number == games_->currentData().toInt() && !frame_.isActive()) frame_.start();
    });
    connect(games_, &QComboBox::activated, this, &GameDesk::refresh);
    connect(characters_, &QComboBox::activated, this, &GameDesk::show_newest);
    connect(play_tape_, &QPushButton::clicked, this, [this] {
        const QString why_not = session_.play_tape_in_game(games_->currentData().toInt());
        if (!why_not.isEmpty()) emit problem(why_not);
    });
    connect(want_take_, &QPushButton::clicked, this,
            [this] { session_.links().ask_for_take(games_->currentData().toInt()); });
    connect(lay_over_, &QPushButton::clicked, this, &GameDesk::lay_over_or_take_off);
    connect(&session_, &Session::laid_over_changed, this, &GameDesk::tell_how_it_lies);
    connect(may_link_, &QCheckBox::clicked, this, &GameDesk::let_link);
    connect(web_pages_, &QPushButton::clicked, this, &GameDesk::choose_web_pages);
    session_.links().set_origins(QSettings().value(origins_key).toStringList());
    connect(&session_, &Session::project_opened, this, &GameDesk::fill_games);
    connect(&session_, &Session::program_changed, this, [this] { lanes_->set_program(session_.program()); });
    connect(&session_, &Session::course_changed, this, [this] { path_->set_course(session_.course()); });
    frame_.setSingleShot(true);
    frame_.setInterval(shown_every_ms);
    connect(&frame_, &QTimer::timeout, this, &GameDesk::show_newest);
    fill_games();
}

void GameDesk::come_into_view(MachineId) {
    lanes_->set_program(session_.program());
    path_->set_course(session_.course());
    fill_games();
    games_->setFocus();
}

bool GameDesk::is_busy() const {
    if (waits_for_s_ <= 0.0) return false;
    const auto& games = session_.links().games();
    if (games.empty() || games.front()->lately.empty()) return true;
    const auto& lately = games.front()->lately;
    return lately.back().time_s - lately.front().time_s < waits_for_s_;
}

QString GameDesk::prepare_picture(const PictureOptions& options) {
    waits_for_s_ = options.game_s;
    return {};
}

void GameDesk::let_link(bool on) {
    QSettings().setValue(link_key, on);
    if (!on) {
        session_.let_no_games_link();
    } else if (const auto folder = link::meeting_folder()) {
        const QString why_not = session_.let_games_link(*folder);
        if (!why_not.isEmpty()) emit problem(why_not);
    } else {
        emit problem(tr("Games cannot link: there is no private runtime folder (XDG_RUNTIME_DIR)"));
    }
    fill_games();
}

void GameDesk::choose_web_pages() {
    bool accepted = false;
    const QString text = QInputDialog::getMultiLineText(this, tr("Web pages that may link"),
                                                        tr("One origin per line, for example http://localhost:8000"),
                                                        session_.links().origins().join('\n'), &accepted);
    if (!accepted) return;
    QStringList origins;
    QStringList wrong;
    for (const QString& line : text.split('\n', Qt::SkipEmptyParts)) {
        const QUrl url(line.trimmed(), QUrl::StrictMode);
        const bool is_origin = url.isValid() && (url.scheme() == "http" || url.scheme() == "https") &&
                               !url.host().isEmpty() && url.path().isEmpty() && !url.hasQuery();
        (is_origin ? origins : wrong) << line.trimmed();
    }
    session_.links().set_origins(origins);
    QSettings().setValue(origins_key, origins);
    if (!wrong.isEmpty())
        emit problem(tr("%1 is not an origin; expected a scheme, a host and a port, for example http://localhost:8000")
                         .arg(wrong.join(", ")));
}

void GameDesk::lay_over_or_take_off() {
    const auto& laid = session_.laid_over();
    if (laid && laid->trial.empty()) return session_.lay_over({});
    const auto character = static_cast<std::size_t>(std::max(0, characters_->currentIndex()));
    const QString why_not = session_.lay_over_game(games_->currentData().toInt(), character);
    if (!why_not.isEmpty()) emit problem(why_not);
}

/// How far the two are apart, and by how much later the game's times count.
void GameDesk::tell_how_it_lies() {
    const auto& laid = session_.laid_over();
    const bool told = laid && laid->trial.empty();
    lay_over_->setText(told ? tr("Remove the overlay") : tr("Overlay its path"));
    lay_over_->setEnabled(told || game() != nullptr);
    if (!told) return lies_->setText(tr("no overlay"));
    QStringList words;
    words << tr("covers %1 % of the run, shifted by %2 s")
                 .arg(laid->error.covered * 100.0, 0, 'f', 0)
                 .arg(laid->alignment.later_s, 0, 'f', 2);
    for (const auto& [what, apart] : laid->error.by_column)
        words << tr("%1: difference %2 %3")
                     .arg(to_qt(std::string(measured_name(what))))
                     .arg(apart, 0, 'f', 3)
                     .arg(what == Measured::speed ? tr("m/s") : tr("m"));
    lies_->setText(words.join('\n'));
}

bool GameDesk::games_may_link() {
    return QSettings().value(link_key, true).toBool();
}

const LinkedGame* GameDesk::game() const {
    return session_.links().find(games_->currentData().toInt());
}

void GameDesk::fill_games() {
    const int number = games_->currentData().toInt();
    games_->clear();
    for (const LinkedGame* each : session_.links().games()) games_->addItem(each->name, each->number);
    if (games_->count() == 0) games_->addItem(tr("no game"), 0);
    games_->setCurrentIndex(std::max(0, games_->findData(number)));
    refresh();
}

void GameDesk::refresh() {
    may_link_->setChecked(session_.links().listening());
    const LinkedGame* of = game();
    games_->setEnabled(of != nullptr);
    want_take_->setEnabled(of != nullptr);
    tell_how_it_lies();
    play_tape_->setEnabled(of != nullptr && session_.is_open() && session_.tape() != nullptr);
    QStringList lost;
    for (const QString& each : session_.links().turned_away()) lost << each;
    turned_away_->setText(lost.isEmpty() ? QString() : tr("Last refused: %1").arg(lost.back()));
    turned_away_->setVisible(!lost.isEmpty());
    if (of == nullptr) {
        says_->setText(
            session_.links().listening()
                ? tr("Start a game that is linked with libleap and calls leap_link_new(), or one that speaks "
                     "as docs/link.md says. It finds this window by itself.")
                : tr("Games cannot find this window. Turn on Allow games to link."));
    } else if (!of->scripts) {
        says_->setText(tr("%1 has not reported which scripts it plays").arg(of->name));
    } else if (of->scripts->problem.empty()) {
        says_->setText(tr("%1 plays the same scripts").arg(of->name));
    } else {
        says_->setText(tr("%1 kept its previous scripts: %2").arg(of->name, to_qt(of->scripts->problem)));
    }
    fill_characters();
    show_newest();
}

void GameDesk::fill_characters() {
    const int index = std::max(0, characters_->currentIndex());
    characters_->clear();
    if (const LinkedGame* of = game())
        for (const auto& each : of->playing.characters) characters_->addItem(to_qt(each.name));
    characters_->setCurrentIndex(std::min(index, characters_->count() - 1));
    characters_->setVisible(characters_->count() > 1);
}

void GameDesk::show_newest() {
    const LinkedGame* of = game();
    const auto character = static_cast<std::size_t>(std::max(0, characters_->currentIndex()));
    path_->set_states(of != nullptr ? &of->lately : nullptr);
    lanes_->set_states(of != nullptr ? &of->lately : nullptr, character);
    moves_->setRowCount(0);
    if (of == nullptr || of->lately.empty() || character >= of->lately.back().characters.size()) {
        now_->setText(of == nullptr ? tr("no game is linked") : tr("%1 has not reported a position").arg(of->name));
        return;
    }
    const link::StateNow& state = of->lately.back();
    const link::CharacterNow& c = state.characters[character];
    QStringList words;
    words << tr("%1 s, %2 ticks/s").arg(state.time_s, 0, 'f', 2).arg(of->playing.rate_hz);
    words
        << tr("at %1, %2, %3 m").arg(c.position.x, 0, 'f', 2).arg(c.position.y, 0, 'f', 2).arg(c.position.z, 0, 'f', 2);
    words << tr("speed %1 m/s, vertical speed %2 m/s")
                 .arg(std::hypot(c.velocity.x, c.velocity.y), 0, 'f', 2)
                 .arg(c.velocity.z, 0, 'f', 2);
    words << (c.move.empty() ? to_qt(c.stance)
                             : tr("%1, %2.%3 for %4 s")
                                   .arg(to_qt(c.stance), to_qt(c.move), to_qt(c.phase))
                                   .arg(c.phase_time_s, 0, 'f', 2));
    now_->setText(words.join("\n"));
    if (character >= of->why_not.size()) return;
    int row = 0;
    moves_->setRowCount(static_cast<int>(of->why_not[character].size()));
    for (const auto& [move, why] : of->why_not[character]) {
        moves_->setItem(row, 0, new QTableWidgetItem(to_qt(move)));
        moves_->setItem(row, 1, new QTableWidgetItem(to_qt(why)));
        ++row;
    }
}

}  // namespace leap::studio
