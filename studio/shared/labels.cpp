// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/labels.hpp"

#include <QStyle>
#include <array>

#include "studio/shared/palette.hpp"

namespace leap::studio {

void set_meaning(QWidget& words, Meaning meaning) {
    static constexpr std::array<const char*, 5> names{"plain", "quiet", "holds", "waiting", "refused"};
    const QString name = names[static_cast<std::size_t>(meaning)];
    if (words.property("meaning") == name) return;
    words.setProperty("meaning", name);  // colours stand in the style sheet of theme.cpp
    words.style()->unpolish(&words);
    words.style()->polish(&words);
}

QWidget* hairline() {
    auto* out = new QFrame;
    out->setObjectName("hairline");
    out->setFixedHeight(1);
    return out;
}

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
