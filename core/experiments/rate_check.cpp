// SPDX-License-Identifier: MIT
#include "core/experiments/rate_check.hpp"

#include <algorithm>
#include <cmath>

#include "core/experiments/batch.hpp"

namespace leap {
namespace {

/// Values smaller than this count as nothing: a spread of rounding around zero is none.
constexpr double min_size = 1e-6;

double spread_of(const RateSpread& reading) {
    double low = 1e300;
    double high = -1e300;
    std::size_t there = 0;
    for (const auto& value : reading.values) {
        if (!value) continue;
        ++there;
        low = std::min(low, *value);
        high = std::max(high, *value);
    }
    if (there == 0) return 0.0;
    if (there < reading.values.size()) return 1.0;
    const double size = std::max(std::abs(low), std::abs(high));
    return size < min_size ? 0.0 : (high - low) / size;
}

}  // namespace

tl::expected<RateCheck, std::string> check_rates(const SceneView& r, const Tape& tape,
                                                 const std::function<bool()>& stop) {
    std::vector<BatchRun> runs;
    for (const int rate : checked_rates) runs.push_back({&r.program, &r.tuning, &r.course, &tape, rate});
    BatchOptions options;
    options.keep_traces = true;
    options.stop = stop;
    RateCheck out;
    std::vector<BatchResult> results = run_batch(runs, options);
    for (std::size_t i = 0; i < results.size(); ++i) {
        if (!results[i].ended) return tl::make_unexpected(std::string("stopped"));
        if (!results[i].problem.empty()) return tl::make_unexpected(results[i].problem);
        for (const ReadingResult& reading : results[i].readings) {
            auto found = std::find_if(out.readings.begin(), out.readings.end(),
                                      [&](const RateSpread& known) { return known.name == reading.name; });
            if (found == out.readings.end()) {
                out.readings.push_back({reading.name, reading.type, {}, 0.0});
                found = out.readings.end() - 1;
            }
            found->values[i] = reading.value;
        }
        out.traces.push_back(std::move(*results[i].trace));
    }
    for (RateSpread& reading : out.readings) reading.spread = spread_of(reading);
    std::stable_sort(out.readings.begin(), out.readings.end(),
                     [](const RateSpread& a, const RateSpread& b) { return a.spread > b.spread; });
    return out;
}

}  // namespace leap
