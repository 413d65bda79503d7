// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QListWidget>

#include "studio/script_desk/curve_view.hpp"
#include "studio/script_desk/phase_map.hpp"
#include "studio/script_desk/proof_strip.hpp"
#include "studio/script_desk/script_editor.hpp"
#include "studio/script_desk/starting_texts.hpp"
#include "studio/shared/desk.hpp"

namespace leap::studio {

/// The desk to write on: the project's files, the editor, and the phases of the move under the caret.
class ScriptDesk : public Desk {
    Q_OBJECT

  public:
    explicit ScriptDesk(Session& session, QWidget* parent = nullptr);

    ScriptEditor* editor() { return editor_; }
    PhaseMap* map() { return map_; }
    ProofStrip* proof() { return proof_; }
    CurveView* curve() { return curve_; }
    /// Shows a move on the map and in the proof.
    void follow(MachineId machine);
    void show_file(const std::string& path);
    /// Opens a move's or stance's file at its text.
    void show_machine(MachineId machine);
    /// Opens where a name is declared; false when nothing of the project is called so.
    bool show_definition(const std::string& word);
    /// Gives what is called by the name under the caret another name, everywhere. Returns why not.
    QString rename_at_caret(const std::string& name);
    /// Puts a starting text into a file of its own and takes that into the project, as one undo step. Returns why not.
    QString start_new(const StartingText& start, const std::string& name, const std::string& button);
    /// Files that were typed in are laid out before they are saved, where they have no errors.
    void before_save() override;
    void come_into_view(MachineId machine) override;
    void finish_edits() override { editor_->commit(); }

  private:
    void list_files();
    void follow_caret();
    void open_range(SourceRange range);
    QWidget* make_files();
    void follow_curve();
    void ask_for_name();
    std::optional<SourceRange> declared_at_caret() const;
    void ask_for_new(const StartingText& start);

    Session& session_;
    QListWidget* files_;
    ScriptEditor* editor_;
    PhaseMap* map_;
    ProofStrip* proof_;
    CurveView* curve_;
};

}  // namespace leap::studio
