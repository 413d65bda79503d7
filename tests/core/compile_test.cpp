// SPDX-License-Identifier: MIT
#include "core/script/compile.hpp"

#include <fmt/format.h>
#include <gtest/gtest.h>
#include <cstring>

#include <algorithm>
#include <filesystem>

#include "core/project/file_io.hpp"
#include "core/script/format.hpp"
#include "tests/core/support.hpp"

namespace leap::compile_test {
namespace {

namespace fs = std::filesystem;
using test::plain_body;

std::vector<fs::path> cases() {
    std::vector<fs::path> out;
    for (const auto& entry : fs::directory_iterator(fs::path(LEAP_SOURCE_DIR) / "tests/data/language"))
        if (entry.path().extension() == ".leap") out.push_back(entry.path());
    std::sort(out.begin(), out.end());
    return out;
}

/// Each program in tests/data/language has its messages beside it; `error.` files must fail, others must not.
/// LEAP_REFRESH=1 writes the messages anew (tools/refresh-language-cases).
TEST(LanguageCases, EveryProgramGivesItsMessages) {
    ASSERT_GT(cases().size(), 20U);
    for (const fs::path& path : cases()) {
        const std::string name = path.filename().string();
        const std::string text = plain_body + read_file(path).value();
        const CompileOutput out = compile_text(text, "case.leap");
        const int first_line = static_cast<int>(std::count(plain_body, plain_body + std::strlen(plain_body), '\n'));
        std::string messages;
        for (Diagnostic d : out.diagnostics) {
            const LineColumn at = line_column(text, d.range.begin);
            std::string line = diagnostic_text(d, {});
            messages += fmt::format("{}:{}: {}\n", static_cast<int>(at.line) - first_line, at.column, line);
        }
        const fs::path golden = fs::path(path).replace_extension(".out");
        if (std::getenv("LEAP_REFRESH") != nullptr) {
            ASSERT_TRUE(write_file(golden, messages)) << name;
            continue;
        }
        EXPECT_EQ(messages, read_file(golden).value_or("no golden file")) << name;
        EXPECT_EQ(!out.program.has_value(), name.starts_with("error.")) << name;
    }
}

TEST(LanguageCases, MistakesGiveOneMessageEach) {
    for (const fs::path& path : cases()) {
        const std::string name = path.filename().string();
        if (!name.starts_with("error.")) continue;
        const auto out = compile_text(plain_body + read_file(path).value(), "case.leap");
        const auto errors = std::count_if(out.diagnostics.begin(), out.diagnostics.end(),
                                          [](const Diagnostic& d) { return d.severity == Severity::error; });
        // A file says how many mistakes it makes when it makes more than one: error.2.name.leap
        const int wanted = std::isdigit(static_cast<unsigned char>(name[6])) != 0 ? name[6] - '0' : 1;
        EXPECT_EQ(errors, wanted) << name;
    }
}

TEST(LanguageCases, FormattingIsIdempotentAndKeepsMeaning) {
    for (const fs::path& path : cases()) {
        const std::string text = read_file(path).value();
        const std::string once = format(text);
        EXPECT_EQ(format(once), once) << path.filename();
        const auto before = compile_text(plain_body + text, "case.leap");
        const auto after = compile_text(plain_body + once, "case.leap");
        EXPECT_EQ(before.diagnostics.size(), after.diagnostics.size()) << path.filename();
        for (std::size_t i = 0; i < std::min(before.diagnostics.size(), after.diagnostics.size()); ++i)
            EXPECT_EQ(before.diagnostics[i].message, after.diagnostics[i].message) << path.filename();
    }
}

TEST(Compile, DialsKeepUnitRangeAndPlace) {
    const std::string text = std::string(plain_body) +
                             "move hop on jump {\n  dial rise = 250 cm in 50..600 \"height\"\n"
                             "  phase a { end when grounded }\n}\n";
    const Program program = test::compile_or_fail(text);
    const DialInfo& dial = program.dials[program.find_dial("hop.rise").value()];
    EXPECT_DOUBLE_EQ(dial.value, 2.5);
    EXPECT_DOUBLE_EQ(*dial.low, 0.5);
    EXPECT_DOUBLE_EQ(*dial.high, 6.0);
    EXPECT_EQ(dial.meaning, "height");
    EXPECT_EQ(text.substr(dial.literal.begin, dial.literal.end - dial.literal.begin), "250 cm");
}

TEST(Compile, ValuesThatFollowFromDialsAreWorkedOutOncePerTuning) {
    const Program program = test::compile_or_fail(std::string(plain_body) + R"(
move hop on jump {
  dial rise = 2 m in 0.5..6
  let pull = 2 * rise / (0.5 s)^2
  phase a { gravity pull  end when grounded }
})");
    const Expression gravity = *program.machines[*program.find_machine("hop")].phases[0].effects.gravity;
    ASSERT_GE(gravity.folded, 0);
    EXPECT_DOUBLE_EQ(written_tuning(program).folded[static_cast<std::size_t>(gravity.folded)], 16.0);
    DialValues dials = written_tuning(program).dials;
    dials[*program.find_dial("hop.rise")] = 4.0;
    EXPECT_DOUBLE_EQ(make_tuning(program, dials).folded[static_cast<std::size_t>(gravity.folded)], 32.0);
}

TEST(Compile, ABasedOnMoveSharesTheDialsItDoesNotSay) {
    const Program program = test::compile_or_fail(std::string(plain_body) + R"(
move hop on jump {
  dial rise = 2 m in 0.5..6
  dial time = 0.4 s in 0.1..1
  phase a { start: launch up at 2 * rise / time  end when grounded }
}
move high is hop { dial rise = 4 m in 1..8 })");
    EXPECT_TRUE(program.find_dial("high.rise"));
    EXPECT_FALSE(program.find_dial("high.time"));
    EXPECT_TRUE(program.find_dial("hop.time"));
    EXPECT_EQ(program.machines[*program.find_machine("high")].phases.size(), 1U);
}

TEST(Compile, MissingUsedFilesAreNamed) {
    const CompileOutput out = compile_text("use \"moves/none.leap\"\n");
    ASSERT_FALSE(out.diagnostics.empty());
    EXPECT_NE(out.diagnostics[0].message.find("moves/none.leap"), std::string::npos);
}

TEST(Compile, FilesUsedTwiceAreReadOnceAndRingsEnd) {
    const std::map<std::string, std::string> files{
        {"a.leap", std::string("use \"b.leap\"\nuse \"sub/c.leap\"\n") + plain_body},
        {"b.leap", "use \"a.leap\"\n"},
        {"sub/c.leap", "use \"../b.leap\"\n"}};
    int reads = 0;
    const CompileOutput out = compile("a.leap", [&](const std::string& path) -> tl::expected<std::string, std::string> {
        ++reads;
        return files.at(path);
    });
    EXPECT_EQ(reads, 3);
    EXPECT_TRUE(out.program.has_value());
}

TEST(DialFor, ABodyOfAnOlderRunThatTheProgramHasNotHasTheDialItself) {
    const Program program = test::compile_or_fail(std::string(test::plain_body) + "dial reach = 1 m\n");
    const DialId reach = program.find_dial("reach").value();
    EXPECT_EQ(dial_for(program, reach, BodyId(0)), reach);
    EXPECT_EQ(dial_for(program, reach, BodyId(program.bodies.size())), reach);
    EXPECT_EQ(dial_for(program, reach, {}), reach);
}

TEST(NearestName, FindsSwapsAndSlipsButNotStrangers) {
    const std::vector<std::string> names{"rising", "speed", "grounded"};
    EXPECT_EQ(nearest_name("risign", names), "rising");
    EXPECT_EQ(nearest_name("ground", names), "grounded");
    EXPECT_EQ(nearest_name("banana", names), "");
}

}  // namespace
}  // namespace leap::compile_test
