// SPDX-License-Identifier: MIT
#include "core/experiments/run_way.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <tuple>

namespace leap {
namespace {

/// Landings, phases of moves, stances and touches follow from these, or flicker where the numbers barely differ. What
/// is pressed is the input itself.
bool decides(EventKind kind) {
    switch (kind) {
        case EventKind::started:
        case EventKind::ended:
        case EventKind::cut:
        case EventKind::failed:
        case EventKind::struck:
        case EventKind::used:
        case EventKind::fixture_phase:
        case EventKind::teleported:
        case EventKind::respawned:
        case EventKind::refused:
        case EventKind::caught:
        case EventKind::thrown:
        case EventKind::spawned:
        case EventKind::none_waits:
        case EventKind::hold_refused:
        case EventKind::seated:
        case EventKind::stepped_out:
        case EventKind::grabbed: return true;
        default: return false;
    }
}

/// Whose it is: a character, or a fixture.
std::pair<std::int32_t, std::int32_t> owner_of(const TraceEvent& event) {
    if (event.actor >= 0) return {event.actor, -1};
    return {-1, event.kind == EventKind::fixture_phase ? event.index : -1};
}

bool same_step(const TraceEvent& a, const TraceEvent& b) {
    return a.kind == b.kind && a.index == b.index && a.detail == b.detail && a.actor == b.actor;
}

}  // namespace

RunWay way_of(const Trace& trace) {
    RunWay out;
    out.length_s = trace.length_s();
    for (const TraceEvent& event : trace.events)
        if (decides(event.kind)) out.steps.push_back(event);
    std::stable_sort(out.steps.begin(), out.steps.end(),
                     [](const auto& a, const auto& b) { return owner_of(a) < owner_of(b); });
    return out;
}

std::optional<Parting> parting_of(const RunWay& first, const RunWay& second, double slack_s) {
    std::optional<Parting> out;
    const double end = std::min(first.length_s, second.length_s) - slack_s;
    const auto consider = [&](Parting parting) {
        parting.time_s = std::min(parting.was ? parting.was->time : 1e300, parting.is ? parting.is->time : 1e300);
        if (parting.time_s < end && (!out || parting.time_s < out->time_s)) out = parting;
    };
    // Each owner's steps stand together, in the same order of owners.
    std::size_t i = 0;
    std::size_t k = 0;
    const auto owner = [](const RunWay& way, std::size_t at) {
        return at < way.steps.size() ? owner_of(way.steps[at])
                                     : std::pair<std::int32_t, std::int32_t>{INT32_MAX, INT32_MAX};
    };
    while (i < first.steps.size() || k < second.steps.size()) {
        const auto who = std::min(owner(first, i), owner(second, k));
        bool parted = false;
        while (owner(first, i) == who || owner(second, k) == who) {
            const bool left = owner(first, i) == who;
            const bool right = owner(second, k) == who;
            if (!parted && !(left && right && same_step(first.steps[i], second.steps[k]))) {
                parted = true;
                Parting parting;
                if (left) parting.was = first.steps[i];
                if (right) parting.is = second.steps[k];
                consider(parting);
            }
            if (left) ++i;
            if (right) ++k;
        }
    }
    return out;
}

std::string parting_text(const Parting& parting, const Program& program, const Trace& trace) {
    const auto words = [&](const TraceEvent& step) { return event_text(step, program, trace); };
    if (!parting.is)
        return fmt::format("no \"{}\" any more (it was at {:.2f} s)", words(*parting.was), parting.was->time);
    if (!parting.was) return fmt::format("{} at {:.2f} s", words(*parting.is), parting.is->time);
    return fmt::format("{} at {:.2f} s instead of {}", words(*parting.is), parting.is->time, words(*parting.was));
}

std::string parting_kind_text(const Parting& parting, const Program& program, const Trace& trace) {
    const auto words = [&](const TraceEvent& step) { return event_text(step, program, trace); };
    if (!parting.is) return fmt::format("no \"{}\" any more", words(*parting.was));
    if (!parting.was) return words(*parting.is);
    return fmt::format("{} instead of {}", words(*parting.is), words(*parting.was));
}

std::uint64_t way_number(const RunWay& way) {
    std::uint64_t hash = 0xcbf29ce484222325ULL;  // FNV-1a
    const auto add = [&](std::int32_t value) {
        for (int byte = 0; byte < 4; ++byte)
            hash = (hash ^ ((static_cast<std::uint32_t>(value) >> (8 * byte)) & 0xffU)) * 0x100000001b3ULL;
    };
    for (const TraceEvent& step : way.steps)
        for (const std::int32_t part : {static_cast<std::int32_t>(step.kind), step.index, step.detail, step.actor})
            add(part);
    return hash;
}

}  // namespace leap
