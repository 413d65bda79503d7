// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

class QApplication;

namespace leap::studio {

enum class Paper { light, dark };

/// Paper and ink for the whole application. May be called again: every window follows.
void apply_theme(QApplication& application, Paper paper = Paper::light);

/// While it lives, widgets are built without the application's sheet, and get it all at once when it ends. Else each is
/// polished anew, with all it holds, whenever it is given to a parent: a third of the time that the window took to
/// open.
class StyledAtOnce {
  public:
    StyledAtOnce();
    ~StyledAtOnce();
    StyledAtOnce(const StyledAtOnce&) = delete;
    StyledAtOnce& operator=(const StyledAtOnce&) = delete;

  private:
    QString sheet_;
};

/// The paper that the user chose last.
Paper kept_paper();
void keep_paper(Paper paper);

}  // namespace leap::studio
