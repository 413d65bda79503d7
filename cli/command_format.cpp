// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/project/file_io.hpp"
#include "core/script/format.hpp"
#include "core/script/parse.hpp"

namespace leap::cli {

int format_files(const std::vector<std::string>& files) {
    int result = good;
    for (const std::string& file : files) {
        const auto text = read_file(file);
        if (!text) {
            complain(text.error());
            result = problems;
            continue;
        }
        const ParseOutput parsed = parse(*text, 0);
        if (has_errors(parsed.diagnostics)) {
            const std::vector<SourceFile> sources{{file, *text}};
            for (const Diagnostic& diagnostic : parsed.diagnostics) complain(diagnostic_text(diagnostic, sources));
            result = problems;
            continue;
        }
        const std::string laid_out = format(*text);
        if (laid_out == *text) continue;
        if (const auto written = write_file(file, laid_out); !written) {
            complain(written.error());
            result = problems;
            continue;
        }
        fmt::print("{} laid out\n", file);
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
