// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/course_desk/course_desk.hpp"
#include "studio/course_desk/course_sheet.hpp"

#include <gtest/gtest.h>

#include <QApplication>
#include <QElapsedTimer>
#include <QTest>

#include "core/project/course_file.hpp"
#include "core/project/file_io.hpp"
#include "core/world/path_edit.hpp"
#include "studio/course_desk/import_dialog.hpp"
#include "studio/stage_desk/stage_meshes.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::course_desk_test {
namespace {

using Handle = CourseDrawing::Handle;

struct Laying : test::Studio {
    CourseDesk* course = nullptr;
    CourseEditor* editor = nullptr;
    CourseDrawing* plan = nullptr;
    Laying() {
        window->show_desk("course");
        course = window->desk<CourseDesk>();
        editor = course->editor();
        plan = course->plan();
        settle();
    }
    CourseItem item(ItemKind kind, const std::string& name) const {
        for (const CourseItem& one : all_items(editor->plan()))
            if (one.kind == kind && item_name(editor->plan(), one) == name) return one;
        ADD_FAILURE() << "nothing called " << name;
        return {};
    }
    CourseItem piece(const std::string& name) const { return item(ItemKind::piece, name); }
    CourseItem fixture(const std::string& name) const { return item(ItemKind::fixture, name); }
    const Piece& piece_of(const std::string& name) const { return editor->plan().pieces[piece(name).index]; }
    /// Presses, moves in a few strokes and lets go, as a hand does.
    void drag(CourseDrawing* drawing, const QPointF& from, const QPointF& to,
              Qt::KeyboardModifiers modifiers = Qt::NoModifier) {
        const auto send = [&](QEvent::Type type, const QPointF& at, Qt::MouseButtons buttons) {
            QMouseEvent event(type, at, drawing->mapToGlobal(at),
                              type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton, buttons, modifiers);
            QApplication::sendEvent(drawing, &event);
        };
        send(QEvent::MouseButtonPress, from, Qt::LeftButton);
        for (int i = 1; i <= 4; ++i) send(QEvent::MouseMove, from + (to - from) * (0.25 * i), Qt::LeftButton);
        send(QEvent::MouseButtonRelease, to, Qt::NoButton);
        settle();
    }
    void drag_by(CourseDrawing* drawing, const QPointF& from, const Vec3& by) {
        drag(drawing, from, from + (drawing->at(by) - drawing->at(Vec3{0.0})));
    }
    void wait_for_reach() {
        QElapsedTimer timer;
        timer.start();
        while ((editor->busy() || editor->reach().empty()) && timer.elapsed() < 20000) settle();
    }
    /// What is tried out is asked for a moment after an edit, so an older answer may still stand.
    template <class Holds>
    bool comes_true(Holds holds) {
        QElapsedTimer timer;
        timer.start();
        while (!holds() && timer.elapsed() < 20000) settle();
        return holds();
    }
    Handle handle(Handle::Kind kind, int axis = 0, int sign = 1, CourseDrawing* drawing = nullptr) const {
        for (const Handle& one : (drawing != nullptr ? drawing : plan)->handles())
            if (one.kind == kind && (kind != Handle::Kind::side || (one.axis == axis && one.sign == sign))) return one;
        ADD_FAILURE() << "no such handle";
        return {};
    }
    void type_into(QLineEdit* edit, const QString& text) {
        ASSERT_NE(edit, nullptr);
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    }
};

TEST(CourseDesk, APieceIsDraggedOnTheGridAsOneUndoStepAndTheTapeFollows) {
    Laying laying;
    laying.plan->fit_to({{10, -5, 0}, {40, 5, 0}});
    const Vec3 before = laying.piece_of("long quay 3, after 3 m").center;
    const std::string text = *laying.session->text("quay.course.json");
    laying.drag_by(laying.plan, laying.plan->at({28, 0.5, 0}), {2.06, -7.96, 0});
    EXPECT_EQ(laying.piece_of("long quay 3, after 3 m").center, before + Vec3(2, -8, 0)) << "its edge is on the grid";
    EXPECT_TRUE(laying.session->modified());
    EXPECT_FALSE(laying.editor->tape_holds()) << "the tape's run falls into the gap that is left";
    EXPECT_TRUE(laying.course->verdict().contains("✕")) << laying.course->verdict().toStdString();
    EXPECT_EQ(laying.session->kept_course()->plan.pieces.size(), laying.session->course()->plan.pieces.size());
    QTest::keyClick(laying.window.get(), Qt::Key_Z, Qt::ControlModifier);
    laying.settle();
    EXPECT_EQ(laying.piece_of("long quay 3, after 3 m").center, before);
    EXPECT_EQ(*laying.session->text("quay.course.json"), text);
    EXPECT_TRUE(laying.editor->tape_holds());
    EXPECT_TRUE(laying.course->verdict().contains("✓"));
}

TEST(CourseDesk, WhatIsLaidOutIsSavedAndNothingElseChanges) {
    Laying laying;
    laying.plan->fit_to({{0, 0, 0}, {12, 4, 0}});
    laying.drag_by(laying.plan, laying.plan->at({5.3, 1.5, 0}), {1, 0, 0});
    ASSERT_TRUE(laying.window->save());
    const std::string saved = laying.file_text("quay.course.json");
    EXPECT_NE(saved.find(R"({"name": "crate low", "kind": "box", "center": [6.5, 1.7, 0.5])"), std::string::npos);
    const std::string before =
        read_file(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay/quay.course.json").value();
    std::size_t changed = 0;
    for (std::size_t i = 0, j = 0; i < before.size();) {
        const std::string a = before.substr(i, before.find('\n', i) - i);
        const std::string b = saved.substr(j, saved.find('\n', j) - j);
        changed += a == b ? 0 : 1;
        i += a.size() + 1;
        j += b.size() + 1;
    }
    EXPECT_EQ(changed, 1U) << "one line";
    laying.restart();
    EXPECT_EQ(laying.session->course()->plan.pieces[7].center, Vec3(6.5, 1.7, 0.5));
}

TEST(CourseDesk, SidesCornersAndTurnsAreDraggedByTheirHandles) {
    Laying laying;
    laying.plan->fit_to({{0, -3, 0}, {14, 5, 0}});
    laying.editor->select({laying.piece("crate low")});
    laying.drag_by(laying.plan, laying.handle(Handle::Kind::side, 0, 1).at, {0.5, 0, 0});
    EXPECT_EQ(laying.piece_of("crate low").size, Vec3(1.5, 1, 1));
    EXPECT_EQ(laying.piece_of("crate low").center, Vec3(5.75, 1.7, 0.5));
    laying.drag_by(laying.plan, laying.handle(Handle::Kind::side, 1, -1).at, {0, -0.25, 0});
    EXPECT_EQ(laying.piece_of("crate low").size, Vec3(1.5, 1.25, 1));
    const Vec3 middle = laying.piece_of("crate low").center;
    laying.drag(laying.plan, laying.handle(Handle::Kind::turn).at, laying.plan->at(middle + Vec3{0, 3, 0}));
    EXPECT_EQ(laying.piece_of("crate low").turn_deg, 90);
    EXPECT_EQ(laying.piece_of("crate low").center, middle);
    CourseDrawing* side = laying.course->side();
    side->fit_to({{0, 0, -3}, {14, 0, 5}});
    laying.drag_by(side, laying.handle(Handle::Kind::side, 2, 1, side).at, {0, 0, 0.75});
    EXPECT_EQ(laying.piece_of("crate low").size.z, 1.75);
    EXPECT_EQ(laying.piece_of("crate low").center.z - 0.5 * 1.75, 0.0) << "it still stands on the quay";
}

TEST(CourseDesk, KeysNudgeTurnCopyGroupAndRemove) {
    Laying laying;
    laying.editor->select({laying.piece("crate low")});
    laying.plan->setFocus();
    const std::size_t count = laying.editor->plan().pieces.size();
    QTest::keyClick(laying.plan, Qt::Key_Right);
    QTest::keyClick(laying.plan, Qt::Key_Up);
    EXPECT_EQ(laying.piece_of("crate low").center, Vec3(5.75, 1.95, 0.5));
    QTest::keyClick(laying.plan, Qt::Key_T);
    EXPECT_EQ(laying.piece_of("crate low").turn_deg, 15);
    QTest::keyClick(laying.plan, Qt::Key_C, Qt::ControlModifier);
    QTest::keyClick(laying.plan, Qt::Key_V, Qt::ControlModifier);
    ASSERT_EQ(laying.editor->plan().pieces.size(), count + 1);
    EXPECT_EQ(laying.editor->plan().pieces.back().name, "crate low 2");
    EXPECT_TRUE(laying.editor->is_selected({ItemKind::piece, count}));
    laying.editor->select({laying.piece("crate low"), laying.fixture("gate")});
    QTest::keyClick(laying.plan, Qt::Key_G);
    EXPECT_EQ(with_group(laying.editor->plan(), laying.fixture("gate")).size(), 2U);
    laying.editor->select({{ItemKind::piece, count}});
    QTest::keyClick(laying.plan, Qt::Key_Delete);
    EXPECT_EQ(laying.editor->plan().pieces.size(), count);
    EXPECT_TRUE(laying.editor->selected().empty());
    for (int i = 0; i < 6; ++i) laying.session->undo_stack().undo();
    laying.settle();
    EXPECT_EQ(laying.session->undo_stack().index(), 0);
    EXPECT_FALSE(laying.session->modified()) << "every edit can be undone";
}

TEST(CourseDesk, TheLastPlaceStaysAndSaysWhy) {
    Laying laying;
    CourseItems places;
    for (const CourseItem& one : all_items(laying.editor->plan()))
        if (one.kind == ItemKind::place) places.push_back(one);
    laying.editor->select(places);
    QTest::keyClick(laying.plan, Qt::Key_Delete);
    EXPECT_FALSE(laying.session->modified());
    EXPECT_TRUE(laying.window->strip_text().contains("start place"));
}

TEST(CourseDesk, ALineFromFixtureToFixtureLinksThem) {
    Laying laying;
    laying.plan->fit_to({{-26, -20, 0}, {-4, 12, 0}});
    laying.editor->select({laying.fixture("door lever")});
    const QPointF gate = laying.plan->at(laying.editor->box(laying.fixture("gate")).center);
    laying.drag(laying.plan, laying.handle(Handle::Kind::link).at, gate);
    EXPECT_EQ(laying.editor->plan().fixtures[laying.fixture("door lever").index].link, "gate");
    EXPECT_EQ(laying.editor->plan().fixtures[laying.fixture("gate").index].link, "") << "a gate isn't a lever";
    laying.editor->place_new("bell", {-10, 8, 0});
    laying.editor->select({laying.fixture("bell")});
    laying.drag(laying.plan, laying.handle(Handle::Kind::link).at,
                laying.plan->at(laying.editor->box(laying.fixture("islet bell")).center));
    EXPECT_EQ(laying.editor->plan().fixtures[laying.fixture("bell").index].link, "islet bell");
    EXPECT_EQ(laying.editor->plan().fixtures[laying.fixture("islet bell").index].link, "bell") << "bells hang in pairs";
}

TEST(CourseDesk, APathIsDrawnByItsPointsAndTakenBackInOneStep) {
    Laying laying;
    const CourseItem ferry = laying.fixture("ferry");
    const auto path = [&]() -> const FixturePath& { return laying.editor->plan().fixtures[ferry.index].path; };
    const FixturePath before = path();
    laying.editor->select({ferry});
    laying.plan->fit_to({{50, -84, 0}, {72, -60, 0}});
    const auto place_of = [&](std::size_t point) {
        return laying.plan->at(path_places(laying.editor->plan().fixtures[ferry.index])[point + 1]);
    };
    laying.drag_by(laying.plan, place_of(0), {-2, 0, 0});
    EXPECT_EQ(path().points[0].at, before.points[0].at + Vec3(0, -2, 0)) << "it faces south: west is to its right";
    QTest::keyClick(laying.window.get(), Qt::Key_Z, Qt::ControlModifier);
    laying.settle();
    EXPECT_EQ(path(), before);
    laying.drag_by(laying.plan, laying.handle(Handle::Kind::path_end).at, {3, 0, 0});
    ASSERT_EQ(path().points.size(), before.points.size() + 1);
    EXPECT_TRUE(laying.session->modified());
    QTest::mouseDClick(laying.plan, Qt::LeftButton, Qt::NoModifier, place_of(1).toPoint());
    laying.settle();
    EXPECT_TRUE(path().points[1].stops);
    QTest::mouseClick(laying.plan, Qt::LeftButton, Qt::ControlModifier, place_of(1).toPoint());
    laying.settle();
    EXPECT_EQ(path().points.size(), before.points.size());
    EXPECT_EQ(laying.editor->selected(), CourseItems{ferry});
}

TEST(CourseDesk, APathIsTypedAndWhatIsWrongWithItIsSaid) {
    Laying laying;
    const CourseItem ferry = laying.fixture("ferry");
    laying.editor->select({ferry});
    laying.settle();
    QString said;
    QObject::connect(laying.editor, &CourseEditor::problem, [&](const QString& words) { said = words; });
    laying.type_into(laying.course->sheet()->field("path"), "5, 0, 0 stop; 5, 2, 0; round");
    const FixturePath& path = laying.editor->plan().fixtures[ferry.index].path;
    EXPECT_EQ(path_text(path), "5, 0, 0 stop; 5, 2, 0; round");
    laying.type_into(laying.course->sheet()->field("path"), "5, 0");
    EXPECT_TRUE(said.contains("three numbers")) << said.toStdString();
    EXPECT_EQ(path_text(laying.editor->plan().fixtures[ferry.index].path), "5, 0, 0 stop; 5, 2, 0; round");
}

TEST(CourseDesk, AWordAndAClickPlaceAPieceOrAFixtureOnTheGroundThere) {
    Laying laying;
    laying.plan->fit_to({{0, -3, 0}, {14, 5, 0}});
    laying.plan->arm("steps");
    QTest::mouseClick(laying.plan, Qt::LeftButton, Qt::NoModifier, laying.plan->at({10, -1, 0}).toPoint());
    ASSERT_EQ(laying.editor->plan().pieces.back().kind, PieceKind::steps);
    EXPECT_NEAR(laying.editor->plan().pieces.back().center.x, 10.0, 0.13);
    EXPECT_EQ(laying.editor->plan().pieces.back().center.z, 0.5) << "on the quay";
    laying.plan->arm("lamp");
    QTest::mouseClick(laying.plan, Qt::LeftButton, Qt::NoModifier, laying.plan->at({5.5, 1.7, 0}).toPoint());
    const PlacedFixture& lamp = laying.editor->plan().fixtures.back();
    EXPECT_EQ(lamp.kind, "lamp");
    EXPECT_EQ(lamp.position.z, 1.0) << "on the crate";
    EXPECT_FALSE(laying.plan->armed());
    laying.settle();
    EXPECT_TRUE(laying.session->now_run()->problem.empty());
}

TEST(CourseDesk, NumbersInTheSheetAreEditedAndWrongOnesRefused) {
    Laying laying;
    laying.editor->select({laying.piece("crate low")});
    laying.settle();
    laying.type_into(laying.course->sheet()->field("size"), "2 x 1.5 x 0,75 m");
    EXPECT_EQ(laying.piece_of("crate low").size, Vec3(2, 1.5, 0.75));
    laying.type_into(laying.course->sheet()->field("rotation"), "-30");
    EXPECT_EQ(laying.piece_of("crate low").turn_deg, -30);
    laying.type_into(laying.course->sheet()->field("size"), "2 x 1");
    EXPECT_EQ(laying.piece_of("crate low").size, Vec3(2, 1.5, 0.75));
    EXPECT_TRUE(laying.window->strip_text().contains("three numbers"));
    laying.type_into(laying.course->sheet()->name(), "tea chest");
    EXPECT_EQ(laying.editor->plan().pieces[laying.piece("tea chest").index].size.y, 1.5);
    laying.editor->select({laying.fixture("door lever")});
    laying.settle();
    laying.type_into(laying.course->sheet()->field("link"), "nowhere");
    EXPECT_TRUE(laying.window->strip_text().contains("Unknown fixture"));
    EXPECT_EQ(laying.editor->plan().fixtures[laying.fixture("door lever").index].link, "net house door");
}

TEST(CourseDesk, AGapThatIsLaidOutSaysWhetherItCanBeLeaped) {
    Laying laying;
    laying.editor->select({laying.piece("long quay 1")});
    laying.wait_for_reach();
    const auto line = [&](const QString& to) {
        for (const QString& one : laying.course->sheet()->reach_lines())
            if (one.startsWith("long quay 1 → " + to)) return one;
        return QString();
    };
    EXPECT_TRUE(line("long quay 2").contains("✓")) << laying.course->sheet()->reach_lines().join("\n").toStdString();
    // Nine metres further nothing reaches it.
    laying.editor->edit("test", [&](CoursePlan& plan) {
        move_items(plan, {laying.piece("long quay 2, after 2 m")}, {9, 0, 0});
        std::erase_if(plan.pieces,
                      [](const Piece& p) { return p.name != "long quay 1" && !p.name.starts_with("long quay 2"); });
    });
    laying.settle();
    EXPECT_TRUE(laying.comes_true([&] { return line("long quay 2").contains("✕"); }))
        << line("long quay 2").toStdString();
    // With a higher hop it can be done: the arcs follow the dials.
    laying.session->set_dial(laying.dial("hop.rise"), 6.0);
    laying.session->set_dial(laying.dial("hop.time_to_top"), 1.0);
    laying.settle();
    EXPECT_TRUE(laying.comes_true([&] { return line("long quay 2").contains("✓"); }))
        << line("long quay 2").toStdString();
}

TEST(CourseDesk, AWayIsLookedForFromWhatIsSelectedAndDrawnOverThePlan) {
    Laying window;
    window.editor->select({window.item(ItemKind::place, "rope loft")});
    window.settle();
    ASSERT_TRUE(window.course->sheet()->way_to()->isVisible());
    const QImage before = window.plan->grab().toImage();
    emit window.course->sheet()->way_to()->textActivated("loft 1.2 m");
    const auto running = [&] { return window.session->trial_runner().running(); };
    ASSERT_TRUE(running());
    window.session->stop_trial();  // the margins aren't of interest here
    ASSERT_TRUE(QTest::qWaitFor([&] { return !running(); }, test::patience(20000)));
    // Once more without any margins: its trial is there already, and is used again.
    const TrialEntry* entry = window.session->project().find_trial("rope loft to loft 1.2 m");
    ASSERT_NE(entry, nullptr);
    Trial trial = entry->trial;
    trial.free = {{"hop.coyote", {}, {}, 0}};
    window.session->edit_trial(std::string(entry->path), trial);
    emit window.course->sheet()->way_to()->textActivated("loft 1.2 m");
    ASSERT_TRUE(QTest::qWaitFor([&] { return !running(); }, test::patience(60000)));
    window.settle();
    ASSERT_TRUE(window.editor->way());
    EXPECT_FALSE(window.editor->way()->stale);
    EXPECT_TRUE(window.course->sheet()->way_words().contains("found:"));
    const QImage after = window.plan->grab().toImage();
    EXPECT_NE(before, after);
    window.plan->fit_to({{0, -3, 0}, {14, 5, 0}});
    window.drag_by(window.plan, window.plan->at(window.editor->box(window.piece("bollard 1")).center), {1.0, 0.0, 0.0});
    window.settle();
    EXPECT_TRUE(window.editor->way()->stale) << "the course has changed since";
    EXPECT_TRUE(window.course->sheet()->way_words().contains("stale"));
}

TEST(CourseDesk, GroupsAreTakenTogetherAndABoxTakesWhatItHolds) {
    Laying laying;
    laying.plan->fit_to({{0, -3, 0}, {14, 5, 0}});
    laying.drag(laying.plan, laying.plan->at({4.8, 3.4, 0}), laying.plan->at({7.6, 0.9, 0}), Qt::ControlModifier);
    EXPECT_EQ(laying.editor->selected().size(), 3U) << "three crates";
    QTest::keyClick(laying.plan, Qt::Key_G);
    laying.editor->select({});
    QTest::mouseClick(laying.plan, Qt::LeftButton, Qt::NoModifier, laying.plan->at({5.2, 1.4, 0}).toPoint());
    EXPECT_EQ(laying.editor->selected().size(), 3U);
    QTest::mouseClick(laying.plan, Qt::LeftButton, Qt::NoModifier, laying.plan->at({10, -1.0, 0}).toPoint());
    EXPECT_EQ(laying.editor->selected().size(), 1U);
}

TEST(CourseDesk, ACourseChangedOutsideIsTakenUnlessItIsEditedHere) {
    Laying laying;
    CoursePlan other = laying.editor->plan();
    other.pieces[7].center.x += 2.0;
    laying.write_outside("quay.course.json", write_course(other));
    EXPECT_EQ(laying.piece_of("crate low").center.x, 7.5);
    laying.editor->select({laying.piece("crate low")});
    QTest::keyClick(laying.plan, Qt::Key_Right);
    other.pieces[7].center.x += 5.0;
    laying.write_outside("quay.course.json", write_course(other));
    EXPECT_EQ(laying.piece_of("crate low").center.x, 7.75) << "what is edited here is not lost";
    EXPECT_TRUE(laying.window->strip_text().contains("quay.course.json"));
    laying.write_outside("quay.course.json", "{\"format\": 99}");
    EXPECT_EQ(laying.piece_of("crate low").center.x, 7.75);
}

TEST(CourseDesk, ANewerOrBrokenCourseOnDiskLeavesTheOldOneInPlay) {
    Laying laying;
    laying.write_outside("quay.course.json", "{\"format\": 99, \"name\": \"x\"}");
    EXPECT_TRUE(laying.window->strip_text().contains("format")) << laying.window->strip_text().toStdString();
    EXPECT_GT(laying.editor->plan().pieces.size(), 20U);
}

TEST(CourseDesk, DropGoesBackToTheKeptCourse) {
    Laying laying;
    laying.editor->select({laying.piece("crate low")});
    QTest::keyClick(laying.plan, Qt::Key_Right);
    laying.settle();
    EXPECT_NE(laying.session->kept_course()->plan, laying.session->course()->plan);
    laying.session->drop();
    laying.settle();
    EXPECT_EQ(laying.session->kept_course()->plan, laying.session->course()->plan);
    QTest::keyClick(laying.plan, Qt::Key_Right);
    laying.session->keep();
    laying.settle();
    EXPECT_EQ(laying.session->kept_course()->plan, laying.session->course()->plan);
}

TEST(CourseDesk, WhatIsChosenInThePlanComesIntoViewFromTheSide) {
    Laying laying;
    laying.plan->setFocus();
    laying.course->side()->fit_to({{60, 0, -3}, {70, 0, 5}});
    laying.editor->select({laying.piece("crate low")});
    laying.settle();
    const QRectF seen = laying.course->side()->outline(laying.piece("crate low")).boundingRect();
    EXPECT_TRUE(QRectF(laying.course->side()->rect()).contains(seen));
    EXPECT_GT(seen.width(), 20.0);
}

TEST(CourseDesk, TheSheetSaysWhatUsesTheSelectedOneAlsoAfterAnEdit) {
    Laying at;
    const CourseSheet* sheet = at.course->findChild<CourseSheet*>();
    ASSERT_NE(sheet, nullptr);
    EXPECT_TRUE(sheet->uses_words().isEmpty()) << "nothing is selected";
    at.editor->select({at.fixture("two quay door")});
    EXPECT_TRUE(sheet->uses_words().startsWith("two quay lever is linked to it\n"))
        << sheet->uses_words().toStdString();
    at.editor->link(at.fixture("cask hatch"), at.fixture("two quay door"));
    at.settle();
    at.editor->select({at.fixture("two quay door")});
    EXPECT_TRUE(sheet->uses_words().contains("cask hatch is linked to it")) << sheet->uses_words().toStdString();
    at.editor->select({at.fixture("two quay door"), at.fixture("cask hatch")});
    EXPECT_TRUE(sheet->uses_words().isEmpty()) << "of several each would say its own";
}

TEST(CourseDesk, TheStageStandsOnTheDeskThatIsInView) {
    Laying laying;
    EXPECT_TRUE(laying.desk->stage()->isVisible());
    EXPECT_TRUE(laying.course->isAncestorOf(laying.desk->stage()));
    laying.window->show_desk("stage");
    laying.settle();
    EXPECT_TRUE(laying.desk->isAncestorOf(laying.desk->stage()));
    EXPECT_TRUE(laying.desk->stage()->isVisible());
}

TEST(CourseDesk, WarningsSayWhatCanNotBeMeant) {
    Laying laying;
    laying.editor->place_new("bell", {-10, 8, 0});
    laying.settle();
    QString all;
    for (const QLabel* label : laying.course->sheet()->findChildren<QLabel*>()) all += label->text() + "\n";
    EXPECT_TRUE(all.contains("uses its link, but has none")) << all.toStdString();
}

struct MeshFile {
    QTemporaryDir folder;
    std::filesystem::path write(const std::string& name, const std::string& text) const {
        const std::filesystem::path path = std::filesystem::path(folder.path().toStdString()) / name;
        EXPECT_TRUE(write_file(path, text));
        return path;
    }
};

TEST(ImportDialog, SaysTheSizeForScaleAndAxisAndPlacesAPiece) {
    MeshFile files;
    const auto path = files.write("wedge.obj", "v 0 0 0\nv 2 0 0\nv 2 3 0\nv 0 0 1\nf 1 2 3\nf 1 2 4\nf 1 1 2\n");
    ImportDialog dialog(path);
    EXPECT_TRUE(dialog.words().contains("1.00 × 2.00 × 3.00 m, 2 faces")) << dialog.words().toStdString();
    EXPECT_TRUE(dialog.words().contains("1 without area"));
    dialog.up()->setCurrentIndex(1);
    EXPECT_TRUE(dialog.words().contains("2.00 × 3.00 × 1.00 m")) << dialog.words().toStdString();
    dialog.scale()->setText("0.5");
    EXPECT_TRUE(dialog.words().contains("1.00 × 1.50 × 0.50 m"));
    dialog.scale()->setText("-1");
    EXPECT_FALSE(dialog.mesh());
    dialog.scale()->setText("1");
    Laying laying;
    laying.editor->place_mesh(dialog.mesh()->piece, {4, -1, 0});
    laying.settle();
    EXPECT_EQ(laying.editor->plan().pieces.back().name, "wedge");
    EXPECT_NEAR(laying.editor->box({ItemKind::piece, laying.editor->plan().pieces.size() - 1}).bottom(), 0.0, 1e-3);
    ASSERT_TRUE(laying.window->save());
    EXPECT_TRUE(read_course(laying.file_text("quay.course.json"), "quay"));
}

TEST(MeshImport, WhatCanNotBeTakenIsSaidInWords) {
    MeshFile files;
    const auto told = [&](const std::filesystem::path& path, double scale = 1.0) {
        const auto read = import_mesh({path, scale, UpAxis::y});
        return read ? std::string("taken") : read.error();
    };
    EXPECT_NE(told("none.obj").find("no such file"), std::string::npos);
    EXPECT_NE(told(files.write("text.gltf", "{ this is no mesh")).find("can't be read"), std::string::npos);
    EXPECT_NE(told(files.write("empty.obj", "v 0 0 0\nv 1 0 0\n")).find("empty.obj"), std::string::npos);
    EXPECT_NE(told(files.write("flat.obj", "v 0 0 0\nv 1 0 0\nv 2 0 0\nf 1 2 3\n")).find("no faces with an area"),
              std::string::npos);
    const auto triangle = files.write("large.obj", "v 0 0 0\nv 900 0 0\nv 0 900 0\nf 1 2 3\n");
    EXPECT_EQ(told(triangle), "taken");
    EXPECT_NE(told(triangle, 1000.0).find("smaller scale"), std::string::npos);
    std::string many;
    for (int i = 0; i < 300; ++i)
        for (int j = 0; j < 300; ++j) many += "v " + std::to_string(i) + " " + std::to_string(j) + " 0\n";
    for (int i = 0; i < 299; ++i)
        for (int j = 0; j < 299; ++j)
            many += "f " + std::to_string(i * 300 + j + 1) + " " + std::to_string(i * 300 + j + 2) + " " +
                    std::to_string(i * 300 + j + 301) + "\n";
    EXPECT_NE(told(files.write("many.obj", many)).find("at most 50000"), std::string::npos);
}

TEST(CourseDesk, AVolumeIsPlacedMadeSolidAndTakenBack) {
    Laying laying;
    laying.editor->place_new("volume", {-10, 8, 0});
    laying.settle();
    EXPECT_FALSE(laying.piece_of("volume").solid);
    EXPECT_EQ(laying.piece_of("volume").kinds, std::vector<std::string>{"water"});
    laying.type_into(laying.course->sheet()->field("solid"), "perhaps");
    EXPECT_FALSE(laying.piece_of("volume").solid) << "it is told what is wanted, and nothing changes";
    laying.type_into(laying.course->sheet()->field("solid"), "yes");
    EXPECT_TRUE(laying.piece_of("volume").solid);
    QTest::keyClick(laying.window.get(), Qt::Key_Z, Qt::ControlModifier);
    EXPECT_FALSE(laying.piece_of("volume").solid);
    QTest::keyClick(laying.window.get(), Qt::Key_Z, Qt::ControlModifier);
    for (const Piece& piece : laying.editor->plan().pieces) EXPECT_NE(piece.name, "volume");
}

TEST(CourseDesk, APieceIsMadeABeltOfIceAndTheStageMarksWhereItGoes) {
    Laying laying;
    laying.editor->place_new("box", {-10, 8, 0});
    laying.settle();
    const auto vertices = [&] {
        return course_mesh(build_course(laying.editor->plan()), laying.session->looks()).size();
    };
    const std::size_t plain = vertices();
    laying.type_into(laying.course->sheet()->field("carries"), "2, 0 m/s");
    EXPECT_EQ(laying.piece_of("box").carries, Vec3{0.0}) << "three numbers are wanted";
    laying.type_into(laying.course->sheet()->field("carries"), "2, 0, 0 m/s");
    EXPECT_EQ(laying.piece_of("box").carries, (Vec3{2.0, 0.0, 0.0}));
    EXPECT_GT(vertices(), plain);
    laying.type_into(laying.course->sheet()->field("grip"), "-1");
    EXPECT_EQ(laying.piece_of("box").grip, 1.0);
    laying.type_into(laying.course->sheet()->field("grip"), "0.1");
    EXPECT_EQ(laying.piece_of("box").grip, 0.1);
    QTest::keyClick(laying.window.get(), Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(laying.window.get(), Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(laying.piece_of("box").carries, Vec3{0.0});
    EXPECT_EQ(vertices(), plain);
}

TEST(CourseDesk, WhatIsRoundStaysRound) {
    Laying laying;
    laying.editor->place_new("sphere", {-10, 8, 0});
    laying.settle();
    laying.type_into(laying.course->sheet()->field("size"), "2 x 2 x 3 m");
    EXPECT_EQ(laying.piece_of("sphere").size, Vec3{1.0}) << "a sphere has one diameter";
    laying.type_into(laying.course->sheet()->field("size"), "2 x 2 x 2 m");
    EXPECT_EQ(laying.piece_of("sphere").size, Vec3{2.0});
    laying.editor->place_new("capsule", {-14, 8, 0});
    laying.settle();
    laying.type_into(laying.course->sheet()->field("size"), "1 x 1 x 0.5 m");
    EXPECT_EQ(laying.piece_of("capsule").size, (Vec3{1, 1, 2}));
}

}  // namespace
}  // namespace leap::studio::course_desk_test
