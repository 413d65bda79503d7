// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/project/course_file.hpp"
#include "core/project/file_io.hpp"
#include "core/script/format.hpp"
#include "core/script/parse.hpp"

namespace leap::cli {

namespace {

tl::expected<std::string, std::vector<std::string>> laid_out(const std::string& file, const std::string& text) {
    if (file.ends_with(".course.json")) {
        const auto plan = read_course(text, file);
        if (!plan) return tl::make_unexpected(std::vector<std::string>{plan.error()});
        return write_course(*plan);
    }
    if (!file.ends_with(".leap"))
        return tl::make_unexpected(std::vector<std::string>{
            fmt::format("{}: only scripts (.leap) and courses (.course.json) are laid out{}", file,
                        file.ends_with(".tape.json") ? "; tapes are written by the program" : "")});
    const ParseOutput parsed = parse(text, 0);
    if (!has_errors(parsed.diagnostics)) return format(text);
    const std::vector<SourceFile> sources{{file, text}};
    std::vector<std::string> messages;
    for (const Diagnostic& diagnostic : parsed.diagnostics) messages.push_back(diagnostic_text(diagnostic, sources));
    return tl::make_unexpected(messages);
}

}  // namespace

int format_files(const std::vector<std::string>& files) {
    int result = good;
    const auto wrong = [&](const std::string& message) {
        complain(message);
        result = problems;
    };
    for (const std::string& file : files) {
        const auto text = read_file(file);
        if (!text) {
            wrong(text.error());
            continue;
        }
        const auto after = laid_out(file, *text);
        if (!after) {
            for (const std::string& message : after.error()) wrong(message);
        } else if (*after != *text) {
            if (const auto written = write_file(file, *after); !written) {
                wrong(written.error());
            } else {
                fmt::print("{} laid out\n", file);
            }
        }
    }
    return result;
}

int make_project(const std::string& folder) {
    const auto made = create_project(folder);
    if (!made) {
        complain(made.error());
        return problems;
    }
    fmt::print("{} made; open it with: easy-leap {}\n", folder, folder);
    return good;
}

}  // namespace leap::cli
