// SPDX-License-Identifier: MIT
#include "core/script/phase_edit.hpp"

#include <fmt/format.h>

#include <algorithm>

#include "core/script/compile.hpp"
#include "core/script/format.hpp"
#include "core/script/old_words.hpp"
#include "core/script/rename.hpp"

namespace leap {
namespace {

/// Text that takes the place of a range.
struct Change {
    SourceRange range;
    std::string text;
};

const Phase& phase_at(const Program& program, PhasePlace place) {
    return program.machines[place.machine].phases[place.phase];
}

std::string_view text_in(const Program& program, SourceRange range) {
    return std::string_view(program.files[range.file].text).substr(range.begin, range.end - range.begin);
}

/// A range together with its line, where nothing else stands in it.
SourceRange with_its_line(const std::string& text, SourceRange range) {
    std::uint32_t begin = range.begin;
    std::uint32_t end = range.end;
    while (begin > 0 && text[begin - 1] == ' ') --begin;
    while (end < text.size() && text[end] == ' ') ++end;
    const bool alone = (begin == 0 || text[begin - 1] == '\n') && end < text.size() && text[end] == '\n';
    return alone ? SourceRange{range.file, begin, end + 1} : range;
}

/// Files that were laid out before stay so.
EditedFiles applied(const Program& program, std::vector<Change> changes) {
    std::vector<SourceFile> files = program.files;
    std::sort(changes.begin(), changes.end(), [](const Change& a, const Change& b) {
        return std::pair(a.range.file, a.range.begin) > std::pair(b.range.file, b.range.begin);
    });
    for (const Change& change : changes)
        files[change.range.file].text.replace(change.range.begin, change.range.end - change.range.begin, change.text);
    const std::set<std::string> own = own_names(program.files);
    for (std::size_t i = 0; i < files.size(); ++i)
        if (files[i].text != program.files[i].text && format(program.files[i].text, own) == program.files[i].text)
            files[i].text = format(files[i].text, own);
    const CompileOutput after = compile_files(files);
    if (after.program) return files;
    return tl::make_unexpected(first_error(after));
}

/// What a way, read for itself, begins with: only whole ways may be put in.
bool is_one_way(const std::string& way) {
    const auto begins = [&](std::string_view word) {
        return way.compare(0, word.size(), word) == 0 && (way.size() == word.size() || way[word.size()] == ' ');
    };
    return (begins("go") || begins("end") || begins("fail")) && way.find_first_of("{}\n") == std::string::npos;
}

tl::expected<void, std::string> check_way(const std::string& way) {
    if (is_one_way(way)) return {};
    return tl::make_unexpected(
        fmt::format("expected a transition, got \"{}\"; write go PHASE when ..., end when ... or fail when ...", way));
}

}  // namespace

EditedFiles with_phase_added(const Program& program, PhasePlace behind, const std::string& name) {
    const Machine& machine = program.machines[behind.machine];
    if (program.find_phase(behind.machine, name))
        return tl::make_unexpected(fmt::format("{} has a phase called {} already", machine.name, name));
    const SourceRange range = phase_at(program, behind).range;
    return applied(program,
                   {{{range.file, range.end, range.end}, fmt::format("\n  phase {} for 0.2 s {{\n  }}", name)}});
}

EditedFiles with_phase_removed(const Program& program, PhasePlace place) {
    const Machine& machine = program.machines[place.machine];
    const Phase& phase = phase_at(program, place);
    if (machine.phases.size() < 2)
        return tl::make_unexpected(
            fmt::format("{} is the only phase of {}; a move needs one", phase.name, machine.name));
    std::vector<Change> changes{{with_its_line(program.files[phase.range.file].text, phase.range), ""}};
    for (const SourceRange use : places_of(program, name_of(program, phase))) {
        const bool inside =
            use.file == phase.range.file && use.begin >= phase.range.begin && use.end <= phase.range.end;
        if (inside) continue;
        const std::string& text = program.files[use.file].text;
        const std::size_t go = text.rfind("go", use.begin);
        const bool is_way = go != std::string::npos && text.find_first_not_of(' ', go + 2) == use.begin;
        if (!is_way)
            return tl::make_unexpected(fmt::format("{} is spoken of elsewhere, in {}:{}", phase.name,
                                                   program.files[use.file].path, line_column(text, use.begin).line));
        changes.push_back({{use.file, static_cast<std::uint32_t>(go), use.end}, "end"});
    }
    return applied(program, std::move(changes));
}

EditedFiles with_way_added(const Program& program, PhasePlace place, const std::string& way) {
    if (const auto fine = check_way(way); !fine) return tl::make_unexpected(fine.error());
    const SourceRange range = phase_at(program, place).range;
    std::string_view text = text_in(program, range);
    std::uint32_t at = range.end - 1;  // its closing brace
    while (at > range.begin && text[at - 1 - range.begin] == ' ') --at;
    const bool own_line = text[at - 1 - range.begin] == '\n';
    return applied(program,
                   {{{range.file, at, range.end - 1}, fmt::format("{}    {}\n  ", own_line ? "" : "\n", way)}});
}

EditedFiles with_way_changed(const Program& program, PhasePlace place, std::size_t way, const std::string& text) {
    const Transition& before = phase_at(program, place).transitions[way];
    if (text.empty())
        return applied(program, {{with_its_line(program.files[before.range.file].text, before.range), ""}});
    if (const auto fine = check_way(text); !fine) return tl::make_unexpected(fine.error());
    return applied(program, {{before.range, text}});
}

}  // namespace leap
