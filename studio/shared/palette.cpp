// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/palette.hpp"

#include <QGuiApplication>
#include <QPalette>
#include <array>

namespace leap::studio::palette {

const Colors& light() {
    static const Colors out{.paper{0xF6, 0xF2, 0xEA},
                            .sheet{0xFB, 0xF9, 0xF4},
                            .ink{0x23, 0x26, 0x2D},
                            .quiet{0x6B, 0x66, 0x5C},
                            .hairline{0xD8, 0xD0, 0xC2},
                            .rule{0xC2, 0xBB, 0xAE},
                            .faint{0xEC, 0xE5, 0xD8},
                            .now{0xC8, 0x45, 0x2D},
                            .kept{0x2F, 0x5D, 0x8A},
                            .holds{0x5B, 0x7F, 0x4B},
                            .waiting{0xC0, 0x8A, 0x2B},
                            .waiting_words{0x8E, 0x65, 0x1B},
                            .refused{0xC8, 0x45, 0x2D},
                            .literal_back{0xFA, 0xE0, 0xD6},
                            .pointed{0x8A, 0x86, 0x7E},
                            .measured{0x2E, 0x7D, 0x86},
                            .string{0x4B, 0x6A, 0x3C},
                            .sense{0x6A, 0x4B, 0x8A},
                            .water{0xD9, 0xE2, 0xE2}};
    return out;
}

const Colors& dark() {
    static const Colors out{.paper{0x22, 0x1F, 0x1B},
                            .sheet{0x2A, 0x27, 0x22},
                            .ink{0xEA, 0xE4, 0xD8},
                            .quiet{0xA8, 0xA0, 0x92},
                            .hairline{0x4A, 0x45, 0x3C},
                            .rule{0x6A, 0x63, 0x57},
                            .faint{0x3A, 0x35, 0x2D},
                            .now{0xF0, 0x86, 0x6C},
                            .kept{0x8C, 0xB8, 0xE2},
                            .holds{0x9C, 0xC4, 0x88},
                            .waiting{0xD9, 0xA7, 0x4A},
                            .waiting_words{0xDF, 0xB2, 0x5E},
                            .refused{0xF0, 0x86, 0x6C},
                            .literal_back{0x55, 0x33, 0x28},
                            .pointed{0x9A, 0x95, 0x8B},
                            .measured{0x6F, 0xBE, 0xC6},
                            .string{0xA9, 0xC7, 0x95},
                            .sense{0xC7, 0xAB, 0xE4},
                            .water{0x22, 0x36, 0x3E}};
    return out;
}

bool is_dark() {
    constexpr int halfway = 128;
    return QGuiApplication::palette().color(QPalette::Window).lightness() < halfway;
}

const Colors& colors() {
    return is_dark() ? dark() : light();
}

namespace {
/// On dark paper the same hue is lighter, so that lines and words in it are read as easily.
QColor on_this_paper(const QColor& color) {
    constexpr int lighter_percent = 122;
    return is_dark() ? color.lighter(lighter_percent) : color;
}
}  // namespace

QColor beside(int index) {
    static const std::array<QColor, 4> hues{QColor(0x7A, 0x4E, 0x8C), QColor(0x2E, 0x7F, 0x78),
                                            QColor(0xB0, 0x6A, 0x1E), QColor(0x6B, 0x6F, 0x2A)};
    return on_this_paper(hues[static_cast<std::size_t>(index) % hues.size()]);
}

QColor move_hue(int index) {
    static const std::array<QColor, 8> hues{
        QColor(0x8E, 0x5A, 0xA8), QColor(0x2E, 0x8C, 0x8A), QColor(0xB0, 0x6A, 0x8C), QColor(0x6C, 0x72, 0xC4),
        QColor(0x8A, 0x7A, 0x3C), QColor(0x3F, 0x7D, 0xA6), QColor(0xA0, 0x60, 0x5A), QColor(0x55, 0x88, 0x6A)};
    return on_this_paper(hues[static_cast<std::size_t>(index) % hues.size()]);
}

QColor phase_tint(const QColor& hue, std::size_t phase) {
    const double share = std::min(0.72, 0.22 + 0.2 * static_cast<double>(phase));
    const QColor ground = paper();
    const auto mixed = [&](int channel, int white) { return static_cast<int>(channel + (white - channel) * share); };
    return {mixed(hue.red(), ground.red()), mixed(hue.green(), ground.green()), mixed(hue.blue(), ground.blue())};
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
