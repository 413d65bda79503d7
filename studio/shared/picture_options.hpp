// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <vector>

namespace leap::studio {

/// What a picture of the window is to show.
struct PictureOptions {
    QString file;
    QString desk;
    QString select;  ///< on the Course desk: a piece or fixture by its name
    QString trial;   ///< on the Bench: board, tunings, or a trial by its name, which is run; on the Course desk: a way
    QString wire;    ///< on the Wire desk: a rehearsal by its name
    QString tape;
    QString character;  ///< by its name in the tape; empty: the first
    bool all = false;   ///< the view takes in every character
    double at_s = 0.0;
    QString move;
    QString view;
    bool events = false;
    double game_s = 0.0;            ///< on the Game desk: waits for a linked game, until it has played so long
    std::vector<QString> settings;  ///< "hop.rise=2.6 m": turned but not written, so that the ghost shows
};

}  // namespace leap::studio
