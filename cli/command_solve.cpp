// SPDX-License-Identifier: MIT
#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>

#include "cli/commands.hpp"
#include "core/experiments/solve.hpp"

namespace leap::cli {
namespace {

std::string reading_text(const Program& program, const Wish& wish, const std::optional<double>& value) {
    const auto reading = std::find_if(program.readings.begin(), program.readings.end(),
                                      [&](const auto& each) { return each.name == wish.reading; });
    return value ? quantity_text(*value, reading->type.dimension, 4) : std::string("no value");
}

/// Where else the goals hold, what can be had where they don't go together, and what was not tried.
void tell_surroundings(const Solution& found, const SolveRequest& request, const Program& program) {
    const auto text = [&](std::size_t i, double value) { return free_value_text(request.free[i], value); };
    std::size_t moving = 0;
    while (moving + 1 < request.free.size() && request.free[moving].low == request.free[moving].high) ++moving;
    for (const HeldRange& range : found.ranges)
        fmt::print("all goals hold with {} from {} to {}\n", request.free[moving].path, text(moving, range.low),
                   text(moving, range.high));
    const auto point_text = [&](const std::vector<double>& values) {
        std::vector<std::string> parts;
        for (std::size_t i = 0; i < values.size(); ++i)
            parts.push_back(fmt::format("{} = {}", request.free[i].path, text(i, values[i])));
        return fmt::format("{}", fmt::join(parts, ", "));
    };
    for (const auto& other : found.others) fmt::print("another solution: {}\n", point_text(other));
    for (const Compromise& each : found.front) {
        std::vector<std::string> reached;
        for (std::size_t k = 0; k < each.reached.size(); ++k)
            reached.push_back(fmt::format("{} on {} {}{}", request.wishes[found.wishes[k].wish].reading,
                                          found.wishes[k].tape,
                                          reading_text(program, request.wishes[found.wishes[k].wish], each.reached[k]),
                                          each.held[k] ? " (holds)" : ""));
        fmt::print("compromise: {}: {}\n", point_text(each.values), fmt::join(reached, ", "));
    }
    if (!found.not_tried.empty()) fmt::print("{}\n", found.not_tried);
}

}  // namespace

int solve(const SolveCommand& options) {
    const auto experiment = begin_experiment(options);
    if (!experiment) return problems;
    const Program& program = experiment->prepared.program;
    auto values = free_values(*experiment, options.dials);
    if (!values) return problems;
    SolveRequest request;
    request.free = std::move(*values);
    request.tapes = experiment->tape_list();
    request.seed = options.seed;
    request.most_tries = options.tries;
    request.stay_near = options.stay_near;
    for (const std::string& text : options.wishes) {
        auto wish = read_wish(text, program, experiment->tape_names);
        if (!wish) {
            complain(wish.error());
            return problems;
        }
        request.wishes.push_back(std::move(*wish));
    }
    const Solution found = leap::solve(experiment->setup(), request, search_options(options));
    if (!found.problem.empty()) {
        complain(found.problem);
        return problems;
    }
    if (found.stopped) complain("stopped; the best so far:");
    for (std::size_t i = 0; i < found.values.size(); ++i)
        fmt::print("{} = {}   (now {})\n", request.free[i].path, free_value_text(request.free[i], found.values[i]),
                   free_value_text(request.free[i], request.free[i].now));
    for (const WishOutcome& each : found.wishes) {
        const Wish& wish = request.wishes[each.wish];
        fmt::print("{}  {} on {}: {}\n", each.held ? "holds " : "MISSED", wish_text(wish, program), each.tape,
                   each.value ? reading_text(program, wish, each.value) : each.missing);
        for (const std::string& line : each.in_the_way) fmt::print("        {}\n", line);
    }
    tell_surroundings(found, request, program);
    fmt::print("{} tries\n", found.tries);
    if (found.stopped) return stopped_early;
    return found.all_hold() ? good : problems;
}

}  // namespace leap::cli
