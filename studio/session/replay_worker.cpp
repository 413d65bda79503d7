// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/replay_worker.hpp"

namespace leap::studio {

void ReplayWorker::request(Ingredients ingredients, Tape tape) {
    job_.request([this, ingredients = std::move(ingredients), tape = std::move(tape)] {
        RunPointer run = make_run(ingredients, tape);
        QMetaObject::invokeMethod(
            this, [this, run] { emit finished(run); }, Qt::QueuedConnection);
    });
}

}  // namespace leap::studio
