// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QString>
#include <memory>
#include <optional>

#include "core/experiments/sensitivity.hpp"
#include "core/tape/live_run.hpp"
#include "studio/shared/newest_job.hpp"

namespace leap::studio {

/// Which readings each dial moves on the tape in view, worked out when somebody points at a dial or a reading.
class Influences : public QObject {
    Q_OBJECT

  public:
    explicit Influences(QObject* parent = nullptr) : QObject(parent) {}

    /// What this dial moves, the most first, in words; or that it is being worked out. `dial`: its path.
    QString of_dial(const Ingredients& made, const Tape& tape, const std::string& dial);
    /// What moves this reading.
    QString of_reading(const Ingredients& made, const Tape& tape, const std::string& reading);
    bool busy() const { return job_.busy(); }

  signals:
    void changed();

  private:
    struct Found {
        Ingredients made;
        Tape tape;
        Sensitivity sensitivity;
    };
    /// Null while it is worked out, which this begins.
    const Found* found(const Ingredients& made, const Tape& tape);

    std::shared_ptr<const Found> found_;
    std::optional<std::pair<Ingredients, Tape>> asked_;
    NewestJob job_;
};

}  // namespace leap::studio
