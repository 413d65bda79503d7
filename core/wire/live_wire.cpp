// SPDX-License-Identifier: MIT
#include "core/wire/live_wire.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"

namespace leap {

LiveWire::LiveWire(Ingredients ingredients, WirePlan plan, std::size_t peer)
    : ingredients_(std::move(ingredients)),
      plan_(std::move(plan)),
      peer_(peer),
      rehearsal_(*ingredients_.program, ingredients_.tuning, *ingredients_.course, ingredients_.rate_hz) {}

tl::expected<std::unique_ptr<LiveWire>, std::string> LiveWire::begin(Ingredients ingredients, WirePlan plan,
                                                                     std::span<const Tape> tapes, std::size_t peer) {
    plan.length_s = defaults::max_wire_s;
    if (std::string wrong = what_is_wrong(*ingredients.program, plan); !wrong.empty())
        return tl::make_unexpected(std::move(wrong));
    if (peer >= plan.peers.size()) return tl::make_unexpected(std::string("there is no such peer"));
    std::unique_ptr<LiveWire> out(new LiveWire(std::move(ingredients), std::move(plan), peer));
    std::vector<WirePlayer> players;
    for (const WirePeer& each : out->plan_.peers) {
        auto player = player_of(out->rehearsal_, each, tapes);
        if (!player) return tl::make_unexpected(player.error());
        players.push_back(std::move(*player));
    }
    players[peer].inputs.clear();
    players[peer].track.events.clear();
    out->played_ = players[peer].track;
    begin_wire_run(out->rehearsal_, out->plan_, out->run_);
    out->stage_ = std::make_unique<WireStage>(make_wire_stage(out->rehearsal_, out->plan_, out->run_, {}));
    out->scenario_ = std::make_unique<NetScenario>(*out->stage_, std::move(players));
    out->differences_ = std::make_unique<DifferenceFinder>(out->rehearsal_, out->run_);
    if (const auto begun = out->scenario_->begin(); !begun) return tl::make_unexpected(begun.error());
    return out;
}

/// Rounded as a tape file writes it before it is played: so the tape gives this very run.
void LiveWire::play(TapeEvent event) {
    const auto now = scenario_->tape_time(peer_);
    if (!now) return;
    event.time_s = std::max(0.0, *now);
    event = rounded(std::move(event));
    if (event.time_s < *now - 1e-12) event.time_s = rounded_number(event.time_s + 1e-6);
    const auto input = resolve_input(*ingredients_.program, event);
    if (!input) return;
    scenario_->play(peer_, *input);
    played_.events.push_back(std::move(event));
}

void LiveWire::button(const std::string& name, bool down) {
    play({0.0, ButtonEvent{name, down}});
}

void LiveWire::stick(Vec2 value) {
    play({0.0, StickEvent{value}});
}

void LiveWire::look(double yaw_deg, double pitch_deg) {
    play({0.0, LookEvent{yaw_deg, pitch_deg}});
}

void LiveWire::advance_to(double host_s) {
    const auto until = static_cast<std::int64_t>(std::ceil((host_s - 1e-9) * rehearsal_.rate_hz));
    while (scenario_->goes_on() && scenario_->tick() < until) scenario_->advance(until - scenario_->tick());
    differences_->go_on();
}

Tape LiveWire::tape(std::string name) const {
    Tape out;
    out.name = std::move(name);
    out.rate_hz = ingredients_.rate_hz;
    out.tracks = {played_};
    constexpr double shortest_s = 0.25;
    const double played_s = scenario_->tape_time(peer_).value_or(0.0);
    out.length_s = rounded_number(std::max(shortest_s, played_s));
    return out;
}

}  // namespace leap
