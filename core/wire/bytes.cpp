// SPDX-License-Identifier: MIT
#include "core/wire/bytes.hpp"

#include <algorithm>
#include <cstring>

namespace leap {
namespace {

/// Shorter runs of equal bytes cost more than they save.
constexpr std::size_t min_equal_run = 3;

std::uint8_t byte_at(std::span<const std::uint8_t> bytes, std::size_t i) {
    return i < bytes.size() ? bytes[i] : std::uint8_t{0};
}

/// The first place from `at` on at which the two differ; now.size(): none. By eight at a time, most of a state stays.
std::size_t equal_until(std::span<const std::uint8_t> base, std::span<const std::uint8_t> now, std::size_t at) {
    const std::size_t both = std::min(base.size(), now.size());
    std::uint64_t a = 0;
    std::uint64_t b = 0;
    for (; at + sizeof a <= both; at += sizeof a) {
        std::memcpy(&a, base.data() + at, sizeof a);
        std::memcpy(&b, now.data() + at, sizeof b);
        if (a != b) break;
    }
    while (at < now.size() && now[at] == byte_at(base, at)) ++at;
    return at;
}

}  // namespace

/// Layout: again and again the length of an equal run, the length of a changed run, and that one's bytes.
Bytes changes_since(std::span<const std::uint8_t> base, std::span<const std::uint8_t> now) {
    ByteWriter write;
    std::size_t at = 0;
    while (at < now.size()) {
        const std::size_t equal_from = at;
        at = equal_until(base, now, at);
        if (at == now.size()) break;
        const std::size_t changed_from = at;
        std::size_t equal = 0;
        for (; at < now.size() && equal < min_equal_run; ++at) equal = now[at] == byte_at(base, at) ? equal + 1 : 0;
        at -= equal;
        write.count(changed_from - equal_from);
        write.count(at - changed_from);
        write.raw(now.subspan(changed_from, at - changed_from));
    }
    return write.take();
}

bool apply_changes(std::span<const std::uint8_t> base, std::span<const std::uint8_t> changes, std::size_t size,
                   Bytes& out) {
    out.assign(size, 0);
    std::copy_n(base.begin(), std::min(base.size(), size), out.begin());
    ByteReader read(changes);
    std::size_t at = 0;
    while (read.left() > 0) {
        const std::uint64_t equal = read.count();
        const std::uint64_t changed = read.count();
        if (!read.ok() || equal > size - at || changed > size - at - equal) return false;
        at += static_cast<std::size_t>(equal);
        const auto bytes = read.raw(changed);
        if (!read.ok()) return false;
        std::copy(bytes.begin(), bytes.end(), out.begin() + static_cast<std::ptrdiff_t>(at));
        at += bytes.size();
    }
    return true;
}

}  // namespace leap
