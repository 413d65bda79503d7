// SPDX-License-Identifier: GPL-3.0-or-later
// What keys do to lines, brackets and carets; folding.
#include <gtest/gtest.h>

#include <QTest>

#include "studio/script_desk/script_lexer.hpp"
#include "tests/studio/writing.hpp"

namespace leap::studio::script_editing_test {
namespace {

struct Writing : test::Writing {
    /// An empty file of its own to write in.
    void empty() {
        EXPECT_EQ(script->make_file("moves/fresh.leap"), "");
        editor->clear();
        editor->setFocus();
    }
    void key(int key, Qt::KeyboardModifiers held = Qt::NoModifier) {
        QTest::keyClick(editor, static_cast<Qt::Key>(key), held);
    }
    std::string text() const { return editor->text().toStdString(); }
    int carets() const { return static_cast<int>(editor->SendScintilla(QsciScintilla::SCI_GETSELECTIONS)); }
};

TEST(ScriptEditing, ABlockIsTypedWithoutASpaceOrAClosingBrace) {
    Writing writing;
    writing.empty();
    QTest::keyClicks(writing.editor, "move fresh_one on jump {");
    writing.key(Qt::Key_Return);
    QTest::keyClicks(writing.editor, "phase go_on {");
    writing.key(Qt::Key_Return);
    QTest::keyClicks(writing.editor, "end when (grounded");
    EXPECT_EQ(writing.text(), "move fresh_one on jump {\n  phase go_on {\n    end when (grounded)\n  }\n}");
}

TEST(ScriptEditing, AnEffectHasTheColourOfWordsWhereADialIsCalledLikeIt) {
    Writing writing;
    ASSERT_TRUE(writing.session->program()->find_dial("slide.push")) << "the demo calls a dial like an effect";
    writing.empty();
    const std::string text = "fixture f {\n  phase p {\n    push up by 3 * push\n  }\n}\n";
    writing.editor->setText(QString::fromStdString(text));
    writing.editor->SendScintilla(QsciScintilla::SCI_COLOURISE, 0UL, -1L);
    const auto style = [&](std::size_t at) {
        return static_cast<int>(
            writing.editor->SendScintilla(QsciScintilla::SCI_GETSTYLEAT, static_cast<unsigned long>(at)));
    };
    EXPECT_EQ(style(text.find("push up")), ScriptLexer::word);
    EXPECT_EQ(style(text.find("push\n")), ScriptLexer::own_name);
    EXPECT_EQ(style(text.find("by")), ScriptLexer::word);
}

TEST(ScriptEditing, AClosingBracketThatStandsThereIsSteppedOver) {
    Writing writing;
    writing.empty();
    QTest::keyClicks(writing.editor, "(\"a\")");
    EXPECT_EQ(writing.text(), "(\"a\")");
    writing.editor->clear();
    QTest::keyClicks(writing.editor, "# it's (here");
    EXPECT_EQ(writing.text(), "# it's (here") << "a comment is no code";
}

TEST(ScriptEditing, WhatIsChosenIsPutIntoBrackets) {
    Writing writing;
    writing.empty();
    QTest::keyClicks(writing.editor, "a + b");
    writing.editor->selectAll();
    QTest::keyClicks(writing.editor, "(");
    EXPECT_EQ(writing.text(), "(a + b)");
}

TEST(ScriptEditing, ABraceThatClosesABlockStandsUnderItsLine) {
    Writing writing;
    writing.empty();
    writing.editor->setText("move m on jump {\n  phase p {\n    x\n    ");
    writing.editor->setCursorPosition(3, 4);
    QTest::keyClicks(writing.editor, "}");
    EXPECT_EQ(writing.text(), "move m on jump {\n  phase p {\n    x\n  }");
}

TEST(ScriptEditing, LinesAreCommentedOutAndInAgain) {
    Writing writing;
    writing.empty();
    const QString lines = "  gate grounded\n\n    buffer 0.1 s\n";
    writing.editor->setText(lines);
    writing.editor->setSelection(0, 0, 3, 0);
    writing.key(Qt::Key_Slash, Qt::ControlModifier);
    EXPECT_EQ(writing.text(), "  # gate grounded\n\n  #   buffer 0.1 s\n");
    writing.editor->setSelection(0, 0, 3, 0);
    writing.key(Qt::Key_Slash, Qt::ControlModifier);
    EXPECT_EQ(writing.text(), lines.toStdString());
}

TEST(ScriptEditing, LinesMoveAndDouble) {
    Writing writing;
    writing.empty();
    writing.editor->setText("a\nb\nc\n");
    writing.editor->setCursorPosition(1, 0);
    writing.key(Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(writing.text(), "b\na\nc\n");
    writing.key(Qt::Key_Down, Qt::AltModifier);
    EXPECT_EQ(writing.text(), "a\nb\nc\n");
    writing.key(Qt::Key_D, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(writing.text(), "a\nb\nb\nc\n");
}

TEST(ScriptEditing, SeveralCaretsTypeAtOnceAndEscapeLeavesOne) {
    Writing writing;
    writing.empty();
    writing.editor->setText("rise\nrise_up\nrise\n");
    writing.editor->setCursorPosition(0, 1);
    for (int i = 0; i < 2; ++i) writing.key(Qt::Key_J, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(writing.carets(), 2) << "whole words only";
    QTest::keyClicks(writing.editor, "top");
    EXPECT_EQ(writing.text(), "top\nrise_up\ntop\n");
    writing.key(Qt::Key_Escape);
    EXPECT_EQ(writing.carets(), 1);
}

TEST(ScriptEditing, ABlockFoldsAndOpensForWhatIsGoneTo) {
    Writing writing;
    writing.script->show_file("moves/hop.leap");
    writing.caret_before("phase rise_up");
    int line = 0;
    int column = 0;
    writing.editor->getCursorPosition(&line, &column);
    const auto visible = [&](int which) {
        return writing.editor->SendScintilla(QsciScintilla::SCI_GETLINEVISIBLE, static_cast<unsigned long>(which)) != 0;
    };
    EXPECT_TRUE(visible(line + 1));
    writing.editor->foldLine(line);
    EXPECT_FALSE(visible(line + 1));
    EXPECT_TRUE(visible(line));
    writing.caret_before("accent freeze");
    EXPECT_TRUE(visible(line + 1)) << "nothing is gone to behind a fold";
}

TEST(ScriptEditing, AKeyOfTheEditorReplaysLikeTyping) {
    Writing writing;
    writing.script->show_file("moves/dash.leap");
    writing.caret_before("move dash");
    const std::string before = writing.text();
    writing.editor->selectAll();
    writing.key(Qt::Key_Slash, Qt::ControlModifier);
    writing.editor->commit();
    writing.settle();
    EXPECT_FALSE(writing.session->program_is_current()) << "others speak of the dash";
    QTest::keyClick(writing.window.get(), Qt::Key_Z, Qt::ControlModifier);
    writing.settle();
    EXPECT_EQ(writing.text(), before);
    EXPECT_TRUE(writing.session->program_is_current());
}

TEST(ScriptEditing, AProblemThatStaysAfterUndoIsStillShownAtItsLine) {
    test::Writing writing;
    writing.editor->setFocus();
    writing.caret_behind("move hop on jump {\n");
    for (int i = 0; i < 2; ++i) {
        QTest::keyClicks(writing.editor, "x");
        writing.editor->commit();
        writing.settle();
        ASSERT_TRUE(
            QTest::qWaitFor([&] { return writing.editor->annotations_shown().size() == 1; }, test::patience(5000)));
    }
    QTest::keyClick(writing.window.get(), Qt::Key_Z, Qt::ControlModifier);
    writing.settle();
    EXPECT_EQ(writing.session->diagnostics().size(), 1U);
    EXPECT_EQ(writing.editor->annotations_shown().size(), 1);
}

}  // namespace
}  // namespace leap::studio::script_editing_test
