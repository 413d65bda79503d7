// SPDX-License-Identifier: GPL-3.0-or-later
// How many pictures a second the running window shows of a run that is watched, and of one that is played: for ten
// seconds each picture is asked for as soon as the one before is on the screen.
#include <fmt/format.h>

#include <QApplication>
#include <QElapsedTimer>
#include <algorithm>

#include "studio/main_window.hpp"
#include "studio/picture.hpp"
#include "studio/shared/theme.hpp"
#include "studio/stage_desk/stage_desk.hpp"

namespace {

using namespace leap::studio;

/// One picture: the time goes on, and everything that hears of it is painted.
void measure(const char* what, MainWindow& window, double& clock) {
    constexpr double watched_s = 10.0;
    constexpr double frame_s = 1.0 / 60.0;
    std::vector<double> times;
    StageView* stage = window.desk<StageDesk>()->stage();
    for (double t = 0.0; t < watched_s; t += frame_s) {
        bool drawn = false;
        const auto seen = QObject::connect(stage, &StageView::frame_drawn, [&] { drawn = true; });
        QElapsedTimer timer;
        timer.start();
        clock += frame_s;
        stage->next_frame();
        constexpr int longest_ms = 1000;
        while (!drawn && timer.elapsed() < longest_ms) QApplication::processEvents();
        QApplication::processEvents();
        times.push_back(static_cast<double>(timer.nsecsElapsed()) / 1e6);
        QObject::disconnect(seen);
    }
    std::sort(times.begin(), times.end());
    fmt::print(
        "{} at {}x{}: a picture takes {:.1f} ms (median), {:.1f} ms (95th percentile), {:.1f} ms at most: {:.0f} a "
        "second\n",
        what, window.width(), window.height(), times[times.size() / 2], times[times.size() * 95 / 100], times.back(),
        1000.0 / times[times.size() / 2]);
}

}  // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    apply_theme(application);
    double clock = 0.0;
    Session::Options options;
    options.clock = [&] { return clock; };
    options.live_thread = false;
    Session session(std::move(options));
    MainWindow window(session, nullptr);
    const QString problem = session.open(LEAP_SOURCE_DIR "/examples/lantern-quay");
    if (!problem.isEmpty()) {
        fmt::print(stderr, "{}\n", problem.toStdString());
        return 1;
    }
    window.show();
    for (const char* tape : {"quay loop", "lamp round", "two on the quay"}) {
        session.choose_tape(tape);
        settle(session);
        session.play_back(true);
        measure(fmt::format("watching \"{}\"", tape).c_str(), window, clock);
        session.play_back(false);
    }
    session.choose_tape("quay loop");
    settle(session);
    if (!session.play({}).isEmpty()) return 1;
    measure("playing", window, clock);
    session.stop();
}
