// SPDX-License-Identifier: MIT
#include "core/experiments/sweep_csv.hpp"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <charconv>
#include <map>

#include "core/defaults.hpp"
#include "core/units/csv.hpp"

namespace leap {
namespace {

std::string with_unit(const std::string& name, const Unit& unit) {
    return unit.text.empty() ? name : fmt::format("{} ({})", name, unit.text);
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

/// What every line begins with: which cell it is of, how many there are, and of which sweep.
struct LineHead {
    std::size_t cell = 0;
    std::size_t count = 0;
    std::string sweep;
};
constexpr std::size_t head_fields = 3;
std::optional<LineHead> head_of(const std::vector<std::string>& fields) {
    const auto whole = [](const std::string& text, std::size_t& out) {
        const char* end = text.data() + text.size();
        const auto read = std::from_chars(text.data(), end, out);
        return read.ec == std::errc() && read.ptr == end;
    };
    LineHead out;
    if (fields.size() <= head_fields || !whole(fields[0], out.cell) || !whole(fields[1], out.count))
        return std::nullopt;
    out.sweep = fields[2];
    return out;
}

}  // namespace

std::string sweep_csv(const Sweep& sweep, const Program& program) {
    std::string out = "cell,of,sweep";
    for (const SweepAxis& axis : sweep.axes)
        out += fmt::format(",{}", csv_field(with_unit(axis.value.path, axis.value.unit)));
    out += ",tape,problem,way,marks held,marks";
    for (const ReadingInfo& reading : program.readings)
        out += fmt::format(",{}", csv_field(with_unit(reading.name, display_unit(reading.type.dimension))));
    out += "\n";
    for (std::size_t cell = 0; cell < sweep.cells.size(); ++cell) {
        if (!sweep.cells[cell].done) continue;
        const std::vector<double> values = sweep.values_of(cell);
        for (std::size_t tape = 0; tape < sweep.tapes.size(); ++tape) {
            const SweepRun& run = sweep.cells[cell].tapes[tape];
            out += fmt::format("{},{},{}", cell, sweep.cells.size(), sweep.fingerprint);
            for (std::size_t axis = 0; axis < values.size(); ++axis)
                out += fmt::format(",{}", values[axis] / sweep.axes[axis].value.unit.scale);
            out += fmt::format(",{},{},{:016x},{},{}", csv_field(sweep.tapes[tape]), csv_field(run.problem), run.way,
                               run.held, run.marks);
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

namespace {

/// Parts of one sweep on their way to being one text.
class Merger {
  public:
    explicit Merger(std::span<const std::string> names) : names_(names) {}

    /// Why a part doesn't belong to those before it, or is damaged.
    std::optional<std::string> add(std::size_t part, const std::string& text) {
        const std::vector<std::string_view> lines = lines_of(text);
        if (lines.empty() || !lines[0].starts_with("cell,of,"))
            return fmt::format("{}:1: expected a part of a sweep: the head line is missing", names_[part]);
        if (!lines[0].starts_with("cell,of,sweep,"))
            return fmt::format(
                "{}:1: this part has no column \"sweep\", so nobody can tell what it belongs to; run it again",
                names_[part]);
        if (columns_ == 0) {
            head_ = lines[0];
            columns_ = csv_fields(lines[0]).size();
            tape_column_ = column_of("tape");
        }
        if (lines[0] != head_)
            return fmt::format("{}:1: this is of another sweep than {}: its columns differ", names_[part], names_[0]);
        if (!text.ends_with('\n'))
            return fmt::format("{}:{}: the last line is cut short; run this part again", names_[part], lines.size());
        for (std::size_t i = 1; i < lines.size(); ++i)
            if (auto why = add_line(part, lines[i])) return fmt::format("{}:{}: {}", names_[part], i + 1, *why);
        return std::nullopt;
    }

    tl::expected<std::string, std::string> whole() const {
        if (cells_.size() < count_) {
            std::size_t missing = 0;
            while (cells_.contains(missing)) ++missing;
            return tl::make_unexpected(
                fmt::format("{} of {} cells are missing, the first is cell {}; a part isn't here or was stopped",
                            count_ - cells_.size(), count_, missing));
        }
        std::string out = std::string(head_) + "\n";
        for (const auto& [number, cell] : cells_) {
            if (cell.tapes != cells_.begin()->second.tapes)
                return tl::make_unexpected(fmt::format(
                    "{}: cell {} has the tapes {}, expected {}; a line is missing or there twice", names_[cell.part],
                    number, fmt::join(cell.tapes, ", "), fmt::join(cells_.begin()->second.tapes, ", ")));
            out += cell.text;
        }
        return out;
    }

  private:
    struct Cell {
        std::size_t part = 0;
        std::string text{};
        std::vector<std::string> tapes{};
    };

    std::size_t column_of(std::string_view name) const {
        const std::vector<std::string> names = csv_fields(head_);
        return static_cast<std::size_t>(std::find(names.begin(), names.end(), name) - names.begin());
    }

    std::optional<std::string> add_line(std::size_t part, std::string_view line) {
        const std::vector<std::string> fields = csv_fields(line);
        const auto head = head_of(fields);
        if (!head || head->cell >= head->count || head->count > defaults::max_sweep_runs)
            return "this line doesn't begin with a cell's number";
        if (fields.size() != columns_)
            return fmt::format("this line has {} fields, expected {}", fields.size(), columns_);
        if (count_ == 0) {
            count_ = head->count;
            sweep_ = head->sweep;
        }
        if (head->count != count_)
            return fmt::format("this is of a sweep of {} cells, the others are of {}", head->count, count_);
        if (head->sweep != sweep_)
            return fmt::format(
                "this is of sweep {}, the others are of {}: script, course, tapes, dials or ranges differ", head->sweep,
                sweep_);
        const auto [found, fresh] = cells_.try_emplace(head->cell, Cell{part});
        if (found->second.part != part)
            return fmt::format("cell {} is also in {}; remove one of the two files", head->cell,
                               names_[found->second.part]);
        found->second.text += std::string(line) + "\n";
        found->second.tapes.push_back(tape_column_ < fields.size() ? fields[tape_column_] : std::string());
        return std::nullopt;
    }

    std::span<const std::string> names_;
    std::string_view head_;
    std::size_t columns_ = 0;
    std::size_t tape_column_ = 0;
    std::size_t count_ = 0;
    std::string sweep_;
    std::map<std::size_t, Cell> cells_;
};

}  // namespace

tl::expected<std::string, std::string> merge_sweep_csv(std::span<const std::string> parts,
                                                       std::span<const std::string> names) {
    if (parts.empty()) return tl::make_unexpected(std::string("expected the files of parts"));
    Merger merger(names);
    for (std::size_t part = 0; part < parts.size(); ++part)
        if (auto why = merger.add(part, parts[part])) return tl::make_unexpected(std::move(*why));
    return merger.whole();
}

}  // namespace leap
