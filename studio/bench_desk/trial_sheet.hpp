// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "studio/session/session.hpp"

namespace leap::studio {

/// The page of a trial: what it asks, run and stop, and taking what came out. Every change is one undo step.
class TrialSheet : public QWidget {
    Q_OBJECT

  public:
    explicit TrialSheet(Session& session, QWidget* parent = nullptr);
    /// Empty: nothing is shown.
    void show_trial(const std::string& path);
    const std::string& path() const { return path_; }
    QPushButton* run_button() { return run_; }
    QPushButton* take_button() { return take_; }
    /// A field by what it says, as "hop.rise low"; null when there is none.
    QLineEdit* field(const QString& name) const { return findChild<QLineEdit*>(name); }

  signals:
    void problem(const QString& text);
    void export_wanted();

  private:
    const TrialEntry* entry() const;
    void refresh();
    void refresh_run();
    void rebuild();
    // trial_fields.cpp
    void fill(const Trial& trial);
    void fill_free(const Trial& trial);
    void fill_wishes(const Trial& trial);
    void fill_tapes(const Trial& trial);
    void fill_alignment(const Trial& trial);
    void tell_laid_over();
    void fill_way(const Trial& trial);
    void fill_wire(const Trial& trial);
    void fill_pair(const Trial& trial);
    void fill_result(const TrialEntry& entry);
    void section(const QString& title);
    QLineEdit* add_field(const QString& label, const QString& name, const QString& text, const QString& hint,
                         const std::function<void(Trial&, const std::string&)>& set);
    void add_choice(const QString& label, const QString& name, const QStringList& names,
                    const std::function<void(Trial&, const std::string&)>& set);
    void add_name(const QString& label, const QString& name, const std::string& now, const QStringList& names,
                  const std::function<void(Trial&, const std::string&)>& set);
    void add_taken(const std::vector<std::string>& names, const std::function<std::vector<std::string>&(Trial&)>& list);
    void change(const std::function<void(Trial&)>& by);
    void run_or_stop();
    void take();

    Session& session_;
    std::string path_;
    std::optional<Trial> shown_;
    bool shown_stale_ = false;  ///< what the page says of its result
    QVBoxLayout* fields_ = nullptr;
    QScrollArea* scroll_;
    QPushButton* run_;
    QPushButton* take_;
    QPushButton* export_;
    QPushButton* delete_;
    QProgressBar* progress_;
    QLabel* progress_words_;
    QLabel* laid_over_ = nullptr;  ///< of a fit's page
};

}  // namespace leap::studio
