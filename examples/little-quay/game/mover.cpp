// SPDX-License-Identifier: MIT
#include "mover.hpp"

#include <algorithm>
#include <fstream>
#include <sstream>
#include <utility>

namespace little_quay {
namespace {

constexpr unsigned lift_piece = 1000000;

}  // namespace

Mover::~Mover() {
    leap_link_free(link_);
    leap_world_free(world_);
    leap_scene_free(scene_);
    leap_course_free(course_);
    leap_program_free(program_);
}

/// The library asks for a box of 4 m at a time, and keeps what it is told.
int Mover::gather(void* user, const double low[3], const double high[3], leap_sink* sink) {
    const Level& level = *static_cast<Mover*>(user)->level_;
    unsigned piece = 0;
    for (const Triangle& triangle : level.fixed) {
        bool meets = true;
        for (std::size_t axis = 0; axis < 3; ++axis) {
            const auto& [a, b, c] = triangle.corners;
            meets = meets && std::min({a[axis], b[axis], c[axis]}) <= high[axis] &&
                    std::max({a[axis], b[axis], c[axis]}) >= low[axis];
        }
        if (meets)
            leap_sink_triangle(sink, piece, 0, triangle.corners[0].data(), triangle.corners[1].data(),
                               triangle.corners[2].data());
        ++piece;
    }
    leap_sink_box(sink, lift_piece, 0, level.lift_middle.data(), level.lift_half.data(), 0.0);
    return 0;
}

void Mover::feel(void* user, unsigned piece, double carries[3], double* /*grip*/) {
    if (piece == lift_piece) carries[2] = static_cast<Mover*>(user)->level_->lift_speed;
}

std::string Mover::load(const std::string& script_file) {
    std::ifstream file(script_file, std::ios::binary);
    std::ostringstream read;
    read << file.rdbuf();
    const std::string text = read.str();
    const leap_source source{sizeof(leap_source), "keeper.leap", text.c_str(), text.size()};
    leap_error error = LEAP_ERROR_INIT;
    leap_program* program = nullptr;
    if (leap_compile(&source, 1, &program, nullptr, &error) != LEAP_OK)
        return std::string(error.file) + ":" + std::to_string(error.line) + ": " + error.message;
    return use(program);
}

std::string Mover::use(leap_program* program, const leap_start* from) {
    leap_error error = LEAP_ERROR_INIT;
    if (course_ == nullptr) {
        leap_geometry geometry{};
        geometry.size = sizeof geometry;
        geometry.user = this;
        geometry.gather = &Mover::gather;
        geometry.feel = &Mover::feel;
        if (leap_course_in_game(&geometry, nullptr, 0, &course_, &error) != LEAP_OK) return error.message;
    }
    leap_start start{};
    start.size = sizeof start;
    if (from != nullptr) {
        start = *from;
    } else if (world_ != nullptr) {  // the new script goes on from where the old one is
        leap_character now{};
        now.size = sizeof now;
        leap_character_get(world_, 0, &now);
        std::copy(std::begin(now.position), std::end(now.position), std::begin(start.position));
        start.facing = now.facing;
    }
    leap_tuning* tuning = nullptr;
    leap_scene* scene = nullptr;
    leap_world* world = nullptr;
    leap_tuning_new(program, &tuning, nullptr);
    if (link_ != nullptr) leap_link_tune(link_, tuning);
    if (leap_scene_new(program, tuning, course_, ticks_per_second, &scene, &error) != LEAP_OK ||
        leap_world_new(scene, &start, 1, &world, &error) != LEAP_OK) {
        leap_tuning_free(tuning);
        leap_scene_free(scene);
        if (program != program_) leap_program_free(program);
        return error.message;
    }
    leap_tuning_free(tuning);
    if (link_ != nullptr) leap_record(world);
    leap_world_free(world_);
    leap_scene_free(scene_);
    if (program != program_) leap_program_free(program_);
    program_ = program;
    scene_ = scene;
    world_ = world;
    return {};
}

void Mover::link() {
    if (link_ == nullptr) leap_link_new("Little quay", nullptr, &link_, nullptr);
}

std::string Mover::link_status() const {
    char text[256] = "";
    if (link_ != nullptr) leap_link_status(link_, text, sizeof text);
    return text;
}

void Mover::turn_dials() {
    leap_tuning* tuning = nullptr;
    leap_scene* scene = nullptr;
    leap_tuning_new(program_, &tuning, nullptr);
    leap_link_tune(link_, tuning);
    if (leap_scene_new(program_, tuning, course_, ticks_per_second, &scene, nullptr) == LEAP_OK) {
        leap_world_use(world_, scene, nullptr);
        leap_scene_free(scene_);
        scene_ = scene;
    }
    leap_tuning_free(tuning);
}

void Mover::play_tape() {
    leap_start start{};
    start.size = sizeof start;
    std::string tape(leap_link_tape(link_, nullptr, 0), '\0');
    leap_link_tape(link_, &tape[0], tape.size() + 1);
    if (leap_link_tape_start(link_, 0, start.position, &start.facing) != LEAP_OK) return;
    if (use(program_, &start).empty()) leap_give_tape(world_, tape.c_str(), tape.size(), nullptr);
}

void Mover::take_news() {
    if (link_ == nullptr) return;
    const int news = leap_link_poll(link_);
    if ((news & LEAP_LINK_SCRIPTS) != 0) {
        leap_program* program = nullptr;
        // One that is broken is told to the window, and the last good one goes on.
        if (leap_link_compile(link_, &program, nullptr) == LEAP_OK) use(program);
    } else if ((news & LEAP_LINK_DIALS) != 0) {
        turn_dials();
    }
    if ((news & LEAP_LINK_TAPE) != 0) play_tape();
    if ((news & LEAP_LINK_WANT_TAKE) != 0) leap_link_take(link_, world_, "little quay");
}

void Mover::button(const char* name, bool down) {
    leap_button(world_, 0, leap_find(program_, LEAP_BUTTONS, name), down ? 1 : 0, left_over_);
}

void Mover::stick(double x, double y) {
    leap_stick(world_, 0, x, y, left_over_);
}

void Mover::look(double yaw, double pitch) {
    leap_look(world_, 0, yaw, pitch, left_over_);
}

void Mover::step() {
    take_news();
    const Point before = level_->lift_middle;
    move_lift(*level_, leap_time(world_) + 1.0 / ticks_per_second);
    const Point& now = level_->lift_middle;
    double low[3];
    double high[3];
    for (int axis = 0; axis < 3; ++axis) {
        low[axis] = std::min(before[axis], now[axis]) - level_->lift_half[axis];
        high[axis] = std::max(before[axis], now[axis]) + level_->lift_half[axis];
    }
    leap_course_changed(course_, low, high);
    leap_step(world_);
    if (link_ != nullptr) leap_link_tell(link_, world_);
    for (std::size_t i = 0; i < leap_event_count(world_); ++i) {
        char text[128];
        leap_event_text(world_, i, text, sizeof text);
        heard_ += text;
        heard_ += '\n';
    }
    come_back();
}

/// Who has fallen off the quay begins anew on it.
void Mover::come_back() {
    constexpr double lost_m = -12.0;
    leap_character now{};
    now.size = sizeof now;
    if (leap_character_get(world_, 0, &now) != LEAP_OK || now.position[2] > lost_m) return;
    leap_start start{};
    start.size = sizeof start;
    use(program_, &start);
}

void Mover::advance(double seconds) {
    constexpr double tick = 1.0 / ticks_per_second;
    constexpr double longest_caught_up = 0.25;
    left_over_ += std::min(seconds, longest_caught_up);
    for (; left_over_ >= tick; left_over_ -= tick) step();
}

Mover::Drawn Mover::drawn() const {
    leap_character now{};
    now.size = sizeof now;
    leap_character_get(world_, 0, &now);
    const double share = left_over_ * ticks_per_second;
    Drawn out;
    for (int i = 0; i < 3; ++i) out.feet[i] = now.before[i] + (now.position[i] - now.before[i]) * share;
    out.facing = now.facing;
    out.grounded = now.grounded != 0;
    const int machine = now.move >= 0 ? now.move : now.stance;
    if (machine >= 0) out.doing = leap_name(program_, LEAP_MACHINES, static_cast<std::size_t>(machine));
    if (now.move >= 0 && now.phase >= 0) {
        out.doing += '.';
        out.doing += leap_phase_name(program_, static_cast<std::size_t>(now.move), static_cast<std::size_t>(now.phase));
    }
    return out;
}

std::string Mover::heard() {
    return std::exchange(heard_, {});
}

}  // namespace little_quay
