// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/recovery.hpp"

#include <gtest/gtest.h>
#include <QTemporaryDir>

#include "core/project/file_io.hpp"

namespace leap::studio::recovery_test {
namespace {

TEST(Recovery, WhatIsKeptComesBack) {
    const QTemporaryDir folder;
    const auto file = recovery_path(folder.path().toStdString(), "/some/project");
    Recovery kept;
    kept.texts["a.leap"] = "text with \"quotes\" and ümlauts\n";
    kept.tapes = {Tape{"take", 120, 1.5, alone_at("start")}, Tape{"other", 120, 2.5, alone_at("start")}};
    kept.tapes[0].tracks[0].events = {{0.25, ButtonEvent{"jump", true}}};
    ASSERT_TRUE(keep_recovery(file, kept));
    const auto found = find_recovery(file);
    ASSERT_TRUE(found);
    EXPECT_EQ(found->texts, kept.texts);
    EXPECT_EQ(found->tapes, kept.tapes);
    ASSERT_TRUE(keep_recovery(file, {}));
    EXPECT_FALSE(find_recovery(file));
}

TEST(Recovery, DamagedFilesAreNoRecovery) {
    const QTemporaryDir folder;
    const auto file = std::filesystem::path(folder.path().toStdString()) / "x.json";
    for (const char* text : {"", "{", "[]", "{\"texts\": 3}", "{\"texts\": {}}"}) {
        ASSERT_TRUE(write_file(file, text));
        EXPECT_FALSE(find_recovery(file)) << text;
    }
}

TEST(Recovery, ProjectsHaveFilesOfTheirOwn) {
    EXPECT_NE(recovery_path("/d", "/one"), recovery_path("/d", "/two"));
    EXPECT_EQ(recovery_path("/d", "/one"), recovery_path("/d", "/one"));
}

}  // namespace
}  // namespace leap::studio::recovery_test
