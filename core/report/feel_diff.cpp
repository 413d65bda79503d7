// SPDX-License-Identifier: MIT
#include "core/report/feel_diff.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "core/script/dial_edit.hpp"

namespace leap {
namespace {

double share_of(const std::optional<double>& before, const std::optional<double>& after) {
    if (before.has_value() != after.has_value()) return 1.0;
    if (!before) return 0.0;
    const double size = std::max(std::abs(*before), std::abs(*after));
    constexpr double smallest = 1e-6;  // rounding round nothing is nothing
    return size < smallest ? 0.0 : std::abs(*after - *before) / size;
}

Board board_of(const FeelSide& side, const ParallelOptions& options) {
    std::vector<const Tape*> tapes;
    for (const Tape& tape : side.tapes) tapes.push_back(&tape);
    return make_board({*side.program, side.tuning, *side.course}, tapes, options);
}

std::map<std::string, std::string> dial_texts(const FeelSide& side) {
    std::map<std::string, std::string> out;
    for (std::size_t i = 0; i < side.program->dials.size(); ++i) {
        const DialInfo& dial = side.program->dials[i];
        std::string name = dial.path();
        if (dial.body) name += fmt::format(" of {}", side.program->bodies[dial.body].name);
        out[name] = dial_literal(dial, side.tuning.dials[i]);
    }
    return out;
}

}  // namespace

FeelDiff compare_feel(const FeelSide& before, const FeelSide& after, double threshold, const ParallelOptions& options) {
    FeelDiff out;
    out.before = board_of(before, options);
    out.after = board_of(after, options);
    out.complete = out.before.complete && out.after.complete;
    out.marks_before = count_marks(out.before);
    out.marks_after = count_marks(out.after);
    for (const BoardRow& row : out.before.rows)
        if (find_row(out.after, row.tape) == nullptr) out.only_before.push_back(row.tape);
    for (const BoardRow& row : out.after.rows) {
        const BoardRow* old = find_row(out.before, row.tape);
        if (old == nullptr) {
            out.only_after.push_back(row.tape);
            continue;
        }
        const auto add = [&](const ReadingResult* was, const ReadingResult* is) {
            ReadingChange change;
            change.tape = row.tape;
            change.reading = (is != nullptr ? is : was)->name;
            change.type = (is != nullptr ? is : was)->type;
            if (was != nullptr) change.before = was->value, change.met_before = was->met();
            if (is != nullptr) change.after = is->value, change.met_after = is->met();
            change.share = share_of(change.before, change.after);
            if (change.share > threshold || change.breaks() || change.fixes()) out.changes.push_back(std::move(change));
        };
        for (const ReadingResult& reading : row.readings) add(find_reading(*old, reading.name), &reading);
        for (const ReadingResult& reading : old->readings)
            if (find_reading(row, reading.name) == nullptr) add(&reading, nullptr);
    }
    std::stable_sort(out.changes.begin(), out.changes.end(),
                     [](const ReadingChange& a, const ReadingChange& b) { return a.share > b.share; });
    const auto old_dials = dial_texts(before);
    const auto new_dials = dial_texts(after);
    for (const auto& [path, value] : old_dials) {
        const auto found = new_dials.find(path);
        if (found == new_dials.end()) {
            out.dials.push_back({path, value, {}});
        } else if (found->second != value) {
            out.dials.push_back({path, value, found->second});
        }
    }
    for (const auto& [path, value] : new_dials)
        if (!old_dials.contains(path)) out.dials.push_back({path, {}, value});
    return out;
}

std::string change_text(const ReadingChange& change) {
    const auto value = [&](const std::optional<double>& si) {
        return si ? quantity_text(*si, change.type.dimension, 4) : std::string("none");
    };
    std::string out =
        fmt::format("{} on {}: {} -> {}", change.reading, change.tape, value(change.before), value(change.after));
    if (change.before && change.after && std::abs(*change.before) > 1e-9)
        out += fmt::format(" ({:+.1f} %)", 100.0 * (*change.after - *change.before) / std::abs(*change.before));
    if (change.breaks()) out += "  mark broken";
    if (change.fixes()) out += "  mark fixed";
    return out;
}

}  // namespace leap
