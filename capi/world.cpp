// SPDX-License-Identifier: MIT
// Scenes, worlds, inputs and steps.
#include <algorithm>
#include <cmath>

#include "capi/guard.hpp"
#include "capi/handles.hpp"
#include "capi/world_parts.hpp"
#include "core/simulation/start.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

using leap::capi::fail;
using leap::capi::guarded;
using leap::capi::guarded_value;

namespace {

constexpr std::size_t max_characters = 64;

leap_result scene_of(const leap_program& program, const leap_tuning* tuning, const leap_course& course, int rate,
                     leap_scene** out, leap_error* error) {
    if (tuning != nullptr && tuning->program != program.program)
        return fail(error, LEAP_ARGUMENT, "the tuning is one of another program");
    leap::Ingredients ingredients{program.program, course.course,
                                  tuning != nullptr ? tuning->tuning : leap::written_tuning(*program.program), rate};
    *out = new leap_scene{std::make_shared<const leap::capi::Scene>(std::move(ingredients), course.game)};
    return LEAP_OK;
}

/// The track of a start, for tapes.
tl::expected<leap::TapeTrack, std::string> track_of(const leap::capi::Scene& scene, const leap_start& start) {
    leap::TapeTrack out;
    if (start.name != nullptr) out.name = start.name;
    if (start.body != nullptr) out.body = start.body;
    if (start.place != nullptr) out.start_place = start.place;
    if (!out.body.empty() && !scene.ingredients.program->find_body(out.body))
        return tl::make_unexpected("the script has no body " + out.body);
    return out;
}

tl::expected<leap::World, std::string> start_of(const leap::capi::Scene& scene, const std::vector<leap_start>& starts,
                                                const std::vector<leap::TapeTrack>& tracks) {
    const bool placed =
        std::all_of(tracks.begin(), tracks.end(), [](const leap::TapeTrack& t) { return !t.start_place.empty(); });
    if (placed) return leap::start_world(scene.rehearsal, tracks);
    std::vector<leap::ActorStart> actors;
    for (std::size_t i = 0; i < starts.size(); ++i) {
        leap::ActorStart actor;
        if (!tracks[i].body.empty()) actor.kind = *scene.ingredients.program->find_body(tracks[i].body);
        actor.position = {starts[i].position[0], starts[i].position[1], starts[i].position[2]};
        actor.facing_rad = starts[i].facing;
        if (!tracks[i].start_place.empty()) {
            const leap::Place* place = leap::find_place(scene.ingredients.course->plan, tracks[i].start_place);
            if (place == nullptr) return tl::make_unexpected("the course has no place " + tracks[i].start_place);
            actor.position = place->position;
            actor.facing_rad = place->facing_deg * leap::radians_per_degree;
        }
        if (!leap::is_finite(actor.position) || !std::isfinite(actor.facing_rad))
            return tl::make_unexpected("the start position of a character is not a number");
        actors.push_back(actor);
    }
    return leap::initial_world(scene.rehearsal, actors);
}

leap_result new_world(const std::shared_ptr<const leap::capi::Scene>& scene, const leap_start* starts,
                      std::size_t count, leap_world** out, leap_error* error) {
    std::vector<leap_start> given;
    std::vector<leap::TapeTrack> tracks;
    const auto* at = reinterpret_cast<const unsigned char*>(starts);
    for (std::size_t i = 0; i < count; ++i) {
        leap_start start{};
        const auto* each = reinterpret_cast<const leap_start*>(at);
        if (!leap::capi::take_struct(each, start)) return fail(error, LEAP_ARGUMENT, "a start without its size");
        at += each->size;
        auto track = track_of(*scene, start);
        if (!track) return fail(error, LEAP_NOT_FOUND, track.error());
        given.push_back(start);
        tracks.push_back(std::move(*track));
    }
    auto world = start_of(*scene, given, tracks);
    if (!world) return fail(error, LEAP_NOT_FOUND, world.error());
    auto made = std::make_unique<leap_world>(scene, std::move(*world), std::move(tracks));
    leap::capi::begin_trace(*made);
    *out = made.release();
    return LEAP_OK;
}

leap_result put_input(leap_world* world, std::size_t character, leap::TapeEvent event, double after) {
    event.time_s = world->simulation.world().time + after;
    const auto later = std::upper_bound(world->waiting.begin(), world->waiting.end(), event.time_s,
                                        [](double time, const auto& each) { return time < each.event.time_s; });
    world->waiting.insert(later, {std::move(event), character});
    return LEAP_OK;
}

bool takes_input(const leap_world* world, std::size_t character, double after) {
    constexpr double max_ahead_s = 60.0;
    return world != nullptr && character < world->tracks.size() && after >= 0.0 && after <= max_ahead_s;
}

}  // namespace

leap_result leap_scene_new(const leap_program* program, const leap_tuning* tuning, const leap_course* course, int rate,
                           leap_scene** out, leap_error* error) {
    if (out != nullptr) *out = nullptr;
    if (program == nullptr || course == nullptr || out == nullptr)
        return fail(error, LEAP_ARGUMENT, "a program and a course are wanted");
    if (rate < 20 || rate > 1000) return fail(error, LEAP_ARGUMENT, "20 to 1000 ticks per second");
    return guarded(error, [&] { return scene_of(*program, tuning, *course, rate, out, error); });
}

void leap_scene_free(leap_scene* scene) {
    delete scene;
}

leap_result leap_world_new(const leap_scene* scene, const leap_start* starts, size_t count, leap_world** out,
                           leap_error* error) {
    if (out != nullptr) *out = nullptr;
    if (scene == nullptr || starts == nullptr || count == 0 || out == nullptr)
        return fail(error, LEAP_ARGUMENT, "a scene and at least one start are wanted");
    if (count > max_characters) return fail(error, LEAP_LIMIT, "at most 64 characters");
    return guarded(error, [&] { return new_world(scene->shared, starts, count, out, error); });
}

void leap_world_free(leap_world* world) {
    delete world;
}

leap_result leap_world_use(leap_world* world, const leap_scene* scene, leap_error* error) {
    if (world == nullptr || scene == nullptr) return fail(error, LEAP_ARGUMENT, "a world and a scene are wanted");
    return guarded(error, [&] {
        if (const auto done = world->simulation.use(scene->shared); !done)
            return fail(error, LEAP_ARGUMENT,
                        "the scene does not fit this world: " + done.error() + "; create a new world");
        world->scene = scene->shared;
        return LEAP_OK;
    });
}

leap_result leap_button(leap_world* world, size_t character, int button, int down, double after) {
    if (!takes_input(world, character, after)) return LEAP_ARGUMENT;
    const auto& buttons = world->scene->ingredients.program->buttons;
    if (button < 0 || static_cast<std::size_t>(button) >= buttons.size()) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        const std::string& name = buttons[static_cast<std::size_t>(button)].name;
        return put_input(world, character, {0.0, leap::ButtonEvent{name, down != 0}}, after);
    });
}

leap_result leap_stick(leap_world* world, size_t character, double x, double y, double after) {
    if (!takes_input(world, character, after) || !std::isfinite(x) || !std::isfinite(y)) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        leap::Vec2 value{x, y};
        const double length = leap::elementary::hypot(x, y);
        if (length > 1.0) value /= length;
        return put_input(world, character, {0.0, leap::StickEvent{value}}, after);
    });
}

leap_result leap_look(leap_world* world, size_t character, double yaw, double pitch, double after) {
    if (!takes_input(world, character, after) || !std::isfinite(yaw) || !std::isfinite(pitch)) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        return put_input(world, character,
                         {0.0, leap::LookEvent{yaw / leap::radians_per_degree, pitch / leap::radians_per_degree}},
                         after);
    });
}

leap_result leap_step(leap_world* world) {
    if (world == nullptr) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        leap::capi::begin_step(*world);
        leap::capi::run_tick(*world);
        return LEAP_OK;
    });
}

int leap_advance(leap_world* world, double seconds, int most, double* share) {
    if (world == nullptr || !(seconds >= 0.0) || !std::isfinite(seconds) || most < 1) return -1;
    return guarded_value(-1, [&] {
        leap::capi::begin_step(*world);
        const double tick_s = 1.0 / world->scene->ingredients.rate_hz;
        constexpr double rounding_s = 1e-9;
        world->left_over_s += seconds;
        int ticks = 0;
        while (world->left_over_s >= tick_s - rounding_s && ticks < most) {
            leap::capi::run_tick(*world);
            world->left_over_s = std::max(0.0, world->left_over_s - tick_s);
            ++ticks;
        }
        if (world->left_over_s >= tick_s) world->left_over_s = 0.0;  // a stall: the rest isn't caught up
        if (share != nullptr) *share = std::min(1.0, world->left_over_s / tick_s);
        return ticks;
    });
}
