// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTableWidget>

namespace leap::studio {

/// A table that is read and clicked, not edited: hairline head, no grid, one row selected at a time. `name`: for
/// assistive tools.
QTableWidget* plain_table(const QString& name);

}  // namespace leap::studio
