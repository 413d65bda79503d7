// SPDX-License-Identifier: MIT
// Whatever moves a character (walk, launch, drive, rope, flight, cling, seat, teleport) meets the same solids: the
// course's, fixtures that stand and fixtures that move.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/bodies/known_poses.hpp"
#include "core/defaults.hpp"
#include "tests/core/support.hpp"

namespace leap::met_solids_test {
namespace {

using test::Scene;
using test::TapeMaker;

const std::string every_effect = std::string(test::plain_body) + R"(
button hook key "Q"
button away key "E"
button along key "R"
button get_on key "F"
let ahead_up = place + look * 9 m + up * 3 m
move throw on jump { phase a { start: launch look + up * 0.5 at 14 m/s  end when grounded  end after 1.5 s } }
move burst on dash { phase a for 0.4 s { drive look at 17 m/s  gravity 0 m/s^2 } }
move swing on hook {
  phase a for at most 2.5 s {
    start: remember point = ahead_up, launch up at 4 m/s
    rope to point length 5 m reel 1 m/s
    steer to 12 m/s gain 8 m/s^2
    end when grounded after 0.5 s
  }
}
move flight on away {
  phase a for at most 1.5 s { start: remember goal = ahead_up  fly to goal at 15 m/s  end when reached  end when bumped(wall) }
}
move wall_run on along {
  probe side = wall within 0.8 m
  gate side.hit
  phase a for at most 1.2 s { start: launch up at 5 m/s  cling to side  gravity 3 m/s^2  end when not side.hit }
}
fixture pillar { box 1.2 m, 1.2 m, 4 m  phase stands { solid } }
fixture post { capsule radius 0.5 m height 3 m  phase stands { solid } }
fixture shuttle {
  dial far = 4 m
  box 1 m, 2.5 m, 2.5 m
  phase there for 1.3 s { solid  slide far, 0 m, 0 m  go back }
  phase back for 1.3 s { solid  slide 0 m, 0 m, 0 m  go there }
}
fixture gate_leaf {
  box 3 m, 0.3 m, 2.4 m
  phase there for 1.1 s { solid  swing 90 deg  go back }
  phase back for 1.1 s { solid  swing 0 deg  go there }
}
fixture crate { box 0.8 m, 0.8 m, 0.8 m  mass 30 kg  phase lies { loose } }
)";

/// A walled yard of 30 m with fixtures of every kind.
CoursePlan yard(unsigned seed) {
    std::mt19937 random(seed);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random()) / 4294967296.0;
    };
    CoursePlan plan = test::flat_plan();
    for (const double side : {-1.0, 1.0}) {
        plan.pieces.push_back(test::box({15.5 * side, 0, 6}, {1, 32, 12}));
        plan.pieces.push_back(test::box({0, 15.5 * side, 6}, {32, 1, 12}));
    }
    plan.pieces.push_back(test::box({0, 0, 12.5}, {32, 32, 1}));
    const std::vector<std::string> kinds{"pillar", "post", "shuttle", "gate_leaf", "crate"};
    for (int i = 0; i < 22; ++i) {
        const Vec3 place{between(-13, 13), between(-13, 13), 0.0};
        if (glm::length(place) < 3.0) continue;
        plan.fixtures.push_back(
            {fmt::format("f{}", i), kinds[static_cast<std::size_t>(i) % kinds.size()], place, between(-180, 180), ""});
    }
    return plan;
}

/// How deep the body stands in anything now; things that are pushed give way by themselves and don't count.
double depth_now(const SceneView& rehearsal, const World& state, bool moving_too) {
    StepCache cache;
    place_solids(rehearsal, state, state.actors[0], cache);
    double deepest = 0.0;
    const Capsule capsule{state.actors[0].radius, state.actors[0].height};
    if (const auto in = deepest_overlap(rehearsal.course, capsule, state.actors[0].body.position)) deepest = in->depth;
    for (const Solid& solid : cache.moving.solids) {
        const auto fixture = static_cast<std::size_t>(solid.surface.index);
        if (rehearsal.layout.can_be_loose(fixture)) continue;
        if (!moving_too && !cache.poses[fixture].still) continue;
        MovingSolids one;
        one.solids = {solid};
        one.note_all_moved();
        static const Course nothing = test::course_of({});
        if (const auto in = deepest_overlap({nothing, one}, capsule, state.actors[0].body.position))
            deepest = std::max(deepest, in->depth);
    }
    return deepest;
}

class MetSolids : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, MetSolids, testing::Values(30, 60, 120, 240, 480));

TEST_P(MetSolids, AreNeverPassedByAnyEffect) {
    double in_still = 0.0;
    double in_moving = 0.0;
    for (unsigned seed = 1; seed <= 6; ++seed) {
        const Scene scene(every_effect, yard(seed));
        const SceneView rehearsal = scene.at(GetParam());
        const Tape tape = test::random_tape(scene.program, seed * 31, 12.0);
        const auto inputs = resolve_inputs(scene.program, tape).value();
        World state = start_world(rehearsal, alone_at("start")).value();
        const auto end = ticks_for(tape.length_s, GetParam());
        for (std::int64_t tick = 1; tick <= end; ++tick) {
            run_ticks(rehearsal, inputs, tick, state, nullptr);
            in_still = std::max(in_still, depth_now(rehearsal, state, false));
            in_moving = std::max(in_moving, depth_now(rehearsal, state, true));
            const Vec3 p = state.actors[0].body.position;
            ASSERT_TRUE(std::abs(p.x) < 15 && std::abs(p.y) < 15 && p.z > -0.01 && p.z < 12)
                << "seed " << seed << " tick " << tick;
        }
    }
    EXPECT_LT(in_still, defaults::contact_gap_m);
    EXPECT_LT(in_moving, 0.02) << "what moves pushes the body out within a step";
}

/// A fast swing against a thin shutter: standing, or so slow on its way that it hardly moves.
TEST_P(MetSolids, AThinFixtureStopsAFastSwing) {
    const std::string script =
        "button jump key \"Space\"\n"
        "body b { capsule radius 0.3 m height 1.6 m gravity 28 m/s^2 }\n"
        "stance still { steer to 0 m/s }\n"
        "let anchor = forward * 9 m + up * 20.8 m\n"
        "fixture shutter { box 0.06 m, 8 m, 14 m\n"
        "  phase stands for 20 s { solid  slide 0.1 m, 0 m, 0 m } }\n"
        "fixture board { box 0.06 m, 8 m, 14 m  phase stands { solid } }\n"
        "move hang on jump { phase a { rope to anchor length 9 m  end when grounded } }\n";
    for (const std::string kind : {"shutter", "board"}) {
        CoursePlan plan = test::flat_plan();
        plan.places[0].position.z = 20.0;
        const Scene open(script, plan);
        const Tape tape = TapeMaker(3).hold("jump", 0.0, 3.0);
        double farthest_open = 0.0;
        for (const Trace trace = open.run(tape, GetParam()); const TraceRow& row : trace.tracks[0].rows)
            farthest_open = std::max(farthest_open, row.position.x);
        EXPECT_GT(farthest_open, 15.0);
        for (double at = 9.0; at < 9.5; at += 0.05) {
            plan.fixtures = {{"in the way", kind, {at, 0, 6}, 0.0, ""}};
            double farthest = 0.0;
            for (const Trace trace = Scene(script, plan).run(tape, GetParam());
                 const TraceRow& row : trace.tracks[0].rows)
                farthest = std::max(farthest, row.position.x);
            EXPECT_LT(farthest, at) << kind << " at " << at;
        }
    }
}

const std::string truck = std::string(test::plain_body) + R"(
button use key "E"
fixture truck {
  box 2 m, 1 m, 0.5 m
  mass 400 kg
  wheels at 0.8 m, 0.6 m, 0 m radius 0.3 m travel 0.3 m stiffness 20 kN/m damping 60 % grip 100 %
  focus within 1.5 m on use prompt "Drive"
  phase parked { loose  wheels brake 4000 N  go driven when used }
  phase driven { loose  seat -0.2 m, 0 m, 0.2 m  wheels push 2500 N * stick_ahead  go parked when pressed(use)  go parked when not ridden }
}
)";

TEST_P(MetSolids, ABeamTakesTheRiderOffWhatDrivesUnderIt) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({9, 0, 2.0}, {0.5, 8, 0.8}));  // from 1.6 m up: the truck fits, its rider doesn't
    plan.fixtures = {{"truck", "truck", {2, 0, 0.4}, 0.0, ""}};
    const Scene scene(truck, plan);
    const auto played =
        test::play(scene, TapeMaker(6).hold("use", 1.0, 0.1).stick(1.2, 0, 1).stick(4.0, 0, 0), GetParam());
    EXPECT_EQ(test::times_of(played.trace, EventKind::seated).size(), 1U);
    EXPECT_EQ(test::times_of(played.trace, EventKind::stepped_out).size(), 1U);
    EXPECT_LT(played.state.actors[0].body.position.x, 9.0) << "the rider stays before the beam";
    EXPECT_GT(played.state.loose.at(0).body.place.x, 9.0) << "the truck goes on below it";
    EXPECT_LT(depth_now(scene.at(GetParam()), played.state, true), defaults::contact_gap_m);
}

}  // namespace
}  // namespace leap::met_solids_test
