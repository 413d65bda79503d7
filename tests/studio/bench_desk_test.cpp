// SPDX-License-Identifier: GPL-3.0-or-later
// The Bench through its real widgets: board, trials, and taking what they find.
#include "studio/bench_desk/bench_desk.hpp"

#include <gtest/gtest.h>
#include <qcustomplot.h>
#include <QComboBox>
#include <QTest>

#include "core/project/file_io.hpp"
#include "studio/shared/palette.hpp"
#include "studio/translations/translation.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::bench_desk_test {
namespace {

struct Bench : test::Studio {
    BenchDesk* bench = nullptr;
    explicit Bench(const std::string& trial = {}) {
        window->show_desk("bench");
        bench = window->desk<BenchDesk>();
        if (!trial.empty()) bench->notebook()->select_trial(path_of(trial));
        settle();
    }
    std::string path_of(const std::string& name) const { return session->project().find_trial(name)->path; }
    const Trial& trial(const std::string& name) const { return session->project().find_trial(name)->trial; }
    bool wait_for(const std::function<bool()>& done) { return QTest::qWaitFor(done, test::patience(60000)); }
    bool wait_for_board() {
        hurry_boards();
        return wait_for(
            [&] { return session->board(Side::now) && session->board(Side::kept) && !session->board_busy(); });
    }
    const TrialRunner::Made* run(const std::string& name) {
        QTest::mouseClick(bench->sheet()->run_button(), Qt::LeftButton);
        wait_for([&] { return session->trial_runner().made(path_of(name)) != nullptr; });
        settle();
        return session->trial_runner().made(path_of(name));
    }
    void type(const QString& field, const QString& text) {
        QLineEdit* edit = bench->sheet()->field(field);
        ASSERT_NE(edit, nullptr) << field.toStdString();
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    }
};

TEST(BenchDesk, TheBoardShowsEveryMarkAndTheTopLineCountsThem) {
    Bench window;
    ASSERT_TRUE(window.wait_for_board());
    const MarkCount marks = count_marks(window.session->board(Side::now)->board);
    EXPECT_EQ(marks.held, marks.all);
    EXPECT_GT(marks.all, 30U);
    EXPECT_EQ(window.window->marks_text(), QString("%1 of %1 marks hold").arg(marks.all));
    QTableWidget* table = window.bench->board_page()->table();
    EXPECT_GT(table->rowCount(), static_cast<int>(marks.all));
    window.bench->board_page()->filter()->setCurrentIndex(2);
    EXPECT_GT(table->rowCount(), 200) << "every reading of every tape";
}

TEST(BenchDesk, ADragOfADialIsSeenOnTheBoardAndTheTopLineNamesWhatItBreaks) {
    Bench window;
    ASSERT_TRUE(window.wait_for_board());
    window.session->preview_dial(window.dial("dash.burst_speed"), 5.0);
    ASSERT_TRUE(window.wait_for([&] {
        return count_marks(window.session->board(Side::now)->board).held <
               count_marks(window.session->board(Side::now)->board).all;
    }));
    EXPECT_TRUE(window.window->marks_text().contains("breaks")) << window.window->marks_text().toStdString();
    window.bench->board_page()->filter()->setCurrentIndex(1);
    EXPECT_GT(window.bench->board_page()->table()->rowCount(), 3) << "changes against kept";
    EXPECT_FALSE(window.session->modified()) << "nothing is written while it is dragged";
    window.window->show_desk("stage");
    auto* marks = window.window->findChild<QPushButton*>("marks");
    ASSERT_NE(marks, nullptr);
    marks->click();
    const QTableWidget* table = window.bench->board_page()->table();
    ASSERT_NE(table->currentItem(), nullptr) << "a click goes to the mark that breaks";
    EXPECT_EQ(table->item(table->currentRow(), 4)->text(), "✗ missed");
}

TEST(BenchDesk, TheTopLineIsNeverCutDownTo1024Pixels) {
    for (const char* const language : {"en", "de"}) {
        use_language(language);
        Bench window;
        ASSERT_TRUE(window.wait_for_board());
        auto* marks = window.window->findChild<QPushButton*>("marks");
        for (const int width : {1600, 1280, 1024}) {
            window.window->resize(width, 700);
            ASSERT_TRUE(window.wait_for([&] { return marks->isVisible(); }));
            window.settle();
            EXPECT_GE(marks->width(), marks->fontMetrics().horizontalAdvance(marks->text()))
                << language << " " << width << ": " << marks->text().toStdString();
            EXPECT_FALSE(marks->text().contains("…")) << marks->text().toStdString();
        }
    }
    use_language("en");
}

TEST(BenchDesk, ADraggedPressIsSeenOnTheBoardBeforeItIsLetGo) {
    Bench window;
    ASSERT_TRUE(window.wait_for_board());
    window.session->choose_tape("quay loop");
    window.settle();
    Tape without = *window.session->tape();
    std::erase_if(without.tracks[0].events,
                  [](const TapeEvent& event) { return std::holds_alternative<ButtonEvent>(event.what); });
    const auto missed = [&] {
        const MarkCount marks = count_marks(window.session->board(Side::now)->board);
        return marks.all - marks.held;
    };
    ASSERT_EQ(missed(), 0U);
    window.session->preview_tape(without);
    EXPECT_TRUE(window.wait_for([&] { return missed() > 2; })) << "a loop without presses misses its marks";
    window.session->preview_tape({});
    EXPECT_TRUE(window.wait_for([&] { return !window.session->board_busy() && missed() == 0; }));
}

TEST(BenchDesk, AClickOnTheBoardGoesToThatTapeAtThatInstant) {
    Bench window;
    ASSERT_TRUE(window.wait_for_board());
    QTableWidget* table = window.bench->board_page()->table();
    int row = 0;
    while (row < table->rowCount() && table->item(row, 0)->text() != "dash and stop") ++row;
    ASSERT_LT(row + 1, table->rowCount());
    QTest::mouseClick(table->viewport(), Qt::LeftButton, {}, table->visualItemRect(table->item(row + 1, 0)).center());
    window.settle();
    EXPECT_EQ(window.session->tape()->name, "dash and stop");
    EXPECT_GT(window.session->cursor(), 0.1) << "where the dash begins";
    QTest::mouseDClick(table->viewport(), Qt::LeftButton, {}, table->visualItemRect(table->item(row + 1, 0)).center());
    EXPECT_EQ(window.window->desk_in_view(), window.desk) << "a double click shows it on the Stage";
}

TEST(BenchDesk, TheWordInTheTopLineLeadsToTheBoard) {
    Bench window("hardest press");
    ASSERT_TRUE(window.wait_for_board());
    window.window->show_desk("stage");
    for (auto* button : window.window->findChildren<QPushButton*>())
        if (button->text().contains("marks hold")) QTest::mouseClick(button, Qt::LeftButton);
    EXPECT_EQ(window.window->desk_in_view(), window.bench);
    EXPECT_EQ(window.bench->notebook()->page(), Notebook::Page::board);
}

TEST(BenchDesk, ASolveIsMadeRunTakenAndUndone) {
    Bench window;
    window.session->choose_tape("three hops");
    window.settle();
    window.bench->make_trial(TrialKind::solve);
    window.settle();
    Trial trial = window.trial("solve");
    EXPECT_EQ(trial.tapes, std::vector<std::string>{"three hops"});
    trial.free = {{"hop.rise", {}, {}, 0}};
    trial.tries = 120;
    window.session->edit_trial(window.path_of("solve"), trial);
    window.settle();
    window.type("add wish", "hop_height = 2.4 m");
    EXPECT_EQ(window.trial("solve").wishes, std::vector<std::string>{"hop_height = 2.4 m"});
    const auto* made = window.run("solve");
    ASSERT_NE(made, nullptr);
    ASSERT_TRUE(made->outcome->problem.empty()) << made->outcome->problem;
    EXPECT_EQ(window.trial("solve").result->line, "1 of 1 goals met");
    EXPECT_FALSE(window.session->trial_is_stale(*window.session->project().find_trial("solve")));
    const double before = window.value("hop.rise");
    QTest::mouseClick(window.bench->sheet()->take_button(), Qt::LeftButton);
    window.settle();
    EXPECT_NEAR(window.value("hop.rise"), 2.4, 0.0024);
    EXPECT_TRUE(window.session->trial_is_stale(*window.session->project().find_trial("solve")))
        << "the script is another one now";
    QStringList page;
    for (const QLabel* label : window.bench->sheet()->findChildren<QLabel*>()) page << label->text();
    EXPECT_EQ(page.filter("stale:").size(), 1) << "the page says so as well";
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_EQ(window.value("hop.rise"), before) << "one step";
    EXPECT_EQ(window.session->save(), "");
    EXPECT_TRUE(std::filesystem::exists(window.project / "trials/solve.trial.json"));
}

TEST(BenchDesk, ASweepIsDrawnPointedAtTakenAndWritten) {
    Bench window("gaps of the quay");
    Trial trial = window.trial("gaps of the quay");
    trial.tapes = {"three hops"};
    trial.free = {{"hop.rise", "1.5 m", "3 m", 4}, {"hop.time_to_top", "0.3 s", "0.5 s", 3}};
    trial.reading = "hop_height";
    window.session->edit_trial(window.path_of("gaps of the quay"), trial);
    window.settle();
    ASSERT_NE(window.run("gaps of the quay"), nullptr);
    SweepPage* page = window.bench->sweep_page();
    EXPECT_EQ(page->reading()->currentText(), "hop_height");
    window.bench->grab();
    const QPoint at = page->pixel_of({3.0, 0.5}).toPoint();
    QTest::mouseMove(page->plot(), at);
    ASSERT_TRUE(window.wait_for([&] { return !window.session->beside_runs().empty(); }));
    const BesideRuns::Beside& pointed = window.session->beside_runs().front();
    EXPECT_TRUE(pointed.pointed);
    for (const ReadingResult& reading : pointed.run->readings) {
        if (reading.name != "hop_height") continue;
        EXPECT_NEAR(reading.value.value(), 3.0, 0.01);
    }
    EXPECT_EQ(window.value("hop.rise"), 2.1) << "pointing changes nothing";
    QTest::mouseClick(page->plot(), Qt::LeftButton, {}, at);
    window.settle();
    EXPECT_NEAR(window.value("hop.rise"), 3.0, 1e-9);
    EXPECT_NEAR(window.value("hop.time_to_top"), 0.5, 1e-9);
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_NEAR(window.value("hop.rise"), 2.1, 1e-9) << "both at once";
    for (const char* ending : {"csv", "png", "svg"}) {
        const QString file = window.folder.filePath(QString("map.") + ending);
        EXPECT_EQ(page->export_to(file), "");
        EXPECT_GT(read_file(file.toStdString())->size(), 200U) << ending;
    }
    EXPECT_TRUE(page->export_to(window.folder.filePath("map.txt")).contains("ends with"));
    EXPECT_FALSE(page->export_to("/no/such/folder/map.csv").isEmpty()) << "what can't be written is told";
}

TEST(BenchDesk, AWireTrialIsMadeInTheSheetRunAndDrawn) {
    Bench window("gaps of the quay");
    window.bench->make_trial(TrialKind::wire);
    window.settle();
    const std::string path = window.bench->notebook()->trial_path();
    const auto trial = [&] { return window.session->project().find_trial("wire")->trial; };
    const auto choose = [&](const char* box, const QString& text) {
        auto* combo = window.bench->sheet()->findChild<QComboBox*>(box);
        ASSERT_NE(combo, nullptr) << box;
        emit combo->textActivated(text);
        window.settle();
    };
    choose("rehearsal", "two at the buoy");
    choose("add free", "Peer 1.delay");
    window.type("Peer 1.delay low", "20 ms");
    window.type("Peer 1.delay high", "200 ms");
    window.type("Peer 1.delay points", "4");
    choose("add free", "input_delay");
    window.type("input_delay low", "0");
    window.type("input_delay high", "0.1");
    window.type("input_delay points", "2");
    window.type("add wish", "longest_difference <= 250 ms");
    EXPECT_EQ(trial().rehearsal, "two at the buoy");
    ASSERT_NE(window.run("wire"), nullptr);
    WirePage* page = window.bench->wire_page();
    EXPECT_EQ(page->reading()->currentText(), "largest_correction");
    EXPECT_EQ(page->table()->rowCount(), 8);
    EXPECT_TRUE(page->words().contains("of 8")) << page->words().toStdString();
    EXPECT_EQ(page->plot()->graphCount(), 2) << "a curve for each input delay";
    emit page->reading()->textActivated("press_to_seen");
    window.settle();
    EXPECT_EQ(trial().reading, "press_to_seen");
    window.type("wish 1", "longest_diference <= 1 s");
    EXPECT_EQ(window.session->run_trial(path), "");
    ASSERT_TRUE(window.wait_for([&] { return !window.session->trial_runner().running(); }));
    window.settle();
    EXPECT_TRUE(page->words().contains("did you mean 'longest_difference")) << page->words().toStdString();
    EXPECT_TRUE(page->table()->isHidden());
}

TEST(BenchDesk, WhatRunsIsStoppedAtOnce) {
    Bench window("gaps of the quay");
    Trial trial = window.trial("gaps of the quay");
    trial.free[0].points = trial.free[1].points = 400;
    window.session->edit_trial(window.path_of("gaps of the quay"), trial);
    window.settle();
    QTest::mouseClick(window.bench->sheet()->run_button(), Qt::LeftButton);
    ASSERT_TRUE(window.wait_for([&] { return window.session->trial_runner().share_done() > 0.0; }));
    EXPECT_EQ(window.bench->sheet()->run_button()->text(), "Stop");
    QTest::mouseClick(window.bench->sheet()->run_button(), Qt::LeftButton);
    ASSERT_TRUE(window.wait_for([&] { return !window.session->trial_runner().running(); }));
    const auto* made = window.session->trial_runner().made(window.path_of("gaps of the quay"));
    ASSERT_NE(made, nullptr);
    EXPECT_TRUE(made->outcome->stopped);
    EXPECT_EQ(window.trial("gaps of the quay").result, trial.result) << "what was stopped is no result";
}

TEST(BenchDesk, ATrialThatCantRunSaysWhy) {
    Bench window("light hop");
    Trial trial = window.trial("light hop");
    trial.free[0].value = "hop.rsie";
    window.session->edit_trial(window.path_of("light hop"), trial);
    window.settle();
    QTest::mouseClick(window.bench->sheet()->run_button(), Qt::LeftButton);
    ASSERT_TRUE(window.wait_for([&] { return !window.session->trial_runner().running(); }));
    window.settle();
    EXPECT_TRUE(window.window->strip_text().contains("did you mean 'hop.rise'?"))
        << window.window->strip_text().toStdString();
    trial.free[0] = {"hop.rise", "3 m", "1 m", 0};
    window.session->edit_trial(window.path_of("light hop"), trial);
    window.settle();
    QTest::mouseClick(window.bench->sheet()->run_button(), Qt::LeftButton);
    ASSERT_TRUE(window.wait_for([&] { return !window.session->trial_runner().running(); }));
    window.settle();
    EXPECT_TRUE(window.window->strip_text().contains("swap them")) << window.window->strip_text().toStdString();
}

TEST(BenchDesk, ATrialsFileThatChangesOnDiskIsTakenAndADamagedOneLeavesItAsItWas) {
    Bench window("light hop");
    Trial changed = window.trial("light hop");
    changed.note = "another hand";
    window.write_outside(window.path_of("light hop"), write_trial(changed));
    ASSERT_TRUE(window.wait_for([&] { return window.trial("light hop").note == "another hand"; }));
    window.write_outside(window.path_of("light hop"), "{\"format\": 1");
    ASSERT_TRUE(window.wait_for([&] { return window.window->strip_text().contains("stays"); }));
    EXPECT_EQ(window.trial("light hop").note, "another hand");
    window.write_outside("trials/new.trial.json", "{\"format\":1,\"name\":\"new one\",\"kind\":\"leeway\"}");
    ASSERT_TRUE(window.wait_for([&] { return window.session->project().find_trial("new one") != nullptr; }));
}

TEST(BenchDesk, ADeletedTrialComesBackByUndoAndItsFileGoesWhenSaved) {
    Bench window("light hop");
    const std::string path = window.path_of("light hop");
    window.session->delete_trial(path);
    window.settle();
    EXPECT_EQ(window.session->project().find_trial("light hop"), nullptr);
    window.session->undo_stack().undo();
    EXPECT_NE(window.session->project().find_trial("light hop"), nullptr);
    EXPECT_FALSE(window.session->modified());
    window.session->undo_stack().redo();
    EXPECT_EQ(window.session->save(), "");
    EXPECT_FALSE(std::filesystem::exists(window.project / path));
}

TEST(BenchDesk, LeewayIsListedTightestFirstAndBracketedInTheScore) {
    Bench window("hardest press");
    Trial trial = window.trial("hardest press");
    trial.tapes = {"three hops"};
    trial.tries = 20;
    window.session->edit_trial(window.path_of("hardest press"), trial);
    window.settle();
    ASSERT_NE(window.run("hardest press"), nullptr);
    QTableWidget* table = window.bench->outcome_page()->table();
    ASSERT_GT(table->rowCount(), 3);
    EXPECT_EQ(window.session->tape()->name, "three hops") << "the stage shows its tape";
    QTest::mouseClick(table->viewport(), Qt::LeftButton, {}, table->visualItemRect(table->item(1, 1)).center());
    EXPECT_GT(window.session->cursor(), 0.0);
    window.window->show_desk("stage");
    window.settle();
    ScoreView* score = window.desk->score();
    const QImage with = score->grab().toImage();
    const QRect row = score->button_lane("jump").toRect();
    int bracket_pixels = 0;
    for (int x = static_cast<int>(score->x_of(0.0)); x < row.right(); ++x)
        for (int y = row.top(); y <= row.top() + 3; ++y)
            bracket_pixels += with.pixelColor(x, y) == palette::waiting() ? 1 : 0;
    EXPECT_GT(bracket_pixels, 20) << "from the earliest to the latest that goes well";
    window.session->edit_tape(with_time_inserted(*window.session->tape(), 3.5, 0.1), "later");
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_EQ(score->grab().toImage(), with) << "they are there again for the same tape";
}

TEST(BenchDesk, AFitFollowsTheMeasuredHopOfTheDemo) {
    Bench window("hop as measured");
    Trial trial = window.trial("hop as measured");
    trial.tries = 500;
    window.session->edit_trial(window.path_of("hop as measured"), trial);
    window.settle();
    const auto* made = window.run("hop as measured");
    ASSERT_NE(made, nullptr);
    ASSERT_TRUE(made->outcome->problem.empty()) << made->outcome->problem;
    // What the file says of itself: 2.55 m, 0.41 s, 160 %.
    EXPECT_NEAR(made->outcome->values[0], 2.55, 0.02 * 2.55);
    EXPECT_NEAR(made->outcome->values[1], 0.41, 0.02 * 0.41);
    EXPECT_NEAR(made->outcome->values[2], 1.6, 0.02 * 1.6);
}

TEST(BenchDesk, OneValueIsSweptAsACurveWithItsMarksBand) {
    Bench window("gaps of the quay");
    Trial trial = window.trial("gaps of the quay");
    trial.tapes = {"three hops"};
    trial.free = {{"hop.rise", "1.5 m", "3 m", 6}};
    trial.reading = "hop_height";
    window.session->edit_trial(window.path_of("gaps of the quay"), trial);
    window.settle();
    ASSERT_NE(window.run("gaps of the quay"), nullptr);
    QCustomPlot* plot = window.bench->sweep_page()->plot();
    ASSERT_EQ(plot->graphCount(), 1);
    EXPECT_EQ(plot->graph(0)->dataCount(), 6);
    EXPECT_NEAR(plot->graph(0)->data()->at(5)->value, 3.0, 0.01);
    bool band = false;
    for (int k = 0; k < plot->itemCount(); ++k) band = band || qobject_cast<QCPItemRect*>(plot->item(k)) != nullptr;
    EXPECT_TRUE(band) << "hop_height is marked on this tape";
    window.bench->sweep_page()->reading()->setCurrentText("hop_time");
    emit window.bench->sweep_page()->reading()->textActivated("hop_time");
    window.settle();
    EXPECT_EQ(window.trial("gaps of the quay").reading, "hop_time") << "what is looked at is kept";
}

TEST(BenchDesk, SensitivityListsEdgesFirstAndThenWhatMovesEachReadingMost) {
    Bench window("what moves the loop");
    Trial trial = window.trial("what moves the loop");
    trial.free = {{"walk.top", {}, {}, 0}, {"hop.rise", {}, {}, 0}};
    window.session->edit_trial(window.path_of("what moves the loop"), trial);
    window.settle();
    ASSERT_NE(window.run("what moves the loop"), nullptr);
    QTableWidget* table = window.bench->outcome_page()->table();
    ASSERT_GT(table->rowCount(), 4);
    EXPECT_EQ(table->item(0, 1)->text(), "edge");
    EXPECT_TRUE(table->item(0, 5)->text().contains("m/s"));
    bool found = false;
    for (int row = 0; row < table->rowCount(); ++row)
        if (table->item(row, 1)->text() == "hop height" && table->item(row, 2)->text() == "hop.rise")
            found = table->item(row, 4)->text().startsWith("+0.55") && table->item(row, 3)->text().contains("0.55");
    EXPECT_TRUE(found) << "a tenth of 0.5 to 6 m";
}

TEST(BenchDesk, PointsOfCurvesAndPiecesOfTheCourseAreTakenLikeDials) {
    Bench window;
    const auto value = [&](const std::string& path) {
        return find_free_value(*window.session->program(), window.session->tuning(Side::now),
                               window.session->course()->plan, path)
            .value();
    };
    const std::string curve = "curve burst_shape point 3";
    const std::string piece = "piece crate low x";
    const FreeValue shape = value(curve);
    const FreeValue crate = value(piece);
    window.session->take_values({shape, crate, value("hop.rise")}, {0.8, crate.now + 0.5, 2.2}, "take");
    window.settle();
    EXPECT_NEAR(value(curve).now, 0.8, 1e-9);
    EXPECT_NEAR(value(piece).now, crate.now + 0.5, 1e-6);
    EXPECT_NEAR(window.value("hop.rise"), 2.2, 1e-9);
    EXPECT_NE(window.session->text("moves/dash.leap")->find("(1, 0.8)"), std::string::npos);
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_NEAR(value(curve).now, shape.now, 1e-9) << "one step";
    EXPECT_NEAR(value(piece).now, crate.now, 1e-9);
    EXPECT_FALSE(window.session->modified());
}

TEST(BenchDesk, WhileAScriptIsBrokenValuesAreNotTaken) {
    Bench window;
    const FreeValue rise = find_free_value(*window.session->program(), window.session->tuning(Side::now),
                                           window.session->course()->plan, "hop.rise")
                               .value();
    window.session->edit_text("moves/hop.leap", *window.session->text("moves/hop.leap") + "\nmove {", "break");
    window.settle();
    const std::string before = *window.session->text("moves/hop.leap");
    window.session->take_values({rise}, {3.0}, "take");
    EXPECT_EQ(*window.session->text("moves/hop.leap"), before);
    EXPECT_EQ(window.session->run_trial(window.path_of("light hop")), "") << "the last good version can still be asked";
    ASSERT_TRUE(window.wait_for([&] { return !window.session->trial_runner().running(); }));
}

TEST(BenchDesk, AWayIsLookedForTakenAsATapeAndUndone) {
    Bench window("highest lip");
    Trial trial = window.trial("highest lip");
    trial.free = {{"hop.rise", "1.8 m", {}, 0}};
    window.session->edit_trial(window.path_of("highest lip"), trial);
    window.settle();
    const auto* made = window.run("highest lip");
    ASSERT_NE(made, nullptr);
    ASSERT_TRUE(made->outcome->problem.empty()) << made->outcome->problem;
    EXPECT_EQ(window.trial("highest lip").result->line.substr(0, 6), "found:");
    const QTableWidget* table = window.bench->outcome_page()->table();
    const auto has_row = [&](const QString& head, const QString& begin, const QString& part) {
        for (int row = 0; row < table->rowCount(); ++row)
            if (table->item(row, 0)->text() == head && table->item(row, 1)->text().startsWith(begin) &&
                table->item(row, 1)->text().contains(part))
                return true;
        return false;
    };
    EXPECT_TRUE(has_row("hand", "", "of 200 times with a spread of 30 ms"));
    EXPECT_TRUE(has_row("margin", "hop.rise: works from", ""));
    EXPECT_TRUE(has_row("played", "", "ms early")) << "each press with its leeway";
    const std::size_t tapes = window.session->tape_names().size();
    QTest::mouseClick(window.bench->sheet()->take_button(), Qt::LeftButton);
    window.settle();
    EXPECT_EQ(window.session->tape_names().size(), tapes + 1);
    EXPECT_EQ(window.session->tape()->name, "route to loft 2.6 m");
    ASSERT_TRUE(window.session->now_run()->problem.empty());
    bool stood = false;
    for (const TraceRow& row : window.session->now_run()->trace.tracks[0].rows)
        stood = stood || (row.grounded && std::abs(row.position.z - 2.6) < 0.05);
    EXPECT_TRUE(stood) << "the run in view gets there";
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_EQ(window.session->tape_names().size(), tapes);
}

TEST(BenchDesk, AWayIsMadeInTheSheetAndStopped) {
    Bench window;
    window.bench->make_trial(TrialKind::way);
    window.settle();
    Trial trial = window.trial("way");
    EXPECT_EQ(trial.from, "first lantern");
    EXPECT_TRUE(trial.tapes.empty()) << "it needs none";
    auto* to = window.bench->sheet()->findChild<QComboBox*>("to");
    ASSERT_NE(to, nullptr);
    emit to->textActivated("bell islet");
    window.settle();
    EXPECT_EQ(window.trial("way").to, "bell islet");
    emit window.bench->sheet()->findChild<QComboBox*>("add without")->textActivated("dash");
    window.settle();
    emit window.bench->sheet()->findChild<QComboBox*>("add tape")->textActivated("quay loop");
    window.settle();
    EXPECT_EQ(window.trial("way").tapes, std::vector<std::string>{"quay loop"}) << "a hint";
    EXPECT_EQ(window.trial("way").without, std::vector<std::string>{"dash"});
    QTest::mouseClick(window.bench->sheet()->run_button(), Qt::LeftButton);
    ASSERT_TRUE(window.session->trial_runner().running());
    QTest::mouseClick(window.bench->sheet()->run_button(), Qt::LeftButton);
    ASSERT_TRUE(window.wait_for([&] { return !window.session->trial_runner().running(); }));
    EXPECT_FALSE(window.trial("way").result) << "what was stopped is no result";
}

TEST(BenchDesk, ADragThatLeadsBackLeavesNoTrialStale) {
    Bench window("light hop");
    ASSERT_TRUE(window.wait_for_board());
    Trial trial = window.trial("light hop");
    trial.tries = 60;
    window.session->edit_trial(window.path_of("light hop"), trial);
    window.settle();
    ASSERT_NE(window.run("light hop"), nullptr);
    const auto line = [&] {
        Notebook* notebook = window.bench->notebook();
        for (int row = 0; row < notebook->count(); ++row)
            if (notebook->item(row)->text() == "light hop")
                return notebook->item(row)->data(Qt::UserRole + 3).toString();
        return QString();
    };
    EXPECT_FALSE(line().contains("stale")) << line().toStdString();
    const double before = window.value("hop.rise");
    window.session->preview_dial(window.dial("hop.rise"), 3.0);
    window.settle();
    EXPECT_TRUE(line().contains("stale")) << "with another dial it isn't true";
    window.session->preview_dial(window.dial("hop.rise"), before);
    window.session->set_dial(window.dial("hop.rise"), before);
    window.settle();
    EXPECT_FALSE(line().contains("stale")) << line().toStdString();
}

}  // namespace
}  // namespace leap::studio::bench_desk_test
