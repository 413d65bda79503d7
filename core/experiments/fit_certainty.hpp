// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <span>
#include <vector>

#include "core/experiments/fit.hpp"

/// How sure fitted values are.
namespace leap {

/// What remains at a point, in shares; NaN where nothing was compared. Always as many. Asked by several threads at
/// once.
using ResidualsOf = std::function<std::vector<double>(std::span<const double> point)>;

struct CertaintyRequest {
    const std::vector<FreeValue>& free;
    std::span<const double> point;  ///< SI; the fitted values
    std::size_t nuisances = 0;      ///< offsets and times that were fitted, too
    std::uint64_t seed = 1;         ///< of the resampling
    int threads = 0;
};

struct FitCertainty {
    std::vector<Certainty> values;  ///< by free value
    std::vector<Correlated> correlated;
};

/// Intervals of 95 %, of two kinds, of which the wider is given:
/// - from the Jacobian J of the residuals r: the covariance s^2 (J'J)^-1 with s^2 = r'r / (n - p) (any text on
/// nonlinear
///   least squares, as Bates and Watts 1988), times Student's quantile;
/// - by resampling: blocks of r, as long as r agrees with itself, are drawn with replacement (moving block bootstrap,
///   Kuensch 1989) and carried to the values by the pseudo-inverse of J. Fitting again for each draw would take
///   hundreds of fits.
/// Throws WorkStopped if `residuals` does.
FitCertainty certainty_of(const ResidualsOf& residuals, const CertaintyRequest& request);

}  // namespace leap
