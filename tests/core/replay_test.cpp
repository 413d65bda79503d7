// SPDX-License-Identifier: MIT
// Determinism: the same run gives the same trace, whoever runs it, from wherever it is started.
#include "core/tape/replay.hpp"

#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <thread>

#include "core/project/file_io.hpp"
#include "core/project/project.hpp"
#include "core/readings/readings.hpp"
#include "tests/core/support.hpp"

namespace leap::replay_test {
namespace {

struct Quay {
    Project project = load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay").value();
    Program program = project.compiled.program.value();
    Tuning tuning = written_tuning(program);
    Course course = test::course_of(project.course.value());
    Tape tape = project.tapes.at(0).tape;
    SceneView at(int rate) const { return {program, tuning, course, rate}; }
};

TEST(Replay, TheSameRunHasTheSameHashOnEveryThread) {
    const Quay quay;
    const std::uint64_t expected = trace_hash(replay(quay.at(120), quay.tape).value());
    std::vector<std::uint64_t> hashes(4);
    std::vector<std::thread> threads;
    for (std::uint64_t& hash : hashes)
        threads.emplace_back([&] { hash = trace_hash(replay(quay.at(120), quay.tape).value()); });
    for (std::thread& thread : threads) thread.join();
    for (const std::uint64_t hash : hashes) EXPECT_EQ(hash, expected);
}

TEST(Replay, EveryShippedTapeHasItsHashInEveryBuild) {
    // Written by a release build; debug and sanitizer builds must meet it. A changed demo or engine changes it: then
    // tools/refresh-hashes writes the list anew, and the commit says which moved and why.
    std::string hashes;
    for (const std::string example : {"lantern-quay", "little-quay", "paper-alley"}) {
        const Project project = *load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples" / example);
        const Program& program = *project.compiled.program;
        const Tuning tuning = written_tuning(program);
        const Course course = test::course_of(*project.course);
        for (const TapeEntry& entry : project.tapes) {
            const Trace trace = replay({program, tuning, course, entry.tape.rate_hz}, entry.tape).value();
            hashes += fmt::format("{} | {}\n", entry.tape.name, hash_text(trace_hash(trace)));
        }
    }
    const auto list = std::filesystem::path(LEAP_SOURCE_DIR) / "tests/data/tape-hashes.txt";
    if (std::getenv("LEAP_REFRESH") != nullptr) std::ofstream(list) << hashes;
    EXPECT_EQ(hashes, read_file(list).value_or(""));
}

TEST(Replay, FromASnapshotIsBitForBitTheReplayFromTheStart) {
    const Quay quay;
    const auto inputs = resolve_inputs(quay.program, quay.tape).value();
    const Trace whole = replay(quay.at(120), quay.tape).value();
    ASSERT_GT(whole.snapshots.size(), 10U);
    World end = start_world(quay.at(120), alone_at(quay.tape.tracks[0].start_place)).value();
    run_ticks(quay.at(120), inputs, whole.ticks, end, nullptr);
    for (const World& snapshot : whole.snapshots) {
        World state = snapshot;
        run_ticks(quay.at(120), inputs, whole.ticks, state, nullptr);
        EXPECT_EQ(state, end) << "from " << snapshot.time;
    }
}

TEST(Replay, RecordingATraceChangesNothing) {
    const Quay quay;
    const auto inputs = resolve_inputs(quay.program, quay.tape).value();
    World with = start_world(quay.at(60), alone_at(quay.tape.tracks[0].start_place)).value();
    World without = with;
    Trace trace;
    run_ticks(quay.at(60), inputs, 600, with, &trace);
    run_ticks(quay.at(60), inputs, 600, without, nullptr);
    EXPECT_EQ(with, without);
}

TEST(Replay, ReadingsOfTheDemoDoNotDependOnTheTickRate) {
    const Quay quay;
    for (const TapeEntry& entry : quay.project.tapes) {
        std::map<std::string, std::pair<double, double>> spread;
        for (const int rate : {30, 60, 120, 240, 480}) {
            const Trace trace = replay(quay.at(rate), entry.tape).value();
            for (const ReadingResult& reading : take_readings(quay.program, quay.tuning, trace, entry.tape.name)) {
                if (!reading.value) continue;
                const auto [at, fresh] = spread.try_emplace(reading.name, *reading.value, *reading.value);
                at->second.first = std::min(at->second.first, *reading.value);
                at->second.second = std::max(at->second.second, *reading.value);
            }
        }
        for (const char* name : {"hop_height", "hop_time", "dash_distance", "hops", "air_hops", "top_speed"}) {
            if (!spread.contains(name)) continue;
            const auto [low, high] = spread[name];
            EXPECT_LE(high - low, 0.005 * std::abs(high) + 1e-9) << entry.tape.name << " " << name;
        }
    }
}

TEST(Replay, StateAtGivesTheStateOfThatTick) {
    const Quay quay;
    const auto inputs = resolve_inputs(quay.program, quay.tape).value();
    const Trace trace = replay(quay.at(120), quay.tape).value();
    for (const double time : {0.0, 0.5, 1.2345, 7.77, 10.0}) {
        const World state = world_at(quay.at(120), inputs, trace, time);
        EXPECT_LE(state.time, time + 1e-9);
        EXPECT_GT(state.time, time - 1.0 / 120 - 1e-9);
        EXPECT_LT(glm::length(state.actors[0].body.position - position_at(trace.tracks[0], state.time)), 1e-9);
    }
}

TEST(Replay, TapesForUnknownButtonsAndPlacesSayWhich) {
    const test::Scene scene(test::plain_body);
    const auto button = replay(scene.at(120), test::TapeMaker(1.0).hold("jmup", 0.2, 0.1));
    ASSERT_FALSE(button);
    EXPECT_NE(button.error().find("\"jmup\""), std::string::npos);
    EXPECT_NE(button.error().find("did you mean 'jump'?"), std::string::npos);
    Tape tape = test::TapeMaker(1.0);
    tape.tracks[0].start_place = "strat";
    const auto place = replay(scene.at(120), tape);
    ASSERT_FALSE(place);
    EXPECT_NE(place.error().find("did you mean 'start'?"), std::string::npos);
}

TEST(Replay, SeveralInputsInOneTickTakeEffectInTheirOrder) {
    const test::Scene scene(std::string(test::plain_body) +
                            "move hop on jump { phase a { start: launch up at 8 m/s end when not held(jump) } }");
    Tape tape = test::TapeMaker(0.5).hold("jump", 0.101, 0.002).hold("jump", 0.105, 0.001);
    const Trace trace = scene.run(tape, 30);
    EXPECT_EQ(test::times_of(trace, EventKind::started).size(), 2U);
    EXPECT_NEAR(test::times_of(trace, EventKind::started)[1], 0.105, 1e-9);
    EXPECT_NEAR(test::times_of(trace, EventKind::ended)[0], 0.103, 1e-9);
}

TEST(Replay, KeepsAsManySnapshotsAtEveryTickRate) {
    const Quay quay;
    for (const int rate : {10, 30, 120, 480, 2000}) {
        const std::size_t kept = replay(quay.at(rate), quay.tape).value().snapshots.size();
        EXPECT_GE(kept, 20U) << rate;
        EXPECT_LE(kept, 21U) << rate;
    }
}

}  // namespace
}  // namespace leap::replay_test
