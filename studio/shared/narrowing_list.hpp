// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFrame>
#include <QLineEdit>
#include <QListWidget>

namespace leap::studio {

/// A list over its parent which narrows while words are typed. The arrows move in it, Enter takes, Esc leaves.
class NarrowingList : public QFrame {
    Q_OBJECT

  public:
    QLineEdit* field() { return field_; }
    QListWidget* list() { return list_; }

  protected:
    struct Words {
        QString typed;  ///< what is to be typed, said in the empty field
        QString field;  ///< for screen readers
        QString list;
    };
    NarrowingList(QWidget* parent, const Words& words);

    /// With everything in it, `margin` pixels inside its parent.
    void come_into_view(int margin);
    /// Fills the list with what fits the words in the field.
    virtual void narrow() = 0;
    /// A row was taken; it is there.
    virtual void take(int row) = 0;
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void narrow_anew();
    void go();

    QLineEdit* field_;
    QListWidget* list_;
};

}  // namespace leap::studio
