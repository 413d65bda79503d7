// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <atomic>
#include <memory>
#include <optional>

#include "core/experiments/board.hpp"
#include "studio/session/runs.hpp"
#include "studio/shared/newest_job.hpp"

namespace leap::studio {

/// A board with what it was made with, shared and never changed.
struct BoardResult {
    Board board;
    std::shared_ptr<const Program> program;  ///< which its readings are of
    double ms = 0.0;
};
using BoardPointer = std::shared_ptr<const BoardResult>;

/// The board of "now" and that of "kept", each on a thread of its own. Only the newest request counts, but one that has
/// begun ends: while a dial is dragged the board follows as fast as it can.
class Boards : public QObject {
    Q_OBJECT

  public:
    explicit Boards(QObject* parent = nullptr) : QObject(parent) {}
    ~Boards() override { ending_ = true; }

    void clear();
    /// What is there already, or on its way, isn't worked out again.
    void request(Side side, Ingredients ingredients, std::vector<Tape> tapes);
    /// Null while there is none yet.
    const BoardPointer& board(Side side) const { return boards_[side == Side::now ? 0 : 1]; }
    bool busy() const { return jobs_[0].busy() || jobs_[1].busy(); }

  signals:
    void changed();

  private:
    struct Asked {
        Ingredients ingredients;
        std::vector<Tape> tapes;
    };
    BoardPointer boards_[2];
    std::optional<Asked> asked_[2];
    int number_ = 0;  ///< of the project: what belongs to an earlier one is dropped
    std::atomic<bool> ending_ = false;
    NewestJob jobs_[2];  ///< the last members: they end before the others are gone
};

}  // namespace leap::studio
