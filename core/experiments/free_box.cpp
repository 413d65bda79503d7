// SPDX-License-Identifier: MIT
#include "core/experiments/free_box.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace leap {

std::string free_problem(std::span<const FreeValue> free) {
    if (free.empty()) return "nothing is free; say which dials may be turned";
    for (const FreeValue& value : free)
        if (value.low > value.high)
            return fmt::format("the lower bound of {}, {}, is above its upper bound, {}; swap them", value.path,
                               free_value_text(value, value.low), free_value_text(value, value.high));
    return {};
}

Box box_of(const Program& program, std::span<const FreeValue> free) {
    Box out;
    for (const FreeValue& value : free) {
        out.low.push_back(value.low);
        out.high.push_back(value.high);
        out.begin.push_back(std::clamp(value.now, value.low, value.high));
    }
    out.rounded = [&program, free](std::size_t i, double value) { return written_value(program, free[i], value); };
    return out;
}

BoxSearchOptions box_options(std::uint64_t seed, int most_tries, const SolveOptions& options, const StopSign& stop) {
    BoxSearchOptions out;
    out.seed = seed;
    out.most_tries = most_tries;
    out.threads = options.threads;
    out.stop = stop;
    out.progress = options.progress;
    if (options.better)
        out.better = [better = options.better](std::span<const double> values, double) { better(values); };
    return out;
}

}  // namespace leap
