// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/opened_file.hpp"

#include <QDir>
#include <QFileInfo>

#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {
namespace {

/// The desk that a kind of file belongs to.
QString desk_for(const QString& name) {
    if (name.endsWith(".leap")) return "script";
    if (name.endsWith(".tape.json")) return "stage";
    if (name.endsWith(".course.json")) return "course";
    if (name.endsWith(".trial.json")) return "bench";
    if (name.endsWith(".wire.json")) return "wire";
    return {};
}

}  // namespace

OpenedFile opened_file(const QString& path) {
    OpenedFile out;
    out.project = path;
    const QFileInfo file(path);
    const QString desk = file.isFile() ? desk_for(file.fileName()) : QString();
    if (desk.isEmpty()) return out;
    QDir folder = file.absoluteDir();
    constexpr int max_folders_up = 12;
    for (int i = 0; i < max_folders_up && !folder.exists("project.json"); ++i)
        if (!folder.cdUp()) return out;
    if (!folder.exists("project.json")) return out;
    out.project = folder.absolutePath();
    out.desk = desk;
    if (desk == "script") out.script = folder.relativeFilePath(file.absoluteFilePath()).toStdString();
    if (desk != "stage") return out;
    const auto text = read_file(file.absoluteFilePath().toStdString());
    const auto tape = text ? read_tape(*text, file.fileName().toStdString()) : tl::make_unexpected(std::string());
    if (tape) out.tape = to_qt(tape->name);
    return out;
}

}  // namespace leap::studio
