// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QApplication;

namespace leap::studio {

enum class Paper { light, dark };

/// Paper and ink for the whole application. May be called again: every window follows.
void apply_theme(QApplication& application, Paper paper = Paper::light);

/// The paper that the user chose last.
Paper kept_paper();
void keep_paper(Paper paper);

}  // namespace leap::studio
