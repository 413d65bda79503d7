// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QApplication;

namespace leap::studio {

/// Paper and ink for the whole application.
void apply_theme(QApplication& application);

}  // namespace leap::studio
