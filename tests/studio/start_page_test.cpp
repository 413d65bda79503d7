// SPDX-License-Identifier: GPL-3.0-or-later
// Before a project is open, and on the way to a new one.
#include "studio/start_page/start_page.hpp"

#include <gtest/gtest.h>

#include <QSettings>
#include <QTest>

#include "studio/start_page/recent_projects.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::start_page_test {
namespace {

using test::Studio;
namespace fs = std::filesystem;

/// A window without a project.
struct Empty {
    QTemporaryDir folder;
    Session session;
    MainWindow window;

    Empty() : session(options()), window(session, nullptr) {
        window.show();
        (void)QTest::qWaitForWindowExposed(&window);
        QApplication::setActiveWindow(&window);
    }
    static Session::Options options() {
        QSettings().clear();
        Session::Options out;
        out.live_thread = false;
        return out;
    }
    QString path(const char* name) const { return folder.path() + "/" + name; }
};

void type(QLineEdit* line, const QString& text) {
    line->selectAll();
    QTest::keyClicks(line, text);
}

TEST(StartPage, StandsThereUntilAProjectIsOpen) {
    Empty empty;
    EXPECT_TRUE(empty.window.start_page()->isVisible());
    Studio studio;
    EXPECT_FALSE(studio.window->start_page()->isVisible());
    EXPECT_TRUE(studio.desk->isVisible());
}

TEST(StartPage, EveryKindIsMadeOpenedAndPlaysByKeysAlone) {
    for (const StartingProject& kind : starting_projects()) {
        Empty empty;
        StartPage* page = empty.window.start_page();
        page->choose_kind(QString::fromUtf8(kind.name.data(), static_cast<qsizetype>(kind.name.size())));
        type(page->name(), "The yard");
        type(page->folder(), empty.path("yard"));
        EXPECT_EQ(page->problem(), "");
        QTest::keyClick(page->folder(), Qt::Key_Return);
        ASSERT_TRUE(empty.session.is_open()) << kind.name;
        EXPECT_EQ(empty.session.project_name(), "The yard");
        EXPECT_FALSE(page->isVisible());
        EXPECT_TRUE(empty.window.desk<StageDesk>()->isVisible());
        EXPECT_FALSE(empty.session.modified());
        EXPECT_EQ(empty.window.strip_text(), "");
        EXPECT_EQ(empty.session.play({}), "") << kind.name;
        empty.session.stop();
        EXPECT_EQ(recent_projects::folders(), QStringList{empty.path("yard")});
    }
}

TEST(StartPage, TheFolderFollowsTheNameUntilItIsTyped) {
    Empty empty;
    StartPage* page = empty.window.start_page();
    type(page->name(), "a/b");
    EXPECT_TRUE(page->folder()->text().endsWith("/easy-leap/a-b"));
    type(page->folder(), empty.path("mine"));
    type(page->name(), "other");
    EXPECT_EQ(page->folder()->text(), empty.path("mine"));
}

TEST(StartPage, WhatCantBeMadeSaysWhyAndIsNotMade) {
    Empty empty;
    StartPage* page = empty.window.start_page();
    type(page->folder(), "somewhere");
    EXPECT_TRUE(page->problem().contains("full path"));
    EXPECT_FALSE(page->make_button()->isEnabled());
    QTest::keyClick(page->folder(), Qt::Key_Return);
    EXPECT_FALSE(empty.session.is_open());
    QFile file(empty.path("taken"));
    ASSERT_TRUE(file.open(QFile::WriteOnly));
    type(page->folder(), empty.folder.path());
    EXPECT_TRUE(page->problem().contains("not empty")) << page->problem().toStdString();
    type(page->folder(), empty.path("fine"));
    EXPECT_EQ(page->problem(), "");
    page->name()->selectAll();
    QTest::keyClick(page->name(), Qt::Key_Delete);
    EXPECT_TRUE(page->problem().contains("name"));
    type(page->name(), "x");
    type(page->folder(), empty.path("taken/below"));
    EXPECT_TRUE(page->make_button()->isEnabled());
    QTest::mouseClick(page->make_button(), Qt::LeftButton);
    EXPECT_TRUE(page->problem().contains("can't be made")) << page->problem().toStdString();
    EXPECT_FALSE(empty.session.is_open());
}

TEST(StartPage, RecentProjectsComeNewestFirstAndOneThatIsGoneIsForgotten) {
    Empty empty;
    recent_projects::note(empty.path("gone"));
    ASSERT_TRUE(create_project(empty.path("there").toStdString()));
    recent_projects::note(empty.path("there"));
    empty.window.show_start_page();
    QListWidget* list = empty.window.start_page()->recent();
    ASSERT_EQ(list->count(), 2);
    EXPECT_TRUE(list->item(0)->text().startsWith("there\n"));
    list->setCurrentRow(1);
    list->setFocus();
    QTest::keyClick(list, Qt::Key_Return);
    EXPECT_TRUE(empty.window.strip_text().contains("no longer exists"));
    ASSERT_EQ(list->count(), 1);
    list->setCurrentRow(0);
    QTest::keyClick(list, Qt::Key_Return);
    EXPECT_TRUE(empty.session.is_open());
}

TEST(StartPage, RecentProjectsAreLimitedAndEachIsListedOnce) {
    QSettings().clear();
    for (int i = 0; i < 40; ++i) recent_projects::note(QString("/quay/%1").arg(i));
    recent_projects::note("/quay/38");
    EXPECT_EQ(recent_projects::folders().size(), 12);
    EXPECT_EQ(recent_projects::folders().mid(0, 3), (QStringList{"/quay/38", "/quay/39", "/quay/37"}));
}

TEST(StartPage, ANewProjectFromAnOpenOneMayGoBack) {
    Studio studio;
    QTest::keyClick(studio.window.get(), Qt::Key_N, Qt::ControlModifier);
    StartPage* page = studio.window->start_page();
    ASSERT_TRUE(page->isVisible());
    emit page->back_wanted();
    EXPECT_FALSE(page->isVisible());
    EXPECT_TRUE(studio.desk->isVisible());
    EXPECT_EQ(studio.session->project_name(), "Lantern Quay");
}

}  // namespace
}  // namespace leap::studio::start_page_test
