// SPDX-License-Identifier: GPL-3.0-or-later
// Gates and readings of the sheet: sizes, words and bands as they are painted.
#include <gtest/gtest.h>
#include <QHelpEvent>
#include <QImage>
#include <QLabel>
#include <QTest>
#include <QToolTip>

#include "studio/shared/flow_layout.hpp"
#include "studio/shared/palette.hpp"
#include "studio/stage_desk/gate_list.hpp"
#include "studio/stage_desk/reading_list.hpp"

namespace leap::studio::sheet_lists_test {
namespace {

QImage picture_of(QWidget& widget) {
    QImage out(widget.size(), QImage::Format_ARGB32);
    out.fill(palette::paper());
    widget.render(&out);
    return out;
}

int count(const QImage& image, const QRect& area, const QColor& colour) {
    int out = 0;
    for (int y = area.top(); y <= area.bottom(); ++y)
        for (int x = area.left(); x <= area.right(); ++x)
            if (image.valid(x, y) && image.pixelColor(x, y).rgb() == colour.rgb()) ++out;
    return out;
}

GateAnswer gate(const std::string& text, bool holds, const std::string& reason = {}) {
    GateAnswer out;
    out.text = text;
    out.holds = holds;
    out.reason = reason;
    return out;
}

TEST(GateList, GrowsByALineForEachGate) {
    GateList list;
    MoveAnswer answer;
    list.show_answer(answer);
    const int one = list.sizeHint().height();
    answer.gates = {gate("grounded", true)};
    list.show_answer(answer);
    EXPECT_EQ(list.sizeHint().height(), one) << "the line that says there is none has room, too";
    answer.gates.assign(4, gate("grounded", true));
    list.show_answer(answer);
    EXPECT_EQ(list.height(), one + 3 * (one - 2));
}

TEST(GateList, ARefusalIsPaintedAsOne) {
    GateList list;
    list.resize(340, 60);
    MoveAnswer answer;
    answer.gates = {gate("grounded", true), gate("breath >= 15", false, "out of breath")};
    list.show_answer(answer);
    const QImage image = picture_of(list);
    const int line = (list.height() - 2) / 2;
    EXPECT_EQ(count(image, {0, 0, 340, line}, palette::refused()), 0);
    EXPECT_GT(count(image, {0, line, 340, line}, palette::refused()), 10);
}

TEST(GateList, ItsTipHoldsWhatALineHasNoRoomFor) {
    GateList list;
    MoveAnswer answer;
    answer.gates = {gate("a long condition", true)};
    answer.gates[0].seen = "0.31 s ago";
    list.show_answer(answer);
    EXPECT_EQ(list.toolTip(), "a long condition  0.31 s ago");
}

ReadingResult reading(const std::string& name, std::optional<double> value, std::optional<double> low = {},
                      std::optional<double> high = {}) {
    ReadingResult out;
    out.name = name;
    out.meaning = "what " + name + " tells";
    out.value = value;
    out.missing = value ? "" : "no hop on this tape";
    out.low = low;
    out.high = high;
    return out;
}

TEST(ReadingList, GrowsByALineForEachReading) {
    ReadingList list;
    list.show_readings({reading("a", 1.0)}, {});
    const int one = list.height();
    list.show_readings({reading("a", 1.0), reading("b", 2.0), reading("c", {})}, {});
    EXPECT_EQ(list.height(), one + 2 * (one - 2));
}

TEST(ReadingList, AMarkThatHoldsAndOneThatDoesNotLookDifferent) {
    ReadingList list;
    list.resize(360, 40);
    list.show_readings({reading("met", 1.0, 0.5, 1.5), reading("missed", 3.0, 0.5, 1.5)}, {});
    const QImage image = picture_of(list);
    const int line = (list.height() - 2) / 2;
    const QRect sign(340, 0, 20, line);
    EXPECT_EQ(count(image, sign, palette::refused()), 0);
    EXPECT_GT(count(image, sign.translated(0, line), palette::refused()) +
                  count(image, sign.translated(0, line), palette::refused().lighter()),
              0);
}

TEST(ReadingList, BothValuesStandOnTheBand) {
    ReadingList list;
    list.resize(400, 24);
    list.show_readings({reading("a", 1.2, 0.5, 1.5)}, {reading("a", 0.8, 0.5, 1.5)});
    const QImage image = picture_of(list);
    const QRect band(250, 0, 150, list.height());
    EXPECT_GT(count(image, band, palette::now()), 8);
    EXPECT_GT(count(image, band, palette::kept()), 8);
}

TEST(ReadingList, SaysWhyThereIsNoValue) {
    ReadingList list;
    list.resize(400, 24);
    list.show_readings({reading("a", {})}, {});
    const QImage none = picture_of(list);
    list.show_readings({reading("a", 1.0)}, {});
    EXPECT_NE(none, picture_of(list));
    EXPECT_EQ(count(none, none.rect(), palette::now()), 0) << "no number";
}

/// Plain widgets of one size in a row that breaks.
struct Words {
    QWidget parent;
    FlowLayout* layout = new FlowLayout(&parent);
    std::vector<QWidget*> words;
    explicit Words(int count) {
        layout->setContentsMargins(0, 0, 0, 0);
        for (int i = 0; i < count; ++i) {
            auto* word = new QWidget;
            word->setFixedSize(80, 20);
            layout->addWidget(word);
            words.push_back(word);
        }
    }
};

TEST(FlowLayout, TakesAsManyToALineAsFit) {
    Words words(6);
    words.layout->setGeometry({0, 0, 1000, 200});
    for (const QWidget* word : words.words) EXPECT_EQ(word->y(), words.words[0]->y());
    words.layout->setGeometry({0, 0, 200, 200});
    EXPECT_EQ(words.words[0]->y(), words.words[1]->y());
    EXPECT_GT(words.words[2]->y(), words.words[1]->y());
    EXPECT_EQ(words.words[2]->x(), words.words[0]->x());
    for (const QWidget* word : words.words) EXPECT_LE(word->geometry().right(), 200);
}

TEST(FlowLayout, IsTallerTheNarrowerItIs) {
    const Words words(6);
    EXPECT_LT(words.layout->heightForWidth(1000), words.layout->heightForWidth(200));
    EXPECT_LT(words.layout->heightForWidth(200), words.layout->heightForWidth(90));
    EXPECT_GE(words.layout->minimumSize().width(), 80);
}

TEST(FlowLayout, GivesBackWhatIsTakenOut) {
    Words words(3);
    EXPECT_EQ(words.layout->count(), 3);
    EXPECT_EQ(words.layout->itemAt(7), nullptr);
    EXPECT_EQ(words.layout->takeAt(-1), nullptr);
    const std::unique_ptr<QLayoutItem> taken(words.layout->takeAt(0));
    ASSERT_NE(taken, nullptr);
    EXPECT_EQ(taken->widget(), words.words[0]);
    EXPECT_EQ(words.layout->count(), 2);
}

}  // namespace
}  // namespace leap::studio::sheet_lists_test
