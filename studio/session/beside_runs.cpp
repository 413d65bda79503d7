// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/beside_runs.hpp"

namespace leap::studio {

void BesideRuns::request(std::vector<Wanted> wanted, Tape tape) {
    ++number_;
    if (wanted.empty()) {
        if (runs_.empty()) return;
        runs_.clear();
        emit changed();
        return;
    }
    const auto is_there = [&] {
        if (runs_.size() != wanted.size() || job_.busy()) return false;
        for (std::size_t i = 0; i < wanted.size(); ++i)
            if (!runs_[i].run->ingredients.same_as(wanted[i].ingredients) || runs_[i].run->tape != tape ||
                runs_[i].name != wanted[i].name)
                return false;
        return true;
    };
    if (is_there()) return;
    job_.request([this, number = number_, wanted = std::move(wanted), tape = std::move(tape)] {
        std::vector<Beside> made;
        for (const Wanted& each : wanted) {
            RunPointer run = make_run(each.ingredients, tape);
            if (run->problem.empty()) made.push_back({each.name, each.pointed, std::move(run)});
        }
        QMetaObject::invokeMethod(
            this,
            [this, number, made = std::move(made)] {
                // An older one is still better than none while a newer one is on its way, unless all are to go.
                if (number != number_ && !job_.busy()) return;
                runs_ = made;
                emit changed();
            },
            Qt::QueuedConnection);
    });
}

}  // namespace leap::studio
