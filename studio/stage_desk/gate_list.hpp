// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "core/senses/explain.hpp"
#include "studio/shared/spoken.hpp"

namespace leap::studio {

/// The gates of the selected move with their answers at the cursor's instant.
class GateList : public QWidget, public Spoken {
    Q_OBJECT

  public:
    explicit GateList(QWidget* parent = nullptr);
    void show_answer(const MoveAnswer& answer);
    /// What stands there when it has none.
    void say_without(const QString& words) { without_ = words; }
    const MoveAnswer& answer() const { return answer_; }
    QAccessible::Role spoken_role() const override { return QAccessible::StaticText; }
    QString spoken_words() const override;
    QSize sizeHint() const override;

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    MoveAnswer answer_;
    QString without_;
};

}  // namespace leap::studio
