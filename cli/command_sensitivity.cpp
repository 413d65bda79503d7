// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "cli/commands.hpp"
#include "core/experiments/sensitivity.hpp"

namespace leap::cli {

int sensitivity(const SensitivityCommand& options) {
    const auto experiment = begin_experiment(options);
    if (!experiment) return problems;
    const Program& program = experiment->prepared.program;
    auto values = options.dials.empty() ? std::optional(free_dials(program, experiment->prepared.tuning))
                                        : free_values(*experiment, options.dials);
    if (!values) return problems;
    SensitivityOptions search;
    search.threads = options.threads;
    search.stop = stop_on_interrupt();
    search.progress = show_progress(options.quiet);
    const Sensitivity found =
        find_sensitivity(experiment->setup(), std::move(*values), experiment->tape_list(), search);
    for (const std::string& problem : found.problems) complain(problem);
    std::vector<Influence> order = found.influences;
    if (!options.reading.empty())
        std::erase_if(order,
                      [&](const Influence& each) { return program.readings[each.reading].name != options.reading; });
    // The largest first, reading by reading: what moves this one most?
    std::stable_sort(order.begin(), order.end(), [](const Influence& a, const Influence& b) {
        return std::tuple(a.tape, a.reading, -a.size()) < std::tuple(b.tape, b.reading, -b.size());
    });
    std::size_t tape = found.tapes.size();
    for (const Influence& each : order) {
        if (each.tape != tape) {
            tape = each.tape;
            fmt::print("{}: change of each reading with a dial a tenth of its range lower and higher\n",
                       found.tapes[tape]);
        }
        const Dimension dimension = program.readings[each.reading].type.dimension;
        const auto text = [&](const std::optional<double>& change) {
            return change ? fmt::format("{}{}", *change > 0.0 ? "+" : "", quantity_text(*change, dimension, 4))
                          : std::string("-");
        };
        const std::string note = influence_note(found, each);
        fmt::print("  {:<22} {:<26} {:>14} {:>14}{}\n", program.readings[each.reading].name,
                   found.values[each.value].path, text(each.less), text(each.more), note.empty() ? "" : "  " + note);
    }
    for (const Edge& edge : found.edges)
        fmt::print("{}: {} {}\n", found.tapes[edge.tape], found.values[edge.value].path, edge_text(found, edge));
    if (!found.complete) complain("stopped; results so far are printed");
    if (!found.complete) return stopped_early;
    return found.problems.empty() ? good : problems;
}

}  // namespace leap::cli
