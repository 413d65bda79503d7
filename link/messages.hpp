// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <variant>
#include <vector>

#include "core/project/json_reader.hpp"
#include "core/script/source.hpp"
#include "core/tape/tape.hpp"
#include "core/world/course.hpp"

/// What a game and the window tell each other: JSON-RPC 2.0, one message a line. docs/link.md says it for those who
/// write their own end. World frame; metres, seconds, radians.
namespace leap::link {

// From the game
struct Hello {
    std::string token;
    std::string game;  ///< as it is shown
    int protocol = 0;
};
struct Playing {
    int rate_hz = 0;  ///< ticks per second
    struct Character {
        std::string name;
        std::string body;
    };
    std::vector<Character> characters;
};
struct CharacterNow {
    Vec3 position{0.0};  ///< m, of the feet
    Vec3 velocity{0.0};  ///< m/s
    double facing_rad = 0.0;
    double yaw_rad = 0.0;
    double pitch_rad = 0.0;
    Vec2 stick{0.0};                   ///< at most 1 long
    std::vector<std::string> buttons;  ///< those that are down
    std::string stance;
    std::string move;           ///< empty: none
    std::string phase;          ///< of that move
    double phase_time_s = 0.0;  ///< for how long it has been in it
    bool grounded = false;
    std::map<std::string, std::string> why_not;  ///< by move, in words: "needs ground"; empty: it could start
};
struct StateNow {
    double time_s = 0.0;  ///< since the game's own beginning
    std::vector<CharacterNow> characters;
};
/// Scripts that were sent are played from now on, or can't be: `problem` says why, and the game stays with its last.
struct ScriptsTaken {
    int revision = 0;
    std::string problem;
};
struct Take {
    Tape tape;
    CoursePlan course;  ///< the places it starts at, and what is solid round its path
};

// From the window
struct Welcome {
    std::string version;
    std::string project;
};
struct Scripts {
    int revision = 0;
    std::vector<SourceFile> files;        ///< the first one uses the others
    std::map<std::string, double> dials;  ///< by their paths, SI
};
struct Dials {
    std::map<std::string, double> values;
};
struct PlayTape {
    Tape tape;
    struct Start {
        Vec3 position{0.0};  ///< m, of the feet
        double facing_rad = 0.0;
    };
    std::vector<Start> starts;  ///< by track of the tape: where it begins in the course of the window
};
/// What the game has recorded so far is asked for.
struct WantTake {};

using FromGame = std::variant<Hello, Playing, StateNow, ScriptsTaken, Take>;
using FromWindow = std::variant<Welcome, Scripts, Dials, PlayTape, WantTake>;

/// A line's message, or why it is none.
struct Failure {
    int code = 0;  ///< of JSON-RPC
    std::string message;
};
template <class Message>
struct Received {
    Message message;
    Json id;  ///< of a request, which is answered; null: it isn't
};
tl::expected<Received<FromGame>, Failure> read_from_game(std::string_view line);
tl::expected<Received<FromWindow>, Failure> read_from_window(std::string_view line);

/// Each as one line, with its end.
std::string written(const FromGame& message, int id);
std::string written(const FromWindow& message);
/// Answers to a request.
std::string answered(const Json& id, const Welcome& welcome);
std::string answered(const Json& id);
std::string refused(const Json& id, const Failure& failure);

}  // namespace leap::link
