// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/project/course_file.hpp"
#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"
#include "core/script/format.hpp"
#include "core/script/parse.hpp"

namespace leap::cli {

namespace {

using LaidOut = tl::expected<std::string, std::vector<std::string>>;

/// A file that is read and written again; what isn't read would be lost by that.
template <class Read, class Write>
LaidOut written_again(const std::string& file, const std::string& text, Read read, Write write) {
    std::vector<std::string> lost;
    const auto value = read(text, file, &lost);
    if (!value) return tl::make_unexpected(std::vector<std::string>{value.error()});
    if (lost.empty()) return write(*value);
    lost.push_back(fmt::format("{}: not formatted, because members that aren't known would be lost", file));
    return tl::make_unexpected(std::move(lost));
}

/// `own`: names that the scripts declare; see format().
LaidOut laid_out(const std::string& file, const std::string& text, const std::set<std::string>& own) {
    if (file.ends_with(".course.json")) return written_again(file, text, read_course, write_course);
    if (file.ends_with(".tape.json")) return written_again(file, text, read_tape, write_tape);
    if (!file.ends_with(".leap"))
        return tl::make_unexpected(std::vector<std::string>{fmt::format(
            "{}: leap format writes scripts (.leap), courses (.course.json) and tapes (.tape.json) only", file)});
    const ParseOutput parsed = parse(text, 0);
    if (!has_errors(parsed.diagnostics)) return format(text, own);
    const std::vector<SourceFile> sources{{file, text}};
    std::vector<std::string> messages;
    for (const Diagnostic& diagnostic : parsed.diagnostics) messages.push_back(diagnostic_text(diagnostic, sources));
    return tl::make_unexpected(messages);
}

}  // namespace

int format_files(const std::vector<std::string>& files) {
    int result = good;
    std::vector<SourceFile> scripts;
    for (const std::string& file : files)
        if (auto text = file.ends_with(".leap") ? read_file(file) : tl::make_unexpected(std::string()))
            scripts.push_back({file, std::move(*text)});
    const std::set<std::string> own = own_names(scripts);
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
        const auto after = laid_out(file, *text, own);
        if (!after) {
            for (const std::string& message : after.error()) wrong(message);
        } else if (*after != *text) {
            if (const auto written = write_file(file, *after); !written) {
                wrong(written.error());
            } else {
                fmt::print("{} formatted\n", file);
            }
        }
    }
    return result;
}

}  // namespace leap::cli
