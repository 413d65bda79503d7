// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/script/program.hpp"

/// What is known of a word, for whoever writes a script: editors' completion and hover, here and elsewhere. Everything
/// comes from the tables of words and from the program; nothing is said twice.
namespace leap {

/// What a word means, as the language reference says it, or what the project's author wrote behind a dial. Empty for
/// words that nothing is known about. `program` may be null.
std::string knowledge_of(std::string_view word, const Program* program);

enum class WordKind : std::uint8_t {
    language,  ///< move, phase, steer ...
    sense,
    function,
    unit,
    dial,
    machine,  ///< a stance, move or kind of fixture
    meter,
    button,
    curve,
    probe
};

struct KnownWord {
    std::string text;
    WordKind kind = WordKind::language;
};

/// Everything that can be completed to, by the alphabet, each once: words of the language, senses, functions, units and
/// the project's names. `program` may be null.
std::vector<KnownWord> known_words(const Program* program);

}  // namespace leap
