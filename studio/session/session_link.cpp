// SPDX-License-Identifier: GPL-3.0-or-later
// Games that are linked to the window: what they get of the project, and what comes from them.
#include <algorithm>

#include "core/script/dial_edit.hpp"
#include "core/units/turn.hpp"
#include "studio/session/session.hpp"

namespace leap::studio {
namespace {

std::map<std::string, double> dials_by_path(const Program& program, const Tuning& tuning) {
    std::map<std::string, double> out;
    for (std::size_t i = 0; i < program.dials.size(); ++i) out.try_emplace(program.dials[i].path(), tuning.dials[i]);
    return out;
}

/// The texts with nothing where dials have their values: what a script says beside them.
std::vector<std::string> beside_values(const Program& program, const std::vector<SourceFile>& files) {
    std::vector<std::vector<SourceRange>> values(files.size());
    for (std::size_t i = 0; i < program.dials.size(); ++i) {
        const SourceRange& literal = program.dials[i].literal;
        // Where two have one path the later one, of a body alone, can't be told by it: its value counts as text.
        if (literal.file < files.size() && program.find_dial(program.dials[i].path()) == DialId(i))
            values[literal.file].push_back(literal);
    }
    std::vector<std::string> out;
    for (std::size_t i = 0; i < files.size(); ++i) {
        const std::string& text = files[i].text;
        std::sort(values[i].begin(), values[i].end(), [](const auto& x, const auto& y) { return x.begin < y.begin; });
        std::string& rest = out.emplace_back(files[i].path + '\n');
        std::size_t from = 0;
        for (const SourceRange& value : values[i]) {
            if (value.begin < from || value.end > text.size()) continue;
            rest.append(text, from, value.begin - from);
            rest += '_';
            from = value.end;
        }
        rest.append(text, from);
    }
    return out;
}

bool same_shape(const Piece& a, const Piece& b) {
    return a.kind == b.kind && a.center == b.center && a.size == b.size && a.turn_deg == b.turn_deg &&
           a.vertices == b.vertices && a.faces == b.faces;
}

/// What a take brings along: its places, instead of older ones of their names, and what is solid and isn't there yet.
CoursePlan with_taken(CoursePlan plan, const CoursePlan& taken, std::size_t& added) {
    for (const Place& place : taken.places) {
        std::erase_if(plan.places, [&](const Place& old) { return old.name == place.name; });
        plan.places.push_back(place);
    }
    const auto named = [&](const std::string& name) {
        return std::any_of(plan.pieces.begin(), plan.pieces.end(), [&](const Piece& p) { return p.name == name; });
    };
    int number = 0;
    for (Piece piece : taken.pieces) {
        const bool there = std::any_of(plan.pieces.begin(), plan.pieces.end(),
                                       [&](const Piece& old) { return same_shape(old, piece); });
        if (there) continue;
        const std::string base = piece.group.empty() ? taken.name : piece.group;
        do piece.name = base + " " + std::to_string(++number);
        while (named(piece.name));
        plan.pieces.push_back(std::move(piece));
        ++added;
    }
    return plan;
}

}  // namespace

QString Session::let_games_link(const std::filesystem::path& folder) {
    link_folder_ = folder;
    return is_open() ? open_links() : QString();
}

void Session::let_no_games_link() {
    link_folder_.clear();
    links_.close();
    emit links_.games_changed();
}

QString Session::link_name() const {
    const auto folder = project().folder.lexically_normal();
    return QString::fromStdString((folder.has_filename() ? folder : folder.parent_path()).filename().string());
}

QString Session::open_links() {
    if (link_folder_.empty()) return {};
    QString problem = links_.listen(link_folder_, link_name());
    sent_shape_.clear();
    send_program_to_games();
    emit links_.games_changed();
    return problem;
}

/// A script that says the same beside the values of its dials is no other: a game goes on where it is.
void Session::send_program_to_games() {
    if (!program() || !is_open()) return;
    std::vector<std::string> shape = beside_values(*program(), source_files());
    auto dials = dials_by_path(*program(), tuning(Side::now));
    if (shape == sent_shape_) return links_.set_values_written(source_files(), dials);
    sent_shape_ = std::move(shape);
    links_.set_scripts(source_files(), std::move(dials));
}

void Session::send_dials_to_games() {
    if (program() && is_open()) links_.set_dials(dials_by_path(*program(), tuning(Side::now)));
}

QString Session::play_tape_in_game(int game) {
    if (tape() == nullptr || !course()) return tr("Choose a tape to play first");
    link::PlayTape out{*tape(), {}};
    for (const TapeTrack& track : tape()->tracks) {
        const Place* place = find_place(course()->plan, track.start_place);
        if (place == nullptr)
            return tr("The course has no place %1 for the tape to begin at")
                .arg(QString::fromStdString(track.start_place));
        out.starts.push_back({place->position, place->facing_deg * radians_per_degree});
    }
    links_.play_tape(game, out);
    return {};
}

QString Session::lay_over_game(int game, std::size_t character) {
    const LinkedGame* of = links_.find(game);
    MeasuredRun told;
    for (const link::StateNow& state : of != nullptr ? of->lately : std::deque<link::StateNow>{}) {
        if (character >= state.characters.size()) continue;
        if (!told.times_s.empty() && state.time_s <= told.times_s.back()) continue;
        const link::CharacterNow& now = state.characters[character];
        told.times_s.push_back(state.time_s);
        told.columns[Measured::x].push_back(now.position.x);
        told.columns[Measured::y].push_back(now.position.y);
        told.columns[Measured::z].push_back(now.position.z);
        told.columns[Measured::speed].push_back(horizontal_length(now.velocity));
    }
    if (told.times_s.size() < 2) return tr("The game has not reported its path");
    // A game need not tell velocities.
    const std::vector<double>& speeds = told.columns[Measured::speed];
    if (std::all_of(speeds.begin(), speeds.end(), [](double speed) { return speed == 0.0; }))
        told.columns.erase(Measured::speed);
    if (!now_run() || !now_run()->problem.empty() || now_run()->trace.empty())
        return tr("Choose a tape to overlay it on first");
    lay_over_told(std::move(told));
    return {};
}

void Session::take_from_game(const QString& game, const link::Take& take) {
    if (!is_open()) return;
    std::size_t added = 0;
    Tape tape = take.tape;
    tape.name = documents_.free_tape_name(tape.name.empty() ? game.toStdString() : tape.name);
    undo_stack().beginMacro(tr("Take from %1").arg(game));
    if (project().course)
        edit_course(with_taken(*project().course, take.course, added), tr("Course from %1").arg(game));
    const QString name = QString::fromStdString(tape.name);
    add_tape(std::move(tape), tr("Take from %1").arg(game));
    undo_stack().endMacro();
    emit message(project().course
                     ? tr("%1 was received from %2, with %n new pieces of its course", nullptr, static_cast<int>(added))
                           .arg(name, game)
                     : tr("%1 was received from %2. This project has no course for its pieces").arg(name, game));
}

}  // namespace leap::studio
