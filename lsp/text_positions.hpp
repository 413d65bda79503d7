// SPDX-License-Identifier: MIT
#pragma once

#include <nlohmann/json.hpp>

#include <cstdint>
#include <string>
#include <string_view>

#include "core/script/source.hpp"

/// Places in a text as the protocol counts them (lines from 0; columns in UTF-16 units, or in bytes where both sides
/// agree on that) and as the compiler does (bytes).
namespace leap::lsp {

using Json = nlohmann::json;

enum class ColumnUnit : std::uint8_t { utf16, bytes };

/// A position beyond a line's end counts as its end, one beyond the text as the text's.
std::uint32_t byte_at(std::string_view text, const Json& position, ColumnUnit unit);
Json position_of(std::string_view text, std::uint32_t byte, ColumnUnit unit);
Json range_of(std::string_view text, std::uint32_t begin, std::uint32_t end, ColumnUnit unit);

/// "file:///a/b%20c" as a path; empty for other schemes.
std::string path_of_uri(std::string_view uri);
std::string uri_of_path(const std::string& path);

}  // namespace leap::lsp
