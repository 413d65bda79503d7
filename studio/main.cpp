// SPDX-License-Identifier: GPL-3.0-or-later
#include <unistd.h>

#include <QApplication>
#include <QCommandLineParser>
#include <QFileInfo>
#include <QStandardPaths>
#include <algorithm>
#include <cstdio>

#include "link/meeting.hpp"
#include "studio/game_desk/game_desk.hpp"
#include "studio/main_window.hpp"
#include "studio/picture.hpp"
#include "studio/script_desk/script_desk.hpp"
#include "studio/shared/opened_file.hpp"
#include "studio/shared/sound_player.hpp"
#include "studio/shared/spoken.hpp"
#include "studio/shared/text_size.hpp"
#include "studio/shared/theme.hpp"
#include "studio/translations/translation.hpp"

namespace {

bool has_display() {
    return qEnvironmentVariableIsSet("DISPLAY") || qEnvironmentVariableIsSet("WAYLAND_DISPLAY") ||
           qEnvironmentVariableIsSet("QT_QPA_PLATFORM");
}

/// Without a display a picture is made in a virtual one; a window can't be.
int without_display(int argc, char** argv) {
    bool picture = false;
    for (int i = 1; i < argc; ++i)
        picture = picture || QByteArray(argv[i]).startsWith("--picture") || QByteArray(argv[i]).startsWith("--report");
    if (!picture) {
        std::fputs(
            "easy-leap: there is no display to open a window on.\n"
            "Make a picture of the window instead:\n"
            "  easy-leap --picture FILE.png [--desk NAME] [--tape NAME] [--at SECONDS] [PROJECT]\n",
            stderr);
        return 1;
    }
    std::vector<char*> call{const_cast<char*>("xvfb-run"), const_cast<char*>("-a"), const_cast<char*>("-s"),
                            const_cast<char*>("-screen 0 1600x1200x24")};
    for (int i = 0; i < argc; ++i) call.push_back(argv[i]);
    call.push_back(nullptr);
    execvp(call[0], call.data());
    std::fputs("easy-leap: a picture without a display needs xvfb-run, from the package xvfb\n", stderr);
    return 1;
}

/// The size of the system's font is known once a window system is there, but what everything is drawn with is settled
/// before: the program begins anew with it.
void begin_anew_if_larger(char** argv) {
    using namespace leap::studio;
    const int percent = text_size::wanted(QGuiApplication::font().pointSizeF());
    if (percent == text_size::usual_percent || qEnvironmentVariableIsSet("QT_SCALE_FACTOR")) return;
    qputenv("QT_SCALE_FACTOR", QByteArray::number(percent / double{text_size::usual_percent}));
    execv("/proc/self/exe", argv);
    qunsetenv("QT_SCALE_FACTOR");  // it couldn't: the usual size
}

QStringList desk_names() {
    QStringList out;
    for (const leap::studio::DeskInfo& info : leap::studio::all_desks()) out << info.name;
    out << "start"
        << "manual";
    return out;
}

/// What a file that was opened wants to be looked at with.
void show_opened(leap::studio::MainWindow& window, leap::studio::Session& session,
                 const leap::studio::OpenedFile& opened) {
    if (!opened.desk.isEmpty()) window.show_desk(opened.desk);
    if (!opened.tape.isEmpty()) session.choose_tape(opened.tape);
    if (auto* script = window.desk<leap::studio::ScriptDesk>(); script != nullptr && !opened.script.empty())
        script->show_file(opened.script);
}

}  // namespace

int main(int argc, char** argv) {
    using namespace leap::studio;
    if (!has_display()) return without_display(argc, argv);
    QApplication application(argc, argv);
    QApplication::setApplicationName("easy-leap");
    QApplication::setOrganizationName("easy-leap");
    let_screens_be_read();

    QCommandLineParser parser;
    parser.setApplicationDescription("Easy Leap: build character movement, play it, and tune how it feels.");
    parser.addHelpOption();
    parser.addPositionalArgument("PROJECT", "a project's folder, or a script, tape or course in it");
    const QCommandLineOption picture("picture", "Save a picture of the window and end.", "FILE.png");
    const QCommandLineOption report("report", "Write a page about the tape (dials, path, curves, readings) and end.",
                                    "FILE.html");
    const QCommandLineOption desk("desk", "The desk to show: " + desk_names().join(", ") + ".", "NAME", "stage");
    const QCommandLineOption tape("tape", "The tape to show.", "NAME");
    const QCommandLineOption character("character", "The character to show, by its name in the tape.", "NAME");
    const QCommandLineOption all("all", "The view takes in every character.");
    const QCommandLineOption at("at", "Where the cursor stands.", "SECONDS", "0");
    const QCommandLineOption move("move", "The move or stance to show.", "NAME");
    const QCommandLineOption view("view", "The stage's view: behind, eyes or side.", "NAME");
    const QCommandLineOption set("set", "A dial to turn without writing it: --set hop.rise=\"2.6 m\".", "DIAL=VALUE");
    const QCommandLineOption events("events", "Show the list of events.");
    const QCommandLineOption select("select", "On the Course desk: what is selected.", "NAME");
    const QCommandLineOption trial("trial", "On the Bench: board, tunings, or a trial, which is run.", "NAME");
    const QCommandLineOption wire("rehearsal", "On the Wire desk: a rehearsal by its name.", "NAME");
    const QCommandLineOption paper("paper", "The paper of the picture: light or dark.", "NAME", "light");
    const QCommandLineOption game("game", "On the Game desk: wait until a linked game has played so long.", "SECONDS",
                                  "0");
    parser.addOptions(
        {report, game, paper, picture, desk, select, trial, wire, tape, character, all, at, move, view, set, events});
    const QCommandLineOption language("language", "Language of the window: en or de (the system's).", "name");
    parser.addOption(language);
    parser.process(application);
    if (parser.isSet(language) && !window_languages().contains(parser.value(language))) {
        std::fprintf(stderr, "easy-leap: unknown language \"%s\"; languages are: %s\n",
                     qPrintable(parser.value(language)), qPrintable(window_languages().join(", ")));
        return 2;
    }
    use_language(parser.value(language));
    const QList<QCommandLineOption> shown_options{desk, select, trial, wire, tape, character,
                                                  all,  at,     move,  view, set,  events};
    if (!desk_names().contains(parser.value(desk))) {
        std::fprintf(stderr, "easy-leap: unknown desk \"%s\"; desks are: %s\n", qPrintable(parser.value(desk)),
                     qPrintable(desk_names().join(", ")));
        return 2;
    }
    const bool for_report = parser.isSet(report);
    const bool for_picture = parser.isSet(picture) || for_report;
    if (const QString name = parser.value(paper); name != "light" && name != "dark") {
        std::fprintf(stderr, "easy-leap: unknown theme \"%s\"; themes are: light, dark\n", qPrintable(name));
        return 2;
    }
    if (!for_picture) begin_anew_if_larger(argv);
    const Paper in_picture = parser.value(paper) == "dark" ? Paper::dark : Paper::light;
    apply_theme(application, for_picture ? in_picture : kept_paper());

    Session::Options options;
    if (!for_picture)
        options.data_folder = QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation).toStdString();
    Session session(std::move(options));
    if (const auto folder = leap::link::meeting_folder();
        (!for_picture || parser.isSet(game)) && folder && GameDesk::games_may_link())
        session.let_games_link(*folder);
    GamePad pad;
    std::optional<SoundPlayer> player;  // outlives the window
    MainWindow window(session, &pad);
    if (!for_picture) {
        player.emplace();
        window.set_hearing([&player](const leap::SoundCue& cue) { player->play(cue); });
    }
    const QStringList given = parser.positionalArguments();
    const OpenedFile opened = opened_file(given.isEmpty() ? QString(".") : given.first());
    const QString& project = opened.project;
    const bool start = parser.value(desk) == "start";  // for its picture
    // Called without a project where none is, the window asks what to begin with.
    const bool asks = start || (given.isEmpty() && !QFileInfo::exists("project.json"));
    const QString problem = asks && (!for_picture || start) ? QString() : session.open(project.toStdString());
    if (!for_picture) window.come_back();
    window.show();
    if (!problem.isEmpty()) {
        if (for_picture) {
            std::fprintf(stderr, "easy-leap: %s\n", qPrintable(problem));
            return 1;
        }
        emit session.message(problem);
    }
    PictureOptions wanted;
    wanted.file = parser.value(picture);
    wanted.desk = parser.value(desk);
    wanted.select = parser.value(select);
    wanted.trial = parser.value(trial);
    wanted.wire = parser.value(wire);
    wanted.tape = parser.value(tape);
    wanted.at_s = parser.value(at).toDouble();
    wanted.character = parser.value(character);
    wanted.all = parser.isSet(all);
    wanted.move = parser.value(move);
    wanted.view = parser.value(view);
    wanted.game_s = parser.value(game).toDouble();
    wanted.events = parser.isSet(events);
    for (const QString& setting : parser.values(set)) wanted.settings.push_back(setting);
    if (!for_picture) {
        if (session.is_open()) {
            window.welcome(project);
            show_opened(window, session, opened);
            const bool says_how = std::any_of(shown_options.begin(), shown_options.end(),
                                              [&](const QCommandLineOption& each) { return parser.isSet(each); });
            if (says_how)
                if (const QString failed = show_as_asked(window, session, wanted); !failed.isEmpty())
                    emit session.message(failed);
        }
        return QApplication::exec();
    }

    if (for_report) {
        const QString failed = write_report(session, parser.value(tape), parser.value(report));
        if (!failed.isEmpty()) std::fprintf(stderr, "easy-leap: %s\n", qPrintable(failed));
        return failed.isEmpty() ? 0 : 1;
    }
    const QString failed = take_picture(window, session, wanted);
    if (!failed.isEmpty()) {
        std::fprintf(stderr, "easy-leap: %s\n", qPrintable(failed));
        return 1;
    }
    return 0;
}
