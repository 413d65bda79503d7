// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLineEdit>
#include <QMenu>
#include <QWidget>
#include <functional>

#include "studio/session/session.hpp"
#include "studio/shared/spoken.hpp"

namespace leap::studio {

/// The phases of one move, drawn from its text: phases below each other in the order of the text, their ways out in
/// words beside them, with arcs to where they lead and how often the tape in view took them. The phase at the cursor is
/// lit; phases that the tape never reached are grey.
///
/// It is written on as well: a double click renames a phase or rewords a way, a drag from phase to phase makes a new
/// way, the right button's list has the rest. By keys: the arrows choose a phase or one of its ways, Enter goes to its
/// text, F2 renames or rewords it, Insert adds a phase, Delete removes, the menu key opens the list. All of it changes
/// the move's text.
class PhaseMap : public QWidget, public Spoken {
    Q_OBJECT

  public:
    explicit PhaseMap(Session& session, QWidget* parent = nullptr);
    void show_machine(MachineId machine);
    MachineId machine() const { return machine_; }
    /// How often the tape entered each phase, and left it by each of its ways out, in the order of ways_out(); how
    /// often it was cut or the run ended in it is not among them.
    struct Taken {
        std::vector<int> entered;
        std::vector<std::vector<int>> transitions;
    };
    Taken taken() const;
    QSize sizeHint() const override;
    QAccessible::Role spoken_role() const override { return QAccessible::Graphic; }
    QString spoken_words() const override;

    /// The place of a phase's box and of a way's words; the box behind the last phase is the end.
    QRectF box_of(std::size_t phase) const;
    QRectF way_row(std::size_t phase, std::size_t row) const;
    /// The line that a name or a way is typed into; hidden while nothing is.
    QLineEdit* entry() { return entry_; }
    // What the right button's list does (phase_map_edit.cpp).
    void rename_phase(std::size_t phase);
    void add_phase(std::size_t behind);
    void remove_phase(std::size_t phase);
    void add_way(std::size_t from, std::size_t to);
    void reword_way(std::size_t phase, std::size_t row);

  signals:
    /// A phase was clicked: where it stands in its file.
    void place_wanted(std::uint32_t file, std::uint32_t begin);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

  private:
    const Machine* shown() const;
    struct WayOut {
        std::size_t to = 0;
        QString words;
        PhaseExit exit;  ///< one of the phase's ways, or its time's end
    };
    std::vector<WayOut> ways_out(std::size_t index) const;
    void paint_arc(QPainter& p, std::size_t from, std::size_t to, bool went) const;

    Session& session_;
    // phase_map_edit.cpp
    using Taker = std::function<QString(const QString&)>;
    std::optional<std::size_t> box_under(QPointF place) const;  ///< the count of phases for the end
    struct Row {
        std::size_t phase, row;
    };
    void fill_row_menu(QMenu& menu, const Row& row);
    void fill_phase_menu(QMenu& menu, std::size_t phase);
    void remove_way(const Row& row);
    void go_to_text(std::size_t phase);
    // phase_map_keys.cpp
    /// What the keys are at: a phase, or one of its ways.
    struct Chosen {
        std::size_t phase = 0;
        std::optional<std::size_t> row;
    };
    std::vector<Chosen> choices() const;
    void choose_next(int direction);
    QRectF chosen_box() const;
    std::optional<Row> row_under(QPointF place) const;
    bool may_edit();
    /// Opens the entry; what is typed goes to the taker, whose answer is why not.
    void ask(QRectF where, const QString& text, Taker take);
    void take_entry();
    template <class Files>
    QString take_files(const Files& files, const QString& what);

    MachineId machine_;
    QLineEdit* entry_;
    Chosen chosen_;
    Taker taker_;
    std::optional<std::size_t> pulled_from_;  ///< a way being drawn
    QPointF pulled_to_;
};

}  // namespace leap::studio
