// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/name_finder.hpp"

#include <QKeyEvent>
#include <QVBoxLayout>
#include <algorithm>

#include "studio/script_desk/place_list.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {

NameFinder::NameFinder(QWidget* parent) : QFrame(parent) {
    setObjectName("sheet");
    setFrameShape(QFrame::Box);
    field_ = new QLineEdit;
    field_->setPlaceholderText(tr("Go to a name"));
    field_->setAccessibleName(tr("Name to go to"));
    list_ = new QListWidget;
    list_->setFrameShape(QFrame::NoFrame);
    list_->setFont(palette::number_font(9.0));
    list_->setFocusPolicy(Qt::NoFocus);
    list_->setAccessibleName(tr("Names of the script"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addWidget(field_);
    layout->addWidget(list_, 1);
    hide();
    field_->installEventFilter(this);
    connect(field_, &QLineEdit::textChanged, this, &NameFinder::narrow);
    connect(list_, &QListWidget::itemClicked, this, &NameFinder::go);
}

void NameFinder::open(const Program& program) {
    names_.clear();
    for (const NameUse& use : program.names) {
        if (use.range != use.declared) continue;
        const SourceFile& file = program.files[use.range.file];
        names_.push_back({to_qt(file.text.substr(use.range.begin, use.range.end - use.range.begin)),
                          place_words(file, use.range.begin), use.range});
    }
    std::stable_sort(names_.begin(), names_.end(), [](const Name& a, const Name& b) { return a.name < b.name; });
    constexpr int margin = 30;
    setGeometry(margin, margin, std::max(300, parentWidget()->width() - 2 * margin),
                std::max(200, parentWidget()->height() / 2));
    field_->clear();
    narrow();
    show();
    raise();
    field_->setFocus();
}

/// Names that begin with what is typed come before those that only hold it.
void NameFinder::narrow() {
    const QString typed = field_->text().trimmed();
    shown_.clear();
    list_->clear();
    for (const bool begins : {true, false})
        for (std::size_t i = 0; i < names_.size(); ++i) {
            const bool starts = names_[i].name.startsWith(typed, Qt::CaseInsensitive);
            const bool fits = begins ? starts : !starts && names_[i].name.contains(typed, Qt::CaseInsensitive);
            if (!fits) continue;
            shown_.push_back(i);
            list_->addItem(QString("%1  %2").arg(names_[i].name, -22).arg(names_[i].place));
        }
    if (list_->count() > 0) list_->setCurrentRow(0);
}

void NameFinder::go() {
    const int row = list_->currentRow();
    hide();
    if (row >= 0) emit place_wanted(names_[shown_[static_cast<std::size_t>(row)]].range);
}

bool NameFinder::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusOut) hide();
    if (event->type() != QEvent::KeyPress) return QFrame::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    const int step = key == Qt::Key_Down ? 1 : (key == Qt::Key_Up ? -1 : 0);
    if (step != 0) {
        list_->setCurrentRow(std::clamp(list_->currentRow() + step, 0, std::max(0, list_->count() - 1)));
    } else if (key == Qt::Key_Return || key == Qt::Key_Enter) {
        go();
    } else if (key == Qt::Key_Escape) {
        hide();
        parentWidget()->setFocus();
    } else {
        return QFrame::eventFilter(watched, event);
    }
    return true;
}

}  // namespace leap::studio
