// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "core/tape/trace.hpp"

/// Which way a run took, whatever the exact times: what two runs have to have in common so that one counts as the other
/// with somewhat other numbers.
namespace leap {

/// What decides where a run goes: moves that start or end, phases of fixtures, respawns, hits. By character and
/// fixture, each by time: the order in which independent ones do something doesn't count.
struct RunWay {
    std::vector<TraceEvent> steps;
    double length_s = 0.0;
};
RunWay way_of(const Trace& trace);

/// Where two runs go apart first.
struct Parting {
    std::optional<TraceEvent> was;  ///< of the first run; nothing when it had no such step
    std::optional<TraceEvent> is;
    double time_s = 0.0;
};
/// Nothing when both went the same way. What one of them does within `slack_s` of its end counts for neither: the other
/// may do it just behind its own.
std::optional<Parting> parting_of(const RunWay& first, const RunWay& second, double slack_s);

/// "wick respawned at 4.2 s instead of landing", in the words of the event list.
std::string parting_text(const Parting& parting, const Program& program, const Trace& trace);
/// The same without times: "wick respawned instead of landing".
std::string parting_kind_text(const Parting& parting, const Program& program, const Trace& trace);

/// A number for the way alone, the same for runs that don't part, whatever they do near their end excepted.
std::uint64_t way_number(const RunWay& way);

}  // namespace leap
