// SPDX-License-Identifier: MIT
#pragma once

#include <memory>

#include "core/reach/way_ends.hpp"
#include "core/tape/tape.hpp"

/// Whether a tape reaches the goal, asked of many tapes that differ little.
namespace leap {

/// Knows a run of one tape. Another tape's run begins where the two first differ. Safe to ask from several threads.
class WayJudge {
  public:
    /// Refers to the scene, which must live as long.
    WayJudge(const SceneView& scene, const WayGoal& goal, const Tape& tape);
    ~WayJudge();
    WayJudge(const WayJudge&) = delete;
    WayJudge& operator=(const WayJudge&) = delete;

    /// Of any tape, within its length. One that the script cannot play doesn't reach it, nor does one on which the
    /// character is put back to where it comes to life again.
    bool reaches(const Tape& tape) const;

    /// The same as a question for leeway and hands. Refers to this judge, which must live as long.
    TapeCriterion criterion() const;

  private:
    struct Known;
    std::unique_ptr<Known> known_;
};

}  // namespace leap
