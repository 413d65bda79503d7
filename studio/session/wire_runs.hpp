// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <atomic>
#include <memory>

#include "core/wire/differences.hpp"
#include "core/wire/wire_readings.hpp"
#include "studio/session/runs.hpp"
#include "studio/shared/newest_job.hpp"

namespace leap::studio {

/// A rehearsal of shared play with everything that is shown of it. Shared and never changed; but for one that is being
/// played by hand, which grows.
struct WireResult {
    Ingredients ingredients;
    WirePlan plan;
    WireRun run;
    std::vector<WireDifference> differences;
    std::vector<WireReading> readings;
    std::vector<WireMarkAnswer> marks;
    double ms = 0.0;
    std::string problem;  ///< why there is no run; empty when there is one
};
using WirePointer = std::shared_ptr<const WireResult>;

/// Rehearses on threads of their own, for "now" and for "kept"; the newest request wins.
class WireRuns : public QObject {
    Q_OBJECT

  public:
    explicit WireRuns(QObject* parent = nullptr) : QObject(parent) {}
    ~WireRuns() override { ending_ = true; }

    /// The same as is there already, or is on its way, isn't made again.
    void request(Side side, const Ingredients& ingredients, const WirePlan& plan, const std::vector<Tape>& tapes);
    /// Null while there is none.
    const WirePointer& result(Side side) const { return results_[side == Side::now ? 0 : 1]; }
    bool busy() const { return jobs_[0].busy() || jobs_[1].busy(); }
    void clear();

  signals:
    void changed();

  private:
    struct Asked {
        Ingredients ingredients;
        WirePlan plan;
        std::vector<Tape> tapes;
    };
    std::optional<Asked> asked_[2];
    WirePointer results_[2];
    int number_ = 0;
    std::atomic<bool> ending_ = false;
    NewestJob jobs_[2];
};

}  // namespace leap::studio
