// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "core/script/old_words.hpp"
#include "core/script/parser.hpp"

namespace leap {

/// How many words of `words` stand here, or none unless all of them do.
std::size_t Parser::words_here(std::string_view words) const {
    std::size_t count = 0;
    while (!words.empty()) {
        const std::size_t space = words.find(' ');
        const Token& token = peek(count);
        if (token.kind != TokenKind::name || token.text != words.substr(0, space)) return 0;
        ++count;
        words = space == std::string_view::npos ? std::string_view{} : words.substr(space + 1);
    }
    return count;
}

void Parser::clause(const ClauseInfo& info, syntax::Clause& out) {
    out.said = true;
    switch (info.kind) {
        case ClauseKind::value:
        case ClauseKind::memory_value:
            for (std::size_t i = 0; i < info.count; ++i) {
                if (i > 0) expect(",", info.behind);
                out.values.push_back(expression());
            }
            break;
        case ClauseKind::dial:
            out.values.push_back(expression());
            if (!failed_ && out.values.back().kind != syntax::ExprKind::name)
                fail_at(MessageCode::wrong_argument, out.values.back().range, std::string(info.who),
                        "for example boost speed 140 % or boost hop.rise 120 %");
            break;
        case ClauseKind::text:
        case ClauseKind::pose:
            out.name.range = peek().range;
            out.name.text = string(info.who);
            break;
        case ClauseKind::choice: {
            const auto end = std::find(info.choices.begin(), info.choices.end(), std::string_view{});
            const std::string_view said = current_sense(peek().text);
            const auto found = std::find(info.choices.begin(), end, said);
            if (found == end) {
                fail(MessageCode::missing_token,
                     fmt::format("{}: expected '{}'{}{}", info.who, fmt::join(info.choices.begin(), end, "', '"),
                                 info.words.empty() ? "" : " after ", info.words));
                break;
            }
            accept(*found, said == peek().text ? std::string_view{} : peek().text);
            out.choice = static_cast<int>(found - info.choices.begin());
            break;
        }
        case ClauseKind::none:
        case ClauseKind::flag: break;
        default: out.name = name(info.who);
    }
    if (!info.closing.empty()) expect(info.closing, info.behind);
}

/// Those without words of their own first, then the others in any order.
void Parser::clauses(const StatementInfo& info, syntax::Statement& out) {
    const std::size_t count = info.clause_count();
    out.clauses.resize(count);
    const auto has_words = [&](std::size_t i) { return !info.clauses[i].words.empty(); };
    for (std::size_t i = 0; i < count && !has_words(i) && !failed_; ++i) clause(info.clauses[i], out.clauses[i]);
    for (std::size_t i = 0; i < count && !failed_; ++i) {
        if (out.clauses[i].said || !accept(info.clauses[i].words, info.clauses[i].was)) continue;
        clause(info.clauses[i], out.clauses[i]);
        i = static_cast<std::size_t>(-1);  // from the first one again
    }
    for (std::size_t i = 0; i < count; ++i)
        if (info.clauses[i].needed && !out.clauses[i].said)
            fail(MessageCode::missing_token,
                 fmt::format("expected '{}' {}", info.clauses[i].words, info.clauses[i].behind));
}

}  // namespace leap
