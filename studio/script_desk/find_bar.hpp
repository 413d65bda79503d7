// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QCheckBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QWidget>

#include "studio/script_desk/find_text.hpp"

namespace leap::studio {

/// The row under the editor that looks for words in the file or in all of them, and replaces them.
class FindBar : public QWidget {
    Q_OBJECT

  public:
    explicit FindBar(QWidget* parent = nullptr);

    /// Comes into view with these words, if any.
    void open(const QString& words, bool replace);
    Wanted wanted() const;
    QString by() const { return by_->text(); }
    bool in_all_files() const { return all_->isChecked(); }
    QLineEdit* words() { return words_; }
    QLineEdit* replacement() { return by_; }
    QCheckBox* all_files() { return all_; }
    QCheckBox* expression() { return expression_; }
    /// How many there are and which one is chosen, or why nothing can be looked for.
    void say(const QString& text);
    QString said() const { return said_->text(); }

  signals:
    void changed();
    void next_wanted(bool backwards);
    void replace_wanted();
    void replace_all_wanted();
    void closed();

  protected:
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    QLineEdit* words_;
    QLineEdit* by_;
    QCheckBox* expression_;
    QCheckBox* case_;
    QCheckBox* whole_;
    QCheckBox* all_;
    QLabel* said_;
    QWidget* second_;
};

}  // namespace leap::studio
