// SPDX-License-Identifier: MIT
#include "core/tape/trace.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <bit>

#include "core/units/csv.hpp"

namespace leap {
namespace {

/// FNV-1a over 64-bit words.
class Hash {
  public:
    void add(std::uint64_t word) {
        for (int i = 0; i < 8; ++i) {
            value_ ^= (word >> (8 * i)) & 0xFFU;
            value_ *= 0x100000001b3ULL;
        }
    }
    void add(double number) { add(std::bit_cast<std::uint64_t>(number == 0.0 ? 0.0 : number)); }
    void add(const Vec3& v) {
        add(v.x);
        add(v.y);
        add(v.z);
    }
    std::uint64_t value() const { return value_; }

  private:
    std::uint64_t value_ = 0xcbf29ce484222325ULL;
};

/// Seconds from a row to the next, and how far the stored motion law misses the next row there.
struct Segment {
    double seconds = 0.0;
    Vec3 miss{0.0};
};

Segment segment_of(const TraceTrack& track, std::size_t row) {
    if (row + 1 >= track.rows.size()) return {};
    const TraceRow& a = track.rows[row];
    const TraceRow& b = track.rows[row + 1];
    const double t = b.time - a.time;
    if (b.jumped) return {t, Vec3{0.0}};
    return {t, b.position - (a.position + a.velocity * t + a.acceleration * (0.5 * t * t))};
}

}  // namespace

std::size_t row_at(const TraceTrack& track, double time) {
    const auto after = std::upper_bound(track.rows.begin(), track.rows.end(), time,
                                        [](double t, const TraceRow& row) { return t < row.time; });
    return after == track.rows.begin() ? 0 : static_cast<std::size_t>(after - track.rows.begin()) - 1;
}

Vec3 position_at(const TraceTrack& track, double time) {
    return position_in_row(track, row_at(track, time), time);
}

Vec3 position_in_row(const TraceTrack& track, std::size_t i, double time) {
    const TraceRow& row = track.rows[i];
    const Segment segment = segment_of(track, i);
    if (segment.seconds <= 0.0) return row.position;
    const double t = std::clamp(time - row.time, 0.0, segment.seconds);
    // Contacts inside the stretch bend it a little; the difference is spread over it.
    return row.position + row.velocity * t + row.acceleration * (0.5 * t * t) + segment.miss * (t / segment.seconds);
}

Vec3 velocity_at(const TraceTrack& track, double time) {
    const std::size_t i = row_at(track, time);
    const TraceRow& row = track.rows[i];
    const double length = i + 1 < track.rows.size() ? track.rows[i + 1].time - row.time : 0.0;
    const double t = std::clamp(time - row.time, 0.0, length);
    return row.velocity + row.acceleration * t;
}

namespace {

void add_track(const TraceTrack& track, Hash& hash) {
    for (const TraceRow& row : track.rows) {
        hash.add(row.time);
        hash.add(row.position);
        hash.add(row.velocity);
        hash.add(row.facing);
        hash.add(row.buttons);
        hash.add(static_cast<std::uint64_t>(static_cast<std::uint16_t>(row.stance.written())) << 32U |
                 static_cast<std::uint64_t>(static_cast<std::uint16_t>(row.move.written())) << 16U |
                 static_cast<std::uint64_t>(static_cast<std::uint16_t>(row.move_phase.written())));
        hash.add(static_cast<std::uint64_t>(row.grounded));
    }
    for (const double value : track.values) hash.add(value);
}

}  // namespace

std::uint64_t trace_hash(const Trace& trace) {
    Hash hash;
    for (const TraceTrack& track : trace.tracks) add_track(track, hash);
    for (const TraceEvent& event : trace.events) {
        if (event.kind == EventKind::posed) continue;
        hash.add(event.time);
        hash.add(static_cast<std::uint64_t>(event.kind));
        hash.add(static_cast<std::uint64_t>(static_cast<std::uint32_t>(event.index)));
        // Those of the first character stand as they did when there was only one.
        if (event.actor > 0) hash.add(static_cast<std::uint64_t>(event.actor));
    }
    return hash.value();
}

std::string hash_text(std::uint64_t hash) {
    return fmt::format("{:016x}", hash);
}

std::string_view event_word(EventKind kind) {
    switch (kind) {
        case EventKind::landed: return "landed";
        case EventKind::left_ground: return "left ground";
        case EventKind::bumped_wall: return "bumped wall";
        case EventKind::bumped_ceiling: return "bumped ceiling";
        case EventKind::started: return "started";
        case EventKind::ended: return "ended";
        case EventKind::cut: return "cut";
        case EventKind::failed: return "failed";
        case EventKind::struck: return "struck";
        case EventKind::posed: return "pose";
        case EventKind::phase: return "phase";
        case EventKind::stance: return "stance";
        case EventKind::pressed: return "pressed";
        case EventKind::released: return "released";
        case EventKind::emitted: return "emitted";
        case EventKind::fault: return "rules chase each other";
        case EventKind::focus_in: return "focus";
        case EventKind::focus_out: return "focus left";
        case EventKind::used: return "used";
        case EventKind::fixture_phase: return "fixture phase";
        case EventKind::teleported: return "teleported";
        case EventKind::respawned: return "respawned";
        case EventKind::refused: return "teleport refused";
        case EventKind::caught: return "caught";
        case EventKind::thrown: return "thrown";
        case EventKind::grabbed: return "grabbed";
        case EventKind::entered: return "entered";
        case EventKind::left_volume: return "left";
        case EventKind::seated: return "seated";
        case EventKind::stepped_out: return "stepped out";
        case EventKind::hit_actor:
        case EventKind::hit_fixture: return "hit";
        case EventKind::spawned: return "spawned";
        case EventKind::none_waits: return "none waits";
        case EventKind::hold_refused: return "hold refused";
    }
    return "";
}

std::string event_text(const TraceEvent& event, const Program& program, const Trace& trace) {
    const auto machine = [&](std::int32_t written) -> std::string {
        const MachineId id = MachineId::read(written);
        return id ? program.machines[id].name : std::string{};
    };
    const auto phase = [&] {
        const Machine& owner = program.machines[MachineId::read(event.index)];
        return owner.phases[static_cast<std::size_t>(event.detail)].name;
    };
    const auto fixture = [&]() -> const TraceFixture& { return trace.fixtures[static_cast<std::size_t>(event.index)]; };
    const auto actor = [&]() -> std::string {
        const auto i = static_cast<std::size_t>(event.actor);
        return event.actor >= 0 && i < trace.tracks.size() ? trace.tracks[i].name : std::string();
    };
    const auto holder = [&]() -> std::string {
        if (event.detail >= 0) return trace.fixtures[static_cast<std::size_t>(event.detail)].name;
        return event.actor >= 0 ? actor() : "nobody";
    };
    if (trace.tracks.size() > 1 && event.actor >= 0) {
        // Of several characters each event tells whose it is.
        TraceEvent own = event;
        own.actor = -1;
        const bool told =
            event.kind == EventKind::caught || event.kind == EventKind::thrown || event.kind == EventKind::hold_refused;
        if (!told) return fmt::format("{}: {}", actor(), event_text(own, program, trace));
    }
    switch (event.kind) {
        case EventKind::focus_in: return fmt::format("focus on {}", fixture().name);
        case EventKind::focus_out: return fmt::format("focus left {}", fixture().name);
        case EventKind::used: return fmt::format("{} used", fixture().name);
        case EventKind::teleported: return fmt::format("{} carried the body through", fixture().name);
        case EventKind::refused: return fmt::format("{} has no exit with room", fixture().name);
        case EventKind::caught: return fmt::format("{} caught by {}", fixture().name, holder());
        case EventKind::thrown: return fmt::format("{} thrown by {}", fixture().name, holder());
        case EventKind::spawned: return fmt::format("{} spawned", fixture().name);
        case EventKind::none_waits:
            return fmt::format("no {} waits to be spawned", program.tags[static_cast<std::size_t>(event.index)]);
        case EventKind::grabbed: return fmt::format("{} grabbed", fixture().name);
        case EventKind::hold_refused:
            return fmt::format("{} not held by {}, which it holds itself", fixture().name, holder());
        case EventKind::entered:
        case EventKind::left_volume:
            return fmt::format("{} {}", event_word(event.kind), program.kinds[PieceKindId::read(event.index)]);
        case EventKind::seated: return fmt::format("seated on {}", fixture().name);
        case EventKind::stepped_out: return fmt::format("stepped out of {}", fixture().name);
        case EventKind::fixture_phase: {
            const Machine& kind = program.machines[fixture().machine];
            return fmt::format("{} {}", fixture().name, kind.phases[static_cast<std::size_t>(event.detail)].name);
        }
        case EventKind::started:
        case EventKind::failed:
        case EventKind::ended: return fmt::format("{} {}", machine(event.index), event_word(event.kind));
        case EventKind::cut:
            return fmt::format("{} cut by {}", machine(event.index),
                               event.detail < 0 ? "a respawn" : machine(event.detail));
        case EventKind::struck: return fmt::format("collected target {}", event.index + 1);
        case EventKind::phase: return fmt::format("{}.{}", machine(event.index), phase());
        case EventKind::stance: return fmt::format("stance {}", machine(event.index));
        case EventKind::pressed:
        case EventKind::released:
            return fmt::format("{} {}", program.buttons[ButtonId::read(event.index)].name, event_word(event.kind));
        case EventKind::hit_actor:
            return fmt::format("{} hits {}", program.events[static_cast<std::size_t>(event.index)],
                               trace.tracks[static_cast<std::size_t>(event.detail)].name);
        case EventKind::hit_fixture:
            return fmt::format("{} hits {}", program.events[static_cast<std::size_t>(event.index)],
                               trace.fixtures[static_cast<std::size_t>(event.detail)].name);
        case EventKind::posed: return fmt::format("pose {}", program.poses[static_cast<std::size_t>(event.index)]);
        case EventKind::emitted: return program.events[static_cast<std::size_t>(event.index)];
        default: return std::string(event_word(event.kind));
    }
}

namespace {

/// The moves of layers beside the body's at an instant, as "arms: aim.hold; legs: kick.out".
class OtherLayers {
  public:
    OtherLayers(const Trace& trace, const Program& program, std::size_t actor) : program_(program) {
        for (const PhaseSpan& span : trace.spans) {
            const Machine& machine = program.machines[span.machine];
            if (span.owner.is_actor(actor) && machine.kind == MachineKind::move && machine.layer > 0)
                spans_.push_back(&span);
        }
    }
    std::string at(double time) const {
        std::string out;
        for (const PhaseSpan* span : spans_) {
            if (span->from > time) break;
            if (span->to >= 0.0 && span->to <= time) continue;
            const Machine& machine = program_.machines[span->machine];
            out += fmt::format("{}{}: {}.{}", out.empty() ? "" : "; ",
                               program_.layers[static_cast<std::size_t>(machine.layer)], machine.name,
                               machine.phases[span->phase].name);
        }
        return out;
    }

  private:
    const Program& program_;
    std::vector<const PhaseSpan*> spans_;  ///< by when they begin
};

void add_csv_row(const TraceTrack& track, std::size_t i, std::size_t value_count, const Program& program,
                 std::string& out) {
    const TraceRow& row = track.rows[i];
    const auto machine = [&](MachineId id) { return id ? program.machines[id].name : std::string{}; };
    std::string phase;
    if (row.move && row.move_phase) phase = program.machines[row.move].phases[row.move_phase].name;
    fmt::format_to(std::back_inserter(out), "{},{:.9f},{:.6f},{:.6f},{:.6f},{:.6f},{:.6f},{:.6f},{:.3f},{},{},{},{}",
                   row.tick_begin ? 1 : 0, row.time, row.position.x, row.position.y, row.position.z, row.velocity.x,
                   row.velocity.y, row.velocity.z, row.facing * 57.29577951308232, row.grounded ? 1 : 0,
                   machine(row.stance), machine(row.move), phase);
    for (std::size_t b = 0; b < program.buttons.size(); ++b) out += (row.buttons >> b & 1U) != 0U ? ",1" : ",0";
    for (std::size_t c = 0; c < value_count; ++c)
        fmt::format_to(std::back_inserter(out), ",{:g}", track.values[i * value_count + c]);
}

}  // namespace

std::string trace_csv(const Trace& trace, const Program& program) {
    // With several characters a first column says whose row it is; with one the table is as it always was.
    const bool several = trace.tracks.size() > 1;
    std::string out = several ? "character," : "";
    out += "tick,time_s,x_m,y_m,z_m,vx_mps,vy_mps,vz_mps,facing_deg,grounded,stance,move,phase";
    for (const ButtonInfo& button : program.buttons) out += fmt::format(",button_{}", button.name);
    for (const CounterInfo& counter : program.counters) out += fmt::format(",{}", counter.path);
    for (const MeterInfo& meter : program.meters) out += fmt::format(",{}", meter.name);
    for (const GaugeInfo& gauge : program.gauges) out += fmt::format(",{}", gauge.path);
    const bool layered = program.layers.size() > 1;
    if (layered) out += ",other_layers";
    out += '\n';
    for (std::size_t k = 0; k < trace.tracks.size(); ++k) {
        const TraceTrack& track = trace.tracks[k];
        const OtherLayers others(trace, program, k);
        for (std::size_t i = 0; i < track.rows.size(); ++i) {
            if (several) out += track.name + ",";
            add_csv_row(track, i, trace.value_count, program, out);
            if (layered) out += fmt::format(",{}", csv_field(others.at(track.rows[i].time)));
            out += '\n';
        }
    }
    return out;
}

}  // namespace leap
