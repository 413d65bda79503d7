// SPDX-License-Identifier: GPL-3.0-or-later
// Fixtures as the user meets them: on the stage, in the score, in the events, on the script desk.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <QTest>

#include "core/senses/fixtures.hpp"
#include "studio/stage_desk/event_list.hpp"
#include "studio/stage_desk/stage_meshes.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::fixtures_test {
namespace {

struct Round : test::Studio {
    Round() {
        session->choose_tape("lamp round");
        settle();
    }
    double when(const std::string& words) const {
        const Trace& trace = session->now_run()->trace;
        for (const TraceEvent& event : trace.events)
            if (event_text(event, *session->program(), trace) == words) return event.time;
        return -1.0;
    }
    /// A picture of the stage at a time.
    QImage stage_at(double time) {
        session->set_cursor(time);
        settle();
        return desk->stage()->grab().toImage();
    }
};

TEST(FixtureViews, EventsAreSaidWithTheNamesOfTheCourse) {
    Round round;
    EXPECT_GT(round.when("gate used"), 0.0);
    EXPECT_GT(round.when("net lamp lit"), round.when("net house door open"));
    EXPECT_GT(round.when("quay bell carried the body through"), 0.0);
    round.desk->show_events(true);
    QTest::keyClicks(round.desk->events()->filter(), "lamp");
    EXPECT_GT(round.desk->events()->table()->model()->rowCount(), 4);
}

TEST(FixtureViews, TheScoreHasALaneForEachThatChangedAndAClickSelectsItsKind) {
    Round round;
    ScoreView* score = round.desk->score();
    score->resize(score->width(), 1200);
    const QRectF lane = score->fixture_lane("gate");
    ASSERT_TRUE(lane.isValid());
    EXPECT_TRUE(score->fixture_lane("roof lift").isValid());
    QTest::mouseClick(score, Qt::LeftButton, {}, QPoint(40, static_cast<int>(lane.center().y())));
    EXPECT_EQ(round.desk->sheet()->machine(), round.session->program()->find_machine("yard_gate").value());
    round.session->choose_tape("three hops");
    round.settle();
    EXPECT_FALSE(score->fixture_lane("gate").isValid()) << "nothing there touches it";
}

TEST(FixtureViews, StartingOverBeginsBeforeTheLanternThatBurnsAndTheTapeSaysSo) {
    Round round;
    ASSERT_TRUE(round.session->play("net quay").isEmpty());
    round.settle();
    QTest::keyPress(round.desk->stage(), Qt::Key_W);
    round.pass(0.9);
    QTest::keyRelease(round.desk->stage(), Qt::Key_W);
    round.pass(0.1);
    const FixtureId burns = round.session->live_view().state.actors[0].respawn.fixture;
    ASSERT_TRUE(burns) << "the walk led into the quay lamp";
    EXPECT_EQ(round.session->course()->plan.fixtures[burns.at()].name, "quay lamp");
    QTest::keyClick(round.desk->stage(), Qt::Key_R);
    round.settle();
    round.pass(0.5);
    const World& again = round.session->live_view().state;
    EXPECT_LT(again.time, 0.6);
    EXPECT_EQ(again.actors[0].respawn.fixture, burns);
    EXPECT_NEAR(again.actors[0].body.position.x, again.actors[0].respawn.feet.x, 0.05);
    QTest::keyClick(round.desk->stage(), Qt::Key_Escape);
    round.settle();
    ASSERT_NE(round.session->tape(), nullptr);
    EXPECT_EQ(round.session->tape()->tracks[0].start_lit, "quay lamp");
    EXPECT_TRUE(round.session->now_run()->problem.empty()) << "and it replays";
}

TEST(FixtureViews, TheStageShowsTheDoorAsItRises) {
    Round round;
    const double opening = round.when("net house door opening");
    const QImage during = round.stage_at(opening + 0.02);
    const QImage later = round.stage_at(opening + 0.3);
    EXPECT_NE(during, later) << "it rises";
}

TEST(FixtureViews, APathIsNotDrawnAcrossATeleport) {
    Round round;
    const Trace& trace = round.session->now_run()->trace;
    const double bell = round.when("quay bell carried the body through");
    const auto ribbon = path_ribbon(trace, 0, *round.session->program(), bell - 0.5, bell + 0.5, false, Qt::red);
    for (const RibbonVertex& v : ribbon) {
        const double length = std::hypot(v.next[0] - v.position[0], v.next[1] - v.position[1]);
        EXPECT_LT(length, 2.0);
    }
    EXPECT_FALSE(ribbon.empty());
}

TEST(FixtureViews, PlayedLiveAGateIsUsedAndTheTapeKeepsThePress) {
    test::Studio studio;
    ASSERT_TRUE(studio.session->play("net quay").isEmpty());
    QWidget* stage = studio.desk->stage();
    stage->setFocus();
    QTest::keyPress(stage, Qt::Key_W);
    studio.pass(0.7);
    QTest::keyPress(stage, Qt::Key_G);
    studio.pass(0.1);
    QTest::keyRelease(stage, Qt::Key_G);
    studio.pass(1.0);
    QTest::keyRelease(stage, Qt::Key_W);
    studio.pass(0.2);
    studio.session->stop();
    studio.settle();
    bool used = false;
    const Trace& trace = studio.session->now_run()->trace;
    for (const TraceEvent& event : trace.events) used = used || event.kind == EventKind::used;
    EXPECT_TRUE(used);
    bool pressed = false;
    for (const TapeEvent& event : studio.session->tape()->tracks[0].events)
        if (const auto* button = std::get_if<ButtonEvent>(&event.what)) pressed = pressed || button->button == "use";
    EXPECT_TRUE(pressed);
    EXPECT_LT(trace.tracks[0].rows.back().position.x, -10.5) << "through the gate";
}

TEST(FixtureViews, TheScriptDeskMapsAndProvesAFixture) {
    test::Studio studio;
    studio.window->show_desk("script");
    ScriptDesk* script = studio.window->desk<ScriptDesk>();
    studio.settle();
    script->show_machine(studio.session->program()->find_machine("sluice_door").value());
    studio.settle();
    EXPECT_EQ(script->editor()->path(), "fixtures/door.leap");
    EXPECT_TRUE(script->proof()->reason().isEmpty()) << "the press of its button opens it";
    studio.session->choose_tape("lamp round");
    studio.settle();
    const PhaseMap::Taken taken = script->map()->taken();
    EXPECT_EQ(taken.entered, (std::vector<int>{3, 1, 1, 1}))
        << "both doors are shut when it begins, and one again at the end";
    EXPECT_EQ(taken.transitions[0], (std::vector<int>{0, 1})) << "told by its lever, not used";
}

TEST(FixtureViews, ADoorBasedOnAnotherIsAddedInScriptAlone) {
    test::Studio studio;
    const std::string text = *studio.session->text("fixtures/door.leap") +
                             "\nfixture slow_door is sluice_door {\n  dial lift_time = 2 s  in 0.1..3\n}\n";
    studio.session->edit_text("fixtures/door.leap", text, "a new door");
    ASSERT_TRUE(studio.session->program_is_current());
    const auto kind = studio.session->program()->find_machine("slow_door");
    ASSERT_TRUE(kind.has_value());
    EXPECT_EQ(studio.session->program()->machines[*kind].phases.size(), 4U);
}

/// Frames of a live run, as the window's timer would draw them.
void play_on(test::Studio& studio, double seconds) {
    constexpr double frame_s = 1.0 / 60.0;
    for (double passed = 0.0; passed < seconds - 1e-9; passed += frame_s) {
        studio.clock += frame_s;
        studio.desk->stage()->next_frame();
    }
}

double look_yaw(const test::Studio& studio) {
    return studio.session->live_view().state.actors[0].look_yaw * 57.29577951308232;
}

TEST(FixtureViews, TheViewTurnsWithTheCartThatIsDriven) {
    test::Studio studio;
    std::string course = studio.file_text("quay.course.json");
    const std::string places = "\"places\": [";
    course.insert(course.find(places) + places.size(),
                  "\n    {\"name\": \"by the cart\", \"position\": [-31, 8.6, 0], \"facing\": 90},");
    studio.write_outside("quay.course.json", course);
    studio.settle();
    ASSERT_EQ(studio.session->play("by the cart"), QString());
    QWidget* stage = studio.desk->stage();
    play_on(studio, 0.2);
    QTest::keyPress(stage, Qt::Key_G);
    play_on(studio, 0.1);
    QTest::keyRelease(stage, Qt::Key_G);
    play_on(studio, 0.2);
    ASSERT_TRUE(studio.session->live_view().state.actors[0].seat);
    // Everything that speaks of fixtures is painted while it is played: lanes of the score, events, the sheet.
    studio.window->grab();
    const Trace& live = studio.session->live_view().trace;
    QStringList said;
    for (const TraceEvent& event : live.events)
        said << QString::fromStdString(event_text(event, *studio.session->program(), live));
    EXPECT_TRUE(said.contains("seated on quay cart")) << said.join(", ").toStdString();
    const double facing = studio.session->live_view().state.actors[0].facing;
    const double look = look_yaw(studio);
    QTest::keyPress(stage, Qt::Key_W);
    QTest::keyPress(stage, Qt::Key_D);
    play_on(studio, 1.5);
    const double turned =
        std::remainder(studio.session->live_view().state.actors[0].facing - facing, 6.283185307) * 57.29577951;
    ASSERT_LT(turned, -10.0) << "to the right";
    EXPECT_NEAR(std::remainder(look_yaw(studio) - look, 360.0), turned, 3.0) << "one frame behind at most";
    // The tape keeps it, and goes the same way.
    const Vec3 there = studio.session->live_view().state.actors[0].body.position;
    studio.session->stop();
    studio.settle();
    const Trace& trace = studio.session->now_run()->trace;
    EXPECT_NEAR(glm::length(trace.tracks[0].rows.back().position - there), 0.0, 0.15);
}

TEST(FixtureViews, WhoComesOutOfABellLooksTheWayItTurns) {
    test::Studio studio;
    const auto& fixtures = studio.session->course()->plan.fixtures;
    const auto in = std::find_if(fixtures.begin(), fixtures.end(),
                                 [](const PlacedFixture& f) { return f.kind == "bell" && !f.link.empty(); });
    ASSERT_NE(in, fixtures.end());
    const auto out =
        std::find_if(fixtures.begin(), fixtures.end(), [&](const PlacedFixture& f) { return f.name == in->link; });
    ASSERT_NE(out, fixtures.end());
    // Straight towards its front, from 2.5 m before it.
    const double turn = in->turn_deg / 57.29577951;
    std::string course = studio.file_text("quay.course.json");
    const std::string places = "\"places\": [";
    course.insert(course.find(places) + places.size(),
                  fmt::format("\n    {{\"name\": \"before it\", \"position\": [{}, {}, {}], \"facing\": {}}},",
                              in->position.x + 2.5 * std::cos(turn), in->position.y + 2.5 * std::sin(turn),
                              in->position.z, in->turn_deg + 180.0));
    const double wanted = std::remainder(out->turn_deg, 360.0);
    studio.write_outside("quay.course.json", course);
    studio.settle();
    ASSERT_EQ(studio.session->play("before it"), QString());
    QTest::keyPress(studio.desk->stage(), Qt::Key_W);
    bool through = false;
    for (int i = 0; i < 120 && !through; ++i) {
        play_on(studio, 1.0 / 60.0);
        for (const TraceEvent& event : studio.session->live_view().trace.events)
            through = through || event.kind == EventKind::teleported;
    }
    ASSERT_TRUE(through);
    play_on(studio, 0.1);
    EXPECT_NEAR(std::remainder(look_yaw(studio) - wanted, 360.0), 0.0, 1e-6) << "on, away from the other bell";
}

}  // namespace
}  // namespace leap::studio::fixtures_test
