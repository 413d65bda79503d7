// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLineEdit>
#include <QTextBrowser>
#include <QWidget>

namespace leap::studio {

/// The language reference beside the script: docs/language.md, opened where it speaks of a word.
class ReferenceView : public QWidget {
    Q_OBJECT

  public:
    explicit ReferenceView(QWidget* parent = nullptr);

    /// Comes into view at the place that explains a word, or at its beginning. False when it says nothing of it.
    bool show_word(const QString& word);
    /// The paragraph, heading or cell that is marked.
    QString marked() const;
    QTextBrowser* page() { return page_; }
    QLineEdit* field() { return field_; }

  private:
    void load();

    QTextBrowser* page_;
    QLineEdit* field_;
    bool loaded_ = false;
};

}  // namespace leap::studio
