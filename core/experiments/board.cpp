// SPDX-License-Identifier: MIT
#include "core/experiments/board.hpp"

#include <algorithm>

#include "core/experiments/batch.hpp"

namespace leap {

Board make_board(const Setup& setup, std::span<const Tape* const> tapes, const ParallelOptions& options) {
    // The longest first: the last one to end then keeps one core busy for the shortest time.
    std::vector<std::size_t> order(tapes.size());
    for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return tapes[a]->length_s > tapes[b]->length_s; });
    std::vector<BatchRun> runs;
    for (const std::size_t i : order)
        runs.push_back({&setup.program, &setup.tuning, &setup.course, tapes[i], tapes[i]->rate_hz});
    BatchOptions batch;
    static_cast<ParallelOptions&>(batch) = options;
    std::vector<BatchResult> results = run_batch(runs, batch);
    Board out;
    out.rows.resize(tapes.size());
    out.complete = true;
    for (std::size_t k = 0; k < order.size(); ++k) {
        BatchResult& result = results[k];
        BoardRow& row = out.rows[order[k]];
        row.tape = tapes[order[k]]->name;
        row.problem = std::move(result.problem);
        row.readings = std::move(result.readings);
        row.length_s = result.length_s;
        row.hash = result.hash;
        out.complete = out.complete && result.ended;
        if (row.problem.empty()) continue;
        for (const MarkInfo& mark : setup.program.marks)
            if (!mark.tape || *mark.tape == row.tape) ++row.missed_unplayed;
    }
    return out;
}

MarkCount count_marks(const std::vector<ReadingResult>& readings) {
    MarkCount out;
    for (const ReadingResult& reading : readings) {
        const auto met = reading.met();
        out.all += met.has_value() ? 1 : 0;
        out.held += met.value_or(false) ? 1 : 0;
    }
    return out;
}

MarkCount count_marks(const Board& board) {
    MarkCount out;
    for (const BoardRow& row : board.rows) {
        const MarkCount count = count_marks(row.readings);
        out.held += count.held;
        out.all += count.all + row.missed_unplayed;
    }
    return out;
}

const BoardRow* find_row(const Board& board, const std::string& tape) {
    for (const BoardRow& row : board.rows)
        if (row.tape == tape) return &row;
    return nullptr;
}

const ReadingResult* find_reading(const BoardRow& row, const std::string& reading) {
    for (const ReadingResult& each : row.readings)
        if (each.name == reading) return &each;
    return nullptr;
}

std::vector<MarkChange> mark_changes(const Board& before, const Board& after) {
    std::vector<MarkChange> broken;
    std::vector<MarkChange> mended;
    for (const BoardRow& row : after.rows) {
        const BoardRow* old = find_row(before, row.tape);
        if (old == nullptr) continue;
        if (row.problem.empty() != old->problem.empty())
            (row.problem.empty() ? mended : broken).push_back({row.tape, {}, !row.problem.empty()});
        for (const ReadingResult& reading : row.readings) {
            const ReadingResult* was = find_reading(*old, reading.name);
            if (was == nullptr || !was->met() || !reading.met() || *was->met() == *reading.met()) continue;
            (*reading.met() ? mended : broken).push_back({row.tape, reading.name, !*reading.met()});
        }
    }
    broken.insert(broken.end(), mended.begin(), mended.end());
    return broken;
}

}  // namespace leap
