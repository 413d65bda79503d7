// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "studio/stage_desk/accent_row.hpp"
#include "studio/stage_desk/dial_row.hpp"
#include "studio/stage_desk/gate_list.hpp"
#include "studio/stage_desk/reading_list.hpp"
#include "studio/stage_desk/script_excerpt.hpp"

namespace leap::studio {

/// The page of the selected move or stance: gates, dials, readings, script.
class SheetView : public QScrollArea {
    Q_OBJECT

  public:
    explicit SheetView(Session& session, QWidget* parent = nullptr);

    void show_machine(MachineId machine);
    MachineId machine() const { return machine_; }
    const std::vector<DialRow*>& dial_rows() const { return rows_; }
    DialRow* row_of(DialId dial) const;
    /// Turns the dial that was touched last by steps.
    void nudge_selected(int steps);
    GateList* gates() const { return gates_; }
    AccentRow* accents() const { return accents_; }
    ReadingList* readings() const { return readings_; }
    ScriptExcerpt* excerpt() const { return excerpt_; }

  private:
    void rebuild();
    void refresh_answers();
    void refresh_readings();
    std::vector<DialId> dials_of_machine() const;
    bool speaks_of(const ReadingInfo& reading, const Machine& machine) const;

    Session& session_;
    MachineId machine_;
    QString told_character() const;
    QString shown_character_;
    BodyId shown_body_{0};  ///< whose values of dials are shown
    std::vector<DialId> shown_dials_;
    std::vector<DialRow*> rows_;
    DialId selected_dial_;
    void show_off();

    QLabel* title_;
    QPushButton* off_;
    QLabel* subtitle_;
    QLabel* dials_hint_;
    QVBoxLayout* dial_layout_;
    GateList* gates_;
    QWidget* gates_box_;
    ReadingList* readings_;
    QWidget* accents_head_;
    AccentRow* accents_;
    ScriptExcerpt* excerpt_;
    QLabel* place_;
};

}  // namespace leap::studio
