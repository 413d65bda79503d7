// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "studio/main_window.hpp"
#include "studio/shared/picture_options.hpp"

namespace leap::studio {

/// Brings the window into the state that was asked for on the command line: desk, tape, view, cursor, selection.
/// Returns why it can't, or nothing.
QString show_as_asked(MainWindow& window, Session& session, const PictureOptions& options);

/// The same, and saves its picture. Returns why not, or nothing.
QString take_picture(MainWindow& window, Session& session, const PictureOptions& options);

/// Runs the event loop until no replay is under way any more and everything is painted.
void settle(Session& session, int longest_ms = 10000);

/// Writes a page about a tape (empty: the one in view): dials, path, curves, readings. Returns why it can't, or
/// nothing.
QString write_report(Session& session, const QString& tape, const QString& file);

}  // namespace leap::studio
