// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/desk.hpp"

#include <gtest/gtest.h>

#include <set>

#include "studio/course_desk/course_desk.hpp"
#include "studio/stage_desk/stage_view.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::desks_test {
namespace {

TEST(Desks, EachOfTheListCanBeShownByItsNameAndItsKeyIsItsOwn) {
    test::Studio studio;
    const std::vector<DeskInfo> infos = all_desks();
    ASSERT_EQ(studio.window->desks().size(), infos.size());
    std::set<std::string> keys;
    for (std::size_t i = 0; i < infos.size(); ++i) {
        EXPECT_TRUE(keys.insert(infos[i].key).second) << infos[i].key;
        studio.window->show_desk(infos[i].name);
        EXPECT_EQ(studio.window->desk_in_view(), studio.window->desks()[i]);
        EXPECT_TRUE(studio.window->desks()[i]->isVisibleTo(studio.window.get()));
    }
    Desk* last = studio.window->desk_in_view();
    studio.window->show_desk("attic");
    EXPECT_EQ(studio.window->desk_in_view(), last) << "there is no such desk";
}

/// There is one stage; it stands on the desk in view that shows it, and stays where it is while another is shown.
TEST(Desks, TheStageStandsOnTheDeskInView) {
    test::Studio studio;
    StageView* stage = studio.window->stage();
    Desk* stage_desk = studio.window->desk<StageDesk>();
    Desk* course = studio.window->desk<CourseDesk>();
    EXPECT_TRUE(stage_desk->isAncestorOf(stage));
    studio.window->show_desk("course");
    EXPECT_TRUE(course->isAncestorOf(stage));
    studio.window->show_desk("script");
    EXPECT_TRUE(course->isAncestorOf(stage)) << "the script desk has no place for it";
    studio.window->show_desk("stage");
    EXPECT_TRUE(stage_desk->isAncestorOf(stage));
    EXPECT_TRUE(stage->isVisibleTo(studio.window.get()));
}

/// The script desk opens what was looked at last, also when a desk without moves was in between.
TEST(Desks, WhatIsLookedAtGoesAlongFromDeskToDesk) {
    test::Studio studio;
    const auto dash = studio.session->program()->find_machine("dash");
    studio.window->desk<StageDesk>()->score()->select_machine(*dash);
    EXPECT_EQ(studio.window->desk_in_view()->machine(), *dash);
    studio.window->show_desk("course");
    EXPECT_FALSE(studio.window->desk_in_view()->machine());
    studio.window->show_desk("script");
    ScriptDesk* script = studio.window->desk<ScriptDesk>();
    EXPECT_NE(script->editor()->text().indexOf("move dash"), -1);
}

TEST(Desks, TheShowMenuIsFilledByThem) {
    test::Studio studio;
    const auto action = [&](const QString& key) -> QAction* {
        for (QAction* each : studio.window->actions())
            if (each->shortcut() == QKeySequence(key)) return each;
        return nullptr;
    };
    StageView* stage = studio.window->stage();
    for (const char* key : {"Ctrl+1", "Ctrl+2", "Ctrl+3", "Ctrl+4", "Ctrl+5", "Ctrl+6", "Ctrl+7", "Ctrl+8", "F2", "F7"})
        ASSERT_NE(action(key), nullptr) << key;
    EXPECT_TRUE(stage->shows().velocity);
    action("Ctrl+2")->trigger();
    EXPECT_FALSE(stage->shows().velocity);
    EXPECT_TRUE(stage->shows().ghost);
    action("Ctrl+2")->trigger();
    EXPECT_TRUE(stage->shows().velocity);
    action("Ctrl+8")->trigger();
    EXPECT_TRUE(stage->fixture_shows().focus_areas);
    action("F3")->trigger();
    EXPECT_EQ(stage->view(), StageView3D::eyes);
}

}  // namespace
}  // namespace leap::studio::desks_test
