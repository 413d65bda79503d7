// SPDX-License-Identifier: MIT
#include "core/reach/way_play.hpp"

#include <algorithm>
#include <cmath>

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

}  // namespace

std::vector<TapeEvent> events_of(const WaySegment& stretch, const World& world, const SceneView& r) {
    const Actor& me = world.actors.front();
    const double time = event_time(world);
    std::vector<TapeEvent> out;
    constexpr double same_deg = 1e-6;
    if (std::abs(me.look_yaw * degrees_per_radian - stretch.yaw_deg) > same_deg ||
        std::abs(me.look_pitch * degrees_per_radian - stretch.pitch_deg) > same_deg)
        out.push_back({time, LookEvent{stretch.yaw_deg, stretch.pitch_deg}});
    const Vec2 stick{0.0, stretch.stick_ahead ? 1.0 : 0.0};
    if (me.stick != stick) out.push_back({time, StickEvent{stick}});
    const auto button = [&](ButtonId number, bool down) {
        out.push_back({time, ButtonEvent{r.program.buttons[number].name, down}});
    };
    const auto is_down = [&](ButtonId number) { return me.buttons[number].down; };
    if (stretch.let_go && is_down(stretch.let_go)) button(stretch.let_go, false);
    if (stretch.press) {
        if (is_down(stretch.press) && stretch.press != stretch.let_go) button(stretch.press, false);
        button(stretch.press, true);
    }
    return out;
}

void play_stretch(WaySegment& stretch, Simulation& run, const std::function<bool(const World&)>& after_tick) {
    const SceneView& r = run.rehearsal();
    const World& world = run.world();
    std::vector<InputEvent> inputs = resolved(events_of(stretch, world, r), r.program);
    stretch.on_ground = world.actors.front().body.grounded;
    const auto ticks = std::max<std::int64_t>(1, std::llround(stretch.seconds * r.rate_hz));
    for (std::int64_t i = 0; i < ticks; ++i) {
        run.step(inputs);
        inputs.clear();
        stretch.end = world.actors.front().body.position;
        if (!after_tick || !after_tick(world)) continue;
        stretch.seconds = static_cast<double>(i + 1) / r.rate_hz;
        return;
    }
}

WayPlayed play_way(const SceneView& r, const WayEnds& ends, std::vector<WaySegment> stretches) {
    WayPlayed out;
    out.tape.tracks = alone_at(ends.start_place);
    out.tape.rate_hz = r.rate_hz;
    auto world = start_world(r, out.tape.tracks);
    if (!world) return out;
    Simulation run(r, *std::move(world));
    std::vector<TapeEvent>& events = out.tape.tracks.front().events;
    out.path.push_back(run.world().actors.front().body.position);
    PerId<MachineId, double> started(r.program.machines.size(), never);
    const auto after_tick = [&](const World& now) {
        const Actor& me = now.actors.front();
        out.path.push_back(me.body.position);
        for (const MachineId move : r.program.moves) {
            if (me.machines[move].started_at > started[move]) out.moves.push_back(r.program.machines[move].name);
            started[move] = me.machines[move].started_at;
        }
        return out.reached = is_at(ends.goal, me);
    };
    out.reached = is_at(ends.goal, run.world().actors.front());
    for (; out.stretches < stretches.size() && !out.reached; ++out.stretches) {
        WaySegment& stretch = stretches[out.stretches];
        for (TapeEvent& event : events_of(stretch, run.world(), r)) events.push_back(std::move(event));
        play_stretch(stretch, run, after_tick);
    }
    const Actor& me = run.world().actors.front();
    const double end = event_time(run.world());
    for (std::size_t i = 0; i < me.buttons.size(); ++i)
        if (me.buttons[i].down) events.push_back({end, ButtonEvent{r.program.buttons[i].name, false}});
    if (me.stick != Vec2{0.0}) events.push_back({end, StickEvent{}});
    out.tape.length_s = rounded_number(run.world().time + tail_s);
    return out;
}

}  // namespace leap
