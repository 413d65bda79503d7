// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QUndoCommand>

#include "studio/session/documents.hpp"

namespace leap::studio {

/// A tape more, or one less.
class TapeListStep : public QUndoCommand {
  public:
    enum class Change { added, taken_out };
    /// `in_view`: which tape is in view before.
    TapeListStep(Documents& documents, Change change, TapeEntry entry, std::string in_view, const QString& what)
        : QUndoCommand(what),
          documents_(documents),
          change_(change),
          entry_(std::move(entry)),
          in_view_(std::move(in_view)) {
        const auto& tapes = documents_.project().tapes;
        for (std::size_t i = 0; i < tapes.size(); ++i)
            if (tapes[i].tape.name == in_view_) at_ = i + (change == Change::added ? 1 : 0);
    }
    void undo() override {
        if (change_ == Change::added) {
            take_out();
        } else {
            put_in();
        }
        if (!in_view_.empty()) documents_.choose_tape(in_view_);
    }
    void redo() override {
        if (change_ == Change::added) {
            put_in();
            documents_.choose_tape(entry_.tape.name);
        } else {
            take_out();
        }
    }

  private:
    void put_in() { documents_.put_in_tape(entry_, at_); }
    void take_out() { std::tie(entry_, at_) = documents_.take_out_tape(entry_.tape.name); }

    Documents& documents_;
    Change change_;
    TapeEntry entry_;
    std::string in_view_;
    std::size_t at_ = 0;
};

}  // namespace leap::studio
