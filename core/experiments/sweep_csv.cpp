// SPDX-License-Identifier: MIT
#include "core/experiments/sweep_csv.hpp"

#include <fmt/format.h>

#include <charconv>
#include <map>

#include "core/defaults.hpp"

namespace leap {
namespace {

std::string with_unit(const std::string& name, const Unit& unit) {
    return unit.text.empty() ? name : fmt::format("{} ({})", name, unit.text);
}

/// A field in quotes where it needs them.
std::string field(const std::string& text) {
    if (text.find_first_of(",\"\n\r") == std::string::npos) return text;
    std::string out = "\"";
    for (const char c : text) out += c == '"' ? std::string("\"\"") : std::string(1, c);
    return out + "\"";
}

std::vector<std::string_view> lines_of(std::string_view text) {
    std::vector<std::string_view> out;
    while (!text.empty()) {
        const auto end = text.find('\n');
        std::string_view line = text.substr(0, end);
        if (line.ends_with('\r')) line.remove_suffix(1);
        out.push_back(line);
        text = end == std::string_view::npos ? std::string_view{} : text.substr(end + 1);
    }
    return out;
}

/// The number before the first comma, and the one behind it.
std::optional<std::pair<std::size_t, std::size_t>> cell_of(std::string_view line) {
    std::size_t cell = 0;
    std::size_t count = 0;
    const char* end = line.data() + line.size();
    const auto first = std::from_chars(line.data(), end, cell);
    if (first.ec != std::errc() || first.ptr == end || *first.ptr != ',') return std::nullopt;
    const auto second = std::from_chars(first.ptr + 1, end, count);
    if (second.ec != std::errc() || (second.ptr != end && *second.ptr != ',')) return std::nullopt;
    return std::pair{cell, count};
}

}  // namespace

std::string sweep_csv(const Sweep& sweep, const Program& program) {
    std::string out = "cell,of";
    for (const SweepAxis& axis : sweep.axes)
        out += fmt::format(",{}", field(with_unit(axis.value.path, axis.value.unit)));
    out += ",tape,problem,way,marks held,marks";
    for (const ReadingInfo& reading : program.readings)
        out += fmt::format(",{}", field(with_unit(reading.name, display_unit(reading.type.dimension))));
    out += "\n";
    for (std::size_t cell = 0; cell < sweep.cells.size(); ++cell) {
        if (!sweep.cells[cell].done) continue;
        const std::vector<double> values = sweep.values_of(cell);
        for (std::size_t tape = 0; tape < sweep.tapes.size(); ++tape) {
            const SweepRun& run = sweep.cells[cell].tapes[tape];
            out += fmt::format("{},{}", cell, sweep.cells.size());
            for (std::size_t axis = 0; axis < values.size(); ++axis)
                out += fmt::format(",{}", values[axis] / sweep.axes[axis].value.unit.scale);
            out += fmt::format(",{},{},{:016x},{},{}", field(sweep.tapes[tape]), field(run.problem), run.way, run.held,
                               run.marks);
            for (std::size_t r = 0; r < program.readings.size(); ++r) {
                out += ",";
                if (r < run.readings.size() && run.readings[r])
                    out += fmt::format("{}", *run.readings[r] / display_unit(program.readings[r].type.dimension).scale);
            }
            out += "\n";
        }
    }
    return out;
}

tl::expected<std::string, std::string> merge_sweep_csv(std::span<const std::string> parts,
                                                       std::span<const std::string> names) {
    const auto wrong = [](std::string text) { return tl::make_unexpected(std::move(text)); };
    if (parts.empty()) return wrong("there is nothing to put together; name the parts' files");
    std::string_view head;
    std::size_t count = 0;
    struct CellLines {
        std::size_t part;
        std::string text;
    };
    std::map<std::size_t, CellLines> cells;
    for (std::size_t part = 0; part < parts.size(); ++part) {
        const std::vector<std::string_view> lines = lines_of(parts[part]);
        if (lines.empty() || !lines[0].starts_with("cell,of,"))
            return wrong(fmt::format("{}:1: this is no part of a sweep: the head line is missing", names[part]));
        if (part == 0) head = lines[0];
        if (lines[0] != head)
            return wrong(
                fmt::format("{}:1: this is of another sweep than {}: its columns differ", names[part], names[0]));
        for (std::size_t i = 1; i < lines.size(); ++i) {
            const auto cell = cell_of(lines[i]);
            if (!cell || cell->first >= cell->second || cell->second > defaults::most_sweep_runs)
                return wrong(fmt::format("{}:{}: this line doesn't begin with a cell's number", names[part], i + 1));
            if (count == 0) count = cell->second;
            if (cell->second != count)
                return wrong(fmt::format("{}:{}: this is of a sweep of {} cells, the others are of {}", names[part],
                                         i + 1, cell->second, count));
            const auto [found, fresh] = cells.try_emplace(cell->first, CellLines{part, {}});
            if (found->second.part != part)
                return wrong(fmt::format("{}:{}: cell {} stands in {} as well; leave one of them out", names[part],
                                         i + 1, cell->first, names[found->second.part]));
            found->second.text += std::string(lines[i]) + "\n";
        }
    }
    if (cells.size() < count) {
        std::size_t missing = 0;
        while (cells.contains(missing)) ++missing;
        return wrong(fmt::format("{} of {} cells are missing, the first is cell {}; a part isn't here or was stopped",
                                 count - cells.size(), count, missing));
    }
    std::string out = std::string(head) + "\n";
    for (const auto& [number, block] : cells) out += block.text;
    return out;
}

}  // namespace leap
