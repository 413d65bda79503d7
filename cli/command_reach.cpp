// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/defaults.hpp"
#include "core/reach/leap_attempts.hpp"
#include "core/script/diagnostic.hpp"

namespace leap::cli {
namespace {

std::optional<std::size_t> find_piece(const CoursePlan& plan, const std::string& name) {
    std::vector<std::string> names;
    for (std::size_t i = 0; i < plan.pieces.size(); ++i) {
        if (plan.pieces[i].name == name) return i;
        names.push_back(plan.pieces[i].name);
    }
    const std::string near = nearest_name(name, names);
    complain(fmt::format("unknown piece \"{}\"{}", name,
                         near.empty() ? std::string() : fmt::format("; did you mean '{}'?", near)));
    return std::nullopt;
}

}  // namespace

int reach(const ReachOptions& options) {
    auto project = load_runnable(options.project);
    if (!project) return problems;
    const auto from = find_piece(*project->course, options.from);
    const auto to = find_piece(*project->course, options.to);
    if (!from || !to) return problems;
    const Prepared prepared = prepare(std::move(*project));
    const LeapOutput out = leap_attempts(prepared.rehearsal(defaults::tick_rate_hz), {*from, *to});
    if (!out.way) {
        complain(fmt::format("no move gets from \"{}\" to \"{}\"", options.from, options.to));
        return problems;
    }
    fmt::print("from {} to {}: gap {:.2f} m, {:.2f} m {}\n", options.from, options.to, out.way->gap(),
               std::abs(out.way->rise()), out.way->rise() < 0.0 ? "down" : "up");
    for (const LeapAttempt& attempt : out.attempts)
        fmt::print("  {:<32} {:<8} {}\n", attempt.name, attempt.reaches ? "reaches" : "misses", leap_text(attempt));
    const auto best = std::find_if(out.attempts.begin(), out.attempts.end(),
                                   [](const LeapAttempt& attempt) { return attempt.reaches; });
    if (best == out.attempts.end()) return problems;
    fmt::print("{} from {:.3f}, {:.3f}, {:.3f} facing {:.1f} deg:\n", best->name, best->start.x, best->start.y,
               best->start.z, best->facing_deg);
    for (const std::string& line : input_lines(best->inputs)) fmt::print("  {}\n", line);
    return good;
}

}  // namespace leap::cli
