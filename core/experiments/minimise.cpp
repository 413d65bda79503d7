// SPDX-License-Identifier: MIT
#include "core/experiments/minimise.hpp"

#include <nlopt.h>

#include <algorithm>
#include <cmath>
#include <memory>

namespace leap {
namespace {

/// Both searches work on shares of the box, so that metres and seconds weigh alike.
struct Descent {
    const std::function<double(std::span<const double>)>& cost;
    std::span<const double> low;
    std::span<const double> high;
    const MinimiseOptions& options;
    Minimum best;
    nlopt_opt running = nullptr;

    std::vector<double> values_of(const double* share) const {
        std::vector<double> out(low.size());
        for (std::size_t i = 0; i < out.size(); ++i)
            out[i] = low[i] + std::clamp(share[i], 0.0, 1.0) * (high[i] - low[i]);
        return out;
    }
    bool is_over() const {
        return best.stopped || best.tries >= options.most_tries || (best.tries > 0 && best.cost <= options.good_enough);
    }
    double try_out(std::vector<double> values) {
        const double now = cost(values);
        ++best.tries;
        if (best.tries == 1 || now < best.cost) {
            best.cost = now;
            best.values = std::move(values);
            if (options.better) options.better(best.values, best.cost, best.tries);
        }
        if (options.progress) options.progress(best.tries, options.most_tries);
        if (options.stop && options.stop()) best.stopped = true;
        return now;
    }
    static double called(unsigned, const double* share, double*, void* data) {
        auto& self = *static_cast<Descent*>(data);
        if (self.is_over()) {
            nlopt_force_stop(self.running);
            return self.best.cost;
        }
        const double now = self.try_out(self.values_of(share));
        if (self.is_over()) nlopt_force_stop(self.running);
        return now;
    }

    void run(nlopt_algorithm algorithm, int tries, double min_step, double first_step) {
        if (tries <= 0 || is_over()) return;
        const auto count = static_cast<unsigned>(low.size());
        const std::unique_ptr<nlopt_opt_s, void (*)(nlopt_opt)> search(nlopt_create(algorithm, count), nlopt_destroy);
        running = search.get();
        nlopt_set_lower_bounds1(running, 0.0);
        nlopt_set_upper_bounds1(running, 1.0);
        nlopt_set_min_objective(running, called, this);
        nlopt_set_maxeval(running, tries);
        nlopt_set_xtol_abs1(running, min_step);
        nlopt_set_initial_step1(running, first_step);
        std::vector<double> share(low.size());
        for (std::size_t i = 0; i < share.size(); ++i) {
            const double span = high[i] - low[i];
            share[i] = span > 0.0 ? std::clamp((best.values[i] - low[i]) / span, 0.0, 1.0) : 0.0;
        }
        double lowest = 0.0;
        nlopt_optimize(running, share.data(), &lowest);  // what was found stands in `best`, however it ended
        running = nullptr;
    }
};

}  // namespace

Minimum minimise(const std::function<double(std::span<const double>)>& cost, std::span<const double> begin,
                 std::span<const double> low, std::span<const double> high, const MinimiseOptions& options) {
    Descent search{cost, low, high, options, {}, nullptr};
    search.try_out({begin.begin(), begin.end()});
    if (begin.empty() || search.is_over()) return search.best;
    nlopt_srand(static_cast<unsigned long>(options.seed));
    // From where the values stand first: what is near is wanted more than what is far.
    constexpr double first_step = 0.08;
    constexpr double min_step = 1e-7;
    const int third = options.most_tries / 3;
    search.run(NLOPT_LN_SBPLX, third, min_step, first_step);
    // Dividing the box finds what a local search can't see from here; the randomised form breaks ties by the seed.
    search.run(NLOPT_GN_DIRECT_L_RAND, third, min_step, first_step);
    search.run(NLOPT_LN_SBPLX, options.most_tries - search.best.tries, min_step, first_step * 0.25);
    return search.best;
}

}  // namespace leap
