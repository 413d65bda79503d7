// SPDX-License-Identifier: MIT
#include "core/script/messages.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <charconv>

namespace leap {
namespace {

constexpr std::array message_table{
    MessageInfo{
        MessageCode::unknown_name, "A name is unknown",
        "Nothing of that kind has this name. If another name is nearly the same, the message suggests it. Names "
        "of other moves are written with their owner: hop.rise.",
        "move hop on jump {\n  phase up {\n    gravity pul\n    end when grounded\n  }\n}\n",
        "move hop on jump {\n  let pull = 20 m/s^2\n  phase up {\n    gravity pull\n    end when grounded\n  }\n}\n"},
    MessageInfo{
        MessageCode::declared_twice, "A name is declared twice",
        "Bodies, stances, moves, fixtures, buttons, curves and everything that a file declares share one set of "
        "names. Rename one of the two.",
        "let far = 3 m\nlet far = 4 m\n", "let far = 3 m\nlet near = 4 m\n"},
    MessageInfo{MessageCode::reserved_name, "A name belongs to the language",
                "Units (m, s, deg) and senses (speed, grounded) cannot be names. Choose another name.",
                "dial speed = 3 m/s in 0..9\n", "dial own_speed = 3 m/s in 0..9\n"},
    MessageInfo{
        MessageCode::hidden_name, "A remembered value hides a counter",
        "A comma after remember continues the list of remembered values. To set a counter, write that act before "
        "remember.",
        "move act on jump {\n  counter links in 0..3\n  phase a for 0.1 s {\n    start: remember top = feet, links "
        "= 2\n  }\n}\n",
        "move act on jump {\n  counter links in 0..3\n  phase a for 0.1 s {\n    start: links = 2, remember top = "
        "feet\n  }\n}\n"},
    MessageInfo{MessageCode::unreadable_file, "A file cannot be read",
                "The path after use is counted from the folder of the file that names it. Check its spelling.",
                "use \"moves/hpo.leap\"\n", ""},
    MessageInfo{MessageCode::old_word, "A word has been replaced",
                "The old word works as before. leap format writes the word of today.",
                "move hop on jump {\n  phase up {\n    end when rising < 0 m/s\n  }\n}\n",
                "move hop on jump {\n  phase up {\n    end when vertical_speed < 0 m/s\n  }\n}\n"},
    MessageInfo{MessageCode::wrong_type, "A value has the wrong type or unit",
                "Every value has a unit, and every place expects one. Multiply or divide by what is missing, or write "
                "another unit.",
                "move hop on jump {\n  phase up {\n    gravity 20 m/s\n    end when grounded\n  }\n}\n",
                "move hop on jump {\n  phase up {\n    gravity 20 m/s^2\n    end when grounded\n  }\n}\n"},
    MessageInfo{MessageCode::different_types, "Two values do not fit together",
                "Values can be added, subtracted and compared if they have the same unit.", "let far = 3 m + 2 s\n",
                "let far = 3 m + 2 s * 4 m/s\n"},
    MessageInfo{
        MessageCode::not_constant, "A constant is expected",
        "This value is used before anything happens, so it cannot depend on senses, counters or probes. Dials "
        "and numbers are allowed.",
        "fixture door {\n  box speed * 1 s, 1 m, 2 m\n  phase shut {\n    solid\n  }\n}\n",
        "fixture door {\n  dial depth = 20 cm in 5..50\n  box depth, 1 m, 2 m\n  phase shut {\n    solid\n  }\n}\n"},
    MessageInfo{MessageCode::ring, "A value depends on itself",
                "Values, bases and positions must not depend on themselves, directly or through others.",
                "let a = b + 1 m\nlet b = a + 1 m\n", "let a = 2 m\nlet b = a + 1 m\n"},
    MessageInfo{MessageCode::wrong_argument, "A sense or function is used wrongly",
                "Some senses take a button, a move, an event or a kind; functions take a fixed number of values. The "
                "message says what is expected.",
                "move hop on jump {\n  gate jump\n  phase up for 0.1 s {\n  }\n}\n",
                "move hop on jump {\n  gate held(jump)\n  phase up for 0.1 s {\n  }\n}\n"},
    MessageInfo{MessageCode::too_complex, "An expression is too long",
                "Give parts of it names with let, and use those.",
                "let deep = ((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((("
                "(((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((((("
                "((((((((((((((((1 m)))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))"
                "))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))))"
                "))))))))))))))))))))))))"
                "\n",
                "let step = 1 m\nlet deep = step + step\n"},
    MessageInfo{MessageCode::empty_range, "A range is empty",
                "The lower end comes first and must be below the upper end.", "dial top = 3 m/s in 9..1\n",
                "dial top = 3 m/s in 1..9\n"},
    MessageInfo{MessageCode::out_of_range, "A value is outside its range",
                "The value works, but no dial or counter can get there. Widen the range or change the value.",
                "dial top = 12 m/s in 1..9\n", "dial top = 12 m/s in 1..20\n"},
    MessageInfo{MessageCode::wrong_number, "A number is not allowed here",
                "Counters, ordinals and exponents are whole numbers within limits.", "counter links in 0..2.5\n",
                "counter links in 0..2\n"},
    MessageInfo{
        MessageCode::unknown_unit, "A unit is unknown",
        "Scripts use metres, seconds, degrees, kilograms and what is made of them. The message says what to write "
        "instead.",
        "let far = 3 ft\n", "let far = 0.9 m\n"},
    MessageInfo{MessageCode::not_an_event, "An event is expected",
                "on runs its acts at an instant, so it takes an event: landed, pressed(jump), heard(boing). For a "
                "condition that lasts use when.",
                "move hop on jump {\n  counter links in 0..3\n  phase up {\n    on grounded: links += 1\n    end when "
                "grounded\n  }\n}\n",
                "move hop on jump {\n  counter links in 0..3\n  phase up {\n    on landed: links += 1\n    end when "
                "grounded\n  }\n}\n"},
    MessageInfo{MessageCode::missing_token, "Something is missing",
                "The statement is not complete. The message says which word, sign or value is expected at this place.",
                "move hop on jump {\n  phase up for 0.1 s {\n    start: launch up 8 m/s\n  }\n}\n",
                "move hop on jump {\n  phase up for 0.1 s {\n    start: launch up at 8 m/s\n  }\n}\n"},
    MessageInfo{MessageCode::unknown_statement, "A statement is unknown",
                "No statement with this word is allowed at this place. The hint lists those that are.",
                "move hop on jump {\n  grvity 3 m/s^2\n  phase up for 0.1 s {\n  }\n}\n",
                "move hop on jump {\n  phase up for 0.1 s {\n    gravity 3 m/s^2\n  }\n}\n"},
    MessageInfo{MessageCode::unclosed, "A brace has no partner",
                "Every { needs a } at the end of its block. The place of the message is the { itself.",
                "move hop on jump {\n  phase up for 0.1 s {\n  }\n",
                "move hop on jump {\n  phase up for 0.1 s {\n  }\n}\n"},
    MessageInfo{MessageCode::given_twice, "Something is given twice",
                "One of each is allowed here. Remove the other one.",
                "move hop on jump {\n  phase up for 0.1 s {\n    gravity 3 m/s^2\n    gravity 5 m/s^2\n  }\n}\n",
                "move hop on jump {\n  phase up for 0.1 s {\n    gravity 3 m/s^2\n  }\n}\n"},
    MessageInfo{
        MessageCode::misplaced, "A word is not allowed here",
        "The word exists, but only for another kind of statement or owner. The message says where it is allowed.",
        "move hop on jump {\n  phase up for 0.1 s {\n    start: respawn here\n  }\n}\n",
        "fixture lamp {\n  box 1 m, 1 m, 1 m\n  phase dark {\n    go lit when touched then: respawn here\n  }\n  "
        "phase lit {\n  }\n}\n"},
    MessageInfo{MessageCode::wrong_text, "A text cannot be read",
                "A text has no closing quote, a character is not part of the language, or a colour is not six "
                "hexadecimal digits.",
                "reading far = distance of walk \"how far\n", "reading far = distance of walk \"how far\"\n"},
    MessageInfo{
        MessageCode::missing_part, "A declaration is not complete",
        "A body needs a size and gravity, a move needs a phase, a fixture a shape, a probe a reach. The hint says "
        "what to add.",
        "move hop on jump {\n}\n", "move hop on jump {\n  phase up for 0.1 s {\n  }\n}\n"},
    MessageInfo{
        MessageCode::never_reached, "A phase is never reached",
        "No transition leads to this phase, and the phase before it never ends by time.",
        "move hop on jump {\n  phase up {\n    end when grounded\n  }\n  phase down {\n    end when grounded\n  }\n}\n",
        "move hop on jump {\n  phase up {\n    go down when vertical_speed < 0 m/s\n  }\n  phase down {\n    end "
        "when grounded\n  }\n}\n"},
    MessageInfo{MessageCode::no_way_out, "A phase never ends",
                "The phase has no transition and no duration, so the move stays in it.",
                "move hop on jump {\n  phase up {\n  }\n}\n",
                "move hop on jump {\n  phase up {\n    end when grounded\n  }\n}\n"},
    MessageInfo{MessageCode::never_starts, "A move or stance never starts",
                "Its conditions exclude each other, or nothing starts it.",
                "move hop on jump {\n  gate grounded\n  gate airborne\n  phase up for 0.1 s {\n  }\n}\n",
                "move hop on jump {\n  gate grounded within 0.1 s\n  phase up for 0.1 s {\n  }\n}\n"},
    MessageInfo{MessageCode::no_effect, "A statement has no effect",
                "Something else makes it useless. Remove it or change the other one.",
                "move hop on jump {\n  gate cooldown 0.1 s\n  phase up for 2 s {\n    cut by none\n  }\n}\n",
                "move hop on jump {\n  gate cooldown 3 s\n  phase up for 2 s {\n    cut by none\n  }\n}\n"},
    MessageInfo{
        MessageCode::unused, "A declaration is not used", "Use it, or remove it.",
        "curve soft = points (0, 1) (1, 0)\n",
        "curve soft = points (0, 1) (1, 0)\nmove roll on jump {\n  phase a for 1 s {\n    drive forward at 3 m/s "
        "shaped soft\n  }\n}\n"},
    MessageInfo{
        MessageCode::over_limit, "A value is above its limit",
        "Forces, stiffness, motors and hitboxes have limits that keep runs exact. The message says what is used.",
        "move heavy on jump {\n  phase a for 1 s {\n    push up force 100000000 kN\n  }\n}\n",
        "move heavy on jump {\n  phase a for 1 s {\n    push up force 3 kN\n  }\n}\n"},
    MessageInfo{MessageCode::conflict, "Two statements exclude each other",
                "A phase can move a fixture in one way only. Use two phases or two kinds of fixture.",
                "fixture lift {\n  box 1 m, 1 m, 1 m\n  phase a {\n    stays\n    slide 1 m, 0 m, 0 m\n  }\n}\n",
                "fixture lift {\n  box 1 m, 1 m, 1 m\n  phase a {\n    slide 1 m, 0 m, 0 m\n  }\n}\n"},
    MessageInfo{MessageCode::not_loose, "A fixture has no mass or is not loose",
                "Physics acts on fixtures that have a mass, in phases that are loose.",
                "fixture crate {\n  box 1 m, 1 m, 1 m\n  phase a {\n    loose\n  }\n}\n",
                "fixture crate {\n  box 1 m, 1 m, 1 m\n  mass 12 kg\n  phase a {\n    loose\n  }\n}\n"},
    MessageInfo{
        MessageCode::cannot_spawn, "A kind cannot be spawned",
        "What is spawned waits hidden in its first phase, and is loose afterwards.",
        "fixture keg {\n  sphere radius 0.3 m\n  mass 9 kg\n  phase rolls {\n    loose\n  }\n}\nmove act on jump {\n  "
        "phase a for 0.1 s {\n    start: spawn keg at place\n  }\n}\n",
        "fixture keg {\n  sphere radius 0.3 m\n  mass 9 kg\n  phase waits {\n    hidden\n    go rolls when spawned\n  "
        "}\n  phase rolls {\n    loose\n  }\n}\nmove act on jump {\n  phase a for 0.1 s {\n    start: spawn keg at "
        "place\n  }\n}\n"},
    MessageInfo{MessageCode::sharing, "Something cannot be shared like this",
                "Phases are shared once, kept or as state; counters and places only as state; events only once.",
                "fixture door {\n  box 1 m, 1 m, 2 m\n  share phase as always\n  phase shut {\n    solid\n  }\n}\n",
                "fixture door {\n  box 1 m, 1 m, 2 m\n  share phase as kept\n  phase shut {\n    solid\n  }\n}\n"},
    MessageInfo{MessageCode::too_many, "There is too much of something",
                "Files, messages, buttons, meters and bases have limits. The message names the limit.", "", ""},
    MessageInfo{
        MessageCode::project, "The project does not fit the script",
        "The course, tapes, marks, looks or rehearsals speak of something that the script does not have, or the "
        "other way round.",
        "", ""},
};

}  // namespace

std::span<const MessageInfo> message_kinds() {
    return message_table;
}

const MessageInfo& message_kind(MessageCode code) {
    return *std::find_if(message_table.begin(), message_table.end(),
                         [&](const MessageInfo& kind) { return kind.code == code; });
}

std::string code_text(MessageCode code) {
    return fmt::format("E{:04}", static_cast<int>(code));
}

std::optional<MessageCode> code_named(std::string_view text) {
    if (!text.empty() && (text.front() == 'E' || text.front() == 'e')) text.remove_prefix(1);
    int number = 0;
    const auto [end, wrong] = std::from_chars(text.data(), text.data() + text.size(), number);
    if (wrong != std::errc{} || end != text.data() + text.size()) return std::nullopt;
    for (const MessageInfo& kind : message_table)
        if (static_cast<int>(kind.code) == number) return kind.code;
    return std::nullopt;
}

}  // namespace leap
