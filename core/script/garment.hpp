// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <string_view>

namespace leap {

/// What a figure can wear or carry; for the eye only.
enum class GarmentKind : std::uint8_t { long_coat, jacket, smock, tall_hat, hood, cap, lantern, rope };

inline constexpr std::array<std::string_view, 8> garment_words{"long_coat", "jacket", "smock",   "tall_hat",
                                                               "hood",      "cap",    "lantern", "rope"};

inline std::optional<GarmentKind> find_garment(std::string_view word) {
    for (std::size_t i = 0; i < garment_words.size(); ++i)
        if (garment_words[i] == word) return static_cast<GarmentKind>(i);
    return std::nullopt;
}

struct Garment {
    GarmentKind kind = GarmentKind::smock;
    std::uint32_t rgb = 0x808080;  ///< red, green and blue, eight bits each
    friend bool operator==(const Garment&, const Garment&) = default;
};

/// The colour that a garment has when the script says none.
constexpr std::uint32_t usual_rgb(GarmentKind kind) {
    switch (kind) {
        case GarmentKind::long_coat: return 0xB4863A;
        case GarmentKind::jacket: return 0x2F8078;
        case GarmentKind::smock: return 0x5C6672;
        case GarmentKind::tall_hat: return 0x1E4A38;
        case GarmentKind::hood: return 0x8C8A86;
        case GarmentKind::cap: return 0x3C4148;
        case GarmentKind::lantern: return 0xE8B54A;
        case GarmentKind::rope: return 0xC8AE7C;
    }
    return 0x808080;
}

}  // namespace leap
