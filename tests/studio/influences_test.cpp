// SPDX-License-Identifier: GPL-3.0-or-later
// Pointing at a dial tells which readings it moves, pointing at a reading which dials move it.
#include "studio/session/influences.hpp"

#include <gtest/gtest.h>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio::influences_test {
namespace {

TEST(Influences, OfADialAndOfAReadingAreToldInWords) {
    test::Studio studio;
    studio.session->choose_tape("three hops");
    studio.settle();
    const DialId rise = studio.dial("hop.rise");
    EXPECT_TRUE(studio.session->influence_of_dial(rise).contains("Calculating"));
    ASSERT_TRUE(QTest::qWaitFor([&] { return !studio.session->influence_of_dial(rise).contains("Calculating"); },
                                test::patience(60000)));
    const QString of_rise = studio.session->influence_of_dial(rise);
    EXPECT_TRUE(of_rise.contains("hop height  +0.55 m")) << of_rise.toStdString();
    const QString of_height = studio.session->influence_of_reading("hop_height");
    EXPECT_TRUE(of_height.contains("hop.rise")) << of_height.toStdString();
    EXPECT_FALSE(of_height.contains("tether")) << of_height.toStdString();
    studio.session->set_dial(rise, 2.3);
    studio.settle();
    EXPECT_TRUE(studio.session->influence_of_dial(rise).contains("Calculating")) << "of the new state";
}

TEST(Influences, NothingIsToldWhileADialIsDragged) {
    test::Studio studio;
    studio.session->preview_dial(studio.dial("hop.rise"), 3.0);
    EXPECT_EQ(studio.session->influence_of_dial(studio.dial("hop.rise")), "");
}

}  // namespace
}  // namespace leap::studio::influences_test
