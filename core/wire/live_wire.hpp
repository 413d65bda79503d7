// SPDX-License-Identifier: MIT
#pragma once

#include <memory>

#include "core/tape/live_run.hpp"
#include "core/wire/differences.hpp"
#include "core/wire/net_scenario.hpp"

namespace leap {

/// A rehearsal of shared play in which one of the peers is played by hand, against the others' tapes, over its
/// connection. It owns no clock: the caller says how far the host's has come.
class LiveWire {
  public:
    /// `peer`: in the plan, whose own tape is left out; it begins where the plan says. Errors as of rehearse().
    static tl::expected<std::unique_ptr<LiveWire>, std::string> begin(Ingredients ingredients, WirePlan plan,
                                                                      std::span<const Tape> tapes, std::size_t peer);
    LiveWire(const LiveWire&) = delete;
    LiveWire& operator=(const LiveWire&) = delete;

    /// Its player does something now. Before it has joined nothing comes of it.
    void button(const std::string& name, bool down);
    void stick(Vec2 value);
    void look(double yaw_deg, double pitch_deg);

    /// Plays up to a time of the host's clock (s), at most defaults::max_wire_s.
    void advance_to(double host_s);
    double now_s() const { return scenario_->now_s(); }
    /// Whether it goes on: the host is there, and the time isn't up.
    bool goes_on() const { return scenario_->goes_on(); }

    std::size_t peer() const { return peer_; }
    const WirePlan& plan() const { return plan_; }
    const Ingredients& ingredients() const { return ingredients_; }
    /// What has come of it so far.
    const WireRun& run() const { return run_; }
    /// Where the worlds have differed so far.
    std::vector<WireDifference> differences() const { return differences_->found(); }
    /// What a peer has now; null while it isn't there.
    const World* world_of(std::size_t peer) const { return scenario_->world_of(peer); }

    /// What was played, as the peer's tape would have it: rehearsed with it the run is this one again.
    Tape tape(std::string name) const;

  private:
    LiveWire(Ingredients ingredients, WirePlan plan, std::size_t peer);
    void play(TapeEvent event);

    Ingredients ingredients_;
    WirePlan plan_;
    std::size_t peer_ = 0;
    SceneView rehearsal_;  ///< refers to `ingredients_`
    WireRun run_;
    std::unique_ptr<WireStage> stage_;  ///< refers to the three above
    std::unique_ptr<NetScenario> scenario_;
    std::unique_ptr<DifferenceFinder> differences_;  ///< refers to `rehearsal_` and `run_`
    TapeTrack played_;
};

}  // namespace leap
