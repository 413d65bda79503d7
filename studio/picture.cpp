// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/picture.hpp"

#include <QApplication>
#include <QElapsedTimer>
#include <QThread>
#include <algorithm>

#include "core/project/file_io.hpp"
#include "core/report/html_report.hpp"
#include "core/script/dial_edit.hpp"
#include "studio/stage_desk/stage_view.hpp"

namespace leap::studio {

void settle(Session& session, int longest_ms) {
    QElapsedTimer timer;
    timer.start();
    do {
        QApplication::processEvents();
        QThread::msleep(2);
    } while (session.replay_busy() && timer.elapsed() < longest_ms);
    for (int i = 0; i < 10; ++i) {
        QApplication::processEvents();
        QThread::msleep(2);
    }
}

QString show_as_asked(MainWindow& window, Session& session, const PictureOptions& options) {
    if (!options.tape.isEmpty()) {
        session.choose_tape(options.tape);
        if (session.tape() == nullptr || QString::fromStdString(session.tape()->name) != options.tape)
            return QString("the project has no tape \"%1\"").arg(options.tape);
    }
    settle(session);
    if (!session.program()) return "the script has errors: " + window.strip_text();
    if (!options.character.isEmpty()) {
        std::size_t wanted = 0;
        while (wanted < session.character_count() && session.character_name(wanted) != options.character) ++wanted;
        if (wanted == session.character_count())
            return QString("no character of this tape is called \"%1\"").arg(options.character);
        session.select_character(wanted);
    }
    for (const QString& setting : options.settings) {
        const auto dial = session.program()->find_dial(setting.section('=', 0, 0).toStdString());
        if (!dial) return QString("unknown dial in \"%1\"").arg(setting);
        const auto value = parse_dial_value(session.program()->dials[*dial], setting.section('=', 1).toStdString());
        if (!value) return QString::fromStdString(value.error());
        session.preview_dial(*dial, *value);
    }
    for (Desk* desk : window.desks())
        if (QString problem = desk->prepare_picture(options); !problem.isEmpty()) return problem;
    settle(session);
    session.set_cursor(options.at_s);
    settle(session);
    window.show_desk(options.desk);
    settle(session);
    // What depends on its size once more, now that it is in view.
    Desk* desk = window.desk_in_view();
    return desk->prepare_picture(options);
}

QString take_picture(MainWindow& window, Session& session, const PictureOptions& options) {
    if (options.desk == "start") {
        window.show_start_page();
        settle(session);
        return window.grab().save(options.file) ? QString() : QString("%1 can't be written").arg(options.file);
    }
    if (options.desk == "manual") {
        window.show_manual();
        settle(session);
        return window.grab().save(options.file) ? QString() : QString("%1 can't be written").arg(options.file);
    }
    if (QString problem = show_as_asked(window, session, options); !problem.isEmpty()) return problem;
    QElapsedTimer timer;
    timer.start();
    constexpr int longest_ms = 240000;  // trials are run for their picture
    const auto busy = [&] {
        // The top line tells of the board on every desk.
        return session.board_busy() ||
               std::any_of(window.desks().begin(), window.desks().end(), [](Desk* each) { return each->is_busy(); });
    };
    while (busy() && timer.elapsed() < longest_ms) settle(session);
    window.stage()->stand_still();
    settle(session);
    if (!window.grab().save(options.file)) return QString("%1 can't be written").arg(options.file);
    return {};
}

QString write_report(Session& session, const QString& tape, const QString& file) {
    if (!tape.isEmpty()) session.choose_tape(tape);
    if (session.tape() == nullptr || (!tape.isEmpty() && QString::fromStdString(session.tape()->name) != tape))
        return QString("the project has no tape \"%1\"").arg(tape);
    settle(session);
    const RunPointer run = session.now_run();
    if (!run || !run->problem.empty())
        return QString("the tape can't be played: %1").arg(run ? run->problem.c_str() : "");
    const FeelSide side{"now", run->ingredients.program, run->ingredients.course, run->ingredients.tuning, {}};
    const auto written = write_file(file.toStdString(), run_html(side, run->tape, run->trace, run->readings));
    return written ? QString() : QString::fromStdString(written.error());
}

}  // namespace leap::studio
