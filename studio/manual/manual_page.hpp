// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QListWidget>
#include <QPushButton>
#include <QTextBrowser>
#include <QWidget>

namespace leap::studio {

/// The manual: its chapters at the left, the one that is read beside them, as it stands in docs/manual.
class ManualPage : public QWidget {
    Q_OBJECT

  public:
    explicit ManualPage(QWidget* parent = nullptr);

    /// The chapter that is read last, or the first one.
    void open();
    QListWidget* chapters() { return chapters_; }
    QTextBrowser* page() { return page_; }
    QPushButton* back() { return back_; }

  signals:
    void back_wanted();

  protected:
    void keyPressEvent(QKeyEvent* event) override;

  private:
    void read(int chapter);

    QListWidget* chapters_;
    QTextBrowser* page_;
    QPushButton* back_;
};

}  // namespace leap::studio
