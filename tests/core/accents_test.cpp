// SPDX-License-Identifier: MIT
#include "core/tape/accents.hpp"

#include <gtest/gtest.h>

#include <numbers>
#include <sstream>

#include "tests/core/support.hpp"

namespace leap::accents_test {
namespace {

using test::Scene;
using test::TapeMaker;

constexpr double degree = std::numbers::pi / 180.0;

struct Shown {
    Scene scene;
    Tape tape;
    Trace trace;
    Shown(const std::string& more, const Tape& played)
        : scene(std::string(test::plain_body) + more), tape(played), trace(scene.run(tape)) {}
    AccentView at(double time) const {
        const SceneView r = scene.at(120);
        const World state = world_at(r, resolve_inputs(scene.program, tape).value(), trace, time);
        return accents_at({r, trace, state, state.actors[0], time});
    }
};

TEST(Accents, AViewWidthEasesInAndOutAgain) {
    const Shown dash("move dash_on on dash { phase a for 0.5 s { accent zoom 90 deg over 0.2 s } }\n",
                     TapeMaker(2).hold("dash", 0.5, 0.1));
    EXPECT_FALSE(dash.at(0.4).view_width);
    EXPECT_NEAR(*dash.at(0.8).view_width, 90 * degree, 1e-9);
    EXPECT_NEAR(dash.at(0.6).view_width_share, 0.5, 0.02) << "half of the ease";
    EXPECT_NEAR(dash.at(0.8).view_width_share, 1.0, 1e-9);
    EXPECT_NEAR(dash.at(1.1).view_width_share, 0.5, 0.02) << "on its way back";
    EXPECT_FALSE(dash.at(1.25).view_width);
}

TEST(Accents, OfTwoViewWidthsThatOfTheLayerNamedFirstCounts) {
    const Shown both(
        "stance proud when grounded { steer to 6 m/s gain 45 m/s^2 brake 70 m/s^2  accent zoom 70 deg over 0 s }\n"
        "move dash_on on dash { phase a for 1 s { accent zoom 90 deg over 0.2 s back 0.2 s } }\n"
        "move aim when held(jump) in arms { phase a for 2.4 s { accent zoom 110 deg over 0 s } }\n",
        TapeMaker(4).hold("jump", 0.1, 2.0).hold("dash", 0.5, 0.1));
    EXPECT_NEAR(*both.at(0.05).view_width, 70 * degree, 1e-9);
    EXPECT_NEAR(*both.at(0.4).view_width, 110 * degree, 1e-9) << "moves before stances";
    EXPECT_NEAR(*both.at(1.0).view_width, 90 * degree, 1e-9) << "the body's layer before others, and no mean of them";
    EXPECT_NEAR(*both.at(0.6).view_width, 100 * degree, 1 * degree) << "half way from the one behind it";
    EXPECT_NEAR(*both.at(1.6).view_width, 100 * degree, 1 * degree) << "half way back to it";
    EXPECT_NEAR(*both.at(2.2).view_width, 110 * degree, 1e-9);
    EXPECT_NEAR(*both.at(3.0).view_width, 70 * degree, 1e-9);
}

TEST(Accents, GoOutAtASpeedOfTheirOwn) {
    const Shown dash("move dash_on on dash { phase a for 0.5 s { accent zoom 90 deg over 0.2 s back 0.8 s } }\n",
                     TapeMaker(3).hold("dash", 0.5, 0.1));
    EXPECT_NEAR(dash.at(0.6).view_width_share, 0.5, 0.02);
    EXPECT_NEAR(dash.at(1.4).view_width_share, 0.5, 0.02) << "half of 0.8 s after its end";
    EXPECT_FALSE(dash.at(1.85).view_width);
    const Shown sudden("move dash_on on dash { phase a for 0.5 s { accent zoom 90 deg over 0.2 s back 0 s } }\n",
                       TapeMaker(3).hold("dash", 0.5, 0.1));
    EXPECT_TRUE(sudden.at(0.99).view_width);
    EXPECT_FALSE(sudden.at(1.01).view_width);
    const Shown slow("move dash_on on dash { phase a for 0.5 s { accent zoom 90 deg back 0.8 s } }\n",
                     TapeMaker(3).hold("dash", 0.5, 0.1));
    EXPECT_NEAR(slow.at(0.51).view_width_share, 1.0, 1e-9) << "in at once";
    EXPECT_NEAR(slow.at(1.4).view_width_share, 0.5, 0.02);
}

TEST(Accents, AKindLeftOutOfTheRunIsNotSeenAndTheMotionIsTheSame) {
    Shown dash(
        "move dash_on on dash { phase a for 0.5 s { drive forward at 9 m/s  accent zoom 90 deg  accent trail } }\n",
        TapeMaker(2).hold("dash", 0.5, 0.1));
    ASSERT_TRUE(dash.at(0.7).view_width);
    const std::uint64_t before = trace_hash(dash.trace);
    ASSERT_TRUE(leave_out(dash.scene.program, "dash_on.zoom", dash.scene.tuning));
    EXPECT_FALSE(dash.at(0.7).view_width);
    EXPECT_TRUE(dash.at(0.7).trail) << "the others stay";
    EXPECT_EQ(trace_hash(dash.scene.run(dash.tape)), before);
    EXPECT_FALSE(leave_out(dash.scene.program, "dash_on.shake", dash.scene.tuning)) << "it has none";
    EXPECT_FALSE(leave_out(dash.scene.program, "dash_on.nonsense", dash.scene.tuning));
    EXPECT_FALSE(leave_out(dash.scene.program, "nobody.zoom", dash.scene.tuning));
}

TEST(Accents, ShakingStopsWithItsPhase) {
    const Shown hit("move hit on dash { phase a for 0.4 s { accent shake 4 cm at 15 /s } }\n",
                    TapeMaker(2).hold("dash", 0.5, 0.1));
    double most = 0.0;
    for (int i = 0; i < 40; ++i) most = std::max(most, glm::length(hit.at(0.5 + i * 0.01).shake));
    EXPECT_GT(most, 0.03);
    EXPECT_LT(most, 0.04 * 1.5);
    EXPECT_EQ(hit.at(0.95).shake, Vec3{0.0});
    EXPECT_EQ(hit.at(0.4).shake, Vec3{0.0});
}

TEST(Accents, BobbingOnlyOnTheGroundAndInMotion) {
    const Shown walk(
        "stance stroll when grounded { steer to 6 m/s gain 45 m/s^2 brake 70 m/s^2  accent bob 5 cm per 1.5 m }\n"
        "move hop on jump { gate grounded  phase a { start: launch up at 8 m/s  end when grounded } }\n",
        TapeMaker(4).stick(1.0, 0, 1).hold("jump", 2.5, 0.1).stick(3.4, 0, 0));
    const auto most = [&](double from, double to) {
        double out = 0.0;
        for (double t = from; t < to; t += 0.01) out = std::max(out, walk.at(t).bob);
        return out;
    };
    EXPECT_EQ(most(0.1, 0.9), 0.0) << "standing";
    EXPECT_NEAR(most(1.3, 2.4), 0.05, 0.004);
    EXPECT_EQ(most(2.55, 2.95), 0.0) << "in the air";
    EXPECT_EQ(most(3.8, 3.95), 0.0) << "back at rest";
}

TEST(Accents, PosesOfPhasesAndOfActs) {
    const Shown hop(R"(move hop on jump {
  on landed: accent pose "land" for 0.2 s
  phase up_there { start: launch up at 8 m/s  accent pose "rise" weight 60 %  accent freeze  end when grounded }
})",
                    TapeMaker(2).hold("jump", 0.5, 0.1));
    ASSERT_EQ(hop.at(0.6).poses.size(), 1U);
    EXPECT_EQ(hop.at(0.6).poses[0].name, "rise");
    EXPECT_NEAR(hop.at(0.6).poses[0].weight, 0.6, 1e-9);
    EXPECT_NEAR(hop.at(0.6).frozen_since.value(), 0.5, 1e-9);
    const double landed = test::times_of(hop.trace, EventKind::landed).at(0);
    ASSERT_EQ(hop.at(landed + 0.02).poses.size(), 1U);
    EXPECT_EQ(hop.at(landed + 0.02).poses[0].name, "land");
    EXPECT_TRUE(hop.at(landed + 0.25).poses.empty());
}

TEST(Accents, NeverAlterTheMotion) {
    // The same script with every accent taken out gives the same trace, bit for bit.
    const std::string with = R"(move hop on jump {
  gate grounded
  on landed: stop rising, accent pose "land" for 0.2 s
  phase up_there {
    start: launch up at 8 m/s
    accent pose "rise"
    accent zoom 90 deg over 0.1 s
    accent shake 10 cm at 15 /s
    accent lean 20 deg
    accent lag 0.3 s
    accent squash 60 %
    accent freeze
    accent trail
    accent line to place + up * 3 m
    end when grounded
  }
})";
    std::string without;
    std::istringstream lines(with);
    for (std::string line; std::getline(lines, line);) {
        const auto accent = line.find("accent ");
        if (accent == std::string::npos) without += line + "\n";
        // An act stands behind others on its line, a phase's accent on a line of its own.
        if (accent != std::string::npos && line.find("on landed") != std::string::npos)
            without += line.substr(0, line.rfind(',', accent)) + "\n";
    }
    ASSERT_EQ(without.find("accent"), std::string::npos);
    for (unsigned seed = 1; seed <= 5; ++seed) {
        const Scene a(std::string(test::plain_body) + with);
        const Scene b(std::string(test::plain_body) + without);
        EXPECT_EQ(trace_hash(a.run(test::random_tape(a.program, seed, 5.0))),
                  trace_hash(b.run(test::random_tape(b.program, seed, 5.0))));
    }
}

}  // namespace
}  // namespace leap::accents_test
