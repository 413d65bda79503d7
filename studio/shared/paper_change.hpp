// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <functional>

namespace leap::studio {

/// Calls `done` each time the other paper is laid on the table, for what keeps colours with its contents (rows of
/// lists and tables, rich text). What is painted needs no telling. It ends with `widget`.
void when_paper_changes(QWidget& widget, std::function<void()> done);

}  // namespace leap::studio
