// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <QApplication>
#include <QStandardPaths>

#include "studio/shared/spoken.hpp"
#include "studio/shared/theme.hpp"

int main(int argc, char** argv) {
    QStandardPaths::setTestModeEnabled(true);
    QApplication application(argc, argv);
    QApplication::setApplicationName("easy-leap-tests");
    QApplication::setOrganizationName("easy-leap");
    leap::studio::let_screens_be_read();
    leap::studio::apply_theme(application);
    testing::InitGoogleTest(&argc, argv);
    return RUN_ALL_TESTS();
}
