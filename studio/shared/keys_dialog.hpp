// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>
#include <QLabel>
#include <QTableWidget>

#include "studio/shared/game_pad.hpp"
#include "studio/shared/key_map.hpp"

namespace leap::studio {

/// Chooses keys and pad buttons: select a line, press Change, press the key or pad button.
class KeysDialog : public QDialog {
    Q_OBJECT

  public:
    KeysDialog(KeyMap& keys, GamePad* pad, QWidget* parent = nullptr);

  protected:
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void fill();
    void take_key(int key);
    void take_pad(const QString& name);
    void set_waiting(bool waiting);

    KeyMap& keys_;
    QTableWidget* table_;
    QLabel* words_;
    bool waiting_ = false;
};

}  // namespace leap::studio
