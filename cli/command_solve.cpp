// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "core/experiments/solve.hpp"

namespace leap::cli {

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
        const ReadingInfo& reading = *std::find_if(program.readings.begin(), program.readings.end(),
                                                   [&](const auto& r) { return r.name == wish.reading; });
        fmt::print("{}  {} on {}: {}\n", each.held ? "holds " : "MISSED", wish_text(wish, program), each.tape,
                   each.value ? quantity_text(*each.value, reading.type.dimension, 4) : each.missing);
        for (const std::string& line : each.in_the_way) fmt::print("        {}\n", line);
    }
    fmt::print("{} tries\n", found.tries);
    return found.all_hold() ? good : problems;
}

}  // namespace leap::cli
