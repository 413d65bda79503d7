// SPDX-License-Identifier: GPL-3.0-or-later
// Finding and replacing, uses, problems, going to a name, the reference.
#include <gtest/gtest.h>

#include <QTest>

#include "studio/script_desk/find_text.hpp"
#include "studio/script_desk/reference_view.hpp"
#include "tests/studio/writing.hpp"

namespace leap::studio::script_places_test {
namespace {

using test::Writing;

const std::vector<SourceFile> two{{"a.leap", "hop Hop hopping\nö hop"}, {"b.leap", "no\nhop"}};

TEST(FindText, CountsBytesAndHeedsWhatIsWanted) {
    EXPECT_EQ(find_all(two, {"hop"}).size(), 5U);
    EXPECT_EQ(find_all(two, {"hop", false, true}).size(), 4U);
    EXPECT_EQ(find_all(two, {"hop", false, true, true}), (std::vector<Found>{{0, 0, 3}, {0, 19, 22}, {1, 3, 6}}));
    EXPECT_EQ(find_all(two, {"^hop$", true}), (std::vector<Found>{{1, 3, 6}}));
    EXPECT_TRUE(find_all(two, {""}).empty());
    EXPECT_TRUE(find_all(two, {"x*", true}).empty()) << "places of no length are none";
}

TEST(FindText, WhatIsNoExpressionSaysWhy) {
    EXPECT_EQ(why_not_wanted({"("}), "") << "as plain words it is fine";
    EXPECT_NE(why_not_wanted({"(", true}), "");
    EXPECT_TRUE(find_all(two, {"(", true}).empty());
}

TEST(FindText, AnExpressionsPartsComeIntoItsReplacement) {
    const auto after = replace_all(two, {"(\\w)op\\b", true, true}, "<\\1\\0>");
    EXPECT_EQ(after[0].text, "<hhop> <HHop> hopping\nö <hhop>");
    EXPECT_EQ(replace_all(two, {"hop", false, true}, "\\1")[1].text, "no\n\\1") << "plain words have no parts";
}

TEST(FindBar, FindsForwardsAndBackwardsRoundTheEnd) {
    Writing writing;
    writing.script->show_file("moves/hop.leap");
    writing.editor->setCursorPosition(0, 0);
    QTest::keyClick(writing.editor, Qt::Key_F, Qt::ControlModifier);
    FindBar* bar = writing.script->find_bar();
    ASSERT_TRUE(bar->isVisible());
    QTest::keyClicks(bar->words(), "gravity pull");
    EXPECT_EQ(bar->said(), "3 places");
    std::vector<int> lines;
    for (int i = 0; i < 4; ++i) {
        QTest::keyClick(bar->words(), Qt::Key_Return);
        EXPECT_EQ(writing.editor->chosen_text(), "gravity pull");
        lines.push_back(writing.line());
    }
    EXPECT_LT(lines[0], lines[1]);
    EXPECT_LT(lines[1], lines[2]);
    EXPECT_EQ(lines[3], lines[0]) << "round the end";
    QTest::keyClick(bar->words(), Qt::Key_Return, Qt::ShiftModifier);
    EXPECT_EQ(writing.line(), lines[2]);
    QTest::keyClick(bar->words(), Qt::Key_Escape);
    EXPECT_FALSE(bar->isVisible());
    QTest::keyClick(writing.editor, Qt::Key_F3);
    EXPECT_EQ(writing.line(), lines[0]);
}

TEST(FindBar, ReplacesOneByOneAndInAllFilesAsOneStep) {
    Writing writing;
    writing.script->show_file("moves/hop.leap");
    writing.editor->setCursorPosition(0, 0);
    QTest::keyClick(writing.editor, Qt::Key_H, Qt::ControlModifier);
    FindBar* bar = writing.script->find_bar();
    QTest::keyClicks(bar->words(), "gravity pull");
    bar->replacement()->setText("gravity 1 * pull");
    QTest::keyClick(bar->words(), Qt::Key_Return);
    bar->replacement()->setFocus();
    QTest::keyClick(bar->replacement(), Qt::Key_Return);
    EXPECT_EQ(writing.editor->text().count("gravity 1 * pull"), 1);
    EXPECT_EQ(bar->said(), "2 places");
    bar->all_files()->setChecked(true);
    bar->words()->setText("not has(stunned)");
    EXPECT_TRUE(bar->said().contains("files")) << bar->said().toStdString();
    bar->replacement()->setText("not (has(stunned))");
    const int steps = writing.session->undo_stack().count();
    emit bar->replace_all_wanted();
    writing.settle();
    EXPECT_EQ(writing.session->undo_stack().count(), steps + 1);
    EXPECT_GT(writing.session->modified_files().size(), 4U);
    EXPECT_TRUE(writing.session->program_is_current());
    writing.session->undo_stack().undo();
    writing.session->undo_stack().undo();
    EXPECT_FALSE(writing.session->modified());
}

TEST(FindBar, GoesOnInTheNextFile) {
    Writing writing;
    writing.script->show_file("moves/hop.leap");
    QTest::keyClick(writing.editor, Qt::Key_F, Qt::ControlModifier);
    FindBar* bar = writing.script->find_bar();
    bar->all_files()->setChecked(true);
    bar->words()->setText("stance drift");
    QTest::keyClick(bar->words(), Qt::Key_Return);
    EXPECT_EQ(writing.editor->path(), "stances.leap");
    EXPECT_EQ(writing.editor->chosen_text(), "stance drift");
    bar->words()->setText("no such words");
    QTest::keyClick(bar->words(), Qt::Key_Return);
    EXPECT_EQ(bar->said(), "nowhere");
}

TEST(ScriptPlaces, EveryUseOfANameIsListedAndGoneTo) {
    Writing writing;
    writing.script->show_file("stances.leap");
    writing.caret_before("top   = 6 m/s");
    QTest::keyClick(writing.editor, Qt::Key_F12, Qt::ShiftModifier);
    PlaceList* places = writing.script->places();
    ASSERT_TRUE(places->isVisible());
    ASSERT_GT(places->list()->count(), 2);
    EXPECT_TRUE(places->heading().startsWith("top is used in")) << places->heading().toStdString();
    int elsewhere = 0;
    while (places->list()->item(elsewhere)->text().startsWith("stances.leap")) ++elsewhere;
    places->list()->setCurrentRow(elsewhere);
    places->list()->setFocus();
    QTest::keyClick(places->list(), Qt::Key_Return);
    EXPECT_NE(writing.editor->path(), "stances.leap");
    EXPECT_EQ(writing.editor->chosen_text(), "top");
    writing.caret_before("# ");
    QTest::keyClick(writing.editor, Qt::Key_F12, Qt::ShiftModifier);
    EXPECT_TRUE(writing.window->strip_text().contains("no project name"));
}

TEST(ScriptPlaces, ProblemsOfAllFilesAreListedAndGoAwayWhenMended) {
    Writing writing;
    const std::string good = *writing.session->text("moves/dash.leap");
    writing.session->edit_text("moves/dash.leap", good + "\nmove {\n", "break it");
    writing.settle();
    QTest::keyClick(writing.editor, Qt::Key_F8);
    PlaceList* places = writing.script->places();
    ASSERT_TRUE(places->isVisible());
    ASSERT_GE(places->list()->count(), 1);
    EXPECT_TRUE(places->list()->item(0)->text().contains("moves/dash.leap:"));
    QTest::keyClick(places->list(), Qt::Key_Return);
    EXPECT_EQ(writing.editor->path(), "moves/dash.leap");
    writing.session->undo_stack().undo();
    writing.settle();
    EXPECT_EQ(places->list()->count(), 0);
    EXPECT_EQ(places->heading(), "No problems");
}

TEST(ScriptPlaces, ANameIsGoneToByTypingAPartOfIt) {
    Writing writing;
    QTest::keyClick(writing.editor, Qt::Key_J, Qt::ControlModifier);
    NameFinder* names = writing.script->names();
    ASSERT_TRUE(names->isVisible());
    const int all = names->list()->count();
    EXPECT_GT(all, 200);
    QTest::keyClicks(names->field(), "wall_r");
    ASSERT_GT(names->list()->count(), 0);
    EXPECT_LT(names->list()->count(), all);
    QTest::keyClick(names->field(), Qt::Key_Return);
    EXPECT_FALSE(names->isVisible());
    EXPECT_EQ(writing.editor->path(), "moves/wall_run.leap");
    EXPECT_EQ(writing.editor->chosen_text(), "wall_run");
}

TEST(ScriptPlaces, F1OpensTheReferenceAtTheWord) {
    Writing writing;
    writing.script->show_file("moves/hop.leap");
    writing.caret_before("buffer early");
    QTest::keyClick(writing.editor, Qt::Key_F1);
    ReferenceView* reference = writing.script->reference();
    ASSERT_TRUE(reference->isVisible());
    EXPECT_TRUE(reference->marked().contains("buffer")) << reference->marked().toStdString();
    for (const char* word : {"vertical_speed", "launch", "gate", "cling", "gravity", "wheels", "emit"}) {
        EXPECT_TRUE(reference->show_word(word)) << word;
        EXPECT_TRUE(reference->marked().contains(word)) << reference->marked().toStdString();
    }
    EXPECT_FALSE(reference->show_word("no_such_word"));
}

TEST(ReferenceView, ItsPicturesAreThereAndFitBesideTheScript) {
    ReferenceView reference;
    ASSERT_TRUE(reference.show_word("probe"));
    for (const char* const picture : {"pictures/probes.svg", "pictures/axes.svg"}) {
        EXPECT_TRUE(reference.page()->document()->toHtml().contains(picture)) << picture;
        const QVariant loaded = reference.page()->loadResource(QTextDocument::ImageResource, QUrl(picture));
        EXPECT_GT(loaded.value<QImage>().width(), 200) << picture;
        EXPECT_LE(loaded.value<QImage>().width(), 330) << picture;
    }
}

}  // namespace
}  // namespace leap::studio::script_places_test
