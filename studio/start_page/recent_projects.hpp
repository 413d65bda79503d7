// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>

/// Folders of projects that were opened lately, newest first; kept in the user's settings.
namespace leap::studio::recent_projects {

QStringList folders();
/// This one was opened just now.
void note(const QString& folder);
/// It is no longer offered.
void forget(const QString& folder);

}  // namespace leap::studio::recent_projects
