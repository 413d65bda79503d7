// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/wire_runs.hpp"

#include <algorithm>
#include <chrono>

#include "core/defaults.hpp"

namespace leap::studio {
namespace {

/// Often enough that the others' stages move like the host's; each picture is a whole world.
constexpr double frames_per_s = 20.0;

WirePointer make_result(const Ingredients& ingredients, const WirePlan& plan, const std::vector<Tape>& tapes,
                        const WireOptions& options) {
    auto made = std::make_shared<WireResult>();
    made->ingredients = ingredients;
    made->plan = plan;
    const auto begin = std::chrono::steady_clock::now();
    try {
        const SceneView rehearsal = ingredients.rehearsal();
        auto run = rehearse(rehearsal, plan, tapes, options);
        if (run) {
            made->run = std::move(*run);
            made->differences = differences_of(rehearsal, made->run);
            made->readings = wire_readings(made->run, made->differences);
            made->marks = wire_marks(plan, made->readings);
        } else {
            made->problem = run.error();
        }
    } catch (const std::exception& error) {
        made->problem = error.what();
    }
    made->ms = std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - begin).count();
    return made;
}

}  // namespace

void WireRuns::request(Side side, const Ingredients& ingredients, const WirePlan& plan,
                       const std::vector<Tape>& tapes) {
    const std::size_t i = side == Side::now ? 0 : 1;
    const auto& asked = asked_[i];
    if (asked && asked->ingredients.same_as(ingredients) && asked->plan == plan && asked->tapes == tapes) return;
    asked_[i] = Asked{ingredients, plan, tapes};
    jobs_[i].request([this, i, number = number_, ingredients, plan, tapes] {
        WireOptions options;
        const double most = defaults::max_wire_frames / (plan.length_s * static_cast<double>(plan.peers.size()));
        options.frames_per_s = i == 0 ? std::min(frames_per_s, most) : 0.0;
        options.stop = [this, i] { return ending_.load() || jobs_[i].is_outdated(); };
        const WirePointer made = make_result(ingredients, plan, tapes, options);
        if (ending_ || jobs_[i].is_outdated()) return;
        QMetaObject::invokeMethod(
            this,
            [this, i, number, made] {
                if (number != number_) return;
                results_[i] = made;
                emit changed();
            },
            Qt::QueuedConnection);
    });
}

void WireRuns::clear() {
    ++number_;
    for (int i = 0; i < 2; ++i) {
        asked_[i].reset();
        results_[i].reset();
    }
    emit changed();
}

}  // namespace leap::studio
