// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/record/sound_cue.hpp"
#include "core/units/id.hpp"
#include "core/units/owner.hpp"
#include "core/units/vector.hpp"

/// What a run writes down while it goes on: rows and events as plain values. World frame; metres, seconds, radians.
/// Text, hashes and what lies between rows: see core/tape/trace.hpp.
namespace leap {

/// One instant of a run: a tick's begin, or a split inside one. From here to the next row the motion is
/// position + velocity·t + acceleration·t²/2.
struct TraceRow {
    double time = 0.0;
    Vec3 position{0.0};
    Vec3 velocity{0.0};
    Vec3 acceleration{0.0};
    double facing = 0.0;
    Vec2 stick{0.0};
    double look_yaw = 0.0;
    double look_pitch = 0.0;
    std::uint64_t buttons = 0;  ///< bit per button
    MachineId stance;
    MachineId move;
    PhaseId move_phase;
    bool grounded = false;
    bool tick_begin = false;  ///< a tick's begin, not a split inside it
    bool jumped = false;      ///< the body was put here, it didn't move here

    friend bool operator==(const TraceRow&, const TraceRow&) = default;
};

enum class EventKind : std::uint8_t {
    landed,
    left_ground,
    bumped_wall,
    bumped_ceiling,
    started,
    ended,
    cut,
    phase,
    stance,
    pressed,
    released,
    emitted,
    fault,
    failed,
    struck,
    posed,  ///< for the eye only: not part of the hash; `detail` is how long, in ms
    focus_in,
    focus_out,
    used,
    fixture_phase,
    teleported,
    respawned,
    refused,  ///< a teleport without an exit or without room
    caught,   ///< somebody takes a thing
    thrown,
    seated,  ///< the body sits down on a fixture
    stepped_out,
    grabbed,  ///< a hand takes a thing
    entered,  ///< a volume; `index`: its kind, in Program::kinds
    left_volume,
    hit_actor,    ///< a blow has met a character, `detail`; `index`: its event, in Program::events
    hit_fixture,  ///< likewise a fixture
    spawned,      ///< a fixture waits no longer
    none_waits,   ///< no fixture could be spawned; `index`: the tag of the kind, in Program::tags
    hold_refused  ///< a thing can't be held by something that it holds itself
};

/// Something that happened, for the score, the event list and readings.
struct TraceEvent {
    double time = 0.0;
    EventKind kind = EventKind::landed;
    std::int32_t index = -1;   ///< machine, button, target, emitted event or fixture
    std::int32_t detail = -1;  ///< phase; for cut: the move that cut; for caught and thrown by a fixture: which
    std::int32_t actor = -1;   ///< the character it happened to or who did it, in Record::tracks; -1: none

    friend bool operator==(const TraceEvent&, const TraceEvent&) = default;
};

/// How a phase was left.
struct PhaseExit {
    enum class By : std::uint8_t { still_on, time_up, cut, way };
    By by = By::still_on;
    std::size_t way = 0;  ///< of By::way: in Phase::transitions
    friend bool operator==(const PhaseExit&, const PhaseExit&) = default;
};

/// A stretch of time one machine spent in one phase.
struct PhaseSpan {
    MachineId machine;
    PhaseId phase;
    Owner owner;  ///< a character, in Record::tracks, or the fixture that it is
    double from = 0.0;
    double to = 0.0;
    bool opens = false;  ///< the move started with it
    PhaseExit left_by{};

    friend bool operator==(const PhaseSpan&, const PhaseSpan&) = default;
};

/// A fixture of the course the run was made in.
struct TraceFixture {
    std::string name;
    MachineId machine;  ///< its kind
    friend bool operator==(const TraceFixture&, const TraceFixture&) = default;
};

/// What came out of a run for one character.
struct TraceTrack {
    std::string name;
    BodyId kind{0};
    std::vector<TraceRow> rows;
    std::vector<double> values;  ///< per row: the counters, then the meters, then the gauges
    friend bool operator==(const TraceTrack&, const TraceTrack&) = default;
};

/// Everything that a run writes down.
struct Record {
    int rate_hz = 120;
    std::vector<TraceTrack> tracks;  ///< by character, in the order of the tape
    std::size_t value_count = 0;     ///< how many values each row has
    std::vector<TraceEvent> events;
    std::vector<PhaseSpan> spans;
    std::vector<SoundCue> sounds;  ///< by time
    std::vector<TraceFixture> fixtures;
    std::int64_t ticks = 0;
    bool is_open = false;  ///< its tracks and fixtures are known

    bool empty() const { return tracks.empty() || tracks.front().rows.empty(); }
    double length_s() const { return empty() ? 0.0 : tracks.front().rows.back().time; }
    /// The track of a character by its name in the tape.
    std::optional<std::size_t> find_track(std::string_view name) const {
        for (std::size_t i = 0; i < tracks.size(); ++i)
            if (tracks[i].name == name) return i;
        return std::nullopt;
    }
};

}  // namespace leap
