// SPDX-License-Identifier: MIT
// What a fixture's phase waits for, and that a run which passes it over until then is the same run.
#include <gtest/gtest.h>

#include <cmath>

#include "tests/core/support.hpp"

namespace leap::fixture_waits_test {
namespace {

using test::Scene;
using test::TapeMaker;
using test::together;

struct Waits {
    const char* when;
    bool for_event;
    bool for_nearness;
};

class FixtureWaits : public ::testing::TestWithParam<Waits> {};
INSTANTIATE_TEST_SUITE_P(Conditions, FixtureWaits,
                         ::testing::Values(Waits{"used", true, true}, Waits{"used and near < sees", true, true},
                                           Waits{"dot(own_up, up) < 0.4 and touched", true, true},
                                           Waits{"used and phase_time > 1 s and not blocked", true, true},
                                           Waits{"used or told", false, false}, Waits{"not used", false, false},
                                           Waits{"touching", false, true}, Waits{"not touching", false, false},
                                           Waits{"near < 6 m", false, true}, Waits{"near <= sees", false, true},
                                           Waits{"6 m > length(own_middle - place)", false, true},
                                           Waits{"speed > 3 m/s and spots", false, true},
                                           Waits{"near > 6 m", false, false}, Waits{"near < speed * 1 s", false, false},
                                           Waits{"near < 6 m or speed > 3 m/s", false, false},
                                           Waits{"length(flat(place - own_middle)) < 6 m", false, false},
                                           Waits{"length(home_place - own_middle) < 6 m", false, false},
                                           Waits{"phase_time > 1 s", false, false}));

TEST_P(FixtureWaits, IsToldFromItsConditions) {
    const std::string text = std::string(test::plain_body) + R"(
button use key "E"
fixture post {
  dial sees = 6 m in 1..30
  box 1 m, 1 m, 2 m
  focus within 2 m on use
  let near = length(place - own_middle)
  let spots = near < sees and dot(own_ahead, direction(place - own_middle)) > 0.5
  phase idle { solid  go awake when )" +
                             std::string(GetParam().when) + " }\n  phase awake for 1 s { solid  go idle }\n}\n";
    const Program program = test::compile_or_fail(text);
    const Machine& post = program.machines[*program.find_machine("post")];
    EXPECT_EQ(post.phases[PhaseId(0)].waits_for_events, GetParam().for_event);
    EXPECT_EQ(post.phases[PhaseId(0)].waits_for_nearness, GetParam().for_nearness);
    EXPECT_FALSE(post.phases[PhaseId(1)].waits_for_nearness) << "its time passes anywhere";
}

TEST(FixtureWaiting, OneWayThatDoesntWaitIsEnough) {
    const Program program = test::compile_or_fail(std::string(test::plain_body) + R"(
fixture post {
  box 1 m, 1 m, 2 m
  phase a { solid  go b when touched  go b when length(place - own_middle) < 3 m }
  phase b { solid  go a when touched  go a when speed > 3 m/s }
  phase c { solid  go a when touched  go a after 2 s }
  phase d { solid }
})");
    const Machine& post = program.machines[*program.find_machine("post")];
    EXPECT_TRUE(post.phases[PhaseId(0)].waits_for_nearness);
    EXPECT_FALSE(post.phases[PhaseId(1)].waits_for_nearness);
    EXPECT_FALSE(post.phases[PhaseId(2)].waits_for_nearness);
    EXPECT_TRUE(post.phases[PhaseId(3)].waits_for_events);
}

/// Posts that wake when somebody comes near. In `plain` words nothing tells that they needn't be asked from afar.
std::string posts(bool plain) {
    return std::string(test::plain_body) + "body second is tester { }\n" + R"(
move jump_there on jump { phase p { start: launch up at 9 m/s  end } }
move thrown on dash { phase p for 0.4 s { drive forward at 90 m/s } }
fixture post {
  dial sees = 6 m in 1..30
  capsule radius 0.3 m height 1.7 m
  mass 60 kg
  let near = length(place - own_middle))" +
           std::string(plain ? " + 0 m * speed / 1 m/s" : "") + R"(
  phase idle { loose  upright  go awake when near < sees }
  phase awake { loose  upright  go idle when near > sees + 1 m }
}
)";
}

class FixtureWaiting : public ::testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, FixtureWaiting, ::testing::Values(30, 60, 120, 240, 480));

TEST_P(FixtureWaiting, IsMetAtTheSameInstantAsIfItWereAskedAllTheTime) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.front().size = {400, 400, 1};
    plan.places.push_back({"other", {0, -30, 0}, 90.0});
    for (int i = 0; i < 6; ++i)
        plan.fixtures.push_back(
            {"post " + std::to_string(i), "post", {12.0 + 14.0 * i, i % 2 == 0 ? 2.0 : -3.0, 0}, 0.0, ""});
    // There and back: walking, jumping, thrown along at 90 m/s, past them and out of their sight again.
    const Tape first = TapeMaker(9)
                           .stick(0.1, 0, 1)
                           .hold("jump", 1.3, 0.1)
                           .hold("dash", 3.0, 0.1)
                           .look(5.0, 180)
                           .hold("dash", 5.2, 0.1);
    const Tape second = TapeMaker(9).stick(0.1, 0.2, 1).hold("dash", 4.0, 0.1);
    const Tape tape = together({{"tester", "start", first}, {"second", "other", second}});
    for (const Tape& played : {first, tape}) {
        const Scene known(posts(false), plan);
        const Scene plain(posts(true), plan);
        ASSERT_TRUE(known.machine("post").phases[PhaseId(0)].waits_for_nearness);
        ASSERT_FALSE(plain.machine("post").phases[PhaseId(0)].waits_for_nearness);
        const Trace a = known.run(played, GetParam());
        const Trace b = plain.run(played, GetParam());
        const auto woken = test::spans_of(known, a, "post.awake");
        const auto expected = test::spans_of(plain, b, "post.awake");
        ASSERT_GE(woken.size(), 6U);
        ASSERT_EQ(woken.size(), expected.size());
        for (std::size_t i = 0; i < woken.size(); ++i) {
            EXPECT_NEAR(woken[i].from, expected[i].from, 1e-6);
            EXPECT_NEAR(woken[i].to, expected[i].to, 1e-6);
        }
        EXPECT_NEAR(glm::distance(a.tracks[0].rows.back().position, b.tracks[0].rows.back().position), 0.0, 1e-6);
    }
}

}  // namespace
}  // namespace leap::fixture_waits_test
