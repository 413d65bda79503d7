// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>

namespace leap::studio {

/// What words mean, by their colour; the words say it too. Follows the paper.
enum class Meaning { plain, quiet, holds, waiting, refused };
void set_meaning(QWidget& words, Meaning meaning);

/// A thin line across a sheet.
QWidget* hairline();

/// The heading of a part of a sheet.
QLabel* part_heading(const QString& text);

/// Words of several lines that can be selected and copied.
QLabel* wrapped_words();

}  // namespace leap::studio
