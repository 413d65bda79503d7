// SPDX-License-Identifier: MIT
#include "core/reach/way_play.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/tape/replay.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

constexpr double behind_tick_s = 0.0005;
constexpr double tail_s = 0.4;  ///< of the tape after the arrival

double event_time(const World& world) {
    return rounded_number(world.time + behind_tick_s);
}

std::vector<InputEvent> resolved(const std::vector<TapeEvent>& events, const Program& program) {
    std::vector<InputEvent> out;
    for (const TapeEvent& event : events)
        if (const auto input = resolve_input(program, event)) out.push_back(*input);
    return out;
}

/// What the first character is told by a tick's inputs, as the begin of a segment.
WaySegment segment_of(std::span<const InputEvent> inputs, const Actor& me) {
    WaySegment out;
    out.yaw_deg = me.look_yaw * degrees_per_radian;
    out.pitch_deg = me.look_pitch * degrees_per_radian;
    out.stick = me.stick;
    for (const InputEvent& input : inputs) {
        if (input.actor != 0) continue;
        switch (input.kind) {
            case InputEvent::Kind::button: out.buttons.push_back({input.button, input.down}); break;
            case InputEvent::Kind::stick: out.stick = input.value; break;
            case InputEvent::Kind::look:
                out.yaw_deg = input.value.x * degrees_per_radian;
                out.pitch_deg = input.value.y * degrees_per_radian;
                break;
        }
    }
    return out;
}

}  // namespace

std::vector<TapeEvent> events_of(const WaySegment& segment, const World& world, const SceneView& scene) {
    const Actor& me = world.actors.front();
    const double time = event_time(world);
    std::vector<TapeEvent> out;
    constexpr double same_deg = 1e-6;
    if (std::abs(me.look_yaw * degrees_per_radian - segment.yaw_deg) > same_deg ||
        std::abs(me.look_pitch * degrees_per_radian - segment.pitch_deg) > same_deg)
        out.push_back({time, LookEvent{rounded_number(segment.yaw_deg), rounded_number(segment.pitch_deg)}});
    if (me.stick != segment.stick) out.push_back({time, StickEvent{segment.stick}});
    std::map<ButtonId, bool> down;
    for (const ButtonChange& change : segment.buttons) {
        const auto known = down.find(change.button);
        const bool is_down = known != down.end() ? known->second : me.buttons[change.button].down;
        if (is_down == change.down) continue;
        down[change.button] = change.down;
        out.push_back({time, ButtonEvent{scene.program.buttons[change.button].name, change.down}});
    }
    return out;
}

void play_segment(WaySegment& segment, Simulation& run, const std::function<bool(const World&)>& after_tick) {
    const SceneView& scene = run.rehearsal();
    const World& world = run.world();
    std::vector<InputEvent> inputs = resolved(events_of(segment, world, scene), scene.program);
    segment.on_ground = world.actors.front().body.grounded;
    const auto ticks = std::max<std::int64_t>(1, std::llround(segment.seconds * scene.rate_hz));
    for (std::int64_t i = 0; i < ticks; ++i) {
        run.step(inputs);
        inputs.clear();
        segment.end = world.actors.front().body.position;
        if (!after_tick || !after_tick(world)) continue;
        segment.seconds = static_cast<double>(i + 1) / scene.rate_hz;
        return;
    }
}

Tape tape_of_segments(const SceneView& scene, const WayEnds& ends, std::vector<WaySegment> segments) {
    Tape out;
    out.tracks = alone_at(ends.start_place);
    out.rate_hz = scene.rate_hz;
    auto world = start_world(scene, out.tracks);
    if (!world) return out;
    Simulation run(scene, *std::move(world));
    std::vector<TapeEvent>& events = out.tracks.front().events;
    bool reached = is_at(ends.goal, run.world().actors.front());
    for (WaySegment& segment : segments) {
        if (reached) break;
        for (TapeEvent& event : events_of(segment, run.world(), scene)) events.push_back(std::move(event));
        play_segment(segment, run, [&](const World& now) { return reached = is_at(ends.goal, now.actors.front()); });
    }
    return ended_at(out, run.world().time);
}

WayPlayed play_way(const SceneView& scene, const WayEnds& ends, const Tape& tape) {
    WayPlayed out;
    auto world = start_world(scene, tape.tracks);
    const auto inputs = resolve_inputs(scene.program, tape);
    if (!world || !inputs) return out;
    Simulation run(scene, *std::move(world));
    const Actor& me = run.world().actors.front();
    out.path.push_back(me.body.position);
    out.reached = is_at(ends.goal, me);
    PerId<MachineId, double> started(scene.program.machines.size(), never);
    std::size_t cursor = 0;
    const std::int64_t end = ticks_for(tape.length_s, scene.rate_hz);
    while (!out.reached && run.world().tick < end) {
        const auto of_tick = inputs_of_tick(*inputs, cursor, run.world().tick, scene.rate_hz);
        if (out.segments.empty() || !of_tick.empty()) {
            out.segments.push_back(segment_of(of_tick, me));
            out.segments.back().on_ground = me.body.grounded;
        }
        run.step(of_tick);
        out.segments.back().seconds += 1.0 / scene.rate_hz;
        out.segments.back().end = me.body.position;
        if (is_put_back(out.path.back(), me)) break;
        out.path.push_back(me.body.position);
        for (const MachineId move : scene.program.moves) {
            if (me.machines[move].started_at > started[move]) out.moves.push_back(scene.program.machines[move].name);
            started[move] = me.machines[move].started_at;
        }
        out.reached = is_at(ends.goal, me);
    }
    out.reached_s = run.world().time;
    return out;
}

Tape ended_at(const Tape& tape, double end_s) {
    Tape out = tape;
    const double end = rounded_number(end_s + behind_tick_s);
    for (TapeTrack& track : out.tracks) {
        std::erase_if(track.events, [&](const TapeEvent& event) { return event.time_s >= end; });
        std::map<std::string, bool> down;
        Vec2 stick{0.0};
        for (const TapeEvent& event : track.events) {
            if (const auto* button = std::get_if<ButtonEvent>(&event.what)) down[button->button] = button->down;
            if (const auto* moved = std::get_if<StickEvent>(&event.what)) stick = moved->stick;
        }
        for (const auto& [button, is_down] : down)
            if (is_down) track.events.push_back({end, ButtonEvent{button, false}});
        if (stick != Vec2{0.0}) track.events.push_back({end, StickEvent{}});
    }
    out.length_s = rounded_number(end_s + tail_s);
    return out;
}

}  // namespace leap
