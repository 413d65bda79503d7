// SPDX-License-Identifier: MIT
// Instants that are kept, tapes of what was played, and the hash of a run.
#include "capi/guard.hpp"
#include "capi/handles.hpp"
#include "capi/world_parts.hpp"
#include "core/project/tape_file.hpp"

using leap::capi::fail;
using leap::capi::guarded;
using leap::capi::guarded_value;
using leap::capi::put_text;

namespace {

/// The run so far as it would be if it ended now.
leap::Trace ended(const leap_world& world) {
    leap::Trace out = world.lately;
    leap::end_record(world.scene->rehearsal, world.simulation.world(), out);
    return out;
}

}  // namespace

leap_result leap_save(const leap_world* world, leap_state** out) {
    if (out != nullptr) *out = nullptr;
    if (world == nullptr || out == nullptr) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        *out = new leap_state{world->simulation.snapshot(), world->left_over_s};
        return LEAP_OK;
    });
}

leap_result leap_restore(leap_world* world, const leap_state* state, leap_error* error) {
    if (world == nullptr || state == nullptr)
        return fail(error, LEAP_ARGUMENT, "expected a world and a state, got NULL");
    return guarded(error, [&] {
        if (const auto done = world->simulation.restore(state->at); !done)
            return fail(error, LEAP_ARGUMENT, "the state does not fit this world: " + done.error());
        world->left_over_s = state->left_over_s;
        world->waiting.clear();
        world->recorded = false;
        for (leap::TapeTrack& track : world->tracks) track.events.clear();
        leap::capi::begin_trace(*world);
        return LEAP_OK;
    });
}

void leap_state_free(leap_state* state) {
    delete state;
}

int leap_state_same(const leap_state* a, const leap_state* b) {
    return guarded_value(0, [&] { return a != nullptr && b != nullptr && a->at.world == b->at.world ? 1 : 0; });
}

leap_result leap_record(leap_world* world) {
    if (world == nullptr || world->simulation.world().tick != 0) return LEAP_ARGUMENT;
    world->recorded = true;
    return LEAP_OK;
}

size_t leap_tape(const leap_world* world, const char* name, char* buffer, size_t size) {
    if (world == nullptr || name == nullptr || !world->recorded) return put_text({}, buffer, size);
    return guarded_value(std::size_t{0}, [&] {
        leap::Tape tape;
        tape.name = name;
        tape.rate_hz = world->scene->ingredients.rate_hz;
        tape.length_s = leap::rounded_number(world->simulation.world().time);
        tape.tracks = world->tracks;
        for (const leap::TapeTrack& track : tape.tracks)
            if (track.start_place.empty()) return put_text({}, buffer, size);
        return put_text(leap::write_tape(tape), buffer, size);
    });
}

leap_result leap_run_hash(const leap_world* world, unsigned char out[8]) {
    if (world == nullptr || out == nullptr || !world->recorded) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        leap::capi::put_hash(leap::trace_hash(ended(*world)), out);
        return LEAP_OK;
    });
}

size_t leap_trace_csv(const leap_world* world, char* buffer, size_t size) {
    if (world == nullptr || !world->recorded) return put_text({}, buffer, size);
    return guarded_value(std::size_t{0}, [&] {
        return put_text(leap::trace_csv(ended(*world), *world->scene->ingredients.program), buffer, size);
    });
}
