// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/opened_file.hpp"

#include <gtest/gtest.h>

#include <QDir>
#include <QTemporaryDir>

namespace leap::studio {
namespace {

const QString quay = QString(LEAP_SOURCE_DIR) + "/examples/lantern-quay";

TEST(OpenedFile, AFileOfAProjectBringsItsProjectAndTheDeskItBelongsTo) {
    const OpenedFile script = opened_file(quay + "/moves/hop.leap");
    EXPECT_EQ(QDir(script.project), QDir(quay));
    EXPECT_EQ(script.desk, "script");
    EXPECT_EQ(script.script, "moves/hop.leap");
    const OpenedFile tape = opened_file(quay + "/tapes/three-hops.tape.json");
    EXPECT_EQ(QDir(tape.project), QDir(quay));
    EXPECT_EQ(tape.tape, "three hops");
    EXPECT_EQ(tape.desk, "stage");
    EXPECT_EQ(opened_file(quay + "/quay.course.json").desk, "course");
    EXPECT_EQ(opened_file(quay + "/wire/lever-and-door.wire.json").desk, "wire");
    EXPECT_EQ(opened_file(quay + "/trials/light-hop.trial.json").desk, "bench");
}

TEST(OpenedFile, FoldersAndProjectFilesAreOpenedAsTheyAre) {
    EXPECT_EQ(opened_file(quay).project, quay);
    EXPECT_TRUE(opened_file(quay).desk.isEmpty());
    EXPECT_EQ(opened_file(quay + "/project.json").project, quay + "/project.json");
    EXPECT_EQ(opened_file("/no/such/place").project, "/no/such/place");
}

TEST(OpenedFile, WithoutAProjectAboveItAFileStaysWhatItIs) {
    QTemporaryDir folder;
    QFile file(folder.filePath("stray.leap"));
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.close();
    const OpenedFile stray = opened_file(file.fileName());
    EXPECT_EQ(stray.project, file.fileName());
    EXPECT_TRUE(stray.desk.isEmpty());
}

}  // namespace
}  // namespace leap::studio
