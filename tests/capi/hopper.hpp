// SPDX-License-Identifier: MIT
#pragma once

#include <gtest/gtest.h>

#include <algorithm>
#include <array>
#include <cstring>
#include <memory>

#include "tests/capi/quay.hpp"

/// A body that hops, in a level of a game's own, through the C interface.
namespace leap::capi_test {

inline const std::string quay = LEAP_SOURCE_DIR "/examples/lantern-quay";

template <class Handle, void (*Free)(Handle*)>
struct Freed {
    void operator()(Handle* handle) const { Free(handle); }
};
using ProgramHandle = std::unique_ptr<leap_program, Freed<leap_program, leap_program_free>>;
using CourseHandle = std::unique_ptr<leap_course, Freed<leap_course, leap_course_free>>;
using SceneHandle = std::unique_ptr<leap_scene, Freed<leap_scene, leap_scene_free>>;
using WorldHandle = std::unique_ptr<leap_world, Freed<leap_world, leap_world_free>>;
using TuningHandle = std::unique_ptr<leap_tuning, Freed<leap_tuning, leap_tuning_free>>;
using StateHandle = std::unique_ptr<leap_state, Freed<leap_state, leap_state_free>>;

inline ProgramHandle compiled(const Sources& sources) {
    leap_program* out = nullptr;
    leap_error error = LEAP_ERROR_INIT;
    EXPECT_EQ(leap_compile(sources.sources.data(), sources.sources.size(), &out, nullptr, &error), LEAP_OK)
        << error.file << ":" << error.line << ": " << error.message;
    return ProgramHandle(out);
}

inline constexpr const char* hopper = R"(
button jump key "Space"
body hopper { capsule radius 0.3 m height 1.7 m  gravity 20 m/s^2 }
stance walk { steer to 6 m/s gain 40 m/s^2 brake 50 m/s^2 }
move hop on jump {
  dial rise = 1.6 m in 0.2..6 "how high"
  gate grounded "needs ground"
  phase up { start: launch up at sqrt(2 * 20 m/s^2 * rise)  end when rising <= 0 m/s }
}
)";

inline ProgramHandle hopper_program() {
    const leap_source source{sizeof(leap_source), "hopper.leap", hopper, std::strlen(hopper)};
    leap_program* out = nullptr;
    leap_error error = LEAP_ERROR_INIT;
    EXPECT_EQ(leap_compile(&source, 1, &out, nullptr, &error), LEAP_OK) << error.message;
    return ProgramHandle(out);
}

/// A game's own level: a floor at 0, of one big triangle pair, and whatever else a test wants.
struct Level {
    double floor_m = 0.0;
    double carries[3] = {0.0, 0.0, 0.0};
    int fails = 0;
    std::vector<std::array<double, 6>> boxes;  ///< center, half
    std::size_t asked = 0;

    static int gather(void* user, const double*, const double*, leap_sink* sink) {
        auto& self = *static_cast<Level*>(user);
        ++self.asked;
        if (self.fails > 0) return self.fails--;
        const double a[3] = {-100, -100, self.floor_m};
        const double b[3] = {100, -100, self.floor_m};
        const double c[3] = {100, 100, self.floor_m};
        const double d[3] = {-100, 100, self.floor_m};
        leap_sink_triangle(sink, 0, 0, a, b, c);
        leap_sink_triangle(sink, 0, 1, a, c, d);
        for (std::size_t i = 0; i < self.boxes.size(); ++i)
            leap_sink_box(sink, static_cast<unsigned>(i + 1), 0, self.boxes[i].data(), self.boxes[i].data() + 3, 0.0);
        return 0;
    }
    static void feel(void* user, unsigned piece, double carries[3], double*) {
        auto& self = *static_cast<Level*>(user);
        if (piece == 0) std::copy(std::begin(self.carries), std::end(self.carries), carries);
    }
    leap_geometry geometry() {
        leap_geometry out{};
        out.size = sizeof out;
        out.user = this;
        out.gather = &Level::gather;
        out.feel = &Level::feel;
        return out;
    }
};

inline CourseHandle course_of(Level& level) {
    const leap_geometry geometry = level.geometry();
    leap_course* out = nullptr;
    EXPECT_EQ(leap_course_in_game(&geometry, nullptr, 0, &out, nullptr), LEAP_OK);
    return CourseHandle(out);
}

inline SceneHandle scene_of(const ProgramHandle& program, const CourseHandle& course,
                            const leap_tuning* tuning = nullptr, int rate = 120) {
    leap_scene* out = nullptr;
    leap_error error = LEAP_ERROR_INIT;
    EXPECT_EQ(leap_scene_new(program.get(), tuning, course.get(), rate, &out, &error), LEAP_OK) << error.message;
    return SceneHandle(out);
}

inline WorldHandle world_of(const SceneHandle& scene, const char* place = nullptr) {
    leap_start start{};
    start.size = sizeof start;
    start.place = place;
    leap_world* out = nullptr;
    leap_error error = LEAP_ERROR_INIT;
    EXPECT_EQ(leap_world_new(scene.get(), &start, 1, &out, &error), LEAP_OK) << error.message;
    return WorldHandle(out);
}

inline leap_character character_of(const WorldHandle& world, std::size_t index = 0) {
    leap_character out{};
    out.size = sizeof out;
    EXPECT_EQ(leap_character_get(world.get(), index, &out), LEAP_OK);
    return out;
}

inline double highest_hop(const WorldHandle& world, int button) {
    EXPECT_EQ(leap_button(world.get(), 0, button, 1, 0.0), LEAP_OK);
    EXPECT_EQ(leap_button(world.get(), 0, button, 0, 0.05), LEAP_OK);
    double top = 0.0;
    for (int i = 0; i < 240; ++i) {
        EXPECT_EQ(leap_step(world.get()), LEAP_OK);
        top = std::max(top, character_of(world).position[2]);
    }
    return top;
}

}  // namespace leap::capi_test
