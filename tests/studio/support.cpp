// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/studio/support.hpp"

#include <gtest/gtest.h>

#include <QApplication>
#include <QSettings>
#include <QTest>

#include "core/project/file_io.hpp"
#include "studio/picture.hpp"

namespace leap::studio::test {

namespace fs = std::filesystem;

int patience(int usual_ms) {
    const int times = qEnvironmentVariableIntValue("LEAP_TEST_PATIENCE");
    return usual_ms * std::max(1, times);
}

EmptyStudio::EmptyStudio() {
    QSettings().clear();
    Session::Options options;
    options.clock = [this] { return clock; };
    options.live_thread = false;
    session = std::make_unique<Session>(std::move(options));
    window = std::make_unique<MainWindow>(*session, nullptr);
    window->show();
    (void)QTest::qWaitForWindowExposed(window.get());
    QApplication::setActiveWindow(window.get());
}

void EmptyStudio::settle() {
    studio::settle(*session, patience(10000));
}

Studio::Studio(const std::string& example) {
    QSettings().clear();
    project = fs::path(folder.path().toStdString()) / "project";
    fs::copy(fs::path(LEAP_SOURCE_DIR) / "examples" / example, project, fs::copy_options::recursive);
    start();
}

Studio::~Studio() {
    window.reset();
    session.reset();
}

void Studio::start() {
    Session::Options options;
    options.clock = [this] { return clock; };
    options.live_thread = false;
    options.board_delay_ms = 10'000;  // half of a window's work at its start; few tests look at the board
    options.data_folder = fs::path(folder.path().toStdString()) / "data";
    session = std::make_unique<Session>(std::move(options));
    window = std::make_unique<MainWindow>(*session, nullptr);
    desk = window->desk<StageDesk>();
    open_problem = session->open(project);
    window->show();
    (void)QTest::qWaitForWindowExposed(window.get());
    QApplication::setActiveWindow(window.get());  // there is no window manager under Xvfb
    settle();
}

void Studio::restart() {
    window.reset();
    session.reset();
    start();
}

void Studio::settle() {
    studio::settle(*session, patience(10000));
}

void Studio::pass(double seconds) {
    constexpr double frame_s = 1.0 / 60.0;
    for (double passed = 0.0; passed < seconds - 1e-9; passed += frame_s) {
        clock += std::min(frame_s, seconds - passed);
        session->update_live();
        session->update_playback();
    }
}

std::string Studio::file_text(const std::string& path) const {
    return read_file(project / path).value_or("");
}

void Studio::write_outside(const std::string& path, const std::string& text) {
    ASSERT_TRUE(write_file(project / path, text));
    session->look_at_disk();
    settle();
}

}  // namespace leap::studio::test
