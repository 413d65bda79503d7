// SPDX-License-Identifier: MIT
// Every example in docs/language.md compiles, and every word the language knows is described there.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <filesystem>

#include "core/project/file_io.hpp"
#include "core/script/format.hpp"
#include "tests/core/support.hpp"

namespace leap {
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

TEST(LanguageReference, EverySenseAndFunctionIsDescribed) {
    const std::string text = reference();
    for (const SenseInfo& sense : plain_senses())
        EXPECT_NE(text.find(fmt::format("`{}`", sense.word)), std::string::npos) << sense.word;
    for (const SenseInfo& sense : fixture_senses())
        EXPECT_NE(text.find(fmt::format("`{}`", sense.word)), std::string::npos) << sense.word;
    for (const SenseInfo& sense : button_senses())
        EXPECT_NE(text.find(fmt::format("`{}(", sense.word)), std::string::npos) << sense.word;
    for (const FunctionInfo& function : functions())
        EXPECT_NE(text.find(fmt::format("`{}(", function.word)), std::string::npos) << function.word;
}

}  // namespace
}  // namespace leap
