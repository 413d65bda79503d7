// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>
#include <QAction>
#include <QApplication>
#include <QSettings>
#include <QTableWidget>
#include <QTest>
#include <algorithm>
#include <cmath>

#include "studio/bench_desk/bench_desk.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/text_size.hpp"
#include "studio/shared/theme.hpp"
#include "studio/stage_desk/score_view.hpp"
#include "studio/stage_desk/stage_desk.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio {
namespace {

/// How bright a colour is to the eye, and how far two stand apart: WCAG 2.1, "relative luminance", "contrast ratio".
double luminance(const QColor& color) {
    const auto part = [](double value) {
        return value <= 0.03928 ? value / 12.92 : std::pow((value + 0.055) / 1.055, 2.4);
    };
    return 0.2126 * part(color.redF()) + 0.7152 * part(color.greenF()) + 0.0722 * part(color.blueF());
}

double contrast(const QColor& a, const QColor& b) {
    const double brighter = std::max(luminance(a), luminance(b));
    const double darker = std::min(luminance(a), luminance(b));
    return (brighter + 0.05) / (darker + 0.05);
}

/// The lightness of the colour that is seen most.
int lightness_of_most(QWidget& widget) {
    const QImage image = widget.grab().toImage();
    std::array<int, 256> count{};
    for (int y = 0; y < image.height(); y += 2)
        for (int x = 0; x < image.width(); x += 2)
            ++count[static_cast<std::size_t>(image.pixelColor(x, y).lightness())];
    return static_cast<int>(std::max_element(count.begin(), count.end()) - count.begin());
}

struct WithPaper : test::Studio {
    ~WithPaper() { apply_theme(*qApp, Paper::light); }
    void toggle() {
        QTest::keyClick(window.get(), Qt::Key_B, Qt::ControlModifier | Qt::ShiftModifier);
        settle();
    }
};

TEST(Paper, WordsStandOutFromBothPapers) {
    for (const palette::Colors* paper : {&palette::light(), &palette::dark()}) {
        for (const QColor& back : {paper->paper, paper->sheet}) {
            for (const QColor& words :
                 {paper->ink, paper->quiet, paper->kept, paper->waiting_words, paper->string, paper->sense}) {
                EXPECT_GE(contrast(words, back), 4.5) << words.name().toStdString() << back.name().toStdString();
            }
            // Always beside a sign or a word that says the same.
            for (const QColor& words : {paper->now, paper->holds, paper->refused, paper->measured})
                EXPECT_GE(contrast(words, back), 4.0) << words.name().toStdString() << back.name().toStdString();
        }
    }
}

TEST(Paper, OneKeyTurnsEveryDeskDarkAndBack) {
    WithPaper at;
    QStringList desks;
    for (const DeskInfo& info : all_desks()) {
        if (info.name == "stage" || info.name == "bench") continue;  // most of it is the stage's dusk
        at.window->show_desk(info.name);
        at.settle();
        desks << info.name;
        EXPECT_GT(lightness_of_most(*at.window->desk_in_view()), 180) << info.name.toStdString();
    }
    at.toggle();
    for (const QString& name : desks) {
        at.window->show_desk(name);
        at.settle();
        EXPECT_LT(lightness_of_most(*at.window->desk_in_view()), 80) << name.toStdString();
    }
    EXPECT_EQ(kept_paper(), Paper::dark) << "and so the next time";
    at.toggle();
    for (const QString& name : desks) {
        at.window->show_desk(name);
        at.settle();
        EXPECT_GT(lightness_of_most(*at.window->desk_in_view()), 180) << name.toStdString();
    }
    EXPECT_EQ(kept_paper(), Paper::light);
}

TEST(Paper, RowsThatWereFilledBeforeFollow) {
    WithPaper at;
    at.window->show_desk("bench");
    at.settle();
    at.hurry_boards();
    QTableWidget* board = at.window->desk<BenchDesk>()->board_page()->table();
    ASSERT_TRUE(QTest::qWaitFor([&] { return board->rowCount() > 0; }, test::patience(20000)));
    const auto ink_of_first = [&] { return board->item(0, 0)->foreground().color(); };
    EXPECT_EQ(ink_of_first(), palette::light().ink);
    at.toggle();
    EXPECT_EQ(ink_of_first(), palette::dark().ink);
}

TEST(Paper, TheTimelineFollowsAtOnce) {
    WithPaper at;
    at.settle();
    ScoreView* timeline = at.window->desk<StageDesk>()->score();
    EXPECT_GT(lightness_of_most(*timeline), 200);
    at.toggle();
    EXPECT_LT(lightness_of_most(*timeline), 60) << "without the pointer over it";
}

TEST(TextSize, FollowsTheSystemsFontBeyondTheUsualSizes) {
    using namespace text_size;
    for (const double usual : {9.0, 10.0, 11.0}) EXPECT_EQ(from_system_font(usual), 100);
    EXPECT_EQ(from_system_font(15.0), 150);
    EXPECT_EQ(from_system_font(8.0), 80);
    EXPECT_EQ(from_system_font(90.0), max_percent);
    EXPECT_EQ(from_system_font(1.0), min_percent);
    for (const double none : {-1.0, 0.0, std::nan("")}) EXPECT_EQ(from_system_font(none), 100);
}

TEST(TextSize, IsChosenByKeysWithinItsBoundsAndCountsFromTheNextStart) {
    test::Studio at;
    QTest::keyClick(at.window.get(), Qt::Key_Plus, Qt::ControlModifier);
    EXPECT_EQ(text_size::chosen(), 110);
    EXPECT_EQ(text_size::wanted(15.0), 110) << "what is chosen goes before the system's";
    EXPECT_TRUE(at.window->strip_text().contains("110 %")) << at.window->strip_text().toStdString();
    for (int i = 0; i < 30; ++i) QTest::keyClick(at.window.get(), Qt::Key_Minus, Qt::ControlModifier);
    EXPECT_EQ(text_size::chosen(), text_size::min_percent);
    QTest::keyClick(at.window.get(), Qt::Key_0, Qt::ControlModifier);
    EXPECT_FALSE(text_size::chosen());
    EXPECT_EQ(text_size::wanted(15.0), 150);
    QSettings().setValue("window/text_percent", "large");
    EXPECT_FALSE(text_size::chosen()) << "what isn't a number is nothing chosen";
}

}  // namespace
}  // namespace leap::studio
