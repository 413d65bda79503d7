// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>

#include "studio/script_desk/curve_view.hpp"
#include "studio/script_desk/find_bar.hpp"
#include "studio/script_desk/name_finder.hpp"
#include "studio/script_desk/phase_map.hpp"
#include "studio/script_desk/place_list.hpp"
#include "studio/script_desk/proof_strip.hpp"
#include "studio/script_desk/reference_view.hpp"
#include "studio/script_desk/script_editor.hpp"
#include "studio/script_desk/script_files.hpp"
#include "studio/script_desk/starting_texts.hpp"
#include "studio/shared/desk.hpp"

namespace leap::studio {

/// The desk to write on: the project's files, the editor, and the phases of the move under the caret.
class ScriptDesk : public Desk {
    Q_OBJECT

  public:
    explicit ScriptDesk(const Workplace& place, QWidget* parent = nullptr);

    ScriptEditor* editor() { return editor_; }
    PhaseMap* map() { return map_; }
    ProofStrip* proof() { return proof_; }
    CurveView* curve() { return curve_; }
    ScriptFiles* files() { return files_; }
    FindBar* find_bar() { return find_; }
    PlaceList* places() { return places_; }
    NameFinder* names() { return names_; }
    ReferenceView* reference() { return reference_; }
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
    /// The same with a free name, a button of its own and a free key; the name is chosen everywhere, so that typing
    /// gives it another. A fixture is placed in front of the course's first place.
    void start_new(const StartingText& start);

    // Files (script_desk_files.cpp). Each is one undo step; they return why not.
    QString make_file(const std::string& path);
    QString move_file(const std::string& from, const std::string& to);
    QString remove_file(const std::string& path);

    // Places (script_desk_places.cpp)
    void find(bool replace);
    /// Goes to the next place that the row for finding speaks of, in all files if it says so.
    void find_next(bool backwards);
    void replace_one();
    void replace_every();
    /// Every place that says the name under the caret.
    void show_uses();
    void show_problems();
    void show_help(const QString& word);
    /// Files that were typed in are laid out before they are saved, where they have no errors.
    void before_save() override;
    void fill_show_menu(QMenu& menu, QWidget& window) override;
    /// Where the window is wide enough the stage stands beside the text.
    bool shows_stage() const override;
    void take_stage() override;
    void leave_stage() override;
    void come_into_view(MachineId machine) override;
    void finish_edits() override { editor_->commit(); }

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    void list_files();
    void follow_caret();
    void open_range(SourceRange range);
    QWidget* make_files();
    QWidget* make_writing();
    void connect_places();
    void follow_curve();
    void ask_for_name();
    std::optional<SourceRange> declared_at_caret() const;
    std::vector<SourceFile> searched() const;
    void tell_found();
    std::vector<PlaceList::Place> problems() const;
    std::string free_name(const std::string& like) const;
    QString free_key() const;
    void place_new(const std::string& kind);
    void follow_new_kind();
    QString start_text(const StartingText& start, const std::string& name, const std::string& text);

    Session& session_;
    KeyMap& keys_;
    StageView& stage_;
    QWidget* stage_holder_;
    bool has_stage_ = false;
    ScriptFiles* files_;
    FindBar* find_;
    PlaceList* places_;
    NameFinder* names_;
    ReferenceView* reference_;
    QPushButton* problems_word_;
    std::string new_kind_;  ///< of a fixture that was placed under a name that may still be typed over
    ScriptEditor* editor_;
    PhaseMap* map_;
    ProofStrip* proof_;
    CurveView* curve_;
};

}  // namespace leap::studio
