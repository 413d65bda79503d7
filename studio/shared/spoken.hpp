// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAccessible>
#include <QString>
#include <QWidget>
#include <optional>

namespace leap::studio {

/// What a painted widget tells those who hear the screen instead of seeing it. A widget derives from it beside QWidget;
/// its name is its accessibleName, as for every other.
class Spoken {
  public:
    struct Value {
        double now, low, high, step;  ///< in the unit that is said
        QString words;                ///< the value with its unit
    };

    virtual ~Spoken() = default;
    virtual QAccessible::Role spoken_role() const = 0;
    /// What it shows now, in words; sentences of a list are lines.
    virtual QString spoken_words() const = 0;
    /// For what is turned, like a dial.
    virtual std::optional<Value> spoken_value() const { return std::nullopt; }
    virtual void take_spoken_value(double value) { Q_UNUSED(value); }
};

/// To be called once: from then on such widgets are found by what reads the screen.
void let_screens_be_read();

/// What the widget shows has changed. Costs nothing while nobody listens.
void tell_spoken_change(QWidget& widget);

}  // namespace leap::studio
