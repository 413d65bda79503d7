// SPDX-License-Identifier: MIT
#include "core/script/parser.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>

namespace leap {

Parser::Parser(std::vector<Token> tokens, Diagnostics diagnostics) {
    out_.diagnostics = std::move(diagnostics);
    std::copy_if(tokens.begin(), tokens.end(), std::back_inserter(tokens_),
                 [](const Token& token) { return token.kind != TokenKind::comment; });
    failed_token_ = tokens_.back();
}

const Token& Parser::peek(std::size_t ahead) const {
    if (failed_) return failed_token_;
    return tokens_[std::min(at_ + ahead, tokens_.size() - 1)];
}

bool Parser::is(std::string_view text) const {
    const Token& token = peek();
    return (token.kind == TokenKind::name || token.kind == TokenKind::symbol) && token.text == text;
}

bool Parser::accept(std::string_view text) {
    if (!is(text)) return false;
    ++at_;
    return true;
}

bool Parser::accept(std::string_view text, std::string_view was) {
    if (accept(text)) return true;
    if (was.empty() || !is(was)) return false;
    note_old(peek().range, text);
    return accept(was);
}

void Parser::note_old(SourceRange range, std::string_view now, bool sense) {
    out_.old_words.push_back({range, std::string(now), sense});
}

void Parser::told_twice(std::string_view word) {
    out_.diagnostics.push_back({Severity::error, peek().range, fmt::format("'{}' is given twice", word),
                                "remove one of them", MessageCode::given_twice});
}

bool Parser::expect(std::string_view text, std::string_view after) {
    if (accept(text)) return true;
    fail(MessageCode::missing_token, fmt::format("expected '{}' {}", text, after));
    return false;
}

syntax::Name Parser::name(std::string_view what) {
    if (!is_name()) {
        fail(MessageCode::missing_token, fmt::format("expected {}", what), "names are made of letters, digits and _");
        return {};
    }
    const Token& token = tokens_[at_++];
    return {std::string(token.text), token.range};
}

std::string Parser::string(std::string_view what) {
    if (peek().kind != TokenKind::string) {
        fail(MessageCode::missing_token, fmt::format("expected {}", what), "write it in quotes, like \"this\"");
        return {};
    }
    return optional_string();
}

std::string Parser::optional_string() {
    if (peek().kind != TokenKind::string) return {};
    std::string_view text = tokens_[at_++].text;
    text.remove_prefix(1);
    if (text.ends_with('"')) text.remove_suffix(1);
    return std::string(text);
}

int Parser::whole_number(std::string_view what) {
    const bool negative = accept("-");
    const Token& token = peek();
    if (token.kind != TokenKind::number || token.number != std::floor(token.number) || token.number > 1e6) {
        fail(MessageCode::wrong_number, fmt::format("{}: expected a whole number up to a million", what));
        return 0;
    }
    ++at_;
    const int value = static_cast<int>(token.number);
    return negative ? -value : value;
}

void Parser::fail(MessageCode code, std::string message, std::string hint) {
    const Token& token = peek();
    // At a line's end the mistake is what is missing behind the token before, not what opens the next line.
    const bool points_behind = (token.first_on_line || token.kind == TokenKind::end) && at_ > 0;
    SourceRange range = token.range;
    if (points_behind) range = {range.file, tokens_[at_ - 1].range.end, tokens_[at_ - 1].range.end};
    fail_at(code, range, std::move(message), std::move(hint));
}

void Parser::fail_at(MessageCode code, SourceRange range, std::string message, std::string hint) {
    if (failed_) return;
    out_.diagnostics.push_back({Severity::error, range, std::move(message), std::move(hint), code});
    failed_ = true;
    if (out_.diagnostics.size() != max_messages) return;
    out_.diagnostics.push_back({Severity::error, range, fmt::format("there are more than {} errors", max_messages),
                                "fix these to see the rest", MessageCode::too_many});
    at_ = tokens_.size() - 1;
}

void Parser::warn(MessageCode code, SourceRange range, std::string message, std::string hint) {
    out_.diagnostics.push_back({Severity::warning, range, std::move(message), std::move(hint), code});
}

SourceRange Parser::since(SourceRange begin) const {
    if (at_ == 0) return begin;
    return joined(begin, tokens_[at_ - 1].range);
}

void Parser::recover(std::span<const std::string_view> statements) {
    failed_ = false;
    int depth = 0;
    for (; !at_end(); ++at_) {
        const Token& token = peek();
        if (token.text == "{") ++depth;
        if (token.text == "}") {
            if (depth == 0) return;
            --depth;
        }
        const bool opens = token.first_on_line && token.kind == TokenKind::name &&
                           std::find(statements.begin(), statements.end(), token.text) != statements.end();
        if (opens && depth == 0) return;
    }
}

void Parser::block(std::span<const std::string_view> statements, const std::function<void()>& statement) {
    const Token opening = peek();
    if (!expect("{", "at the beginning of the block")) return;
    while (!at_end() && !is("}")) {
        if (opens_owner()) break;
        const std::size_t before = at_;
        statement();
        if (unclosed_) return;
        if (failed_) {
            recover(statements);
            if (at_ == before && !is("}")) ++at_;
        }
    }
    if (accept("}")) return;
    // What was read so far counts, and nothing else is said about the missing brace.
    unclosed_ = true;
    const std::string before = at_end() ? "" : fmt::format(" before {} {}", peek().text, peek(1).text);
    out_.diagnostics.push_back({Severity::error, opening.range, "this { has no matching }",
                                fmt::format("add }} at the end of the block{}", before), MessageCode::unclosed});
}

/// What stands in a file only, at a line's begin: inside a block it says that a } is missing.
bool Parser::opens_owner() const {
    static constexpr std::array<std::string_view, 5> words{"body", "stance", "move", "fixture", "reading"};
    const Token& token = peek();
    return token.first_on_line && token.kind == TokenKind::name && peek(1).kind == TokenKind::name &&
           std::find(words.begin(), words.end(), token.text) != words.end();
}

}  // namespace leap
