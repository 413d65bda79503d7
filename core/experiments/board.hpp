// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/experiments/parallel.hpp"
#include "core/experiments/variation.hpp"
#include "core/readings/readings.hpp"

/// Every tape against every reading and mark at once.
namespace leap {

struct BoardRow {
    std::string tape;
    std::string problem;  ///< why it doesn't play; then it has no readings, and its own marks count as missed
    std::vector<ReadingResult> readings;  ///< in the order of the text
    double length_s = 0.0;
    std::uint64_t hash = 0;
    std::size_t missed_unplayed = 0;  ///< marks of this tape when it doesn't play
};

struct Board {
    std::vector<BoardRow> rows;  ///< in the order of the tapes
    bool complete = false;       ///< false: it was stopped
};

/// Each tape at its own rate.
Board make_board(const Setup& setup, std::span<const Tape* const> tapes, const ParallelOptions& options = {});

struct MarkCount {
    std::size_t held = 0;
    std::size_t all = 0;
    friend bool operator==(const MarkCount&, const MarkCount&) = default;
};
MarkCount count_marks(const Board& board);
MarkCount count_marks(const std::vector<ReadingResult>& readings);

/// A mark that holds on one board and not on the other.
struct MarkChange {
    std::string tape;
    std::string reading;  ///< empty: the tape doesn't play any more, or plays again
    bool broken = false;  ///< else mended
    friend bool operator==(const MarkChange&, const MarkChange&) = default;
};
/// What is broken first, then what is mended. Tapes and readings are matched by name.
std::vector<MarkChange> mark_changes(const Board& before, const Board& after);

/// The row of a tape, or none.
const BoardRow* find_row(const Board& board, const std::string& tape);
const ReadingResult* find_reading(const BoardRow& row, const std::string& reading);

}  // namespace leap
