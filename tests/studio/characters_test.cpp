// SPDX-License-Identifier: GPL-3.0-or-later
// Several characters in the window: whose lanes, dials and gates are shown.
#include <gtest/gtest.h>

#include "core/project/tape_file.hpp"
#include "core/readings/quantity.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::characters_test {
namespace {

struct TwoOnTheQuay {
    test::Studio studio;
    TwoOnTheQuay() {
        studio.session->choose_tape("two on the quay");
        studio.settle();
    }
    void select(const std::string& name) {
        QComboBox* box = studio.desk->transport()->characters();
        const int index = box->findText(QString::fromStdString(name));
        ASSERT_GE(index, 0) << name;
        box->setCurrentIndex(index);
        emit box->activated(index);
        studio.settle();
    }
    void show(const std::string& machine) {
        studio.desk->sheet()->show_machine(studio.session->program()->find_machine(machine).value());
        studio.settle();
    }
};

TEST(Characters, AreChosenBesideTheTapeWhenThereAreSeveral) {
    TwoOnTheQuay two;
    QComboBox* box = two.studio.desk->transport()->characters();
    EXPECT_TRUE(box->isVisible());
    EXPECT_EQ(box->count(), 2);
    EXPECT_EQ(box->currentText(), "wick");
    two.studio.session->choose_tape("three hops");
    two.studio.settle();
    EXPECT_FALSE(box->isVisible()) << "one alone is not chosen";
    EXPECT_FALSE(two.studio.desk->transport()->all_button()->isVisible());
}

TEST(Characters, TheBarBesideTheTapeFitsASmallWindow) {
    TwoOnTheQuay two;
    ASSERT_TRUE(two.studio.session->play({}).isEmpty());
    two.studio.pass(1.0);
    two.studio.session->stop();  // its name and length, and that it isn't saved
    two.studio.settle();
    EXPECT_LE(two.studio.window->minimumSizeHint().width(), 1280);
}

TEST(Characters, TheSheetShowsTheDialsThatHoldForTheSelectedOne) {
    TwoOnTheQuay two;
    const auto told = [&](const QString& name) {
        for (const QLabel* label : two.studio.desk->sheet()->findChildren<QLabel*>())
            if (label->text().startsWith(name + " · on ")) return true;
        return false;
    };
    EXPECT_TRUE(told("wick")) << "as soon as the tape has two";
    two.show("hop");
    const DialId of_wick = two.studio.dial("hop.rise");
    const DialId of_pip = two.studio.dial("pip.hop.rise");
    EXPECT_NE(two.studio.desk->sheet()->row_of(of_wick), nullptr);
    EXPECT_EQ(two.studio.desk->sheet()->row_of(of_pip), nullptr);
    two.select("pip");
    EXPECT_TRUE(told("pip"));
    EXPECT_EQ(two.studio.desk->sheet()->row_of(of_wick), nullptr);
    ASSERT_NE(two.studio.desk->sheet()->row_of(of_pip), nullptr);
    EXPECT_NE(two.studio.desk->sheet()->row_of(two.studio.dial("hop.coyote")), nullptr) << "shared by both";
}

TEST(Characters, ADialOfOneBendsOneRunAndIsWrittenToItsOwnText) {
    TwoOnTheQuay two;
    const auto top = [&](std::size_t character) {
        const Trace& trace = two.studio.session->now_run()->trace;
        return extreme(trace.tracks.at(character), Quantity::feet, {8.5, 9.5}, true);
    };
    const double before = top(1);
    two.studio.session->set_dial(two.studio.dial("pip.hop.rise"), 2.4);
    two.studio.settle();
    EXPECT_NEAR(top(1), before + 0.5, 0.1);
    EXPECT_NEAR(top(0), 0.0, 0.01) << "Wick stands as before";
    EXPECT_TRUE(two.studio.session->text("pip.leap")->find("2.4 m") != std::string::npos);
    EXPECT_TRUE(two.studio.session->text("moves/hop.leap")->find("rise        = 2.1 m") != std::string::npos);
}

TEST(Characters, GatesAnswerForTheSelectedOne) {
    TwoOnTheQuay two;
    const auto hop = two.studio.session->program()->find_machine("hop").value();
    const auto ready = [&] {
        for (const MoveAnswer& answer : two.studio.session->explain_at(11.5))
            if (answer.move == hop) return answer.readiness;
        return Readiness::waiting;
    };
    EXPECT_EQ(ready(), Readiness::ready) << "Wick stands on the ground";
    two.select("pip");
    EXPECT_EQ(ready(), Readiness::active) << "Pip has just jumped off his shoulders";
}

TEST(Characters, ATakeForTwoIsSavedAndReadAgain) {
    TwoOnTheQuay two;
    ASSERT_TRUE(two.studio.session->play({}).isEmpty());
    two.studio.pass(0.2);
    two.select("pip");
    two.studio.window->input()->key(Qt::Key_Space, true);
    two.studio.pass(0.5);
    two.studio.session->stop();
    two.studio.settle();
    ASSERT_TRUE(two.studio.session->save().isEmpty());
    const std::string text = two.studio.file_text("tapes/take.tape.json");
    const auto read = read_tape(text, "take.tape.json");
    ASSERT_TRUE(read.has_value());
    ASSERT_EQ(read->tracks.size(), 2U);
    EXPECT_TRUE(read->tracks[0].events.empty());
    EXPECT_FALSE(read->tracks[1].events.empty()) << "the keyboard played Pip";
    EXPECT_EQ(*read, *two.studio.session->tape());
}

}  // namespace
}  // namespace leap::studio::characters_test
