// SPDX-License-Identifier: GPL-3.0-or-later
// What the Course desk paints, read from its pictures.
#include <gtest/gtest.h>

#include <QApplication>

#include "studio/course_desk/course_desk.hpp"
#include "studio/shared/palette.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::course_painting_test {
namespace {

struct Painting : test::Studio {
    CourseDesk* course = nullptr;
    CourseEditor* editor = nullptr;
    Painting() {
        window->show_desk("course");
        course = window->desk<CourseDesk>();
        editor = course->editor();
        settle();
    }
    CourseItem item(ItemKind kind, const std::string& name) const {
        for (const CourseItem& one : all_items(editor->plan()))
            if (one.kind == kind && item_name(editor->plan(), one) == name) return one;
        ADD_FAILURE() << "nothing called " << name;
        return {};
    }
    static QImage picture(CourseDrawing* drawing) { return drawing->grab().toImage(); }
    static double distance(const QColor& a, const QColor& b) {
        return std::abs(a.redF() - b.redF()) + std::abs(a.greenF() - b.greenF()) + std::abs(a.blueF() - b.blueF());
    }
    /// How many pixels near a line between two places are of a colour.
    static int along(const QImage& image, const QPointF& a, const QPointF& b, const QColor& color) {
        int out = 0;
        constexpr int steps = 200;
        for (int i = 0; i <= steps; ++i) {
            const QPointF p = a + (b - a) * (i / static_cast<double>(steps));
            bool met = false;
            for (int dx = -2; dx <= 2; ++dx)
                for (int dy = -2; dy <= 2; ++dy) {
                    const QPoint at(static_cast<int>(p.x()) + dx, static_cast<int>(p.y()) + dy);
                    met = met || (image.rect().contains(at) && distance(image.pixelColor(at), color) < 0.25);
                }
            out += met ? 1 : 0;
        }
        return out;
    }
    static int of_color(const QImage& image, const QRectF& area, const QColor& color) {
        int out = 0;
        const QRect inside = area.toRect().intersected(image.rect());
        for (int y = inside.top(); y <= inside.bottom(); ++y)
            for (int x = inside.left(); x <= inside.right(); ++x)
                out += distance(image.pixelColor(x, y), color) < 0.2 ? 1 : 0;
        return out;
    }
};

TEST(CoursePainting, TheSideViewShowsEveryPieceUntilOneIsSelected) {
    Painting painting;
    CourseDrawing* side = painting.course->side();
    side->fit_to({{-5, 0, -3}, {75, 0, 14}});
    const CourseItem hook = painting.item(ItemKind::piece, "alley wall left");
    const QRectF wall = side->outline(hook).boundingRect();
    const auto top_edge = [&] {
        return Painting::along(Painting::picture(side), wall.topLeft(), wall.topRight(), palette::ink());
    };
    EXPECT_GT(top_edge(), 150) << "in ink while nothing is selected";
    painting.editor->select({painting.item(ItemKind::piece, "back walk")});
    side->fit_to({{-5, 0, -3}, {75, 0, 14}});
    painting.settle();
    EXPECT_LT(top_edge(), 80) << "behind what is selected it is only hinted at";
}

TEST(CoursePainting, TheRunIsDrawnAndTheKeptOneDashedOnceTheyDiffer) {
    Painting painting;
    CourseDrawing* plan = painting.course->plan();
    plan->fit_to({{-5, -5, 0}, {60, 5, 0}});
    const QRectF whole(plan->rect());
    EXPECT_GT(Painting::of_color(Painting::picture(plan), whole, palette::now()), 200);
    EXPECT_EQ(Painting::of_color(Painting::picture(plan), whole, palette::kept()), 0);
    painting.session->set_dial(painting.dial("walk.top"), 4.0);
    painting.settle();
    CourseDrawing* side = painting.course->side();
    side->fit_to({{-5, 0, -3}, {60, 0, 6}});
    EXPECT_GT(Painting::of_color(Painting::picture(side), QRectF(side->rect()), palette::kept()), 40);
}

TEST(CoursePainting, WhatIsSelectedHasItsOutlineHandlesAndDimensions) {
    Painting painting;
    CourseDrawing* plan = painting.course->plan();
    const CourseItem quay = painting.item(ItemKind::piece, "long quay 2, after 2 m");
    plan->fit_to({{8, -10, 0}, {32, 10, 0}});
    const QRectF shape = plan->outline(quay).boundingRect();
    const int before =
        Painting::along(Painting::picture(plan), shape.bottomLeft(), shape.bottomRight(), palette::now());
    painting.editor->select({quay});
    plan->fit_to({{8, -10, 0}, {32, 10, 0}});
    painting.settle();
    const QImage selected = Painting::picture(plan);
    EXPECT_GT(Painting::along(selected, shape.bottomLeft(), shape.bottomRight(), palette::now()), before + 120);
    // The gap of 2 m to the quay before it is drawn as a line over the water.
    const QPointF here = plan->at({16.0, 0.0, 0.0});
    const QPointF there = plan->at({14.0, 0.0, 0.0});
    int most = 0;
    for (double y = -3.0; y <= 3.0; y += 0.1) {
        const QPointF shift = plan->at({0.0, y, 0.0}) - plan->at(Vec3{0.0});
        most = std::max(most, Painting::along(selected, here + shift, there + shift, palette::ink()));
    }
    EXPECT_GT(most, 120) << "but for the part on which its length stands";
}

TEST(CoursePainting, FocusAreasComeAndGoWithTheirSwitch) {
    Painting painting;
    CourseDrawing* plan = painting.course->plan();
    plan->fit_to({{-30, -5, 0}, {0, 15, 0}});
    const QImage without = Painting::picture(plan);
    painting.editor->set_shows_focus(true);
    painting.settle();
    const QImage with = Painting::picture(plan);
    EXPECT_NE(with, without);
    painting.editor->set_shows_focus(false);
    painting.settle();
    EXPECT_EQ(Painting::picture(plan), without);
}

TEST(CoursePainting, TheGridIsDrawnToAScaleThatStaysReadable) {
    Painting painting;
    CourseDrawing* plan = painting.course->plan();
    for (const double wide : {6.0, 60.0, 600.0}) {
        plan->fit_to({{0, 0, 0}, {wide, 1, 0}});
        const QImage image = Painting::picture(plan);
        const QRectF corner(0, image.height() - 22.0, 130, 20);
        EXPECT_GT(Painting::of_color(image, corner, palette::quiet()), 10) << "the words of the scale at " << wide;
    }
}

TEST(CoursePainting, NoNameIsWrittenOverAnotherAndTheSelectedOneIsAlwaysThere) {
    Painting painting;
    CourseDrawing* plan = painting.course->plan();
    const CourseItem door = painting.item(ItemKind::fixture, "two quay door");
    painting.editor->select({door});
    plan->fit();
    painting.settle();
    const std::vector<CourseDrawing::ItemName> names = plan->names();
    ASSERT_GT(names.size(), 4U);
    EXPECT_EQ(names.front().item, door);
    QStringList texts;
    for (std::size_t i = 0; i < names.size(); ++i) {
        texts << names[i].text;
        for (std::size_t k = 0; k < i; ++k)
            EXPECT_FALSE(names[i].area.intersects(names[k].area))
                << names[i].text.toStdString() << " over " << names[k].text.toStdString();
    }
    EXPECT_TRUE(texts.contains("lever stand")) << texts.join(", ").toStdString();
    EXPECT_TRUE(texts.contains("two quay lever")) << texts.join(", ").toStdString();
    plan->fit_to({{-80, -90, 0}, {100, 60, 0}});
    const std::vector<CourseDrawing::ItemName> far = plan->names();
    ASSERT_EQ(far.size(), 1U) << "of the whole harbour only what is selected is named";
    EXPECT_EQ(far[0].item, door);
}

}  // namespace
}  // namespace leap::studio::course_painting_test
