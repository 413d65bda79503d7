// SPDX-License-Identifier: GPL-3.0-or-later
// A measured run over the run in view: laid there by a fit, moved and stretched in the score.
#include <gtest/gtest.h>
#include <QTest>

#include "core/project/file_io.hpp"
#include "studio/bench_desk/bench_desk.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::measured_ghost_test {
namespace {

struct Laid : test::Studio {
    BenchDesk* bench = nullptr;
    ScoreView* score = nullptr;
    Laid() {
        window->show_desk("bench");
        bench = window->desk<BenchDesk>();
        bench->notebook()->select_trial(path());
        settle();
        window->show_desk("stage");
        score = desk->score();
        score->set_curves({"feet", "speed"});
        settle();
    }
    std::string path() const { return session->project().find_trial("hop as measured")->path; }
    const Trial& trial() const { return session->project().find_trial("hop as measured")->trial; }
    const Session::LaidOver& laid() const { return *session->laid_over(); }
    double begin_s() const { return laid().run.times_s.front() * laid().alignment.stretch + laid().alignment.later_s; }
    double end_s() const { return laid().run.times_s.back() * laid().alignment.stretch + laid().alignment.later_s; }
    /// In the lane of the height, which was measured.
    QPoint at(double time) const {
        return {static_cast<int>(std::lround(score->x_of(time))),
                static_cast<int>(score->curve_lane("feet").center().y())};
    }
    void drag(double from, double to) {
        QTest::mousePress(score, Qt::LeftButton, {}, at(from));
        QMouseEvent move(QEvent::MouseMove, at(to), score->mapToGlobal(QPointF(at(to))), Qt::NoButton, Qt::LeftButton,
                         {});
        QCoreApplication::sendEvent(score, &move);
        QTest::mouseRelease(score, Qt::LeftButton, {}, at(to));
        settle();
    }
    double pixel_s() const { return score->time_at(501.0) - score->time_at(500.0); }
};

TEST(MeasuredGhost, AFitLaysItOverItsTapeWhereItLiesBest) {
    Laid window;
    ASSERT_TRUE(window.session->laid_over());
    EXPECT_EQ(window.session->tape()->name, "three hops") << "the tape of the fit comes into view";
    EXPECT_FALSE(window.laid().by_hand);
    EXPECT_GT(window.laid().error.covered, 0.8);
    const QImage with = window.score->grab().toImage();
    window.session->choose_tape("quay loop");
    window.settle();
    EXPECT_FALSE(window.session->laid_over()) << "another tape isn't what was measured";
    window.session->choose_tape("three hops");
    window.settle();
    ASSERT_TRUE(window.session->laid_over());
    window.session->lay_over({});
    window.settle();
    EXPECT_FALSE(window.session->laid_over());
    EXPECT_NE(window.score->grab().toImage(), with);
}

TEST(MeasuredGhost, ItsBeginMovesItAndItsEndStretchesIt) {
    Laid window;
    const double length = window.end_s() - window.begin_s();
    const double begin = window.begin_s();
    window.drag(begin, begin - 0.5);
    EXPECT_NEAR(window.begin_s(), begin - 0.5, 2.0 * window.pixel_s());
    EXPECT_NEAR(window.end_s() - window.begin_s(), length, 1e-9) << "moved, not stretched";
    ASSERT_TRUE(window.trial().later_s) << "it stays where it was put";
    EXPECT_NEAR(*window.trial().later_s, window.laid().alignment.later_s, 1e-6);
    const double moved = window.begin_s();
    window.drag(window.end_s(), window.end_s() - 0.3);
    EXPECT_NEAR(window.begin_s(), moved, 1e-6);
    EXPECT_NEAR(window.end_s() - window.begin_s(), length - 0.3, 3.0 * window.pixel_s());
    EXPECT_NEAR(window.trial().stretch, (window.end_s() - moved) / length, 1e-6);
    window.session->undo_stack().undo();
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_FALSE(window.trial().later_s) << "one step for each drag";
    EXPECT_NEAR(window.begin_s(), begin, 1e-6);
}

TEST(MeasuredGhost, NumbersInTheSheetSayTheSame) {
    Laid window;
    window.window->show_desk("bench");
    const auto type = [&](const QString& field, const QString& text) {
        QLineEdit* edit = window.bench->sheet()->field(field);
        ASSERT_NE(edit, nullptr) << field.toStdString();
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
        window.settle();
    };
    type("later", "1.25 s");
    EXPECT_EQ(window.laid().alignment.later_s, 1.25);
    type("stretch", "80 %");
    EXPECT_NEAR(window.laid().alignment.stretch, 0.8, 1e-12);
    QString told;
    QObject::connect(window.bench->sheet(), &TrialSheet::problem, [&](const QString& text) { told = text; });
    type("length unit", "s");
    EXPECT_TRUE(told.contains("of m; write it like")) << told.toStdString();
    EXPECT_EQ(window.trial().units.length, "m");
    type("length unit", "mm");
    EXPECT_EQ(window.trial().units.length, "mm") << "for columns whose heads say none";
    EXPECT_EQ(window.session->save(), "");
    EXPECT_NE(window.file_text(window.path()).find("\"length_unit\": \"mm\""), std::string::npos);
}

TEST(MeasuredGhost, AFileThatCannotBeReadIsToldOnce) {
    Laid window;
    QStringList told;
    QObject::connect(window.session.get(), &Session::message, [&](const QString& text) { told << text; });
    Trial trial = window.trial();
    trial.measured = "measured/none.csv";
    window.session->edit_trial(window.path(), trial);
    window.settle();
    EXPECT_FALSE(window.session->laid_over());
    window.session->preview_dial(window.dial("hop.rise"), 2.5);
    window.settle();
    EXPECT_EQ(told.filter("none.csv").size(), 1) << told.join("\n").toStdString();
}

TEST(StageLabels, OnlyTheNearestFewAreWrittenAndTheOneThatIsPointedAt) {
    test::Studio window;
    window.session->choose_tape("quay loop");
    window.settle();
    window.desk->stage()->repaint();
    const QStringList before = window.desk->stage()->labels()->written();
    EXPECT_LE(before.size(), 8) << "four stretches, a height and a way each";
    EXPECT_GE(before.size(), 2);
    // The last hop of the tape is far from the cursor, which stands at the begin.
    const Trace& trace = window.session->now_run()->trace;
    double landed = 0.0;
    for (const TraceEvent& event : trace.events)
        if (event.kind == EventKind::landed) landed = event.time;
    const auto place = window.desk->stage()->camera().project(position_at(trace.tracks[0], landed - 0.2),
                                                              window.desk->stage()->size());
    ASSERT_TRUE(place);
    QMouseEvent move(QEvent::MouseMove, *place, window.desk->stage()->mapToGlobal(*place), Qt::NoButton, Qt::NoButton,
                     {});
    QCoreApplication::sendEvent(window.desk->stage(), &move);
    window.desk->stage()->repaint();
    EXPECT_NE(window.desk->stage()->labels()->written(), before);
    QEvent leave(QEvent::Leave);
    QCoreApplication::sendEvent(window.desk->stage(), &leave);
    window.desk->stage()->repaint();
    EXPECT_EQ(window.desk->stage()->labels()->written(), before);
}

}  // namespace
}  // namespace leap::studio::measured_ghost_test
