// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/script_lexer.hpp"

#include <Qsci/qsciscintilla.h>

#include <algorithm>

#include "core/script/styled_tokens.hpp"
#include "core/script/token.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

ScriptLexer::ScriptLexer(QObject* parent) : QsciLexerCustom(parent) {
    static_assert(static_cast<int>(TokenStyle::plain) == plain && static_cast<int>(TokenStyle::own_name) == own_name);
}

void ScriptLexer::set_program(std::shared_ptr<const Program> program) {
    program_ = std::move(program);
    if (program_ && editor() != nullptr) editor()->recolor();
}

QString ScriptLexer::description(int style) const {
    switch (style) {
        case plain: return tr("plain");
        case word: return tr("word of the language");
        case number: return tr("number");
        case string: return tr("words in quotes");
        case comment: return tr("comment");
        case sense: return tr("sense or function");
        case own_name: return tr("name of the project");
        default: return {};
    }
}

/// The text is styled as a whole: scripts are short, and a quote further up changes everything behind it.
void ScriptLexer::styleText(int, int) {
    if (editor() == nullptr) return;
    const std::string text = editor()->text().toStdString();
    startStyling(0);
    int at = 0;
    for (const StyledToken& token : styled_tokens(text, program_.get())) {
        const int begin = static_cast<int>(token.begin);
        const int length = static_cast<int>(token.end) - begin;
        if (begin > at) setStyling(begin - at, plain);
        setStyling(length, static_cast<int>(token.style));
        at = begin + length;
    }
    if (at < static_cast<int>(text.size())) setStyling(static_cast<int>(text.size()) - at, plain);
    fold(text, lex(text, 0).tokens);
}

/// A line that opens a block can be folded onto; what stands in the block is one level deeper.
void ScriptLexer::fold(const std::string& text, const std::vector<Token>& tokens) {
    std::vector<int> change(static_cast<std::size_t>(editor()->lines()) + 1);
    std::size_t line = 0;
    std::size_t seen = 0;
    for (const Token& token : tokens) {
        for (; seen < token.range.begin && seen < text.size(); ++seen) line += text[seen] == '\n' ? 1 : 0;
        if (token.kind != TokenKind::symbol || line >= change.size()) continue;
        change[line] += token.text == "{" ? 1 : (token.text == "}" ? -1 : 0);
    }
    int depth = 0;
    for (std::size_t i = 0; i + 1 < change.size(); ++i) {
        int level = QsciScintilla::SC_FOLDLEVELBASE + std::max(0, depth);
        if (change[i] > 0) level |= QsciScintilla::SC_FOLDLEVELHEADERFLAG;
        editor()->SendScintilla(QsciScintilla::SCI_SETFOLDLEVEL, static_cast<unsigned long>(i),
                                static_cast<long>(level));
        depth += change[i];
    }
}

QColor ScriptLexer::defaultColor(int style) const {
    switch (style) {
        case word: return palette::kept();
        case number: return palette::now();
        case string: return palette::colors().string;
        case comment: return palette::quiet();
        case sense: return palette::colors().sense;
        default: return palette::ink();
    }
}

QColor ScriptLexer::defaultPaper(int) const {
    return palette::sheet();
}

void ScriptLexer::take_colors() {
    setDefaultColor(palette::ink());
    setDefaultPaper(palette::sheet());
    for (int style = plain; style <= own_name; ++style) {
        setColor(defaultColor(style), style);
        setPaper(defaultPaper(style), style);
    }
}

QFont ScriptLexer::defaultFont(int style) const {
    QFont font = palette::number_font(10.0);
    font.setItalic(style == comment);
    return font;
}

}  // namespace leap::studio
