// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QWidget>
#include <array>

#include "studio/session/session.hpp"
#include "studio/shared/key_map.hpp"

namespace leap::studio {

/// What to do first, in four lines: play, stop, turn a dial, keep it. A line that was done is ticked; once all are, or
/// when it is put away, it is gone for good.
class FirstSteps : public QWidget {
    Q_OBJECT

  public:
    FirstSteps(Session& session, const KeyMap& keys, QWidget* parent = nullptr);

    /// Comes into view, for a user who hasn't done it or put it away before.
    void offer();
    int done_count() const;
    QStringList lines() const;

  private:
    enum Step { play, stop, turn, keep, count };
    void take_tuning();
    void tick(Step step);
    void refresh();
    void put_away();

    Session& session_;
    const KeyMap& keys_;
    std::array<QLabel*, count> lines_{};
    std::array<bool, count> done_{};
};

}  // namespace leap::studio
