// SPDX-License-Identifier: GPL-3.0-or-later
// What can be done with the mouse can be done with keys.
#include <gtest/gtest.h>
#include <QTest>

#include <set>

#include "core/tape/tape_edit.hpp"
#include "studio/course_desk/course_desk.hpp"
#include "studio/course_desk/course_drawing.hpp"
#include "studio/script_desk/curve_view.hpp"
#include "studio/script_desk/phase_map.hpp"
#include "studio/wire_desk/wire_stages.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio {
namespace {

struct Keys : test::Studio {
    void press(QWidget* where, Qt::Key key, Qt::KeyboardModifiers with = Qt::NoModifier) {
        QTest::keyClick(where, key, with);
        settle();
    }
    std::vector<Press> presses(const std::string& button) const { return presses_of(*session->tape(), {0, button}); }
};

TEST(KeysAlone, APressOfTheTapeIsChosenMovedMadeLongerAndTakenAway) {
    Keys at;
    ScoreView* score = at.desk->score();
    const std::vector<Press> before = at.presses("jump");
    ASSERT_GT(before.size(), 2U);
    const double tick = 1.0 / at.session->rate();
    at.press(score, Qt::Key_Home);
    at.press(score, Qt::Key_Right, Qt::ControlModifier);
    EXPECT_NEAR(at.session->cursor(), before[0].from_s, 1e-9) << "the cursor goes along";
    EXPECT_TRUE(score->spoken_words().contains("selected: jump from")) << score->spoken_words().toStdString();
    at.press(score, Qt::Key_Right, Qt::AltModifier);
    at.press(score, Qt::Key_Right, Qt::AltModifier);
    EXPECT_NEAR(at.presses("jump")[0].from_s, before[0].from_s + 2 * tick, 1e-6);
    EXPECT_NEAR(at.presses("jump")[0].to_s, before[0].to_s + 2 * tick, 1e-6) << "all of it";
    at.press(score, Qt::Key_Left, Qt::AltModifier | Qt::ShiftModifier);
    EXPECT_NEAR(at.presses("jump")[0].from_s, before[0].from_s + 2 * tick, 1e-6);
    EXPECT_NEAR(at.presses("jump")[0].to_s, before[0].to_s + tick, 1e-6) << "only its end";
    at.press(score, Qt::Key_Delete);
    EXPECT_EQ(at.presses("jump").size(), before.size() - 1);
    for (int i = 0; i < 4; ++i) at.session->undo_stack().undo();
    EXPECT_EQ(at.presses("jump"), before);
}

TEST(KeysAlone, TheNextPressIsThatOfAnyButtonAndTheLastStaysTheLast) {
    Keys at;
    ScoreView* score = at.desk->score();
    at.press(score, Qt::Key_End);
    for (int i = 0; i < 3; ++i) at.press(score, Qt::Key_Right, Qt::ControlModifier);
    const double last = at.session->cursor();
    at.press(score, Qt::Key_Right, Qt::ControlModifier);
    EXPECT_EQ(at.session->cursor(), last);
    std::set<QString> buttons;
    for (int i = 0; i < 20; ++i) {
        buttons.insert(score->spoken_words().section("selected: ", 1).section(' ', 0, 0));
        at.press(score, Qt::Key_Left, Qt::ControlModifier);
    }
    EXPECT_TRUE(buttons.contains("jump"));
    EXPECT_TRUE(buttons.contains("dash"));
}

TEST(KeysAlone, APointOfTheStickIsChosenAndMovedInTimeAndValue) {
    Keys at;
    ScoreView* score = at.desk->score();
    at.press(score, Qt::Key_Home);
    at.press(score, Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_FALSE(score->spoken_words().contains("selected")) << "its curves aren't shown";
    score->show_input_curves(true);
    at.settle();
    const auto points = [&] { return points_of(*at.session->tape(), 0, InputCurve::stick_ahead); };
    while (!score->spoken_words().contains("stick ahead") && at.session->cursor() < 9.0)
        at.press(score, Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_TRUE(score->spoken_words().contains("stick ahead")) << score->spoken_words().toStdString();
    const std::vector<InputPoint> before = points();
    at.press(score, Qt::Key_Down, Qt::AltModifier);
    at.press(score, Qt::Key_Right, Qt::AltModifier);
    const std::vector<InputPoint> after = points();
    ASSERT_EQ(after.size(), before.size());
    int moved = 0;
    for (std::size_t i = 0; i < after.size(); ++i) {
        if (after[i] == before[i]) continue;
        ++moved;
        EXPECT_NEAR(after[i].value, before[i].value - 0.05, 1e-9);
        EXPECT_NEAR(after[i].time_s, before[i].time_s + 1.0 / at.session->rate(), 1e-6);
    }
    EXPECT_EQ(moved, 1);
}

TEST(KeysAlone, PhasesAreRenamedReachedAndReworded) {
    Keys at;
    at.window->show_desk("script");
    at.window->desk<ScriptDesk>()->come_into_view(MachineId(*at.session->program()->find_machine("dash")));
    at.settle();
    auto* map = at.window->findChild<PhaseMap*>();
    ASSERT_NE(map, nullptr);
    map->setFocus();
    EXPECT_TRUE(map->spoken_words().contains("selected: phase burst, entered 2 times"))
        << map->spoken_words().toStdString();
    std::uint32_t went_to = 0;
    QObject::connect(map, &PhaseMap::place_wanted, map, [&](std::uint32_t, std::uint32_t begin) { went_to = begin; });
    at.press(map, Qt::Key_Return);
    EXPECT_GT(went_to, 0U);
    at.press(map, Qt::Key_F2);
    ASSERT_TRUE(map->entry()->isVisible());
    QTest::keyClicks(map->entry(), "blast");
    at.press(map->entry(), Qt::Key_Return);
    EXPECT_NE(at.session->text("moves/dash.leap")->find("phase blast"), std::string::npos);
    at.press(map, Qt::Key_Down);
    EXPECT_TRUE(map->spoken_words().contains("selected: to settle")) << map->spoken_words().toStdString();
    at.press(map, Qt::Key_F2);
    ASSERT_TRUE(map->entry()->isVisible());
    at.press(map, Qt::Key_Escape);
    at.press(map, Qt::Key_Delete);
    EXPECT_EQ(at.session->text("moves/dash.leap")->find("bumped(wall)"), std::string::npos) << "the way is gone";
}

TEST(KeysAlone, ACurveIsShaped) {
    Keys at;
    at.window->show_desk("script");
    CurveView view(*at.session);
    view.show_curve("burst_shape");
    view.resize(340, 210);
    view.show();
    const auto points = [&] {
        for (const CurveInfo& curve : at.session->program()->curves)
            if (curve.name == "burst_shape") return curve.points;
        return std::vector<syntax::CurvePoint>{};
    };
    ASSERT_EQ(points().size(), 3U);
    at.press(&view, Qt::Key_Right);
    at.press(&view, Qt::Key_Right);
    EXPECT_TRUE(view.spoken_words().contains("selected: 1 at 0.6")) << view.spoken_words().toStdString();
    at.press(&view, Qt::Key_Down);
    at.press(&view, Qt::Key_Left, Qt::AltModifier);
    EXPECT_NEAR(points()[1].y, 0.95, 1e-9);
    EXPECT_NEAR(points()[1].x, 0.55, 1e-9);
    at.press(&view, Qt::Key_Insert);
    EXPECT_EQ(points().size(), 4U);
    at.press(&view, Qt::Key_Delete);
    EXPECT_EQ(points().size(), 3U);
}

TEST(KeysAlone, TheCourseIsWalkedThroughAndPlacedOn) {
    Keys at;
    at.window->show_desk("course");
    at.settle();
    CourseDrawing* plan = at.window->desk<CourseDesk>()->findChildren<CourseDrawing*>().front();
    const auto& course = [&]() -> const CoursePlan& { return at.session->course()->plan; };
    at.press(plan, Qt::Key_N);
    const QString first = plan->spoken_words();
    EXPECT_FALSE(first.contains("Nothing selected")) << first.toStdString();
    at.press(plan, Qt::Key_N);
    EXPECT_NE(plan->spoken_words(), first);
    at.press(plan, Qt::Key_N, Qt::ShiftModifier);
    EXPECT_EQ(plan->spoken_words(), first);
    const std::size_t pieces = course().pieces.size();
    plan->arm("box");
    EXPECT_TRUE(plan->spoken_words().contains("Enter puts box"));
    at.press(plan, Qt::Key_Return);
    EXPECT_EQ(course().pieces.size(), pieces + 1);
    at.press(plan, Qt::Key_Delete);
    EXPECT_EQ(course().pieces.size(), pieces) << "what was placed was selected";
    const Vec3 place{1.0, 2.0, 0.0};
    const QPointF before = plan->at(place);
    at.press(plan, Qt::Key_Right, Qt::AltModifier);
    EXPECT_NEAR(plan->at(place).x(), before.x() - 60.0, 1e-6) << "the view is shifted, nothing in it moved";
    at.press(plan, Qt::Key_Plus);
    const QPointF other = plan->at(place + Vec3{1.0, 0.0, 0.0}) - plan->at(place);
    at.press(plan, Qt::Key_Minus);
    const QPointF again = plan->at(place + Vec3{1.0, 0.0, 0.0}) - plan->at(place);
    EXPECT_NEAR(other.x(), again.x() * 1.25, 1e-9);
}

TEST(KeysAlone, APeersStageIsChosen) {
    Keys at;
    at.window->show_desk("wire");
    at.settle();
    auto* stages = at.window->findChild<WireStages*>();
    ASSERT_NE(stages, nullptr);
    ASSERT_TRUE(
        QTest::qWaitFor([&] { return at.session->wire_runs().result(Side::now) != nullptr; }, test::patience(20000)));
    at.settle();
    std::vector<std::size_t> chosen;
    QObject::connect(stages, &WireStages::peer_chosen, stages, [&](std::size_t peer) { chosen.push_back(peer); });
    at.press(stages, Qt::Key_Right);
    at.press(stages, Qt::Key_Left);
    at.press(stages, Qt::Key_Left);
    EXPECT_EQ(chosen, (std::vector<std::size_t>{1, 0}));
}

}  // namespace
}  // namespace leap::studio
