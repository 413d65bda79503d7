// SPDX-License-Identifier: MIT
#pragma once

#include <fmt/format.h>

#include <cstdint>
#include <string>
#include <string_view>

namespace leap {

/// A hash over a row of texts (FNV-1a, G. Fowler, L. C. Noll, K.-P. Vo), the same on every machine. Texts are told
/// apart: "ab", "c" is another row than "a", "bc".
class TextHash {
  public:
    void add(std::string_view text) {
        for (const char c : text) add_byte(static_cast<unsigned char>(c));
        add_byte(0xffU);
    }
    /// 16 hexadecimal digits.
    std::string text() const { return fmt::format("{:016x}", value_); }

  private:
    void add_byte(unsigned byte) { value_ = (value_ ^ byte) * 0x100000001b3ULL; }

    std::uint64_t value_ = 0xcbf29ce484222325ULL;
};

}  // namespace leap
