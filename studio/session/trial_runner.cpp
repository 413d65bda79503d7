// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/trial_runner.hpp"

#include <chrono>

namespace leap::studio {

namespace {

/// Told at most so often: the window has other things to do.
class Throttle {
  public:
    bool may() {
        const auto now = std::chrono::steady_clock::now();
        if (now - last_ < std::chrono::milliseconds(50)) return false;
        last_ = now;
        return true;
    }

  private:
    std::chrono::steady_clock::time_point last_{};
};

}  // namespace

const TrialRunner::Made* TrialRunner::made(const std::string& path) const {
    const auto found = made_.find(path);
    return found == made_.end() ? nullptr : &found->second;
}

void TrialRunner::clear() {
    stop();
    ++number_;
    made_.clear();
    running_.clear();
}

void TrialRunner::run(const std::string& path, const Trial& trial, TrialScene scene, std::string made_with) {
    stop();
    stop_ = std::make_shared<std::atomic<bool>>(false);
    running_ = path;
    share_ = 0.0;
    const int number = ++number_;
    job_.request([this, number, path, trial, scene = std::move(scene), made_with = std::move(made_with), stop = stop_] {
        const auto begin = std::chrono::steady_clock::now();
        TrialOptions options;
        options.stop = [stop] { return stop->load(); };
        auto told = std::make_shared<Throttle>();
        options.progress = [this, number, told](std::size_t done, std::size_t all) {
            if (!told->may()) return;
            const double share = static_cast<double>(done) / static_cast<double>(std::max<std::size_t>(1, all));
            QMetaObject::invokeMethod(
                this,
                [this, number, share] {
                    if (number != number_) return;
                    share_ = share;
                    emit progressed();
                },
                Qt::QueuedConnection);
        };
        auto shown = std::make_shared<Throttle>();
        std::vector<FreeValue> free;
        for (const TrialFree& each : trial.free)
            if (auto value = find_free_value(*scene.program, scene.tuning, scene.course->plan, each.value))
                free.push_back(std::move(*value));
        options.better = [this, number, shown, free](std::span<const double> values) {
            if (!shown->may() || values.size() != free.size()) return;
            QMetaObject::invokeMethod(
                this,
                [this, number, free, values = std::vector<double>(values.begin(), values.end())] {
                    if (number == number_ && running()) emit better(free, values);
                },
                Qt::QueuedConnection);
        };
        Made made{run_trial(trial, scene, options), made_with, 0.0};
        made.seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
        QMetaObject::invokeMethod(
            this,
            [this, number, path, made = std::move(made)] {
                if (number != number_) return;
                made_[path] = made;
                running_.clear();
                emit finished(path);
            },
            Qt::QueuedConnection);
    });
    emit progressed();
}

}  // namespace leap::studio
