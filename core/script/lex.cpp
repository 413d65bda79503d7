// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <array>
#include <cmath>
#include <cstdlib>

#include "core/script/token.hpp"

namespace leap {
namespace {

bool is_digit(char c) {
    return c >= '0' && c <= '9';
}
bool is_name_start(char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || c == '_';
}
bool is_name_part(char c) {
    return is_name_start(c) || is_digit(c);
}
bool is_space(char c) {
    return c == ' ' || c == '\t' || c == '\r' || c == '\n';
}

constexpr std::array<std::string_view, 8> long_symbols{"..", "<=", ">=", "==", "!=", "->", "+=", "-="};
constexpr std::string_view short_symbols = "{}()=<>+-*/^,:.%";

class Lexer {
  public:
    Lexer(std::string_view text, std::uint32_t file) : text_(text), file_(file) {}

    LexOutput run() {
        if (text_.starts_with("\xEF\xBB\xBF")) at_ = 3;  // a byte order mark is no content
        while (true) {
            skip_space();
            if (at_ >= text_.size()) break;
            next();
        }
        push(TokenKind::end, at_, at_);
        return std::move(out_);
    }

  private:
    void skip_space() {
        lines_before_ = 0;
        const std::size_t begin = at_;
        while (at_ < text_.size() && is_space(text_[at_])) {
            if (text_[at_] == '\n') ++lines_before_;
            ++at_;
        }
        glued_ = at_ == begin;
    }

    void next() {
        const std::size_t begin = at_;
        const char c = text_[at_];
        if (c == '#') {
            while (at_ < text_.size() && text_[at_] != '\n') ++at_;
            std::size_t end = at_;
            while (end > begin && is_space(text_[end - 1])) --end;
            push(TokenKind::comment, begin, end);
        } else if (is_name_start(c)) {
            while (at_ < text_.size() && is_name_part(text_[at_])) ++at_;
            push(TokenKind::name, begin, at_);
        } else if (is_digit(c) || (c == '.' && at_ + 1 < text_.size() && is_digit(text_[at_ + 1]))) {
            number(begin);
        } else if (c == '"') {
            string(begin);
        } else {
            symbol(begin);
        }
    }

    void number(std::size_t begin) {
        while (at_ < text_.size() && is_digit(text_[at_])) ++at_;
        // A point followed by a second point opens a range ("0.5..6"), it does not end this number.
        if (at_ + 1 < text_.size() && text_[at_] == '.' && is_digit(text_[at_ + 1])) {
            ++at_;
            while (at_ < text_.size() && is_digit(text_[at_])) ++at_;
        }
        if (at_ + 1 < text_.size() && (text_[at_] == 'e' || text_[at_] == 'E')) {
            std::size_t ahead = at_ + 1;
            if (text_[ahead] == '-' || text_[ahead] == '+') ++ahead;
            if (ahead < text_.size() && is_digit(text_[ahead])) {
                at_ = ahead;
                while (at_ < text_.size() && is_digit(text_[at_])) ++at_;
            }
        }
        push(TokenKind::number, begin, at_);
        Token& token = out_.tokens.back();
        token.number = std::strtod(std::string(token.text).c_str(), nullptr);
        if (!std::isfinite(token.number) || std::abs(token.number) > 1e12) {
            message(MessageCode::wrong_number, begin, at_,
                    fmt::format("expected a number up to 1e12, got {}", token.text.substr(0, 24)), {});
            token.number = 0.0;
        }
    }

    void string(std::size_t begin) {
        ++at_;
        while (at_ < text_.size() && text_[at_] != '"' && text_[at_] != '\n') ++at_;
        if (at_ < text_.size() && text_[at_] == '"') {
            ++at_;
        } else {
            message(MessageCode::wrong_text, begin, at_, "this text has no closing quote", "add \" at its end");
        }
        push(TokenKind::string, begin, at_);
    }

    void symbol(std::size_t begin) {
        for (const std::string_view known : long_symbols) {
            if (text_.substr(at_).starts_with(known)) {
                at_ += known.size();
                push(TokenKind::symbol, begin, at_);
                return;
            }
        }
        if (short_symbols.find(text_[at_]) != std::string_view::npos) {
            ++at_;
            push(TokenKind::symbol, begin, at_);
            return;
        }
        while (at_ < text_.size() && !is_space(text_[at_]) && !is_name_part(text_[at_]) && text_[at_] != '#' &&
               text_[at_] != '"' && short_symbols.find(text_[at_]) == std::string_view::npos)
            ++at_;
        message(MessageCode::wrong_text, begin, at_, "unknown characters",
                "remove them, or put # before them to make a comment");
    }

    void push(TokenKind kind, std::size_t begin, std::size_t end) {
        Token token;
        token.kind = kind;
        token.range = range(begin, end);
        token.text = text_.substr(begin, end - begin);
        token.first_on_line = lines_before_ > 0 || out_.tokens.empty();
        token.glued = glued_;
        token.lines_before = lines_before_;
        out_.tokens.push_back(token);
        lines_before_ = 0;
    }

    void message(MessageCode code, std::size_t begin, std::size_t end, std::string what, std::string hint) {
        if (out_.diagnostics.size() > max_messages) return;
        out_.diagnostics.push_back({Severity::error, range(begin, end), std::move(what), std::move(hint), code});
        if (out_.diagnostics.size() == max_messages)
            out_.diagnostics.push_back({Severity::error, range(begin, end),
                                        fmt::format("there are more than {} errors", max_messages),
                                        "fix these to see the rest", MessageCode::too_many});
    }

    SourceRange range(std::size_t begin, std::size_t end) const {
        return {file_, static_cast<std::uint32_t>(begin), static_cast<std::uint32_t>(end)};
    }

    std::string_view text_;
    std::uint32_t file_;
    std::size_t at_ = 0;
    int lines_before_ = 0;
    bool glued_ = true;
    LexOutput out_;
};

}  // namespace

LexOutput lex(std::string_view text, std::uint32_t file) {
    return Lexer(text, file).run();
}

}  // namespace leap
