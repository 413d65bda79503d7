// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QUndoCommand>

#include "studio/session/documents.hpp"

namespace leap::studio {

/// One change of a text. Keeps what differs, not the whole text twice.
class TextEditStep : public QUndoCommand {
  public:
    TextEditStep(Documents& documents, std::string path, const std::string& before, const std::string& after,
                 const QString& what, int gesture);
    void undo() override;
    void redo() override;
    int id() const override { return gesture_; }
    bool mergeWith(const QUndoCommand* next) override;

  private:
    void take(const std::string& before, const std::string& after);
    /// Whether the text is the one that it was a step of; else it says why not.
    bool fits() const;
    std::string replaced(std::size_t length, const std::string& by) const;

    Documents& documents_;
    std::string path_;
    std::size_t at_ = 0;
    std::string removed_;
    std::string inserted_;
    int gesture_;
    int outside_changes_;
};

}  // namespace leap::studio
