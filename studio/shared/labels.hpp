// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>

namespace leap::studio {

/// The heading of a part of a sheet.
QLabel* part_heading(const QString& text);

/// Words of several lines that can be selected and copied.
QLabel* wrapped_words();

}  // namespace leap::studio
