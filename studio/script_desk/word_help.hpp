// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>
#include <string_view>

#include "core/script/program.hpp"

namespace leap::studio {

/// What a word means, as the language reference says it, or what the project's author wrote behind a dial. Empty for
/// words that nothing is known about.
QString word_help(std::string_view word, const Program* program);
/// Everything that can be completed to: words of the language, senses, functions, units and the project's names.
QStringList completion_words(const Program* program);

}  // namespace leap::studio
