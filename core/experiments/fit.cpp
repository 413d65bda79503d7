// SPDX-License-Identifier: MIT
#include "core/experiments/fit.hpp"

#include <fmt/format.h>
#include <tbb/enumerable_thread_specific.h>

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/experiments/batch.hpp"
#include "core/experiments/fit_certainty.hpp"
#include "core/experiments/free_box.hpp"

namespace leap {
namespace {

std::string what_lacks(const FitRequest& request) {
    if (std::string problem = free_problem(request.free); !problem.empty()) return problem;
    if (request.runs.empty()) return "there is no measured run; choose one";
    return {};
}

/// Runs of the request's tapes with other values, compared with what was measured.
class Fitter {
  public:
    Fitter(const Setup& setup, const FitRequest& request, StopSign stop)
        : setup_(setup), request_(request), stop_(std::move(stop)) {}

    struct Laid {
        std::vector<Alignment> alignments;
        std::vector<FitError> errors;
        std::vector<double> residuals;
        double together = 0.0;  ///< of all runs, weighted by how much was measured
    };

    /// Says why a tape doesn't play. Throws WorkStopped. `to_the_end`: also when it is to stop.
    tl::expected<Laid, std::string> lay(std::span<const double> values, bool to_the_end = false) {
        const Varied made = varied(setup_, request_.free, values);
        Laid out;
        double square = 0.0;
        double weight = 0.0;
        Trace& room = rooms_.local();
        for (const FitRun& run : request_.runs) {
            const auto done = replay_into(made.rehearsal(run.tape->rate_hz), *run.tape, room,
                                          to_the_end ? std::function<bool()>{} : std::function<bool()>(stop_));
            if (!done) return tl::make_unexpected(done.error());
            if (!*done) throw WorkStopped{};
            const TraceTrack& track = room.tracks[std::min(run.character, room.tracks.size() - 1)];
            out.alignments.push_back(run.align ? aligned(run.measured, track, run.alignment)
                                               : with_offsets(run.measured, run.alignment, track));
            const Alignment& alignment = out.alignments.back();
            out.errors.push_back(error_of(run.measured, alignment, track));
            const std::vector<double> residuals = residuals_of(run.measured, alignment, track);
            out.residuals.insert(out.residuals.end(), residuals.begin(), residuals.end());
            const auto count = static_cast<double>(residuals.size());
            square += out.errors.back().together * out.errors.back().together * count;
            weight += count;
        }
        out.together = weight > 0.0 ? std::sqrt(square / weight) : 0.0;
        return out;
    }

    /// Offsets and times that every run has of its own.
    std::size_t nuisances() const {
        std::size_t out = 0;
        for (const FitRun& run : request_.runs) {
            out += run.align ? 1 : 0;
            for (const auto& [what, values] : run.measured.columns) out += what == Measured::speed ? 0 : 1;
        }
        return out;
    }

  private:
    const Setup& setup_;
    const FitRequest& request_;
    StopSign stop_;
    tbb::enumerable_thread_specific<Trace> rooms_;
};

/// Values that change nothing go back to where they were, where that changes nothing, either.
void leave_unseen(Fitter& fitter, const FitRequest& request, Fit& out) {
    for (std::size_t i = 0; i < out.values.size(); ++i) {
        const FreeValue& value = request.free[i];
        if (out.certainty[i].seen) continue;
        std::vector<double> back = out.values;
        back[i] = std::clamp(value.now, value.low, value.high);
        const auto with = fitter.lay(out.values);
        const auto without = fitter.lay(back);
        if (!with || !without || std::abs(with->together - without->together) > 1e-9) {
            out.certainty[i].seen = true;  // not around here, but farther away: its interval is its whole range
            continue;
        }
        out.values = std::move(back);
    }
}

}  // namespace

Fit fit(const Setup& setup, const FitRequest& request, const SolveOptions& options) {
    Fit out;
    out.problem = what_lacks(request);
    if (!out.problem.empty()) return out;
    const StopSign stop(options.stop);
    Fitter fitter(setup, request, stop);
    const Box box = box_of(setup.program, request.free);
    const auto before = fitter.lay(box.begin, true);
    if (!before) {
        out.problem = before.error();
        return out;
    }
    constexpr double no_run = 1e6;
    const CostOf cost = [&](std::span<const double> values) {
        const auto laid = fitter.lay(values);
        return PointCost{laid ? laid->together : no_run, laid && laid->together <= defaults::fitted_share};
    };
    const BoxSearch found = search_box(cost, box, box_options(request.seed, request.most_tries, options, stop));
    out.values = found.best.empty() ? box.begin : found.best;
    out.tries = found.tries;
    out.stopped = found.stopped;
    try {
        if (!out.stopped) {
            const ResidualsOf residuals = [&](std::span<const double> point) {
                const auto laid = fitter.lay(point);
                return laid ? laid->residuals
                            : std::vector<double>(before->residuals.size(), std::numeric_limits<double>::quiet_NaN());
            };
            FitCertainty sure =
                certainty_of(residuals, {request.free, out.values, fitter.nuisances(), request.seed, options.threads});
            out.certainty = std::move(sure.values);
            out.correlated = std::move(sure.correlated);
            leave_unseen(fitter, request, out);
        }
    } catch (const WorkStopped&) {
        out.stopped = true;
        out.certainty.clear();
        out.correlated.clear();
    }
    const auto last = fitter.lay(out.values, true);
    if (!last) {
        out.problem = last.error();
        return out;
    }
    for (std::size_t i = 0; i < request.runs.size(); ++i)
        out.runs.push_back({last->alignments[i], before->errors[i], last->errors[i]});
    return out;
}

std::string certainty_text(const FreeValue& value, double si, const Certainty& certainty) {
    if (!certainty.seen) return fmt::format("{}, not changed: no measured run shows it", free_value_text(value, si));
    const bool open = certainty.low <= value.low && certainty.high >= value.high;
    return fmt::format("{} ({})", free_value_text(value, si),
                       open ? std::string("95 %: anything within its bounds")
                            : fmt::format("95 %: {} to {}", free_value_text(value, certainty.low),
                                          free_value_text(value, certainty.high)));
}

std::string correlated_text(const Correlated& pair, const std::vector<FreeValue>& free) {
    return fmt::format("{} and {} can hardly be told apart (correlation {:.2f})", free[pair.first].path,
                       free[pair.second].path, pair.correlation);
}

std::string offsets_text(const Alignment& alignment) {
    std::string out;
    for (const auto& [what, offset] : alignment.offset)
        out += fmt::format("{}{} {}{}", out.empty() ? "" : ", ", measured_name(what), offset < 0.0 ? "" : "+",
                           quantity_text(offset, dimensions::length, 4));
    return out;
}

}  // namespace leap
