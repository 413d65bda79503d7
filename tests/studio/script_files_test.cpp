// SPDX-License-Identifier: GPL-3.0-or-later
// Files of the script that come, go and get other names; new moves without a question.
#include <gtest/gtest.h>

#include <QApplication>
#include <QLineEdit>
#include <QTest>

#include "core/project/file_io.hpp"
#include "tests/studio/writing.hpp"

namespace leap::studio::script_files_test {
namespace {

namespace fs = std::filesystem;

struct Writing : test::Writing {
    void new_of(syntax::OwnerKind owner, const char* kind) {
        for (const auto* texts : {&starting_texts(), &starting_fixtures()})
            for (const StartingText& start : *texts)
                if (start.owner == owner && std::string(start.kind).find(kind) != std::string::npos)
                    return script->start_new(start);
        FAIL() << kind;
    }
};

TEST(ScriptFiles, AFileGetsAnotherNameAndFolderWhereverItIsUsed) {
    Writing writing;
    const std::uint64_t before = trace_hash(writing.session->now_run()->trace);
    const std::string text = writing.file_text("moves/hop.leap");
    EXPECT_EQ(writing.script->move_file("moves/hop.leap", "jumps/first.leap"), "");
    writing.settle();
    EXPECT_EQ(writing.editor->path(), "jumps/first.leap");
    EXPECT_TRUE(writing.session->program_is_current());
    EXPECT_EQ(trace_hash(writing.session->now_run()->trace), before);
    EXPECT_TRUE(writing.window->save());
    EXPECT_FALSE(fs::exists(writing.project / "moves/hop.leap"));
    EXPECT_EQ(writing.file_text("jumps/first.leap"), text);
    EXPECT_NE(writing.file_text("wick.leap").find("use \"jumps/first.leap\""), std::string::npos);
    writing.session->undo_stack().undo();
    writing.settle();
    EXPECT_TRUE(writing.window->save());
    EXPECT_FALSE(fs::exists(writing.project / "jumps/first.leap"));
    EXPECT_EQ(writing.file_text("moves/hop.leap"), text);
}

TEST(ScriptFiles, ANameThatIsTakenOutsideOrTheFirstFilesIsRefused) {
    Writing writing;
    EXPECT_TRUE(writing.script->move_file("moves/hop.leap", "moves/dash.leap").contains("already"));
    EXPECT_TRUE(writing.script->move_file("moves/hop.leap", "../hop.leap").contains("outside"));
    EXPECT_TRUE(writing.script->move_file("wick.leap", "wack.leap").contains("project.json"));
    EXPECT_TRUE(writing.script->remove_file("wick.leap").contains("main file"));
    EXPECT_TRUE(writing.script->make_file("../x.leap").contains("outside"));
    EXPECT_TRUE(writing.script->make_file("moves/hop.leap").contains("already"));
    EXPECT_FALSE(writing.session->modified());
}

TEST(ScriptFiles, OneThatIsTakenOutGoesWhenTheProjectIsSavedAndUndoBringsItBack) {
    Writing writing;
    const std::string text = writing.file_text("moves/blows.leap");
    EXPECT_EQ(writing.script->remove_file("moves/blows.leap"), "");
    writing.settle();
    EXPECT_FALSE(writing.session->program_is_current() &&
                 writing.session->program()->find_machine("wallop").has_value());
    EXPECT_TRUE(fs::exists(writing.project / "moves/blows.leap")) << "not before it is saved";
    EXPECT_TRUE(writing.window->save());
    EXPECT_FALSE(fs::exists(writing.project / "moves/blows.leap"));
    writing.session->undo_stack().undo();
    EXPECT_TRUE(writing.window->save());
    EXPECT_EQ(writing.file_text("moves/blows.leap"), text);
}

TEST(ScriptFiles, TheTreeMakesRenamesAndTakesOutByKeys) {
    Writing writing;
    ScriptFiles* files = writing.script->files();
    files->choose("moves/hop.leap");
    files->setFocus();
    QTest::keyClick(files, Qt::Key_F2);
    auto* line = qobject_cast<QLineEdit*>(QApplication::focusWidget());
    ASSERT_NE(line, nullptr);
    line->selectAll();
    QTest::keyClicks(line, "spring");
    QTest::keyClick(line, Qt::Key_Return);
    writing.settle();
    EXPECT_EQ(writing.editor->path(), "moves/spring.leap");
    EXPECT_EQ(files->chosen(), "moves/spring.leap");
    files->setFocus();
    QTest::keyClick(files, Qt::Key_Insert);
    line = qobject_cast<QLineEdit*>(QApplication::focusWidget());
    ASSERT_NE(line, nullptr);
    QTest::keyClick(line, Qt::Key_Escape);
    writing.settle();
    EXPECT_TRUE(files->findItems("new.leap", Qt::MatchExactly | Qt::MatchRecursive).empty()) << "given up";
    files->setFocus();
    QTest::keyClick(files, Qt::Key_Insert);
    line = qobject_cast<QLineEdit*>(QApplication::focusWidget());
    ASSERT_NE(line, nullptr);
    line->selectAll();
    QTest::keyClicks(line, "more.leap");
    QTest::keyClick(line, Qt::Key_Return);
    writing.settle();
    EXPECT_EQ(writing.editor->path(), "moves/more.leap");
    EXPECT_TRUE(writing.session->program_is_current());
    files->choose("moves/more.leap");
    files->setFocus();
    QTest::keyClick(files, Qt::Key_Delete);
    writing.settle();
    EXPECT_EQ(std::count(files->paths().begin(), files->paths().end(), "moves/more.leap"), 0);
}

TEST(NewTexts, AMoveStandsThereAtOnceOnAFreeKeyAndTypingNamesIt) {
    Writing writing;
    writing.new_of(syntax::OwnerKind::move, "a dash");
    writing.settle();
    const auto first = writing.session->program()->find_machine("new_move");
    ASSERT_TRUE(first);
    EXPECT_EQ(writing.editor->path(), "moves/new_move.leap");
    const auto& buttons = writing.session->program()->buttons;
    const auto fresh = std::find_if(buttons.begin(), buttons.end(),
                                    [](const ButtonInfo& each) { return each.name == "new_move_key"; });
    ASSERT_NE(fresh, buttons.end());
    ASSERT_EQ(fresh->keys.size(), 1U);
    const std::string key = fresh->keys[0];
    std::size_t with_that_key = 0;
    for (const ButtonInfo& each : buttons)
        with_that_key += static_cast<std::size_t>(std::count(each.keys.begin(), each.keys.end(), key));
    EXPECT_EQ(with_that_key, 1U);
    QTest::keyClicks(writing.editor, "burst");
    writing.editor->commit();
    writing.settle();
    EXPECT_TRUE(writing.session->program_is_current());
    EXPECT_TRUE(writing.session->program()->find_machine("burst"));
    EXPECT_TRUE(writing.session->program()->find_button("burst_key"));
    EXPECT_FALSE(writing.editor->text().contains("new_move"));

    // It plays at the next press of that key.
    writing.window->show_desk("stage");
    writing.desk->play();
    writing.pass(0.3);
    const auto code = KeyMap::key_code(QString::fromStdString(key));
    ASSERT_TRUE(code);
    QTest::keyClick(writing.window->stage(), static_cast<Qt::Key>(*code));
    writing.pass(0.1);
    const auto machine = *writing.session->program()->find_machine("burst");
    const auto& spans = writing.session->live_view().trace.spans;
    EXPECT_TRUE(
        std::any_of(spans.begin(), spans.end(), [&](const PhaseSpan& span) { return span.machine == machine; }));
}

TEST(NewTexts, ASecondOneGetsAnotherNameAndUndoTakesBothBack) {
    Writing writing;
    writing.new_of(syntax::OwnerKind::move, "a hop");
    writing.settle();
    writing.new_of(syntax::OwnerKind::stance, "gliding");
    writing.settle();
    writing.new_of(syntax::OwnerKind::move, "a hop");
    writing.settle();
    EXPECT_TRUE(writing.session->program_is_current());
    for (const char* name : {"new_move", "new_move_2", "new_stance"})
        EXPECT_TRUE(writing.session->program()->find_machine(name)) << name;
    for (int i = 0; i < 3; ++i) writing.session->undo_stack().undo();
    EXPECT_FALSE(writing.session->modified());
}

TEST(NewTexts, AFixtureIsPlacedAndItsPlaceFollowsTheNameThatIsTyped) {
    Writing writing;
    const std::size_t before = writing.session->course()->plan.fixtures.size();
    for (const StartingText& start : starting_fixtures()) {
        writing.script->start_new(start);
        writing.settle();
        ASSERT_EQ(writing.session->course()->plan.fixtures.size(), before + 1) << start.kind;
        EXPECT_EQ(writing.session->course()->plan.fixtures.back().kind, "new_fixture");
        QTest::keyClicks(writing.editor, "gadget");
        writing.editor->commit();
        writing.settle();
        EXPECT_TRUE(writing.session->program_is_current()) << start.kind;
        EXPECT_EQ(writing.session->course()->plan.fixtures.back().kind, "gadget") << start.kind;
        EXPECT_EQ(writing.session->course()->plan.fixtures.back().name, "my gadget");
        while (writing.session->modified()) writing.session->undo_stack().undo();
        writing.settle();
    }
}

}  // namespace
}  // namespace leap::studio::script_files_test
