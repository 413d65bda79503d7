// SPDX-License-Identifier: MIT
#include "core/script/format.hpp"

#include <algorithm>
#include <span>
#include <vector>

#include "core/script/parse.hpp"
#include "core/script/token.hpp"
#include "core/units/dimension.hpp"

namespace leap {
namespace {

struct Line {
    std::vector<Token> tokens;  ///< comment last, if any
    int depth = 0;
    bool blank_before = false;
};

bool is_unit(const Token& token) {
    return (token.kind == TokenKind::name || token.text == "%") && unit_word(token.text).has_value();
}

/// For each token, whether it belongs to a unit behind a number (`m`, `/`, `s`, `^`, `2` in `3 m/s^2`).
std::vector<bool> unit_parts(const std::vector<Token>& tokens) {
    std::vector<bool> out(tokens.size(), false);
    for (std::size_t i = 0; i < tokens.size(); ++i) {
        if (tokens[i].kind != TokenKind::number) continue;
        std::size_t at = i + 1;
        bool first = true;
        while (at < tokens.size()) {
            const bool divides = tokens[at].text == "/";
            if (!first && !divides) break;
            const std::size_t word = at + (divides ? 1 : 0);
            if (word >= tokens.size() || !is_unit(tokens[word])) break;
            for (std::size_t k = at; k <= word; ++k) out[k] = true;
            at = word + 1;
            if (at + 1 < tokens.size() && tokens[at].text == "^") {
                out[at] = out[at + 1] = true;
                at += 2;
            }
            first = false;
        }
    }
    return out;
}

bool space_between(const std::vector<Token>& tokens, const std::vector<bool>& unit, std::size_t i) {
    const Token& left = tokens[i - 1];
    const Token& right = tokens[i];
    if (unit[i]) return !unit[i - 1];  // one space before a unit, none inside it
    if (right.text == "," || right.text == ")" || right.text == ":") return false;
    if (left.text == "(") return false;
    if (right.text == ".." || left.text == ".." || right.text == "^" || left.text == "^") return false;
    // A point joins names; beside a number it stands apart, or the two would read as another number.
    if (right.text == ".") return left.kind != TokenKind::name;
    if (left.text == ".") return right.kind != TokenKind::name;
    if (right.text == "(") return !(right.glued && left.kind == TokenKind::name);
    // A minus behind an operator or an opening bracket is a sign; behind a value, when it touches only what follows it.
    if (left.text != "-") return true;
    const auto ends_value = [](const Token& token) {
        return token.kind != TokenKind::symbol || token.text == ")" || token.text == "%" || token.text == "}";
    };
    const bool by_grammar = i >= 2 && !ends_value(tokens[i - 2]);
    return !by_grammar && !(right.glued && (i < 2 || !left.glued));
}

/// Whether two tokens are still read as the same two when nothing stands between them: `. ..` are not.
bool read_apart(const Token& left, const Token& right) {
    const auto could_join = [](const Token& token) {
        return token.kind == TokenKind::symbol || token.kind == TokenKind::number;
    };
    if (!could_join(left) || !could_join(right)) return true;
    const std::string together = std::string(left.text) + std::string(right.text);
    const LexOutput lexed = lex(together, 0);
    return lexed.tokens.size() >= 2 && lexed.tokens[0].text == left.text && lexed.tokens[1].text == right.text;
}

std::string text_between(const std::vector<Token>& tokens, const std::vector<bool>& unit, std::size_t from,
                         std::size_t to) {
    std::string out;
    for (std::size_t i = from; i < to; ++i) {
        if (i > from && (space_between(tokens, unit, i) || !read_apart(tokens[i - 1], tokens[i]))) out += ' ';
        out += tokens[i].text;
    }
    return out;
}

/// The columns of `dial NAME = VALUE in RANGE "meaning"`; other lines are one column.
std::vector<std::string> columns_of(const Line& line) {
    const auto& tokens = line.tokens;
    const std::vector<bool> unit = unit_parts(tokens);
    const std::size_t end = tokens.size() - (tokens.back().kind == TokenKind::comment ? 1U : 0U);
    const bool dial = end >= 4 && tokens[0].text == "dial" && tokens[2].text == "=";
    if (!dial) return {text_between(tokens, unit, 0, end)};
    std::vector<std::size_t> cuts{0, 2};
    for (std::size_t i = 3; i < end; ++i)
        if (tokens[i].text == "in" || tokens[i].kind == TokenKind::string) cuts.push_back(i);
    cuts.push_back(end);
    std::vector<std::string> out;
    for (std::size_t i = 0; i + 1 < cuts.size(); ++i) out.push_back(text_between(tokens, unit, cuts[i], cuts[i + 1]));
    return out;
}

std::size_t shown_width(std::string_view text) {
    return static_cast<std::size_t>(std::count_if(
        text.begin(), text.end(), [](char c) { return (static_cast<unsigned char>(c) & 0xC0U) != 0x80U; }));
}

std::vector<Line> lines_of(const std::vector<Token>& tokens) {
    std::vector<Line> lines;
    int depth = 0;
    for (const Token& token : tokens) {
        if (token.kind == TokenKind::end) break;
        if (token.first_on_line || lines.empty()) {
            Line line;
            line.blank_before = token.lines_before > 1 && !lines.empty();
            line.depth = std::max(0, token.text == "}" ? depth - 1 : depth);
            lines.push_back(std::move(line));
        }
        lines.back().tokens.push_back(token);
        if (token.kind == TokenKind::symbol && token.text == "{") ++depth;
        if (token.kind == TokenKind::symbol && token.text == "}") --depth;
    }
    return lines;
}

/// Tokens of an old word become one with the text of today's.
void write_words_of_today(std::span<const OldUse> uses, std::string_view text, const std::set<std::string>& own,
                          std::vector<Token>& tokens) {
    if (uses.empty()) return;
    const std::set<std::string> here = own_names(std::vector<SourceFile>{{"", std::string(text)}});
    for (const OldUse& use : uses) {
        const std::string was(text.substr(use.range.begin, use.range.end - use.range.begin));
        if (use.sense && (here.contains(was) || own.contains(was))) continue;
        const auto first = std::find_if(tokens.begin(), tokens.end(),
                                        [&](const Token& token) { return token.range.begin == use.range.begin; });
        if (first == tokens.end()) continue;
        first->text = use.now;
        const auto last =
            std::find_if(first, tokens.end(), [&](const Token& token) { return token.range.begin >= use.range.end; });
        tokens.erase(first + 1, last);
    }
}

}  // namespace

std::string format(std::string_view text, const std::set<std::string>& own) {
    LexOutput lexed = lex(text, 0);
    if (has_errors(lexed.diagnostics)) return std::string(text);
    const ParseOutput parsed = parse(text, 0);
    if (!has_errors(parsed.diagnostics)) write_words_of_today(parsed.old_words, text, own, lexed.tokens);
    const std::vector<Line> lines = lines_of(lexed.tokens);
    std::vector<std::vector<std::string>> rows;
    rows.reserve(lines.size());
    for (const Line& line : lines) rows.push_back(columns_of(line));

    std::string out;
    for (std::size_t first = 0; first < lines.size();) {
        // A run of dials, one per line, shares its column widths.
        std::size_t last = first + 1;
        while (last < lines.size() && rows[first].size() > 1 && rows[last].size() > 1 && !lines[last].blank_before)
            ++last;
        std::vector<std::size_t> widths;
        for (std::size_t i = first; i < last; ++i)
            for (std::size_t c = 0; c < rows[i].size(); ++c) {
                if (c >= widths.size()) widths.push_back(0);
                widths[c] = std::max(widths[c], shown_width(rows[i][c]));
            }
        for (std::size_t i = first; i < last; ++i) {
            if (lines[i].blank_before) out += '\n';
            std::string shown(static_cast<std::size_t>(lines[i].depth) * 2, ' ');
            for (std::size_t c = 0; c < rows[i].size(); ++c) {
                shown += rows[i][c];
                const bool more = c + 1 < rows[i].size();
                if (more) shown.append(widths[c] - shown_width(rows[i][c]) + (c == 0 ? 1 : 2), ' ');
            }
            if (lines[i].tokens.back().kind == TokenKind::comment) {
                if (!rows[i][0].empty()) shown += "  ";
                shown += lines[i].tokens.back().text;
            }
            out += shown + '\n';
        }
        first = last;
    }
    return out;
}

}  // namespace leap
