// SPDX-License-Identifier: MIT
#pragma once

#include <string>

namespace leap {

/// A script's text with one more `use "path"`: before the others of the text or behind them, at its end when it has
/// none.
std::string with_use(const std::string& text, const std::string& path, bool first);

}  // namespace leap
