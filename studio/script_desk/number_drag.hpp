// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <optional>

#include "core/script/number_edit.hpp"
#include "studio/session/session.hpp"

class QMouseEvent;

namespace leap::studio {

class ScriptEditor;

/// Turns the number under the pointer while Ctrl is held and the mouse is dragged sideways, with Shift ten times finer.
/// The text changes as the mouse moves, and the stage follows; one drag is one undo step.
class NumberDrag : public QObject {
  public:
    NumberDrag(Session& session, ScriptEditor& editor);

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    std::optional<NumberPlace> number_under(const QMouseEvent& event) const;
    void turn(double x, bool fine);

    Session& session_;
    ScriptEditor& editor_;
    std::optional<NumberPlace> number_;  ///< being turned, as it was when the drag began
    std::string text_;                   ///< of the file, at that time
    double x_ = 0.0;
    double share_ = 0.0;
    int gesture_ = 0;
};

}  // namespace leap::studio
