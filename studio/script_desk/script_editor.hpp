// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Qsci/qsciscintilla.h>

#include <QTimer>

#include "studio/script_desk/script_lexer.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

/// One script file as text. What is typed becomes the session's text after a moment's rest, as one undo step, so the
/// stage follows; undo is the session's own, so that it runs through dials and text alike.
class ScriptEditor : public QsciScintilla {
    Q_OBJECT

  public:
    explicit ScriptEditor(Session& session, QWidget* parent = nullptr);

    void show_file(const std::string& path);
    const std::string& path() const { return path_; }
    /// Hands what was typed to the session now.
    void commit();
    /// Puts the caret at a byte of the file and brings it into view.
    void go_to(std::uint32_t begin, std::uint32_t end);
    std::uint32_t caret() const;
    std::string word_at_caret() const;
    /// What is chosen; the library's own answer follows only once the text is painted.
    QString chosen_text() const;
    /// The byte at a point of the viewport; -1 beside the text.
    long position_at(QPoint point) const;
    /// Lays the text out, when it can be read.
    void lay_out();
    QStringList annotations_shown() const;
    /// Puts a caret on every place that says a name, so that typing changes all of them.
    void select_all_of(const std::string& name);
    void toggle_comment();

  signals:
    void caret_moved();
    void definition_wanted(const QString& word);
    void rename_wanted();
    void uses_wanted();
    void find_wanted(bool replace);
    void find_next_wanted(bool backwards);
    void name_wanted();
    void help_wanted(const QString& word);

  protected:
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

  private:
    void take_text();
    void show_diagnostics();
    void take_program();
    void take_colors();
    void complete();
    std::string word_before_caret() const;
    std::string word_at(long position) const;
    bool take_desk_key(const QKeyEvent& event);

    // Lines, brackets, several carets (editor_lines.cpp)
    struct Lines {
        int first = 0;
        int last = 0;
    };
    Lines chosen_lines() const;
    bool take_line_key(const QKeyEvent& event);
    bool pair_bracket(const QString& typed);
    bool break_line();
    void settle_brace();
    void choose_next_same();
    bool in_comment(long position) const;

    Session& session_;
    ScriptLexer* lexer_;
    QStringList names_;
    std::string path_;
    bool typed_ = false;  ///< and not yet handed over to the session
    QTimer rest_;
    bool taking_ = false;
};

}  // namespace leap::studio
