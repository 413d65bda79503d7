// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/script_desk.hpp"

#include <gtest/gtest.h>

#include <QApplication>
#include <QHelpEvent>
#include <QMouseEvent>
#include <QTest>
#include <QToolTip>

#include "core/script/compile.hpp"
#include "core/script/format.hpp"
#include "studio/script_desk/word_help.hpp"
#include "tests/studio/writing.hpp"

namespace leap::studio::script_desk_test {
namespace {

using test::Writing;

TEST(ScriptDesk, OpensAtTheMoveThatIsSelected) {
    Writing writing;
    EXPECT_EQ(writing.editor->path(), "moves/hop.leap");
    EXPECT_TRUE(writing.editor->text().contains("move hop on jump"));
    EXPECT_EQ(writing.script->map()->machine(), writing.session->program()->find_machine("hop").value());
}

TEST(ScriptDesk, TypingReplaysTheTapeAndIsOneUndoStep) {
    Writing writing;
    const std::uint64_t before = trace_hash(writing.session->now_run()->trace);
    writing.caret_behind("dial rise        = ");
    QTest::keyClick(writing.editor, Qt::Key_Delete);
    QTest::keyClicks(writing.editor, "3");
    writing.editor->commit();
    writing.settle();
    EXPECT_NEAR(writing.value("hop.rise"), 3.1, 1e-9);
    EXPECT_NE(trace_hash(writing.session->now_run()->trace), before) << "the stage follows";
    QTest::keyClick(writing.window.get(), Qt::Key_Z, Qt::ControlModifier);
    writing.settle();
    EXPECT_NEAR(writing.value("hop.rise"), 2.1, 1e-9);
    EXPECT_TRUE(writing.editor->text().contains("2.1 m"));
}

TEST(ScriptDesk, AMistakeStandsUnderItsLineUntilItIsMended) {
    Writing writing;
    EXPECT_TRUE(writing.editor->annotations_shown().isEmpty());
    const QString good = writing.editor->text();
    writing.editor->setText(QString(good).replace("gravity pull\n", "gravity pul\n"));
    writing.editor->commit();
    writing.settle();
    ASSERT_FALSE(writing.editor->annotations_shown().isEmpty());
    EXPECT_TRUE(writing.editor->annotations_shown().first().contains("did you mean 'pull'?"));
    EXPECT_TRUE(writing.session->program()->find_machine("hop").has_value()) << "the last good program goes on";
    writing.editor->setText(good);
    writing.editor->commit();
    EXPECT_TRUE(writing.editor->annotations_shown().isEmpty());
}

TEST(ScriptDesk, ADialTurnedOnTheStageShowsInTheText) {
    Writing writing;
    writing.session->set_dial(writing.dial("hop.rise"), 2.75);
    EXPECT_TRUE(writing.editor->text().contains("2.75 m"));
}

TEST(ScriptDesk, OffersNamesThatBeginAsTyped) {
    Writing writing;
    writing.caret_behind("buffer early\n");
    QTest::keyClicks(writing.editor, "  gate airb");
    EXPECT_TRUE(writing.editor->isListActive());
    QTest::keyClick(writing.editor, Qt::Key_Down);
    QTest::keyClick(writing.editor, Qt::Key_Return);
    writing.editor->commit();
    EXPECT_TRUE(writing.editor->text().contains("gate airborne")) << writing.editor->text().toStdString();
}

TEST(ScriptDesk, GoesToWhereANameIsDeclared) {
    Writing writing;
    EXPECT_TRUE(writing.script->show_definition("breath"));
    EXPECT_EQ(writing.editor->path(), "wick.leap");
    EXPECT_TRUE(writing.script->show_definition("wall_run"));
    EXPECT_EQ(writing.editor->path(), "moves/wall_run.leap");
    EXPECT_TRUE(writing.script->show_definition("steepest")) << "of two dials the one of the move under the caret";
    EXPECT_EQ(writing.editor->path(), "moves/wall_run.leap");
    EXPECT_FALSE(writing.script->show_definition("no_such_name"));
}

TEST(ScriptDesk, TheMapCountsTheWaysTheTapeTook) {
    Writing writing;
    const PhaseMap::Taken taken = writing.script->map()->taken();
    const auto hop = writing.session->program()->find_machine("hop").value();
    int starts = 0;
    for (const PhaseSpan& span : writing.session->now_run()->trace.spans)
        if (span.machine == hop && span.opens) ++starts;
    ASSERT_EQ(taken.entered.size(), 3U);
    EXPECT_EQ(taken.entered[0], starts);
    EXPECT_GT(taken.transitions[0][0], 0) << "cut short by letting go";
    EXPECT_GT(taken.transitions[0][1], 0) << "at the top";
    EXPECT_LE(taken.transitions[0][0] + taken.transitions[0][1], starts);
    // Two ways lead from the dash's burst to the same phase: what its time did is not the wall's doing.
    writing.script->show_machine(writing.session->program()->find_machine("dash").value());
    const PhaseMap::Taken dash = writing.script->map()->taken();
    ASSERT_EQ(dash.transitions[0].size(), 2U);
    EXPECT_EQ(dash.transitions[0][0], 0) << "no wall was met";
    EXPECT_EQ(dash.transitions[0][1], dash.entered[0]) << "its time was up";
}

TEST(ScriptDesk, TheProofFollowsWhatIsTyped) {
    Writing writing;
    const auto height = [&] {
        return extreme(writing.script->proof()->trace().tracks[0], Quantity::feet, {0.0, 2.4}, true);
    };
    EXPECT_NEAR(height(), 2.1, 0.01);
    writing.editor->setText(writing.editor->text().replace("dial rise        = 2.1 m", "dial rise        = 3.4 m"));
    writing.editor->commit();
    EXPECT_NEAR(height(), 3.4, 0.01);
    EXPECT_TRUE(writing.script->proof()->reason().isEmpty());
    writing.script->show_machine(writing.session->program()->find_machine("tether").value());
    EXPECT_TRUE(writing.script->proof()->reason().contains("nothing to hook"))
        << writing.script->proof()->reason().toStdString();
}

TEST(ScriptDesk, SavingLaysOutWhatWasTyped) {
    Writing writing;
    writing.editor->setText(writing.editor->text().replace("  phase drop {", "phase   drop   {"));
    QTest::keyClick(writing.window.get(), Qt::Key_S, Qt::ControlModifier);
    EXPECT_NE(writing.file_text("moves/hop.leap").find("\n  phase drop {"), std::string::npos);
    EXPECT_TRUE(writing.session->modified_files().empty());
}

TEST(ScriptDesk, RenamesWhatStandsAtTheCaretEverywhereAsOneStep) {
    Writing writing;
    const std::string tune = writing.file_text("wick.leap");
    writing.caret_behind("dial time_to");
    EXPECT_TRUE(writing.script->rename_at_caret("rise_time").isEmpty());
    EXPECT_TRUE(writing.editor->text().contains("dial rise_time"));
    EXPECT_FALSE(writing.editor->text().contains("dial time_to_top"));
    EXPECT_TRUE(writing.session->program()->find_dial("hop.rise_time").has_value());
    EXPECT_FALSE(writing.script->rename_at_caret("speed").isEmpty()) << "a sense";
    QTest::keyClick(writing.window.get(), Qt::Key_Z, Qt::ControlModifier);
    EXPECT_TRUE(writing.session->program()->find_dial("hop.time_to_top").has_value());
    writing.caret_behind("# ");
    EXPECT_FALSE(writing.script->rename_at_caret("anything").isEmpty()) << "nothing is named there";
}

/// Drags with the left button in a widget.
void drag(QWidget* widget, QPoint from, QPoint to, Qt::KeyboardModifiers held = Qt::NoModifier) {
    QTest::mousePress(widget, Qt::LeftButton, held, from);
    for (int i = 1; i <= 4; ++i) {
        const QPointF at = from + QPointF(to - from) * i / 4.0;
        QMouseEvent move(QEvent::MouseMove, at, widget->mapToGlobal(at), Qt::NoButton, Qt::LeftButton, held);
        QApplication::sendEvent(widget, &move);
    }
    QTest::mouseRelease(widget, Qt::LeftButton, held, to);
}

TEST(ScriptDesk, ANumberIsTurnedInTheTextByDraggingItWithCtrl) {
    Writing writing;
    const QString before = writing.editor->text();
    const auto at = static_cast<unsigned long>(before.toStdString().find("2.1 m") + 1);
    const auto point = [&](unsigned int message) {
        return static_cast<int>(writing.editor->SendScintilla(message, 0UL, static_cast<long>(at)));
    };
    const QPoint place(point(QsciScintilla::SCI_POINTXFROMPOSITION), point(QsciScintilla::SCI_POINTYFROMPOSITION) + 8);
    drag(writing.editor->viewport(), place, place + QPoint(40, 0), Qt::ControlModifier);
    EXPECT_NEAR(writing.value("hop.rise"), 2.1 + 0.1 * 5.5, 0.006) << "a tenth of its range";
    EXPECT_TRUE(writing.editor->text().contains("dial rise        = 2.65 m")) << writing.editor->text().toStdString();
    drag(writing.editor->viewport(), place, place + QPoint(-4000, 0), Qt::ControlModifier);
    EXPECT_NEAR(writing.value("hop.rise"), 0.5, 1e-9) << "no further than its range";
    QTest::keyClick(writing.window.get(), Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(writing.window.get(), Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(writing.editor->text(), before) << "one step each";
    drag(writing.editor->viewport(), place, place + QPoint(40, 0));
    EXPECT_EQ(writing.editor->text(), before) << "without Ctrl it selects";
}

TEST(CurveView, ShowsTheCurveAtTheCaretAndWritesItsPointsBack) {
    Writing writing;
    EXPECT_FALSE(writing.script->curve()->isVisible());
    writing.script->show_file("moves/dash.leap");
    writing.caret_behind("shaped burst_sh");
    writing.settle();
    CurveView* view = writing.script->curve();
    ASSERT_TRUE(view->isVisible());
    EXPECT_EQ(view->curve_name(), "burst_shape");
    const std::uint64_t before = trace_hash(writing.session->now_run()->trace);
    const QString text = writing.editor->text();
    const QPoint middle = view->place_of({0.6, 1.0}).toPoint();
    drag(view, middle, view->place_of({0.4, 0.5}).toPoint());
    writing.settle();
    const auto shape = [&] {
        for (const CurveInfo& curve : writing.session->program()->curves)
            if (curve.name == "burst_shape") return curve.points;
        return std::vector<syntax::CurvePoint>{};
    };
    const auto points = shape();
    ASSERT_EQ(points.size(), 3U);
    EXPECT_NEAR(points[1].x, 0.4, 0.02);
    EXPECT_NEAR(points[1].y, 0.5, 0.02);
    EXPECT_NE(trace_hash(writing.session->now_run()->trace), before) << "the run follows";
    QTest::mouseDClick(view, Qt::LeftButton, {}, view->place_of({0.8, 0.9}).toPoint());
    EXPECT_EQ(shape().size(), 4U);
    QTest::keyClick(view, Qt::Key_Delete);
    EXPECT_EQ(shape().size(), 3U) << "the one just added";
    QTest::mouseClick(view, Qt::RightButton, {}, view->place_of(points[1]).toPoint());
    EXPECT_EQ(shape().size(), 2U);
    QTest::mouseClick(view, Qt::RightButton, {}, view->place_of({0, 1}).toPoint());
    EXPECT_EQ(shape().size(), 2U) << "a curve needs two";
    for (int i = 0; i < 4; ++i) QTest::keyClick(writing.window.get(), Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(writing.editor->text(), text);
    writing.caret_behind("move da");
    writing.settle();
    EXPECT_FALSE(view->isVisible());
}

struct Mapping : Writing {
    PhaseMap* map = script->map();
    const Machine& hop() const {
        const Program& program = *session->program();
        return program.machines[program.find_machine("hop").value()];
    }
    void enter(const char* words) {
        map->entry()->selectAll();
        QTest::keyClicks(map->entry(), words);
        QTest::keyClick(map->entry(), Qt::Key_Return);
        settle();
    }
};

TEST(PhaseMap, ADoubleClickRenamesAPhaseInTheText) {
    Mapping mapping;
    QTest::mouseDClick(mapping.map, Qt::LeftButton, {}, mapping.map->box_of(2).center().toPoint());
    ASSERT_TRUE(mapping.map->entry()->isVisible());
    EXPECT_EQ(mapping.map->entry()->text(), "drop");
    mapping.enter("sink");
    EXPECT_FALSE(mapping.map->entry()->isVisible());
    EXPECT_TRUE(mapping.editor->text().contains("phase sink"));
    EXPECT_TRUE(mapping.editor->text().contains("go sink"));
    QTest::mouseDClick(mapping.map, Qt::LeftButton, {}, mapping.map->box_of(2).center().toPoint());
    mapping.enter("rise_up");
    EXPECT_TRUE(mapping.map->entry()->isVisible()) << "the name is taken: it stays to be mended";
    EXPECT_EQ(mapping.hop().phases[2].name, "sink");
}

TEST(PhaseMap, ADragFromPhaseToPhaseMakesAWay) {
    Mapping mapping;
    const std::size_t before = mapping.hop().phases[2].transitions.size();
    drag(mapping.map, mapping.map->box_of(2).center().toPoint(), mapping.map->box_of(0).center().toPoint());
    ASSERT_TRUE(mapping.map->entry()->isVisible());
    EXPECT_EQ(mapping.map->entry()->text(), "go rise_up when grounded");
    mapping.enter("go rise_up when pressed(jump) and feet > 90 m");
    ASSERT_EQ(mapping.hop().phases[2].transitions.size(), before + 1);
    EXPECT_TRUE(mapping.editor->text().contains("go rise_up when pressed(jump) and feet > 90 m"));
    const QPoint row = mapping.map->way_row(2, before).center().toPoint();
    QTest::mouseDClick(mapping.map, Qt::LeftButton, {}, row);
    mapping.enter("fail after 9 s");
    EXPECT_TRUE(mapping.hop().phases[2].transitions.back().fails);
    QTest::mouseDClick(mapping.map, Qt::LeftButton, {}, row);
    mapping.enter("nonsense");
    EXPECT_TRUE(mapping.map->entry()->isVisible()) << "no way: it stays to be mended";
    mapping.enter("end after 8 s");
    EXPECT_FALSE(mapping.hop().phases[2].transitions.back().fails);
}

TEST(PhaseMap, PhasesAreAddedAndRemovedAndUndone) {
    Mapping mapping;
    const QString text = mapping.editor->text();
    mapping.map->add_phase(0);
    mapping.enter("linger");
    ASSERT_EQ(mapping.hop().phases.size(), 4U);
    EXPECT_EQ(mapping.hop().phases[1].name, "linger");
    mapping.map->remove_phase(1);
    EXPECT_EQ(mapping.hop().phases.size(), 3U);
    EXPECT_EQ(mapping.editor->text(), text);
    mapping.editor->setText(QString(text).replace("gravity pull\n", "gravity pul\n"));
    mapping.editor->commit();
    mapping.map->add_phase(0);
    EXPECT_FALSE(mapping.map->entry()->isVisible()) << "not while the text has an error";
}

TEST(PhaseMap, AClickGoesToThePhasesText) {
    Mapping mapping;
    QTest::mouseClick(mapping.map, Qt::LeftButton, {}, mapping.map->box_of(2).center().toPoint());
    const std::string text = mapping.editor->text().toStdString();
    EXPECT_EQ(mapping.editor->caret(), text.find("phase drop"));
}

TEST(ScriptDesk, TheStageStandsBesideTheTextWhereThereIsRoom) {
    Writing writing;
    EXPECT_FALSE(writing.window->stage()->isVisible()) << "at 1280 there is none";
    writing.caret_behind("move hop");
    const std::uint32_t caret = writing.editor->caret();
    writing.window->resize(1700, 950);
    writing.settle();
    EXPECT_TRUE(writing.window->stage()->isVisible());
    EXPECT_EQ(writing.editor->caret(), caret) << "what is written at stays";
    writing.window->show_desk("stage");
    writing.settle();
    EXPECT_TRUE(writing.window->stage()->isVisible());
    writing.window->show_desk("script");
    writing.settle();
    EXPECT_TRUE(writing.window->stage()->isVisible());
    EXPECT_EQ(writing.session->play({}), "");
    writing.pass(0.2);
    writing.session->stop();
    writing.window->resize(1280, 800);
    writing.settle();
    EXPECT_FALSE(writing.window->stage()->isVisible());
    writing.window->show_desk("stage");
    writing.settle();
    EXPECT_TRUE(writing.window->stage()->isVisible()) << "and it comes back to its own desk";
}

TEST(StartingTexts, EachCompilesUnderANewNameWithoutAWarning) {
    const std::string body =
        "body b { capsule radius 0.3 m height 1.7 m gravity 28 m/s^2 }\n"
        "stance walk_on { steer to 6 m/s gain 40 m/s^2 brake 60 m/s^2 }\n";
    EXPECT_GT(starting_texts().size(), 10U);
    std::vector<StartingText> all = starting_texts();
    all.insert(all.end(), starting_fixtures().begin(), starting_fixtures().end());
    for (const StartingText& start : all) {
        const std::string text = started(start, "fresh", "go_now", nullptr);
        const CompileOutput out = compile_text(body + text);
        for (const Diagnostic& found : out.diagnostics)
            ADD_FAILURE() << start.kind << ": " << diagnostic_text(found, out.files);
        EXPECT_TRUE(out.program) << start.kind;
        EXPECT_EQ(format(text), text) << start.kind << " is laid out";
        EXPECT_NE(text.find("# "), std::string::npos) << start.kind << " explains itself";
    }
}

TEST(StartingTexts, ANewMoveIsInTheProjectAtOnceAndOneUndoStep) {
    Writing writing;
    const std::string root = writing.file_text("wick.leap");
    EXPECT_TRUE(writing.script->start_new(starting_texts()[1], "flutter", "jump").isEmpty());
    writing.settle();
    EXPECT_EQ(writing.editor->path(), "moves/flutter.leap");
    EXPECT_TRUE(writing.session->program()->find_machine("flutter").has_value());
    QTest::keyClick(writing.window.get(), Qt::Key_S, Qt::ControlModifier);
    EXPECT_NE(writing.file_text("moves/flutter.leap").find("move flutter on jump"), std::string::npos);
    EXPECT_NE(writing.file_text("wick.leap").find("use \"moves/flutter.leap\""), std::string::npos);
    QTest::keyClick(writing.window.get(), Qt::Key_Z, Qt::ControlModifier);
    writing.settle();
    EXPECT_FALSE(writing.session->program()->find_machine("flutter").has_value());
    EXPECT_FALSE(writing.script->start_new(starting_texts()[1], "hop", "jump").isEmpty()) << "the name is taken";
    EXPECT_FALSE(writing.script->start_new(starting_texts()[1], "9lives", "jump").isEmpty());
}

TEST(StartingTexts, ANewFixtureIsInTheProjectAndItsProofRuns) {
    Writing writing;
    char letter = 'a';
    for (const StartingText& start : starting_fixtures()) {
        const std::string name = std::string("thing_") + letter++;
        EXPECT_TRUE(writing.script->start_new(start, name, "use").isEmpty()) << start.kind;
        writing.settle();
        EXPECT_EQ(writing.editor->path(), "fixtures/" + name + ".leap");
        const auto kind = writing.session->program()->find_machine(name);
        ASSERT_TRUE(kind.has_value()) << start.kind;
        writing.script->show_machine(*kind);
        EXPECT_TRUE(writing.script->proof()->reason().isEmpty()) << start.kind;
    }
    writing.session->undo_stack().undo();
    const std::string last = std::string("thing_") + static_cast<char>(letter - 1);
    EXPECT_FALSE(writing.session->program()->find_machine(last).has_value()) << "one step each";
}

TEST(WordHelp, IsShownInLinesOfAReadableLength) {
    Writing writing;
    ScriptEditor* editor = writing.editor;
    writing.script->show_machine(*writing.session->program()->find_machine("hop"));
    writing.settle();
    const auto at = static_cast<long>(editor->text().toUtf8().indexOf("launch"));
    ASSERT_GT(at, 0);
    const auto x = editor->SendScintilla(QsciScintilla::SCI_POINTXFROMPOSITION, 0UL, at);
    const auto y = editor->SendScintilla(QsciScintilla::SCI_POINTYFROMPOSITION, 0UL, at);
    const QPoint place = editor->viewport()->mapTo(editor, QPoint(static_cast<int>(x) + 4, static_cast<int>(y) + 6));
    QHelpEvent asked(QEvent::ToolTip, place, editor->mapToGlobal(place));
    QApplication::sendEvent(editor, &asked);
    EXPECT_TRUE(QToolTip::text().contains("the part of velocity along D becomes V"));
    constexpr int widest_px = 700;
    int tips = 0;
    for (const QWidget* widget : QApplication::topLevelWidgets()) {
        if (!widget->inherits("QTipLabel") || !widget->isVisible()) continue;
        EXPECT_LT(widget->width(), widest_px);
        ++tips;
    }
    EXPECT_EQ(tips, 1);
    QToolTip::hideText();
}

TEST(WordHelp, KnowsTheLanguageAndTheProject) {
    Writing writing;
    const Program* program = writing.session->program().get();
    EXPECT_TRUE(word_help("vertical_speed", program).contains("upward speed"));
    EXPECT_TRUE(word_help("steer", program).contains("stick"));
    EXPECT_TRUE(word_help("pick", program).contains("first"));
    EXPECT_TRUE(word_help("time_to_top", program).contains("snappy"));
    EXPECT_TRUE(word_help("breath", program).contains("meter"));
    EXPECT_TRUE(word_help("qwertz", program).isEmpty());
    const QStringList words = completion_words(program);
    for (const char* word : {"phase", "vertical_speed", "hop.rise", "wall_run", "side", "deg"})
        EXPECT_TRUE(words.contains(word)) << word;
}

TEST(Session, AMoveLeftOutIsLeftOutOfTheRunOnly) {
    test::Studio studio;
    const std::string text = studio.file_text("moves/hop.leap");
    EXPECT_TRUE(studio.session->set_off("hop", true).isEmpty());
    studio.settle();
    const auto hop = studio.session->program()->find_machine("hop").value();
    for (const PhaseSpan& span : studio.session->now_run()->trace.spans) EXPECT_NE(span.machine, hop);
    EXPECT_FALSE(studio.session->modified());
    EXPECT_EQ(studio.file_text("moves/hop.leap"), text);
    studio.session->preview_dial(studio.dial("dash.burst_speed"), 12.0);
    studio.settle();
    for (const PhaseSpan& span : studio.session->now_run()->trace.spans)
        EXPECT_NE(span.machine, hop) << "a dial keeps it out";
    EXPECT_FALSE(studio.session->set_off("walk", true).isEmpty()) << "something must hold when nothing else does";
    EXPECT_TRUE(studio.session->set_off("hop", false).isEmpty());
}

TEST(Sheet, AnAccentIsLeftOutByOnePressAndTheRunStaysTheSame) {
    test::Studio studio;
    studio.desk->sheet()->show_machine(studio.session->program()->find_machine("dash").value());
    const auto& buttons = studio.desk->sheet()->accents()->buttons();
    ASSERT_EQ(buttons.size(), 4U);
    EXPECT_EQ(buttons[1]->text(), "zoom");
    const std::uint64_t before = trace_hash(studio.session->now_run()->trace);
    QTest::mouseClick(buttons[1], Qt::LeftButton);
    studio.settle();
    EXPECT_TRUE(studio.session->is_off("dash.zoom"));
    EXPECT_EQ(trace_hash(studio.session->now_run()->trace), before);
    EXPECT_FALSE(studio.session->now_run()->ingredients.tuning.accents_off.empty());
    EXPECT_FALSE(studio.session->modified());
    QTest::mouseClick(buttons[1], Qt::LeftButton);
    studio.settle();
    EXPECT_TRUE(studio.session->now_run()->ingredients.tuning.accents_off.empty());
}

}  // namespace
}  // namespace leap::studio::script_desk_test
