// SPDX-License-Identifier: GPL-3.0-or-later
// What is drawn over and in the stage: probes, words, the view that goes round walls, accents of the view.
#include <gtest/gtest.h>

#include <QPainter>
#include <QTest>

#include "studio/stage_desk/stage_blows.hpp"
#include "studio/stage_desk/stage_probes.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::stage_drawing_test {
namespace {

/// How many pixels of a picture differ from its first one.
int painted(const QImage& picture) {
    int out = 0;
    const QRgb ground = picture.pixel(0, 0);
    for (int y = 0; y < picture.height(); ++y)
        for (int x = 0; x < picture.width(); ++x) out += picture.pixel(x, y) != ground ? 1 : 0;
    return out;
}

int differing(const QImage& a, const QImage& b) {
    int out = 0;
    for (int y = 0; y < std::min(a.height(), b.height()); ++y)
        for (int x = 0; x < std::min(a.width(), b.width()); ++x) out += a.pixel(x, y) != b.pixel(x, y) ? 1 : 0;
    return out;
}

struct Drawing : test::Studio {
    /// What `paint` puts over the stage, alone.
    template <class Paint>
    QImage painted_over(double time, Paint paint) {
        session->set_cursor(time);
        settle();
        QImage picture(800, 500, QImage::Format_RGB32);
        picture.fill(Qt::black);
        QPainter painter(&picture);
        StageCamera camera;
        const World state = session->world_at(time);
        camera.yaw = state.actors[0].look_yaw + 0.5;
        camera.follow(state.actors[0].body.position, -1.0);
        paint(painter, picture.size(), camera);
        return picture;
    }
    QImage probes_of(const char* machine, double time) {
        return painted_over(time, [&](QPainter& painter, QSize size, const StageCamera& camera) {
            paint_probes(painter, size, camera, *session, session->program()->find_machine(machine).value());
        });
    }
    QImage blows_at(double time) {
        return painted_over(time, [&](QPainter& painter, QSize size, const StageCamera& camera) {
            paint_blows(painter, size, camera, *session);
        });
    }
    QImage stage_at(double time) {
        session->set_cursor(time);
        settle();
        desk->stage()->stand_still();  // else how finely it is drawn hangs on how long it took to get here
        return desk->stage()->grab().toImage();
    }
};

TEST(StageProbes, AreDrawnForTheMoveThatAsksThemAndForNoOther) {
    Drawing drawing;
    drawing.session->choose_tape("sail alley");
    drawing.settle();
    EXPECT_GT(painted(drawing.probes_of("wall_run", 1.3)), 40);
    EXPECT_EQ(painted(drawing.probes_of("hop", 1.3)), 0) << "it asks none";
}

TEST(StageProbes, AHitIsDrawnOtherThanAMiss) {
    Drawing drawing;
    drawing.session->choose_tape("sail alley");
    drawing.settle();
    EXPECT_GT(differing(drawing.probes_of("wall_run", 1.3), drawing.probes_of("wall_run", 0.1)), 40);
}

TEST(StageBlows, AreDrawnWhileTheyAreDealtAndFilledOnceTheyHaveMetSomebody) {
    Drawing drawing;
    drawing.session->choose_tape("straw and crate");
    drawing.settle();
    EXPECT_EQ(painted(drawing.blows_at(0.72)), 0) << "it only draws back";
    const int met = painted(drawing.blows_at(0.78));
    EXPECT_GT(met, 400);
    EXPECT_EQ(painted(drawing.blows_at(0.95)), 0);
}

TEST(StageView, AWidenedViewShowsTheSameInstantOtherwiseAndCalmDoesNotShake) {
    Drawing drawing;
    drawing.session->choose_tape("dash and stop");
    drawing.settle();
    const QImage with = drawing.stage_at(0.9);
    ASSERT_TRUE(drawing.session->set_off("dash.zoom", true).isEmpty());
    drawing.settle();
    const QImage without = drawing.stage_at(0.9);
    EXPECT_GT(differing(with, without), 5000) << "the dash widens the view";
    ASSERT_TRUE(drawing.session->set_off("dash.zoom", false).isEmpty());
    drawing.settle();
    EXPECT_LT(differing(with, drawing.stage_at(0.9)), 50) << "the same again";
}

TEST(StageView, WordsStandOverWhoSpeaksAndOverWhatHasTheFocus) {
    Drawing drawing;
    drawing.session->choose_tape("two talks");
    drawing.settle();
    const Trace& trace = drawing.session->now_run()->trace;
    double speaks = 0.0;
    for (const TraceEvent& event : trace.events)
        if (event_text(event, *drawing.session->program(), trace) == "chandler speaks") speaks = event.time;
    ASSERT_GT(speaks, 0.0);
    // Nothing moves while Wick stands: only the words change.
    const QImage prompt = drawing.stage_at(speaks - 0.02);
    const QImage words = drawing.stage_at(speaks + 0.02);
    EXPECT_GT(differing(prompt, words), 800);
    EXPECT_LT(differing(words, drawing.stage_at(speaks + 0.03)), 400);
}

TEST(StageView, FromBehindAWallTheViewComesNearerRatherThanLookThroughIt) {
    Drawing drawing;
    drawing.session->choose_tape("lamp round");
    drawing.settle();
    // Inside the net house.
    for (const double time : {4.2, 4.4, 4.6}) {
        drawing.session->set_cursor(time);
        drawing.settle();
        drawing.desk->stage()->grab();
        const StageCamera& camera = drawing.desk->stage()->camera();
        const Vec3 from = camera.position();
        const Vec3 middle = camera.target + Vec3{0, 0, 1.1};
        const double length = glm::length(from - middle);
        EXPECT_FALSE(cast_ray(*drawing.session->course(), middle, (from - middle) / length, length - 0.05)) << time;
    }
}

}  // namespace
}  // namespace leap::studio::stage_drawing_test
