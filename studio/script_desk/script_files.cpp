// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/script_files.hpp"

#include <QContextMenuEvent>
#include <QKeyEvent>
#include <QMenu>
#include <utility>

#include "studio/shared/convert.hpp"
#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"

namespace leap::studio {

namespace {
constexpr int path_role = Qt::UserRole;  ///< of files; folders have none
}

ScriptFiles::ScriptFiles(QWidget* parent) : QTreeWidget(parent) {
    setHeaderHidden(true);
    setFrameShape(QFrame::NoFrame);
    setFont(palette::text_font(9.5));
    setAccessibleName(tr("Script files"));
    setIndentation(12);
    setEditTriggers(NoEditTriggers);
    connect(this, &QTreeWidget::currentItemChanged, this, [this](QTreeWidgetItem* item) {
        if (filling_ || item == nullptr) return;
        const QString path = item->data(0, path_role).toString();
        if (!path.isEmpty()) emit file_wanted(path.toStdString());
    });
    when_paper_changes(*this, [this] { show_files(std::exchange(paths_, {})); });
    connect(this, &QTreeWidget::itemChanged, this, [this](QTreeWidgetItem* item) {
        if (!filling_) take_edit(item);
    });
}

QTreeWidgetItem* ScriptFiles::folder_item(const QString& folder) {
    if (folder.isEmpty()) return invisibleRootItem();
    for (int i = 0; i < topLevelItemCount(); ++i)
        if (topLevelItem(i)->data(0, path_role).toString().isEmpty() && topLevelItem(i)->text(0) == folder)
            return topLevelItem(i);
    auto* item = new QTreeWidgetItem(this, {folder});
    item->setForeground(0, palette::quiet());
    item->setExpanded(true);
    return item;
}

void ScriptFiles::show_files(const std::vector<std::string>& paths) {
    if (paths == paths_ && topLevelItemCount() > 0) return;
    const std::string before = chosen();
    paths_ = paths;
    filling_ = true;
    new_item_ = nullptr;
    clear();
    for (const std::string& path : paths) {
        const QString full = to_qt(path);
        const auto slash = full.lastIndexOf('/');
        auto* item = new QTreeWidgetItem(folder_item(slash < 0 ? QString() : full.left(slash)), {full.mid(slash + 1)});
        item->setData(0, path_role, full);
        item->setToolTip(0, full);
        item->setFlags(item->flags() | Qt::ItemIsEditable);
    }
    expandAll();
    filling_ = false;
    choose(before);
}

void ScriptFiles::choose(const std::string& path) {
    filling_ = true;
    for (QTreeWidgetItemIterator item(this); *item != nullptr; ++item)
        if ((*item)->data(0, path_role).toString() == to_qt(path) && !path.empty()) setCurrentItem(*item);
    filling_ = false;
}

std::string ScriptFiles::chosen() const {
    return currentItem() == nullptr ? std::string() : currentItem()->data(0, path_role).toString().toStdString();
}

std::string ScriptFiles::chosen_folder() const {
    const std::string path = chosen();
    if (path.empty()) return currentItem() == nullptr ? std::string() : currentItem()->text(0).toStdString() + "/";
    return path.substr(0, path.rfind('/') + 1);
}

namespace {
QString with_ending(const QString& typed) {
    const QString name = typed.trimmed();
    return name.endsWith(".leap") ? name : name + ".leap";
}
}  // namespace

/// A row to type the new file's name into.
void ScriptFiles::begin_new() {
    if (new_item_ != nullptr) return;
    filling_ = true;
    new_folder_ = to_qt(chosen_folder());
    new_item_ =
        new QTreeWidgetItem(folder_item(new_folder_.isEmpty() ? QString() : new_folder_.chopped(1)), {"new.leap"});
    new_item_->setFlags(new_item_->flags() | Qt::ItemIsEditable);
    setCurrentItem(new_item_);
    filling_ = false;
    editItem(new_item_);
}

/// The row for a new file goes: the project shows it once it is there.
void ScriptFiles::closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) {
    QTreeWidget::closeEditor(editor, hint);
    if (new_item_ == nullptr) return;
    const std::string path = (new_folder_ + with_ending(new_item_->text(0))).toStdString();
    filling_ = true;
    delete std::exchange(new_item_, nullptr);
    filling_ = false;
    if (hint == QAbstractItemDelegate::RevertModelCache) return;
    QMetaObject::invokeMethod(
        this, [this, path] { emit new_wanted(path); }, Qt::QueuedConnection);
}

/// Another name was typed for a file. Its row shows that once the project does.
void ScriptFiles::take_edit(QTreeWidgetItem* item) {
    const std::string path = item->data(0, path_role).toString().toStdString();
    if (item == new_item_ || path.empty()) return;
    const std::string to = path.substr(0, path.rfind('/') + 1) + with_ending(item->text(0)).toStdString();
    QMetaObject::invokeMethod(
        this,
        [this, path, to] {
            const std::vector<std::string> known = std::exchange(paths_, {});
            if (to != path) emit rename_wanted(path, to);
            if (paths_.empty()) show_files(known);
        },
        Qt::QueuedConnection);
}

/// Keys that the window has for something else.
bool ScriptFiles::event(QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_F2 || key == Qt::Key_Delete || key == Qt::Key_Insert) {
            event->accept();
            return true;
        }
    }
    return QTreeWidget::event(event);
}

void ScriptFiles::keyPressEvent(QKeyEvent* event) {
    const std::string path = chosen();
    if (event->key() == Qt::Key_F2 && !path.empty()) return editItem(currentItem());
    if (event->key() == Qt::Key_Insert) return begin_new();
    if (event->key() == Qt::Key_Delete && !path.empty()) {
        emit delete_wanted(path);
        return;
    }
    QTreeWidget::keyPressEvent(event);
}

void ScriptFiles::contextMenuEvent(QContextMenuEvent* event) {
    const std::string path = chosen();
    QMenu menu;
    menu.addAction(tr("New file  Ins"), this, &ScriptFiles::begin_new);
    menu.addAction(tr("Rename  F2"), this, [this] { editItem(currentItem()); })->setEnabled(!path.empty());
    menu.addAction(tr("Remove from the project  Del"), this, [this, path] { emit delete_wanted(path); })
        ->setEnabled(!path.empty());
    menu.exec(event->globalPos());
}

}  // namespace leap::studio
