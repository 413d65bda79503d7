// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <string_view>

/// Messages of the protocol as they come over a stream: a head with their length, an empty line, their text.
namespace leap::lsp {

class Framing {
  public:
    /// Longer messages are skipped, and said to be too long.
    static constexpr std::size_t max_message = 64U << 20U;

    void feed(std::string_view bytes) { waiting_ += bytes; }

    struct Message {
        std::string text;
        bool too_long = false;  ///< it was skipped
    };
    /// The next whole one; nothing while it hasn't come whole.
    std::optional<Message> next();

    /// What came can't be a message's head: the stream is lost.
    bool broken() const { return broken_; }

  private:
    std::string waiting_;
    std::size_t skip_ = 0;  ///< bytes of a message that is too long
    bool broken_ = false;
};

std::string framed(std::string_view text);

}  // namespace leap::lsp
