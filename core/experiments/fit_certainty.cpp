// SPDX-License-Identifier: MIT
#include "core/experiments/fit_certainty.hpp"

// Sums in the same order on every processor.
#define EIGEN_DONT_VECTORIZE
#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <random>

#include "core/defaults.hpp"
#include "core/experiments/parallel.hpp"

namespace leap {
namespace {

/// Half the width of a 95 % interval in standard deviations: Student's quantile, within 1 % from 3 degrees on.
double student_95(double degrees) {
    const double f = std::max(1.0, degrees);
    return 1.96 + 2.37 / f + 2.8 / (f * f) + 5.6 / (f * f * f);
}

/// The Jacobian by central differences; its columns are for the whole range of each value.
Eigen::MatrixXd jacobian_of(const ResidualsOf& residuals, const CertaintyRequest& request, std::size_t rows) {
    const std::size_t count = request.free.size();
    std::vector<std::vector<double>> sides(count * 2);
    std::vector<double> at(count * 2);
    ParallelOptions parallel;
    parallel.threads = request.threads;
    const bool all = in_parallel(count * 2, parallel, [&](std::size_t k) {
        const FreeValue& value = request.free[k / 2];
        std::vector<double> point(request.point.begin(), request.point.end());
        const double step = defaults::jacobian_step_share * (value.high - value.low) * (k % 2 == 0 ? -1.0 : 1.0);
        point[k / 2] = std::clamp(point[k / 2] + step, value.low, value.high);
        at[k] = point[k / 2];
        sides[k] = residuals(point);
    });
    if (!all) throw WorkStopped{};
    Eigen::MatrixXd out = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(rows), static_cast<Eigen::Index>(count));
    for (std::size_t v = 0; v < count; ++v) {
        const double apart = at[2 * v + 1] - at[2 * v];
        const double range = request.free[v].high - request.free[v].low;
        if (apart <= 0.0) continue;
        for (std::size_t r = 0; r < rows; ++r) {
            const double change = sides[2 * v + 1][r] - sides[2 * v][r];
            if (!std::isnan(change))
                out(static_cast<Eigen::Index>(r), static_cast<Eigen::Index>(v)) = change / apart * range;
        }
    }
    return out;
}

/// So many residuals in a row go together: up to where they no longer agree with themselves.
std::size_t block_length(const Eigen::VectorXd& r) {
    const auto count = static_cast<std::size_t>(r.size());
    const double all = r.squaredNorm();
    if (all <= 0.0) return 1;
    for (std::size_t lag = 1; lag < count / 4; ++lag) {
        const auto n = static_cast<Eigen::Index>(count - lag);
        if (r.head(n).dot(r.tail(n)) / all < 0.2) return lag;
    }
    return std::max<std::size_t>(1, count / 4);
}

/// Half widths of the intervals, as shares of the ranges, by drawing blocks of what remains.
Eigen::VectorXd resampled_half_widths(const Eigen::MatrixXd& inverse, const Eigen::VectorXd& r, std::uint64_t seed) {
    const auto count = static_cast<std::size_t>(r.size());
    const std::size_t block = block_length(r);
    std::mt19937_64 random(seed);
    std::vector<std::vector<double>> shifts(static_cast<std::size_t>(inverse.rows()));
    Eigen::VectorXd drawn(r.size());
    const Eigen::VectorXd centred = r.array() - r.mean();
    for (int draw = 0; draw < defaults::resamplings; ++draw) {
        for (std::size_t i = 0; i < count;) {
            const std::size_t from = random() % (count - block + 1);
            for (std::size_t k = 0; k < block && i < count; ++k, ++i)
                drawn[static_cast<Eigen::Index>(i)] = centred[static_cast<Eigen::Index>(from + k)];
        }
        const Eigen::VectorXd shift = inverse * drawn;
        for (std::size_t v = 0; v < shifts.size(); ++v)
            shifts[v].push_back(std::abs(shift[static_cast<Eigen::Index>(v)]));
    }
    Eigen::VectorXd out(inverse.rows());
    for (std::size_t v = 0; v < shifts.size(); ++v) {
        std::sort(shifts[v].begin(), shifts[v].end());
        out[static_cast<Eigen::Index>(v)] = shifts[v][shifts[v].size() * 95 / 100];
    }
    return out;
}

}  // namespace

FitCertainty certainty_of(const ResidualsOf& residuals, const CertaintyRequest& request) {
    FitCertainty out;
    const std::vector<double> here = residuals(request.point);
    std::vector<std::size_t> kept;
    for (std::size_t i = 0; i < here.size(); ++i)
        if (!std::isnan(here[i])) kept.push_back(i);
    const Eigen::MatrixXd full = jacobian_of(residuals, request, here.size());
    // Values that change nothing have no column.
    std::vector<std::size_t> seen;
    for (std::size_t v = 0; v < request.free.size(); ++v) {
        Certainty value;
        value.low = request.free[v].low;
        value.high = request.free[v].high;
        value.seen =
            !kept.empty() && full.col(static_cast<Eigen::Index>(v)).cwiseAbs().maxCoeff() > defaults::unseen_share;
        if (value.seen) seen.push_back(v);
        out.values.push_back(value);
    }
    if (seen.empty() || kept.size() <= seen.size() + request.nuisances) return out;
    const auto rows = static_cast<Eigen::Index>(kept.size());
    const auto columns = static_cast<Eigen::Index>(seen.size());
    Eigen::VectorXd r(rows);
    Eigen::MatrixXd jacobian(rows, columns);
    for (Eigen::Index i = 0; i < rows; ++i) {
        const std::size_t from = kept[static_cast<std::size_t>(i)];
        r[i] = here[from];
        for (Eigen::Index v = 0; v < columns; ++v)
            jacobian(i, v) =
                full(static_cast<Eigen::Index>(from), static_cast<Eigen::Index>(seen[static_cast<std::size_t>(v)]));
    }
    Eigen::JacobiSVD<Eigen::MatrixXd> svd(jacobian, Eigen::ComputeThinU | Eigen::ComputeThinV);
    svd.setThreshold(defaults::singular_share);
    const Eigen::VectorXd& sizes = svd.singularValues();
    // What goes into a combination that changes nothing can't be told at all.
    std::vector<bool> free_to_move(seen.size(), false);
    Eigen::MatrixXd inverse = Eigen::MatrixXd::Zero(columns, rows);
    Eigen::MatrixXd covariance = Eigen::MatrixXd::Zero(columns, columns);
    for (Eigen::Index k = 0; k < columns; ++k) {
        const auto direction = svd.matrixV().col(k);
        if (k >= svd.rank()) {
            for (Eigen::Index v = 0; v < columns; ++v)
                if (std::abs(direction[v]) > 0.1) free_to_move[static_cast<std::size_t>(v)] = true;
            continue;
        }
        inverse += direction * svd.matrixU().col(k).transpose() / sizes[k];
        covariance += direction * direction.transpose() / (sizes[k] * sizes[k]);
    }
    const double degrees = static_cast<double>(kept.size() - seen.size() - request.nuisances);
    const double variance = r.squaredNorm() / degrees;
    const Eigen::VectorXd resampled = resampled_half_widths(inverse, r, request.seed);
    for (std::size_t k = 0; k < seen.size(); ++k) {
        if (free_to_move[k]) continue;  // its whole range
        const auto v = static_cast<Eigen::Index>(k);
        const FreeValue& value = request.free[seen[k]];
        const double by_jacobian = student_95(degrees) * std::sqrt(variance * covariance(v, v));
        const double half = std::max(by_jacobian, resampled[v]) * (value.high - value.low);
        out.values[seen[k]].low = std::max(value.low, request.point[seen[k]] - half);
        out.values[seen[k]].high = std::min(value.high, request.point[seen[k]] + half);
    }
    for (std::size_t a = 0; a < seen.size(); ++a)
        for (std::size_t b = a + 1; b < seen.size(); ++b) {
            const auto i = static_cast<Eigen::Index>(a);
            const auto k = static_cast<Eigen::Index>(b);
            double correlation = free_to_move[a] && free_to_move[b] ? 1.0 : 0.0;
            const double size = std::sqrt(covariance(i, i) * covariance(k, k));
            if (correlation == 0.0 && size > 0.0) correlation = covariance(i, k) / size;
            if (std::abs(correlation) >= defaults::told_correlation)
                out.correlated.push_back({seen[a], seen[b], correlation});
        }
    return out;
}

}  // namespace leap
