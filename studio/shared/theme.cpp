// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/theme.hpp"

#include <QApplication>
#include <QPalette>
#include <QSettings>
#include <QStyle>
#include <QStyleFactory>

#include "studio/shared/palette.hpp"

namespace leap::studio {

namespace {

constexpr const char* paper_key = "window/paper";
constexpr const char* dark_word = "dark";

QPalette shades(const palette::Colors& paper) {
    QPalette out;
    // What the style draws edges with.
    out.setColor(QPalette::Light, paper.sheet);
    out.setColor(QPalette::Midlight, paper.faint);
    out.setColor(QPalette::Mid, paper.hairline);
    out.setColor(QPalette::Dark, paper.rule);
    out.setColor(QPalette::Shadow, paper.rule);
    out.setColor(QPalette::Window, paper.paper);
    out.setColor(QPalette::Base, paper.sheet);
    out.setColor(QPalette::AlternateBase, paper.paper);
    out.setColor(QPalette::WindowText, paper.ink);
    out.setColor(QPalette::Text, paper.ink);
    out.setColor(QPalette::Button, paper.paper);
    out.setColor(QPalette::ButtonText, paper.ink);
    out.setColor(QPalette::Highlight, paper.faint);
    out.setColor(QPalette::HighlightedText, paper.ink);
    out.setColor(QPalette::ToolTipBase, paper.ink);
    out.setColor(QPalette::ToolTipText, paper.paper);
    out.setColor(QPalette::PlaceholderText, paper.quiet);
    out.setColor(QPalette::Link, paper.kept);
    out.setColor(QPalette::LinkVisited, paper.kept);
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        out.setColor(QPalette::Disabled, role, paper.rule);
    return out;
}

}  // namespace

Paper kept_paper() {
    return QSettings().value(paper_key).toString() == dark_word ? Paper::dark : Paper::light;
}

void keep_paper(Paper paper) {
    QSettings().setValue(paper_key, paper == Paper::dark ? dark_word : "light");
}

StyledAtOnce::StyledAtOnce() : sheet_(qApp->styleSheet()) {
    qApp->setStyleSheet({});
}

StyledAtOnce::~StyledAtOnce() {
    qApp->setStyleSheet(sheet_);
}

void apply_theme(QApplication& application, Paper paper) {
    if (QApplication::style()->name() != "fusion") QApplication::setStyle(QStyleFactory::create("Fusion"));
    const palette::Colors& colors = paper == Paper::dark ? palette::dark() : palette::light();
    QApplication::setPalette(shades(colors));
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
        QLineEdit { border: 1px solid %3; background: %10; padding: 2px 4px; border-radius: 2px; }
        QTableView { background: %1; }
        QHeaderView::section { background: %1; border: none; border-bottom: 1px solid %3; color: %5; padding: 3px; }
        *[meaning="quiet"] { color: %5; }
        *[meaning="holds"] { color: %9; }
        *[meaning="waiting"] { color: %11; }
        *[meaning="refused"] { color: %12; }
        QPushButton#marks { border: none; background: transparent; padding: 4px 8px; text-align: left; }
        QPushButton#marks:hover { background: %6; }
        QFrame#hairline { background: %3; border: none; }
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
                                  .arg(colors.sheet.name(), colors.paper.name(), colors.hairline.name(),
                                       colors.ink.name(), colors.quiet.name(), colors.faint.name(), colors.now.name(),
                                       colors.literal_back.name(), colors.holds.name())
                                  .arg(paper == Paper::dark ? colors.paper.name() : "white",
                                       colors.waiting_words.name(), colors.refused.name()));
}

}  // namespace leap::studio
