// SPDX-License-Identifier: MIT
// Codes of messages: each has an example that gives it and one that is right, and docs/messages.md shows both.
#include "core/script/messages.hpp"

#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cstdlib>
#include <filesystem>

#include "core/project/file_io.hpp"
#include "core/script/compile.hpp"
#include "tests/core/support.hpp"

namespace leap::messages_test {
namespace {

using test::plain_body;

bool gives(const CompileOutput& out, MessageCode code) {
    return std::any_of(out.diagnostics.begin(), out.diagnostics.end(),
                       [&](const Diagnostic& each) { return each.code == code; });
}

std::string all_of(const CompileOutput& out) {
    std::string text;
    for (const Diagnostic& each : out.diagnostics) text += diagnostic_text(each, out.files) + "\n";
    return text;
}

TEST(Messages, EveryCodeIsGivenByItsExampleAndNotByTheOneThatIsRight) {
    for (const MessageInfo& kind : message_kinds()) {
        const CompileOutput wrong = compile_text(plain_body + std::string(kind.wrong));
        const CompileOutput right = compile_text(plain_body + std::string(kind.right));
        if (!kind.wrong.empty()) {
            EXPECT_TRUE(gives(wrong, kind.code)) << code_text(kind.code) << "\n" << all_of(wrong);
        }
        EXPECT_TRUE(right.program) << code_text(kind.code) << "\n" << all_of(right);
        EXPECT_FALSE(gives(right, kind.code)) << code_text(kind.code) << "\n" << all_of(right);
    }
}

TEST(Messages, CodesAreInOrderAndReadBack) {
    int before = 0;
    for (const MessageInfo& kind : message_kinds()) {
        EXPECT_GT(static_cast<int>(kind.code), before);
        before = static_cast<int>(kind.code);
        EXPECT_EQ(code_named(code_text(kind.code)), kind.code);
        EXPECT_FALSE(kind.title.empty());
        EXPECT_FALSE(kind.meaning.empty());
    }
    EXPECT_EQ(code_named("101"), MessageCode::unknown_name);
    EXPECT_EQ(code_named("e0101"), MessageCode::unknown_name);
    for (const char* const text : {"", "E", "E9999", "E01x", "101 "}) EXPECT_FALSE(code_named(text)) << text;
}

/// LEAP_REFRESH=1 writes it.
TEST(Messages, ThePageOfMessagesIsTheTables) {
    std::string page =
        "# Messages\n\nEvery message about a script has a code. `leap explain-message E0101` prints what is written "
        "here "
        "about it.\nThe examples stand after a body, stances, and the buttons `jump` and `dash`.\n";
    for (const MessageInfo& kind : message_kinds()) {
        page += fmt::format("\n## {}: {}\n\n{}\n", code_text(kind.code), kind.title, kind.meaning);
        // Of nesting that is too deep a line would say nothing.
        if (!kind.wrong.empty() && kind.code != MessageCode::too_complex)
            page += fmt::format("\nThis gives the message:\n\n```\n{}```\n", kind.wrong);
        if (!kind.right.empty()) page += fmt::format("\nThis is right:\n\n```leap\n{}```\n", kind.right);
    }
    const std::filesystem::path path = std::filesystem::path(LEAP_SOURCE_DIR) / "docs/messages.md";
    if (std::getenv("LEAP_REFRESH") != nullptr) {
        ASSERT_TRUE(write_file(path, page));
    }
    EXPECT_EQ(read_file(path).value_or(""), page) << "run tools/refresh-reference";
}

}  // namespace
}  // namespace leap::messages_test
