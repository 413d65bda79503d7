// SPDX-License-Identifier: MIT
// Words that scripts used to be written with: they go on compiling, and format() writes those of today.
#include <gtest/gtest.h>

#include "core/script/compile.hpp"
#include "core/script/format.hpp"
#include "core/script/old_words.hpp"
#include "tests/core/support.hpp"

namespace leap::old_words_test {
namespace {

using test::plain_body;
using test::Scene;
using test::TapeMaker;

/// Every old word once.
const std::string old_script = R"(
counter link in 0..9
move hop on jump in legs {
  gauge falls = 0 m/s - rising
  cuts anything
  phase up for 0.5 s {
    start: launch up at 8 m/s, link + 2, link - 1, emit boing to catcher within 4 m by 2 along forward
    gravity 20 m/s^2 * (1 + share)
    blow thump radius 0.5 m at 0.5 m, 0 m, 1 m by 5 along forward sparing friend
    push right by 3 N
    limit rising -20 m/s..20 m/s
    cut by all after 0.2 s
    go down when rising < 1 m/s or lacks(friend) and rising < 2 m/s
  }
  phase down {
    start: keep 50 % of rising, strike 3, remember along = way_of(thump)
    end when grounded or share_in(water) > 0.5
  }
}
fixture door {
  box 1 m, 1 m, 1 m
  share phase as kept by actor
  phase shut {
    seen through 40 %
    go ajar when used
  }
  phase ajar {
    solid
    go shut when touched
  }
}
share boing as present
reading top_speed = highest(rising)
)";

std::vector<std::string> notes_of(const CompileOutput& out) {
    std::vector<std::string> notes;
    for (const Diagnostic& each : out.diagnostics)
        if (each.severity == Severity::note) notes.push_back(each.message);
    return notes;
}

TEST(OldWords, CompileWithOneNoteForAFile) {
    const CompileOutput out = compile_text(plain_body + old_script);
    ASSERT_TRUE(out.program) << first_error(out);
    EXPECT_EQ(notes_of(out), std::vector<std::string>{"'in' is the old word for 'layer'"});
    EXPECT_EQ(out.diagnostics.front().hint, "leap format writes the new one here, and in 24 more places");
}

TEST(OldWords, AreThoseOfTodayWhenFormatted) {
    const std::string text = plain_body + old_script;
    const std::string today = format(text);
    EXPECT_EQ(format(today), today);
    const CompileOutput out = compile_text(today);
    ASSERT_TRUE(out.program) << first_error(out);
    EXPECT_TRUE(out.diagnostics.empty()) << test::messages_of(today);
    for (const char* const line :
         {"move hop on jump layer legs {", "watch falls = 0 m/s - vertical_speed", "cuts any\n", "link += 2, link -= 1",
          "within 4 m amount 2 along forward", "(1 + progress)",
          "hitbox thump radius 0.5 m at 0.5 m, 0 m, 1 m amount 5 along forward except friend", "push right force 3 N",
          "limit vertical_speed -20 m/s..20 m/s", "cut by any after 0.2 s",
          "vertical_speed < 1 m/s or not has(friend) and", "keep 50 % of vertical_speed, collect 3",
          "direction_of(thump)", "submerged(water) > 0.5", "as kept authority actor", "transparency 40 %",
          "share boing as once", "highest(vertical_speed)"})
        EXPECT_NE(today.find(line), std::string::npos) << line << "\n" << today;
}

TEST(OldWords, RunAsThoseOfTodayDo) {
    const TapeMaker tape = TapeMaker(2).stick(0.1, 0, 1).hold("jump", 0.3, 0.4).hold("jump", 1.2, 0.1);
    const Scene before(plain_body + old_script);
    const Scene after(format(plain_body + old_script));
    EXPECT_TRUE(test::play(before, tape).state == test::play(after, tape).state);
    EXPECT_EQ(before.program.readings.size(), after.program.readings.size());
}

TEST(OldWords, EachOfTheTableIsASenseOrFunctionOfToday) {
    const auto is_known = [](std::string_view word) {
        for (const auto senses : {plain_senses(), fixture_senses(), volume_senses(), event_senses()})
            for (const SenseInfo& sense : senses)
                if (sense.word == word) return true;
        return false;
    };
    for (const OldWord& old : old_senses()) {
        EXPECT_FALSE(is_known(old.was)) << old.was;
        EXPECT_TRUE(is_known(old.now) || old.now == "not has") << old.now;
    }
}

TEST(OldWords, NamesOfTheScriptsOwnHideThem) {
    // A move may have a value that is called as a sense used to be, and is left alone.
    const std::string text = std::string(plain_body) + R"(
move hop on jump {
  let rising = 3 m/s
  phase up {
    start: launch up at rising
    end when grounded
  }
}
)";
    const CompileOutput out = compile_text(text);
    ASSERT_TRUE(out.program) << first_error(out);
    EXPECT_TRUE(notes_of(out).empty());
    EXPECT_NE(format(text).find("launch up at rising"), std::string::npos);
    const std::string based = "move high is hop {\n  phase up {\n    start: launch up at rising * 2\n  }\n}\n";
    EXPECT_EQ(format(based, own_names(std::vector<SourceFile>{{"hop.leap", text}})), based);
}

TEST(OldWords, WordsThatCameLaterMayNameWhatOlderScriptsHave) {
    const std::string text = std::string(plain_body) + R"(
dial progress = 30 % in 0 %..100 %
counter collect in 0..9
move vertical_speed on jump {
  dial horizontal_speed = 2 m/s in 0..9
  phase up {
    start: launch up at 8 m/s * progress, launch forward at horizontal_speed, collect + 1
    end when grounded
  }
}
move other on dash {
  gate vertical_speed
  phase a for 0.1 s {
  }
}
)";
    const CompileOutput out = compile_text(text);
    ASSERT_TRUE(out.program) << first_error(out);
    EXPECT_EQ(out.program->dials[*out.program->find_dial("progress")].value, 0.3);
    EXPECT_EQ(notes_of(out), std::vector<std::string>{"'+' is the old word for '+='"});
}

TEST(OldWords, ASumNeedsTheWordOfToday) {
    const auto counted = [](const std::string& act) {
        const Scene scene(plain_body +
                          std::string("counter n in 0..99\nmove act on jump { phase a for 0.1 s { start: n = 7, ") +
                          act + " } }\n");
        return test::play(scene, TapeMaker(1).hold("jump", 0.2, 0.1)).state.actors[0].counters.at(0).value;
    };
    EXPECT_EQ(counted("n += 1 + 2"), 10.0);
    EXPECT_EQ(counted("n -= 1 + 2"), 4.0);
    EXPECT_EQ(counted("n += -2"), 5.0);
}

}  // namespace
}  // namespace leap::old_words_test
