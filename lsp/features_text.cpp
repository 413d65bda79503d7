// SPDX-License-Identifier: MIT
#include <algorithm>
#include <array>

#include "core/script/format.hpp"
#include "core/script/parse.hpp"
#include "core/script/styled_tokens.hpp"
#include "core/script/token.hpp"
#include "lsp/features.hpp"

namespace leap::lsp {
namespace {

/// Kinds of symbols, as the protocol numbers them.
enum SymbolKind {
    symbol_class = 5,
    symbol_property = 7,
    symbol_field = 8,
    symbol_function = 12,
    symbol_variable = 13,
    symbol_constant = 14,
    symbol_event = 24,
    symbol_object = 19
};

Json symbol(const Asked& asked, const std::string& name, int kind, SourceRange whole, SourceRange at,
            const std::string& detail = {}) {
    // The whole must hold the name.
    whole.begin = std::min(whole.begin, at.begin);
    whole.end = std::max(whole.end, at.end);
    Json out{{"name", name.empty() ? "?" : name},
             {"kind", kind},
             {"range", asked.range(whole)},
             {"selectionRange", asked.range(at)},
             {"children", Json::array()}};
    if (!detail.empty()) out["detail"] = detail;
    return out;
}

Json owner_symbol(const Asked& asked, const syntax::Owner& owner) {
    constexpr std::array<const char*, 5> words{"body", "stance", "move", "meter", "fixture"};
    constexpr std::array<int, 5> kinds{symbol_object, symbol_class, symbol_function, symbol_variable, symbol_class};
    const auto kind = static_cast<std::size_t>(owner.kind);
    Json out = symbol(asked, owner.name.text, kinds[kind], owner.range, owner.name.range, words[kind]);
    Json& children = out["children"];
    for (const syntax::Dial& dial : owner.dials)
        children.push_back(symbol(asked, dial.name.text, symbol_property, dial.whole, dial.name.range, "dial"));
    for (const syntax::Let& let : owner.lets)
        children.push_back(symbol(asked, let.name.text, symbol_constant, let.value.range, let.name.range, "let"));
    for (const syntax::Counter& counter : owner.counters)
        children.push_back(
            symbol(asked, counter.name.text, symbol_variable, counter.whole, counter.name.range, "counter"));
    for (const syntax::Gauge& gauge : owner.gauges)
        children.push_back(symbol(asked, gauge.name.text, symbol_field, gauge.value.range, gauge.name.range, "gauge"));
    for (const syntax::Probe& probe : owner.probes)
        children.push_back(symbol(asked, probe.name.text, symbol_field, probe.range, probe.name.range, "probe"));
    for (const syntax::Phase& phase : owner.phases)
        children.push_back(symbol(asked, phase.name.text, symbol_event, phase.range, phase.name.range, "phase"));
    return out;
}

std::vector<std::string_view> lines_of(std::string_view text) {
    std::vector<std::string_view> out;
    for (std::size_t at = 0;;) {
        const std::size_t end = text.find('\n', at);
        out.push_back(text.substr(at, end == std::string_view::npos ? end : end - at));
        if (end == std::string_view::npos) return out;
        at = end + 1;
    }
}

struct Block {
    std::uint32_t head = 0;  ///< where the statement in front of it begins
    std::uint32_t open = 0;
    std::uint32_t close = 0;  ///< behind its brace, or the text's end
};

/// Every block of braces, the outer before the inner.
std::vector<Block> blocks_of(std::string_view text) {
    const LexOutput lexed = lex(text, 0);
    std::vector<Block> out;
    std::vector<std::size_t> open;
    std::uint32_t statement = 0;
    bool begins = true;
    for (const Token& token : lexed.tokens) {
        if (token.kind == TokenKind::end) break;
        if (token.kind == TokenKind::comment) continue;
        if (begins || token.lines_before > 0) statement = token.range.begin;
        begins = false;
        if (token.text == "{") {
            open.push_back(out.size());
            out.push_back({statement, token.range.begin, static_cast<std::uint32_t>(text.size())});
            begins = true;
        } else if (token.text == "}") {
            if (!open.empty()) {
                out[open.back()].close = token.range.end;
                open.pop_back();
            }
            begins = true;
        }
    }
    return out;
}

}  // namespace

Json folding_of(const Asked& asked) {
    Json out = Json::array();
    const auto add = [&](std::uint32_t begin, std::uint32_t end, const char* kind) {
        const std::uint32_t first = line_column(asked.text, begin).line - 1;
        const std::uint32_t last = line_column(asked.text, end).line - 1;
        if (last <= first) return;
        Json range{{"startLine", first}, {"endLine", kind == nullptr ? last - 1 : last}};
        if (kind != nullptr) range["kind"] = kind;
        if (range["endLine"] > range["startLine"]) out.push_back(range);
    };
    for (const Block& block : blocks_of(asked.text)) add(block.open, block.close, nullptr);
    const LexOutput lexed = lex(asked.text, 0);
    const Token* first = nullptr;
    const Token* last = nullptr;
    for (const Token& token : lexed.tokens) {
        const bool goes_on = token.kind == TokenKind::comment && first != nullptr && token.lines_before == 1;
        if (!goes_on && first != nullptr) {
            add(first->range.begin, last->range.end, "comment");
            first = nullptr;
        }
        if (token.kind != TokenKind::comment) continue;
        if (first == nullptr && token.first_on_line) first = &token;
        last = &token;
    }
    return out;
}

Json symbols_of(const Asked& asked) {
    const ParseOutput parsed = parse(asked.text, 0);
    Json out = Json::array();
    for (const syntax::Button& button : parsed.file.buttons)
        out.push_back(symbol(asked, button.name.text, symbol_event, button.name.range, button.name.range, "button"));
    for (const syntax::Dial& dial : parsed.file.dials)
        out.push_back(symbol(asked, dial.name.text, symbol_property, dial.whole, dial.name.range, "dial"));
    for (const syntax::Counter& counter : parsed.file.counters)
        out.push_back(symbol(asked, counter.name.text, symbol_variable, counter.whole, counter.name.range, "counter"));
    for (const syntax::Owner& owner : parsed.file.owners) out.push_back(owner_symbol(asked, owner));
    for (const syntax::Curve& curve : parsed.file.curves)
        out.push_back(symbol(asked, curve.name.text, symbol_constant, curve.range, curve.name.range, "curve"));
    for (const syntax::Reading& reading : parsed.file.readings)
        out.push_back(symbol(asked, reading.name.text, symbol_field, reading.range, reading.name.range, "reading"));
    std::stable_sort(out.begin(), out.end(), [](const Json& a, const Json& b) {
        const Json& x = a["range"]["start"];
        const Json& y = b["range"]["start"];
        return std::pair(x["line"].get<int>(), x["character"].get<int>()) <
               std::pair(y["line"].get<int>(), y["character"].get<int>());
    });
    return out;
}

Json semantic_legend() {
    return {{"tokenTypes", {"keyword", "number", "string", "comment", "function", "variable"}},
            {"tokenModifiers", Json::array()}};
}

/// Each token as five numbers, counted from the one before it.
Json semantic_tokens_of(const Asked& asked) {
    std::vector<std::uint32_t> data;
    std::uint32_t line = 0;
    std::uint32_t column = 0;
    PositionWalk walk(asked.text, asked.unit);
    for (const StyledToken& token : styled_tokens(asked.text, asked.any_program())) {
        walk.go_to(token.begin);
        const std::uint32_t at_line = walk.line();
        const std::uint32_t at_column = walk.column();
        walk.go_to(token.end);
        if (walk.line() != at_line) continue;
        data.push_back(at_line - line);
        data.push_back(at_line == line ? at_column - column : at_column);
        data.push_back(walk.column() - at_column);
        data.push_back(static_cast<std::uint32_t>(token.style) - 1);
        data.push_back(0);
        line = at_line;
        column = at_column;
    }
    return {{"data", data}};
}

/// The word, then each block round it with the statement it belongs to, then the text.
Json selection_of(const Asked& asked, std::uint32_t byte) {
    const WordAt word = word_at(asked.text, byte);
    Json out{{"range", range_of(asked.text, 0, static_cast<std::uint32_t>(asked.text.size()), asked.unit)}};
    for (const Block& block : blocks_of(asked.text)) {
        if (byte < block.head || byte > block.close) continue;
        out = {{"range", range_of(asked.text, block.head, block.close, asked.unit)}, {"parent", out}};
        if (byte > block.open && byte < block.close)
            out = {{"range", range_of(asked.text, block.open, block.close, asked.unit)}, {"parent", out}};
    }
    const std::uint32_t line = line_column(asked.text, byte).line;
    std::uint32_t begin = line_begin(asked.text, line);
    std::uint32_t end = line_begin(asked.text, line + 1);
    while (end > begin && (asked.text[end - 1] == '\n' || asked.text[end - 1] == '\r')) --end;
    while (begin < end && asked.text[begin] == ' ') ++begin;
    if (byte >= begin && byte <= end) out = {{"range", range_of(asked.text, begin, end, asked.unit)}, {"parent", out}};
    if (!word.text.empty()) out = {{"range", range_of(asked.text, word.begin, word.end, asked.unit)}, {"parent", out}};
    return out;
}

Json links_of(const Asked& asked) {
    Json out = Json::array();
    const std::filesystem::path folder = std::filesystem::path(asked.path).parent_path();
    for (const syntax::Use& use : parse(asked.text, 0).file.uses)
        out.push_back({{"range", asked.range(use.range)},
                       {"target", uri_of_path((folder / use.path).lexically_normal().generic_string())}});
    return out;
}

Json formatting_of(const Asked& asked, std::optional<std::pair<std::uint32_t, std::uint32_t>> lines) {
    const Program* program = asked.any_program();
    const std::string laid_out =
        format(asked.text, program == nullptr ? std::set<std::string>{} : own_names(program->files));
    Json out = Json::array();
    if (laid_out == asked.text) return out;
    const auto before = lines_of(asked.text);
    const auto after = lines_of(laid_out);
    if (before.size() != after.size()) {
        // Empty lines go or come: said as one change of everything, which a part of the text can't have.
        if (!lines)
            out.push_back(
                {{"range", range_of(asked.text, 0, static_cast<std::uint32_t>(asked.text.size()), asked.unit)},
                 {"newText", laid_out}});
        return out;
    }
    std::uint32_t at = 0;
    for (std::uint32_t i = 0; i < before.size(); ++i) {
        const auto length = static_cast<std::uint32_t>(before[i].size());
        const bool wanted = !lines || (i >= lines->first && i <= lines->second);
        if (wanted && before[i] != after[i])
            out.push_back({{"range", range_of(asked.text, at, at + length, asked.unit)}, {"newText", after[i]}});
        at += length + 1;
    }
    return out;
}

WordAt word_at(std::string_view text, std::uint32_t byte) {
    const auto is_letter = [&](std::uint32_t at) {
        const char c = text[at];
        return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '_' || c == '.';
    };
    WordAt out{byte, byte, {}};
    if (byte > text.size()) return out;
    while (out.begin > 0 && is_letter(out.begin - 1)) --out.begin;
    while (out.end < text.size() && is_letter(out.end)) ++out.end;
    out.text = std::string(text.substr(out.begin, out.end - out.begin));
    return out;
}

}  // namespace leap::lsp
