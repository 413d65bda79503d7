// SPDX-License-Identifier: MIT
#include "link/line_reader.hpp"

namespace leap::link {

std::optional<std::string> LineReader::next(std::size_t longest) {
    if (broken_) return std::nullopt;
    const std::size_t end = waiting_.find('\n', looked_at_);
    const std::size_t length = (end == std::string::npos ? waiting_.size() : end) - begin_;
    broken_ = length > longest;
    if (broken_ || end == std::string::npos) {
        // What was read goes all at once: line by line, a large piece of many short ones would be moved for each.
        waiting_.erase(0, broken_ ? waiting_.size() : begin_);
        begin_ = 0;
        looked_at_ = waiting_.size();
        return std::nullopt;
    }
    std::string out = waiting_.substr(begin_, length);
    begin_ = looked_at_ = end + 1;
    if (!out.empty() && out.back() == '\r') out.pop_back();
    return out;
}

}  // namespace leap::link
