// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstdint>
#include <initializer_list>
#include <optional>
#include <span>
#include <stdexcept>
#include <string>
#include <string_view>

#include "core/script/effects.hpp"
#include "core/script/value_types.hpp"

/// What a row of the tables of words is made of. Parser, checker, merging, completion, hover and the reference read
/// these rows: a word of the language is described once.
namespace leap {

/// Where a statement may stand; several are joined by `|`.
enum class StatementPlace : std::uint16_t {
    none = 0,
    file = 1U << 0U,
    body = 1U << 1U,
    stance = 1U << 2U,
    move = 1U << 3U,
    phase = 1U << 4U,  ///< of a move
    fixture = 1U << 5U,
    fixture_phase = 1U << 6U,
    meter = 1U << 7U
};
constexpr StatementPlace operator|(StatementPlace a, StatementPlace b) {
    return static_cast<StatementPlace>(static_cast<unsigned>(a) | static_cast<unsigned>(b));
}

/// In a phase of a move or of a fixture.
inline constexpr StatementPlace any_phase = StatementPlace::phase | StatementPlace::fixture_phase;
constexpr bool stands_in(StatementPlace places, StatementPlace where) {
    return (static_cast<unsigned>(places) & static_cast<unsigned>(where)) != 0;
}

/// What a clause holds, and so how its name is looked up.
enum class ClauseKind : std::uint8_t {
    none,
    value,         ///< expressions of one type
    memory_value,  ///< of the type of the memory in the clause before
    flag,          ///< nothing but its words
    text,          ///< words in quotes
    pose,          ///< the same, the name of a pose
    choice,        ///< one of some words
    meter,
    tag,
    wall_probe,
    curve,
    dial,
    event,
    memory,
    counter
};

inline constexpr std::size_t max_choices = 6;
inline constexpr std::size_t max_values = 3;

/// One clause behind the word of a statement.
struct ClauseInfo {
    std::string_view words{};  ///< in front of it: "at", "to"; empty: it stands behind the statement's word
    ClauseKind kind = ClauseKind::none;
    Type type{};                 ///< of values
    std::string_view who{};      ///< how messages call it: "drive at"
    bool needed = false;         ///< an error without it
    std::string_view behind{};   ///< what it is missing behind: "after the direction"
    std::size_t count = 1;       ///< values parted by commas
    std::string_view closing{};  ///< a word behind it
    std::array<std::string_view, max_choices> choices{};
    std::string_view was{};  ///< what used to be written for `words`; see old_words.hpp

    /// The same clause, which used to have another word.
    constexpr ClauseInfo once(std::string_view word) const {
        ClauseInfo out = *this;
        out.was = word;
        return out;
    }
};

/// Clauses in few words, for the tables.
namespace clause {
/// A value behind the statement's word.
constexpr ClauseInfo first(Type type, std::string_view who) {
    return {{}, ClauseKind::value, type, who, true};
}
/// A name behind the statement's word; `who`: what is missing without it.
constexpr ClauseInfo named(ClauseKind kind, std::string_view who) {
    return {{}, kind, {}, who, true};
}
/// Values parted by commas behind the statement's word; `behind`: what a missing comma stands between.
constexpr ClauseInfo three(Type type, std::string_view who, std::string_view behind) {
    return {{}, ClauseKind::value, type, who, true, behind, 3};
}
constexpr ClauseInfo needs(std::string_view words, Type type, std::string_view who, std::string_view behind) {
    return {words, ClauseKind::value, type, who, true, behind};
}
constexpr ClauseInfo may(std::string_view words, Type type, std::string_view who) {
    return {words, ClauseKind::value, type, who};
}
/// Three values parted by commas, behind words of their own.
constexpr ClauseInfo may_three(std::string_view words, Type type, std::string_view behind) {
    return {words, ClauseKind::value, type, words, false, behind, 3};
}
constexpr ClauseInfo flag(std::string_view words) {
    return {words, ClauseKind::flag};
}
}  // namespace clause

inline constexpr std::size_t max_clauses = 11;

struct StatementInfo {
    std::string_view word;     ///< or several: "wheels push"
    std::string_view usage;    ///< how it is written, for the reference and the hover
    std::string_view meaning;  ///< likewise
    std::string_view example;  ///< compiles where it may stand
    std::array<ClauseInfo, max_clauses> clauses{};
    std::string_view was{};  ///< what used to be written for `word`; see old_words.hpp

    constexpr std::size_t clause_count() const {
        std::size_t count = 0;
        while (count < max_clauses && clauses[count].kind != ClauseKind::none) ++count;
        return count;
    }
    std::string_view first_word() const { return word.substr(0, word.find(' ')); }
};

/// A clause, checked and compiled.
struct CompiledClause {
    bool said = false;
    std::array<Expression, max_values> values;
    std::int32_t index = -1;  ///< of the meter, tag, probe, curve, dial, event, memory or counter; of choices
    std::string text;
};

/// The clauses of one statement. They are asked for by the words in front of them; without words the one is meant that
/// stands behind the statement's own word: a value, or what is named there.
struct Clauses {
    std::span<const ClauseInfo> infos;  ///< of the statement's row
    std::array<CompiledClause, max_clauses> all;

    bool said(std::string_view words) const { return find(words, Holds::anything).said; }
    const Expression& value(std::string_view words = {}) const { return find(words, Holds::values).values[0]; }
    std::optional<Expression> maybe(std::string_view words = {}) const {
        const CompiledClause& clause = find(words, Holds::values);
        if (!clause.said) return std::nullopt;
        return clause.values[0];
    }
    const std::array<Expression, max_values>& three(std::string_view words = {}) const {
        return find(words, Holds::values).values;
    }
    std::optional<std::array<Expression, max_values>> maybe_three(std::string_view words) const {
        const CompiledClause& clause = find(words, Holds::values);
        if (!clause.said) return std::nullopt;
        return clause.values;
    }
    std::int32_t index(std::string_view words = {}) const { return find(words, Holds::a_name).index; }
    std::optional<std::int32_t> maybe_index(std::string_view words) const {
        const CompiledClause& clause = find(words, Holds::a_name);
        if (!clause.said) return std::nullopt;
        return clause.index;
    }
    const std::string& text(std::string_view words = {}) const { return find(words, Holds::a_name).text; }

  private:
    enum class Holds : std::uint8_t { anything, values, a_name };
    /// One that a row doesn't have is a fault of the table: its example doesn't get through the tests then.
    const CompiledClause& find(std::string_view words, Holds holds) const {
        for (std::size_t i = 0; i < infos.size() && infos[i].kind != ClauseKind::none; ++i) {
            const bool values = infos[i].kind == ClauseKind::value || infos[i].kind == ClauseKind::memory_value;
            if (infos[i].words == words && (holds == Holds::anything || values == (holds == Holds::values)))
                return all[i];
        }
        throw std::logic_error("a row of the tables of words has no clause \"" + std::string(words) + "\"");
    }
};

}  // namespace leap
