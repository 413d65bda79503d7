// SPDX-License-Identifier: MIT
#include "core/script/use_edit.hpp"

#include "core/script/parse.hpp"

namespace leap {

std::string with_use(const std::string& text, const std::string& path, bool first) {
    const std::string line = "use \"" + path + "\"\n";
    const auto uses = parse(text, 0).file.uses;
    std::string out = text;
    if (uses.empty()) return out + (out.empty() || out.ends_with('\n') ? "\n" : "\n\n") + line;
    if (first) return out.insert(uses.front().range.begin, line);
    const auto end = out.find('\n', uses.back().range.end);
    if (end == std::string::npos) return out + "\n" + line;
    return out.insert(end + 1, line);
}

}  // namespace leap
