// SPDX-License-Identifier: MIT
// Whole tapes, on as many threads as are wanted.
#include <atomic>
#include <limits>
#include <thread>

#include "capi/guard.hpp"
#include "capi/handles.hpp"
#include "capi/world_parts.hpp"
#include "core/project/tape_file.hpp"
#include "core/readings/readings.hpp"

using leap::capi::GivenArray;
using leap::capi::guarded;
using leap::capi::put_text;

namespace {

struct AllRuns {
    GivenArray<leap_run> runs;
    int (*stop)(void*);
    void* user;
    std::atomic<std::size_t> next = 0;
    std::atomic<bool> stopped = false;

    bool is_stopped() {
        if (!stopped && stop != nullptr && stop(user) == 1) stopped = true;
        return stopped;
    }
};

leap_result said(leap_run& run, leap_result result, std::string_view why) {
    run.result = result;
    put_text(why, run.message, sizeof run.message);
    return result;
}

/// `room`: for its trace; its memory is used again.
leap_result run_one(AllRuns& all, leap_run& run, leap::Trace& room) {
    run.message[0] = '\0';
    if (run.scene == nullptr || run.tape == nullptr) return said(run, LEAP_ARGUMENT, "a scene and a tape are wanted");
    const auto tape = leap::read_tape({run.tape, run.tape_length}, "tape");
    if (!tape) return said(run, LEAP_FILE, tape.error());
    const leap::SceneView& r = run.scene->shared->rehearsal;
    const auto whole = leap::replay_into(r, *tape, room, [&] { return all.is_stopped(); });
    if (!whole) return said(run, LEAP_FILE, whole.error());
    if (!*whole) return said(run, LEAP_STOPPED, "stopped");
    leap::capi::put_hash(leap::trace_hash(room), run.hash);
    if (run.readings != nullptr) {
        const auto readings = leap::take_readings(r.program, r.tuning, room, tape->name);
        for (std::size_t i = 0; i < readings.size(); ++i)
            run.readings[i] = readings[i].value.value_or(std::numeric_limits<double>::quiet_NaN());
    }
    run.result = LEAP_OK;
    return LEAP_OK;
}

void work(AllRuns& all) noexcept {
    leap::Trace room;
    for (std::size_t i = all.next++; i < all.runs.count(); i = all.next++) {
        leap_run& run = all.runs.at(i);
        if (all.is_stopped()) {
            run.result = LEAP_STOPPED;
            continue;
        }
        leap_error error = LEAP_ERROR_INIT;
        const leap_result result = guarded(&error, [&] { return run_one(all, run, room); });
        if (result == LEAP_MEMORY || result == LEAP_INTERNAL) said(run, result, error.message);
    }
}

}  // namespace

leap_result leap_run_all(leap_run* runs, size_t count, int threads, int (*stop)(void* user), void* user) {
    if (runs == nullptr || threads < 0 || threads > 1024) return LEAP_ARGUMENT;
    if (count == 0) return LEAP_OK;
    const GivenArray<leap_run> given(runs, count);
    if (!given.is_sound(sizeof(leap_run))) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        AllRuns all{given, stop, user};
        const std::size_t wanted =
            threads > 0 ? static_cast<std::size_t>(threads) : std::max(1U, std::thread::hardware_concurrency());
        std::vector<std::jthread> others;
        for (std::size_t i = 1; i < std::min(wanted, count); ++i) {
            try {
                others.emplace_back([&all] { work(all); });
            } catch (const std::system_error&) {
                break;  // no more threads to be had: those that are there do it
            }
        }
        work(all);
        others.clear();
        return all.stopped ? LEAP_STOPPED : LEAP_OK;
    });
}
