// SPDX-License-Identifier: MIT
#include "core/script/rename.hpp"

#include <gtest/gtest.h>

#include "core/project/project.hpp"
#include "core/script/compile.hpp"
#include "tests/core/support.hpp"

namespace leap::rename_test {
namespace {

const std::string hop_and_walk = std::string(test::plain_body) + R"(
button burst key "F"
meter breath { from 0 to 100 }
curve soft = points (0, 1) (1, 0)
move hop on jump {
  dial rise = 2 m  # rise of the hop
  let push = sqrt(2 * 28 m/s^2 * rise)
  counter used in 0..2
  probe side = wall within 0.6 m
  gate used < 2 and not side.hit and breath > 5
  phase up {
    cut by lunge
    start: launch up at push, used + 1, remember left_at = place, spend breath 5
    go down when rising <= 0 m/s
  }
  phase down { drive forward at 2 m/s shaped soft  end when grounded or length(place - left_at) > 40 m }
}
move high_hop is hop { dial rise = 3 m }
move lunge on burst { gate not hop within 0.2 s  phase go_on for 0.1 s { cut by hop } }
reading rose = feet at end of hop.up - feet at start of hop.up
reading ratio = rose / hop.rise
mark rose in 1 m..3 m
)";

std::string with_name(const std::string& before, const std::string& word_at, std::ptrdiff_t shift,
                      const std::string& after) {
    const Program program = test::compile_or_fail(before);
    const auto at = static_cast<std::uint32_t>(static_cast<std::ptrdiff_t>(before.find(word_at)) + shift);
    const auto declared = declaration_at(program, 0, at);
    if (!declared) return "nothing is declared there";
    const auto files = renamed(program, *declared, after);
    return files ? files->front().text : files.error();
}

std::string replaced(std::string text, std::initializer_list<std::pair<std::string, std::string>> changes) {
    for (const auto& [from, to] : changes) {
        const auto at = text.find(from);
        if (at == std::string::npos) return "no " + from;
        text.replace(at, from.size(), to);
    }
    return text;
}

TEST(Rename, ADialIsRenamedWhereverItIsMeantAndInNoComment) {
    const auto wanted =
        replaced(hop_and_walk, {{"dial rise = 2 m", "dial height = 2 m"},
                                {"m/s^2 * rise)", "m/s^2 * height)"},
                                {"dial rise = 3 m", "dial height = 3 m"},  // it replaces the base's: one name
                                {"/ hop.rise", "/ hop.height"}});
    EXPECT_EQ(with_name(hop_and_walk, "dial rise", 5, "height"), wanted);
    EXPECT_EQ(with_name(hop_and_walk, "hop.rise\n", 5, "height"), wanted) << "from a use";
    EXPECT_EQ(with_name(hop_and_walk, "dial rise = 3", 5, "height"), wanted) << "from what replaces it";
}

TEST(Rename, AMoveIsRenamedInBasesCutsGatesAndReadings) {
    EXPECT_EQ(with_name(hop_and_walk, "move hop", 5, "leap_up"),
              replaced(hop_and_walk, {{"move hop on", "move leap_up on"},
                                      {"is hop {", "is leap_up {"},
                                      {"not hop within", "not leap_up within"},
                                      {"cut by hop }", "cut by leap_up }"},
                                      {"end of hop.up", "end of leap_up.up"},
                                      {"start of hop.up", "start of leap_up.up"},
                                      {"/ hop.rise", "/ leap_up.rise"}}));
}

TEST(Rename, EveryOtherKindOfNameIsRenamedToo) {
    EXPECT_EQ(with_name(hop_and_walk, "phase up", 6, "soar"),
              replaced(hop_and_walk,
                       {{"phase up", "phase soar"}, {"of hop.up -", "of hop.soar -"}, {"of hop.up", "of hop.soar"}}));
    EXPECT_EQ(with_name(hop_and_walk, "phase down", 6, "sink"),
              replaced(hop_and_walk, {{"go down", "go sink"}, {"phase down", "phase sink"}}));
    EXPECT_EQ(with_name(hop_and_walk, "counter used", 8, "made"),
              replaced(hop_and_walk,
                       {{"counter used", "counter made"}, {"gate used", "gate made"}, {"used + 1", "made + 1"}}));
    EXPECT_EQ(with_name(hop_and_walk, "side.hit", 0, "flank"),
              replaced(hop_and_walk, {{"probe side", "probe flank"}, {"side.hit", "flank.hit"}}));
    EXPECT_EQ(with_name(hop_and_walk, "- left_at", 2, "from_here"),
              replaced(hop_and_walk, {{"remember left_at", "remember from_here"}, {"- left_at", "- from_here"}}));
    EXPECT_EQ(with_name(hop_and_walk, "spend breath", 6, "wind"),
              replaced(hop_and_walk,
                       {{"meter breath", "meter wind"}, {"and breath", "and wind"}, {"spend breath", "spend wind"}}));
    EXPECT_EQ(with_name(hop_and_walk, "shaped soft", 7, "gentle"),
              replaced(hop_and_walk, {{"curve soft", "curve gentle"}, {"shaped soft", "shaped gentle"}}));
    EXPECT_EQ(with_name(hop_and_walk, "let push", 4, "thrust"),
              replaced(hop_and_walk, {{"let push", "let thrust"}, {"up at push", "up at thrust"}}));
    EXPECT_EQ(with_name(hop_and_walk, "mark rose", 5, "gained"),
              replaced(hop_and_walk,
                       {{"reading rose", "reading gained"}, {"= rose /", "= gained /"}, {"mark rose", "mark gained"}}));
}

TEST(Rename, ANewNameThatWouldChangeTheMeaningIsRefusedWithTheReason) {
    EXPECT_NE(with_name(hop_and_walk, "move hop", 5, "lunge").find("'lunge' is declared twice"), std::string::npos);
    EXPECT_NE(with_name(hop_and_walk, "dial rise", 5, "speed").find("is a sense"), std::string::npos);
    EXPECT_NE(with_name(hop_and_walk, "dial rise", 5, "2x").find("expected a name"), std::string::npos);
    EXPECT_NE(with_name(hop_and_walk, "dial rise", 5, "a b").find("expected a name"), std::string::npos);
    // The dial would hide the meter from the gate.
    EXPECT_NE(with_name(hop_and_walk, "dial rise", 5, "breath").find("breath"), std::string::npos);
    EXPECT_EQ(with_name(hop_and_walk, "dial rise", 5, "breath").find("dial breath"), std::string::npos);
    EXPECT_EQ(with_name(hop_and_walk, "gravity", 0, "pull"), "nothing is declared there");
}

/// Names of the demo: renamed and renamed back, every file is to the letter what it was. Buttons keep theirs.
TEST(Rename, ThereAndBackAgainLeavesTheDemoToTheLetter) {
    const auto project = load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay");
    ASSERT_TRUE(project);
    const CompileOutput& compiled = project->compiled;
    ASSERT_TRUE(compiled.program);
    std::size_t count = 0;
    for (std::size_t i = 0; i < compiled.program->names.size(); ++i) {
        const NameUse& use = compiled.program->names[i];
        const auto& buttons = compiled.program->buttons;
        const bool button = std::any_of(buttons.begin(), buttons.end(),
                                        [&](const ButtonInfo& each) { return each.name_range == use.declared; });
        if (use.range != use.declared || i % 7 != 0 || button) continue;
        const std::string& source = compiled.program->files[use.range.file].text;
        const std::string name = source.substr(use.range.begin, use.range.end - use.range.begin);
        const auto there = renamed(*compiled.program, use.declared, "some_other_name");
        ASSERT_TRUE(there) << name << ": " << there.error();
        const auto again = compile_files(*there);
        ASSERT_TRUE(again.program);
        const auto back = renamed(*again.program, again.program->names[i].declared, name);
        ASSERT_TRUE(back) << back.error();
        for (std::size_t f = 0; f < back->size(); ++f) EXPECT_EQ((*back)[f].text, compiled.program->files[f].text);
        ++count;
    }
    EXPECT_GT(count, 8U);
}

TEST(Rename, APhaseThatIsSaidAgainIsRenamedWithThatOfTheBase) {
    const std::string text = std::string(test::plain_body) +
                             "fixture man { box 1 m, 1 m, 1 m phase waits { go talks after 1 s } phase talks { } }\n"
                             "fixture clerk is man { phase waits { go talks after 2 s } }\n";
    for (const std::size_t nth : {0U, 1U}) {
        std::size_t at = text.find("phase waits");
        if (nth == 1) at = text.find("phase waits", at + 1);
        const CompileOutput compiled = compile_text(text);
        ASSERT_TRUE(compiled.program);
        const auto declared = declaration_at(*compiled.program, 0, static_cast<std::uint32_t>(at + 6));
        ASSERT_TRUE(declared);
        const auto after = renamed(*compiled.program, *declared, "rests");
        ASSERT_TRUE(after) << after.error();
        EXPECT_EQ((*after)[0].text.find("waits"), std::string::npos) << nth;
    }
}

TEST(Rename, AGaugeIsRenamedWhereReadingsSpeakOfIt) {
    const std::string with_gauges =
        std::string(test::plain_body) +
        "fixture ship { box 1 m, 1 m, 1 m  gauge lean = own_up_share  let own_up_share = 1\n"
        "  counter calls in 0..3  phase lies { solid  go lies when used then: calls + 1 } }\n"
        "fixture boat is ship { }\n"
        "reading most = highest(boat.lean) + highest(ship.lean)\n";
    const auto wanted = replaced(
        with_gauges, {{"gauge lean", "gauge tilt"}, {"(boat.lean)", "(boat.tilt)"}, {"(ship.lean)", "(ship.tilt)"}});
    EXPECT_EQ(with_name(with_gauges, "gauge lean", 8, "tilt"), wanted);
    EXPECT_EQ(with_name(with_gauges, "boat.lean", 6, "tilt"), wanted);
    EXPECT_EQ(with_name(with_gauges, "calls + 1", 1, "visits"),
              replaced(with_gauges, {{"counter calls", "counter visits"}, {"calls + 1", "visits + 1"}}));
}

TEST(Rename, AButtonIsFoundWhereverItIsMeantAndKeepsTheNameThatTapesKnow) {
    const std::string script = R"(button jump key "Space"
body wick { capsule radius 0.3 m height 1.7 m gravity 28 m/s^2 }
stance walk { steer to 6 m/s }
move hop on jump {
  phase up { start: launch up at 9 m/s go down when not held(jump) }
  phase down { end when grounded }
}
reading late = time from press of jump to landed
)";
    const Program program = test::compile_or_fail(script);
    const auto declared = declaration_at(program, 0, static_cast<std::uint32_t>(script.find("on jump {") + 4));
    ASSERT_TRUE(declared);
    EXPECT_EQ(declared->begin, script.find("jump key"));
    std::vector<std::size_t> places;
    for (const SourceRange& place : places_of(program, *declared)) places.push_back(place.begin);
    EXPECT_EQ(places, (std::vector<std::size_t>{script.find("jump key"), script.find("on jump {") + 3,
                                                script.find("held(jump)") + 5, script.find("press of jump") + 9}));
    const auto files = renamed(program, *declared, "spring");
    ASSERT_FALSE(files);
    EXPECT_NE(files.error().find("tapes tell a button by its name"), std::string::npos) << files.error();
}

}  // namespace
}  // namespace leap::rename_test
