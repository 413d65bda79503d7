// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace leap {

/// Runs a program that is found on the path, in a folder, without a shell, and gives what it prints. Says why not:
/// there is no such program, or what it said when it ended with another code than 0.
tl::expected<std::string, std::string> run_command(const std::vector<std::string>& words,
                                                   const std::filesystem::path& folder);

}  // namespace leap
