// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace CLI {
class App;
}

/// Completion and manuals, made from the commands themselves.
namespace leap::cli {

/// A script that completes commands and options in a shell: bash, zsh or fish; nothing for others.
std::optional<std::string> completion(const CLI::App& app, std::string_view shell);

/// A manual page (section 1).
std::string manual(const CLI::App& app, std::string_view version);

/// The same as Markdown: docs/commands.md.
std::string markdown(const CLI::App& app);

}  // namespace leap::cli
