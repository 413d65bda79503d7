// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTreeWidget>
#include <string>
#include <vector>

namespace leap::studio {

/// The script's files as a tree of folders. New, rename and delete stand in its menu and on its keys (Insert, F2,
/// Delete).
class ScriptFiles : public QTreeWidget {
    Q_OBJECT

  public:
    explicit ScriptFiles(QWidget* parent = nullptr);

    /// Shows these paths. What is chosen stays so.
    void show_files(const std::vector<std::string>& paths);
    void choose(const std::string& path);
    /// The path that is chosen; empty on a folder.
    std::string chosen() const;
    const std::vector<std::string>& paths() const { return paths_; }

  signals:
    void file_wanted(const std::string& path);
    void new_wanted(const std::string& path);
    void rename_wanted(const std::string& from, const std::string& to);
    void delete_wanted(const std::string& path);

  protected:
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;

  private:
    QTreeWidgetItem* folder_item(const QString& folder);
    void begin_new();
    void take_edit(QTreeWidgetItem* item);
    std::string chosen_folder() const;

    std::vector<std::string> paths_;
    bool filling_ = false;
    QTreeWidgetItem* new_item_ = nullptr;  ///< the row that a new file's name is typed into
    QString new_folder_;                   ///< "moves/", or nothing
};

}  // namespace leap::studio
