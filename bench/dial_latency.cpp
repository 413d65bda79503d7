// SPDX-License-Identifier: GPL-3.0-or-later
// From a dial's drag to path and curves on the screen, measured inside the running window: each step of a drag is sent
// as a mouse move, and timed until the stage has drawn a frame with the new run and the score has been painted.
#include <fmt/format.h>

#include <QApplication>
#include <QElapsedTimer>
#include <QMouseEvent>
#include <algorithm>

#include "studio/main_window.hpp"
#include "studio/picture.hpp"
#include "studio/script_desk/script_desk.hpp"
#include "studio/shared/theme.hpp"
#include "studio/stage_desk/stage_desk.hpp"

namespace {

void send_mouse(QWidget* widget, QEvent::Type type, QPointF at, Qt::MouseButtons buttons) {
    QMouseEvent event(type, at, widget->mapToGlobal(at), Qt::LeftButton, buttons, Qt::NoModifier);
    QApplication::sendEvent(widget, &event);
}

}  // namespace

int main(int argc, char** argv) {
    using namespace leap::studio;
    QElapsedTimer start;
    start.start();
    QApplication application(argc, argv);
    apply_theme(application);
    Session session({});
    MainWindow window(session, nullptr);
    const QString problem = session.open(LEAP_SOURCE_DIR "/examples/lantern-quay");
    if (!problem.isEmpty()) {
        fmt::print(stderr, "{}\n", problem.toStdString());
        return 1;
    }
    window.show();
    bool first_frame = false;
    QObject::connect(window.desk<StageDesk>()->stage(), &StageView::frame_drawn, [&] { first_frame = true; });
    while (!first_frame || !session.now_run()) QApplication::processEvents();
    fmt::print("window ready after {} ms\n", start.elapsed());
    settle(session);
    session.set_cursor(4.9);
    settle(session);

    DialRow* row = window.desk<StageDesk>()->sheet()->row_of(*session.program()->find_dial("hop.rise"));
    const QRectF track = row->track();
    std::vector<double> times;
    std::vector<double> frames;
    send_mouse(row, QEvent::MouseButtonPress, {track.left() + 30, row->height() / 2.0}, Qt::LeftButton);
    settle(session);
    for (int i = 0; i < 200; ++i) {
        const double x = track.left() + 30 + 25.0 * (1 + std::sin(i * 0.21));
        const RunPointer before = session.now_run();
        bool drawn = false;
        const auto seen = QObject::connect(window.desk<StageDesk>()->stage(), &StageView::frame_drawn,
                                           [&] { drawn = session.now_run() != before; });
        QElapsedTimer timer;
        timer.start();
        send_mouse(row, QEvent::MouseMove, {x, row->height() / 2.0}, Qt::LeftButton);
        // The stage is drawn and the window composed in one paint pass, so the pass that ends after this is the
        // screen's.
        while (!drawn && timer.elapsed() < 2000) QApplication::processEvents();
        QApplication::processEvents();
        times.push_back(static_cast<double>(timer.nsecsElapsed()) / 1e6);
        frames.push_back(window.desk<StageDesk>()->stage()->last_frame_ms());
        QObject::disconnect(seen);
    }
    std::sort(times.begin(), times.end());
    std::sort(frames.begin(), frames.end());
    fmt::print(
        "dial to picture over {} steps at {}x{}: median {:.1f} ms, 95th percentile {:.1f} ms, longest {:.1f} ms; "
        "the stage's own drawing: median {:.1f} ms\n",
        times.size(), window.width(), window.height(), times[times.size() / 2], times[times.size() * 95 / 100],
        times.back(), frames[frames.size() / 2]);
}
