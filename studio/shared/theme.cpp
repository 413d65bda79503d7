// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/theme.hpp"

#include <QApplication>
#include <QPalette>
#include <QStyleFactory>

#include "studio/shared/palette.hpp"

namespace leap::studio {

void apply_theme(QApplication& application) {
    QApplication::setStyle(QStyleFactory::create("Fusion"));
    QPalette colors;
    colors.setColor(QPalette::Window, palette::paper);
    colors.setColor(QPalette::Base, palette::sheet);
    colors.setColor(QPalette::AlternateBase, palette::paper);
    colors.setColor(QPalette::WindowText, palette::ink);
    colors.setColor(QPalette::Text, palette::ink);
    colors.setColor(QPalette::Button, palette::paper);
    colors.setColor(QPalette::ButtonText, palette::ink);
    colors.setColor(QPalette::Highlight, palette::faint);
    colors.setColor(QPalette::HighlightedText, palette::ink);
    colors.setColor(QPalette::ToolTipBase, palette::ink);
    colors.setColor(QPalette::ToolTipText, palette::paper);
    colors.setColor(QPalette::PlaceholderText, palette::quiet);
    QApplication::setPalette(colors);
    QApplication::setFont(palette::text_font());
    application.setStyleSheet(QString(R"(
        QWidget#side, QWidget#sheet, QScrollArea { background: %1; }
        QWidget#topline, QWidget#transport { background: %2; border-bottom: 1px solid %3; }
        QWidget#transport { border-top: 1px solid %3; }
        QSplitter::handle { background: %3; }
        QLabel#quiet { color: %5; }
        QPushButton { border: 1px solid %3; background: %1; padding: 2px 9px; border-radius: 2px; color: %4; }
        QPushButton:hover { border-color: %5; }
        QPushButton:pressed, QPushButton:checked { background: %6; border-color: %5; }
        QPushButton:disabled { color: %3; }
        QPushButton:focus { border-color: %4; }
        QToolButton#watch { border: 1px solid %3; background: %1; padding: 2px 20px 2px 9px; border-radius: 2px; color: %4; }
        QToolButton#watch:hover { border-color: %5; }
        QToolButton#watch:pressed { background: %6; }
        QToolButton#watch:disabled { color: %3; }
        QToolButton#watch:focus { border-color: %4; }
        QToolButton#watch::menu-button { border-left: 1px solid %3; width: 15px; }
        QPushButton#strong { font-weight: bold; }
        QPushButton#word, QToolButton#word { border: none; background: transparent; padding: 4px 8px; border-radius: 0; }
        QPushButton#row { border: none; background: transparent; text-align: left; padding: 0; border-radius: 0; }
        QPushButton#row:checked { background: %6; }
        QPushButton#word:checked { font-weight: bold; border-bottom: 2px solid %7; }
        QToolButton#word::menu-indicator { image: none; }
        QToolButton#word:hover { background: %6; }
        QComboBox { border: 1px solid %3; background: %1; padding: 2px 6px; border-radius: 2px; }
        QLineEdit { border: 1px solid %3; background: white; padding: 2px 4px; border-radius: 2px; }
        QTableView { background: %1; }
        QHeaderView::section { background: %1; border: none; border-bottom: 1px solid %3; color: %5; padding: 3px; }
        QWidget#strip { background: %8; border-bottom: 1px solid %3; }
        QProgressBar { border: none; background: %6; border-radius: 3px; }
        QProgressBar::chunk { background: %9; border-radius: 3px; }
        QToolTip { background: %4; color: %2; border: none; padding: 4px; }
        QScrollBar:vertical { background: transparent; width: 9px; }
        QScrollBar::handle:vertical { background: %3; min-height: 24px; border-radius: 4px; margin: 1px; }
        QScrollBar:horizontal { background: transparent; height: 9px; }
        QScrollBar::handle:horizontal { background: %3; min-width: 24px; border-radius: 4px; margin: 1px; }
        QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: 0; }
        )")
                                  .arg(palette::sheet.name(), palette::paper.name(), palette::hairline.name(),
                                       palette::ink.name(), palette::quiet.name(), palette::faint.name(),
                                       palette::now.name(), palette::literal_back.name(), palette::holds.name()));
}

}  // namespace leap::studio
