// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <string>
#include <string_view>
#include <tl/expected.hpp>

namespace leap {

/// The bytes of a file, or a sentence that names the file and says why it can't be read.
tl::expected<std::string, std::string> read_file(const std::filesystem::path& path);

/// Replaces a file whole or not at all: writes beside it, flushes to the disk, renames. Says why when it can't.
tl::expected<void, std::string> write_file(const std::filesystem::path& path, std::string_view bytes);

/// Whether write_file() could put a file there now; to be asked before long work. Leaves nothing behind.
tl::expected<void, std::string> check_writable(const std::filesystem::path& path);

}  // namespace leap
