// SPDX-License-Identifier: MIT
#include "lsp/editor_files.hpp"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <nlohmann/json.hpp>

#include "core/script/word_knowledge.hpp"

namespace leap::lsp {
namespace {

using OrderedJson = nlohmann::ordered_json;

std::vector<std::string> words_of(std::initializer_list<WordKind> kinds) {
    std::vector<std::string> out;
    for (const KnownWord& word : known_words(nullptr)) {
        const bool plain = word.text.find_first_not_of("abcdefghijklmnopqrstuvwxyz_") == std::string::npos;
        if (plain && std::find(kinds.begin(), kinds.end(), word.kind) != kinds.end()) out.push_back(word.text);
    }
    return out;
}

constexpr const char* units = "km|cm|mm|m|ms|s|h|frames|deg|rad|turns|kg|t|kN|Nm|N";

std::string textmate_grammar() {
    const auto any_of = [](const std::vector<std::string>& words) {
        return fmt::format("\\b({})\\b", fmt::join(words, "|"));
    };
    const auto rule = [](const char* name, const std::string& match) {
        return OrderedJson{{"name", name}, {"match", match}};
    };
    OrderedJson out;
    out["name"] = "Easy Leap";
    out["scopeName"] = "source.leap";
    out["fileTypes"] = {"leap"};
    out["patterns"] = {
        rule("comment.line.number-sign.leap", "#.*$"),
        OrderedJson{{"name", "string.quoted.double.leap"}, {"begin", "\""}, {"end", "\"|$"}},
        OrderedJson{
            {"match", fmt::format("\\b(\\d+(?:\\.\\d+)?)(?:\\s*((?:{})\\b(?:[/^]\\w+)*|%))?", units)},
            {"captures", {{"1", {{"name", "constant.numeric.leap"}}}, {"2", {{"name", "keyword.other.unit.leap"}}}}}},
        rule("keyword.control.leap", any_of(words_of({WordKind::language}))),
        rule("support.function.leap", any_of(words_of({WordKind::sense, WordKind::function})))};
    return out.dump(2) + "\n";
}

std::string vim_syntax() {
    const auto rows = [](const char* group, const std::vector<std::string>& words) {
        std::string out;
        for (std::size_t i = 0; i < words.size(); i += 10) {
            const auto end = words.begin() + static_cast<std::ptrdiff_t>(std::min(words.size(), i + 10));
            out += fmt::format("syntax keyword {} {}\n", group,
                               fmt::join(words.begin() + static_cast<std::ptrdiff_t>(i), end, " "));
        }
        return out;
    };
    return fmt::format(R"(" SPDX-License-Identifier: MIT
" Made by leap editor-files.
if exists("b:current_syntax") | finish | endif
{}{}syntax match leapNumber /\<\d\+\(\.\d\+\)\?\>/
syntax match leapUnit /\(\d\s*\)\@<=\({}\)\>\([\/^]\w\+\)*\|\(\d\s*\)\@<=%/
syntax region leapString start=/"/ end=/"/ oneline
syntax match leapComment /#.*$/
highlight default link leapWord Statement
highlight default link leapSense Function
highlight default link leapNumber Number
highlight default link leapUnit Type
highlight default link leapString String
highlight default link leapComment Comment
let b:current_syntax = "leap"
)",
                       rows("leapWord", words_of({WordKind::language})),
                       rows("leapSense", words_of({WordKind::sense, WordKind::function})), [] {
                           std::string out;
                           for (const char* c = units; *c != '\0'; ++c)
                               out += *c == '|' ? std::string("\\|") : std::string(1, *c);
                           return out;
                       }());
}

}  // namespace

std::vector<EditorFile> editor_files() {
    return {{"leap.tmLanguage.json", textmate_grammar()},
            {"vim/ftdetect/leap.vim",
             "\" SPDX-License-Identifier: MIT\nautocmd BufRead,BufNewFile *.leap setfiletype leap\n"},
            {"vim/ftplugin/leap.vim",
             "\" SPDX-License-Identifier: MIT\nsetlocal commentstring=#\\ %s shiftwidth=2 softtabstop=2 expandtab\n"},
            {"vim/syntax/leap.vim", vim_syntax()}};
}

}  // namespace leap::lsp
