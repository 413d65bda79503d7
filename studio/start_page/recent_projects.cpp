// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/start_page/recent_projects.hpp"

#include <QDir>
#include <QSettings>

namespace leap::studio::recent_projects {

namespace {
constexpr qsizetype most = 12;  ///< older ones are forgotten
constexpr const char* key = "projects/recent";
}  // namespace

QStringList folders() {
    return QSettings().value(key).toStringList();
}

void note(const QString& folder) {
    const QString full = QDir(folder).absolutePath();
    QStringList known = folders();
    known.removeAll(full);
    known.prepend(full);
    while (known.size() > most) known.removeLast();
    QSettings().setValue(key, known);
}

void forget(const QString& folder) {
    QStringList known = folders();
    known.removeAll(folder);
    QSettings().setValue(key, known);
}

}  // namespace leap::studio::recent_projects
