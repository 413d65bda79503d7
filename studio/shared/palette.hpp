// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QFont>

/// Colours and fonts of the window: paper and ink. Meaning is carried by colour and by words or shapes beside it.
namespace leap::studio::palette {

inline const QColor paper{0xF6, 0xF2, 0xEA};
inline const QColor sheet{0xFB, 0xF9, 0xF4};
inline const QColor ink{0x23, 0x26, 0x2D};
inline const QColor quiet{0x6B, 0x66, 0x5C};
inline const QColor hairline{0xD8, 0xD0, 0xC2};
inline const QColor faint{0xEC, 0xE5, 0xD8};
inline const QColor now{0xC8, 0x45, 0x2D};
inline const QColor kept{0x2F, 0x5D, 0x8A};
inline const QColor holds{0x5B, 0x7F, 0x4B};
inline const QColor waiting{0xC0, 0x8A, 0x2B};
inline const QColor refused{0xC8, 0x45, 0x2D};
inline const QColor literal_back{0xFA, 0xE0, 0xD6};

/// Of the tunings that are compared, by their number; what is only pointed at is grey.
QColor beside(int index);
inline const QColor pointed{0x8A, 0x86, 0x7E};
inline const QColor measured{0x2E, 0x7D, 0x86};  ///< what was measured elsewhere

/// Each move has a hue of its own, apart from the hues that carry meaning; phases are tints of it.
QColor move_hue(int index);
QColor phase_tint(const QColor& hue, std::size_t phase);

QFont text_font(double points = 9.5, bool bold = false);
QFont number_font(double points = 9.0);

}  // namespace leap::studio::palette
