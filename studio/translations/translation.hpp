// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>

/// The language of the window. Its texts are English in the code; other languages are files beside this one.
namespace leap::studio {

/// The languages that the window has, as two letters: "en", "de".
QStringList window_languages();

/// The window's texts, and those of Qt's own dialogs, are in that language from now on; empty: in the system's. A
/// language that the window doesn't have is English. Call it before widgets are made. Scripts, numbers and units stay
/// as they are.
void use_language(const QString& language);

}  // namespace leap::studio
