// SPDX-License-Identifier: GPL-3.0-or-later
// A blind pair through the real window: played with keys, said with the mouse.
#include "studio/bench_desk/pair_page.hpp"

#include <gtest/gtest.h>
#include <QTest>

#include "core/project/file_io.hpp"
#include "studio/bench_desk/bench_desk.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::pair_page_test {
namespace {

struct Pair : test::Studio {
    BenchDesk* bench = nullptr;
    PairPage* page = nullptr;
    Pair() {
        window->show_desk("bench");
        bench = window->desk<BenchDesk>();
        bench->notebook()->select_trial(path());
        settle();
        page = bench->pair_page();
    }
    std::string path() const { return session->project().find_trial("floaty or snappy")->path; }
    const Trial& trial() const { return session->project().find_trial("floaty or snappy")->trial; }
    void press(QPushButton* button) {
        ASSERT_TRUE(button->isEnabled() && button->isVisible()) << button->text().toStdString();
        QTest::mouseClick(button, Qt::LeftButton);
        settle();
    }
    /// Plays one side for a moment, with a hop; how high it went.
    double play(bool second) {
        press(page->play_button(second));
        EXPECT_TRUE(session->playing_blind());
        pass(0.2);
        QTest::keyPress(window->focusWidget(), Qt::Key_Space);
        pass(0.7);
        double high = 0.0;
        for (const TraceRow& row : session->live_view().trace.tracks[0].rows) high = std::max(high, row.position.z);
        QTest::keyRelease(window->focusWidget(), Qt::Key_Space);
        QTest::keyClick(window->focusWidget(), Qt::Key_Escape);
        settle();
        EXPECT_FALSE(session->playing());
        return high;
    }
    void round(QPushButton* answer) {
        play(false);
        play(true);
        press(answer);
    }
};

TEST(PairPage, EachSideIsPlayedWithItsOwnTuningAndNothingIsKept) {
    Pair window;
    const std::size_t tapes = window.session->tape_names().size();
    const double cursor = window.session->cursor();
    EXPECT_FALSE(window.page->first_button()->isEnabled()) << "nothing can be said before both were played";
    const double first = window.play(false);
    EXPECT_FALSE(window.page->first_button()->isEnabled());
    const double second = window.play(true);
    EXPECT_TRUE(window.page->first_button()->isEnabled());
    const auto rise = [&](const std::string& tuning) {
        return (*window.session->dials_of_tuning(tuning))[window.dial("hop.rise")];
    };
    ASSERT_NE(rise("floaty"), rise("snappy"));
    const bool swapped = pair_is_swapped(window.trial().seed, 0);
    EXPECT_NEAR(first, rise(swapped ? "snappy" : "floaty"), 0.02);
    EXPECT_NEAR(second, rise(swapped ? "floaty" : "snappy"), 0.02);
    EXPECT_EQ(window.session->tape_names().size(), tapes) << "a take would show the tuning";
    EXPECT_EQ(window.session->cursor(), cursor);
    EXPECT_FALSE(window.session->modified());
}

TEST(PairPage, TheNamesAreToldOnlyWhenTheyAreAskedFor) {
    Pair window;
    for (int i = 0; i < 3; ++i) window.round(window.page->first_button());
    ASSERT_EQ(window.trial().rounds.size(), 3U);
    EXPECT_EQ(window.page->table()->rowCount(), 3);
    for (int row = 0; row < 3; ++row) {
        EXPECT_EQ(window.page->table()->item(row, 1)->text(), "?");
        EXPECT_EQ(window.page->table()->item(row, 3)->text(), "the first");
    }
    for (const char* const name : {"floaty felt", "snappy felt"}) EXPECT_FALSE(window.page->words().contains(name));
    window.press(window.page->names_button());
    ASSERT_TRUE(QTest::qWaitFor([&] { return window.trial().result.has_value(); }, test::patience(5000)));
    window.settle();
    EXPECT_TRUE(window.page->words().contains("by chance in")) << window.page->words().toStdString();
    for (std::size_t i = 0; i < 3; ++i) {
        const QString first = pair_is_swapped(window.trial().seed, i) ? "snappy" : "floaty";
        EXPECT_EQ(window.page->table()->item(2 - static_cast<int>(i), 1)->text(), first);
        EXPECT_EQ(window.page->table()->item(2 - static_cast<int>(i), 3)->text(), first);
    }
    EXPECT_FALSE(window.page->play_button(false)->isEnabled()) << "who knows the names can't play on blindly";
}

TEST(PairPage, RoundsStandInTheFileAndCanBeTakenBack) {
    Pair window;
    window.round(window.page->none_button());
    window.round(window.page->second_button());
    EXPECT_EQ(window.session->save(), "");
    const auto read = read_trial(window.file_text(window.path()), "t");
    ASSERT_TRUE(read) << read.error();
    ASSERT_EQ(read->rounds.size(), 2U);
    EXPECT_EQ(read->rounds[0].said, PairSaid::none);
    EXPECT_EQ(read->rounds[1].said, pair_said(pair_is_swapped(read->seed, 1), false));
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_EQ(window.trial().rounds.size(), 1U);
    window.press(window.page->start_again_button());
    EXPECT_TRUE(window.trial().rounds.empty());
    EXPECT_NE(window.trial().seed, read->seed) << "in another order";
}

TEST(PairPage, AfterTheLastRoundThereIsNothingMoreToPlay) {
    Pair window;
    Trial trial = window.trial();
    trial.tries = 2;
    window.session->edit_trial(window.path(), trial);
    window.settle();
    for (int i = 0; i < 2; ++i) window.round(window.page->none_button());
    EXPECT_FALSE(window.page->play_button(true)->isEnabled());
    EXPECT_TRUE(window.page->names_button()->isEnabled());
}

TEST(PairPage, ATuningThatIsGoneIsTold) {
    Pair window;
    window.session->delete_tuning("snappy");
    window.settle();
    QString told;
    QObject::connect(window.page, &PairPage::problem, [&](const QString& text) { told = text; });
    QTest::mouseClick(window.page->play_button(false), Qt::LeftButton);
    EXPECT_TRUE(told.contains("unknown tuning \"snappy\"")) << told.toStdString();
    EXPECT_FALSE(window.session->playing());
}

TEST(PairPage, ADialTurnedMeanwhileDoesNotReachThePair) {
    Pair window;
    window.press(window.page->play_button(false));
    const std::vector<double> before = window.session->run_ingredients().tuning.dials;
    window.session->preview_dial(window.dial("hop.rise"), 5.5);
    window.pass(0.1);
    EXPECT_EQ(window.session->run_ingredients().tuning.dials, before);
    EXPECT_EQ(window.session->play_again(), "");
    EXPECT_TRUE(window.session->playing_blind()) << "again is the same side again";
    EXPECT_EQ(window.session->run_ingredients().tuning.dials, before);
    window.session->stop();
}

}  // namespace
}  // namespace leap::studio::pair_page_test
