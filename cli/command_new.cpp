// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/project/starting_projects.hpp"

namespace leap::cli {

int make_project(const NewOptions& options) {
    const StartingProject* kind = find_starting_project(options.kind);
    if (kind == nullptr) return wrong_call;  // the argument parser has refused it
    const auto made = create_project(options.folder, *kind);
    if (!made) {
        complain(made.error());
        return problems;
    }
    fmt::print("{} created; open it with: easy-leap {}\n", options.folder, options.folder);
    return good;
}

}  // namespace leap::cli
