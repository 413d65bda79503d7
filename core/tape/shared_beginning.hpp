// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <span>
#include <tl/expected.hpp>
#include <vector>

#include "core/simulation/step.hpp"
#include "core/tape/tape.hpp"
#include "core/tape/trace.hpp"

/// Many runs of tapes that are the same up to an instant: what they share is run once.
namespace leap {

/// A run of one tape with the states that it went through at some instants. Other tapes of the same characters go on
/// from the last of them before they first differ. The result is bit for bit that of replay_into(), because a state
/// goes on as the run that it was taken from.
class SharedBeginning {
  public:
    /// Runs the tape. `times_s`: instants before which many of the tapes to come are the same; how many of them are
    /// kept depends on the memory that they take (defaults::shared_rows). Says what is lacking; the value is false when
    /// `stop` said yes.
    tl::expected<bool, std::string> run(const SceneView& scene, const Tape& tape, std::span<const double> times_s,
                                        const std::function<bool()>& stop = {});

    /// As replay_into(), by any number of threads, of any tape.
    tl::expected<bool, std::string> replay(const SceneView& scene, const Tape& tape, Trace& room,
                                           const std::function<bool()>& stop = {}) const;

    std::size_t states() const { return states_.size(); }

  private:
    struct State {
        World world;
        Trace trace;  ///< up to it
    };
    Tape tape_;
    std::vector<InputEvent> inputs_;
    std::vector<State> states_;  ///< by time
};

}  // namespace leap
