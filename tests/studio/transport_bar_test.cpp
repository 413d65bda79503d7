// SPDX-License-Identifier: GPL-3.0-or-later
// The line between stage and score, by clicks and keys.
#include "studio/stage_desk/transport_bar.hpp"

#include <gtest/gtest.h>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSignalSpy>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio::transport_bar_test {
namespace {

QPushButton* button(TransportBar* bar, const QString& text) {
    for (auto* each : bar->findChildren<QPushButton*>())
        if (each->text() == text) return each;
    ADD_FAILURE() << text.toStdString();
    return nullptr;
}

/// Whether some label of the bar says this.
bool says(TransportBar* bar, const QString& words) {
    for (const auto* label : bar->findChildren<QLabel*>())
        if (label->text().contains(words)) return true;
    return false;
}

void pick(QComboBox* box, const QString& text) {
    const int index = box->findText(text);
    ASSERT_GE(index, 0) << text.toStdString();
    box->setCurrentIndex(index);
    emit box->textActivated(text);
    emit box->activated(index);
}

TEST(TransportBar, PlayBecomesStopAndTheTakeIsChosen) {
    test::Studio studio;
    TransportBar* bar = studio.desk->transport();
    EXPECT_EQ(bar->play_button()->text(), "Play");
    QTest::mouseClick(bar->play_button(), Qt::LeftButton);
    ASSERT_TRUE(studio.session->playing());
    EXPECT_EQ(bar->play_button()->text(), "Stop");
    studio.pass(0.5);
    QTest::mouseClick(bar->play_button(), Qt::LeftButton);
    studio.settle();
    EXPECT_FALSE(studio.session->playing());
    EXPECT_EQ(bar->play_button()->text(), "Play");
    EXPECT_EQ(bar->tapes()->currentText().toStdString(), studio.session->tape()->name);
    EXPECT_TRUE(bar->tapes()->toolTip().contains("not saved"));
}

TEST(TransportBar, AllTapesCanBeChosenAndSayHowLongTheyAre) {
    test::Studio studio;
    TransportBar* bar = studio.desk->transport();
    EXPECT_EQ(static_cast<std::size_t>(bar->tapes()->count()), studio.session->tape_names().size());
    pick(bar->tapes(), "three hops");
    studio.settle();
    EXPECT_EQ(studio.session->tape()->name, "three hops");
    EXPECT_TRUE(bar->tapes()->toolTip().contains("3.60 s")) << bar->tapes()->toolTip().toStdString();
    EXPECT_TRUE(bar->tapes()->toolTip().contains("presses"));
    EXPECT_FALSE(bar->tapes()->toolTip().contains("not saved"));
}

TEST(TransportBar, TimeAndTickFollowTheCursor) {
    test::Studio studio;
    TransportBar* bar = studio.desk->transport();
    pick(bar->tapes(), "three hops");
    studio.settle();
    studio.session->set_cursor(1.25);
    EXPECT_TRUE(says(bar, "1.250 s  tick 150"));
    studio.session->set_cursor(0.0);
    EXPECT_TRUE(says(bar, "tick 0"));
}

TEST(TransportBar, KeepAndDropAreThereOnlyForADifference) {
    test::Studio studio;
    TransportBar* bar = studio.desk->transport();
    QPushButton* keep = button(bar, "Keep");
    QPushButton* drop = button(bar, "Revert");
    EXPECT_FALSE(keep->isEnabled());
    EXPECT_FALSE(drop->isEnabled());
    const double written = studio.value("hop.rise");
    studio.session->set_dial(studio.dial("hop.rise"), 3.0);
    studio.settle();
    EXPECT_TRUE(keep->isEnabled());
    ASSERT_TRUE(drop->isEnabled());
    QTest::mouseClick(drop, Qt::LeftButton);
    studio.settle();
    EXPECT_DOUBLE_EQ(studio.value("hop.rise"), written);
    EXPECT_FALSE(drop->isEnabled());
    studio.session->set_dial(studio.dial("hop.rise"), 3.0);
    studio.settle();
    QTest::mouseClick(keep, Qt::LeftButton);
    studio.settle();
    EXPECT_DOUBLE_EQ(studio.value("hop.rise"), 3.0) << "what is now is kept";
    EXPECT_FALSE(keep->isEnabled());
}

TEST(TransportBar, OneViewIsChosenAtATime) {
    test::Studio studio;
    TransportBar* bar = studio.desk->transport();
    const QSignalSpy wanted(bar, &TransportBar::view_wanted);
    QTest::mouseClick(button(bar, "Side"), Qt::LeftButton);
    ASSERT_EQ(wanted.count(), 1);
    EXPECT_EQ(wanted.at(0).at(0).value<StageView3D>(), StageView3D::side);
    EXPECT_TRUE(button(bar, "Side")->isChecked());
    EXPECT_FALSE(button(bar, "Behind")->isChecked());
    bar->set_view(StageView3D::eyes);
    EXPECT_FALSE(button(bar, "Side")->isChecked());
    EXPECT_TRUE(button(bar, "Eyes")->isChecked());
}

TEST(TransportBar, CharactersAreThereWhenThereAreSeveral) {
    test::Studio studio;
    TransportBar* bar = studio.desk->transport();
    pick(bar->tapes(), "three hops");
    studio.settle();
    EXPECT_FALSE(bar->characters()->isVisible());
    EXPECT_FALSE(bar->all_button()->isVisible());
    pick(bar->tapes(), "two on the quay");
    studio.settle();
    ASSERT_TRUE(bar->characters()->isVisible());
    EXPECT_EQ(bar->characters()->count(), 2);
    const QString second = bar->characters()->itemText(1);
    pick(bar->characters(), second);
    EXPECT_EQ(studio.session->character(), 1U);
    const QSignalSpy all(bar, &TransportBar::view_on_all_wanted);
    QTest::mouseClick(bar->all_button(), Qt::LeftButton);
    EXPECT_EQ(all.count(), 1);
}

TEST(TransportBar, FitsAWindowOfASmallScreenWithTwoCharacters) {
    test::Studio studio;
    pick(studio.desk->transport()->tapes(), "two on the quay");
    studio.settle();
    EXPECT_LE(studio.desk->transport()->minimumSizeHint().width(), 1024);
}

}  // namespace
}  // namespace leap::studio::transport_bar_test
