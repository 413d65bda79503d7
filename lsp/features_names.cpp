// SPDX-License-Identifier: MIT
#include <algorithm>

#include "core/script/rename.hpp"
#include "core/script/word_knowledge.hpp"
#include "lsp/features.hpp"

namespace leap::lsp {
namespace {

Json location(const Compiled& project, const Program& program, SourceRange range, ColumnUnit unit) {
    return {{"uri", uri_of_path((project.folder / program.files[range.file].path).lexically_normal().generic_string())},
            {"range", range_of(program.files[range.file].text, range.begin, range.end, unit)}};
}

std::string name_in(const Program& program, SourceRange range) {
    return program.files[range.file].text.substr(range.begin, range.end - range.begin);
}

/// While the text has errors its places are not those of the last program, but its names mostly are.
std::optional<SourceRange> declared_by_name(const Program& program, std::string_view word) {
    const std::string_view last = word.substr(word.find_last_of('.') + 1);
    for (const NameUse& use : program.names)
        if (use.range == use.declared && name_in(program, use.range) == last) return use.declared;
    return std::nullopt;
}

std::optional<SourceRange> declared_at(const Asked& asked, std::uint32_t byte) {
    if (asked.program() != nullptr) return declaration_at(*asked.program(), *asked.file, byte);
    const Program* older = asked.any_program();
    const WordAt word = word_at(asked.text, byte);
    return older == nullptr || word.text.empty() ? std::nullopt : declared_by_name(*older, word.text);
}

}  // namespace

Json hover_at(const Asked& asked, std::uint32_t byte) {
    WordAt word = word_at(asked.text, byte);
    std::string help = word.text.empty() ? std::string() : knowledge_of(word.text, asked.any_program());
    if (help.empty() && word.text.find('.') != std::string::npos) {
        // The part of "hop.rise_up" that the caret is on.
        while (word.text.find('.') != std::string::npos) {
            const auto point = static_cast<std::uint32_t>(word.text.find('.'));
            const bool first = byte <= word.begin + point;
            word.text = first ? word.text.substr(0, point) : word.text.substr(point + 1);
            if (first)
                word.end = word.begin + point;
            else
                word.begin += point + 1;
            if (first) break;
        }
        help = knowledge_of(word.text, asked.any_program());
    }
    if (help.empty()) return nullptr;
    return {{"contents", {{"kind", "plaintext"}, {"value", help}}},
            {"range", range_of(asked.text, word.begin, word.end, asked.unit)}};
}

Json definition_at(const Asked& asked, std::uint32_t byte) {
    const auto declared = declared_at(asked, byte);
    if (!declared) return nullptr;
    return location(*asked.project, *asked.any_program(), *declared, asked.unit);
}

Json references_at(const Asked& asked, std::uint32_t byte, bool with_declaration) {
    if (asked.program() == nullptr) return nullptr;
    const auto declared = declaration_at(*asked.program(), *asked.file, byte);
    if (!declared) return nullptr;
    Json out = Json::array();
    for (const SourceRange& place : places_of(*asked.program(), *declared))
        if (with_declaration || place != *declared)
            out.push_back(location(*asked.project, *asked.program(), place, asked.unit));
    return out;
}

Json highlights_at(const Asked& asked, std::uint32_t byte) {
    if (asked.program() == nullptr) return nullptr;
    const auto declared = declaration_at(*asked.program(), *asked.file, byte);
    if (!declared) return nullptr;
    Json out = Json::array();
    for (const SourceRange& place : places_of(*asked.program(), *declared))
        if (place.file == *asked.file) out.push_back({{"range", asked.range(place)}});
    return out;
}

Json rename_range_at(const Asked& asked, std::uint32_t byte) {
    if (asked.program() == nullptr) return nullptr;
    const auto declared = declaration_at(*asked.program(), *asked.file, byte);
    if (!declared) return nullptr;
    for (const SourceRange& place : places_of(*asked.program(), *declared))
        if (place.file == *asked.file && place.begin <= byte && byte <= place.end)
            return {{"range", asked.range(place)}, {"placeholder", name_in(*asked.program(), place)}};
    return nullptr;
}

tl::expected<Json, std::string> renaming(const Asked& asked, std::uint32_t byte, const std::string& name) {
    if (asked.program() == nullptr)
        return tl::make_unexpected(std::string("the script has errors: fix them before you rename"));
    const Program& program = *asked.program();
    const auto declared = declaration_at(program, *asked.file, byte);
    if (!declared) return tl::make_unexpected(std::string("there is no name of the project"));
    const auto files = renamed(program, *declared, name);
    if (!files) return tl::make_unexpected(files.error());
    Json changes = Json::object();
    for (const SourceRange& place : places_of(program, *declared)) {
        const Json at = location(*asked.project, program, place, asked.unit);
        changes[at["uri"].get<std::string>()].push_back({{"range", at["range"]}, {"newText", name}});
    }
    return Json{{"changes", changes}};
}

Json workspace_symbols(const Compiled& project, std::string_view query, ColumnUnit unit) {
    Json out = Json::array();
    const Program* program = project.program ? project.program.get() : project.last_good.get();
    if (program == nullptr) return out;
    const auto lower = [](std::string text) {
        std::transform(text.begin(), text.end(), text.begin(), [](unsigned char c) { return std::tolower(c); });
        return text;
    };
    const std::string wanted = lower(std::string(query));
    for (const NameUse& use : program->names) {
        if (use.range != use.declared) continue;
        const std::string name = name_in(*program, use.range);
        if (lower(name).find(wanted) == std::string::npos) continue;
        constexpr int symbol_variable = 13;
        out.push_back(
            {{"name", name}, {"kind", symbol_variable}, {"location", location(project, *program, use.range, unit)}});
    }
    return out;
}

}  // namespace leap::lsp
