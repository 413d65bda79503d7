// SPDX-License-Identifier: MIT
// What the C interface costs: the same tape inside the core, and stepped through libleap, in our course and in the same
// solids handed over by a game. Fastest of many, by turns.
#include <fmt/format.h>

#include <algorithm>
#include <chrono>
#include <limits>

#include "core/project/course_file.hpp"
#include "core/project/tape_file.hpp"
#include "core/script/compile.hpp"
#include "core/tape/replay.hpp"
#include "tests/capi/quay.hpp"

namespace {

using leap::capi_test::HandedOver;
using leap::capi_test::text_of;

const std::string quay = LEAP_SOURCE_DIR "/examples/lantern-quay";

template <class Work>
double seconds(Work work) {
    const auto begin = std::chrono::steady_clock::now();
    work();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
}

void play(const leap_scene* scene, const leap_program* program, const leap::Tape& tape) {
    leap_start start{};
    start.size = sizeof start;
    start.place = tape.tracks.front().start_place.c_str();
    leap_world* world = nullptr;
    if (leap_world_new(scene, &start, 1, &world, nullptr) != LEAP_OK) std::abort();
    std::size_t next = 0;
    const auto& events = tape.tracks.front().events;
    const auto ticks = static_cast<int>(tape.length_s * 120.0);
    for (int tick = 0; tick < ticks; ++tick) {
        const double now = leap_time(world);
        for (; next < events.size() && events[next].time_s < now + 1.0 / 120.0 - 1e-9; ++next) {
            const double after = std::max(0.0, events[next].time_s - now);
            if (const auto* button = std::get_if<leap::ButtonEvent>(&events[next].what))
                leap_button(world, 0, leap_find(program, LEAP_BUTTONS, button->button.c_str()), button->down ? 1 : 0,
                            after);
            if (const auto* stick = std::get_if<leap::StickEvent>(&events[next].what))
                leap_stick(world, 0, stick->stick.x, stick->stick.y, after);
            if (const auto* look = std::get_if<leap::LookEvent>(&events[next].what))
                leap_look(world, 0, glm::radians(look->yaw_deg), glm::radians(look->pitch_deg), after);
        }
        leap_step(world);
        leap_character character;
        character.size = sizeof character;
        leap_character_get(world, 0, &character);
    }
    leap_world_free(world);
}

leap_scene* scene_in(const leap_program* program, leap_course* course) {
    leap_scene* out = nullptr;
    if (leap_scene_new(program, nullptr, course, 120, &out, nullptr) != LEAP_OK) std::abort();
    leap_course_free(course);
    return out;
}

/// A tick with a tape that waits: the same with a thousand inputs ahead as with sixty thousand.
void given_tapes(const leap_scene* scene) {
    for (const int inputs : {1'000, 10'000, 60'000}) {
        leap::Tape tape;
        tape.tracks.resize(1);
        tape.length_s = 500.0;
        for (int i = 0; i < inputs; ++i) {
            const double yaw_deg = i % 2 == 0 ? 10.0 : -10.0;
            tape.tracks.front().events.push_back({tape.length_s * i / inputs, leap::LookEvent{yaw_deg, 0.0}});
        }
        const std::string text = leap::write_tape(tape);
        leap_start start{};
        start.size = sizeof start;
        leap_world* world = nullptr;
        if (leap_world_new(scene, &start, 1, &world, nullptr) != LEAP_OK) std::abort();
        if (leap_give_tape(world, text.c_str(), text.size(), nullptr) != LEAP_OK) std::abort();
        constexpr int ticks = 600;
        const double took_s = seconds([&] {
            for (int i = 0; i < ticks; ++i) leap_step(world);
        });
        fmt::print("a given tape of {:6} inputs: {:6.1f} us a tick\n", inputs, 1e6 * took_s / ticks);
        leap_world_free(world);
    }
}

}  // namespace

int main() {
    const leap::capi_test::Sources sources = leap::capi_test::sources_of(quay, "wick.leap");
    leap_program* program = nullptr;
    if (leap_compile(sources.sources.data(), sources.sources.size(), &program, nullptr, nullptr) != LEAP_OK) return 1;
    const std::string json = text_of(quay + "/quay.course.json");
    leap_course* course = nullptr;
    leap_course_read(json.c_str(), json.size(), &course, nullptr);
    leap_scene* ours = scene_in(program, course);
    HandedOver game(leap::read_course(json, "quay").value());
    const leap_geometry geometry = game.geometry();
    leap_course_in_game(&geometry, json.c_str(), json.size(), &course, nullptr);
    leap_scene* games = scene_in(program, course);

    const auto compiled = leap::compile(
        "wick.leap",
        [](const std::string& path) -> tl::expected<std::string, std::string> { return text_of(quay + "/" + path); });
    const leap::Tuning tuning = leap::written_tuning(*compiled.program);
    const leap::Course inside = leap::build_course(leap::read_course(json, "quay").value());
    const leap::SceneView rehearsal(*compiled.program, tuning, inside, 120);
    for (const char* file : {"quay-loop", "lamp-round"}) {
        const leap::Tape tape = leap::read_tape(text_of(quay + "/tapes/" + file + ".tape.json"), file).value();
        double best[3] = {1e9, 1e9, 1e9};
        leap::Trace room;
        for (int i = 0; i < 15; ++i) {
            best[0] = std::min(best[0], seconds([&] { static_cast<void>(leap::replay_into(rehearsal, tape, room)); }));
            best[1] = std::min(best[1], seconds([&] { play(ours, program, tape); }));
            best[2] = std::min(best[2], seconds([&] { play(games, program, tape); }));
        }
        fmt::print(
            "{:<12} inside {:6.2f} ms, through the C interface {:6.2f} ms ({:+.1f} %), a game's geometry {:6.2f} ms "
            "({:+.1f} % more than our course)\n",
            file, 1e3 * best[0], 1e3 * best[1], 100.0 * (best[1] / best[0] - 1.0), 1e3 * best[2],
            100.0 * (best[2] / best[1] - 1.0));
    }
    given_tapes(ours);
    leap_scene_free(ours);
    leap_scene_free(games);
    leap_program_free(program);
}
