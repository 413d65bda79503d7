// SPDX-License-Identifier: GPL-3.0-or-later
#include <QObject>

#include "studio/bench_desk/bench_desk.hpp"
#include "studio/course_desk/course_desk.hpp"
#include "studio/game_desk/game_desk.hpp"
#include "studio/script_desk/script_desk.hpp"
#include "studio/stage_desk/stage_desk.hpp"
#include "studio/wire_desk/wire_desk.hpp"

namespace leap::studio {

std::vector<DeskInfo> all_desks() {
    return {
        {"stage", QObject::tr("Stage"), QObject::tr("Play and tune"), "Alt+1",
         [](const Workplace& place) { return new StageDesk(place); }},
        {"script", QObject::tr("Script"), QObject::tr("Write"), "Alt+2",
         [](const Workplace& place) { return new ScriptDesk(place); }},
        {"course", QObject::tr("Course"), QObject::tr("Build the course"), "Alt+3",
         [](const Workplace& place) { return new CourseDesk(place); }},
        {"bench", QObject::tr("Bench"), QObject::tr("Experiment"), "Alt+4",
         [](const Workplace& place) { return new BenchDesk(place); }},
        {"wire", QObject::tr("Wire"), QObject::tr("Test shared play"), "Alt+5",
         [](const Workplace& place) { return new WireDesk(place); }},
        {"game", QObject::tr("Game"), QObject::tr("Play in your own game"), "Alt+6",
         [](const Workplace& place) { return new GameDesk(place); }},
    };
}

}  // namespace leap::studio
