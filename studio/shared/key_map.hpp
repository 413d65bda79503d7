// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMap>
#include <QString>
#include <QStringList>
#include <optional>
#include <vector>

#include "core/script/program.hpp"

namespace leap::studio {

/// Which keys and pad buttons do what while playing. The script's own bindings hold unless the user chose others;
/// those are kept in the settings.
class KeyMap {
  public:
    /// An action: "button jump", "stick ahead", "rewind" ...
    struct Action {
        QString id;
        QString words;  ///< as shown
        QStringList first_keys;
        QStringList first_pads;
    };

    void load(const Program& program);
    const std::vector<Action>& actions() const { return actions_; }
    QStringList keys(const QString& action) const;
    QStringList pads(const QString& action) const;
    void set_keys(const QString& action, const QStringList& keys);
    void set_pads(const QString& action, const QStringList& pads);
    void reset();

    /// The actions a key does, by Qt's key code.
    QStringList actions_of_key(int key) const;
    QStringList actions_of_pad(const QString& pad) const;

    static QString key_name(int key);
    static std::optional<int> key_code(const QString& name);

  private:
    void store(const QString& kind, const QString& action, const QStringList& values) const;
    QStringList stored(const QString& kind, const QString& action, const QStringList& fallback) const;

    std::vector<Action> actions_;
};

}  // namespace leap::studio
