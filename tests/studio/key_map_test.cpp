// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/key_map.hpp"

#include <gtest/gtest.h>
#include <QTableWidget>
#include <QTest>

#include "studio/shared/keys_dialog.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::key_map_test {
namespace {

TEST(KeyMap, TheScriptsKeysHoldUntilTheUserChoosesOthers) {
    test::Studio studio;
    KeyMap keys;
    keys.load(*studio.session->program());
    EXPECT_EQ(keys.actions_of_key(Qt::Key_Space), QStringList{"button jump"});
    EXPECT_EQ(keys.actions_of_pad("south"), QStringList{"button jump"});
    keys.set_keys("button jump", {"J"});
    EXPECT_TRUE(keys.actions_of_key(Qt::Key_Space).isEmpty());
    EXPECT_EQ(keys.actions_of_key(Qt::Key_J), QStringList{"button jump"});
    keys.reset();
    EXPECT_EQ(keys.actions_of_key(Qt::Key_Space), QStringList{"button jump"});
}

TEST(KeyMap, NamesAndCodesAreInverse) {
    for (const int key : {Qt::Key_Space, Qt::Key_Shift, Qt::Key_Control, Qt::Key_W, Qt::Key_F5, Qt::Key_BracketLeft,
                          Qt::Key_Up, Qt::Key_Backspace})
        EXPECT_EQ(KeyMap::key_code(KeyMap::key_name(key)), key) << KeyMap::key_name(key).toStdString();
    EXPECT_FALSE(KeyMap::key_code("no such key"));
}

TEST(KeysDialog, ChangeThenAKeyBindsIt) {
    test::Studio studio;
    KeyMap keys;
    keys.load(*studio.session->program());
    KeysDialog dialog(keys, nullptr);
    dialog.show();
    auto* table = dialog.findChild<QTableWidget*>();
    table->selectRow(0);
    emit table->cellDoubleClicked(0, 0);
    QTest::keyClick(table, Qt::Key_G);
    EXPECT_EQ(keys.keys("button jump"), QStringList{"G"});
    emit table->cellDoubleClicked(0, 0);
    QTest::keyClick(table, Qt::Key_Escape);
    EXPECT_EQ(keys.keys("button jump"), QStringList{"G"});
    EXPECT_TRUE(dialog.isVisible());
}

}  // namespace
}  // namespace leap::studio::key_map_test
