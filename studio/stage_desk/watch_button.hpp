// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QKeyEvent>
#include <QToolButton>

#include "studio/session/session.hpp"

namespace leap::studio {

/// Watches the run in view: a press plays it back from the cursor, or holds it; beside it a list of speeds, the loop
/// and taking over.
class WatchButton : public QToolButton {
    Q_OBJECT

  public:
    explicit WatchButton(Session& session, QWidget* parent = nullptr);
    /// Keys of the desk that belong to watching: Space, comma and full stop, brackets, L, Shift+Enter. False for
    /// others.
    bool take_key(const QKeyEvent& event);

  signals:
    void problem(const QString& text);

  private:
    void refresh();
    void fill_menu(QMenu& menu);
    void toggle();
    void set_faster(int steps);
    void loop_from_here(bool from);
    void take_over();

    Session& session_;
};

}  // namespace leap::studio
