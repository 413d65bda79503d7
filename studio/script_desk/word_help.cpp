// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/word_help.hpp"

#include "core/script/word_knowledge.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {

QString word_help(std::string_view word, const Program* program) {
    return to_qt(knowledge_of(word, program));
}

QStringList completion_words(const Program* program) {
    QStringList list;
    for (const KnownWord& word : known_words(program)) list << to_qt(word.text);
    return list;
}

}  // namespace leap::studio
