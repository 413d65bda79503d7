// SPDX-License-Identifier: GPL-3.0-or-later
// Rehearsals of shared play.
#include "core/project/wire_file.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {

const WireEntry* Session::wire_entry(const std::string& path) const {
    if (!is_open()) return nullptr;
    for (const WireEntry& entry : project().wires)
        if (entry.path == path) return &entry;
    return nullptr;
}

std::string Session::add_wire(WirePlan plan) {
    const std::string name = plan.name;
    for (int number = 2; project().find_wire(plan.name) != nullptr; ++number)
        plan.name = name + " " + std::to_string(number);
    const std::string path = documents_.free_listed_path("wire", plan.name, ".wire.json");
    documents_.write_listed(path, write_wire_plan(plan), tr("Rehearsal %1").arg(QString::fromStdString(plan.name)));
    return path;
}

void Session::edit_wire(const std::string& path, const WirePlan& plan, int gesture) {
    documents_.write_listed(path, write_wire_plan(plan), tr("Rehearsal %1").arg(QString::fromStdString(plan.name)),
                            gesture);
}

void Session::delete_wire(const std::string& path) {
    documents_.write_listed(path, {}, tr("Delete a rehearsal"));
}

void Session::watch_wire(const std::string& path) {
    if (watched_wire_ == path) return;
    watched_wire_ = path;
    if (path.empty()) return;
    request_wire(Side::now);
    request_wire(Side::kept);
}

/// Only while it is watched: nobody waits for it otherwise.
void Session::request_wire(Side side) {
    const WireEntry* entry = watched_wire_.empty() ? nullptr : wire_entry(watched_wire_);
    if (entry == nullptr || !program() || !tunings_.course(side)) return;
    std::vector<Tape> tapes;
    for (const TapeEntry& each : project().tapes)
        tapes.push_back(tape() != nullptr && tape()->name == each.tape.name ? *tape() : each.tape);
    wire_runs_.request(side, ingredients(side), entry->plan, tapes);
}

}  // namespace leap::studio
