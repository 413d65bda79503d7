// SPDX-License-Identifier: MIT
#include "core/wire/wire_run.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/wire/net_scenario.hpp"

namespace leap {

bool is_telling_of(const SceneView& r, const PhaseUpdate& telling) {
    if (!telling.fixture || telling.fixture.at() >= r.layout.fixtures.size()) return false;
    const MachineId kind = r.layout.fixtures[telling.fixture.at()].kind;
    if (!kind || !std::isfinite(telling.told.phase_since)) return false;
    return telling.told.phase && telling.told.phase.at() < r.program.machines[kind].phases.size();
}

bool is_input(const SceneView& r, const InputEvent& input) {
    if (!std::isfinite(input.time) || !std::isfinite(input.value.x) || !std::isfinite(input.value.y)) return false;
    if (input.kind == InputEvent::Kind::button) return input.button && input.button.at() < r.program.buttons.size();
    return input.kind == InputEvent::Kind::stick || input.kind == InputEvent::Kind::look;
}

bool is_heard(const SceneView& r, const Heard& heard, std::size_t actors) {
    const auto known = [&](const Owner& owner) {
        if (owner.is_nobody()) return true;
        return owner.index >= 0 && owner.at() < (owner.is_actor() ? actors : r.layout.fixtures.size());
    };
    return heard.event >= 0 && static_cast<std::size_t>(heard.event) < r.program.events.size() && known(heard.sender) &&
           known(heard.only) && std::isfinite(heard.amount) && is_finite(heard.way) && is_finite(heard.place);
}

void begin_wire_run(const SceneView& r, const WirePlan& plan, WireRun& run) {
    run.from_inputs = plan.others == OthersShown::from_inputs;
    run.peers.resize(plan.peers.size());
    for (const PlacedFixture& fixture : r.course.plan.fixtures) run.fixtures.push_back(fixture.name);
}

WireStage make_wire_stage(const SceneView& r, const WirePlan& plan, WireRun& run, const WireOptions& options) {
    WireStage stage{r,
                    plan,
                    shared_things(r),
                    {},
                    run,
                    options.frames_per_s,
                    options.damaged,
                    options.forges,
                    options.one_thread,
                    SeededNumbers(plan.seed),
                    options.traffic};
    if (options.traffic != nullptr) {
        *options.traffic = {plan.name, {}, {}};
        for (const WirePeer& peer : plan.peers) options.traffic->peers.push_back(peer.name);
    }
    stage.by_fixture.assign(r.layout.fixtures.size(), nullptr);
    for (const SharedThing& thing : stage.things) stage.by_fixture[thing.fixture] = &thing;
    return stage;
}

tl::expected<WireRun, std::string> rehearse(const SceneView& r, const WirePlan& plan, std::span<const Tape> tapes,
                                            const WireOptions& options) {
    if (std::string wrong = what_is_wrong(r.program, plan); !wrong.empty())
        return tl::make_unexpected(std::move(wrong));
    std::vector<WirePlayer> players;
    for (const WirePeer& peer : plan.peers) {
        auto player = player_of(r, peer, tapes);
        if (!player) return tl::make_unexpected(player.error());
        players.push_back(std::move(*player));
    }
    WireRun run;
    begin_wire_run(r, plan, run);
    WireStage stage = make_wire_stage(r, plan, run, options);
    NetScenario scenario(stage, std::move(players));
    if (const auto begun = scenario.begin(); !begun) return tl::make_unexpected(begun.error());
    constexpr std::int64_t ticks_between_questions = 64;
    while (scenario.goes_on()) {
        if (options.stop && options.stop()) return tl::make_unexpected(std::string("stopped"));
        for (std::int64_t asked = scenario.tick();
             scenario.goes_on() && scenario.tick() < asked + ticks_between_questions;)
            scenario.advance(ticks_between_questions);
    }
    scenario.finish();
    return run;
}

}  // namespace leap
