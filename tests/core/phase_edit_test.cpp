// SPDX-License-Identifier: MIT
#include "core/script/phase_edit.hpp"

#include <gtest/gtest.h>

#include "core/script/format.hpp"
#include "tests/core/support.hpp"

namespace leap::phase_edit_test {
namespace {

const std::string phased_script = format(std::string(test::plain_body) + R"(
# A hop in three parts.
move hop on jump {
  phase load for 0.1 s {
    # down first
    go up when released(jump)
  }
  phase up { start: launch up at 8 m/s  go down when vertical_speed <= 0 m/s then: keep 50 % of speed  fail after 3 s }
  phase down {
    end when grounded
  }
}
reading top = feet at end of hop.up
)");

struct Edit {
    Program program = test::compile_or_fail(phased_script);
    MachineId hop = *program.find_machine("hop");
    PhasePlace at(std::size_t phase) const { return {hop, phase}; }
};

std::string text_of(const EditedFiles& files) {
    return files ? files->front().text : "why not: " + files.error();
}

std::vector<std::string> phases_of(const EditedFiles& files) {
    std::vector<std::string> out;
    const Program program = test::compile_or_fail(text_of(files));
    for (const Phase& phase : program.machines[*program.find_machine("hop")].phases) out.push_back(phase.name);
    return out;
}

TEST(PhaseEdit, APhaseIsAddedBehindAnother) {
    const Edit edit;
    const auto after = with_phase_added(edit.program, edit.at(1), "hang");
    ASSERT_TRUE(after) << after.error();
    EXPECT_EQ(phases_of(after), (std::vector<std::string>{"load", "up", "hang", "down"}));
    EXPECT_NE(text_of(after).find("# down first"), std::string::npos);
    EXPECT_EQ(format(text_of(after)), text_of(after)) << "what was laid out stays so";
    EXPECT_EQ(text_of(with_phase_added(edit.program, edit.at(1), "down")).find("why not: hop has a phase called down"),
              0U);
    EXPECT_EQ(text_of(with_phase_added(edit.program, edit.at(1), "2x")).find("why not: "), 0U);
}

TEST(PhaseEdit, WithoutAPhaseTheWaysToItEndTheMove) {
    const Edit edit;
    const auto after = with_phase_removed(edit.program, edit.at(2));
    ASSERT_TRUE(after) << after.error();
    EXPECT_EQ(phases_of(after), (std::vector<std::string>{"load", "up"}));
    EXPECT_NE(text_of(after).find("end when vertical_speed <= 0 m/s"), std::string::npos) << text_of(after);
    EXPECT_NE(text_of(with_phase_removed(edit.program, edit.at(1))).find("up is spoken of elsewhere, in script.leap:"),
              std::string::npos)
        << "a reading needs it";
}

TEST(PhaseEdit, TheLastPhaseStays) {
    const Program program =
        test::compile_or_fail(std::string(test::plain_body) + "move hop on jump { phase a { end when grounded } }\n");
    EXPECT_EQ(text_of(with_phase_removed(program, {*program.find_machine("hop"), 0})).find("why not: a is the only"),
              0U);
}

TEST(PhaseEdit, WaysAreAddedChangedAndRemoved) {
    const Edit edit;
    const auto added = with_way_added(edit.program, edit.at(2), "go load when pressed(jump)");
    ASSERT_TRUE(added) << added.error();
    Program program = test::compile_or_fail(text_of(added));
    EXPECT_EQ(program.machines[edit.hop].phases[2].transitions.size(), 2U);
    EXPECT_EQ(format(text_of(added)), text_of(added));

    const auto changed = with_way_changed(program, edit.at(2), 1, "fail after 1 s");
    ASSERT_TRUE(changed) << changed.error();
    program = test::compile_or_fail(text_of(changed));
    EXPECT_TRUE(program.machines[edit.hop].phases[2].transitions[1].fails);

    const auto removed = with_way_changed(program, edit.at(2), 1, "");
    EXPECT_EQ(text_of(removed), phased_script) << "there and back again";
}

TEST(PhaseEdit, OnlyWholeWaysThatCompileAreTaken) {
    const Edit edit;
    const auto why = [&](const std::string& way) { return text_of(with_way_added(edit.program, edit.at(0), way)); };
    EXPECT_EQ(why("go nowhere when grounded").find("why not: script.leap:"), 0U);
    EXPECT_NE(why("go up when vertical_sped < 0 m/s").find("did you mean 'vertical_speed'?"), std::string::npos);
    EXPECT_NE(why("gravity 0 m/s^2").find("expected a transition"), std::string::npos);
    EXPECT_NE(why("end } phase evil { end").find("expected a transition"), std::string::npos);
    EXPECT_NE(why("").find("expected a transition"), std::string::npos);
}

TEST(PhaseEdit, OtherFilesAndLayoutsAreLeftAlone) {
    const std::string loose = std::string(test::plain_body) + "move  hop on jump { phase a {end when grounded} }\n";
    const Program program = test::compile_or_fail(loose);
    const auto after = with_way_added(program, {*program.find_machine("hop"), 0}, "end after 1 s");
    ASSERT_TRUE(after) << after.error();
    EXPECT_EQ(text_of(after).find("move  hop on jump { phase a {end when grounded\n    end after 1 s\n  } }"),
              std::string(test::plain_body).size());
}

}  // namespace
}  // namespace leap::phase_edit_test
