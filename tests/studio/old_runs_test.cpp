// SPDX-License-Identifier: GPL-3.0-or-later
// Views ask the run they show: moves that are gone from the script while an older run is in view, or is being played.
#include <gtest/gtest.h>

#include <QPixmap>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio::old_runs_test {
namespace {

using test::Studio;

/// The script without any of its moves: every number that an older run knows lies past the end of its tables.
void leave_few_names(Studio& studio) {
    const std::string path = studio.session->project().file.script;
    studio.session->edit_text(path, R"(
button jump key "Space"
body wick { capsule radius 0.32 m height 1.72 m gravity 28 m/s^2 }
stance walk { steer to 6 m/s gain 45 m/s^2 brake 70 m/s^2 }
move only on jump { phase a for 0.1 s { } }
)",
                              "fewer");
    ASSERT_TRUE(studio.session->program_is_current());
    ASSERT_EQ(studio.session->program()->moves.size(), 1U);
}

void paint_everything(Studio& studio) {
    studio.desk->score()->set_curves({"feet", "breath", "cart.slip", "coins"});
    (void)studio.window->grab();
    (void)studio.desk->score()->grab();
    (void)studio.desk->sheet()->grab();
    for (const double share : {0.1, 0.5, 0.9}) {
        studio.session->set_cursor(studio.session->length() * share);
        (void)studio.window->grab();
    }
}

TEST(OldRuns, ArePaintedWithTheirOwnNamesBeforeTheNewReplayIsIn) {
    for (const char* tape : {"lamp round", "cart track", "chain of three", "crane swing"}) {
        Studio studio;
        studio.session->choose_tape(tape);
        studio.settle();
        const RunPointer before = studio.session->now_run();
        leave_few_names(studio);
        EXPECT_EQ(studio.session->now_run(), before) << "the new one can't be in yet";
        EXPECT_EQ(studio.session->run_program(), before->ingredients.program);
        paint_everything(studio);
        studio.settle();
        paint_everything(studio);
    }
}

TEST(OldRuns, PlayingGoesOnWithTheProgramItBeganWith) {
    Studio studio;
    ASSERT_TRUE(studio.session->play({}).isEmpty());
    studio.pass(0.3);
    studio.session->live()->button("dash", true);
    studio.pass(0.2);
    const auto played = studio.session->run_program();
    leave_few_names(studio);
    EXPECT_EQ(studio.session->run_program(), played);
    studio.session->live()->button("jump", true);
    studio.pass(0.4);
    paint_everything(studio);
    for (const MoveAnswer& answer : studio.session->explain_at(studio.session->cursor()))
        EXPECT_EQ(answer.move, studio.session->program()->find_machine("only").value_or(MachineId{}))
            << "known to the new one only";
    studio.session->stop();
    paint_everything(studio);
    studio.settle();
    paint_everything(studio);
}

TEST(OldRuns, ResultsOfAnOlderProgramAreDropped) {
    Studio studio;
    for (int i = 0; i < 6; ++i) {
        studio.session->preview_dial(studio.dial("hop.rise"), 2.0 + 0.1 * i);
        leave_few_names(studio);
        studio.session->undo_stack().undo();
        QTest::qWait(i);
    }
    studio.settle();
    EXPECT_EQ(studio.session->now_run()->ingredients.program, studio.session->program());
    EXPECT_EQ(studio.session->kept_run()->ingredients.program, studio.session->program());
}

}  // namespace
}  // namespace leap::studio::old_runs_test
