// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Qsci/qscilexercustom.h>

#include <functional>
#include <set>
#include <string>

#include "core/script/program.hpp"
#include "core/script/token.hpp"

namespace leap::studio {

/// Colours script text by the language's own tokens.
class ScriptLexer : public QsciLexerCustom {
    Q_OBJECT

  public:
    enum Style { plain, word, number, string, comment, sense, own_name };

    explicit ScriptLexer(QObject* parent = nullptr);
    /// Names that the project declares are told apart from the language's words.
    void set_program(const Program* program);

    const char* language() const override { return "leap"; }
    QString description(int style) const override;
    void styleText(int start, int end) override;
    QColor defaultColor(int style) const override;
    QColor defaultPaper(int style) const override;
    QFont defaultFont(int style) const override;

  private:
    Style style_of(std::string_view text, bool begins_statement) const;
    void fold(const std::string& text, const std::vector<Token>& tokens);

    std::set<std::string, std::less<>> own_;
};

}  // namespace leap::studio
