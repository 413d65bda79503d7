// SPDX-License-Identifier: GPL-3.0-or-later
// From a dial's step in the window to the value in a linked game, over the loopback interface. The game looks for news
// every 0.2 ms, so that what is measured is mostly the way alone: link_latency [STEPS].
#include <QApplication>
#include <QTemporaryDir>
#include <algorithm>
#include <atomic>
#include <chrono>
#include <cstdio>
#include <thread>
#include <vector>

#include "capi/leap.h"
#include "link/meeting.hpp"
#include "studio/session/session.hpp"

namespace {

using Time = std::chrono::steady_clock;

/// A game that does nothing but look for news, on a thread of its own.
void play(std::atomic<bool>& ends, std::atomic<double>& rise) {
    leap_link* link = nullptr;
    leap_link_new("bench", nullptr, &link, nullptr);
    leap_program* program = nullptr;
    leap_tuning* tuning = nullptr;
    while (!ends) {
        std::this_thread::sleep_for(std::chrono::microseconds(200));  // a core of its own is more than a game has
        const int news = leap_link_poll(link);
        if ((news & LEAP_LINK_SCRIPTS) != 0 && leap_link_compile(link, &program, nullptr) == LEAP_OK)
            leap_tuning_new(program, &tuning, nullptr);
        if (tuning == nullptr || (news & (LEAP_LINK_SCRIPTS | LEAP_LINK_DIALS)) == 0) continue;
        leap_link_tune(link, tuning);
        double value = 0.0;
        leap_tuning_get(tuning, "hop.rise", &value);
        rise = value;
    }
    leap_tuning_free(tuning);
    leap_program_free(program);
    leap_link_free(link);
}

}  // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    const int steps = argc > 1 ? std::atoi(argv[1]) : 200;
    QTemporaryDir folder;
    qputenv("XDG_RUNTIME_DIR", folder.path().toUtf8());
    leap::studio::Session session({});
    session.open(LEAP_SOURCE_DIR "/examples/lantern-quay");
    session.let_games_link(*leap::link::meeting_folder());
    std::atomic<bool> ends = false;
    std::atomic<double> rise = 0.0;
    std::thread game([&] { play(ends, rise); });
    while (rise == 0.0) QApplication::processEvents();
    const DialId dial = session.program()->find_dial("hop.rise").value();
    std::vector<double> ms;
    for (int i = 0; i < steps; ++i) {
        const auto begin = Time::now();
        session.preview_dial(dial, 1.0 + 0.01 * (i % 200 + 1));
        const double value = session.tuning(leap::studio::Side::now).dials[dial];  // rounded
        // Asleep, as a window is that waits for its next event: a thread that spins would take a core from the game.
        while (rise != value && Time::now() - begin < std::chrono::seconds(1))
            std::this_thread::sleep_for(std::chrono::microseconds(50));
        ms.push_back(std::chrono::duration<double, std::milli>(Time::now() - begin).count());
        for (int k = 0; k < 5; ++k) QApplication::processEvents();
    }
    ends = true;
    game.join();
    std::sort(ms.begin(), ms.end());
    std::printf("dial to game over %zu steps: median %.3f ms, 95th percentile %.3f ms, most %.3f ms\n", ms.size(),
                ms[ms.size() / 2], ms[ms.size() * 95 / 100], ms.back());
    return 0;
}
