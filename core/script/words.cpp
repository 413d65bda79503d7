// SPDX-License-Identifier: MIT
#include "core/script/words.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "core/script/accent_words.hpp"
#include "core/script/action_words.hpp"
#include "core/script/effect_words.hpp"
#include "core/script/property_words.hpp"
#include "core/script/statement_words.hpp"

namespace leap {
namespace {

template <class Visit>
void each_row(Visit visit) {
    for (const EffectInfo& row : effect_words()) visit(static_cast<const StatementInfo&>(row));
    for (const ActionInfo& row : action_words()) visit(static_cast<const StatementInfo&>(row));
    for (const AccentInfo& row : accent_words()) visit(static_cast<const StatementInfo&>(row));
}

template <class Visit>
void each_word(std::string_view words, Visit visit) {
    while (!words.empty()) {
        const std::size_t space = words.find(' ');
        visit(words.substr(0, space));
        words = space == std::string_view::npos ? std::string_view{} : words.substr(space + 1);
    }
}

bool is_word(std::string_view text) {
    return !text.empty() && text.front() >= 'a' && text.front() <= 'z';
}

std::set<std::string_view> old_collected() {
    std::set<std::string_view> out{"gauge", "anything", "all", "present", "by"};
    const auto add = [&](std::string_view word) {
        if (is_word(word)) out.insert(word);
    };
    each_row([&](const StatementInfo& row) {
        each_word(row.was, add);
        for (const ClauseInfo& clause : row.clauses) add(clause.was);
    });
    return out;
}

std::set<std::string_view> collected() {
    std::set<std::string_view> out;
    const auto add = [&](std::string_view word) {
        if (is_word(word)) out.insert(word);
    };
    for (const PlainStatementInfo& row : plain_statements()) add(row.word);
    for (const std::string_view word : plain_clause_words()) add(word);
    const auto add_properties = [&](const auto& rows) {
        for (const auto& row : rows) add(row.word);
    };
    add_properties(body_properties());
    add_properties(meter_properties());
    add_properties(fixture_properties());
    add_properties(wheel_properties());
    add_properties(hand_properties());
    each_row([&](const StatementInfo& row) {
        each_word(row.word, add);
        for (const ClauseInfo& clause : row.clauses) {
            each_word(clause.words, add);
            add(clause.closing);
        }
    });
    return out;
}

const std::set<std::string_view>& known() {
    static const std::set<std::string_view> words = collected();
    return words;
}

}  // namespace

std::vector<std::string_view> words_at(StatementPlace place) {
    std::vector<std::string_view> out;
    const auto add = [&](std::string_view word) {
        if (std::find(out.begin(), out.end(), word) == out.end()) out.push_back(word);
    };
    for (const PlainStatementInfo& row : plain_statements())
        if (stands_in(row.places, place)) add(row.word);
    for (const EffectInfo& row : effect_words())
        if (stands_in(row.places, place)) add(row.first_word());
    return out;
}

bool is_language_word(std::string_view word) {
    static const std::set<std::string_view> old = old_collected();
    return known().contains(word) || old.contains(word);
}

std::string word_help(std::string_view word) {
    std::string out;
    const auto add = [&](std::string_view usage, std::string_view meaning) {
        if (!out.empty()) out += '\n';
        out += fmt::format("{}: {}", usage, meaning);
    };
    for (const PlainStatementInfo& row : plain_statements())
        if (row.word == word) add(row.usage, row.meaning);
    each_row([&](const StatementInfo& row) {
        // A row whose usage stands in another one's is found by its own words, too.
        const bool named = row.first_word() == word || (!row.was.empty() && row.was == word) ||
                           (is_word(word) && row.word.ends_with(fmt::format(" {}", word))) ||
                           row.usage.find(fmt::format("`{} ", word)) != std::string_view::npos;
        if (named && !row.usage.empty()) add(row.usage, row.meaning);
    });
    std::erase(out, '`');
    return out;
}

std::vector<std::string_view> language_words() {
    return {known().begin(), known().end()};
}

}  // namespace leap
