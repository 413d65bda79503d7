// SPDX-License-Identifier: MIT
#include "core/script/styled_tokens.hpp"

#include <array>
#include <set>

#include "core/script/senses.hpp"
#include "core/script/token.hpp"
#include "core/script/words.hpp"

namespace leap {
namespace {

using Names = std::set<std::string_view>;

Names own_names(const Program* program) {
    Names out;
    if (program == nullptr) return out;
    for (const Machine& machine : program->machines) out.insert(machine.name);
    for (const DialInfo& dial : program->dials) out.insert(dial.name);
    for (const MeterInfo& meter : program->meters) out.insert(meter.name);
    for (const ButtonInfo& button : program->buttons) out.insert(button.name);
    return out;
}

TokenStyle style_of_name(std::string_view text, bool begins_statement, const Names& own) {
    // A dial may be called like an effect: where a statement begins it is the effect.
    if (begins_statement && is_language_word(text)) return TokenStyle::word;
    if (own.contains(text)) return TokenStyle::own_name;
    if (is_language_word(text)) return TokenStyle::word;
    for (const auto senses : {plain_senses(), button_senses(), volume_senses(), event_senses(), fixture_senses()})
        if (find_sense(senses, text)) return TokenStyle::sense;
    for (const FunctionInfo& function : functions())
        if (function.word == text) return TokenStyle::sense;
    return TokenStyle::plain;
}

}  // namespace

std::vector<StyledToken> styled_tokens(std::string_view text, const Program* program) {
    const Names own = own_names(program);
    const LexOutput lexed = lex(text, 0);
    std::vector<StyledToken> out;
    bool begins = true;
    for (const Token& token : lexed.tokens) {
        if (token.kind == TokenKind::end) break;
        begins = begins || token.lines_before > 0;
        TokenStyle style = TokenStyle::plain;
        if (token.kind == TokenKind::name) style = style_of_name(token.text, begins, own);
        if (token.kind == TokenKind::number) style = TokenStyle::number;
        if (token.kind == TokenKind::string) style = TokenStyle::string;
        if (token.kind == TokenKind::comment) style = TokenStyle::comment;
        if (style != TokenStyle::plain) out.push_back({token.range.begin, token.range.end, style});
        begins = token.text == "{" || token.text == "}";
    }
    return out;
}

}  // namespace leap
