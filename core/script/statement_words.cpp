// SPDX-License-Identifier: MIT
#include "core/script/statement_words.hpp"

#include <array>

namespace leap {
namespace {

constexpr StatementPlace any_owner =
    StatementPlace::body | StatementPlace::stance | StatementPlace::move | StatementPlace::fixture;

constexpr std::array statement_table{
    PlainStatementInfo{"use", StatementPlace::file, "use \"FILE\"", "takes in another script, once"},
    PlainStatementInfo{"button", StatementPlace::file, "button NAME key \"Space\" pad \"south\"",
                       "what moves and tapes speak of"},
    PlainStatementInfo{"body", StatementPlace::file, "body NAME is BASE { capsule ... gravity ... }",
                       "a character's shape; several may share the moves"},
    PlainStatementInfo{"meter", StatementPlace::file, "meter NAME { from 0 to 100  refill R after T }",
                       "something that is spent and refills"},
    PlainStatementInfo{"stance", StatementPlace::file, "stance NAME when CONDITION { ... }",
                       "how the body moves when no move has taken over"},
    PlainStatementInfo{"move", StatementPlace::file, "move NAME on BUTTON { gates, phases }",
                       "something the character can do"},
    PlainStatementInfo{"fixture", StatementPlace::file, "fixture NAME is BASE { box, focus, phases }",
                       "something in the course that does something"},
    PlainStatementInfo{"curve", StatementPlace::file, "curve NAME = points (x, y) (x, y) ...",
                       "straight between points, flat outside"},
    PlainStatementInfo{"reading", StatementPlace::file, "reading NAME = EXPRESSION", "a number taken from a run"},
    PlainStatementInfo{"mark", StatementPlace::file, "mark READING in LOW..HIGH on tape \"NAME\"",
                       "the band it should fall in"},

    PlainStatementInfo{"capsule", StatementPlace::body | StatementPlace::fixture, "capsule radius R height H",
                       "the shape; in a phase as long as that lasts"},
    PlainStatementInfo{"eyes", StatementPlace::body, "eyes at H", "height of the view"},
    PlainStatementInfo{"step", StatementPlace::body, "step up H", "steps up to this height are walked up"},
    PlainStatementInfo{"walkable", StatementPlace::body, "walkable up to A", "steeper slopes can't be climbed"},
    PlainStatementInfo{"drawn", StatementPlace::fixture, "drawn as LOOK",
                       "a look of the project, like door or lamp; it fits the fixture's box"},
    PlainStatementInfo{"box", StatementPlace::fixture, "box LENGTH, WIDTH, HEIGHT",
                       "a fixture's size; its length runs along its front"},
    PlainStatementInfo{"sphere", StatementPlace::fixture, "sphere radius R", "a round fixture"},
    PlainStatementInfo{"mass", StatementPlace::body | StatementPlace::fixture, "mass M",
                       "what it weighs; it can be loose then. In the body: what pushes are shared by"},
    PlainStatementInfo{"friction", StatementPlace::fixture, "friction F",
                       "the tangent of the slope on which it begins to slide"},
    PlainStatementInfo{"bounce", StatementPlace::fixture, "bounce B",
                       "the share of its speed that it leaves a surface with"},
    PlainStatementInfo{"wheels", StatementPlace::fixture,
                       "wheels at X, Y, Z radius R travel T stiffness K damping D grip G",
                       "four springs that it stands and rolls on"},
    PlainStatementInfo{"tag", StatementPlace::body, "tag NAME", "a tag that it always carries"},
    PlainStatementInfo{"turn", StatementPlace::body, "turn W", "how fast the character turns towards the stick"},
    PlainStatementInfo{"hands", StatementPlace::body,
                       "hands at X, Y, Z reach R near N far F left BUTTON use BUTTON right BUTTON use BUTTON",
                       "two hands that reach, grab and hold"},
    PlainStatementInfo{"locked", StatementPlace::body, "locked y at L", "the body stays in that plane"},
    PlainStatementInfo{"wears", StatementPlace::body | StatementPlace::fixture, "wears long_coat \"b4863a\", tall_hat",
                       "what a body's figure wears, for the eye only"},
    PlainStatementInfo{"from", StatementPlace::meter, "from 0 to 100", "a meter's range"},
    PlainStatementInfo{"refill", StatementPlace::meter, "refill R after T when C", "how fast a meter fills again"},

    PlainStatementInfo{"dial", StatementPlace::file | any_owner | StatementPlace::meter,
                       "dial NAME = VALUE in LOW..HIGH \"what it does\"", "a number to tune"},
    PlainStatementInfo{"let", StatementPlace::file | any_owner | StatementPlace::meter, "let NAME = EXPRESSION",
                       "worked out where it is used"},
    PlainStatementInfo{"watch", any_owner, "watch NAME = VALUE \"meaning\"",
                       "a value that every run keeps, for curves, pins and readings"},
    PlainStatementInfo{"counter", StatementPlace::file | any_owner | StatementPlace::meter,
                       "counter NAME in LOW..HIGH back to N after T when C", "a whole number that acts change"},
    PlainStatementInfo{"probe",
                       StatementPlace::file | StatementPlace::stance | StatementPlace::move | StatementPlace::fixture,
                       "probe NAME = ray, nearest, wall, lip, room or ground ...", "a question asked of the course"},
    PlainStatementInfo{"gate", StatementPlace::move, "gate CONDITION \"reason\"",
                       "must hold for the move to start; the reason is said when it doesn't"},
    PlainStatementInfo{"buffer", StatementPlace::move, "buffer T",
                       "a press that comes up to T too early starts the move once its gates hold"},
    PlainStatementInfo{"charges", StatementPlace::move, "charges N refill when C, or refill after T",
                       "how often the move can start"},
    PlainStatementInfo{"focus", StatementPlace::fixture, "focus within R on BUTTON in front A prompt \"words\"",
                       "it can have the focus, and be used"},
    PlainStatementInfo{
        "share", StatementPlace::file | StatementPlace::fixture,
        "share phase, COUNTER or place as once, kept or state authority host, actor or holder",
        "what of it is sent to peers in shared play, and who has authority; in a file: share EVENT as once"},
    PlainStatementInfo{"prompt", StatementPlace::fixture, "prompt \"words\"", "shown while it has the focus"},
    PlainStatementInfo{"phase", StatementPlace::move | StatementPlace::fixture, "phase NAME for T { ... }",
                       "one stretch of a move; what it sets ends with it"},
    PlainStatementInfo{"without", StatementPlace::move, "without gates", "drops the base's gates"},
    PlainStatementInfo{"cuts", StatementPlace::move, "cuts any",
                       "this move may cancel any other: it is not asked whether it may"},

    PlainStatementInfo{"start", any_phase | StatementPlace::stance | StatementPlace::meter, "start: ACTS",
                       "on entering the phase"},
    PlainStatementInfo{"finish", any_phase | StatementPlace::stance, "finish: ACTS",
                       "on leaving the phase by whatever way, cuts included"},
    PlainStatementInfo{"at", any_phase, "at T: ACTS", "once, T after entering"},
    PlainStatementInfo{"on", any_phase | StatementPlace::stance | StatementPlace::move | StatementPlace::fixture,
                       "on EVENT: ACTS", "each time it happens meanwhile; after a move's name: what starts it"},
    PlainStatementInfo{"go", any_phase, "go PHASE when C after T then: ACTS", "a way to another phase"},
    PlainStatementInfo{"end", any_phase, "end when C", "the move ends"},
    PlainStatementInfo{"fail", any_phase, "fail when C", "the move ends without having done what it is for"},
    PlainStatementInfo{"cut", any_phase, "cut by MOVES, any or none after T", "which moves may cancel this phase"},
    PlainStatementInfo{"accent", any_phase | StatementPlace::stance, "accent KIND ...",
                       "zoom, shake, bob, lean, lag, squash, freeze, pose, trail or line: what only the eye gets"},

    PlainStatementInfo{"cooldown", StatementPlace::none, "gate cooldown T",
                       "holds once T has passed since the move's last start"},
    PlainStatementInfo{"when", StatementPlace::none, "when CONDITION", "only while it holds"},
    PlainStatementInfo{"until", StatementPlace::none, "until CONDITION", "keeps a stance until it holds"},
    PlainStatementInfo{"within", StatementPlace::none, "X within T", "X holds now, or held at most T ago"},
    PlainStatementInfo{"is", StatementPlace::none, "is BASE",
                       "takes everything from another move or stance and changes what it says itself"},
    PlainStatementInfo{"for", StatementPlace::none, "for BODY",
                       "the move or stance is for characters of that body only"},
};

constexpr std::array<std::string_view, 28> clause_words{
    "after", "then", "in",     "from", "to",     "of",     "not",       "and",  "or",    "most",
    "key",   "pad",  "points", "over", "refill", "locked", "tape",      "base", "front", "link",
    "here",  "left", "right",  "use",  "layer",  "any",    "authority", "once"};

}  // namespace

std::span<const PlainStatementInfo> plain_statements() {
    return statement_table;
}

std::span<const std::string_view> plain_clause_words() {
    return clause_words;
}

}  // namespace leap
