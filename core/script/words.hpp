// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/script/statement.hpp"

/// All words of the language, for those who ask by word: recovery and hints of the parser, completion, hover, colours.
namespace leap {

/// What begins a statement at a place, each once: the statements of its own, then effects and accents.
std::vector<std::string_view> words_at(StatementPlace place);

/// Whether a word belongs to the language itself: move, phase, steer, gain ... Old words count, too (see
/// old_words.hpp); senses and functions are not among them.
bool is_language_word(std::string_view word);

/// How statements that begin with a word are written, and what they mean, in one line each; empty for other words.
std::string word_help(std::string_view word);

/// Every word of the language that is written today, in no particular order.
std::vector<std::string_view> language_words();

}  // namespace leap
