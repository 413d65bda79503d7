// SPDX-License-Identifier: GPL-3.0-or-later
// What keys do to whole lines, brackets and several carets of the script editor.
#include <QKeyEvent>
#include <algorithm>
#include <cctype>

#include "studio/script_desk/script_editor.hpp"

namespace leap::studio {

namespace {

constexpr int comment_length = 2;  ///< "# "

char partner_of(char opening) {
    switch (opening) {
        case '{': return '}';
        case '(': return ')';
        case '[': return ']';
        case '"': return '"';
        default: return 0;
    }
}

bool closes(char c) {
    return c == '}' || c == ')' || c == ']' || c == '"';
}

}  // namespace

ScriptEditor::Lines ScriptEditor::chosen_lines() const {
    const long begin = SendScintilla(SCI_GETSELECTIONSTART);
    const long end = SendScintilla(SCI_GETSELECTIONEND);
    Lines out;
    out.first = static_cast<int>(SendScintilla(SCI_LINEFROMPOSITION, static_cast<unsigned long>(begin)));
    out.last = static_cast<int>(SendScintilla(SCI_LINEFROMPOSITION, static_cast<unsigned long>(end)));
    // A selection that ends right before a line doesn't take that in.
    const bool before =
        out.last > out.first && SendScintilla(SCI_POSITIONFROMLINE, static_cast<unsigned long>(out.last)) == end;
    if (before) --out.last;
    return out;
}

/// Comments the chosen lines out, or in again when all of them are comments. Empty lines stay as they are.
void ScriptEditor::toggle_comment() {
    const Lines chosen = chosen_lines();
    bool all = true;
    int column = -1;  // the least indented line says where the signs stand
    for (int line = chosen.first; line <= chosen.last; ++line) {
        const QString words = text(line);
        if (words.trimmed().isEmpty()) continue;
        all = all && words.trimmed().startsWith('#');
        const int here = indentation(line);
        column = column < 0 ? here : std::min(column, here);
    }
    if (column < 0) return;
    for (int line = chosen.first; line <= chosen.last; ++line) {
        const QString words = text(line);
        if (words.trimmed().isEmpty()) continue;
        if (all) {
            const auto at = static_cast<int>(words.indexOf('#'));
            const int length = words.mid(at, comment_length) == "# " ? comment_length : 1;
            const long from = SendScintilla(SCI_POSITIONFROMLINE, static_cast<unsigned long>(line)) + at;
            SendScintilla(SCI_DELETERANGE, static_cast<unsigned long>(from), static_cast<long>(length));
        } else {
            insertAt("# ", line, column);
        }
    }
}

/// The character before the caret's partner is typed along; one that stands there already is stepped over.
bool ScriptEditor::pair_bracket(const QString& typed) {
    if (typed.size() != 1 || SendScintilla(SCI_GETSELECTIONS) > 1) return false;
    const char key = typed.at(0).toLatin1();
    const long at = SendScintilla(SCI_GETCURRENTPOS);
    const bool chosen = !chosen_text().isEmpty();
    const char next = static_cast<char>(SendScintilla(SCI_GETCHARAT, static_cast<unsigned long>(at)));
    if (closes(key) && next == key && !chosen) {
        SendScintilla(SCI_GOTOPOS, static_cast<unsigned long>(at + 1));
        return true;
    }
    const char partner = partner_of(key);
    if (partner == 0 || in_comment(at)) return false;
    if (chosen) {
        const QByteArray both = (typed + chosen_text() + QChar(partner)).toUtf8();
        SendScintilla(SCI_REPLACESEL, both.constData());
        return true;
    }
    // Before a word the partner would stand in the way.
    const bool before_word = std::isalnum(static_cast<unsigned char>(next)) != 0 || next == '_' || next == '"';
    if (before_word) return false;
    const char both[]{key, partner};
    SendScintilla(SCI_ADDTEXT, sizeof both, both);
    SendScintilla(SCI_GOTOPOS, static_cast<unsigned long>(at + 1));
    return true;
}

/// Between two braces that belong together the line break opens a block; else the new line is indented as the text
/// before it wants: one step more behind an open brace.
bool ScriptEditor::break_line() {
    if (SendScintilla(SCI_GETSELECTIONS) > 1 || isListActive()) return false;
    const long at = SendScintilla(SCI_GETCURRENTPOS);
    const auto character = [&](long place) {
        return static_cast<char>(SendScintilla(SCI_GETCHARAT, static_cast<unsigned long>(place)));
    };
    int line = 0;
    int column = 0;
    getCursorPosition(&line, &column);
    const bool opened = text(line).left(column).trimmed().endsWith('{');
    const bool closed = character(at) == '}';
    if (!opened || !chosen_text().isEmpty()) return false;
    const int inner = indentation(line) + tabWidth();
    const QString indent(inner, ' ');
    const QString rest = closed ? "\n" + QString(indentation(line), ' ') : QString();
    insert("\n" + indent + rest);
    setCursorPosition(line + 1, inner);
    return true;
}

/// A brace that is the first of its line stands under the line that opened its block.
void ScriptEditor::settle_brace() {
    int line = 0;
    int column = 0;
    getCursorPosition(&line, &column);
    if (text(line).left(column).trimmed() != "}") return;
    const long at = SendScintilla(SCI_GETCURRENTPOS) - 1;
    const long partner = SendScintilla(SCI_BRACEMATCH, static_cast<unsigned long>(at), 0L);
    if (partner < 0) return;
    const auto opened = static_cast<int>(SendScintilla(SCI_LINEFROMPOSITION, static_cast<unsigned long>(partner)));
    const int before = indentation(line);
    setIndentation(line, indentation(opened));
    setCursorPosition(line, column + indentation(opened) - before);
}

bool ScriptEditor::in_comment(long position) const {
    const auto line = static_cast<int>(SendScintilla(SCI_LINEFROMPOSITION, static_cast<unsigned long>(position)));
    const long begin = SendScintilla(SCI_POSITIONFROMLINE, static_cast<unsigned long>(line));
    const QByteArray before = text(line).toUtf8().left(static_cast<qsizetype>(position - begin));
    bool quoted = false;
    for (const char c : before) {
        if (c == '"') quoted = !quoted;
        if (c == '#' && !quoted) return true;
    }
    return false;
}

void ScriptEditor::select_all_of(const std::string& name) {
    const std::string whole = text().toStdString();
    bool first = true;
    for (std::size_t at = whole.find(name); at != std::string::npos; at = whole.find(name, at + name.size())) {
        const auto end = static_cast<unsigned long>(at + name.size());
        if (first) {
            SendScintilla(SCI_SETSELECTION, end, static_cast<long>(at));
        } else {
            SendScintilla(SCI_ADDSELECTION, end, static_cast<long>(at));
        }
        first = false;
    }
    // The one in view is the first.
    SendScintilla(SCI_SETMAINSELECTION, 0UL);
    SendScintilla(SCI_SCROLLCARET);
    setFocus();
}

/// The next place that says what is chosen, or the word under the caret, is chosen as well.
void ScriptEditor::choose_next_same() {
    if (chosen_text().isEmpty()) {
        const long at = SendScintilla(SCI_GETCURRENTPOS);
        const long begin = SendScintilla(SCI_WORDSTARTPOSITION, static_cast<unsigned long>(at), 1L);
        const long end = SendScintilla(SCI_WORDENDPOSITION, static_cast<unsigned long>(at), 1L);
        if (begin < end) SendScintilla(SCI_SETSELECTION, static_cast<unsigned long>(end), begin);
        return;
    }
    SendScintilla(SCI_SETSEARCHFLAGS, static_cast<unsigned long>(SCFIND_MATCHCASE | SCFIND_WHOLEWORD));
    SendScintilla(SCI_TARGETWHOLEDOCUMENT);
    SendScintilla(SCI_MULTIPLESELECTADDNEXT);
}

/// Keys that mean something on lines, brackets or carets. False: it is an ordinary key.
bool ScriptEditor::take_line_key(const QKeyEvent& event) {
    const auto held = event.modifiers() & ~Qt::KeypadModifier;
    const auto is = [&](int key, Qt::KeyboardModifiers with) { return event.key() == key && held == with; };
    if (is(Qt::Key_Slash, Qt::ControlModifier)) {
        toggle_comment();
    } else if (is(Qt::Key_Up, Qt::AltModifier)) {
        SendScintilla(SCI_MOVESELECTEDLINESUP);
    } else if (is(Qt::Key_Down, Qt::AltModifier)) {
        SendScintilla(SCI_MOVESELECTEDLINESDOWN);
    } else if (is(Qt::Key_D, Qt::ControlModifier | Qt::ShiftModifier)) {
        SendScintilla(SCI_SELECTIONDUPLICATE);
    } else if (is(Qt::Key_J, Qt::ControlModifier | Qt::ShiftModifier)) {
        choose_next_same();
    } else if (is(Qt::Key_Escape, Qt::NoModifier) && SendScintilla(SCI_GETSELECTIONS) > 1) {
        SendScintilla(SCI_SETEMPTYSELECTION, static_cast<unsigned long>(SendScintilla(SCI_GETCURRENTPOS)));
    } else if ((is(Qt::Key_Return, Qt::NoModifier) || is(Qt::Key_Enter, Qt::NoModifier)) && break_line()) {
        return true;
    } else {
        return false;
    }
    return true;
}

}  // namespace leap::studio
