// SPDX-License-Identifier: MIT
// The live link as a game calls it, without a window, and the inputs of a tape given to a world. With a window: see
// tests/studio/game_desk_test.cpp.
#include <gtest/gtest.h>

#include <cstdlib>
#include <filesystem>

#include "core/project/course_file.hpp"
#include "tests/capi/hopper.hpp"

namespace leap::capi_test {
namespace {

struct LinkHandle {
    leap_link* link = nullptr;
    explicit LinkHandle(const char* project = nullptr) {
        // A folder without windows.
        ::setenv("XDG_RUNTIME_DIR", "/nowhere", 1);
        EXPECT_EQ(leap_link_new("game", project, &link, nullptr), LEAP_OK);
    }
    ~LinkHandle() { leap_link_free(link); }
    LinkHandle(const LinkHandle&) = delete;
    LinkHandle& operator=(const LinkHandle&) = delete;
    std::string status() const {
        char text[128];
        leap_link_status(link, text, sizeof text);
        return text;
    }
};

TEST(CapiLink, WithoutAWindowAGameGoesOnAndSaysWhyItIsntLinked) {
    LinkHandle of;
    EXPECT_EQ(of.status(), "not yet looked for");
    EXPECT_EQ(leap_link_poll(of.link), 0);
    EXPECT_EQ(leap_link_is_joined(of.link), 0);
    EXPECT_EQ(of.status(), "no window of Easy Leap is open");
    LinkHandle named("quay");
    leap_link_poll(named.link);
    EXPECT_EQ(named.status(), "no window of Easy Leap has quay open");
    Level level;
    const WorldHandle world = world_of(scene_of(hopper_program(), course_of(level)));
    EXPECT_EQ(leap_link_tell(of.link, world.get()), LEAP_OK);
    leap_program* program = nullptr;
    EXPECT_EQ(leap_link_compile(of.link, &program, nullptr), LEAP_NOT_FOUND);
    EXPECT_EQ(program, nullptr);
    EXPECT_EQ(leap_link_tape(of.link, nullptr, 0), 0U);
    double at[3];
    EXPECT_EQ(leap_link_tape_start(of.link, 0, at, nullptr), LEAP_NOT_FOUND);
    EXPECT_EQ(leap_link_take(of.link, world.get(), "take"), LEAP_ARGUMENT) << "nothing is recorded";
    EXPECT_EQ(leap_record(world.get()), LEAP_OK);
    EXPECT_EQ(leap_link_take(of.link, world.get(), "take"), LEAP_ARGUMENT) << "nothing has been played yet";
    EXPECT_EQ(leap_step(world.get()), LEAP_OK);
    EXPECT_EQ(leap_link_take(of.link, world.get(), "take"), LEAP_NOT_FOUND) << "nobody is there to take it";
}

TEST(CapiLink, CallsThatMakeNoSenseAreRefused) {
    LinkHandle of;
    leap_link* made = nullptr;
    leap_program* program = nullptr;
    leap_error error = LEAP_ERROR_INIT;
    EXPECT_EQ(leap_link_new(nullptr, nullptr, &made, &error), LEAP_ARGUMENT);
    EXPECT_EQ(made, nullptr);
    EXPECT_EQ(leap_link_new("game", nullptr, nullptr, nullptr), LEAP_ARGUMENT);
    leap_link_free(nullptr);
    EXPECT_EQ(leap_link_poll(nullptr), 0);
    EXPECT_EQ(leap_link_is_joined(nullptr), 0);
    EXPECT_EQ(leap_link_status(nullptr, nullptr, 0), 0U);
    EXPECT_EQ(leap_link_compile(nullptr, &program, nullptr), LEAP_ARGUMENT);
    EXPECT_EQ(leap_link_compile(of.link, nullptr, nullptr), LEAP_ARGUMENT);
    EXPECT_EQ(leap_link_tune(of.link, nullptr), LEAP_ARGUMENT);
    EXPECT_EQ(leap_link_tell(of.link, nullptr), LEAP_ARGUMENT);
    EXPECT_EQ(leap_link_take(of.link, nullptr, "take"), LEAP_ARGUMENT);
    EXPECT_EQ(leap_link_tape(nullptr, nullptr, 0), 0U);
    EXPECT_EQ(leap_link_tape_start(of.link, 0, nullptr, nullptr), LEAP_ARGUMENT);
    EXPECT_EQ(leap_give_tape(nullptr, "{}", 2, &error), LEAP_ARGUMENT);
}

/// "quay loop" in the demo, tick by tick.
TEST(CapiLink, ATapeThatIsGivenIsTheRunThatItIsEverywhere) {
    const Sources sources = sources_of(quay, "wick.leap");
    const ProgramHandle program = compiled(sources);
    const std::string json = text_of(quay + "/quay.course.json");
    leap_course* made = nullptr;
    ASSERT_EQ(leap_course_read(json.c_str(), json.size(), &made, nullptr), LEAP_OK);
    const CourseHandle course(made);
    const SceneHandle scene = scene_of(program, course);
    const std::string tape = text_of(quay + "/tapes/quay-loop.tape.json");
    const WorldHandle world = world_of(scene, "first lantern");
    ASSERT_EQ(leap_record(world.get()), LEAP_OK);
    leap_error error = LEAP_ERROR_INIT;
    ASSERT_EQ(leap_give_tape(world.get(), tape.c_str(), tape.size(), &error), LEAP_OK) << error.message;
    leap_run run{};
    run.size = sizeof run;
    run.scene = scene.get();
    run.tape = tape.c_str();
    run.tape_length = tape.size();
    ASSERT_EQ(leap_run_all(&run, 1, 1, nullptr, nullptr), LEAP_OK) << run.message;
    for (int i = 0; i < 1200; ++i) ASSERT_EQ(leap_step(world.get()), LEAP_OK);
    unsigned char hash[8];
    ASSERT_EQ(leap_run_hash(world.get(), hash), LEAP_OK);
    EXPECT_EQ(hash_text(hash), hash_text(run.hash));
}

TEST(CapiLink, ATapeWithAButtonThatIsntThereIsRefusedWhole) {
    Level level;
    const WorldHandle world = world_of(scene_of(hopper_program(), course_of(level)));
    const auto tape = [](const std::string& button) {
        const auto event = [](double t, const std::string& name, const char* down) {
            return R"({"t": )" + std::to_string(t) + R"(, "button": ")" + name + R"(", "down": )" + down + "}";
        };
        return R"({"format": 1, "name": "t", "rate": 120, "length": 1.0, "start": {"at": "a"}, "events": [)" +
               event(0.0, "jump", "true") + ", " + event(0.1, "jump", "false") + ", " + event(0.2, button, "true") +
               ", " + event(0.3, button, "false") + "]}";
    };
    const std::string wrong = tape("fly");
    leap_error error = LEAP_ERROR_INIT;
    const leap_result refused = leap_give_tape(world.get(), wrong.c_str(), wrong.size(), &error);
    EXPECT_EQ(refused, LEAP_NOT_FOUND) << error.message;
    for (int i = 0; i < 20; ++i) leap_step(world.get());
    EXPECT_NEAR(character_of(world).position[2], 0.001, 1e-6) << "nothing of it was given";
    const std::string right = tape("jump");
    ASSERT_EQ(leap_give_tape(world.get(), right.c_str(), right.size(), &error), LEAP_OK) << error.message;
    for (int i = 0; i < 20; ++i) leap_step(world.get());
    EXPECT_GT(character_of(world).position[2], 0.5);
}

}  // namespace
}  // namespace leap::capi_test
