// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "core/tape/trace.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

/// A proof of one move: alone on flat ground with the stick ahead and one press. A fixture stands in the way and is
/// used. Its height, its speed and its phases, new with every good program, so that they follow what is typed.
class ProofStrip : public QWidget {
    Q_OBJECT

  public:
    explicit ProofStrip(Session& session, QWidget* parent = nullptr);
    void show_machine(MachineId machine);
    const Trace& trace() const { return trace_; }
    /// Why the move doesn't run there; empty when it does.
    QString reason() const { return reason_; }
    QSize sizeHint() const override { return {340, 190}; }

  protected:
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;

  private:
    void prove();

    Session& session_;
    MachineId machine_;
    Trace trace_;
    QString reason_;
};

}  // namespace leap::studio
