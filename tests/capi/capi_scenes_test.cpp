// SPDX-License-Identifier: MIT
// Worlds that go from scene to scene: kinds switched off, states kept in another scene, and what is asked in between.
#include <gtest/gtest.h>

#include <string>

#include "tests/capi/hopper.hpp"

namespace leap::capi_test {
namespace {

constexpr const char* yard_script = R"(
button jump key "Space"
button use key "E"
body pip { capsule radius 0.3 m height 1.7 m  eyes at 1.5 m  gravity 20 m/s^2 }
stance walk { steer to 6 m/s gain 40 m/s^2 brake 50 m/s^2 }
probe ahead = ray look 10 m hits door
move knock on jump {
  gate ahead.hit "needs a door ahead"
  phase up for 0.2 s { }
}
fixture door { box 0.2 m, 6 m, 3 m  phase shut { solid } }
fixture cart { box 1 m, 1 m, 0.5 m  mass 50 kg
  probe sees = ray own_front 10 m from middle hits door
  gauge gap = sees.distance "how far the door is"
  focus within 3 m on use prompt "Ride"
  phase waits { loose  go ridden when used }
  phase ridden { loose  seat 0 m, 0 m, 0.3 m } }
)";

std::string yard_course(const char* name, double door_x) {
    return R"({"format": 1, "name": ")" + std::string(name) +
           R"(", "places": [{"name": "here", "position": [0, 0, 0], "facing": 0}],
               "pieces": [{"name": "floor", "kind": "box", "center": [0, 0, -0.5], "size": [50, 50, 1]}],
               "fixtures": [{"name": "door", "kind": "door", "position": [)" +
           std::to_string(door_x) + R"(, 0, 0]},
                            {"name": "cart", "kind": "cart", "position": [0, 1.5, 0]}]})";
}

ProgramHandle yard_program() {
    const leap_source source{sizeof(leap_source), "yard.leap", yard_script, std::strlen(yard_script)};
    leap_program* out = nullptr;
    leap_error error = LEAP_ERROR_INIT;
    EXPECT_EQ(leap_compile(&source, 1, &out, nullptr, &error), LEAP_OK) << error.line << ": " << error.message;
    return ProgramHandle(out);
}

CourseHandle read(const std::string& json) {
    leap_course* out = nullptr;
    leap_error error = LEAP_ERROR_INIT;
    EXPECT_EQ(leap_course_read(json.c_str(), json.size(), &out, &error), LEAP_OK) << error.message;
    return CourseHandle(out);
}

std::string why_not(const WorldHandle& world, int move) {
    char text[256] = "";
    leap_why_not(world.get(), 0, move, text, sizeof text);
    return text;
}

TEST(CapiScenes, WhatIsAskedFromOutsideMeetsFixturesAsTheRunDoes) {
    const ProgramHandle program = yard_program();
    const CourseHandle course = read(yard_course("yard", 4.0));
    const WorldHandle world = world_of(scene_of(program, course), "here");
    const int gap = leap_find(program.get(), LEAP_VALUES, "cart.gap");
    const int knock = leap_find(program.get(), LEAP_MACHINES, "knock");
    ASSERT_GE(gap, 0);
    for (int tick = 0; tick < 3; ++tick) {
        double value = 0.0;
        ASSERT_EQ(leap_value(world.get(), 0, static_cast<std::size_t>(gap), &value), LEAP_OK);
        EXPECT_NEAR(value, 3.9, 1e-6) << "before and after ticks";
        EXPECT_EQ(why_not(world, knock), "ready");
        leap_step(world.get());
    }
    ASSERT_EQ(leap_button(world.get(), 0, leap_find(program.get(), LEAP_BUTTONS, "jump"), 1, 0.0), LEAP_OK);
    leap_step(world.get());
    EXPECT_EQ(character_of(world).move, knock) << "the run starts it, as was said";
}

TEST(CapiScenes, AKindMayBeSwitchedOffAndOnWhileAWorldRuns) {
    const ProgramHandle program = yard_program();
    const CourseHandle course = read(yard_course("yard", 4.0));
    const SceneHandle with = scene_of(program, course);
    leap_tuning* made = nullptr;
    ASSERT_EQ(leap_tuning_new(program.get(), &made, nullptr), LEAP_OK);
    const TuningHandle tuning(made);
    ASSERT_EQ(leap_tuning_leave_out(tuning.get(), "cart", nullptr), LEAP_OK);
    const SceneHandle without = scene_of(program, course, tuning.get());
    const WorldHandle world = world_of(with, "here");
    const int use = leap_find(program.get(), LEAP_BUTTONS, "use");
    for (int i = 0; i < 30; ++i) leap_step(world.get());
    leap_button(world.get(), 0, use, 1, 0.0);
    for (int i = 0; i < 10; ++i) leap_step(world.get());
    ASSERT_EQ(character_of(world).seat, 1);
    leap_state* kept = nullptr;
    ASSERT_EQ(leap_save(world.get(), &kept), LEAP_OK);
    const StateHandle seated(kept);
    ASSERT_EQ(leap_world_use(world.get(), without.get(), nullptr), LEAP_OK);
    for (int i = 0; i < 60; ++i) ASSERT_EQ(leap_step(world.get()), LEAP_OK);
    EXPECT_EQ(character_of(world).seat, -1);
    EXPECT_EQ(character_of(world).grounded, 1);
    ASSERT_EQ(leap_restore(world.get(), seated.get(), nullptr), LEAP_OK) << "a state from when the cart was there";
    ASSERT_EQ(leap_step(world.get()), LEAP_OK);
    EXPECT_EQ(character_of(world).seat, -1);
    ASSERT_EQ(leap_world_use(world.get(), with.get(), nullptr), LEAP_OK);
    for (int i = 0; i < 60; ++i) ASSERT_EQ(leap_step(world.get()), LEAP_OK);
    const WorldHandle later = world_of(without, "here");
    ASSERT_EQ(leap_restore(later.get(), seated.get(), nullptr), LEAP_OK);
    for (int i = 0; i < 10; ++i) ASSERT_EQ(leap_step(later.get()), LEAP_OK);
}

TEST(CapiScenes, AStateOfAnotherRateCourseOrProgramIsRefusedWithTheReason) {
    const ProgramHandle program = yard_program();
    const CourseHandle course = read(yard_course("yard", 4.0));
    const WorldHandle world = world_of(scene_of(program, course), "here");
    for (int i = 0; i < 5; ++i) leap_step(world.get());
    leap_state* kept = nullptr;
    ASSERT_EQ(leap_save(world.get(), &kept), LEAP_OK);
    const StateHandle before(kept);
    const auto refused = [&](const WorldHandle& other, const char* why) {
        ASSERT_EQ(leap_save(other.get(), &kept), LEAP_OK);
        const StateHandle state(kept);
        leap_error error = LEAP_ERROR_INIT;
        EXPECT_EQ(leap_restore(world.get(), state.get(), &error), LEAP_ARGUMENT);
        EXPECT_EQ(std::string(error.message), std::string("the state does not fit this world: ") + why);
    };
    refused(world_of(scene_of(program, course, nullptr, 60), "here"), "it runs at 60 ticks per second, expected 120");
    const CourseHandle farther = read(yard_course("yard", 5.0));
    refused(world_of(scene_of(program, farther), "here"), "its course has other fixtures");
    const CourseHandle elsewhere = read(yard_course("field", 4.0));
    refused(world_of(scene_of(program, elsewhere), "here"), "it was saved in another course");
    const ProgramHandle twin = yard_program();
    refused(world_of(scene_of(twin, course), "here"), "it belongs to another program");
    EXPECT_EQ(leap_time(world.get()), 5.0 / 120.0) << "nothing has changed";
    const CourseHandle same = read(yard_course("yard", 4.0));
    const WorldHandle reread = world_of(scene_of(program, same), "here");
    EXPECT_EQ(leap_restore(reread.get(), before.get(), nullptr), LEAP_OK) << "the same course, read again";
}

/// A caller that was compiled against a later version hands over longer structs.
TEST(CapiScenes, RunsMayBeStructsOfALaterVersion) {
    struct Later {
        leap_run run;
        double more[3];
    };
    const ProgramHandle program = yard_program();
    const CourseHandle course = read(yard_course("yard", 4.0));
    const SceneHandle scene = scene_of(program, course);
    const std::string tape =
        R"({"format": 1, "name": "t", "rate": 120, "start": {"at": "here"}, "length": 0.5, "events": []})";
    std::array<Later, 3> runs{};
    for (Later& each : runs) {
        each.run.size = sizeof(Later);
        each.run.scene = scene.get();
        each.run.tape = tape.c_str();
        each.run.tape_length = tape.size();
        each.more[1] = 7.0;
    }
    ASSERT_EQ(leap_run_all(&runs[0].run, runs.size(), 2, nullptr, nullptr), LEAP_OK);
    for (const Later& each : runs) {
        EXPECT_EQ(each.run.result, LEAP_OK) << each.run.message;
        EXPECT_EQ(std::memcmp(each.run.hash, runs[0].run.hash, sizeof each.run.hash), 0);
        EXPECT_EQ(each.more[1], 7.0) << "what isn't known is left alone";
    }
    runs[1].run.size = sizeof(leap_run);
    EXPECT_EQ(leap_run_all(&runs[0].run, runs.size(), 1, nullptr, nullptr), LEAP_ARGUMENT) << "of two versions";
    runs[0].run.size = 8;
    EXPECT_EQ(leap_run_all(&runs[0].run, 1, 1, nullptr, nullptr), LEAP_ARGUMENT);
}

}  // namespace
}  // namespace leap::capi_test
