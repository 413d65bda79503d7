// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>

#include "studio/session/session.hpp"

namespace leap::studio {

class StageDesk;

/// What the stage, the score and the sheet can show or hide, as entries of the Show menu. Shortcuts go to `window`.
void fill_stage_menu(QMenu& menu, QWidget& window, StageDesk& desk, Session& session);

}  // namespace leap::studio
