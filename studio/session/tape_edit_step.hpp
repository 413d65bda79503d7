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
          gesture_(gesture),
          path_(documents.path_of_tape(before_.name)),
          outside_changes_(documents.outside_changes(path_)) {}
    void undo() override {
        if (fits()) documents_.set_tape(after_.name, before_);
    }
    void redo() override {
        if (fits()) documents_.set_tape(before_.name, after_);
    }
    int id() const override { return gesture_; }
    bool mergeWith(const QUndoCommand* next) override {
        const auto* more = dynamic_cast<const TapeEditStep*>(next);
        if (more == nullptr || more->before_.name != after_.name) return false;
        after_ = more->after_;
        return true;
    }

  private:
    bool fits() const {
        if (documents_.outside_changes(path_) == outside_changes_) return true;
        documents_.tell_not_undone(path_);
        return false;
    }

    Documents& documents_;
    Tape before_;
    Tape after_;
    int gesture_;
    std::string path_;  ///< empty: it had no file yet
    int outside_changes_;
};

}  // namespace leap::studio
