// SPDX-License-Identifier: MIT
// Every example in docs/language.md compiles, and every word the language knows is described there.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <algorithm>
#include <array>

#include <filesystem>

#include "core/project/file_io.hpp"
#include "core/script/accent_words.hpp"
#include "core/script/action_words.hpp"
#include "core/script/effect_words.hpp"
#include "core/script/format.hpp"
#include "core/script/old_words.hpp"
#include "core/script/statement_words.hpp"
#include "core/script/words.hpp"
#include "tests/core/support.hpp"

namespace leap::language_reference_test {
namespace {

std::string reference() {
    return read_file(std::filesystem::path(LEAP_SOURCE_DIR) / "docs/language.md").value();
}

/// Blocks fenced with ```leap, with the line each begins in.
std::vector<std::pair<int, std::string>> examples() {
    std::vector<std::pair<int, std::string>> out;
    const std::string text = reference();
    std::size_t at = 0;
    while ((at = text.find("```leap\n", at)) != std::string::npos) {
        const std::size_t begin = at + 8;
        const std::size_t end = text.find("```", begin);
        out.emplace_back(static_cast<int>(line_column(text, static_cast<std::uint32_t>(begin)).line),
                         text.substr(begin, end - begin));
        at = end + 3;
    }
    return out;
}

TEST(LanguageReference, EveryExampleCompilesWithoutAMessage) {
    ASSERT_GT(examples().size(), 14U);
    for (const auto& [line, example] : examples()) {
        // Whole programs stand for themselves; parts are put behind a plain body.
        const bool whole = example.find("body ") != std::string::npos;
        const CompileOutput out = compile_text(whole ? example : test::plain_body + example, "example.leap");
        for (const Diagnostic& d : out.diagnostics)
            ADD_FAILURE() << "docs/language.md, example at line " << line << ": " << diagnostic_text(d, out.files);
    }
}

TEST(LanguageReference, EveryExampleIsLaidOut) {
    for (const auto& [line, example] : examples()) EXPECT_EQ(format(example), example) << "example at line " << line;
}

/// The rows of one table of words, as the reference shows them.
struct ReferenceTable {
    std::string name;
    std::string head;
    std::vector<const StatementInfo*> rows;
};

std::vector<ReferenceTable> reference_tables() {
    std::vector<ReferenceTable> out;
    const auto effects = [&](std::string name, std::string head, EffectGroup group) {
        out.push_back({std::move(name), std::move(head), {}});
        for (const EffectInfo& row : effect_words())
            if (row.group == group) out.back().rows.push_back(&row);
    };
    const auto actions = [&](std::string name, ActionGroup group) {
        out.push_back({std::move(name), "act", {}});
        for (const ActionInfo& row : action_words())
            if (row.group == group) out.back().rows.push_back(&row);
    };
    effects("effects of characters", "effect", EffectGroup::character);
    actions("acts of characters", ActionGroup::character);
    effects("effects of fixtures", "in a phase", EffectGroup::fixture);
    actions("acts of fixtures", ActionGroup::fixture);
    effects("effects of loose things", "in a phase", EffectGroup::loose);
    actions("acts of loose things", ActionGroup::loose);
    effects("effects in hands", "in a phase", EffectGroup::hands);
    effects("effects of what is driven", "in a phase", EffectGroup::ride);
    out.push_back({"accents", "accent", {}});
    for (const AccentInfo& row : accent_words()) out.back().rows.push_back(&row);
    return out;
}

/// Its tables are the ones that parser and checker read. LEAP_REFRESH=1 writes them anew.
TEST(LanguageReference, TablesAreThoseOfTheWords) {
    const std::filesystem::path path = std::filesystem::path(LEAP_SOURCE_DIR) / "docs/language.md";
    const bool refresh = std::getenv("LEAP_REFRESH") != nullptr;
    std::string text = reference();
    for (const ReferenceTable& table : reference_tables()) {
        std::string wanted = fmt::format("<!-- words: {} -->\n| {} | meaning |\n|---|---|\n", table.name, table.head);
        for (const StatementInfo* row : table.rows)
            if (!row->usage.empty()) wanted += fmt::format("| {} | {} |\n", row->usage, row->meaning);
        const std::size_t begin = text.find(fmt::format("<!-- words: {} -->", table.name));
        ASSERT_NE(begin, std::string::npos) << table.name;
        const std::size_t end = text.find("\n\n", begin) + 1;
        if (refresh) text.replace(begin, end - begin, wanted);
        EXPECT_EQ(text.substr(begin, refresh ? wanted.size() : end - begin), wanted) << "run tools/refresh-reference";
    }
    std::string wanted = "<!-- words: old ones -->\n| old | today |\n|---|---|\n";
    for (const OldWord& old : old_statements()) wanted += fmt::format("| `{}` | `{}` |\n", old.was, old.now);
    for (const OldWord& old : old_senses()) wanted += fmt::format("| `{}` | `{}` |\n", old.was, old.now);
    const auto add = [&](std::string_view head, std::string_view was, std::string_view now) {
        const std::string before = head.empty() ? "" : fmt::format("{} ... ", head);
        if (!was.empty()) wanted += fmt::format("| `{}{}` | `{}{}` |\n", before, was, before, now);
    };
    for (const ReferenceTable& table : reference_tables())
        for (const StatementInfo* row : table.rows) {
            add({}, row->was, row->word);
            for (const ClauseInfo& clause : row->clauses) add(row->word, clause.was, clause.words);
        }
    const std::size_t begin = text.find("<!-- words: old ones -->");
    ASSERT_NE(begin, std::string::npos);
    const std::size_t end = text.find("\n\n", begin) + 1;
    if (refresh) text.replace(begin, end - begin, wanted);
    EXPECT_EQ(text.substr(begin, refresh ? wanted.size() : end - begin), wanted) << "run tools/refresh-reference";
    if (refresh) {
        ASSERT_TRUE(write_file(path, text));
    }
}

/// What the examples of the words speak of.
constexpr const char* around_examples = R"(
meter breath {
  from 0 to 100
}
fixture keg {
  sphere radius 0.3 m
  mass 9 kg
  phase waits {
    hidden
    go rolls when spawned
  }
  phase rolls {
    loose
  }
}
body pip is tester {
  hands at 0.3 m, 0.24 m, 1.05 m reach 0.6 m near 0.4 m far 7 m left jump right dash
}
)";
constexpr const char* crate = "box 1 m, 1 m, 1 m  mass 20 kg";
constexpr const char* cart =
    "box 2 m, 1 m, 0.5 m  mass 200 kg  wheels at 0.8 m, 0.5 m, -0.1 m radius 0.3 m travel 0.3 m stiffness 14 kN/m "
    "damping 60 % grip 110 %";

std::string in_place(const EffectInfo& row, StatementPlace place) {
    if (place == StatementPlace::stance) return fmt::format("stance other when airborne {{ {} }}\n", row.example);
    if (place == StatementPlace::phase)
        return fmt::format(
            "move tried on jump {{ probe side = wall within 0.6 m  phase a {{ {}  end when grounded }} }}\n",
            row.example);
    const bool driven = row.group == EffectGroup::ride;
    constexpr std::array of_loose{"gravity", "push", "spring", "drag", "upright", "hinge", "slider", "tied to link"};
    const bool loose = std::find(of_loose.begin(), of_loose.end(), row.word) != of_loose.end();
    const bool light = row.group == EffectGroup::loose || row.group == EffectGroup::hands;
    const std::string_view body = driven ? cart : light || loose ? crate : "box 1 m, 1 m, 1 m";
    return fmt::format("fixture f {{ {}  phase a {{ {}{} }} }}\n", body, loose ? "loose  " : "", row.example);
}

void expect_compiles(const std::string& text) {
    const CompileOutput out = compile_text(std::string(test::plain_body) + around_examples + text, "example.leap");
    for (const Diagnostic& d : out.diagnostics)
        if (d.severity == Severity::error) ADD_FAILURE() << text << diagnostic_text(d, out.files);
}

TEST(LanguageReference, EveryWordsExampleCompilesWhereverItMayStand) {
    for (const EffectInfo& row : effect_words())
        for (const StatementPlace place :
             {StatementPlace::stance, StatementPlace::phase, StatementPlace::fixture_phase}) {
            if (stands_in(row.places, place)) {
                expect_compiles(in_place(row, place));
                continue;
            }
            const std::string text = std::string(test::plain_body) + around_examples + in_place(row, place);
            EXPECT_TRUE(has_errors(compile_text(text, "example.leap").diagnostics)) << in_place(row, place);
        }
    for (const ActionInfo& row : action_words()) {
        const std::string_view where =
            row.fixtures_only ? "fixture f { box 1 m, 1 m, 1 m  mass 9 kg  " : "move tried on jump { ";
        const std::string_view end = row.fixtures_only ? "" : "end when grounded";
        expect_compiles(
            fmt::format("{}counter links in 0..9  phase a {{ start: {}  {} }} }}\n", where, row.example, end));
    }
    for (const AccentInfo& row : accent_words())
        expect_compiles(fmt::format("move tried on jump {{ phase a {{ {}  end when grounded }} }}\n", row.example));
}

TEST(LanguageReference, EveryWordHasALineOfHelp) {
    for (const PlainStatementInfo& row : plain_statements()) EXPECT_FALSE(word_help(row.word).empty()) << row.word;
    for (const EffectInfo& row : effect_words()) {
        EXPECT_NE(word_help(row.first_word()).find(row.first_word()), std::string::npos);
        EXPECT_TRUE(is_language_word(row.first_word()));
        for (const ClauseInfo& clause : row.clauses)
            if (!clause.words.empty() && clause.words.front() != '.') {
                EXPECT_TRUE(is_language_word(clause.words));
            }
    }
    for (const ActionInfo& row : action_words())
        if (!row.word.empty()) {
            EXPECT_FALSE(word_help(row.first_word()).empty()) << row.word;
        }
    EXPECT_TRUE(word_help("gravity").starts_with("gravity A: pull downward; less than 0 pulls upward"));
    EXPECT_NE(word_help("gravity").find("\nboost gravity S: "), std::string::npos) << "a row for each statement";
    EXPECT_NE(word_help("hand").find("in hand"), std::string::npos) << "also by the other words of a statement";
    EXPECT_EQ(word_help("qwertz"), "");
    EXPECT_EQ(word_help("o"), "") << "part of a word is no word";
    EXPECT_FALSE(is_language_word("qwertz"));
}

/// All rows hold what the tables promise: one list of clauses, those without words first.
TEST(LanguageReference, RowsAreWellFormed) {
    for (const ReferenceTable& table : reference_tables())
        for (const StatementInfo* row : table.rows) {
            bool worded = false;
            for (std::size_t i = 0; i < row->clause_count(); ++i) {
                const ClauseInfo& clause = row->clauses[i];
                EXPECT_FALSE(worded && clause.words.empty()) << row->word;
                worded = worded || !clause.words.empty();
                EXPECT_FALSE(clause.needed && worded && clause.behind.empty()) << row->word;
            }
            EXPECT_FALSE(row->example.empty()) << row->word;
            EXPECT_EQ(row->usage.empty(), row->meaning.empty()) << row->word;
        }
}

TEST(LanguageReference, EverySenseAndFunctionIsDescribed) {
    const std::string text = reference();
    for (const SenseInfo& sense : plain_senses())
        EXPECT_NE(text.find(fmt::format("`{}`", sense.word)), std::string::npos) << sense.word;
    for (const SenseInfo& sense : fixture_senses())
        EXPECT_NE(text.find(fmt::format("`{}`", sense.word)), std::string::npos) << sense.word;
    for (const SenseInfo& sense : button_senses())
        EXPECT_NE(text.find(fmt::format("`{}(", sense.word)), std::string::npos) << sense.word;
    for (const SenseInfo& sense : volume_senses())
        EXPECT_NE(text.find(fmt::format("`{}(", sense.word)), std::string::npos) << sense.word;
    for (const SenseInfo& sense : event_senses())
        EXPECT_NE(text.find(fmt::format("`{}(", sense.word)), std::string::npos) << sense.word;
    for (const FunctionInfo& function : functions())
        EXPECT_NE(text.find(fmt::format("`{}(", function.word)), std::string::npos) << function.word;
}

}  // namespace
}  // namespace leap::language_reference_test
