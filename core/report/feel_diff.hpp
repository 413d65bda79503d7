// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/experiments/board.hpp"
#include "core/tape/tape.hpp"

/// What changed in every tape between two states of a project.
namespace leap {

struct FeelSide {
    std::string name;  ///< "now", or a revision
    std::shared_ptr<const Program> program;
    std::shared_ptr<const Course> course;
    Tuning tuning;
    std::vector<Tape> tapes;
};

struct ReadingChange {
    std::string tape;
    std::string reading;
    Type type;
    std::optional<double> before, after;  ///< SI
    std::optional<bool> met_before, met_after;
    double share = 0.0;  ///< of the larger size; 1 where one of them has no value

    /// A mark that held, or wasn't there, is missed now; or the other way round.
    bool breaks() const { return met_after == false && met_before != false; }
    bool fixes() const { return met_after == true && met_before == false; }
};

struct DialChange {
    std::string path;
    std::string before, after;  ///< empty: there was or is none
};

struct FeelDiff {
    Board before, after;
    std::vector<ReadingChange> changes;  ///< beyond the threshold or of a mark's answer, the largest first
    std::vector<DialChange> dials;
    std::vector<std::string> only_before, only_after;  ///< tapes
    MarkCount marks_before, marks_after;
    bool complete = false;

    /// Nothing that counts has changed.
    bool same() const { return changes.empty() && only_before.empty() && only_after.empty(); }
};

/// `threshold`: changes of a reading smaller than this share of it don't count.
FeelDiff compare_feel(const FeelSide& before, const FeelSide& after, double threshold,
                      const ParallelOptions& options = {});

/// "hop_height on three hops: 2.1 m -> 2.4 m (+14.3 %)".
std::string change_text(const ReadingChange& change);

}  // namespace leap
