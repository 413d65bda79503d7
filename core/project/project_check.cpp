// SPDX-License-Identifier: MIT
#include "core/project/project_check.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <set>

#include "core/state/world.hpp"

namespace leap {
namespace {

std::string quoted_list(std::span<const std::string> names) {
    std::string out;
    for (const std::string& name : names) out += (out.empty() ? "\"" : ", \"") + name + "\"";
    return out;
}

void warn_of_twins(const auto& items, std::string_view what, const std::string& path, std::vector<std::string>& out) {
    std::set<std::string> known;
    std::set<std::string> told;
    for (const auto& item : items)
        if (!item.name.empty() && !known.insert(item.name).second && told.insert(item.name).second)
            out.push_back(
                fmt::format("{}: there are two {} \"{}\"; give one of them another name", path, what, item.name));
}

std::vector<std::string> mark_warnings(const Project& project) {
    std::vector<std::string> out;
    const Program& program = *project.compiled.program;
    std::vector<std::string> names;
    for (const TapeEntry& entry : project.tapes) names.push_back(entry.tape.name);
    for (const MarkInfo& mark : program.marks) {
        if (!mark.tape || project.find_tape(*mark.tape) != nullptr) continue;
        const std::string near = nearest_name(*mark.tape, names);
        const Diagnostic message{
            Severity::warning, mark.range,
            fmt::format("the mark on {} is for a tape \"{}\", which the project doesn't have", mark.reading,
                        *mark.tape),
            near.empty() ? "it has: " + quoted_list(names) : fmt::format("did you mean '{}'?", near)};
        out.push_back(diagnostic_text(message, program.files));
    }
    return out;
}

/// Volumes that scripts ask for and the course doesn't have: they would never be entered.
std::vector<std::string> volume_warnings(const Project& project) {
    const Program& program = *project.compiled.program;
    std::set<std::string> there;
    for (const Piece& piece : project.course->pieces)
        if (!piece.solid) there.insert(piece.kinds.begin(), piece.kinds.end());
    const std::vector<std::string> known(there.begin(), there.end());
    std::set<std::string> told;
    std::vector<std::string> out;
    for (const VolumeAsked& asked : program.volumes_asked) {
        const std::string& kind = program.kinds[asked.kind];
        if (there.contains(kind) || !told.insert(kind).second) continue;
        const std::string near = nearest_name(kind, known);
        const Diagnostic message{
            Severity::warning, asked.range, fmt::format("the course has no volume of the kind {}", kind),
            !near.empty() ? fmt::format("did you mean '{}'?", near)
                          : fmt::format("give one of its pieces \"solid\": false and \"kinds\": [\"{}\"]", kind)};
        out.push_back(diagnostic_text(message, program.files));
    }
    return out;
}

/// Whether an act of a fixture does something to what it is linked to.
bool acts_on_link(const Machine& kind) {
    bool found = false;
    for_each_action(kind, [&](const Action& action) { found = found || action.kind == ActionKind::tell_link; });
    return found;
}

/// What is spawned stands in the course, waiting.
std::vector<std::string> spawn_warnings(const Project& project) {
    const Program& program = *project.compiled.program;
    std::vector<std::string> out;
    std::set<std::int32_t> told;
    const auto placed = [&](std::int32_t tag) {
        return std::any_of(project.course->fixtures.begin(), project.course->fixtures.end(), [&](const auto& fixture) {
            const auto kind = program.find_machine(fixture.kind);
            if (!kind) return false;
            return program.machines[*kind].is_a(tag);
        });
    };
    for (const Machine& machine : program.machines)
        for_each_action(machine, [&](const Action& action) {
            if (action.kind != ActionKind::spawn || placed(action.index) || !told.insert(action.index).second) return;
            const std::string& kind = program.tags[static_cast<std::size_t>(action.index)];
            const Diagnostic message{Severity::warning, action.range,
                                     fmt::format("the course has no {} that could be spawned", kind),
                                     "place as many of them as may be out at once; they wait hidden"};
            out.push_back(diagnostic_text(message, program.files));
        });
    return out;
}

/// The door is shared, the lever that opens it isn't: others see the one go without the other.
std::vector<std::string> share_warnings(const Project& project) {
    const Program& program = *project.compiled.program;
    const auto& fixtures = project.course->fixtures;
    const auto shared = [&](const std::string& kind) -> const ShareInfo* {
        const auto machine = program.find_machine(kind);
        if (!machine || !program.machines[*machine].fixture) return nullptr;
        return program.machines[*machine].fixture->find_share(ShareWhat::phase);
    };
    std::set<std::string> told;
    std::vector<std::string> out;
    for (const PlacedFixture& fixture : fixtures) {
        const auto kind = program.find_machine(fixture.kind);
        if (fixture.link.empty() || !kind || !program.machines[*kind].fixture || shared(fixture.kind)) continue;
        if (!acts_on_link(program.machines[*kind])) continue;
        for (const PlacedFixture& linked : fixtures) {
            const ShareInfo* share = linked.name == fixture.link ? shared(linked.kind) : nullptr;
            if (share == nullptr || !told.insert(fixture.kind + " " + linked.kind).second) continue;
            const Diagnostic message{Severity::warning, share->range,
                                     fmt::format("{} is shared, and what acts on it, {} (\"{}\"), isn't", linked.kind,
                                                 fixture.kind, fixture.name),
                                     fmt::format("say in {}: share phase as state", fixture.kind)};
            out.push_back(diagnostic_text(message, program.files));
        }
    }
    return out;
}

void warn_of_track(const TapeTrack& track, double length_s, const std::string& where, std::vector<std::string>& out) {
    std::map<std::string, bool> down;
    for (const TapeEvent& event : track.events) {
        if (event.time_s > length_s) {
            out.push_back(
                fmt::format("{}: events at {:g} s and later come after the tape's end ({:g} s) and never happen; "
                            "make it longer or leave them out",
                            where, event.time_s, length_s));
            break;
        }
        const auto* button = std::get_if<ButtonEvent>(&event.what);
        if (button == nullptr) continue;
        bool& held = down[button->button];
        if (held == button->down)
            out.push_back(fmt::format("{}: {} is {} at {:g} s, and it is {} already; leave one of the two out", where,
                                      button->button, button->down ? "pressed" : "let go", event.time_s,
                                      button->down ? "down" : "up"));
        held = button->down;
    }
}

}  // namespace

std::vector<std::string> tape_warnings(const Tape& tape, const std::string& path) {
    std::vector<std::string> out;
    for (const TapeTrack& track : tape.tracks) {
        const bool named = tape.tracks.size() > 1;
        warn_of_track(track, tape.length_s, named ? path + ", " + track_name(track, track.body) : path, out);
    }
    return out;
}

std::vector<std::string> course_warnings(const CoursePlan& plan, const std::string& path, const Capsule& body) {
    std::vector<std::string> out;
    warn_of_twins(plan.pieces, "pieces", path, out);
    warn_of_twins(plan.targets, "targets", path, out);
    const Course course = build_course(plan);
    constexpr double deep_m = 0.05;  // feet that stand a little in the ground are put onto it
    for (const Place& place : plan.places) {
        const auto inside = deepest_overlap(course, body, place.position, -deep_m);
        if (!inside || !inside->surface.is_piece()) continue;
        const Piece& piece = plan.pieces[inside->surface.index];
        out.push_back(fmt::format(
            "{}: the place \"{}\" lies inside {}; who starts there is pushed out of it: move it {:.2f} m", path,
            place.name, piece.name.empty() ? "something solid" : "\"" + piece.name + "\"", inside->depth + deep_m));
    }
    return out;
}

std::vector<std::string> project_warnings(const Project& project) {
    std::vector<std::string> out;
    const auto add = [&](const std::vector<std::string>& more) { out.insert(out.end(), more.begin(), more.end()); };
    for (const TapeEntry& entry : project.tapes) add(tape_warnings(entry.tape, entry.path));
    if (!project.compiled.program) return out;
    add(mark_warnings(project));
    if (!project.course) return out;
    const Tuning tuning = written_tuning(*project.compiled.program);
    add(volume_warnings(project));
    add(share_warnings(project));
    add(spawn_warnings(project));
    add(material_warnings(*project.course, project.file.course, project.looks));
    add(course_warnings(*project.course, project.file.course, body_shape(*project.compiled.program, tuning).capsule));
    return out;
}

}  // namespace leap
