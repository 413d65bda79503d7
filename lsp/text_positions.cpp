// SPDX-License-Identifier: MIT
#include "lsp/text_positions.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>

namespace leap::lsp {
namespace {

/// UTF-16 units of the sign that begins with a byte; bytes that go on with one have none.
std::uint32_t units_of(char letter) {
    const auto byte = static_cast<unsigned char>(letter);
    if ((byte & 0xC0U) == 0x80U) return 0;
    return byte >= 0xF0U ? 2 : 1;
}

std::uint32_t number_of(const Json& position, const char* name) {
    if (!position.is_object()) return 0;
    const auto found = position.find(name);
    if (found == position.end() || !found->is_number_integer()) return 0;
    constexpr std::int64_t most = 0x7fffffff;
    return static_cast<std::uint32_t>(std::clamp<std::int64_t>(found->get<std::int64_t>(), 0, most));
}

}  // namespace

std::uint32_t byte_at(std::string_view text, const Json& position, ColumnUnit unit) {
    const std::uint32_t line = number_of(position, "line");
    const std::uint32_t column = number_of(position, "character");
    std::uint32_t at = line_begin(text, line + 1);
    std::uint32_t units = 0;
    while (at < text.size() && text[at] != '\n' && text[at] != '\r') {
        if (units >= column) break;
        units += unit == ColumnUnit::bytes ? 1 : units_of(text[at]);
        ++at;
        // Not between the bytes of one sign.
        while (unit == ColumnUnit::utf16 && at < text.size() && units_of(text[at]) == 0) ++at;
    }
    return at;
}

Json position_of(std::string_view text, std::uint32_t byte, ColumnUnit unit) {
    const LineColumn place = line_column(text, byte);
    const std::uint32_t begin = line_begin(text, place.line);
    std::uint32_t units = 0;
    for (std::uint32_t i = begin; i < byte && i < text.size(); ++i)
        units += unit == ColumnUnit::bytes ? 1 : units_of(text[i]);
    return {{"line", place.line - 1}, {"character", units}};
}

void PositionWalk::go_to(std::uint32_t byte) {
    for (; at_ < byte && at_ < text_.size(); ++at_) {
        if (text_[at_] == '\n') {
            ++line_;
            column_ = 0;
        } else {
            column_ += unit_ == ColumnUnit::bytes ? 1 : units_of(text_[at_]);
        }
    }
}

Json range_of(std::string_view text, std::uint32_t begin, std::uint32_t end, ColumnUnit unit) {
    return {{"start", position_of(text, begin, unit)}, {"end", position_of(text, std::max(begin, end), unit)}};
}

std::string path_of_uri(std::string_view uri) {
    constexpr std::string_view scheme = "file://";
    if (!uri.starts_with(scheme)) return {};
    uri.remove_prefix(scheme.size());
    if (uri.starts_with("localhost/")) uri.remove_prefix(9);
    std::string out;
    const auto digit = [](char c) -> int {
        if (c >= '0' && c <= '9') return c - '0';
        if (c >= 'a' && c <= 'f') return c - 'a' + 10;
        return c >= 'A' && c <= 'F' ? c - 'A' + 10 : -1;
    };
    for (std::size_t i = 0; i < uri.size(); ++i) {
        const bool coded = uri[i] == '%' && i + 2 < uri.size() && digit(uri[i + 1]) >= 0 && digit(uri[i + 2]) >= 0;
        if (!coded) {
            out += uri[i];
            continue;
        }
        out += static_cast<char>(digit(uri[i + 1]) * 16 + digit(uri[i + 2]));
        i += 2;
    }
    return out;
}

std::string uri_of_path(const std::string& path) {
    std::string out = "file://";
    for (const char letter : path) {
        const auto byte = static_cast<unsigned char>(letter);
        const bool plain = std::isalnum(byte) != 0 || std::string_view("/-._~").find(letter) != std::string_view::npos;
        if (plain) {
            out += letter;
        } else {
            out += fmt::format("%{:02X}", byte);
        }
    }
    return out;
}

}  // namespace leap::lsp
