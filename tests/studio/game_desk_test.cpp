// SPDX-License-Identifier: GPL-3.0-or-later
// Games that are linked to the window: real ones, over libleap and the loopback interface.
#include "studio/game_desk/game_desk.hpp"

#include <gtest/gtest.h>
#include <QApplication>
#include <QFile>
#include <QInputDialog>
#include <QLocalSocket>
#include <QProcess>
#include <QTest>
#include <QUndoStack>
#include <QWebSocket>

#include "link/limits.hpp"
#include "link/meeting.hpp"
#include "tests/capi/hopper.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::game_desk_test {
namespace {

constexpr double skin = 0.0011;  ///< m, that feet keep from the ground

/// A game as its programmer would write it: takes what comes before each tick, tells where it is after it.
struct Game {
    leap_link* link = nullptr;
    capi_test::Level level;
    capi_test::CourseHandle course = capi_test::course_of(level);
    capi_test::ProgramHandle program;
    capi_test::SceneHandle scene;
    capi_test::WorldHandle world;
    int heard = 0;  ///< LEAP_LINK_... of all polls
    int last = 0;

    explicit Game(const char* name = "jetty", const char* project = nullptr) {
        EXPECT_EQ(leap_link_new(name, project, &link, nullptr), LEAP_OK);
    }
    ~Game() { leap_link_free(link); }
    Game(const Game&) = delete;
    Game& operator=(const Game&) = delete;

    void make_scene() {
        leap_tuning* tuning = nullptr;
        ASSERT_EQ(leap_tuning_new(program.get(), &tuning, nullptr), LEAP_OK);
        ASSERT_EQ(leap_link_tune(link, tuning), LEAP_OK);
        scene = capi_test::scene_of(program, course, tuning, 50);
        leap_tuning_free(tuning);
    }
    void start(const double* at = nullptr) {
        leap_start start{};
        start.size = sizeof start;
        if (at != nullptr) std::copy(at, at + 3, start.position);
        leap_world* made = nullptr;
        leap_error error = LEAP_ERROR_INIT;
        ASSERT_EQ(leap_world_new(scene.get(), &start, 1, &made, &error), LEAP_OK) << error.message;
        world.reset(made);
        leap_record(made);
    }
    void poll() {
        last = leap_link_poll(link);
        heard |= last;
        leap_program* made = nullptr;
        if ((last & LEAP_LINK_SCRIPTS) != 0 && leap_link_compile(link, &made, nullptr) == LEAP_OK) {
            program.reset(made);
            make_scene();
            start();
        } else if ((last & LEAP_LINK_DIALS) != 0) {
            make_scene();
            EXPECT_EQ(leap_world_use(world.get(), scene.get(), nullptr), LEAP_OK);
        }
        if ((last & LEAP_LINK_TAPE) != 0) {
            std::string tape(leap_link_tape(link, nullptr, 0) + 1, '\0');
            leap_link_tape(link, tape.data(), tape.size());
            double at[3];
            ASSERT_EQ(leap_link_tape_start(link, 0, at, nullptr), LEAP_OK);
            start(at);
            leap_error error = LEAP_ERROR_INIT;
            ASSERT_EQ(leap_give_tape(world.get(), tape.c_str(), tape.size() - 1, &error), LEAP_OK) << error.message;
        }
        if ((last & LEAP_LINK_WANT_TAKE) != 0) {
            EXPECT_EQ(leap_link_take(link, world.get(), "from the jetty"), LEAP_OK);
        }
    }
    void step() {
        ASSERT_EQ(leap_step(world.get()), LEAP_OK);
        ASSERT_EQ(leap_link_tell(link, world.get()), LEAP_OK);
    }
    void press(const char* button) {
        const int index = leap_find(program.get(), LEAP_BUTTONS, button);
        leap_button(world.get(), 0, index, 1, 0.0);
        leap_button(world.get(), 0, index, 0, 0.1);
    }
    std::string status() const {
        std::string out(leap_link_status(link, nullptr, 0) + 1, '\0');
        leap_link_status(link, out.data(), out.size());
        out.pop_back();
        return out;
    }
    double highest_hop() {
        press("jump");
        double top = 0.0;
        for (int i = 0; i < 60; ++i) {
            step();
            top = std::max(top, capi_test::character_of(world).position[2]);
        }
        return top;
    }
};

struct Linked : test::Studio {
    QTemporaryDir meeting;
    GameDesk* games = nullptr;

    Linked() : test::Studio("little-quay") {
        qputenv("XDG_RUNTIME_DIR", meeting.path().toUtf8());
        EXPECT_EQ(session->let_games_link(*link::meeting_folder()), "");
        window->show_desk("game");
        games = window->desk<GameDesk>();
    }
    /// Both go on until something holds.
    template <class Until>
    testing::AssertionResult goes_on(std::vector<Game*> with, Until until) {
        const bool held = QTest::qWaitFor(
            [&] {
                for (Game* game : with) game->poll();
                return until();
            },
            test::patience(10000));
        return held ? testing::AssertionSuccess()
                    : testing::AssertionFailure() << (with.empty() ? std::string() : with.front()->status());
    }
    void join(Game& game) {
        ASSERT_TRUE(goes_on({&game}, [&] { return game.world != nullptr; }));
    }
    void hear(Game& game) {
        const int number = session->links().games().front()->number;
        ASSERT_TRUE(goes_on({&game}, [&] {
            const LinkedGame* of = session->links().find(number);
            return of != nullptr && !of->lately.empty() &&
                   std::abs(of->lately.back().time_s - leap_time(game.world.get())) < 1e-9;
        }));
        games->show_newest();
    }
    std::size_t turned_away() const { return session->links().turned_away().size(); }
};

TEST(GameDesk, AGameFindsTheWindowAndPlaysItsScripts) {
    Linked studio;
    EXPECT_EQ(studio.games->games()->currentText(), "no game");
    Game game;
    studio.join(game);
    EXPECT_EQ(game.status(), "linked to project");
    EXPECT_TRUE(game.heard & LEAP_LINK_JOINED);
    EXPECT_EQ(studio.games->games()->currentText(), "jetty");
    game.press("jump");
    for (int i = 0; i < 10; ++i) game.step();
    studio.hear(game);
    EXPECT_TRUE(studio.games->what_it_says()->text().contains("plays the same scripts"));
    const std::vector<QString> lanes = studio.games->lanes()->lanes();
    EXPECT_NE(std::find(lanes.begin(), lanes.end(), QString("hop")), lanes.end());
    EXPECT_NE(std::find(lanes.begin(), lanes.end(), QString("jump, held")), lanes.end());
    ASSERT_GE(studio.games->moves()->rowCount(), 2);
    EXPECT_EQ(studio.games->moves()->item(0, 0)->text(), "dash");
    EXPECT_EQ(studio.games->moves()->item(1, 0)->text(), "hop");
    EXPECT_FALSE(studio.games->moves()->item(1, 1)->text().isEmpty());
    EXPECT_FALSE(studio.games->grab().isNull());
}

TEST(GameDesk, ADialThatIsDraggedIsFeltInTheGame) {
    Linked studio;
    Game game;
    studio.join(game);
    EXPECT_NEAR(game.highest_hop(), 2.0, skin);
    game.heard = 0;
    studio.session->preview_dial(studio.dial("hop.rise"), 3.0);
    ASSERT_TRUE(studio.goes_on({&game}, [&] { return (game.heard & LEAP_LINK_DIALS) != 0; }));
    EXPECT_NEAR(game.highest_hop(), 3.0, skin);
    // Written into the script it is the same value: the game isn't made to begin anew.
    studio.session->set_dial(studio.dial("hop.rise"), 3.0);
    studio.settle();
    for (int i = 0; i < 20; ++i) {
        QTest::qWait(1);
        game.poll();
    }
    EXPECT_FALSE(game.heard & LEAP_LINK_SCRIPTS);
    studio.session->undo_stack().undo();
    ASSERT_TRUE(studio.goes_on({&game}, [&] { return (game.last & LEAP_LINK_DIALS) != 0; }));
    EXPECT_NEAR(game.highest_hop(), 2.0, skin);
}

TEST(GameDesk, ABrokenScriptLeavesTheGameWithItsLastGoodOne) {
    Linked studio;
    Game game;
    studio.join(game);
    game.heard = 0;
    const std::string good = *studio.session->text("keeper.leap");
    std::string broken = good;
    broken.replace(broken.find("gravity pull"), 12, "gravity pull_");
    studio.session->edit_text("keeper.leap", broken, "break it");
    studio.settle();
    for (int i = 0; i < 20; ++i) {
        QTest::qWait(1);
        game.poll();
    }
    EXPECT_EQ(game.heard, 0);
    EXPECT_NEAR(game.highest_hop(), 2.0, skin);
    // Another rule, and the game begins anew with it.
    std::string other = good;
    other.replace(other.find("launch up at 2 * rise / time_to_top"), 35, "launch up at 1 m/s");
    studio.session->edit_text("keeper.leap", other, "a small hop");
    ASSERT_TRUE(studio.goes_on({&game}, [&] { return (game.heard & LEAP_LINK_SCRIPTS) != 0; }));
    EXPECT_LT(game.highest_hop(), 0.2);
}

TEST(GameDesk, AGameThatCantPlayTheScriptsSaysSo) {
    Linked studio;
    const auto meeting = link::find_meeting(*link::meeting_folder(), "project");
    ASSERT_TRUE(meeting);
    QLocalSocket older;
    older.connectToServer(QString::fromStdString(meeting->socket.native()));
    older.write(
        R"({"jsonrpc":"2.0","id":1,"method":"hello","params":{"token":")" + QByteArray::fromStdString(meeting->token) +
        R"(","game":"older","protocol":1}})" + "\n" +
        R"({"jsonrpc":"2.0","method":"scripts_taken","params":{"revision":1,"problem":"keeper.leap:3:1: no"}})" + "\n");
    ASSERT_TRUE(QTest::qWaitFor(
        [&] { return studio.games->what_it_says()->text() == "older kept its previous scripts: keeper.leap:3:1: no"; },
        test::patience(10000)))
        << studio.games->what_it_says()->text().toStdString();
}

TEST(GameDesk, AWebPageIsLetInOnlyWhenItsOriginIsListed) {
    Linked studio;
    const auto meeting = link::find_meeting(*link::meeting_folder(), "project");
    ASSERT_TRUE(meeting && meeting->websocket_port > 0);
    const auto is_let_in = [&](const QString& origin) {
        QWebSocket page(origin);
        bool refused = false;
        QObject::connect(&page, &QWebSocket::disconnected, &page, [&] { refused = true; });
        page.open(QUrl(QString("ws://127.0.0.1:%1").arg(meeting->websocket_port)));
        EXPECT_TRUE(QTest::qWaitFor([&] { return refused || page.state() == QAbstractSocket::ConnectedState; },
                                    test::patience(10000)));
        return page.state() == QAbstractSocket::ConnectedState;
    };
    EXPECT_FALSE(is_let_in("http://elsewhere.example"));
    EXPECT_TRUE(studio.session->links().turned_away().back().contains("http://elsewhere.example"));
    EXPECT_TRUE(is_let_in("")) << "a program names nothing";
    QTimer::singleShot(0, [] {
        auto* dialog = qobject_cast<QInputDialog*>(QApplication::activeModalWidget());
        ASSERT_NE(dialog, nullptr);
        dialog->setTextValue("http://localhost:8000\n\nnot an origin\n");
        dialog->accept();
    });
    studio.games->findChild<QPushButton*>("web_pages")->click();
    EXPECT_EQ(studio.session->links().origins(), QStringList{"http://localhost:8000"}) << "the other is no origin";
    EXPECT_TRUE(is_let_in("http://localhost:8000"));
    EXPECT_FALSE(is_let_in("http://localhost:8001"));
}

TEST(GameDesk, BeforeTheTokenAMessageOverWebSocketIsShort) {
    Linked studio;
    const auto meeting = link::find_meeting(*link::meeting_folder(), "project");
    QWebSocket page;
    page.open(QUrl(QString("ws://127.0.0.1:%1").arg(meeting->websocket_port)));
    ASSERT_TRUE(
        QTest::qWaitFor([&] { return page.state() == QAbstractSocket::ConnectedState; }, test::patience(10000)));
    page.sendTextMessage(QString(static_cast<qsizetype>(link::limits::first_frame) + 1, '['));
    EXPECT_TRUE(
        QTest::qWaitFor([&] { return page.state() == QAbstractSocket::UnconnectedState; }, test::patience(10000)));
}

TEST(GameDesk, OverWebSocketItIsTheSame) {
    Linked studio;
    const auto meeting = link::find_meeting(*link::meeting_folder(), "project");
    ASSERT_TRUE(meeting && meeting->websocket_port > 0);
    QWebSocket game;
    QStringList told;
    QObject::connect(&game, &QWebSocket::textMessageReceived, &game, [&](const QString& text) { told << text; });
    game.open(QUrl(QString("ws://127.0.0.1:%1").arg(meeting->websocket_port)));
    ASSERT_TRUE(
        QTest::qWaitFor([&] { return game.state() == QAbstractSocket::ConnectedState; }, test::patience(10000)));
    game.sendTextMessage(QString::fromStdString(R"({"jsonrpc":"2.0","id":1,"method":"hello","params":{"token":")" +
                                                meeting->token + R"(","game":"in a browser","protocol":1}})"));
    ASSERT_TRUE(QTest::qWaitFor([&] { return told.size() >= 2; }, test::patience(10000)));
    EXPECT_TRUE(told[0].contains("\"project\":\"project\"")) << told[0].toStdString();
    EXPECT_TRUE(told[1].contains("\"method\":\"scripts\""));
    EXPECT_EQ(studio.games->games()->currentText(), "in a browser");
    game.sendTextMessage("garbage");
    EXPECT_TRUE(
        QTest::qWaitFor([&] { return game.state() == QAbstractSocket::UnconnectedState; }, test::patience(10000)));
    EXPECT_EQ(studio.games->games()->currentText(), "no game");
}

TEST(GameDesk, ATakeComesWithTheGroundItWasPlayedOn) {
    Linked studio;
    Game game;
    studio.join(game);
    leap_stick(game.world.get(), 0, 0.0, 1.0, 0.0);
    for (int i = 0; i < 40; ++i) game.step();
    game.press("jump");
    for (int i = 0; i < 60; ++i) game.step();
    const auto ended = capi_test::character_of(game.world);
    const auto tapes = studio.session->tape_names().size();
    const auto pieces = studio.session->course()->plan.pieces.size();
    studio.hear(game);
    QTest::mouseClick(studio.games->want_take(), Qt::LeftButton);
    ASSERT_TRUE(studio.goes_on({&game}, [&] { return studio.session->tape_names().size() > tapes; }));
    ASSERT_NE(studio.session->tape(), nullptr);
    EXPECT_EQ(studio.session->tape()->name, "from the jetty");
    EXPECT_GT(studio.session->course()->plan.pieces.size(), pieces);
    studio.settle();
    const RunPointer run = studio.session->now_run();
    ASSERT_TRUE(run && run->problem.empty()) << run->problem;
    const Vec3 here = run->trace.tracks[0].rows.back().position;
    for (int axis = 0; axis < 3; ++axis) EXPECT_NEAR(here[axis], ended.position[axis], 1e-6);
    studio.session->undo_stack().undo();
    EXPECT_EQ(studio.session->tape_names().size(), tapes);
    EXPECT_EQ(studio.session->course()->plan.pieces.size(), pieces) << "one step takes all of it back";
}

TEST(GameDesk, ATapeFromHereIsPlayedInTheGame) {
    Linked studio;
    Game game;
    studio.join(game);
    studio.session->choose_tape("to the far pier");
    studio.settle();
    QTest::mouseClick(studio.games->play_tape(), Qt::LeftButton);
    ASSERT_TRUE(studio.goes_on({&game}, [&] { return (game.heard & LEAP_LINK_TAPE) != 0; }));
    bool hopped = false;
    for (int i = 0; i < 200; ++i) {
        game.step();
        for (std::size_t e = 0; e < leap_event_count(game.world.get()); ++e) {
            char text[64];
            leap_event_text(game.world.get(), e, text, sizeof text);
            hopped = hopped || std::string(text) == "hop started";
        }
    }
    EXPECT_TRUE(hopped);
    EXPECT_GT(capi_test::character_of(game.world).position[0], 10.0);
}

/// A game that ported the numbers to code of its own: it tells the same run, begun 3.5 s later and elsewhere.
TEST(GameDesk, TheWayThatAGameTellsLiesOverTheRunInView) {
    Linked studio;
    studio.session->choose_tape("to the far pier");
    studio.settle();
    const RunPointer run = studio.session->now_run();
    const TraceTrack& track = run->trace.tracks[0];
    const auto meeting = link::find_meeting(*link::meeting_folder(), "project");
    ASSERT_TRUE(meeting);
    QLocalSocket game;
    game.connectToServer(QString::fromStdString(meeting->socket.native()));
    const auto tell = [&](const std::string& method, const std::string& params) {
        game.write(QByteArray::fromStdString(
            fmt::format(R"({{"jsonrpc":"2.0","id":1,"method":"{}","params":{}}})", method, params) + "\n"));
    };
    tell("hello", fmt::format(R"({{"token":"{}","game":"ported","protocol":1}})", meeting->token));
    tell("play", R"({"rate":50,"characters":[{"name":"keeper","body":"keeper"}]})");
    constexpr double later_s = 3.5;
    double last = 0.0;
    for (double time = 0.0; time < run->trace.length_s(); last = time, time += 0.02) {
        const Vec3 at = position_at(track, time) + Vec3{100.0, -40.0, 2.0};
        tell("state", fmt::format(R"({{"time":{},"characters":[{{"position":[{},{},{}]}}]}})", time + later_s, at.x,
                                  at.y, at.z));
    }
    ASSERT_TRUE(QTest::qWaitFor(
        [&] {
            const auto& games = studio.session->links().games();
            return !games.empty() && !games.front()->lately.empty() &&
                   games.front()->lately.back().time_s > last + later_s - 1e-6;
        },
        test::patience(10000)));
    EXPECT_EQ(studio.games->how_it_lies()->text(), "no overlay");
    QTest::mouseClick(studio.games->lay_over(), Qt::LeftButton);
    const auto& laid = studio.session->laid_over();
    ASSERT_TRUE(laid);
    EXPECT_NEAR(laid->alignment.later_s, -later_s, 0.01);
    EXPECT_LT(laid->error.by_column.at(Measured::x), 0.02) << "in time and in place";
    EXPECT_LT(laid->error.by_column.at(Measured::z), 0.02);
    EXPECT_GT(laid->points.size(), 50U);
    EXPECT_TRUE(studio.games->how_it_lies()->text().contains("x: difference 0.0"))
        << studio.games->how_it_lies()->text().toStdString();
    // Another dial bends the run away from what the game does.
    studio.session->set_dial(studio.dial("hop.rise"), studio.value("hop.rise") * 1.5);
    studio.settle();
    EXPECT_GT(laid->error.by_column.at(Measured::z), 0.1);
    QTest::mouseClick(studio.games->lay_over(), Qt::LeftButton);
    EXPECT_FALSE(studio.session->laid_over()) << "taken off";
    EXPECT_EQ(studio.games->lay_over()->text(), "Overlay its path");
}

TEST(GameDesk, TenGamesAndAFloodOfGarbageAtOnce) {
    Linked studio;
    std::vector<std::unique_ptr<Game>> games;
    std::vector<Game*> all;
    for (int i = 0; i < 10; ++i) {
        games.push_back(std::make_unique<Game>(fmt::format("game {}", i).c_str()));
        all.push_back(games.back().get());
    }
    ASSERT_TRUE(studio.goes_on(all, [&] {
        return std::all_of(all.begin(), all.end(), [](const Game* game) { return game->world != nullptr; });
    }));
    EXPECT_EQ(studio.session->links().games().size(), 10U);
    const QString socket = QString::fromStdString(link::find_meeting(*link::meeting_folder(), "")->socket.native());
    std::vector<std::unique_ptr<QLocalSocket>> strangers;
    for (int i = 0; i < 40; ++i) {
        strangers.push_back(std::make_unique<QLocalSocket>());
        strangers.back()->connectToServer(socket);
        strangers.back()->write(QByteArray(i % 2 == 0 ? 200'000 : 20, i % 3 == 0 ? '\n' : '{') + "\n");
    }
    ASSERT_TRUE(studio.goes_on(all, [&] {
        for (Game* game : all) game->step();
        return std::all_of(strangers.begin(), strangers.end(),
                           [](const auto& of) { return of->state() == QLocalSocket::UnconnectedState; });
    }));
    EXPECT_GT(studio.turned_away(), 0U);
    EXPECT_EQ(studio.session->links().games().size(), 10U) << "nobody else is disturbed";
    studio.session->preview_dial(studio.dial("hop.rise"), 2.5);
    for (Game* game : all) game->heard = 0;
    ASSERT_TRUE(studio.goes_on(all, [&] {
        return std::all_of(all.begin(), all.end(),
                           [](const Game* game) { return (game->heard & LEAP_LINK_DIALS) != 0; });
    }));
}

TEST(GameDesk, MoreConnectionsThanAWindowTakesAreTurnedAwayAndTold) {
    Linked studio;
    const QString socket = QString::fromStdString(link::find_meeting(*link::meeting_folder(), "")->socket.native());
    std::vector<std::unique_ptr<QLocalSocket>> silent;
    for (std::size_t i = 0; i < link::limits::connections + 3; ++i) {
        silent.push_back(std::make_unique<QLocalSocket>());
        silent.back()->connectToServer(socket);
    }
    ASSERT_TRUE(QTest::qWaitFor([&] { return studio.turned_away() == 3; }, test::patience(10000)));
    EXPECT_TRUE(studio.session->links().turned_away().back().contains("too many"));
    const auto stays = [](const auto& of) { return of->state() == QLocalSocket::ConnectedState; };
    EXPECT_TRUE(QTest::qWaitFor(
        [&] {
            return static_cast<std::size_t>(std::count_if(silent.begin(), silent.end(), stays)) ==
                   link::limits::connections;
        },
        test::patience(10000)));
}

TEST(GameDesk, AWindowThatGoesIsLostAndFoundAgain) {
    Linked studio;
    Game game("jetty", "project");
    studio.join(game);
    QTest::mouseClick(studio.games->may_link(), Qt::LeftButton);
    EXPECT_FALSE(studio.session->links().listening());
    ASSERT_TRUE(studio.goes_on({&game}, [&] { return (game.heard & LEAP_LINK_LOST) != 0; }));
    EXPECT_TRUE(link::find_meetings(*link::meeting_folder()).empty());
    EXPECT_NEAR(game.highest_hop(), 2.0, skin) << "it goes on with what it had";
    game.heard = 0;
    QTest::mouseClick(studio.games->may_link(), Qt::LeftButton);
    ASSERT_TRUE(studio.goes_on({&game}, [&] { return (game.heard & LEAP_LINK_JOINED) != 0; }));
    // Another project is another window to a game.
    EXPECT_EQ(studio.session->open(LEAP_SOURCE_DIR "/examples/lantern-quay"), "");
    ASSERT_TRUE(studio.goes_on({&game}, [&] { return (game.last & LEAP_LINK_LOST) != 0; }));
    ASSERT_TRUE(studio.goes_on({&game}, [&] { return game.status() == "no window of Easy Leap has project open"; }));
}

/// The text of a file between two lines.
QByteArray between(const std::string& path, const QByteArray& from, const QByteArray& to) {
    QFile file(QString::fromStdString(path));
    EXPECT_TRUE(file.open(QIODevice::ReadOnly));
    const QByteArray text = file.readAll();
    const auto begin = text.indexOf(from) + from.size();
    return text.mid(begin, text.indexOf(to, begin) - begin);
}

TEST(GameDesk, TheProgramOfTheDocumentationIsLinked) {
    Linked studio;
    QProcess circles;
    circles.start("python3", {"-c", between(LEAP_SOURCE_DIR "/docs/link.md", "```python\n", "\n```"), "5000"});
    const auto speed = [&] {
        const auto& games = studio.session->links().games();
        return games.empty() || games.front()->lately.empty()
                   ? 0.0
                   : glm::length(games.front()->lately.back().characters.front().velocity);
    };
    ASSERT_TRUE(QTest::qWaitFor([&] { return std::abs(speed() - 6.0) < 1e-9; }, test::patience(10000)))
        << circles.readAllStandardError().toStdString();
    EXPECT_EQ(studio.games->games()->currentText(), "circles");
    EXPECT_TRUE(
        QTest::qWaitFor([&] { return studio.games->what_it_says()->text() == "circles plays the same scripts"; },
                        test::patience(10000)));
    studio.session->preview_dial(studio.dial("walk.top"), 8.0);
    EXPECT_TRUE(QTest::qWaitFor([&] { return std::abs(speed() - 8.0) < 1e-9; }, test::patience(10000)));
    circles.kill();
    circles.waitForFinished();
}

}  // namespace
}  // namespace leap::studio::game_desk_test
