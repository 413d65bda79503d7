// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTemporaryDir>

#include "studio/main_window.hpp"
#include "studio/script_desk/script_desk.hpp"
#include "studio/stage_desk/stage_desk.hpp"

/// What the tests of the window begin with.
namespace leap::studio::test {

/// How long to wait for work in the background that usually takes no longer than this, ms. Where everything is slower
/// (under sanitizers) LEAP_TEST_PATIENCE says how many times as long.
int patience(int usual_ms);

/// A session without a project, and the real window with its start page.
struct EmptyStudio {
    QTemporaryDir folder;
    double clock = 10.0;
    std::unique_ptr<Session> session;
    std::unique_ptr<MainWindow> window;

    EmptyStudio();
    void settle();
};

/// A copy of the demo in a folder of its own, a session whose clock is stepped by the test, and the real window.
class Studio {
  public:
    explicit Studio(const std::string& example = "lantern-quay");
    ~Studio();

    /// Lets queued events and replays finish.
    void settle();
    /// From here on boards are worked out at once.
    void hurry_boards() { session->set_board_delay(0); }
    /// Moves the clock on and lets the live run, or what is watched, follow frame by frame.
    void pass(double seconds);
    std::string file_text(const std::string& path) const;
    void write_outside(const std::string& path, const std::string& text);  ///< as another editor would
    DialId dial(const std::string& path) const { return session->program()->find_dial(path).value(); }
    double value(const std::string& path) const { return session->tuning(Side::now).dials[dial(path)]; }

    QTemporaryDir folder;
    std::filesystem::path project;
    double clock = 100.0;
    std::unique_ptr<Session> session;
    std::unique_ptr<MainWindow> window;
    StageDesk* desk = nullptr;
    QString open_problem;

    /// Ends without saving and starts anew in the same folder, as after a crash.
    void restart();

  private:
    void start();
};

}  // namespace leap::studio::test
