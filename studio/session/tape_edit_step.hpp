// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QUndoCommand>

#include "studio/session/documents.hpp"

namespace leap::studio {

/// One change of a tape by hand.
class TapeEditStep : public QUndoCommand {
  public:
    TapeEditStep(Documents& documents, Tape before, Tape after, const QString& what, int gesture)
        : QUndoCommand(what),
          documents_(documents),
          before_(std::move(before)),
          after_(std::move(after)),
          gesture_(gesture) {}
    void undo() override { documents_.set_tape(after_.name, before_); }
    void redo() override { documents_.set_tape(before_.name, after_); }
    int id() const override { return gesture_; }
    bool mergeWith(const QUndoCommand* next) override {
        const auto* more = dynamic_cast<const TapeEditStep*>(next);
        if (more == nullptr || more->before_.name != after_.name) return false;
        after_ = more->after_;
        return true;
    }

  private:
    Documents& documents_;
    Tape before_;
    Tape after_;
    int gesture_;
};

}  // namespace leap::studio
