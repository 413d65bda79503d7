// SPDX-License-Identifier: GPL-3.0-or-later
// What of the fixtures a frame of the stage holds: themselves, wheels and their forces, focus areas, gloves.
#include "studio/stage_desk/stage_fixtures.hpp"

#include <gtest/gtest.h>

#include <QImage>
#include <QPainter>

#include "core/senses/hands.hpp"
#include "core/tape/replay.hpp"
#include "studio/stage_desk/stage_focus.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::stage_fixtures_test {
namespace {

struct Shown {
    Project project = load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    Program program = project.compiled.program.value();
    Tuning tuning = written_tuning(program);
    Course course = build_course(project.course.value());
    SceneView rehearsal() const { return {program, tuning, course, 120}; }

    World at(const std::string& tape, double time) const {
        const Tape& one = project.find_tape(tape)->tape;
        World state = start_world(rehearsal(), one.tracks).value();
        run_ticks(rehearsal(), resolve_inputs(program, one).value(), ticks_for(time, 120), state, nullptr);
        return state;
    }
    StageRenderer::Frame frame(const World& state, const FixtureShows& shows) const {
        StageRenderer::Frame out;
        show_fixtures(rehearsal(), state, shows, out);
        return out;
    }
    std::size_t fixture(const std::string& name) const {
        for (std::size_t i = 0; i < course.plan.fixtures.size(); ++i)
            if (course.plan.fixtures[i].name == name) return i;
        ADD_FAILURE() << name;
        return 0;
    }
};

TEST(StageFixtures, EveryFixtureIsShownWhereItStands) {
    const Shown shown;
    const World state = shown.at("lamp round", 1.0);
    const SceneView rehearsal = shown.rehearsal();
    const auto frame = shown.frame(state, {});
    ASSERT_EQ(frame.fixtures.size(), shown.course.plan.fixtures.size());
    for (std::size_t i = 0; i < frame.fixtures.size(); ++i)
        EXPECT_EQ(frame.fixtures[i].pose.center, fixture_pose(rehearsal.context(state, state.actors[0]), i).center);
    EXPECT_EQ(frame.fixtures[shown.fixture("net house door")].drawn_as, "door");
    EXPECT_EQ(frame.fixtures[shown.fixture("old hand")].drawn_as, "");
}

TEST(StageFixtures, AParkedCartShowsFourWheelsAndTheForcesThatBearIt) {
    const Shown shown;
    const World state = shown.at("quay loop", 0.1);
    const auto with = shown.frame(state, {true, false});
    ASSERT_EQ(with.wheels.size(), 4U);
    ASSERT_EQ(with.lines.size(), 4U);
    double borne = 0.0;
    for (const auto& line : with.lines) {
        EXPECT_NEAR(line.from.z, 0.0, 1e-6) << "from the ground";
        EXPECT_FALSE(line.warns);
        borne += line.to.z - line.from.z;
    }
    constexpr double metres_per_newton = 0.5 / 1000.0;
    EXPECT_NEAR(borne, 300.0 * 28.0 * metres_per_newton, 1e-3) << "together its weight";
    EXPECT_TRUE(shown.frame(state, {false, false}).lines.empty());
}

TEST(StageFixtures, WhatIsTiedHangsOnItsRope) {
    const Shown shown;
    const World state = shown.at("gong pier", 3.0);
    const auto& ropes = shown.frame(state, {false, false}).ropes;
    const SceneView rehearsal = shown.rehearsal();
    const auto middle = [&](const std::string& name) {
        return fixture_pose(rehearsal.context(state, state.actors[0]), shown.fixture(name)).center;
    };
    const auto rope_of = [&](const std::string& tied, const std::string& to, double length_m) {
        const auto first = std::find_if(ropes.begin(), ropes.end(), [&](const StageRenderer::Frame::Line& line) {
            return glm::distance(line.from, middle(tied)) < 1e-9;
        });
        ASSERT_NE(first, ropes.end()) << tied;
        double length = 0.0;
        auto last = first;
        for (auto line = first; line != ropes.end() && (line == first || line->from == last->to); ++line) {
            length += glm::distance(line->from, line->to);
            last = line;
        }
        EXPECT_NEAR(glm::distance(last->to, middle(to)), 0.0, 1e-9);
        EXPECT_NEAR(length, length_m, 0.02) << "a slack one hangs through";
    };
    rope_of("wind sock", "mast head", 1.2);
    rope_of("chain lamp", "chain hook", 1.1);
}

TEST(StageFixtures, AWheelThatSlidesIsDrawnAsAWarning) {
    const Shown shown;
    World state = shown.at("quay loop", 0.1);
    state.wheels.at(0)[2].slides = true;
    int warnings = 0;
    for (const auto& line : shown.frame(state, {}).lines) warnings += line.warns ? 1 : 0;
    EXPECT_EQ(warnings, 1);
}

TEST(StageFixtures, AFocusAreaIsARingOrForAFrontThePartInWhichOneIsHeard) {
    const Shown shown;
    const World state = shown.at("quay loop", 0.1);
    const auto with = shown.frame(state, {false, true});
    ASSERT_FALSE(with.lines.empty());
    const auto lines_about = [&](const std::string& name) {
        const FixturePose& pose = with.fixtures[shown.fixture(name)].pose;
        const Vec3 foot = pose.center - world_up * (pose.half.z - 0.04);
        constexpr double reach = 3.0 + 0.3;  // from its side
        const auto of_it = [&](const Vec3& end) {
            const double away = glm::length(end - foot);
            return away < 1e-9 || std::abs(away - reach) < 1e-6;
        };
        std::vector<StageRenderer::Frame::Line> out;
        for (const auto& line : with.lines)
            if (of_it(line.from) && of_it(line.to)) out.push_back(line);
        return out;
    };
    const auto hand = lines_about("old hand");
    ASSERT_EQ(hand.size(), 38U) << "36 of the arc, and its two sides";
    const FixturePose& pose = with.fixtures[shown.fixture("old hand")].pose;
    const Vec3 front = Vec3{std::cos(pose.turn_rad), std::sin(pose.turn_rad), 0.0};
    for (const auto& line : hand) {
        const Vec3 way = horizontal(line.to - pose.center);
        if (horizontal_length(way) < 0.1) continue;
        EXPECT_GT(glm::dot(way / horizontal_length(way), front), std::cos(0.5 * 90.0 / 57.2957795) - 1e-6);
    }
}

TEST(StageFixtures, WhatHasTheFocusIsDrawnRoundAndNothingBehindTheView) {
    FixturePose pose;
    pose.center = {8, 0, 1.0};
    pose.half = {0.5, 0.5, 1.0};
    StageCamera camera;
    const QSize size(400, 300);
    const auto bounds = [&] {
        QImage image(size, QImage::Format_ARGB32_Premultiplied);
        image.fill(Qt::black);
        QPainter painter(&image);
        paint_focus(painter, pose, camera, size);
        painter.end();
        QRect out;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x)
                if (qGray(image.pixel(x, y)) > 100) out = out.united(QRect(x, y, 1, 1));
        return out;
    };
    const QRect seen = bounds();
    ASSERT_FALSE(seen.isEmpty());
    EXPECT_TRUE(QRectF(seen).contains(*camera.project(pose.center, size)));
    EXPECT_NEAR(seen.top(), camera.project({7.47, 0, 2.03}, size)->y(), 6.0);
    pose.center.x = -40.0;
    EXPECT_TRUE(bounds().isEmpty());
}

TEST(StageFixtures, GlovesAreShownForHandsThatAreRaisedOrHoldSomething) {
    const Shown shown;
    EXPECT_TRUE(shown.frame(shown.at("lamp round", 1.0), {}).gloves.empty());
    const World holding = shown.at("lamp round", 56.3);
    const SceneView rehearsal = shown.rehearsal();
    const auto frame = shown.frame(holding, {});
    ASSERT_EQ(frame.gloves.size(), 1U);
    EXPECT_LT(
        glm::length(frame.gloves[0].place -
                    fixture_pose(rehearsal.context(holding, holding.actors[0]), shown.fixture("signal lamp")).center),
        0.4)
        << "at what it holds";
}

TEST(StageFixtures, AKindThatIsLeftOutIsNotShown) {
    Shown shown;
    ASSERT_TRUE(leave_out(shown.program, "lamp", shown.tuning).has_value());
    const World state = shown.at("quay loop", 0.1);
    int lamps = 0;
    for (const auto& fixture : shown.frame(state, {}).fixtures) lamps += fixture.drawn_as == "lamp" ? 1 : 0;
    EXPECT_EQ(lamps, 0);
}

}  // namespace
}  // namespace leap::studio::stage_fixtures_test
