// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <string_view>

namespace leap::link {

/// Messages as they come over a stream: one a line.
class LineReader {
  public:
    void feed(std::string_view bytes) { waiting_ += bytes; }

    /// The next whole line without its end; nothing while none has come whole. `longest`: bytes that a line may have.
    std::optional<std::string> next(std::size_t longest);

    /// A line was longer than that: the stream is lost.
    bool broken() const { return broken_; }

  private:
    std::string waiting_;
    std::size_t begin_ = 0;      ///< in `waiting_`: of the next line
    std::size_t looked_at_ = 0;  ///< up to here there is no end of it
    bool broken_ = false;
};

}  // namespace leap::link
