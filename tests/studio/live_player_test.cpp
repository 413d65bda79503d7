// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/live_player.hpp"

#include <gtest/gtest.h>
#include <QTest>
#include <atomic>

#include "tests/studio/support.hpp"

namespace leap::studio::live_player_test {
namespace {

LiveRun quay_run(const Session& session) {
    const Ingredients made{session.program(), session.course(), session.tuning(Side::now), 120};
    return {made, start_world(made.rehearsal(), alone_at("first lantern")).value(), alone_at("first lantern")};
}

TEST(LivePlayer, FollowsTheClockNotTheFrames) {
    test::Studio studio;
    double clock = 5.0;
    LivePlayer player(
        quay_run(*studio.session), [&] { return clock; }, false);
    clock += 0.1;
    player.pump();
    EXPECT_NEAR(player.time(), 0.1, 1.01 / 120);
    clock += 0.2;
    player.pump();
    EXPECT_NEAR(player.time(), 0.3, 1.01 / 120);
}

TEST(LivePlayer, AStallIsNotCaughtUp) {
    test::Studio studio;
    double clock = 0.0;
    LivePlayer player(
        quay_run(*studio.session), [&] { return clock; }, false);
    clock += 60.0;
    player.pump();
    EXPECT_LT(player.time(), 0.3);
}

TEST(LivePlayer, ViewsGrowAndAreCutOnRewind) {
    test::Studio studio;
    double clock = 0.0;
    LivePlayer player(
        quay_run(*studio.session), [&] { return clock; }, false);
    LivePlayer::View view;
    const auto pass = [&](double seconds) {
        for (int i = 0; i < static_cast<int>(seconds * 100 + 0.5); ++i) {
            clock += 0.01;
            player.pump();
        }
        player.update(view);
    };
    pass(1.0);
    const std::size_t rows = view.trace.tracks[0].rows.size();
    pass(1.0);
    EXPECT_GT(view.trace.tracks[0].rows.size(), rows);
    player.rewind(1.5);
    player.update(view);
    EXPECT_LT(view.trace.tracks[0].rows.size(), rows);
    pass(0.5);
    for (std::size_t i = 1; i < view.trace.tracks[0].rows.size(); ++i)
        EXPECT_LE(view.trace.tracks[0].rows[i - 1].time, view.trace.tracks[0].rows[i].time);
}

TEST(LivePlayer, OnItsOwnThreadRealTimePasses) {
    test::Studio studio;
    std::atomic<double> clock = 0.0;
    LivePlayer player(
        quay_run(*studio.session), [&] { return clock.load(); }, true);
    clock = 0.2;
    EXPECT_TRUE(QTest::qWaitFor([&] { return player.time() > 0.19; }, test::patience(5000)));
}

}  // namespace
}  // namespace leap::studio::live_player_test
