// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <string_view>

namespace leap {

/// What a fixture is drawn as; for the eye only. It fits the fixture's box, whatever its size.
enum class FixtureLook : std::uint8_t { plain, door, curtain, bell, lamp, lever, board, lift, cart };

inline constexpr std::array<std::string_view, 9> fixture_looks{"plain", "door",  "curtain", "bell", "lamp",
                                                               "lever", "board", "lift",    "cart"};

inline std::optional<FixtureLook> find_fixture_look(std::string_view word) {
    for (std::size_t i = 0; i < fixture_looks.size(); ++i)
        if (fixture_looks[i] == word) return static_cast<FixtureLook>(i);
    return std::nullopt;
}

}  // namespace leap
