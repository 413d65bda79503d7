// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <set>

#include "core/script/number_edit.hpp"
#include "core/script/parse.hpp"
#include "core/script/statement_words.hpp"
#include "core/script/token.hpp"
#include "core/script/word_knowledge.hpp"
#include "core/script/words.hpp"
#include "core/units/dimension.hpp"
#include "lsp/features.hpp"

namespace leap::lsp {
namespace {

StatementPlace place_of_word(std::string_view word, StatementPlace outer) {
    if (word == "body") return StatementPlace::body;
    if (word == "stance") return StatementPlace::stance;
    if (word == "move") return StatementPlace::move;
    if (word == "fixture") return StatementPlace::fixture;
    if (word == "meter") return StatementPlace::meter;
    if (word == "phase")
        return outer == StatementPlace::fixture ? StatementPlace::fixture_phase : StatementPlace::phase;
    return outer;
}

/// In which block a byte stands, and whether a statement begins there.
struct Writing {
    StatementPlace place = StatementPlace::file;
    bool begins = true;
};
Writing writing_at(std::string_view text, std::uint32_t byte) {
    const LexOutput lexed = lex(text, 0);
    std::vector<StatementPlace> open{StatementPlace::file};
    std::string_view head;
    Writing out;
    bool begins = true;
    for (const Token& token : lexed.tokens) {
        if (token.kind == TokenKind::end || token.range.begin >= byte) break;
        if (token.kind == TokenKind::comment) {
            out.begins = byte > token.range.end &&
                         text.substr(token.range.end, byte - token.range.end).find('\n') != std::string_view::npos;
            continue;
        }
        if (begins || token.lines_before > 0) head = token.text;
        begins = token.text == "{" || token.text == "}";
        if (token.text == "{") open.push_back(place_of_word(head, open.back()));
        if (token.text == "}" && open.size() > 1) open.pop_back();
        const bool being_written = token.range.end >= byte;
        const std::string_view behind = text.substr(token.range.end, byte - std::min(byte, token.range.end));
        out.begins = being_written ? token.first_on_line || (out.begins && token.kind == TokenKind::name)
                                   : begins || behind.find('\n') != std::string_view::npos;
    }
    out.place = open.back();
    return out;
}

/// `gate CONDITION "reason"` with its capital words as places to fill in.
std::string snippet_of(std::string_view usage) {
    std::string out;
    int number = 0;
    const auto capital = [](char c) { return (c >= 'A' && c <= 'Z') || c == '_'; };
    for (std::size_t i = 0; i < usage.size();) {
        std::size_t end = i;
        while (end < usage.size() && capital(usage[end])) ++end;
        const bool inside = i > 0 && (std::isalnum(static_cast<unsigned char>(usage[i - 1])) != 0);
        const bool goes_on = end < usage.size() && std::isalnum(static_cast<unsigned char>(usage[end])) != 0;
        if (end > i && !inside && !goes_on) {
            out += fmt::format("${{{}:{}}}", ++number, usage.substr(i, end - i));
            i = end;
            continue;
        }
        if (usage[i] == '$' || usage[i] == '\\') out += '\\';
        if (usage[i] != '`') out += usage[i];
        ++i;
    }
    return out;
}

int completion_kind(WordKind kind) {
    // As the protocol numbers them.
    switch (kind) {
        case WordKind::language: return 14;
        case WordKind::sense: return 6;
        case WordKind::function: return 3;
        case WordKind::unit: return 11;
        case WordKind::dial: return 10;
        case WordKind::machine: return 7;
        case WordKind::meter: return 5;
        case WordKind::button: return 23;
        case WordKind::curve: return 21;
        case WordKind::probe: return 5;
    }
    return 1;
}

Json action(const std::string& title, const std::string& uri, Json edits, bool preferred = false) {
    Json out{{"title", title}, {"kind", "quickfix"}, {"edit", {{"changes", {{uri, std::move(edits)}}}}}};
    if (preferred) out["isPreferred"] = true;
    return out;
}

/// "did you mean NAME?"
std::string meant_name(std::string_view hint) {
    constexpr std::string_view words = "did you mean '";
    const std::size_t at = hint.find(words);
    if (at == std::string_view::npos) return {};
    const std::size_t end = hint.find("'?", at);
    if (end == std::string_view::npos) return {};
    return std::string(hint.substr(at + words.size(), end - at - words.size()));
}

/// A number with the unit behind it.
struct Quantity {
    SourceRange range;
    double number = 0.0;
    std::string unit;
};
std::optional<Quantity> quantity_at(std::string_view text, std::uint32_t byte) {
    const auto number = number_at(text, byte);
    if (!number) return std::nullopt;
    const LexOutput lexed = lex(text, 0);
    auto token = std::find_if(lexed.tokens.begin(), lexed.tokens.end(),
                              [&](const Token& each) { return each.range == number->range; });
    if (token == lexed.tokens.end()) return std::nullopt;
    Quantity out{number->range, number->written, {}};
    const std::uint32_t unit_begin = (token + 1)->range.begin;
    const auto is_unit = [](const Token& each) { return each.text == "%" || unit_word(each.text).has_value(); };
    for (++token; token->kind != TokenKind::end && !token->first_on_line; ++token) {
        const bool joins = (token->text == "/" || token->text == "^") && out.range.end > number->range.end;
        const bool behind_join = token->kind == TokenKind::number && (token - 1)->text == "^";
        const bool first_of_rate = token->text == "/" && is_unit(*(token + 1));
        if (!is_unit(*token) && !joins && !behind_join && !first_of_rate) break;
        out.range.end = token->range.end;
    }
    if (out.range.end > number->range.end) out.unit = std::string(text.substr(unit_begin, out.range.end - unit_begin));
    return out;
}

/// A number in a rule becomes a dial of the move, stance, body or fixture that it stands in.
std::optional<Json> dial_instead(const Asked& asked, std::uint32_t byte, const std::string& uri) {
    const auto quantity = quantity_at(asked.text, byte);
    if (!quantity) return std::nullopt;
    const ParseOutput parsed = parse(asked.text, 0);
    for (const syntax::Owner& owner : parsed.file.owners) {
        if (quantity->range.begin < owner.range.begin || quantity->range.end > owner.range.end) continue;
        const std::size_t brace = asked.text.find('{', owner.range.begin);
        if (brace == std::string::npos || brace > quantity->range.begin) return std::nullopt;
        std::set<std::string> taken;
        for (const syntax::Dial& dial : owner.dials) {
            if (quantity->range.begin >= dial.whole.begin && quantity->range.end <= dial.whole.end) return std::nullopt;
            taken.insert(dial.name.text);
        }
        for (const KnownWord& word : known_words(asked.any_program())) taken.insert(word.text);
        std::string name = "value";
        for (int i = 2; taken.contains(name); ++i) name = fmt::format("amount_{}", i);
        const std::string unit =
            quantity->unit.empty() || quantity->unit == "%" ? quantity->unit : " " + quantity->unit;
        const double high = quantity->number > 0.0 ? 2.0 * quantity->number : 1.0;
        const std::string value = asked.text.substr(quantity->range.begin, quantity->range.end - quantity->range.begin);
        const std::string line =
            fmt::format("\n  dial {} = {}  in 0..{}  \"what more of it does\"", name, value, number_text(high, 3));
        const auto at = static_cast<std::uint32_t>(brace + 1);
        return Json{{"title", fmt::format("Make {} a dial of {}", value, owner.name.text)},
                    {"kind", "refactor.extract"},
                    {"edit",
                     {{"changes",
                       {{uri,
                         {{{"range", range_of(asked.text, at, at, asked.unit)}, {"newText", line}},
                          {{"range", asked.range(quantity->range)}, {"newText", name}}}}}}}}};
    }
    return std::nullopt;
}

}  // namespace

Json completion_at(const Asked& asked, std::uint32_t byte, bool snippets) {
    const WordAt word = word_at(asked.text, byte);
    const Json range = range_of(asked.text, word.begin, byte, asked.unit);
    const Writing writing = writing_at(asked.text, byte);
    const std::string typed = asked.text.substr(word.begin, byte - word.begin);
    Json items = Json::array();
    std::set<std::string_view> first;
    if (writing.begins && typed.find('.') == std::string::npos) {
        for (const std::string_view begins : words_at(writing.place)) first.insert(begins);
        for (const PlainStatementInfo& row : plain_statements()) {
            if (!snippets || !stands_in(row.places, writing.place)) continue;
            items.push_back({{"label", row.word},
                             {"kind", 15},
                             {"detail", row.usage},
                             {"sortText", fmt::format("0{}", row.word)},
                             {"insertTextFormat", 2},
                             {"textEdit", {{"range", range}, {"newText", snippet_of(row.usage)}}}});
        }
    }
    for (const KnownWord& known : known_words(asked.any_program())) {
        // What begins a statement here comes first.
        const bool begins = first.contains(known.text);
        items.push_back({{"label", known.text},
                         {"kind", completion_kind(known.kind)},
                         {"sortText", fmt::format("{}{}", begins ? 1 : 2, known.text)},
                         {"textEdit", {{"range", range}, {"newText", known.text}}},
                         {"data", {{"path", asked.path}}}});
    }
    return {{"isIncomplete", false}, {"items", items}};
}

Json resolved_completion(const Program* program, Json item) {
    if (!item.is_object() || !item.contains("label") || !item["label"].is_string()) return item;
    const std::string help = knowledge_of(item["label"].get<std::string>(), program);
    if (!help.empty()) item["documentation"] = {{"kind", "plaintext"}, {"value", help}};
    return item;
}

Json actions_for(const Asked& asked, std::uint32_t begin, std::uint32_t end, const std::string& uri) {
    Json out = Json::array();
    if (asked.project && asked.file) {
        for (const Diagnostic& each : asked.project->output.diagnostics) {
            if (each.range.file != *asked.file || each.range.end < begin || each.range.begin > end) continue;
            const std::string name = meant_name(each.hint);
            if (!name.empty())
                out.push_back(action(fmt::format("Write {}", name), uri,
                                     {{{"range", asked.range(each.range)}, {"newText", name}}}, true));
            if (each.code == MessageCode::unclosed) {
                const auto at = static_cast<std::uint32_t>(asked.text.size());
                out.push_back(action("Close the block at the end", uri,
                                     {{{"range", range_of(asked.text, at, at, asked.unit)}, {"newText", "}\n"}}}));
            }
        }
    }
    if (auto dial = dial_instead(asked, begin, uri)) out.push_back(std::move(*dial));
    return out;
}

}  // namespace leap::lsp
