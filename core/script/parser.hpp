// SPDX-License-Identifier: MIT
#pragma once

#include <fmt/format.h>

#include <functional>
#include <initializer_list>
#include <span>

#include "core/script/parse.hpp"
#include "core/script/property_words.hpp"
#include "core/script/statement.hpp"
#include "core/script/token.hpp"

namespace leap {

/// The recursive descent behind parse(); split over parse_*.cpp by what is read.
///
/// Errors: the first one in a statement is reported and sets `failed_`. From then on the cursor stands at an end
/// token, so every function returns soon; statement loops then call recover().
class Parser {
  public:
    Parser(std::vector<Token> tokens, Diagnostics diagnostics);
    ParseOutput run();

  private:
    // Cursor (parser.cpp)
    const Token& peek(std::size_t ahead = 0) const;
    bool at_end() const { return peek().kind == TokenKind::end; }
    bool is(std::string_view text) const;
    bool is_name() const { return peek().kind == TokenKind::name; }
    bool accept(std::string_view text);
    /// One of both words stands here; of the old one is taken down what is written today.
    bool accept(std::string_view text, std::string_view was);
    void note_old(SourceRange range, std::string_view now, bool sense = false);
    bool expect(std::string_view text, std::string_view after);
    syntax::Name name(std::string_view what);
    std::string string(std::string_view what);
    std::string optional_string();
    int whole_number(std::string_view what);
    void fail(MessageCode code, std::string message, std::string hint = {});
    void fail_at(MessageCode code, SourceRange range, std::string message, std::string hint = {});
    void warn(MessageCode code, SourceRange range, std::string message, std::string hint = {});
    SourceRange since(SourceRange begin) const;
    void recover(std::span<const std::string_view> statements);
    void block(std::span<const std::string_view> statements, const std::function<void()>& statement);
    bool opens_owner() const;
    void told_twice(std::string_view word);
    /// One of these properties is next: it is read. What is given again is read, too, and told.
    template <class Of>
    bool property(std::span<const PropertyInfo<Of>> rows, Of& owner) {
        for (const PropertyInfo<Of>& row : rows) {
            if (!is(row.word)) continue;
            if (owner.*row.value) told_twice(row.word);
            accept(row.word);
            std::string behind = fmt::format("after {}", row.word);
            for (const std::string_view lead : row.lead) {
                if (lead.empty()) break;
                expect(lead, behind);
                behind = fmt::format("{} {}", behind, lead);
            }
            owner.*row.value = expression();
            return true;
        }
        return false;
    }
    void unknown_statement(std::string_view owner, const std::vector<std::string_view>& known);

    // Expressions (parse_expression.cpp)
    syntax::Expr expression();
    syntax::Expr binary(int level);
    syntax::Expr unary();
    syntax::Expr powered();
    syntax::Expr primary();
    syntax::Expr name_or_call();
    void note_old_sense(SourceRange word, syntax::Expr& expr);
    syntax::Literal literal();
    Unit unit_behind_number(SourceRange& range);
    syntax::Range range();

    // Statements (parse_file.cpp, parse_owner.cpp, parse_phase.cpp, parse_effect.cpp, parse_probe.cpp,
    // parse_fixture.cpp)
    void file_item();
    void button();
    void curve();
    syntax::Dial dial();
    syntax::Let let();
    syntax::Counter counter();
    syntax::Gauge gauge();
    syntax::Wheels wheels();
    syntax::Share share();
    syntax::Hands hands();
    void body();
    void body_item(syntax::Owner& owner);
    void for_bodies(syntax::Owner& owner);
    void wears(syntax::Owner& owner);
    void meter();
    void meter_item(syntax::Owner& owner);
    syntax::Probe probe();
    void stance();
    void stance_item(syntax::Owner& owner);
    void move();
    void move_item(syntax::Owner& owner);
    bool shared_item(syntax::Owner& owner);
    void fixture();
    void fixture_item(syntax::Owner& owner);
    syntax::Gate gate();
    syntax::Charges charges();
    syntax::Phase phase();
    void phase_item(syntax::Phase& phase);
    bool effect(std::vector<syntax::Effect>& effects);
    syntax::CutRights cut_rights();
    syntax::Accent accent();
    syntax::Block trigger_block();
    syntax::Transition transition();
    std::vector<syntax::Action> actions();
    void one_action(std::vector<syntax::Action>& out, bool& remembering);
    void action_group(std::vector<syntax::Action>& out);
    syntax::Action action(bool after_remember);
    bool counter_action(syntax::Action& out);

    // Rows of the tables of words (parse_clauses.cpp)
    std::size_t words_here(std::string_view words) const;
    void clause(const ClauseInfo& info, syntax::Clause& out);
    void clauses(const StatementInfo& info, syntax::Statement& out);
    /// A statement of a table, when one stands here; of several that begin alike the one with most words.
    template <class Info>
    bool statement(std::span<const Info> table, syntax::Statement& out);

    // Readings (parse_reading.cpp)
    void reading();
    void mark();
    syntax::Stretch stretch();
    bool quantity_at_instant(std::size_t ahead) const;
    bool reading_primary(syntax::Expr& out);
    syntax::Expr instant();

    std::vector<Token> tokens_;
    std::size_t at_ = 0;
    Token failed_token_;
    bool failed_ = false;
    bool unclosed_ = false;  ///< a { has no }: blocks end, up to the file
    bool in_reading_ = false;
    int depth_ = 0;  ///< of nested expressions, bounded so that absurd input can't exhaust the call stack
    ParseOutput out_;
};

template <class Info>
bool Parser::statement(std::span<const Info> table, syntax::Statement& out) {
    std::size_t most = 0;
    std::vector<std::string_view> seconds;  // of those that begin alike
    for (std::size_t row = 0; row < table.size(); ++row) {
        const std::size_t now = words_here(table[row].word);
        const std::size_t count = now > 0 ? now : words_here(table[row].was);
        if (count > most) {
            most = count;
            out.row = row;
        } else if (const std::string_view first = table[row].first_word(); count == 0 && !first.empty() && is(first)) {
            const std::string_view rest = table[row].word.substr(first.size() + 1);
            seconds.push_back(rest.substr(0, rest.find(' ')));
        }
    }
    if (most == 0) {
        if (seconds.empty()) return false;
        const std::string first(peek().text);
        accept(first);
        fail(MessageCode::missing_token, fmt::format("expected '{}' after {}", fmt::join(seconds, "' or '"), first));
        return false;
    }
    out.range = peek().range;
    const bool old = words_here(table[out.row].word) != most;
    at_ += most;
    if (old) note_old(since(out.range), table[out.row].word);
    clauses(table[out.row], out);
    out.range = since(out.range);
    return true;
}

}  // namespace leap
