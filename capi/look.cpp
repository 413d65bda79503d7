// SPDX-License-Identifier: MIT
// What can be asked of a world: characters, fixtures, what the eye gets, events.
#include <cmath>

#include "capi/guard.hpp"
#include "capi/handles.hpp"
#include "core/bodies/known_poses.hpp"
#include "core/senses/explain.hpp"
#include "core/senses/fixtures.hpp"
#include "core/simulation/rows.hpp"
#include "core/tape/accents.hpp"

using leap::capi::guarded;
using leap::capi::guarded_value;
using leap::capi::put_struct;
using leap::capi::put_text;

namespace {

static_assert(static_cast<int>(leap::EventKind::landed) == LEAP_LANDED);
static_assert(static_cast<int>(leap::EventKind::emitted) == LEAP_EMIT);
static_assert(static_cast<int>(leap::EventKind::posed) == LEAP_POSED);
static_assert(static_cast<int>(leap::SoundVoice::creak) == LEAP_CREAK);
static_assert(static_cast<int>(leap::EventKind::fixture_phase) == LEAP_FIXTURE_PHASE);
static_assert(static_cast<int>(leap::EventKind::grabbed) == LEAP_GRABBED);
static_assert(static_cast<int>(leap::EventKind::hit_fixture) == LEAP_HIT_FIXTURE);
static_assert(static_cast<int>(leap::EventKind::none_waits) == LEAP_NONE_WAITS);
static_assert(static_cast<int>(leap::EventKind::hold_refused) == LEAP_HOLD_REFUSED);

void put_point(const leap::Vec3& point, double out[3]) {
    for (int i = 0; i < 3; ++i) out[i] = point[i];
}

/// Whether it was put elsewhere in the last tick.
bool was_put(const leap_world& world, std::size_t character) {
    const double begin = world.simulation.world().time - 1.0 / world.scene->ingredients.rate_hz - 1e-9;
    const auto& events = world.lately.events;
    for (auto event = events.rbegin(); event != events.rend() && event->time >= begin; ++event) {
        if (event->actor != static_cast<std::int32_t>(character)) continue;
        if (event->kind == leap::EventKind::teleported || event->kind == leap::EventKind::respawned) return true;
    }
    return false;
}

bool has_character(const leap_world* world, std::size_t character) {
    return world != nullptr && character < world->simulation.world().actors.size();
}

leap_character character_of(const leap_world& world, std::size_t index) {
    const leap::Actor& actor = world.simulation.world().actors[index];
    leap_character out{};
    put_point(actor.body.position, out.position);
    put_point(actor.body.velocity, out.velocity);
    put_point(was_put(world, index) ? actor.body.position : world.before[index], out.before);
    out.facing = actor.facing;
    out.look_yaw = actor.look_yaw;
    out.look_pitch = actor.look_pitch;
    out.height = actor.height;
    out.radius = actor.radius;
    out.grounded = actor.body.grounded ? 1 : 0;
    const leap::Surface& ground = actor.body.ground;
    out.ground_piece = ground.is_piece() ? static_cast<int>(ground.index) : -1;
    out.ground_fixture = ground.is_fixture() ? static_cast<int>(ground.index) : -1;
    out.body = actor.kind.written();
    out.stance = actor.stance.written();
    const leap::MachineId move = actor.body_move();
    out.move = move.written();
    out.phase = -1;
    if (move) {
        out.phase = actor.machines[move].phase.written();
        out.phase_time = actor.own_time() - actor.machines[move].phase_since;
    }
    out.seat = actor.seat.written();
    out.focus = actor.focus.written();
    return out;
}

leap_fixture fixture_of(const leap_world& world, std::size_t index) {
    const leap::SceneView& r = world.scene->rehearsal;
    const leap::FixturePose pose =
        leap::fixture_pose(r.context(world.simulation.world(), world.simulation.world().actors.front()), index);
    leap_fixture out{};
    out.name = world.scene->ingredients.course->plan.fixtures[index].name.c_str();
    out.kind = r.layout.fixtures[index].kind.written();
    const leap::MachineState& machine = world.simulation.world().machines[index];
    out.phase = machine.phase.written();
    out.phase_time = machine.phase ? world.simulation.world().time - machine.phase_since : 0.0;
    put_point(pose.center, out.position);
    put_point(pose.half, out.half);
    out.turn[0] = pose.turn.w;
    out.turn[1] = pose.turn.x;
    out.turn[2] = pose.turn.y;
    out.turn[3] = pose.turn.z;
    out.is_hidden = pose.hidden ? 1 : 0;
    out.is_solid = pose.solid ? 1 : 0;
    return out;
}

leap_view view_of(const leap_world& world, std::size_t character) {
    const leap::SceneView& r = world.scene->rehearsal;
    const leap::AccentView seen =
        leap::accents_at({r, world.lately, world.simulation.world(), world.simulation.world().actors[character],
                          world.simulation.world().time, world.walked_before[character]});
    leap_view out{};
    out.view_width = seen.view_width.value_or(0.0);
    out.view_width_share = seen.view_width_share;
    put_point(seen.shake, out.shake);
    out.bob = seen.bob;
    out.lean = seen.lean;
    out.lag = seen.lag.value_or(-1.0);
    out.squash = seen.squash;
    out.trail = seen.trail ? 1 : 0;
    out.pose = -1;
    for (const leap::AccentView::Pose& pose : seen.poses) {
        if (pose.weight <= out.pose_weight) continue;
        const auto& names = r.program.poses;
        out.pose = static_cast<int>(std::find(names.begin(), names.end(), pose.name) - names.begin());
        out.pose_weight = pose.weight;
    }
    out.rumble = seen.rumble;
    return out;
}

}  // namespace

double leap_time(const leap_world* world) {
    return world == nullptr ? 0.0 : world->simulation.world().time;
}

size_t leap_character_count(const leap_world* world) {
    return world == nullptr ? 0 : world->simulation.world().actors.size();
}

leap_result leap_character_get(const leap_world* world, size_t character, leap_character* out) {
    if (!has_character(world, character)) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] { return put_struct(character_of(*world, character), out); });
}

leap_result leap_value(const leap_world* world, size_t character, size_t value, double* out) {
    if (!has_character(world, character) || out == nullptr) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        leap::Record record;
        record.tracks.resize(world->simulation.world().actors.size());
        const leap::Actor& actor = world->simulation.world().actors[character];
        leap::StepCache around;
        leap::context_at(world->scene->rehearsal, world->simulation.world(), actor, around);
        leap::write_row(world->scene->rehearsal, world->simulation.world(), actor, &around, leap::Vec3{0.0}, false,
                        record);
        if (value >= record.value_count) return LEAP_ARGUMENT;
        *out = record.tracks[character].values[value];
        return LEAP_OK;
    });
}

size_t leap_why_not(const leap_world* world, size_t character, int move, char* buffer, size_t size) {
    if (!has_character(world, character)) return put_text({}, buffer, size);
    return guarded_value(std::size_t{0}, [&] {
        const leap::Program& program = *world->scene->ingredients.program;
        const auto machine = leap::MachineId::read(move);
        if (!program.has(machine) || program.machines[machine].kind != leap::MachineKind::move)
            return put_text({}, buffer, size);
        const leap::Actor& actor = world->simulation.world().actors[character];
        leap::StepCache around;
        const auto context = leap::context_at(world->scene->rehearsal, world->simulation.world(), actor, around);
        return put_text(leap::explain_move(context, machine).why, buffer, size);
    });
}

size_t leap_fixture_count(const leap_world* world) {
    return world == nullptr ? 0 : world->simulation.world().fixtures.size();
}

leap_result leap_fixture_get(const leap_world* world, size_t fixture, leap_fixture* out) {
    if (world == nullptr || fixture >= world->simulation.world().fixtures.size()) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] { return put_struct(fixture_of(*world, fixture), out); });
}

leap_result leap_view_get(const leap_world* world, size_t character, leap_view* out) {
    if (!has_character(world, character)) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] { return put_struct(view_of(*world, character), out); });
}

size_t leap_event_count(const leap_world* world) {
    return world == nullptr ? 0 : world->lately.events.size() - world->first_event;
}

leap_result leap_event_get(const leap_world* world, size_t index, leap_event* out) {
    if (index >= leap_event_count(world)) return LEAP_ARGUMENT;
    const leap::TraceEvent& event = world->lately.events[world->first_event + index];
    leap_event value{};
    value.kind = static_cast<leap_event_kind>(event.kind);
    value.time = event.time;
    value.character = event.actor;
    value.index = event.index;
    value.detail = event.detail;
    return put_struct(value, out);
}

size_t leap_event_text(const leap_world* world, size_t index, char* buffer, size_t size) {
    if (index >= leap_event_count(world)) return put_text({}, buffer, size);
    return guarded_value(std::size_t{0}, [&] {
        const leap::TraceEvent& event = world->lately.events[world->first_event + index];
        return put_text(leap::event_text(event, *world->scene->ingredients.program, world->lately), buffer, size);
    });
}

size_t leap_sound_count(const leap_world* world) {
    return world == nullptr ? 0 : world->lately.sounds.size() - world->first_sound;
}

leap_result leap_sound_get(const leap_world* world, size_t index, leap_sound* out) {
    if (index >= leap_sound_count(world)) return LEAP_ARGUMENT;
    const leap::SoundCue& cue = world->lately.sounds[world->first_sound + index];
    leap_sound value{};
    value.voice = static_cast<leap_voice>(cue.voice);
    value.time = cue.time;
    value.loudness = cue.loudness;
    value.pitch = cue.pitch;
    put_point(cue.place, value.place);
    value.character = cue.actor;
    return put_struct(value, out);
}
