// SPDX-License-Identifier: MIT
#include "core/script/rename.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <set>
#include <tuple>

#include "core/script/compile.hpp"
#include "core/script/token.hpp"

namespace leap {
namespace {

struct Before {
    bool operator()(SourceRange a, SourceRange b) const {
        return std::tuple(a.file, a.begin, a.end) < std::tuple(b.file, b.begin, b.end);
    }
};

bool is_one_name(const std::string& text) {
    const LexOutput read = lex(text, 0);
    return !has_errors(read.diagnostics) && read.tokens.size() == 2 && read.tokens[0].kind == TokenKind::name &&
           read.tokens[0].text == text;
}

/// For each use, which of the uses is its declaration: the same before and after a renaming that changes no meaning.
std::vector<std::size_t> meanings(const std::vector<NameUse>& names) {
    std::vector<std::size_t> out;
    out.reserve(names.size());
    for (const NameUse& use : names) {
        const auto found =
            std::find_if(names.begin(), names.end(), [&](const NameUse& n) { return n.range == use.declared; });
        out.push_back(static_cast<std::size_t>(found - names.begin()));
    }
    return out;
}

}  // namespace

std::optional<SourceRange> declaration_at(const Program& program, std::uint32_t file, std::uint32_t offset) {
    for (const NameUse& use : program.names)
        if (use.range.file == file && use.range.begin <= offset && offset <= use.range.end) return use.declared;
    return std::nullopt;
}

SourceRange name_of(const Program& program, const Phase& phase) {
    // The first name declared behind the word `phase`; names stand in the order of the text.
    const auto found = std::find_if(program.names.begin(), program.names.end(), [&](const NameUse& use) {
        return use.range == use.declared && use.range.file == phase.range.file && use.range.begin > phase.range.begin;
    });
    return found == program.names.end() ? phase.range : found->declared;
}

std::vector<SourceRange> places_of(const Program& program, SourceRange declared) {
    std::set<SourceRange, Before> meant{declared};
    std::set<SourceRange, Before> places;
    bool grew = true;
    while (grew) {
        const std::size_t before = meant.size() + places.size();
        for (const NameUse& use : program.names)
            if (meant.contains(use.declared)) places.insert(use.range);
        for (const NameUse& use : program.names)
            if (places.contains(use.range)) meant.insert(use.declared);
        grew = meant.size() + places.size() > before;
    }
    return {places.begin(), places.end()};
}

tl::expected<std::vector<SourceFile>, std::string> renamed(const Program& program, SourceRange declared,
                                                           const std::string& name) {
    if (!is_one_name(name))
        return tl::make_unexpected(
            fmt::format("expected a name, got \"{}\"; names are letters, digits and _, and begin with a letter", name));
    if (std::any_of(program.buttons.begin(), program.buttons.end(),
                    [&](const ButtonInfo& button) { return button.name_range == declared; }))
        return tl::make_unexpected(std::string(
            "tapes tell a button by its name, and would press nothing any more; give it another key instead"));
    std::vector<SourceFile> files = program.files;
    const std::vector<SourceRange> places = places_of(program, declared);
    for (auto place = places.rbegin(); place != places.rend(); ++place)
        files[place->file].text.replace(place->begin, place->end - place->begin, name);
    const CompileOutput after = compile_files(files);
    if (!after.program) return tl::make_unexpected(fmt::format("{} can't be its name: {}", name, first_error(after)));
    if (meanings(after.program->names) != meanings(program.names))
        return tl::make_unexpected(
            fmt::format("{} is the name of something else here, and some text would then mean that", name));
    return files;
}

}  // namespace leap
