// SPDX-License-Identifier: MIT
// The C interface in the hands of a game that does everything wrong: damaged scripts, courses and tapes, geometry that
// makes no sense, calls in any order with any numbers. A crash is a finding; the seed is printed before each round.
// Usage: capi_fuzz [SECONDS] [SEED]
#include <fmt/format.h>

#include <chrono>
#include <cmath>
#include <cstdlib>
#include <cstring>
#include <limits>

#include "tests/capi/quay.hpp"
#include "tests/core/mutation.hpp"

namespace {

using leap::capi_test::text_of;

constexpr const char* script = R"(
button jump key "Space"
button dash key "Shift"
body hopper { capsule radius 0.3 m height 1.7 m  gravity 20 m/s^2 }
counter hops in 0..9
meter breath { from 0 to 100 }
stance walk { steer to 6 m/s gain 40 m/s^2 brake 50 m/s^2 }
move hop on jump {
  dial rise = 1.6 m in 0.2..6 "how high"
  gate grounded "needs ground"
  phase up { start: launch up at sqrt(2 * 20 m/s^2 * rise), hops + 1  end when rising <= 0 m/s }
}
move rush on dash { phase on for 0.3 s { drive forward at 12 m/s } }
reading top = highest(feet)
)";

/// Numbers as games that are broken have them.
double some_number(std::mt19937& random) {
    switch (random() % 12) {
        case 0: return std::numeric_limits<double>::quiet_NaN();
        case 1: return std::numeric_limits<double>::infinity();
        case 2: return -1e300;
        case 3: return 1e-300;
        case 4: return 0.0;
        default: return std::uniform_real_distribution<>(-8.0, 8.0)(random);
    }
}

struct WildGame {
    std::mt19937 random;

    static int gather(void* user, const double*, const double*, leap_sink* sink) {
        auto& self = *static_cast<WildGame*>(user);
        std::mt19937& random = self.random;
        const double floor[4][3] = {{-99, -99, 0}, {99, -99, 0}, {99, 99, 0}, {-99, 99, 0}};
        leap_sink_triangle(sink, 0, 0, floor[0], floor[1], floor[2]);
        leap_sink_triangle(sink, 0, 1, floor[0], floor[2], floor[3]);
        for (unsigned i = 1; i < 12; ++i) {
            double points[8][3];
            for (auto& point : points)
                for (double& number : point) number = some_number(random);
            unsigned faces[24];
            for (unsigned& face : faces) face = static_cast<unsigned>(random() % 6);
            switch (random() % 4) {
                case 0: leap_sink_triangle(sink, i, 0, points[0], points[1], points[2]); break;
                case 1: leap_sink_box(sink, i, 0, points[0], points[1], points[2][0]); break;
                case 2: leap_sink_round(sink, i, 0, points[0], points[1], points[2][0]); break;
                // Each of the at most six faces says how many corners it has, and five at most follow.
                case 3: leap_sink_hull(sink, i, 0, points[0], 1 + random() % 8, faces, random() % 4); break;
            }
        }
        return random() % 20 == 0 ? 1 : 0;
    }
    static void feel(void* user, unsigned, double carries[3], double* grip) {
        auto& self = *static_cast<WildGame*>(user);
        carries[0] = some_number(self.random);
        *grip = some_number(self.random);
    }
};

struct Handles {
    leap_program* program = nullptr;
    leap_course* course = nullptr;
    leap_scene* scene = nullptr;
    leap_world* world = nullptr;
    leap_state* state = nullptr;
    ~Handles() {
        leap_state_free(state);
        leap_scene_free(scene);
        leap_program_free(program);
        leap_course_free(course);
        leap_world_free(world);
    }
};

/// Anything at any time. `has`: some of the handles may be null.
void do_something(Handles& has, std::mt19937& random) {
    char text[64];
    const auto small = [&] { return static_cast<std::size_t>(random() % 4); };
    leap_character character;
    character.size = random() % 3 == 0 ? small() * 40 : sizeof character;
    leap_event event;
    event.size = sizeof event;
    leap_view view;
    view.size = sizeof view;
    double number = 0.0;
    unsigned char hash[8];
    leap_error error = LEAP_ERROR_INIT;
    switch (random() % 18) {
        case 0:
            leap_button(has.world, small(), static_cast<int>(random() % 5) - 1, random() % 2, some_number(random));
            break;
        case 1: leap_stick(has.world, small(), some_number(random), some_number(random), some_number(random)); break;
        case 2: leap_look(has.world, small(), some_number(random), some_number(random), 0.0); break;
        case 3:
        case 4:
        case 5: leap_step(has.world); break;
        case 6: leap_advance(has.world, some_number(random), static_cast<int>(random() % 5), &number); break;
        case 7: leap_character_get(has.world, small(), &character); break;
        case 8: leap_event_get(has.world, small(), &event); break;
        case 9: leap_event_text(has.world, small(), text, small() * 20); break;
        case 10: leap_why_not(has.world, small(), static_cast<int>(random() % 9) - 2, text, sizeof text); break;
        case 11: leap_view_get(has.world, small(), &view); break;
        case 12: leap_value(has.world, small(), small(), &number); break;
        case 13:
            leap_state_free(has.state);
            leap_save(has.world, &has.state);
            break;
        case 14: leap_restore(has.world, has.state, nullptr); break;
        case 15: {
            const double low[3] = {some_number(random), some_number(random), some_number(random)};
            const double high[3] = {some_number(random), some_number(random), some_number(random)};
            leap_course_changed(has.course, low, high);
            break;
        }
        case 16: {
            leap_tuning* tuning = nullptr;
            leap_tuning_new(has.program, &tuning, &error);
            leap_tuning_set(tuning, "hop.rise", some_number(random), &error);
            leap_scene* scene = nullptr;
            leap_scene_new(has.program, tuning, has.course, static_cast<int>(random() % 400), &scene, &error);
            leap_world_use(has.world, scene, &error);
            leap_scene_free(scene);
            leap_tuning_free(tuning);
            break;
        }
        case 17:
            if (random() % 2 == 0) leap_record(has.world);
            leap_run_hash(has.world, hash);
            leap_tape(has.world, "t", text, sizeof text);
            break;
    }
}

bool is_finite(const leap_world* world) {
    leap_character out;
    out.size = sizeof out;
    if (leap_character_get(world, 0, &out) != LEAP_OK) return true;
    return std::isfinite(out.position[0] + out.position[1] + out.position[2] + out.velocity[0] + out.velocity[2]);
}

}  // namespace

int main(int argc, char** argv) {
    const double seconds = argc > 1 ? std::atof(argv[1]) : 10.0;
    auto seed = static_cast<unsigned>(argc > 2 ? std::atoi(argv[2]) : 1);
    const std::string folder = LEAP_SOURCE_DIR "/examples/lantern-quay/";
    const std::string course_text = text_of(folder + "quay.course.json");
    const std::string tape_text = text_of(folder + "tapes/quay-loop.tape.json");
    const leap_source undamaged{sizeof(leap_source), "a.leap", script, std::strlen(script)};
    leap_program* program = nullptr;
    leap_error wrong = LEAP_ERROR_INIT;
    if (leap_compile(&undamaged, 1, &program, nullptr, &wrong) != LEAP_OK) {
        fmt::print("the undamaged script does not compile: {}:{}: {}\n", wrong.line, wrong.column, wrong.message);
        return 2;
    }
    leap_program_free(program);
    const auto begin = std::chrono::steady_clock::now();
    long rounds = 0;
    long compiled = 0;
    long calls = 0;
    while (std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count() < seconds) {
        std::mt19937 random(seed);
        Handles has;
        leap_error error = LEAP_ERROR_INIT;
        leap_report* report = nullptr;
        const std::string text = random() % 2 == 0 ? script : leap::test::mutated(script, random);
        const leap_source source{sizeof(leap_source), "a.leap", text.c_str(), text.size()};
        compiled += leap_compile(&source, 1, &has.program, &report, &error) == LEAP_OK ? 1 : 0;
        leap_report_free(report);
        WildGame game{std::mt19937(seed)};
        leap_geometry geometry{};
        geometry.size = sizeof geometry;
        geometry.user = &game;
        geometry.gather = &WildGame::gather;
        geometry.feel = &WildGame::feel;
        const std::string json = leap::test::mutated(course_text, random);
        if (random() % 4 == 0)
            leap_course_read(json.c_str(), json.size(), &has.course, &error);
        else
            leap_course_in_game(&geometry, random() % 3 == 0 ? json.c_str() : nullptr, json.size(), &has.course,
                                &error);
        leap_scene_new(has.program, nullptr, has.course, 60, &has.scene, &error);
        leap_start start{};
        start.size = sizeof start;
        for (double& each : start.position) each = random() % 8 == 0 ? some_number(random) : 0.0;
        leap_world_new(has.scene, &start, 1, &has.world, &error);
        for (int i = 0; i < 300; ++i, ++calls) {
            do_something(has, random);
            if (has.world != nullptr && !is_finite(has.world)) {
                fmt::print("seed {}: a run left the numbers\n", seed);
                return 1;
            }
        }
        const std::string tape = leap::test::mutated(tape_text, random);
        leap_run run{};
        run.size = sizeof run;
        run.scene = has.scene;
        run.tape = tape.c_str();
        run.tape_length = tape.size();
        if (random() % 10 == 0) leap_run_all(&run, 1, 1, nullptr, nullptr);
        ++seed;
        ++rounds;
    }
    fmt::print("{} rounds ({} scripts compiled), {} calls: no finding; the next seed is {}\n", rounds, compiled, calls,
               seed);
}
