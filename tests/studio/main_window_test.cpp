// SPDX-License-Identifier: GPL-3.0-or-later
// The main job in the real window, with real keys and mouse: play, stop, drag a dial, read, save.
#include "studio/main_window.hpp"

#include <gtest/gtest.h>
#include <QImage>
#include <QTest>
#include <set>

#include "core/project/file_io.hpp"
#include "studio/picture.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::main_window_test {
namespace {

using test::Studio;

void drag(QWidget* widget, QPoint from, QPoint to, const std::function<void()>& on_the_way = {}) {
    QTest::mousePress(widget, Qt::LeftButton, {}, from);
    for (int i = 1; i <= 5; ++i) QTest::mouseMove(widget, from + (to - from) * i / 5);
    if (on_the_way) on_the_way();
    QTest::mouseRelease(widget, Qt::LeftButton, {}, to);
}

TEST(MainWindow, PlayTenSecondsStopDragRiseReadTheHeightSaveOneNumber) {
    Studio studio;
    StageView* stage = studio.desk->stage();
    // Enter plays, keys move, Esc stops.
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Return);
    ASSERT_TRUE(studio.session->playing());
    QTest::keyPress(stage, Qt::Key_W);
    studio.pass(1.0);
    QTest::keyPress(stage, Qt::Key_Space);
    studio.pass(0.5);
    QTest::keyRelease(stage, Qt::Key_Space);
    studio.pass(8.5);
    EXPECT_NEAR(studio.session->live_view().trace.length_s(), 10.0, 0.05);
    QTest::keyClick(stage, Qt::Key_Escape);
    EXPECT_FALSE(studio.session->playing());
    studio.settle();
    ASSERT_TRUE(studio.session->now_run());
    const double before = extreme(studio.session->now_run()->trace.tracks[0], Quantity::feet, {0, 1.6}, true);
    EXPECT_NEAR(before, 2.1, 0.01);

    // Dragging the dial bends the path while the button is down; the text waits for the release.
    const std::string text = *studio.session->text("moves/hop.leap");
    const DialId rise = studio.dial("hop.rise");
    DialRow* row = studio.desk->sheet()->row_of(rise);
    ASSERT_NE(row, nullptr);
    const QRectF track = row->track();
    const auto at = [&](double value) {
        return QPoint(static_cast<int>(track.left() + (value - 0.5) / 5.5 * track.width()), row->height() / 2);
    };
    drag(row, at(2.1), at(3.2), [&] {
        studio.settle();
        EXPECT_GT(extreme(studio.session->now_run()->trace.tracks[0], Quantity::feet, {0, 1.6}, true), 2.9);
        EXPECT_EQ(*studio.session->text("moves/hop.leap"), text);
        EXPECT_NEAR(extreme(studio.session->kept_run()->trace.tracks[0], Quantity::feet, {0, 1.6}, true), before, 1e-9);
    });
    studio.settle();
    EXPECT_NEAR(studio.value("hop.rise"), 3.2, 0.1);
    bool read = false;
    for (const ReadingResult& reading : studio.desk->sheet()->readings()->shown())
        if (reading.name == "hop_height") {
            read = true;
            EXPECT_NEAR(*reading.value, studio.value("hop.rise"), 0.01);
        }
    EXPECT_TRUE(read);

    // Saved, the script differs in that one number.
    const std::string on_disk = studio.file_text("moves/hop.leap");
    QTest::keyClick(studio.window.get(), Qt::Key_S, Qt::ControlModifier);
    const std::string saved = studio.file_text("moves/hop.leap");
    ASSERT_NE(saved, on_disk);
    const auto literal = on_disk.find("2.1 m");
    EXPECT_EQ(saved.substr(0, literal), on_disk.substr(0, literal));
    EXPECT_EQ(saved.substr(saved.find(" m ", literal)), on_disk.substr(on_disk.find(" m ", literal)));
}

TEST(MainWindow, TheStageStandsStillWhileADialIsTurned) {
    Studio studio;
    studio.session->set_cursor(1.2);
    studio.settle();
    const StageView* stage = studio.desk->stage();
    const Vec3 before = stage->camera().position();
    studio.session->preview_dial(studio.dial("hop.rise"), 4.0);
    studio.settle();
    EXPECT_NEAR(glm::length(stage->camera().position() - before), 0.0, 1e-9);
    studio.session->set_cursor(1.25);
    studio.settle();
    EXPECT_GT(glm::length(stage->camera().position() - before), 0.1) << "the cursor takes the view along again";
}

TEST(MainWindow, UndoAndRedoByKeys) {
    Studio studio;
    DialRow* row = studio.desk->sheet()->row_of(studio.dial("hop.rise"));
    row->setFocus();
    QTest::keyClick(row, Qt::Key_Right);
    const double up = studio.value("hop.rise");
    EXPECT_GT(up, 2.1);
    QTest::keyClick(studio.window.get(), Qt::Key_Z, Qt::ControlModifier);
    EXPECT_NEAR(studio.value("hop.rise"), 2.1, 1e-12);
    QTest::keyClick(studio.window.get(), Qt::Key_Y, Qt::ControlModifier);
    EXPECT_NEAR(studio.value("hop.rise"), up, 1e-12);
}

TEST(MainWindow, ErrorsStandInTheStripUntilTheyAreMended) {
    Studio studio;
    EXPECT_TRUE(studio.window->strip_text().isEmpty());
    const std::string good = studio.file_text("moves/hop.leap");
    studio.write_outside("moves/hop.leap", good + "\nmove broken on jmup { phase a { end when grounded } }\n");
    EXPECT_TRUE(studio.window->strip_text().contains("moves/hop.leap:")) << studio.window->strip_text().toStdString();
    EXPECT_TRUE(studio.window->strip_text().contains("did you mean 'jump'?"));
    EXPECT_TRUE(studio.window->strip_text().contains("last version without errors"));
    studio.write_outside("moves/hop.leap", good);
    EXPECT_TRUE(studio.window->strip_text().isEmpty());
}

TEST(MainWindow, ControlsOfAPlayedRun) {
    Studio studio;
    StageView* stage = studio.desk->stage();
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Return);
    QTest::keyPress(stage, Qt::Key_W);
    studio.pass(3.0);
    const double far = studio.session->live_view().state.actors[0].body.position.x;
    QTest::keyClick(stage, Qt::Key_Backspace);
    studio.session->update_live();
    EXPECT_NEAR(studio.session->live_view().trace.length_s(), 1.0, 0.05);
    EXPECT_LT(studio.session->live_view().state.actors[0].body.position.x, far);
    QTest::keyClick(stage, Qt::Key_P);
    const double paused = studio.session->live()->time();
    studio.pass(1.0);
    EXPECT_EQ(studio.session->live()->time(), paused);
    QTest::keyClick(stage, Qt::Key_Period);
    studio.session->update_live();
    EXPECT_NEAR(studio.session->live()->time(), paused + 1.0 / 120, 1e-9);
    QTest::keyClick(stage, Qt::Key_P);
    QTest::keyClick(stage, Qt::Key_T);
    studio.pass(1.0);
    EXPECT_NEAR(studio.session->live()->time(), paused + 0.25, 0.03);
    // The selected dial is nudged without leaving the run.
    const double rise = studio.value("hop.rise");
    QTest::keyClick(stage, Qt::Key_BracketRight);
    EXPECT_GT(studio.value("hop.rise"), rise);
    QTest::keyClick(stage, Qt::Key_K);
    EXPECT_EQ(studio.session->playing_side(), Side::kept);
    // Starting over forgets this run and goes on playing.
    QTest::keyClick(stage, Qt::Key_R);
    studio.settle();
    EXPECT_TRUE(studio.session->playing());
    EXPECT_LT(studio.session->live()->time(), 0.1);
    QTest::keyClick(stage, Qt::Key_Escape);
    EXPECT_FALSE(studio.session->playing());
}

TEST(MainWindow, KeysBelongToTheRunWhilePlaying) {
    Studio studio;
    StageView* stage = studio.desk->stage();
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Return);
    // Ctrl is the run button here: Ctrl+Z must not undo, Ctrl+S must not save.
    QTest::keyPress(stage, Qt::Key_Control);
    QTest::keyClick(stage, Qt::Key_Z, Qt::ControlModifier);
    EXPECT_NEAR(studio.value("hop.rise"), 2.6, 1e-12);
}

TEST(MainWindow, UnsavedWorkComesBackAfterACrash) {
    Studio studio;
    studio.session->set_dial(studio.dial("hop.rise"), 2.7);
    ASSERT_TRUE(QTest::qWaitFor(
        [&] {
            return find_recovery(recovery_path(studio.folder.path().toStdString() + "/data", studio.project))
                .has_value();
        },
        test::patience(5000)));
    studio.restart();
    EXPECT_NEAR(studio.value("hop.rise"), 2.1, 1e-12);
    ASSERT_TRUE(studio.session->recovery_offered());
    EXPECT_TRUE(studio.window->strip_text().contains("unsaved work"));
    studio.session->take_recovery();
    EXPECT_NEAR(studio.value("hop.rise"), 2.7, 1e-12);
    EXPECT_TRUE(studio.session->modified());
}

TEST(MainWindow, ThePictureShowsCourseAndWords) {
    Studio studio;
    PictureOptions options;
    options.file = studio.folder.filePath("window.png");
    options.at_s = 1.1;
    options.settings = {"hop.rise=2.6 m"};
    const QString problem = take_picture(*studio.window, *studio.session, options);
    ASSERT_TRUE(problem.isEmpty()) << problem.toStdString();
    const QImage image(options.file);
    ASSERT_FALSE(image.isNull());
    EXPECT_EQ(image.size(), studio.window->size());
    // The stage is dusk, the sheet is paper: their middles differ, and the stage holds many colours.
    std::set<QRgb> colors;
    for (int x = 50; x < 800; x += 7)
        for (int y = 60; y < 400; y += 7) colors.insert(image.pixel(x, y));
    EXPECT_GT(colors.size(), 200U);
    EXPECT_GT(qGray(image.pixel(1200, 700)), 200);
}

TEST(MainWindow, TypingAValueAndARefusedOne) {
    Studio studio;
    DialRow* row = studio.desk->sheet()->row_of(studio.dial("hop.rise"));
    row->setFocus();
    QTest::keyClick(row, Qt::Key_Return);
    auto* typed = row->findChild<QLineEdit*>("typed");
    ASSERT_NE(typed, nullptr);
    typed->selectAll();
    QTest::keyClicks(typed, "240 cm");
    QTest::keyClick(typed, Qt::Key_Return);
    EXPECT_NEAR(studio.value("hop.rise"), 2.4, 1e-9);
    QTest::keyClick(row, Qt::Key_Return);
    typed->selectAll();
    QTest::keyClicks(typed, "9 s");
    QTest::keyClick(typed, Qt::Key_Return);
    EXPECT_NEAR(studio.value("hop.rise"), 2.4, 1e-9);
    EXPECT_TRUE(studio.window->strip_text().contains("hop.rise: expected m, got s"));
}

TEST(MainWindow, NumbersInTheScriptExcerptCanBeDragged) {
    Studio studio;
    ScriptExcerpt* excerpt = studio.desk->sheet()->excerpt();
    const QRectF box = excerpt->literal_box(studio.dial("hop.rise"));
    ASSERT_FALSE(box.isEmpty());
    drag(excerpt, box.center().toPoint(), box.center().toPoint() + QPoint(60, 0));
    EXPECT_GT(studio.value("hop.rise"), 2.5);
    EXPECT_EQ(studio.session->undo_stack().count(), 1);
}

TEST(MainWindow, ALockedExampleOpensFromTheSide) {
    Studio studio("paper-alley");
    EXPECT_EQ(studio.desk->stage()->view(), StageView3D::side);
    EXPECT_TRUE(studio.session->now_run()->problem.empty());
}

TEST(MainWindow, AProjectWithoutAGoodScriptOpensAndSaysSo) {
    Studio studio;
    ASSERT_TRUE(write_file(studio.project / "wick.leap", "body {"));
    studio.restart();
    EXPECT_FALSE(studio.session->program());
    EXPECT_TRUE(studio.window->strip_text().contains("wick.leap:1:"));
    QTest::keyClick(studio.desk->stage(), Qt::Key_Return);
    EXPECT_FALSE(studio.session->playing());
}

TEST(MainWindow, AChainOfThreeIsDealtByHand) {
    Studio studio;
    studio.session->choose_tape("straw and crate");
    studio.settle();
    StageView* stage = studio.desk->stage();
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Return);
    ASSERT_TRUE(studio.session->playing());
    QTest::keyPress(stage, Qt::Key_W);
    studio.pass(0.17);
    QTest::keyRelease(stage, Qt::Key_W);
    studio.pass(0.3);
    for (const double then : {0.25, 0.35, 0.7}) {
        QTest::keyClick(stage, Qt::Key_B);
        studio.pass(then);
    }
    std::vector<std::string> hits;
    const Trace& trace = studio.session->live_view().trace;
    for (const TraceEvent& event : trace.events)
        if (event.kind == EventKind::hit_fixture)
            hits.push_back(event_text(event, *studio.session->run_program(), trace));
    EXPECT_EQ(hits, (std::vector<std::string>{"pip: jabbed hits straw man", "pip: jabbed hits straw man",
                                              "pip: walloped hits straw man"}));
    QTest::keyClick(stage, Qt::Key_Escape);
    studio.settle();
    EXPECT_FALSE(studio.session->playing());
    EXPECT_GT(studio.session->tape()->length_s, 1.5) << "the take is a tape now";
}

TEST(MainWindow, EveryDeskIsThereBeforeAProjectIsOpen) {
    Session::Options options;
    options.live_thread = false;
    Session session(std::move(options));
    MainWindow window(session, nullptr);
    EXPECT_FALSE(session.is_open());
    EXPECT_TRUE(session.project().trials.empty());
    for (const DeskInfo& info : all_desks()) {
        window.show_desk(info.name);
        EXPECT_FALSE(window.grab().isNull()) << info.name.toStdString();
    }
    QTest::keyClick(&window, Qt::Key_Return);
    EXPECT_FALSE(session.playing());
}

}  // namespace
}  // namespace leap::studio::main_window_test
