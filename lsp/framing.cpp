// SPDX-License-Identifier: MIT
#include "lsp/framing.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>

namespace leap::lsp {
namespace {

constexpr std::size_t max_head = 4096;

/// The length that a head says; nothing when it says none that is one.
std::optional<std::size_t> length_in(std::string_view head) {
    constexpr std::string_view name = "content-length:";
    while (!head.empty()) {
        const std::size_t end = std::min(head.find("\r\n"), head.size());
        std::string line(head.substr(0, end));
        head.remove_prefix(std::min(head.size(), end + 2));
        std::transform(line.begin(), line.end(), line.begin(), [](unsigned char c) { return std::tolower(c); });
        if (!line.starts_with(name)) continue;
        const std::size_t first = line.find_first_not_of(" \t", name.size());
        if (first == std::string::npos) return std::nullopt;
        std::size_t length = 0;
        const auto read = std::from_chars(line.data() + first, line.data() + line.size(), length);
        if (read.ec != std::errc{}) return std::nullopt;
        return length;
    }
    return std::nullopt;
}

}  // namespace

std::optional<Framing::Message> Framing::next() {
    if (broken_) return std::nullopt;
    if (skip_ > 0) {
        const std::size_t now = std::min(skip_, waiting_.size());
        waiting_.erase(0, now);
        skip_ -= now;
        if (skip_ > 0) return std::nullopt;
    }
    const std::size_t end = waiting_.find("\r\n\r\n");
    if (end == std::string::npos || end > max_head) {
        broken_ = waiting_.size() > max_head;
        return std::nullopt;
    }
    const auto length = length_in(std::string_view(waiting_).substr(0, end));
    if (!length) {
        broken_ = true;
        return std::nullopt;
    }
    if (*length > max_message) {
        waiting_.erase(0, end + 4);
        skip_ = *length;
        return Message{{}, true};
    }
    if (waiting_.size() < end + 4 + *length) return std::nullopt;
    Message out{waiting_.substr(end + 4, *length), false};
    waiting_.erase(0, end + 4 + *length);
    return out;
}

std::string framed(std::string_view text) {
    return fmt::format("Content-Length: {}\r\n\r\n{}", text.size(), text);
}

}  // namespace leap::lsp
