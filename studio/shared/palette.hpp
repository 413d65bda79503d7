// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QFont>

/// Colours and fonts of the window: paper and ink, light or dark. Meaning is carried by colour and by words or shapes
/// beside it. Which paper lies on the table is told by the application's own QPalette (see theme.hpp); what is painted
/// asks anew each time, and nobody keeps a colour.
namespace leap::studio::palette {

struct Colors {
    QColor paper;
    QColor sheet;
    QColor ink;
    QColor quiet;     ///< words that matter less
    QColor hairline;  ///< thin lines, and what can't be pressed
    QColor rule;      ///< a line that must be seen beside hairlines
    QColor faint;     ///< what the pointer or the caret is on
    QColor now;
    QColor kept;
    QColor holds;
    QColor waiting;
    QColor waiting_words;  ///< the same meaning, as text
    QColor refused;
    QColor literal_back;  ///< behind what asks to be read
    QColor pointed;       ///< what is only pointed at
    QColor measured;      ///< what was measured elsewhere
    QColor string;        ///< in a script: quoted words
    QColor sense;         ///< in a script: what asks the world
    QColor water;         ///< in drawings of the course
};

/// The two papers. What lies on the stage keeps to the light one: the stage is at dusk on both.
const Colors& light();
const Colors& dark();
/// The one that lies on the table.
const Colors& colors();
bool is_dark();

inline QColor paper() {
    return colors().paper;
}
inline QColor sheet() {
    return colors().sheet;
}
inline QColor ink() {
    return colors().ink;
}
inline QColor quiet() {
    return colors().quiet;
}
inline QColor hairline() {
    return colors().hairline;
}
inline QColor rule() {
    return colors().rule;
}
inline QColor faint() {
    return colors().faint;
}
inline QColor now() {
    return colors().now;
}
inline QColor kept() {
    return colors().kept;
}
inline QColor holds() {
    return colors().holds;
}
inline QColor waiting() {
    return colors().waiting;
}
inline QColor waiting_words() {
    return colors().waiting_words;
}
inline QColor refused() {
    return colors().refused;
}
inline QColor literal_back() {
    return colors().literal_back;
}
inline QColor pointed() {
    return colors().pointed;
}
inline QColor measured() {
    return colors().measured;
}

/// Of the tunings that are compared, by their number.
QColor beside(int index);

/// Each move has a hue of its own, apart from the hues that carry meaning; phases are tints of it.
QColor move_hue(int index);
QColor phase_tint(const QColor& hue, std::size_t phase);

QFont text_font(double points = 9.5, bool bold = false);
QFont number_font(double points = 9.0);

}  // namespace leap::studio::palette
