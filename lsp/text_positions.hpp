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
/// Positions of places that are asked for in their order: each goes on from the one before, so a whole text costs no
/// more than its length.
class PositionWalk {
  public:
    PositionWalk(std::string_view text, ColumnUnit unit) : text_(text), unit_(unit) {}
    /// `byte` must not lie before the one that was asked for last.
    void go_to(std::uint32_t byte);
    std::uint32_t line() const { return line_; }      ///< from 0
    std::uint32_t column() const { return column_; }  ///< in the walk's unit, from 0

  private:
    std::string_view text_;
    ColumnUnit unit_;
    std::uint32_t at_ = 0;
    std::uint32_t line_ = 0;
    std::uint32_t column_ = 0;
};

Json range_of(std::string_view text, std::uint32_t begin, std::uint32_t end, ColumnUnit unit);

/// "file:///a/b%20c" as a path; empty for other schemes.
std::string path_of_uri(std::string_view uri);
std::string uri_of_path(const std::string& path);

}  // namespace leap::lsp
