// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/labels.hpp"

#include "studio/shared/palette.hpp"

namespace leap::studio {

QLabel* part_heading(const QString& text) {
    auto* out = new QLabel(text);
    out->setFont(palette::text_font(11.0, true));
    out->setContentsMargins(0, 12, 0, 2);
    return out;
}

QLabel* wrapped_words() {
    auto* out = new QLabel;
    out->setWordWrap(true);
    out->setFont(palette::text_font(9.5));
    out->setTextInteractionFlags(Qt::TextSelectableByMouse);
    return out;
}

}  // namespace leap::studio
