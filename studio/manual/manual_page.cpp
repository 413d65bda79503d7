// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/manual/manual_page.hpp"

#include <QDir>
#include <QFile>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QVBoxLayout>

#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/shared/pictured_text.hpp"

/// Those of a library are not there by themselves. (What it calls must stand outside of every namespace.)
static void init_manual_text() {
    Q_INIT_RESOURCE(manual);
}

namespace leap::studio {
namespace {

constexpr const char* manual_folder = ":/docs/manual";
constexpr int widest_text_px = 860;

QString text_of(const QString& file) {
    QFile in(QString(manual_folder) + "/" + file);
    return in.open(QFile::ReadOnly) ? QString::fromUtf8(in.readAll()) : QString();
}

}  // namespace

ManualPage::ManualPage(QWidget* parent) : QWidget(parent) {
    init_manual_text();
    chapters_ = new QListWidget;
    chapters_->setFrameShape(QFrame::NoFrame);
    chapters_->setAccessibleName(tr("Chapters of the manual"));
    chapters_->setFixedWidth(220);
    for (const QString& file : QDir(manual_folder).entryList({"*.md"}, QDir::Files, QDir::Name)) {
        auto* item = new QListWidgetItem(text_of(file).section('\n', 0, 0).mid(2));  // its heading
        item->setData(Qt::UserRole, file);
        chapters_->addItem(item);
    }
    back_ = new QPushButton(tr("Close the manual"));
    back_->setToolTip(tr("Esc"));
    page_ = new PicturedText(manual_folder, widest_text_px);
    page_->setFrameShape(QFrame::NoFrame);
    page_->setAccessibleName(tr("Manual"));
    page_->setMaximumWidth(widest_text_px + 60);
    page_->document()->setDefaultFont(palette::text_font(10.0));
    page_->setOpenLinks(false);
    auto* left = new QVBoxLayout;
    left->addWidget(chapters_, 1);
    left->addWidget(back_);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(20, 16, 20, 16);
    layout->setSpacing(20);
    layout->addLayout(left);
    layout->addWidget(page_, 1);
    layout->addStretch(0);
    connect(chapters_, &QListWidget::currentRowChanged, this, &ManualPage::read);
    when_paper_changes(*this, [this] { read(chapters_->currentRow()); });
    connect(back_, &QPushButton::clicked, this, &ManualPage::back_wanted);
}

void ManualPage::open() {
    if (chapters_->currentRow() < 0) chapters_->setCurrentRow(0);
    chapters_->setFocus();
}

void ManualPage::read(int chapter) {
    const QListWidgetItem* item = chapters_->item(chapter);
    if (item != nullptr) page_->setMarkdown(text_of(item->data(Qt::UserRole).toString()));
}

void ManualPage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        emit back_wanted();
    else
        QWidget::keyPressEvent(event);
}

}  // namespace leap::studio
