// SPDX-License-Identifier: MIT
#include "cli/report.hpp"

#include <fmt/format.h>

#include <cstdio>

#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"

namespace leap::cli {

void complain(const std::string& text) {
    fmt::print(stderr, "{}\n", text);
}

bool print_diagnostics(const CompileOutput& compiled) {
    for (const Diagnostic& diagnostic : compiled.diagnostics) complain(diagnostic_text(diagnostic, compiled.files));
    return !has_errors(compiled.diagnostics);
}

bool is_runnable(const Project& project) {
    for (const std::string& problem : project.problems) complain(problem);
    return print_diagnostics(project.compiled) && project.course && project.problems.empty();
}

bool can_write(std::initializer_list<std::string> files) {
    for (const std::string& file : files) {
        if (file.empty()) continue;
        if (const auto fine = check_writable(file); !fine) {
            complain(fine.error());
            return false;
        }
    }
    return true;
}

std::optional<Project> load_runnable(const std::string& path) {
    auto project = load_project(path);
    if (!project) {
        complain(project.error());
        return std::nullopt;
    }
    if (!is_runnable(*project)) return std::nullopt;
    return std::move(*project);
}

std::optional<Tape> find_tape(const Project& project, const std::string& name_or_file) {
    if (const TapeEntry* entry = project.find_tape(name_or_file)) return entry->tape;
    std::error_code error;
    if (std::filesystem::exists(name_or_file, error)) {
        const auto text = read_file(name_or_file);
        auto tape =
            text ? read_tape(*text, name_or_file) : tl::expected<Tape, std::string>(tl::make_unexpected(text.error()));
        if (tape) return std::move(*tape);
        complain(tape.error());
        return std::nullopt;
    }
    std::vector<std::string> names;
    for (const TapeEntry& entry : project.tapes) names.push_back(entry.tape.name);
    const std::string near = nearest_name(name_or_file, names);
    complain(fmt::format(
        "unknown tape \"{}\": the project has none of that name, and there is no such file{}; it has: {}", name_or_file,
        near.empty() ? "" : fmt::format("; did you mean '{}'?", near), fmt::join(names, ", ")));
    return std::nullopt;
}

std::string reading_line(const ReadingResult& reading) {
    const std::string value = reading.value ? quantity_text(*reading.value, reading.type.dimension) : reading.missing;
    std::string line = fmt::format("  {:<24} {:<14}", reading.name, value);
    if (const auto met = reading.met())
        line += fmt::format(" {} in {}..{}", *met ? "met   " : "MISSED",
                            quantity_text(*reading.low, reading.type.dimension),
                            quantity_text(*reading.high, reading.type.dimension));
    while (line.ends_with(' ')) line.pop_back();
    return line;
}

Prepared prepare(Project project) {
    Prepared out;
    out.program = std::move(*project.compiled.program);
    out.tuning = written_tuning(out.program);
    out.course = build_course(std::move(*project.course));
    return out;
}

}  // namespace leap::cli
