// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/reference_view.hpp"

#include <QFile>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollBar>
#include <QTextBlock>
#include <QTextTable>
#include <QVBoxLayout>
#include <algorithm>
#include <utility>

#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/shared/pictured_text.hpp"

/// Those of a library are not there by themselves. (What it calls must stand outside of every namespace.)
static void init_reference_text() {
    Q_INIT_RESOURCE(reference);
}

namespace leap::studio {
namespace {

/// As wide as the reference is beside the script in a window of 1280 pixels.
constexpr int widest_picture_px = 330;

}  // namespace

ReferenceView::ReferenceView(QWidget* parent) : QWidget(parent) {
    setObjectName("sheet");
    field_ = new QLineEdit;
    field_->setPlaceholderText(tr("A word of the language"));
    field_->setAccessibleName(tr("Word to look up in the reference"));
    auto* close = new QPushButton(tr("Close"));
    page_ = new PicturedText(":/docs", widest_picture_px);
    page_->setFrameShape(QFrame::NoFrame);
    page_->setAccessibleName(tr("Language reference"));
    auto* top = new QHBoxLayout;
    top->addWidget(field_, 1);
    top->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(10, 8, 10, 8);
    layout->addLayout(top);
    layout->addWidget(page_, 1);
    hide();
    when_paper_changes(*this, [this] {
        if (std::exchange(loaded_, false) && isVisible()) load();  // its links have the colour of the paper
    });
    connect(close, &QPushButton::clicked, this, &QWidget::hide);
    connect(field_, &QLineEdit::returnPressed, this, [this] { show_word(field_->text().trimmed()); });
}

/// The text is large; it is laid out when it is first asked for.
void ReferenceView::load() {
    if (std::exchange(loaded_, true)) return;
    init_reference_text();
    QFile file(":/docs/language.md");
    if (!file.open(QFile::ReadOnly)) return;
    page_->document()->setDefaultFont(palette::text_font(9.5));
    page_->setMarkdown(QString::fromUtf8(file.readAll()));
}

/// A row or heading that begins with the word explains it; else the first place that says it is shown.
bool ReferenceView::show_word(const QString& word) {
    load();
    show();
    if (word.isEmpty()) return true;
    const auto is_part = [](QChar c) { return c.isLetterOrNumber() || c == '_'; };
    QTextBlock best;
    int best_rank = 0;
    for (QTextBlock block = page_->document()->begin(); block.isValid(); block = block.next()) {
        const QString text = block.text();
        for (auto at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
            const bool whole = (at == 0 || !is_part(text[at - 1])) &&
                               (at + word.size() == text.size() || !is_part(text[at + word.size()]));
            if (!whole) continue;
            const bool cell = QTextCursor(block).currentTable() != nullptr;
            const int rank = at == 0 && cell ? 3 : (block.blockFormat().headingLevel() > 0 ? 2 : 1);
            if (rank > best_rank) best = block;
            best_rank = std::max(best_rank, rank);
        }
    }
    if (!best.isValid()) return false;
    QTextCursor cursor(best);
    page_->setTextCursor(cursor);
    page_->ensureCursorVisible();
    // What it says stands at the top, not at the lower edge.
    const int down = page_->cursorRect().top();
    page_->verticalScrollBar()->setValue(page_->verticalScrollBar()->value() + down);
    QTextEdit::ExtraSelection mark;
    mark.cursor = cursor;
    mark.cursor.select(QTextCursor::BlockUnderCursor);
    mark.format.setBackground(palette::literal_back());
    page_->setExtraSelections({mark});
    return true;
}

QString ReferenceView::marked() const {
    return page_->textCursor().block().text();
}

}  // namespace leap::studio
