// SPDX-License-Identifier: MIT
#include "core/script/accent_words.hpp"
#include "core/script/effect_words.hpp"
#include "core/script/parser.hpp"

namespace leap {

/// One effect, when one stands here; they hold as long as the phase or stance does.
bool Parser::effect(std::vector<syntax::Effect>& effects) {
    syntax::Effect out;
    if (!statement(effect_words(), out)) return failed_;
    if (!failed_) effects.push_back(std::move(out));
    return true;
}

/// accent KIND AMOUNT CLAUSES
syntax::Accent Parser::accent() {
    const SourceRange begin = peek().range;
    syntax::Accent out;
    accept("accent");
    if (!statement(accent_words(), out)) {
        std::vector<std::string_view> kinds;
        if (is("sound"))
            fail(MessageCode::misplaced, "accent sound is only allowed in an act",
                 "write it as an act: start: accent sound thud");
        for (const AccentInfo& row : accent_words()) kinds.push_back(row.word);
        fail(MessageCode::missing_token, "expected a kind of accent",
             fmt::format("accents are {}", fmt::join(kinds, ", ")));
    }
    out.range = since(begin);
    return out;
}

}  // namespace leap
