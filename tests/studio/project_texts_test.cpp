// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/project_texts.hpp"

#include <gtest/gtest.h>

namespace leap::studio::project_texts_test {
namespace {

TEST(ProjectTexts, EditsAreModifiedUntilSaved) {
    ProjectTexts texts;
    texts.loaded("a", "one");
    EXPECT_FALSE(texts.modified("a"));
    texts.edit("a", "two");
    EXPECT_TRUE(texts.modified("a"));
    EXPECT_EQ(texts.modified_files(), std::vector<std::string>{"a"});
    texts.saved("a", "two");
    EXPECT_FALSE(texts.modified("a"));
}

TEST(ProjectTexts, DiskChangesAreTakenUnlessEdited) {
    ProjectTexts texts;
    texts.loaded("a", "one");
    EXPECT_EQ(texts.disk_changed("a", "one"), ProjectTexts::DiskChange::none);
    EXPECT_EQ(texts.disk_changed("a", "two"), ProjectTexts::DiskChange::taken);
    EXPECT_EQ(*texts.find("a"), "two");
    texts.edit("a", "mine");
    EXPECT_EQ(texts.disk_changed("a", "three"), ProjectTexts::DiskChange::conflict);
    EXPECT_EQ(*texts.find("a"), "mine");
    // The same change is told once.
    EXPECT_EQ(texts.disk_changed("a", "three"), ProjectTexts::DiskChange::none);
    // Another editor that arrives at the very text here is no conflict.
    EXPECT_EQ(texts.disk_changed("a", "mine"), ProjectTexts::DiskChange::taken);
    EXPECT_FALSE(texts.modified("a"));
}

TEST(ProjectTexts, LoadingAgainKeepsEdits) {
    ProjectTexts texts;
    texts.loaded("a", "one");
    texts.edit("a", "mine");
    texts.loaded("a", "one");
    EXPECT_EQ(*texts.find("a"), "mine");
}

}  // namespace
}  // namespace leap::studio::project_texts_test
