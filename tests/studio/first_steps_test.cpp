// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/first_steps.hpp"

#include <gtest/gtest.h>

#include <QPushButton>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio::first_steps_test {
namespace {

using test::Studio;

TEST(FirstSteps, AreFourLinesThatAreTickedAsTheyAreDoneAndThenGo) {
    Studio studio;
    FirstSteps* steps = studio.desk->first_steps();
    EXPECT_FALSE(steps->isVisible()) << "only who begins is told";
    studio.window->welcome(studio.folder.path());
    ASSERT_TRUE(steps->isVisible());
    ASSERT_EQ(steps->lines().size(), 4);
    EXPECT_TRUE(steps->lines()[0].contains("W A S D, Space jump")) << steps->lines()[0].toStdString();
    ASSERT_EQ(studio.session->play({}), "");
    studio.pass(0.2);
    EXPECT_EQ(steps->done_count(), 1);
    studio.session->stop();
    studio.settle();
    EXPECT_EQ(steps->done_count(), 2);
    EXPECT_TRUE(steps->lines()[1].startsWith("✓"));
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    studio.settle();
    EXPECT_EQ(steps->done_count(), 3);
    studio.session->keep();
    studio.settle();
    EXPECT_FALSE(steps->isVisible());
    studio.window->welcome(studio.folder.path());
    EXPECT_FALSE(steps->isVisible()) << "once is enough";
}

TEST(FirstSteps, PutAwayTheyStayAway) {
    Studio studio;
    FirstSteps* steps = studio.desk->first_steps();
    studio.window->welcome(studio.folder.path());
    QTest::mouseClick(steps->findChild<QPushButton*>(), Qt::LeftButton);
    EXPECT_FALSE(steps->isVisible());
    studio.window->welcome(studio.folder.path());
    EXPECT_FALSE(steps->isVisible());
}

}  // namespace
}  // namespace leap::studio::first_steps_test
