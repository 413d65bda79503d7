// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/picture.hpp"

#include <QApplication>
#include <QElapsedTimer>
#include <QThread>

#include "core/script/dial_edit.hpp"

namespace leap::studio {

void settle(Session& session) {
    QElapsedTimer timer;
    timer.start();
    constexpr int longest_ms = 10000;
    do {
        QApplication::processEvents();
        QThread::msleep(2);
    } while (session.replay_busy() && timer.elapsed() < longest_ms);
    for (int i = 0; i < 10; ++i) {
        QApplication::processEvents();
        QThread::msleep(2);
    }
}

QString take_picture(MainWindow& window, Session& session, const PictureOptions& options) {
    StageDesk* desk = window.stage_desk();
    if (!options.tape.isEmpty()) {
        session.choose_tape(options.tape);
        if (session.tape() == nullptr || QString::fromStdString(session.tape()->name) != options.tape)
            return QString("the project has no tape \"%1\"").arg(options.tape);
    }
    if (options.view == "eyes") desk->set_view(StageView3D::eyes);
    if (options.view == "side") desk->set_view(StageView3D::side);
    settle(session);
    if (!session.program()) return "the script has errors: " + window.strip_text();
    if (!options.character.isEmpty()) {
        std::size_t wanted = 0;
        while (wanted < session.character_count() && session.character_name(wanted) != options.character) ++wanted;
        if (wanted == session.character_count())
            return QString("no character of this tape is called \"%1\"").arg(options.character);
        session.select_character(wanted);
    }
    desk->transport()->all_button()->setChecked(options.all);
    for (const QString& setting : options.settings) {
        const auto dial = session.program()->find_dial(setting.section('=', 0, 0).toStdString());
        if (!dial) return QString("there is no dial in \"%1\"").arg(setting);
        const auto value = parse_dial_value(session.program()->dials[static_cast<std::size_t>(*dial)],
                                            setting.section('=', 1).toStdString());
        if (!value) return QString::fromStdString(value.error());
        session.preview_dial(*dial, *value);
    }
    if (!options.move.isEmpty()) {
        const auto machine = session.program()->find_machine(options.move.toStdString());
        if (!machine) return QString("there is no move or stance \"%1\"").arg(options.move);
        desk->score()->select_machine(*machine);
        desk->sheet()->show_machine(*machine);
    }
    desk->show_events(options.events);
    settle(session);
    session.set_cursor(options.at_s);
    settle(session);
    if (options.desk == "script") window.show_desk(MainWindow::Desk::script);
    if (options.desk == "course") {
        window.show_desk(MainWindow::Desk::course);
        CourseDesk* course = window.course_desk();
        CourseItems items;
        for (const CourseItem& item : all_items(course->editor()->plan()))
            if (QString::fromStdString(item_name(course->editor()->plan(), item)) == options.select) items = {item};
        if (!options.select.isEmpty() && items.empty())
            return QString("the course has nothing called \"%1\"").arg(options.select);
        course->editor()->select(items);
        settle(session);
        course->plan()->fit();
        course->side()->fit();
        QElapsedTimer timer;
        timer.start();
        constexpr int longest_ms = 10000;
        while (course->editor()->busy() && timer.elapsed() < longest_ms) settle(session);
    }
    desk->stage()->stand_still();
    settle(session);
    if (!window.grab().save(options.file)) return QString("%1 can't be written").arg(options.file);
    return {};
}

}  // namespace leap::studio
