// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

#include "core/record/record.hpp"

/// A run that was measured elsewhere: in a game, or from a film.
namespace leap {

enum class Measured { x, y, z, height, speed };
std::string_view measured_name(Measured what);

struct MeasuredRun {
    std::vector<double> times_s;                      ///< rising
    std::map<Measured, std::vector<double>> columns;  ///< SI, as many as times; empty fields are NaN
};

/// Units for columns whose heads say none: "m" or "cm" and so on.
struct MeasuredUnits {
    std::string time = "s";
    std::string length = "m";
    std::string speed = "m/s";
    friend bool operator==(const MeasuredUnits&, const MeasuredUnits&) = default;
};

/// Whether the words are units of a time, a length and a speed; says which isn't.
tl::expected<void, std::string> check_units(const MeasuredUnits& units);

/// What several lines about one instant mean.
enum class SameInstant : std::uint8_t {
    is_wrong,
    last_counts  ///< as in traces of ours, which say an instant again where rules changed something
};

/// Reads comma-separated values with a head line: a column "time" and any of x, y, z, height, speed, others are left
/// out. A unit may stand behind the name: "height (cm)", "height [cm]", "height_cm". Semicolons or tabs between fields
/// are read, too, and then commas as decimal points; so are a byte-order mark, quoted fields, inches and feet. Errors
/// have file and line: no such columns, two of one name, a name that looks like one of these mistyped, a unit that
/// isn't one, a value that is no number, times that don't rise.
tl::expected<MeasuredRun, std::string> read_measured(std::string_view text, const std::string& path,
                                                     const MeasuredUnits& units = {},
                                                     SameInstant same = SameInstant::is_wrong);

/// How a measured run lies over a rehearsed one: its times count as (time * stretch + later_s), its places and heights
/// are moved by an offset. Speeds are only stretched in time.
struct Alignment {
    double later_s = 0.0;
    double stretch = 1.0;               ///< of its times, a factor more than 0
    std::map<Measured, double> offset;  ///< SI, added to what was measured
    friend bool operator==(const Alignment&, const Alignment&) = default;
};

/// Root mean square of the differences, by column, SI, over the stretch that both have; nothing where that is empty.
struct FitError {
    std::map<Measured, double> by_column;
    /// All together: each column's in shares of how much it varies in what was measured. Without anything in common a
    /// large number.
    double together = 0.0;
    double covered = 0.0;  ///< the share of the measured values that lie within the run
};
FitError error_of(const MeasuredRun& measured, const Alignment& alignment, const TraceTrack& track);

/// What remains between both, column by column and instant by instant, in shares of how much a column varies; NaN where
/// a value is empty or lies outside of the run. Always as many.
std::vector<double> residuals_of(const MeasuredRun& measured, const Alignment& alignment, const TraceTrack& track);

/// The alignment with the least error for this run: later by as much as is best, offsets by what remains on average.
/// `begin`: its stretch stays.
Alignment aligned(const MeasuredRun& measured, const TraceTrack& track, const Alignment& begin = {});

/// The same times with the offsets that leave no difference on average.
Alignment with_offsets(const MeasuredRun& measured, Alignment alignment, const TraceTrack& track);

/// A measured instant as it lies over a run, whatever its columns are.
struct LaidPoint {
    double time_s = 0.0;                ///< of the run
    Vec3 feet{0.0};                     ///< as measured; what wasn't measured is the run's
    std::map<Measured, double> values;  ///< of its columns, with their offsets
};
/// Those that lie within the run, by time.
std::vector<LaidPoint> laid_over(const MeasuredRun& measured, const Alignment& alignment, const TraceTrack& track);

/// What the rehearsed run has for a column at a time. Height is that of the feet over where the run starts.
double rehearsed(Measured what, const TraceTrack& track, double time);

}  // namespace leap
