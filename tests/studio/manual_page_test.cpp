// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/manual/manual_page.hpp"

#include <gtest/gtest.h>
#include <QTest>
#include <QTextBlock>

#include "tests/studio/support.hpp"

namespace leap::studio::manual_page_test {
namespace {

TEST(ManualPage, EveryChapterHasItsTextAndItsPictures) {
    ManualPage manual;
    manual.open();
    ASSERT_EQ(manual.chapters()->count(), 13);
    for (int i = 0; i < manual.chapters()->count(); ++i) {
        manual.chapters()->setCurrentRow(i);
        const QString chapter = manual.chapters()->item(i)->text();
        EXPECT_FALSE(chapter.isEmpty());
        EXPECT_TRUE(manual.page()->toPlainText().startsWith(chapter)) << chapter.toStdString();
        int pictures = 0;
        for (QTextBlock block = manual.page()->document()->begin(); block.isValid(); block = block.next())
            for (auto part = block.begin(); !part.atEnd(); ++part) {
                const QTextImageFormat image = part.fragment().charFormat().toImageFormat();
                if (!image.isValid()) continue;
                ++pictures;
                const QVariant loaded = manual.page()->loadResource(QTextDocument::ImageResource, QUrl(image.name()));
                EXPECT_FALSE(loaded.value<QImage>().isNull()) << image.name().toStdString();
                EXPECT_LE(loaded.value<QImage>().width(), 860);
            }
        EXPECT_GE(pictures, 1) << chapter.toStdString();
    }
}

TEST(ManualPage, AKeyOpensItAndEscLeadsBackToTheDesk) {
    test::Studio studio;
    studio.window->show_desk("course");
    QTest::keyClick(studio.window.get(), Qt::Key_F1);
    EXPECT_TRUE(studio.window->manual()->isVisible());
    studio.window->manual()->chapters()->setCurrentRow(3);
    QTest::keyClick(studio.window->manual()->chapters(), Qt::Key_Escape);
    EXPECT_FALSE(studio.window->manual()->isVisible());
    QTest::keyClick(studio.window.get(), Qt::Key_F1);
    EXPECT_EQ(studio.window->manual()->chapters()->currentRow(), 3) << "where it was left";
    QTest::mouseClick(studio.window->manual()->back(), Qt::LeftButton);
    EXPECT_FALSE(studio.window->manual()->isVisible());
}

}  // namespace
}  // namespace leap::studio::manual_page_test
