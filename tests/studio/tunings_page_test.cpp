// SPDX-License-Identifier: GPL-3.0-or-later
// Tunings are made, compared, taken and kept.
#include "studio/bench_desk/tunings_page.hpp"

#include <gtest/gtest.h>
#include <QTest>

#include "core/project/command.hpp"
#include "core/project/file_io.hpp"
#include "core/project/revision.hpp"
#include "studio/bench_desk/bench_desk.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::tunings_page_test {
namespace {

struct Sets : test::Studio {
    TuningsPage* page = nullptr;
    Sets() {
        session->choose_tape("three hops");
        window->show_desk("bench");
        window->desk<BenchDesk>()->notebook()->select_page(Notebook::Page::tunings);
        page = window->desk<BenchDesk>()->tunings_page();
        settle();
    }
    void compare(const std::vector<std::string>& names) {
        session->compare_tunings(names);
        EXPECT_TRUE(
            QTest::qWaitFor([&] { return session->beside_runs().size() == names.size() && !session->beside_busy(); },
                            test::patience(20000)));
        settle();
    }
    double height(const RunPointer& run) const {
        for (const ReadingResult& reading : run->readings)
            if (reading.name == "hop_height") return reading.value.value();
        return -1.0;
    }
};

TEST(TuningsPage, AreMadeFromNowAndKeptAndAreFilesWhenSaved) {
    Sets window;
    window.session->preview_dial(window.dial("hop.rise"), 3.0);
    QTest::keyClicks(window.page->name(), "mine");
    QTest::keyClick(window.page->name(), Qt::Key_Return);
    window.settle();
    ASSERT_NE(window.session->project().find_tuning("mine"), nullptr);
    EXPECT_TRUE(window.session->modified());
    EXPECT_EQ(window.session->dials_of_tuning("mine")->at(window.dial("hop.rise").at()), 3.0);
    EXPECT_EQ(window.session->save_tuning("was", Side::kept), "");
    EXPECT_EQ(window.session->dials_of_tuning("was")->at(window.dial("hop.rise").at()), 2.1);
    EXPECT_EQ(window.session->save(), "");
    EXPECT_NE(window.file_text("tunings/mine.tuning.json").find("\"hop.rise\": \"3 m\""), std::string::npos);
    window.session->undo_stack().undo();
    EXPECT_EQ(window.session->project().find_tuning("was"), nullptr);
    EXPECT_NE(window.session->save_tuning("  ", Side::now), "") << "it needs a name";
}

TEST(TuningsPage, TwoAreComparedAsRunsAndColumns) {
    Sets window;
    window.compare({"floaty", "snappy"});
    ASSERT_EQ(window.session->beside_runs().size(), 2U);
    EXPECT_NEAR(window.height(window.session->beside_runs()[0].run), 2.6, 0.01);
    EXPECT_NEAR(window.height(window.session->beside_runs()[1].run), 1.9, 0.01);
    EXPECT_EQ(window.page->dials()->columnCount(), 5);
    EXPECT_EQ(window.page->readings()->columnCount(), 5);
    EXPECT_EQ(window.value("hop.rise"), 2.1) << "comparing changes nothing";
    window.window->show_desk("stage");
    EXPECT_FALSE(window.desk->score()->grab().isNull());
    EXPECT_FALSE(window.session->compare_tunings({"a", "b", "c", "d", "e"})) << "at most four";
    EXPECT_TRUE(window.window->strip_text().contains("compared tunings: 4"));
}

TEST(TuningsPage, OneIsTakenWholeOrDialByDialAsOneStep) {
    Sets window;
    window.session->apply_tuning("floaty");
    window.settle();
    EXPECT_NEAR(window.value("hop.rise"), 2.6, 1e-9);
    EXPECT_NEAR(window.value("hop.time_to_top"), 0.46, 1e-9);
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_NEAR(window.value("hop.rise"), 2.1, 1e-9);
    EXPECT_NEAR(window.value("hop.time_to_top"), 0.36, 1e-9);
    EXPECT_FALSE(window.session->modified());
    window.compare({"floaty"});
    QTableWidget* dials = window.page->dials();
    int row = 0;
    while (row < dials->rowCount() && dials->item(row, 0)->text() != "hop.time_to_top") ++row;
    ASSERT_LT(row, dials->rowCount());
    QTest::mouseClick(dials->viewport(), Qt::LeftButton, {}, dials->visualItemRect(dials->item(row, 3)).center());
    window.settle();
    EXPECT_NEAR(window.value("hop.time_to_top"), 0.46, 1e-9);
    EXPECT_NEAR(window.value("hop.rise"), 2.1, 1e-9) << "only that one";
}

TEST(TuningsPage, KeptMayBeAny) {
    Sets window;
    window.session->keep_tuning("snappy");
    window.settle();
    EXPECT_NEAR(window.height(window.session->kept_run()), 1.9, 0.01);
    EXPECT_NEAR(window.height(window.session->now_run()), 2.1, 0.01);
    window.session->keep();
    window.settle();
    EXPECT_NEAR(window.height(window.session->kept_run()), 2.1, 0.01);
}

TEST(TuningsPage, ADialThatIsGoneIsToldAndTheRestIsTaken) {
    Sets window;
    window.write_outside("tunings/old.tuning.json",
                         R"({"format":1,"name":"old","dials":{"hop.gone":"1 m","hop.rise":"2.8 m"}})");
    ASSERT_TRUE(QTest::qWaitFor([&] { return window.session->project().find_tuning("old") != nullptr; },
                                test::patience(10000)));
    window.session->apply_tuning("old");
    window.settle();
    EXPECT_NEAR(window.value("hop.rise"), 2.8, 1e-9);
    EXPECT_TRUE(window.window->strip_text().contains("hop.gone"));
}

TEST(TuningsPage, KeptMayBeTheProjectAtARevision) {
    Sets window;
    const std::filesystem::path& folder = window.project;
    for (const std::vector<std::string>& words :
         {std::vector<std::string>{"git", "init", "-q", "."},
          {"git", "add", "-A"},
          {"git", "-c", "user.name=a", "-c", "user.email=a@b.c", "commit", "-qm", "first"}})
        ASSERT_TRUE(run_command(words, folder)) << run_command(words, folder).error();
    window.session->set_dial(window.dial("hop.rise"), 2.5);
    window.session->keep();
    EXPECT_EQ(window.session->save(), "");
    window.settle();
    BenchDesk* bench = window.window->desk<BenchDesk>();
    bench->make_trial(TrialKind::compare);
    window.settle();
    QTest::mouseClick(bench->sheet()->run_button(), Qt::LeftButton);
    const std::string path = window.session->project().find_trial("feel diff")->path;
    ASSERT_TRUE(
        QTest::qWaitFor([&] { return window.session->trial_runner().made(path) != nullptr; }, test::patience(60000)));
    window.settle();
    const auto& outcome = *window.session->trial_runner().made(path)->outcome;
    ASSERT_TRUE(outcome.problem.empty()) << outcome.problem;
    const auto& compared = std::get<CompareOutcome>(outcome.what);
    ASSERT_EQ(compared.diff.dials.size(), 1U);
    EXPECT_EQ(compared.diff.dials[0].path, "hop.rise");
    EXPECT_GT(bench->outcome_page()->table()->rowCount(), 3);
    QTest::mouseClick(bench->sheet()->take_button(), Qt::LeftButton);
    window.settle();
    EXPECT_EQ(window.session->kept_name(), "HEAD");
    EXPECT_NEAR(window.height(window.session->kept_run()), 2.1, 0.01) << "as it was then";
    EXPECT_NEAR(window.height(window.session->now_run()), 2.5, 0.01);
}

}  // namespace
}  // namespace leap::studio::tunings_page_test
