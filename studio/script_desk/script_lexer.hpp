// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Qsci/qscilexercustom.h>

#include <memory>
#include <string>

#include "core/script/program.hpp"
#include "core/script/token.hpp"

namespace leap::studio {

/// Colours script text by the language's own tokens.
class ScriptLexer : public QsciLexerCustom {
    Q_OBJECT

  public:
    enum Style {  // TokenStyle's
        plain,
        word,
        number,
        string,
        comment,
        sense,
        own_name
    };

    explicit ScriptLexer(QObject* parent = nullptr);
    /// Names that the project declares are told apart from the language's words.
    void set_program(std::shared_ptr<const Program> program);

    const char* language() const override { return "leap"; }
    QString description(int style) const override;
    void styleText(int start, int end) override;
    QColor defaultColor(int style) const override;
    QColor defaultPaper(int style) const override;
    QFont defaultFont(int style) const override;
    /// Those of the paper that lies on the table now.
    void take_colors();

  private:
    void fold(const std::string& text, const std::vector<Token>& tokens);

    std::shared_ptr<const Program> program_;
};

}  // namespace leap::studio
