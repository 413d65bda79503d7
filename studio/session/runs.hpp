// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/senses/explain.hpp"
#include "studio/session/replay_worker.hpp"
#include "studio/session/tunings.hpp"

namespace leap::studio {

/// The tape in view as it plays with what is now and with what is kept. Runs are worked out by workers; results that
/// belong to an older program are dropped.
class Runs : public QObject {
    Q_OBJECT

  public:
    explicit Runs(QObject* parent = nullptr);

    void clear();
    void request(Side side, Ingredients ingredients, const Tape& tape);
    /// Results of other programs don't count from now on.
    void set_program(Side side, std::shared_ptr<const Program> program) {
        (side == Side::now ? now_ : kept_).program = std::move(program);
    }
    const RunPointer& run(Side side) const { return side == Side::now ? now_.run : kept_.run; }
    /// The run of "now" stands for "kept", too.
    void keep_now() { kept_.run = now_.run; }
    bool busy() const { return now_.worker.busy() || kept_.worker.busy(); }
    /// The state of a run at a time; without actors when there is none. The stage, the score and the sheet all ask for
    /// the cursor's instant: the one asked for last is kept.
    World world_at(Side side, double time) const;

  signals:
    void changed(leap::studio::Side side);

  private:
    struct OfSide {
        ReplayWorker worker;
        std::shared_ptr<const Program> program;  ///< results of others don't count
        RunPointer run;
        struct Seen {
            RunPointer run;
            double time = -1.0;
            World state;
        };
        mutable Seen seen;
    };
    void take(Side side, OfSide& of, const RunPointer& run);

    OfSide now_;
    OfSide kept_;
};

/// Why each move could start in a state, or not, and the same of fixtures. Their numbers are those of `newest`,
/// whatever program the run was made with; what that doesn't know is left out.
std::vector<MoveAnswer> explain_all(const Ingredients& made, const World& state, std::size_t character,
                                    const std::shared_ptr<const Program>& newest);

}  // namespace leap::studio
