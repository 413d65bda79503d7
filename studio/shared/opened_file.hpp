// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <string>

namespace leap::studio {

/// What is to be shown when somebody opens a file of a project, by a double click or on the command line.
struct OpenedFile {
    QString project;     ///< its folder; as it was given when no project holds the file
    QString desk;        ///< empty: whichever
    std::string script;  ///< relative to the project's folder; empty: none
    QString tape;        ///< its name; empty: none
};

/// A folder or a project file is opened as it is; a script, tape, course, trial or rehearsal with the nearest project
/// above it.
OpenedFile opened_file(const QString& path);

}  // namespace leap::studio
