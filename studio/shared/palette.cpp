// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/palette.hpp"

#include <array>

namespace leap::studio::palette {

QColor beside(int index) {
    static const QColor colors[] = {{0x7A, 0x4E, 0x8C}, {0x2E, 0x7F, 0x78}, {0xB0, 0x6A, 0x1E}, {0x6B, 0x6F, 0x2A}};
    return colors[static_cast<std::size_t>(index) % std::size(colors)];
}

QColor move_hue(int index) {
    static const std::array<QColor, 8> hues{
        QColor(0x8E, 0x5A, 0xA8), QColor(0x2E, 0x8C, 0x8A), QColor(0xB0, 0x6A, 0x8C), QColor(0x6C, 0x72, 0xC4),
        QColor(0x8A, 0x7A, 0x3C), QColor(0x3F, 0x7D, 0xA6), QColor(0xA0, 0x60, 0x5A), QColor(0x55, 0x88, 0x6A)};
    return hues[static_cast<std::size_t>(index) % hues.size()];
}

QColor phase_tint(const QColor& hue, std::size_t phase) {
    const double share = std::min(0.72, 0.22 + 0.2 * static_cast<double>(phase));
    const auto mixed = [&](int channel, int white) { return static_cast<int>(channel + (white - channel) * share); };
    return {mixed(hue.red(), 0xF6), mixed(hue.green(), 0xF2), mixed(hue.blue(), 0xEA)};
}

QFont text_font(double points, bool bold) {
    QFont font("Inter");
    font.setPointSizeF(points);
    if (bold) font.setWeight(QFont::Bold);
    return font;
}

QFont number_font(double points) {
    QFont font("JetBrains Mono");
    font.setPointSizeF(points);
    return font;
}

}  // namespace leap::studio::palette
