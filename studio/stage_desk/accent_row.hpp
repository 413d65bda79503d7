// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPushButton>
#include <QWidget>

#include "studio/session/session.hpp"

namespace leap::studio {

/// The accents of a move or stance as words; one that is pressed off is left out of the run, and the script stays as it
/// is.
class AccentRow : public QWidget {
    Q_OBJECT

  public:
    explicit AccentRow(Session& session, QWidget* parent = nullptr);
    void show_machine(MachineId machine);
    const std::vector<QPushButton*>& buttons() const { return buttons_; }

  private:
    Session& session_;
    std::vector<QPushButton*> buttons_;
    std::vector<std::string> names_;  ///< "dash.zoom"
};

}  // namespace leap::studio
