// SPDX-License-Identifier: MIT
#include "core/experiments/judge.hpp"

#include <fmt/format.h>

namespace leap {

std::optional<Difference> difference_of(const BatchResult& before, const BatchResult& after, const Program& program,
                                        double slack_s) {
    if (!after.problem.empty()) return Difference{after.problem, 0.0, after.problem};
    if (const auto parting = parting_of(before.way, after.way, slack_s))
        return Difference{parting_text(*parting, program, before.names), parting->time_s,
                          parting_kind_text(*parting, program, before.names)};
    for (std::size_t i = 0; i < std::min(before.readings.size(), after.readings.size()); ++i) {
        const ReadingResult& was = before.readings[i];
        const ReadingResult& is = after.readings[i];
        if (!was.met().value_or(false) || is.met().value_or(true)) continue;
        const std::string value = is.value ? quantity_text(*is.value, is.type.dimension) : is.missing;
        return Difference{fmt::format("the mark of {} is missed: {}", is.name, value), is.at_s.value_or(0.0),
                          fmt::format("the mark of {} is missed", is.name)};
    }
    return std::nullopt;
}

}  // namespace leap
