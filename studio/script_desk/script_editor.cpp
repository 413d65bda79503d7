// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/script_editor.hpp"

#include <utility>

#include <Qsci/qscistyle.h>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QToolTip>

#include "core/script/format.hpp"
#include "core/script/old_words.hpp"
#include "studio/script_desk/number_drag.hpp"
#include "studio/script_desk/word_help.hpp"
#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"

namespace leap::studio {

namespace {
constexpr int rest_ms = 220;  ///< typing faster than this is one step
constexpr std::size_t min_typed = 2;
constexpr int error_mark = 8;
constexpr int warning_mark = 9;
}  // namespace

ScriptEditor::ScriptEditor(Session& session, QWidget* parent) : QsciScintilla(parent), session_(session) {
    setUtf8(true);
    setEolMode(EolUnix);
    setIndentationsUseTabs(false);
    setTabWidth(2);
    setAutoIndent(true);
    setFrameShape(NoFrame);
    setCaretLineVisible(true);
    setMarginType(0, NumberMargin);
    setMarginWidth(0, "0000");
    setMarginsFont(palette::number_font(9.0));
    setMarginWidth(1, 0);
    setMarginType(2, SymbolMargin);
    setFolding(PlainFoldStyle, 2);
    SendScintilla(SCI_SETMULTIPLESELECTION, 1UL);
    SendScintilla(SCI_SETADDITIONALSELECTIONTYPING, 1UL);
    SendScintilla(SCI_SETMULTIPASTE, static_cast<unsigned long>(SC_MULTIPASTE_EACH));
    // As wide as the text is, and no further to the right than the caret needs: line starts stay in view.
    SendScintilla(SCI_SETSCROLLWIDTH, 1UL);
    SendScintilla(SCI_SETSCROLLWIDTHTRACKING, 1UL);
    constexpr long slop_px = 60;
    SendScintilla(SCI_SETXCARETPOLICY, static_cast<unsigned long>(CARET_SLOP), slop_px);
    setBraceMatching(SloppyBraceMatch);
    setAnnotationDisplay(AnnotationIndented);
    setAccessibleName(tr("Script"));
    lexer_ = new ScriptLexer(this);
    setLexer(lexer_);
    setAutoCompletionSource(AcsNone);
    connect(this, &QsciScintilla::SCN_CHARADDED, this, &ScriptEditor::complete);
    indicatorDefine(SquiggleIndicator, error_mark);
    indicatorDefine(DotsIndicator, warning_mark);
    take_colors();
    when_paper_changes(*this, [this] {
        take_colors();
        show_diagnostics();
    });
    // Undo is the session's: the editor keeps none of its own.
    SendScintilla(SCI_SETUNDOCOLLECTION, 0UL);
    SendScintilla(SCI_EMPTYUNDOBUFFER);
    rest_.setSingleShot(true);
    rest_.setInterval(rest_ms);
    connect(&rest_, &QTimer::timeout, this, &ScriptEditor::commit);
    connect(this, &QsciScintilla::textChanged, this, [this] {
        if (taking_ || path_.empty()) return;
        typed_ = true;
        rest_.start();
    });
    connect(this, &QsciScintilla::cursorPositionChanged, this, [this] {
        if (!taking_) emit caret_moved();
    });
    connect(&session_, &Session::texts_changed, this, &ScriptEditor::take_text);
    connect(&session_, &Session::project_leaving, this, &ScriptEditor::commit);
    connect(&session_, &Session::project_opened, this, &ScriptEditor::take_text);
    connect(&session_, &Session::diagnostics_changed, this, &ScriptEditor::show_diagnostics);
    connect(&session_, &Session::program_changed, this, &ScriptEditor::take_program);
    take_program();
    new NumberDrag(session_, *this);
}

void ScriptEditor::take_colors() {
    setPaper(palette::sheet());
    setCaretForegroundColor(palette::now());
    setCaretLineBackgroundColor(palette::faint());
    setMarginsForegroundColor(palette::quiet());
    setMarginsBackgroundColor(palette::paper());
    setFoldMarginColors(palette::paper(), palette::paper());
    setMatchedBraceBackgroundColor(palette::hairline());
    setMatchedBraceForegroundColor(palette::ink());
    setIndicatorForegroundColor(palette::now(), error_mark);
    setIndicatorForegroundColor(palette::waiting(), warning_mark);
    for (const int mark : {SC_MARKNUM_FOLDER, SC_MARKNUM_FOLDEROPEN, SC_MARKNUM_FOLDERSUB, SC_MARKNUM_FOLDERTAIL}) {
        setMarkerForegroundColor(palette::quiet(), mark);
        setMarkerBackgroundColor(palette::paper(), mark);
    }
    lexer_->take_colors();
}

void ScriptEditor::show_file(const std::string& path) {
    commit();
    path_ = path;
    setReadOnly(false);
    take_text();
    show_diagnostics();
}

void ScriptEditor::commit() {
    rest_.stop();
    // Only what was typed is handed over: the text of a project that was left must not come into the next one.
    if (!std::exchange(typed_, false) || path_.empty() || taking_) return;
    const std::string typed = text().toStdString();
    const std::string* known = session_.text(path_);
    if (known != nullptr && *known == typed) return;
    session_.edit_text(path_, typed, tr("typing in %1").arg(to_qt(path_)));
}

/// The session's text has changed, by a dial, an undo or another editor. What is typed and not yet handed over stays.
void ScriptEditor::take_text() {
    const std::string* known = session_.text(path_);
    if (known == nullptr || rest_.isActive() || text().toStdString() == *known) return;
    taking_ = true;
    const long at = SendScintilla(SCI_GETCURRENTPOS);
    const long top = SendScintilla(SCI_GETFIRSTVISIBLELINE);
    setText(to_qt(*known));
    SendScintilla(SCI_GOTOPOS, static_cast<unsigned long>(std::min<long>(at, length())));
    SendScintilla(SCI_SETFIRSTVISIBLELINE, static_cast<unsigned long>(top));
    taking_ = false;
    show_diagnostics();  // they went with the text
}

void ScriptEditor::show_diagnostics() {
    const auto all = static_cast<unsigned long>(length());
    for (const int mark : {error_mark, warning_mark}) {
        SendScintilla(SCI_SETINDICATORCURRENT, static_cast<unsigned long>(mark));
        SendScintilla(SCI_INDICATORCLEARRANGE, 0UL, static_cast<long>(all));
    }
    clearAnnotations();
    const auto& files = session_.source_files();
    for (const Diagnostic& found : session_.diagnostics()) {
        if (found.range.file >= files.size() || files[found.range.file].path != path_) continue;
        const bool error = found.severity == Severity::error;
        SendScintilla(SCI_SETINDICATORCURRENT, static_cast<unsigned long>(error ? error_mark : warning_mark));
        const long span = std::max<long>(1, static_cast<long>(found.range.end) - static_cast<long>(found.range.begin));
        SendScintilla(SCI_INDICATORFILLRANGE, static_cast<unsigned long>(found.range.begin), span);
        const LineColumn place = line_column(files[found.range.file].text, found.range.begin);
        const int line = static_cast<int>(place.line) - 1;
        QString words = to_qt(found.message);
        if (!found.hint.empty()) words += "; " + to_qt(found.hint);
        const QString before = annotation(line);
        QsciStyle style;
        style.setColor(error ? palette::now() : palette::waiting_words());
        style.setPaper(palette::paper());
        style.setFont(palette::text_font(9.0));
        annotate(line, before.isEmpty() ? words : before + "\n" + words, style);
    }
}

QStringList ScriptEditor::annotations_shown() const {
    QStringList out;
    for (int line = 0; line < lines(); ++line)
        if (const QString words = annotation(line); !words.isEmpty()) out << words;
    return out;
}

void ScriptEditor::take_program() {
    lexer_->set_program(session_.program());
    names_ = completion_words(session_.program().get());
}

/// Offers the names that begin with what has been typed of the present one. The library's own lists are prepared on a
/// thread that outlives its owner, so this one is made on the spot.
void ScriptEditor::complete() {
    const std::string typed = word_before_caret();
    if (typed.size() < min_typed) return;
    QByteArray fitting;
    for (const QString& name : names_) {
        const QByteArray known = name.toUtf8();
        if (known.size() > static_cast<qsizetype>(typed.size()) && known.startsWith(typed.c_str()))
            fitting += (fitting.isEmpty() ? "" : " ") + known;
    }
    if (fitting.isEmpty()) return;
    SendScintilla(SCI_AUTOCSHOW, static_cast<unsigned long>(typed.size()), fitting.constData());
}

std::string ScriptEditor::word_before_caret() const {
    const std::string whole = text().toStdString();
    const auto end = std::min<std::size_t>(caret(), whole.size());
    std::size_t begin = end;
    const auto part = [](char c) { return std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '_' || c == '.'; };
    while (begin > 0 && part(whole[begin - 1])) --begin;
    if (begin < end && std::isdigit(static_cast<unsigned char>(whole[begin])) != 0) return {};
    return whole.substr(begin, end - begin);
}

void ScriptEditor::go_to(std::uint32_t begin, std::uint32_t end) {
    const auto line = SendScintilla(SCI_LINEFROMPOSITION, static_cast<unsigned long>(begin));
    SendScintilla(SCI_ENSUREVISIBLE, static_cast<unsigned long>(line));  // it may be folded away
    SendScintilla(SCI_SETSEL, static_cast<unsigned long>(begin), static_cast<long>(end));
    SendScintilla(SCI_SETXOFFSET, 0UL);
    SendScintilla(SCI_SCROLLCARET);
    setFocus();
}

std::uint32_t ScriptEditor::caret() const {
    return static_cast<std::uint32_t>(SendScintilla(SCI_GETCURRENTPOS));
}

/// The name at a byte, with what stands before its point: `walk.top`.
std::string ScriptEditor::word_at(long position) const {
    const std::string whole = text().toStdString();
    const auto part = [&](long at) {
        if (at < 0 || static_cast<std::size_t>(at) >= whole.size()) return false;
        const char c = whole[static_cast<std::size_t>(at)];
        return std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '_';
    };
    if (!part(position) && part(position - 1)) --position;
    long begin = position;
    long end = position;
    while (part(begin - 1)) --begin;
    while (part(end)) ++end;
    if (begin >= end) return {};
    return whole.substr(static_cast<std::size_t>(begin), static_cast<std::size_t>(end - begin));
}

long ScriptEditor::position_at(QPoint point) const {
    return SendScintilla(SCI_POSITIONFROMPOINTCLOSE, static_cast<unsigned long>(point.x()),
                         static_cast<long>(point.y()));
}

QString ScriptEditor::chosen_text() const {
    const auto begin = static_cast<std::size_t>(SendScintilla(SCI_GETSELECTIONSTART));
    const auto end = static_cast<std::size_t>(SendScintilla(SCI_GETSELECTIONEND));
    return to_qt(text().toStdString().substr(begin, end - begin));
}

std::string ScriptEditor::word_at_caret() const {
    return word_at(SendScintilla(SCI_GETCURRENTPOS));
}

void ScriptEditor::lay_out() {
    const std::string typed = text().toStdString();
    const std::string laid_out = format(typed, own_names(session_.source_files()));
    if (laid_out == typed) return commit();
    taking_ = true;
    const long at = SendScintilla(SCI_GETCURRENTPOS);
    setText(to_qt(laid_out));
    SendScintilla(SCI_GOTOPOS, static_cast<unsigned long>(std::min<long>(at, length())));
    taking_ = false;
    typed_ = true;
    commit();
}

bool ScriptEditor::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const long position = position_at(viewport()->mapFrom(this, help->pos()));
        const QString text = position < 0 ? QString() : word_help(word_at(position), session_.program().get());
        // As rich text it is broken into lines of a readable length.
        const QString lines = text.toHtmlEscaped().replace('\n', "<br>");
        QToolTip::showText(help->globalPos(), text.isEmpty() ? QString() : "<qt>" + lines + "</qt>", this);
        return true;
    }
    // Undo and redo go to the window: they are the session's.
    if (event->type() == QEvent::ShortcutOverride) {
        auto* key = static_cast<QKeyEvent*>(event);
        // Keys of the desk that the window would take otherwise.
        const bool desk_key = key->key() == Qt::Key_F1 || key->key() == Qt::Key_F2 || key->key() == Qt::Key_F3;
        if (desk_key && (key->key() != Qt::Key_F1 || key->modifiers() == Qt::NoModifier)) {
            event->accept();
            return true;
        }
        if (key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo) || key->matches(QKeySequence::Save)) {
            commit();
            event->ignore();
            return false;
        }
    }
    return QsciScintilla::event(event);
}

/// Keys that ask something of the desk. False: it is the editor's own.
bool ScriptEditor::take_desk_key(const QKeyEvent& event) {
    const bool shift = (event.modifiers() & Qt::ShiftModifier) != 0;
    const bool control = (event.modifiers() & Qt::ControlModifier) != 0;
    if (event.key() == Qt::Key_F12 && shift) {
        emit uses_wanted();
    } else if (event.key() == Qt::Key_F12) {
        emit definition_wanted(to_qt(word_at_caret()));
    } else if (event.key() == Qt::Key_F2) {
        emit rename_wanted();
    } else if (event.key() == Qt::Key_F3) {
        emit find_next_wanted(shift);
    } else if (event.matches(QKeySequence::Find) || (control && event.key() == Qt::Key_H)) {
        emit find_wanted(event.key() == Qt::Key_H);
    } else if (control && !shift && event.key() == Qt::Key_J) {
        emit name_wanted();
    } else if (event.key() == Qt::Key_F1) {
        emit help_wanted(to_qt(word_at_caret()));
    } else {
        return false;
    }
    return true;
}

void ScriptEditor::keyPressEvent(QKeyEvent* event) {
    if (take_desk_key(*event) || take_line_key(*event) || pair_bracket(event->text())) return;
    QsciScintilla::keyPressEvent(event);
    if (event->text() == "}") settle_brace();
}

/// What is typed counts as soon as something else is turned to.
void ScriptEditor::focusOutEvent(QFocusEvent* event) {
    QsciScintilla::focusOutEvent(event);
    commit();
}

}  // namespace leap::studio
