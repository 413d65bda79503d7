// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures of the window, as `easy-leap --picture` takes them.
#include "studio/picture.hpp"

#include <gtest/gtest.h>

#include <QImage>

#include "tests/studio/support.hpp"

namespace leap::studio::picture_test {
namespace {

PictureOptions of_stage(const test::Studio& studio) {
    PictureOptions out;
    out.file = studio.folder.filePath("picture.png");
    out.desk = "stage";
    out.tape = "quay loop";
    out.at_s = 2.0;
    return out;
}

TEST(Picture, TellsOfTheMarksOfTheDialsItIsTakenWith) {
    test::Studio studio;
    studio.session->set_board_delay(300);
    PictureOptions options = of_stage(studio);
    ASSERT_EQ(take_picture(*studio.window, *studio.session, options), QString());
    EXPECT_FALSE(studio.session->board_busy());
    const QString as_written = studio.window->marks_text();
    EXPECT_TRUE(as_written.contains("marks hold")) << as_written.toStdString();
    options.settings = {"hop.rise=0.5 m"};
    ASSERT_EQ(take_picture(*studio.window, *studio.session, options), QString());
    EXPECT_FALSE(studio.session->board_busy()) << "it waits until the marks are looked at again";
    EXPECT_NE(studio.window->marks_text(), as_written) << "a hop that low misses some";
    EXPECT_EQ(QImage(options.file).size(), studio.window->size() * studio.window->devicePixelRatio());
}

TEST(Picture, SaysWhatItCantShow) {
    test::Studio studio;
    PictureOptions options = of_stage(studio);
    options.settings = {"hop.raise=0.5 m"};
    EXPECT_EQ(take_picture(*studio.window, *studio.session, options), QString("unknown dial in \"hop.raise=0.5 m\""));
    options.settings.clear();
    options.tape = "no such tape";
    EXPECT_EQ(take_picture(*studio.window, *studio.session, options),
              QString("the project has no tape \"no such tape\""));
    options.desk = "start";
    options.file = studio.folder.filePath("no folder/picture.png");
    EXPECT_TRUE(take_picture(*studio.window, *studio.session, options).contains("can't be written"));
}

}  // namespace
}  // namespace leap::studio::picture_test
