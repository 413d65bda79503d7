// SPDX-License-Identifier: GPL-3.0-or-later
// Rehearsals of shared play.
#include <algorithm>

#include "core/defaults.hpp"
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

tl::expected<std::unique_ptr<LiveWire>, QString> Session::play_wire(const std::string& path, std::size_t peer) {
    const WireEntry* entry = wire_entry(path);
    if (entry == nullptr || !program()) return tl::make_unexpected(tr("There is no rehearsal to play"));
    auto out = LiveWire::begin(ingredients(Side::now), entry->plan, wire_tapes(), peer);
    if (!out) return tl::make_unexpected(QString::fromStdString(out.error()));
    return std::move(*out);
}

void Session::take_wire(const std::string& path, std::size_t peer, Tape take) {
    const WireEntry* entry = wire_entry(path);
    if (entry == nullptr || peer >= entry->plan.peers.size()) return;
    WirePlan plan = entry->plan;
    take.name = documents_.free_tape_name(take.name);
    plan.peers[peer].tape = take.name;
    plan.peers[peer].track.clear();
    const double end_s = plan.peers[peer].joins_s + take.length_s;
    plan.length_s = std::clamp(end_s, plan.length_s, std::max(plan.length_s, defaults::max_wire_s));
    undo_stack().beginMacro(tr("Play %1").arg(QString::fromStdString(plan.peers[peer].name)));
    add_tape(std::move(take), tr("Keep the recording"));
    edit_wire(path, plan);
    undo_stack().endMacro();
}

std::vector<Tape> Session::wire_tapes() const {
    std::vector<Tape> tapes;
    for (const TapeEntry& each : project().tapes)
        tapes.push_back(tape() != nullptr && tape()->name == each.tape.name ? *tape() : each.tape);
    return tapes;
}

/// Only while it is watched: nobody waits for it otherwise.
void Session::request_wire(Side side) {
    const WireEntry* entry = watched_wire_.empty() ? nullptr : wire_entry(watched_wire_);
    if (entry == nullptr || !program() || !tunings_.course(side)) return;
    wire_runs_.request(side, ingredients(side), entry->plan, wire_tapes());
}

}  // namespace leap::studio
