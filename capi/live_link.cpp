// SPDX-License-Identifier: MIT
// The game's end of the live link, and the inputs of whole tapes.
#include <fmt/format.h>

#include <algorithm>
#include <chrono>
#include <cmath>

#include "capi/guard.hpp"
#include "capi/handles.hpp"
#include "core/bodies/known_poses.hpp"
#include "core/project/tape_file.hpp"
#include "core/senses/explain.hpp"
#include "core/units/turn.hpp"
#include "link/game_end.hpp"
#include "link/limits.hpp"
#include "link/meeting.hpp"
#include "link/stream.hpp"
#include "link/taken_course.hpp"

using leap::capi::fail;
using leap::capi::guarded;
using leap::capi::guarded_value;
using leap::capi::put_struct;
using leap::capi::put_text;

struct leap_link {
    std::string game;
    std::string project;
    leap::link::Stream stream;
    std::optional<leap::link::GameEnd> end;
    double tried_s = -1e9;  ///< when a window was looked for last
    std::string status;
    leap::link::Scripts scripts;  ///< that came last; without files: none have
    std::map<std::string, double> dials;
    leap::link::PlayTape tape;
    double explained_s = -1e9;                ///< when the window was told last why moves can't start
    std::optional<leap::link::Playing> told;  ///< what it knows of who plays
    std::string window;                       ///< the project of the window it is linked to
};

namespace {

/// Reasons why moves can't start are worked out so many times a second: each is a question to all of a move's gates.
constexpr double explained_per_second = 20.0;

double now_s() {
    return std::chrono::duration<double>(std::chrono::steady_clock::now().time_since_epoch()).count();
}

void look_for_window(leap_link& link) {
    const double now = now_s();
    if (now - link.tried_s < leap::link::limits::retry_s) return;
    link.tried_s = now;
    const auto folder = leap::link::meeting_folder();
    const auto meeting = folder ? leap::link::find_meeting(*folder, link.project) : std::nullopt;
    if (!meeting) {
        link.status = link.project.empty() ? "no window of Easy Leap is open"
                                           : "no window of Easy Leap has " + link.project + " open";
        return;
    }
    if (!link.stream.connect(meeting->socket)) {
        link.status = "the window of Easy Leap can't be reached";
        return;
    }
    link.status = "linking";
    link.end.emplace(meeting->token, link.game);
    link.stream.send(link.end->outgoing());
}

int taken(leap_link& link, leap::link::FromWindow& message) {
    if (const auto* welcome = std::get_if<leap::link::Welcome>(&message)) {
        if (link.told) return 0;
        link.window = welcome->project;
        link.status = "linked to " + welcome->project;
        link.told.emplace();
        return LEAP_LINK_JOINED;
    }
    if (auto* scripts = std::get_if<leap::link::Scripts>(&message)) {
        link.scripts = std::move(*scripts);
        link.dials = link.scripts.dials;
        return LEAP_LINK_SCRIPTS;
    }
    if (auto* dials = std::get_if<leap::link::Dials>(&message)) {
        for (const auto& [name, value] : dials->values) link.dials[name] = value;
        return LEAP_LINK_DIALS;
    }
    if (auto* tape = std::get_if<leap::link::PlayTape>(&message)) {
        link.tape = std::move(*tape);
        return LEAP_LINK_TAPE;
    }
    return LEAP_LINK_WANT_TAKE;
}

int lose(leap_link& link) {
    const bool was_joined = link.told.has_value();
    link.status = link.end && link.end->closed() ? "refused: " + link.end->why_closed() : "the window is gone";
    link.stream.close();
    link.end.reset();
    link.told.reset();
    return was_joined ? LEAP_LINK_LOST : 0;
}

int poll(leap_link& link) {
    if (!link.end) look_for_window(link);
    if (!link.end) return 0;
    std::string bytes;
    const bool holds = link.stream.exchange(bytes);
    int news = 0;
    for (leap::link::FromWindow& message : link.end->take(bytes)) news |= taken(link, message);
    link.stream.send(link.end->outgoing());
    return holds && !link.end->closed() ? news : news | lose(link);
}

void send(leap_link& link, const leap::link::FromGame& message) {
    if (!link.end || !link.told) return;
    link.end->send(message);
    link.stream.send(link.end->outgoing());
}

leap::link::Playing playing(const leap_world& world) {
    leap::link::Playing out;
    out.rate_hz = world.scene->ingredients.rate_hz;
    const leap::Program& program = *world.scene->ingredients.program;
    for (std::size_t i = 0; i < world.tracks.size(); ++i) {
        const std::string& body = program.bodies[world.simulation.world().actors[i].kind].name;
        out.characters.push_back({leap::track_name(world.tracks[i], body), body});
    }
    return out;
}

bool same(const leap::link::Playing& a, const leap::link::Playing& b) {
    return a.rate_hz == b.rate_hz &&
           std::equal(a.characters.begin(), a.characters.end(), b.characters.begin(), b.characters.end(),
                      [](const auto& x, const auto& y) { return x.name == y.name && x.body == y.body; });
}

leap::link::CharacterNow character_now(const leap_world& world, std::size_t index, bool explained) {
    const leap::Program& program = *world.scene->ingredients.program;
    const leap::Actor& actor = world.simulation.world().actors[index];
    leap::link::CharacterNow out;
    out.position = actor.body.position;
    out.velocity = actor.body.velocity + actor.ground_velocity;
    out.facing_rad = actor.facing;
    out.yaw_rad = actor.look_yaw;
    out.pitch_rad = actor.look_pitch;
    out.stick = actor.stick;
    for (std::size_t i = 0; i < program.buttons.size(); ++i)
        if (actor.buttons[leap::ButtonId(i)].down) out.buttons.push_back(program.buttons[i].name);
    if (program.has(actor.stance)) out.stance = program.machines[actor.stance].name;
    const leap::MachineId move = actor.moves.empty() ? leap::MachineId{} : actor.moves.front();
    if (program.has(move)) {
        const leap::MachineState& state = actor.machines[move];
        out.move = program.machines[move].name;
        if (state.phase) out.phase = program.machines[move].phases[state.phase.at()].name;
        out.phase_time_s = world.simulation.world().time - state.phase_since;
    }
    out.grounded = actor.body.grounded;
    if (!explained) return out;
    leap::StepCache around;
    const leap::EvaluationContext context =
        leap::context_at(world.scene->rehearsal, world.simulation.world(), actor, around);
    for (std::size_t i = 0; i < program.machines.size(); ++i) {
        const leap::MachineId id(i);
        if (program.machines[id].kind == leap::MachineKind::move)
            out.why_not[program.machines[id].name] = leap::explain_move(context, id).why;
    }
    return out;
}

leap::link::Take take_of(const leap_world& world, const std::string& name, const std::string& game) {
    leap::link::Take out;
    out.tape.name = name;
    out.tape.rate_hz = world.scene->ingredients.rate_hz;
    out.tape.length_s = leap::rounded_number(world.simulation.world().time);
    out.tape.tracks = world.tracks;
    out.course.name = game;
    const leap::Program& program = *world.scene->ingredients.program;
    for (std::size_t i = 0; i < world.tracks.size(); ++i) {
        const leap::TraceRow& first = world.lately.tracks[i].rows.front();
        const std::string& body = program.bodies[world.simulation.world().actors[i].kind].name;
        leap::TapeTrack& track = out.tape.tracks[i];
        track.body = body;
        track.start_place = fmt::format("{} {}", name, leap::track_name(world.tracks[i], body));
        out.course.places.push_back({track.start_place, first.position, first.facing / leap::radians_per_degree, game});
    }
    out.course.pieces = leap::link::solids_round(world.lately, *world.scene->ingredients.course->solids, game).pieces;
    return out;
}

}  // namespace

leap_result leap_give_tape(leap_world* world, const char* tape, size_t length, leap_error* error) {
    if (world == nullptr || tape == nullptr) return fail(error, LEAP_ARGUMENT, "a world and a tape are wanted");
    return guarded(error, [&] {
        const auto read = leap::read_tape({tape, length}, "tape");
        if (!read) return fail(error, LEAP_FILE, read.error());
        std::vector<leap_world::Waiting> given;
        for (std::size_t i = 0; i < std::min(read->tracks.size(), world->tracks.size()); ++i)
            for (leap::TapeEvent event : read->tracks[i].events) {
                if (const auto input = leap::resolve_input(*world->scene->ingredients.program, event, i); !input)
                    return fail(error, LEAP_NOT_FOUND, input.error());
                event.time_s += world->simulation.world().time;
                given.push_back({std::move(event), i});
            }
        world->waiting.insert(world->waiting.end(), given.begin(), given.end());
        std::stable_sort(world->waiting.begin(), world->waiting.end(),
                         [](const auto& a, const auto& b) { return a.event.time_s < b.event.time_s; });
        return LEAP_OK;
    });
}

leap_result leap_link_new(const char* game, const char* project, leap_link** out, leap_error* error) {
    if (out != nullptr) *out = nullptr;
    if (game == nullptr || out == nullptr) return fail(error, LEAP_ARGUMENT, "the game's name is wanted");
    return guarded(error, [&] {
        auto made = std::make_unique<leap_link>();
        made->game = game;
        if (project != nullptr) made->project = project;
        made->status = "not yet looked for";
        *out = made.release();
        return LEAP_OK;
    });
}

void leap_link_free(leap_link* link) {
    delete link;
}

int leap_link_poll(leap_link* link) {
    if (link == nullptr) return 0;
    return guarded_value(0, [&] { return poll(*link); });
}

int leap_link_is_joined(const leap_link* link) {
    return link != nullptr && link->told ? 1 : 0;
}

size_t leap_link_status(const leap_link* link, char* buffer, size_t size) {
    return put_text(link == nullptr ? std::string_view() : std::string_view(link->status), buffer, size);
}

leap_result leap_link_compile(leap_link* link, leap_program** out, leap_error* error) {
    if (out != nullptr) *out = nullptr;
    if (link == nullptr || out == nullptr) return fail(error, LEAP_ARGUMENT, "a link is wanted");
    if (link->scripts.files.empty()) return fail(error, LEAP_NOT_FOUND, "no scripts have come");
    return guarded(error, [&] {
        std::vector<leap_source> sources;
        for (const leap::SourceFile& file : link->scripts.files)
            sources.push_back({sizeof(leap_source), file.path.c_str(), file.text.c_str(), file.text.size()});
        leap_error problem = LEAP_ERROR_INIT;
        const leap_result result = leap_compile(sources.data(), sources.size(), out, nullptr, &problem);
        leap::link::ScriptsTaken taken{link->scripts.revision, ""};
        if (result != LEAP_OK)
            taken.problem = fmt::format("{}:{}:{}: {}", static_cast<const char*>(problem.file), problem.line,
                                        problem.column, static_cast<const char*>(problem.message));
        send(*link, taken);
        if (result != LEAP_OK && error != nullptr) put_struct(problem, error);
        return result;
    });
}

leap_result leap_link_tune(const leap_link* link, leap_tuning* tuning) {
    if (link == nullptr || tuning == nullptr) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        // Folded once, not for each dial. What the program doesn't have, or allow, is left as it is.
        leap::DialValues dials = tuning->tuning.dials;
        for (const auto& [name, value] : link->dials) {
            const auto dial = tuning->program->find_dial(name);
            if (!dial || !std::isfinite(value)) continue;
            const leap::DialInfo& info = tuning->program->dials[*dial];
            if (value < info.low.value_or(value) || value > info.high.value_or(value)) continue;
            dials[*dial] = value;
        }
        leap::Tuning turned = leap::make_tuning(*tuning->program, std::move(dials));
        turned.off = std::move(tuning->tuning.off);
        turned.accents_off = std::move(tuning->tuning.accents_off);
        tuning->tuning = std::move(turned);
        return LEAP_OK;
    });
}

leap_result leap_link_tell(leap_link* link, const leap_world* world) {
    if (link == nullptr || world == nullptr) return LEAP_ARGUMENT;
    if (!link->told) return LEAP_OK;
    return guarded(nullptr, [&] {
        if (leap::link::Playing now = playing(*world); !same(now, *link->told)) {
            send(*link, now);
            link->told = std::move(now);
        }
        const double now = now_s();
        const bool explained = now - link->explained_s >= 1.0 / explained_per_second;
        if (explained) link->explained_s = now;
        leap::link::StateNow state{world->simulation.world().time, {}};
        for (std::size_t i = 0; i < world->simulation.world().actors.size(); ++i)
            state.characters.push_back(character_now(*world, i, explained));
        send(*link, state);
        return LEAP_OK;
    });
}

leap_result leap_link_take(leap_link* link, const leap_world* world, const char* name) {
    if (link == nullptr || world == nullptr || name == nullptr || !world->recorded) return LEAP_ARGUMENT;
    if (world->simulation.world().tick == 0) return LEAP_ARGUMENT;
    if (!link->told) return LEAP_NOT_FOUND;
    return guarded(nullptr, [&] {
        const leap::link::FromGame take = take_of(*world, name, link->game);
        // A longer one would end the link.
        if (leap::link::written(take, 0).size() > leap::link::limits::line) return LEAP_LIMIT;
        send(*link, take);
        return LEAP_OK;
    });
}

size_t leap_link_tape(const leap_link* link, char* buffer, size_t size) {
    if (link == nullptr || link->tape.tape.name.empty()) return put_text({}, buffer, size);
    return guarded_value(std::size_t{0}, [&] { return put_text(leap::write_tape(link->tape.tape), buffer, size); });
}

leap_result leap_link_tape_start(const leap_link* link, size_t character, double position[3], double* facing) {
    if (link == nullptr || position == nullptr) return LEAP_ARGUMENT;
    if (character >= link->tape.starts.size()) return LEAP_NOT_FOUND;
    const auto& start = link->tape.starts[character];
    for (glm::length_t i = 0; i < 3; ++i) position[i] = start.position[i];
    if (facing != nullptr) *facing = start.facing_rad;
    return LEAP_OK;
}
