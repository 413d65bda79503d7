// SPDX-License-Identifier: MIT
// The C interface as a game uses it. Linked with the shared library; the core stands beside it only to say what is
// right.
#include <gtest/gtest.h>

#include <cmath>
#include <cstddef>
#include <cstring>
#include <filesystem>
#include <fstream>
#include <limits>
#include <memory>
#include <sstream>

#include "core/project/course_file.hpp"
#include "tests/capi/hopper.hpp"

namespace leap::capi_test {
namespace {

std::map<std::string, std::string> shipped_hashes() {
    std::map<std::string, std::string> out;
    std::istringstream lines(text_of(LEAP_SOURCE_DIR "/tests/data/tape-hashes.txt"));
    for (std::string line; std::getline(lines, line);)
        if (const auto bar = line.find(" | "); bar != std::string::npos)
            out[line.substr(0, bar)] = line.substr(bar + 3);
    return out;
}

class ShippedTapes : public testing::TestWithParam<bool> {};
INSTANTIATE_TEST_SUITE_P(Both, ShippedTapes, testing::Bool(),
                         [](const auto& tested) { return tested.param ? "InAGamesOwnGeometry" : "InTheCourse"; });

TEST_P(ShippedTapes, HaveTheHashesThatTheyHaveEverywhere) {
    const Sources sources = sources_of(quay, "wick.leap");
    const ProgramHandle program = compiled(sources);
    const std::string json = text_of(quay + "/quay.course.json");
    leap_course* made = nullptr;
    HandedOver game(leap::read_course(json, "quay").value());
    if (GetParam()) {
        const leap_geometry geometry = game.geometry();
        ASSERT_EQ(leap_course_in_game(&geometry, json.c_str(), json.size(), &made, nullptr), LEAP_OK);
    } else {
        ASSERT_EQ(leap_course_read(json.c_str(), json.size(), &made, nullptr), LEAP_OK);
    }
    const CourseHandle course(made);
    const SceneHandle scene = scene_of(program, course);
    std::vector<std::string> names;
    std::vector<std::string> tapes;
    for (const auto& entry : std::filesystem::directory_iterator(quay + "/tapes"))
        tapes.push_back(text_of(entry.path().string()));
    std::vector<leap_run> runs(tapes.size());
    for (std::size_t i = 0; i < tapes.size(); ++i) {
        runs[i].size = sizeof(leap_run);
        runs[i].scene = scene.get();
        runs[i].tape = tapes[i].c_str();
        runs[i].tape_length = tapes[i].size();
    }
    ASSERT_EQ(leap_run_all(runs.data(), runs.size(), 2, nullptr, nullptr), LEAP_OK);
    const auto hashes = shipped_hashes();
    for (std::size_t i = 0; i < tapes.size(); ++i) {
        const std::size_t begin = tapes[i].find("\"name\": \"") + 9;
        const std::string name = tapes[i].substr(begin, tapes[i].find('"', begin) - begin);
        EXPECT_EQ(runs[i].result, LEAP_OK) << runs[i].message;
        ASSERT_TRUE(hashes.contains(name)) << name;
        EXPECT_EQ(hash_text(runs[i].hash), hashes.at(name)) << name;
    }
    char problem[256] = "";
    leap_course_problem(course.get(), 0, problem, sizeof problem);
    EXPECT_EQ(leap_course_problems(course.get()), 0U) << problem;
    if (GetParam()) {
        EXPECT_GT(game.asked, 100U);
    }
}

TEST(Capi, WhatWasPlayedIsATapeThatGivesTheSameRun) {
    const Sources sources = sources_of(quay, "wick.leap");
    const ProgramHandle program = compiled(sources);
    const std::string json = text_of(quay + "/quay.course.json");
    leap_course* made = nullptr;
    ASSERT_EQ(leap_course_read(json.c_str(), json.size(), &made, nullptr), LEAP_OK);
    const CourseHandle course(made);
    const SceneHandle scene = scene_of(program, course);
    const WorldHandle world = world_of(scene, "first lantern");
    ASSERT_EQ(leap_record(world.get()), LEAP_OK);
    const int jump = leap_find(program.get(), LEAP_BUTTONS, "jump");
    const int dash = leap_find(program.get(), LEAP_BUTTONS, "dash");
    double share = 0.0;
    int ticks = 0;
    for (int picture = 0; picture < 240; ++picture) {
        if (picture == 10) leap_stick(world.get(), 0, 0.3, 1.0, 0.0012345678);
        if (picture == 60) leap_button(world.get(), 0, jump, 1, 0.003);
        if (picture == 75) leap_button(world.get(), 0, jump, 0, 0.0);
        if (picture == 90) leap_button(world.get(), 0, dash, 1, 0.007);
        if (picture == 95) leap_button(world.get(), 0, dash, 0, 0.0);
        if (picture == 100) leap_look(world.get(), 0, 0.4, -0.1, 0.0);
        ticks += leap_advance(world.get(), 1.0 / 60.0, 10, &share);
        EXPECT_GE(share, 0.0);
        EXPECT_LT(share, 1.0);
    }
    EXPECT_EQ(ticks, 480);
    unsigned char played[8];
    ASSERT_EQ(leap_run_hash(world.get(), played), LEAP_OK);
    std::string tape(leap_tape(world.get(), "take", nullptr, 0) + 1, ' ');
    leap_tape(world.get(), "take", tape.data(), tape.size());
    tape.pop_back();
    std::vector<double> readings(leap_count(program.get(), LEAP_READINGS));
    leap_run run{};
    run.size = sizeof run;
    run.scene = scene.get();
    run.tape = tape.c_str();
    run.tape_length = tape.size();
    run.readings = readings.data();
    ASSERT_EQ(leap_run_all(&run, 1, 1, nullptr, nullptr), LEAP_OK);
    EXPECT_EQ(run.result, LEAP_OK) << run.message;
    EXPECT_EQ(hash_text(run.hash), hash_text(played));
    EXPECT_GT(leap_trace_csv(world.get(), nullptr, 0), 10'000U);
    const auto some = std::count_if(readings.begin(), readings.end(), [](double value) { return !std::isnan(value); });
    EXPECT_GT(some, 3);
}

TEST(Capi, AKeptInstantIsComeBackToBitForBit) {
    Level level;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const SceneHandle scene = scene_of(program, course);
    const WorldHandle world = world_of(scene);
    const int jump = leap_find(program.get(), LEAP_BUTTONS, "jump");
    leap_stick(world.get(), 0, 0.0, 1.0, 0.0);
    for (int i = 0; i < 40; ++i) leap_step(world.get());
    leap_state* kept = nullptr;
    ASSERT_EQ(leap_save(world.get(), &kept), LEAP_OK);
    const StateHandle begin(kept);
    highest_hop(world, jump);
    ASSERT_EQ(leap_save(world.get(), &kept), LEAP_OK);
    const StateHandle first(kept);
    ASSERT_EQ(leap_restore(world.get(), begin.get(), nullptr), LEAP_OK);
    highest_hop(world, jump);
    ASSERT_EQ(leap_save(world.get(), &kept), LEAP_OK);
    const StateHandle again(kept);
    EXPECT_EQ(leap_state_same(first.get(), again.get()), 1);
    EXPECT_EQ(leap_state_same(first.get(), begin.get()), 0);
    const WorldHandle other = world_of(scene);
    EXPECT_EQ(leap_restore(other.get(), first.get(), nullptr), LEAP_OK) << "in another world of the scene, too";
    EXPECT_EQ(leap_time(other.get()), leap_time(world.get()));
}

TEST(Capi, EventsOfAStepSayWhatHappened) {
    Level level;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const WorldHandle world = world_of(scene_of(program, course));
    const int hop = leap_find(program.get(), LEAP_MACHINES, "hop");
    ASSERT_EQ(leap_machine_kind(program.get(), static_cast<std::size_t>(hop)), LEAP_MOVE);
    std::vector<std::string> texts;
    char text[128];
    leap_button(world.get(), 0, 0, 1, 0.004);
    for (int i = 0; i < 200; ++i) {
        leap_step(world.get());
        for (std::size_t k = 0; k < leap_event_count(world.get()); ++k) {
            leap_event event{};
            event.size = sizeof event;
            ASSERT_EQ(leap_event_get(world.get(), k, &event), LEAP_OK);
            if (event.kind == LEAP_STARTED) {
                EXPECT_EQ(event.index, hop);
                EXPECT_DOUBLE_EQ(event.time, 0.004);
            }
            leap_event_text(world.get(), k, text, sizeof text);
            texts.emplace_back(text);
        }
    }
    EXPECT_NE(std::find(texts.begin(), texts.end(), "hop started"), texts.end());
    EXPECT_NE(std::find(texts.begin(), texts.end(), "landed"), texts.end());
    leap_why_not(world.get(), 0, hop, text, sizeof text);
    EXPECT_STREQ(text, "ready");
    leap_button(world.get(), 0, 0, 0, 0.0);
    leap_button(world.get(), 0, 0, 1, 0.001);
    for (int i = 0; i < 70; ++i) leap_step(world.get());
    leap_why_not(world.get(), 0, hop, text, sizeof text);
    EXPECT_STREQ(text, "needs ground");
}

TEST(Capi, DialsAreCheckedAndSaidWithTheirUnits) {
    const ProgramHandle program = hopper_program();
    leap_dial dial{};
    dial.size = sizeof dial;
    ASSERT_EQ(leap_dial_count(program.get()), 1U);
    ASSERT_EQ(leap_dial_get(program.get(), 0, &dial), LEAP_OK);
    EXPECT_STREQ(dial.name, "hop.rise");
    EXPECT_STREQ(dial.unit, "m");
    EXPECT_STREQ(dial.help, "how high");
    EXPECT_DOUBLE_EQ(dial.value, 1.6);
    EXPECT_DOUBLE_EQ(dial.high, 6.0);
    leap_tuning* made = nullptr;
    ASSERT_EQ(leap_tuning_new(program.get(), &made, nullptr), LEAP_OK);
    const TuningHandle tuning(made);
    leap_error error = LEAP_ERROR_INIT;
    EXPECT_EQ(leap_tuning_set_text(made, "hop.rise", "240 cm", &error), LEAP_OK) << error.message;
    double value = 0.0;
    EXPECT_EQ(leap_tuning_get(made, "hop.rise", &value), LEAP_OK);
    EXPECT_DOUBLE_EQ(value, 2.4);
    EXPECT_EQ(leap_tuning_set(made, "hop.rise", 7.0, &error), LEAP_ARGUMENT);
    EXPECT_STREQ(error.message, "hop.rise lies within 0.2 m and 6 m");
    EXPECT_EQ(leap_tuning_set(made, "hop.rse", 1.0, &error), LEAP_NOT_FOUND);
    EXPECT_NE(std::strstr(error.message, "did you mean 'hop.rise'?"), nullptr) << error.message;
    EXPECT_EQ(leap_tuning_set_text(made, "hop.rise", "3 s", &error), LEAP_ARGUMENT);
    EXPECT_EQ(leap_tuning_leave_out(made, "hop", &error), LEAP_OK);
    EXPECT_EQ(leap_tuning_get(made, "hop.rise", &value), LEAP_OK);
    EXPECT_DOUBLE_EQ(value, 2.4) << "what was refused changes nothing";
}

TEST(Capi, AScriptWithErrorsSaysThemAllWithTheirPlaces) {
    const std::string root =
        "use \"moves/hop.leap\"\nbody b { capsule radius 0.3 m height 1.7 m  gravity 9.8 m/s^2 }\nstance walk { }\n";
    const std::string hop =
        "button jump key \"Space\"\nmove hop on jump {\n  phase up { gravity 3 s }\n}\nmove x on jmp {}\n";
    const leap_source sources[] = {{sizeof(leap_source), "b.leap", root.c_str(), root.size()},
                                   {sizeof(leap_source), "moves/hop.leap", hop.c_str(), hop.size()}};
    leap_program* program = nullptr;
    leap_report* report = nullptr;
    leap_error error = LEAP_ERROR_INIT;
    ASSERT_EQ(leap_compile(sources, 2, &program, &report, &error), LEAP_SCRIPT);
    EXPECT_EQ(program, nullptr);
    EXPECT_STREQ(error.file, "moves/hop.leap");
    EXPECT_EQ(error.line, 3);
    ASSERT_GE(leap_report_count(report), 2U);
    leap_diagnostic told{};
    told.size = sizeof told;
    ASSERT_EQ(leap_report_get(report, 1, &told), LEAP_OK);
    EXPECT_EQ(told.is_error, 1);
    EXPECT_STREQ(told.file, "moves/hop.leap");
    EXPECT_EQ(told.line, 5);
    EXPECT_EQ(leap_report_get(report, 99, &told), LEAP_ARGUMENT);
    leap_report_free(report);
    ASSERT_EQ(leap_compile(sources, 1, &program, &report, &error), LEAP_SCRIPT);
    EXPECT_NE(std::strstr(error.message, "moves/hop.leap"), nullptr) << error.message;
    leap_report_free(report);
}

TEST(Capi, StructsOfAnEarlierOrALaterVersionAreTakenByTheirSize) {
    const std::string root = "use \"hop.leap\"\nbody b { capsule radius 0.3 m height 1.7 m  gravity 9.8 m/s^2 }\n";
    struct Later {
        leap_source now;
        double more;
    };
    const char hop[] = "stance walk { }\n";
    const Later sources[] = {{{sizeof(Later), "b.leap", root.c_str(), root.size()}, 1.0},
                             {{sizeof(Later), "hop.leap", hop, sizeof hop - 1}, 2.0}};
    leap_program* program = nullptr;
    ASSERT_EQ(leap_compile(&sources[0].now, 2, &program, nullptr, nullptr), LEAP_OK);
    leap_program_free(program);
    const leap_source unsized[] = {{0, "b.leap", "", 0}};
    leap_error error = LEAP_ERROR_INIT;
    EXPECT_EQ(leap_compile(unsized, 1, &program, nullptr, &error), LEAP_ARGUMENT);
    EXPECT_NE(std::strstr(error.message, "size"), nullptr) << error.message;
    // An earlier version's error had no room for the message: nothing is written behind it.
    leap_error earlier = LEAP_ERROR_INIT;
    earlier.size = offsetof(leap_error, file);
    earlier.message[0] = 'x';
    EXPECT_EQ(leap_compile(nullptr, 0, &program, nullptr, &earlier), LEAP_ARGUMENT);
    EXPECT_EQ(earlier.result, LEAP_ARGUMENT);
    EXPECT_EQ(earlier.message[0], 'x');
    leap_error without{};
    EXPECT_EQ(leap_compile(nullptr, 0, &program, nullptr, &without), LEAP_ARGUMENT);
    EXPECT_EQ(without.result, LEAP_OK) << "one whose size isn't set stays as it is";
}

TEST(Capi, CallsThatMakeNoSenseAreRefusedAndChangeNothing) {
    Level level;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const SceneHandle scene = scene_of(program, course);
    const WorldHandle world = world_of(scene);
    leap_error error = LEAP_ERROR_INIT;
    leap_scene* no_scene = nullptr;
    EXPECT_EQ(leap_compile(nullptr, 0, nullptr, nullptr, nullptr), LEAP_ARGUMENT);
    EXPECT_EQ(leap_scene_new(nullptr, nullptr, course.get(), 120, &no_scene, &error), LEAP_ARGUMENT);
    EXPECT_EQ(leap_scene_new(program.get(), nullptr, course.get(), 0, &no_scene, &error), LEAP_ARGUMENT);
    EXPECT_EQ(no_scene, nullptr);
    const ProgramHandle other = hopper_program();
    leap_tuning* of_other = nullptr;
    ASSERT_EQ(leap_tuning_new(other.get(), &of_other, nullptr), LEAP_OK);
    const TuningHandle tuning(of_other);
    EXPECT_EQ(leap_scene_new(program.get(), of_other, course.get(), 120, &no_scene, &error), LEAP_ARGUMENT);
    leap_world* no_world = nullptr;
    leap_start start{};
    EXPECT_EQ(leap_world_new(scene.get(), &start, 1, &no_world, &error), LEAP_ARGUMENT) << "no size";
    start.size = sizeof start;
    start.place = "nowhere";
    EXPECT_EQ(leap_world_new(scene.get(), &start, 1, &no_world, &error), LEAP_NOT_FOUND);
    start.place = nullptr;
    start.body = "nobody";
    EXPECT_EQ(leap_world_new(scene.get(), &start, 1, &no_world, &error), LEAP_NOT_FOUND);
    start.body = nullptr;
    start.position[1] = std::numeric_limits<double>::infinity();
    EXPECT_NE(leap_world_new(scene.get(), &start, 1, &no_world, &error), LEAP_OK);
    const double nan = std::numeric_limits<double>::quiet_NaN();
    EXPECT_EQ(leap_button(world.get(), 0, 7, 1, 0.0), LEAP_ARGUMENT);
    EXPECT_EQ(leap_button(world.get(), 3, 0, 1, 0.0), LEAP_ARGUMENT);
    EXPECT_EQ(leap_button(world.get(), 0, 0, 1, -1.0), LEAP_ARGUMENT);
    EXPECT_EQ(leap_stick(world.get(), 0, nan, 0.0, 0.0), LEAP_ARGUMENT);
    EXPECT_EQ(leap_look(world.get(), 0, 0.0, nan, 0.0), LEAP_ARGUMENT);
    EXPECT_EQ(leap_advance(world.get(), nan, 4, nullptr), -1);
    EXPECT_EQ(leap_advance(world.get(), -1.0, 4, nullptr), -1);
    EXPECT_EQ(leap_step(nullptr), LEAP_ARGUMENT);
    leap_character none{};
    EXPECT_EQ(leap_character_get(world.get(), 0, &none), LEAP_ARGUMENT) << "no size";
    none.size = sizeof none;
    EXPECT_EQ(leap_character_get(world.get(), 1, &none), LEAP_ARGUMENT);
    unsigned char hash[8];
    EXPECT_EQ(leap_run_hash(world.get(), hash), LEAP_ARGUMENT) << "nothing is recorded";
    leap_step(world.get());
    EXPECT_EQ(leap_record(world.get()), LEAP_ARGUMENT) << "too late";
    EXPECT_EQ(leap_name(program.get(), LEAP_BUTTONS, 9), nullptr);
    EXPECT_EQ(leap_find(program.get(), LEAP_BUTTONS, "nothing"), -1);
    EXPECT_EQ(leap_phase_name(program.get(), 99, 0), nullptr);
    leap_program_free(nullptr);
    leap_world_free(nullptr);
    EXPECT_EQ(leap_why_not(world.get(), 0, -1, nullptr, 0), 0U);
    EXPECT_EQ(leap_world_use(world.get(), nullptr, &error), LEAP_ARGUMENT);
}

TEST(Capi, AnOlderCallersShorterStructIsFilledAsFarAsItGoes) {
    Level level;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const WorldHandle world = world_of(scene_of(program, course));
    leap_character out{};
    std::memset(static_cast<void*>(&out), 0x5a, sizeof out);
    out.size = offsetof(leap_character, velocity);
    ASSERT_EQ(leap_character_get(world.get(), 0, &out), LEAP_OK);
    EXPECT_NEAR(out.position[2], 0.0, 0.002);
    double untouched = 0.0;
    std::memset(&untouched, 0x5a, sizeof untouched);
    EXPECT_EQ(std::memcmp(&out.velocity[0], &untouched, sizeof untouched), 0);
}

TEST(Capi, TextsAreCutBetweenSignsAndTheirWholeLengthIsSaid) {
    Level level;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const SceneHandle scene = scene_of(program, course);
    const WorldHandle world = world_of(scene);
    char three[3] = "xx";
    EXPECT_EQ(leap_why_not(world.get(), 0, leap_find(program.get(), LEAP_MACHINES, "hop"), three, 3), 5U);
    EXPECT_STREQ(three, "re");
}

TEST(Capi, HandlesKeepWhatTheyNeedOfEachOther) {
    Level level;
    ProgramHandle program = hopper_program();
    CourseHandle course = course_of(level);
    SceneHandle scene = scene_of(program, course);
    WorldHandle world = world_of(scene);
    scene.reset();
    course.reset();
    program.reset();
    EXPECT_NEAR(highest_hop(world, 0), 1.6, 0.001);
}

TEST(Capi, AWorldGoesOnWithOtherDials) {
    Level level;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const WorldHandle world = world_of(scene_of(program, course));
    EXPECT_NEAR(highest_hop(world, 0), 1.6, 0.001);
    leap_tuning* made = nullptr;
    ASSERT_EQ(leap_tuning_new(program.get(), &made, nullptr), LEAP_OK);
    const TuningHandle tuning(made);
    ASSERT_EQ(leap_tuning_set(made, "hop.rise", 2.5, nullptr), LEAP_OK);
    ASSERT_EQ(leap_world_use(world.get(), scene_of(program, course, made).get(), nullptr), LEAP_OK);
    EXPECT_NEAR(highest_hop(world, 0), 2.5, 0.001);
    EXPECT_EQ(leap_world_use(world.get(), scene_of(program, course, made, 60).get(), nullptr), LEAP_ARGUMENT);
}

TEST(Capi, RunsStopWhenTheCallerSaysSo) {
    const ProgramHandle program = hopper_program();
    Level level;
    const CourseHandle course = course_of(level);
    const SceneHandle scene = scene_of(program, course);
    const std::string tape =
        R"({"format": 1, "name": "t", "rate": 120, "start": {"at": "nowhere"}, "length": 1.0, "events": []})";
    std::vector<leap_run> runs(8);
    for (leap_run& run : runs) {
        run.size = sizeof run;
        run.scene = scene.get();
        run.tape = tape.c_str();
        run.tape_length = tape.size();
    }
    EXPECT_EQ(leap_run_all(
                  runs.data(), runs.size(), 2, [](void*) { return 1; }, nullptr),
              LEAP_STOPPED);
    for (const leap_run& run : runs) EXPECT_EQ(run.result, LEAP_STOPPED);
    EXPECT_EQ(leap_run_all(runs.data(), runs.size(), 3, nullptr, nullptr), LEAP_OK);
    for (const leap_run& run : runs) {
        EXPECT_EQ(run.result, LEAP_FILE);
        EXPECT_NE(std::strstr(run.message, "nowhere"), nullptr) << run.message;
    }
    runs[1].size = 8;
    EXPECT_EQ(leap_run_all(runs.data(), runs.size(), 2, nullptr, nullptr), LEAP_ARGUMENT);
}

TEST(Capi, AWorldThatIsNotRecordedTakesNoMoreRoomTheLongerItRuns) {
#ifdef __SANITIZE_ADDRESS__
    GTEST_SKIP() << "what is freed is kept there";
#endif
    Level level;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const WorldHandle world = world_of(scene_of(program, course));
    leap_stick(world.get(), 0, 1.0, 0.0, 0.0);
    const auto room = [] {
        std::ifstream statm("/proc/self/statm");
        long pages = 0;
        long resident = 0;
        statm >> pages >> resident;
        return resident;
    };
    const auto play = [&](int ticks) {
        for (int i = 0; i < ticks; ++i) {
            if (i % 300 == 0) leap_stick(world.get(), 0, (i / 300) % 2 == 0 ? -1.0 : 1.0, 0.0, 0.0);
            if (i % 100 == 0) leap_button(world.get(), 0, 0, (i / 100) % 2, 0.0);
            leap_step(world.get());
        }
    };
    play(6'000);
    const long before = room();
    play(120'000);
    EXPECT_LT(room() - before, 1500) << "pages; everything kept would be some 5000";
}

TEST(Capi, TellsTheSoundsOfAStepAndHowThePadShakes) {
    const std::string text = R"(
button jump key "Space"
body b { capsule radius 0.3 m height 1.7 m  gravity 20 m/s^2 }
stance walk { steer to 6 m/s gain 40 m/s^2 brake 50 m/s^2 }
move hop on jump {
  phase up { start: launch up at 8 m/s, accent sound whoosh at 50 %  accent rumble 40 %  end when grounded }
}
)";
    const leap_source source{sizeof(leap_source), "b.leap", text.c_str(), text.size()};
    leap_program* made = nullptr;
    ASSERT_EQ(leap_compile(&source, 1, &made, nullptr, nullptr), LEAP_OK);
    const ProgramHandle program(made);
    Level level;
    const WorldHandle world = world_of(scene_of(program, course_of(level)));
    leap_sound sound{};
    sound.size = sizeof sound;
    EXPECT_EQ(leap_sound_count(world.get()), 0U);
    EXPECT_EQ(leap_sound_get(world.get(), 0, &sound), LEAP_ARGUMENT);
    leap_button(world.get(), 0, 0, 1, 0.002);
    leap_step(world.get());
    ASSERT_EQ(leap_sound_count(world.get()), 1U);
    ASSERT_EQ(leap_sound_get(world.get(), 0, &sound), LEAP_OK);
    EXPECT_EQ(sound.voice, LEAP_WHOOSH);
    EXPECT_NEAR(sound.time, 0.002, 1e-9);
    EXPECT_DOUBLE_EQ(sound.loudness, 0.5);
    EXPECT_EQ(sound.character, 0);
    leap_view view{};
    view.size = sizeof view;
    ASSERT_EQ(leap_view_get(world.get(), 0, &view), LEAP_OK);
    EXPECT_DOUBLE_EQ(view.rumble, 0.4);
    leap_step(world.get());
    EXPECT_EQ(leap_sound_count(world.get()), 0U) << "of that step alone";
    EXPECT_EQ(leap_sound_count(nullptr), 0U);
}

}  // namespace
}  // namespace leap::capi_test
