// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/key_map.hpp"

#include <QKeySequence>
#include <QSettings>

namespace leap::studio {

void KeyMap::load(const Program& program) {
    actions_.clear();
    for (const ButtonInfo& button : program.buttons) {
        Action action;
        action.id = "button " + QString::fromStdString(button.name);
        action.words = QString::fromStdString(button.name);
        for (const std::string& key : button.keys) action.first_keys << QString::fromStdString(key);
        for (const std::string& pad : button.pads) action.first_pads << QString::fromStdString(pad);
        actions_.push_back(std::move(action));
    }
    const auto add = [&](const char* id, const char* words, QStringList keys, QStringList pads = {}) {
        actions_.push_back({id, words, std::move(keys), std::move(pads)});
    };
    add("stick ahead", "Stick ahead", {"W", "Up"});
    add("stick back", "Stick back", {"S", "Down"});
    add("stick left", "Stick left", {"A", "Left"});
    add("stick right", "Stick right", {"D", "Right"});
    add("again", "Start over", {"R"});
    add("rewind", "Rewind two seconds", {"Backspace"}, {"back"});
    add("slow", "Slow motion on and off", {"T"});
    add("pause", "Pause and go on", {"P"}, {"start"});
    add("tick", "Single tick", {"."});
    add("swap", "Play with now or kept", {"K"}, {"north"});
    add("nudge down", "Selected dial down", {"["}, {"pad left"});
    add("nudge up", "Selected dial up", {"]"}, {"pad right"});
}

QStringList KeyMap::stored(const QString& kind, const QString& action, const QStringList& fallback) const {
    return QSettings().value("keys/" + kind + "/" + action, fallback).toStringList();
}

void KeyMap::store(const QString& kind, const QString& action, const QStringList& values) const {
    QSettings().setValue("keys/" + kind + "/" + action, values);
}

QStringList KeyMap::keys(const QString& action) const {
    for (const Action& known : actions_)
        if (known.id == action) return stored("key", action, known.first_keys);
    return {};
}

QStringList KeyMap::pads(const QString& action) const {
    for (const Action& known : actions_)
        if (known.id == action) return stored("pad", action, known.first_pads);
    return {};
}

void KeyMap::set_keys(const QString& action, const QStringList& keys) {
    store("key", action, keys);
}

void KeyMap::set_pads(const QString& action, const QStringList& pads) {
    store("pad", action, pads);
}

void KeyMap::reset() {
    QSettings().remove("keys");
}

QStringList KeyMap::actions_of_key(int key) const {
    QStringList out;
    for (const Action& action : actions_)
        for (const QString& name : keys(action.id))
            if (key_code(name) == key) out << action.id;
    return out;
}

QStringList KeyMap::actions_of_pad(const QString& pad) const {
    QStringList out;
    for (const Action& action : actions_)
        if (pads(action.id).contains(pad)) out << action.id;
    return out;
}

QString KeyMap::key_name(int key) {
    switch (key) {
        case Qt::Key_Shift: return "Shift";
        case Qt::Key_Control: return "Ctrl";
        case Qt::Key_Alt: return "Alt";
        case Qt::Key_Meta: return "Meta";
        default: return QKeySequence(key).toString(QKeySequence::PortableText);
    }
}

std::optional<int> KeyMap::key_code(const QString& name) {
    if (name == "Shift") return Qt::Key_Shift;
    if (name == "Ctrl") return Qt::Key_Control;
    if (name == "Alt") return Qt::Key_Alt;
    if (name == "Meta") return Qt::Key_Meta;
    const QKeySequence sequence = QKeySequence::fromString(name, QKeySequence::PortableText);
    if (sequence.count() != 1 || sequence[0].key() == Qt::Key_unknown) return std::nullopt;
    return sequence[0].key();
}

}  // namespace leap::studio
