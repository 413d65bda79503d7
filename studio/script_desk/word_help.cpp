// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/word_help.hpp"

#include <algorithm>
#include <map>
#include <set>

#include "studio/shared/convert.hpp"

namespace leap::studio {
namespace {

const std::map<std::string_view, const char*>& words() {
    static const std::map<std::string_view, const char*> table{
        {"use", "use \"FILE\": takes in another script, once"},
        {"button", "button NAME key \"Space\" pad \"south\": what moves and tapes speak of"},
        {"body", "body NAME { capsule ... gravity ... }: the shape that collides; one to a project"},
        {"meter", "meter NAME { from 0 to 100  refill R after T }: something that is spent and refills"},
        {"stance", "stance NAME when CONDITION { ... }: how the body moves when no move has taken over"},
        {"move", "move NAME on BUTTON { gates, phases }: something the character can do"},
        {"probe", "probe NAME = ray, nearest, wall, lip, room or ground ...: a question asked of the course"},
        {"curve", "curve NAME = points (x, y) (x, y) ...: straight between points, flat outside"},
        {"dial", "dial NAME = VALUE in LOW..HIGH \"what it does\": a number to tune"},
        {"let", "let NAME = EXPRESSION: worked out where it is used"},
        {"counter", "counter NAME in LOW..HIGH back to N after T when C"},
        {"reading", "reading NAME = EXPRESSION: a number taken from a run"},
        {"mark", "mark READING in LOW..HIGH on tape \"NAME\": the band it should fall in"},
        {"gate", "gate CONDITION \"reason\": must hold for the move to start; the reason is said when it doesn't"},
        {"buffer", "buffer T: a press that comes up to T too early starts the move once its gates hold"},
        {"charges", "charges N refill when C, or refill after T: how often the move can start"},
        {"cooldown", "gate cooldown T: holds once T has passed since the move's last start"},
        {"phase", "phase NAME for T { ... }: one stretch of a move; what it sets ends with it"},
        {"start", "start: ACTS, on entering the phase"},
        {"finish", "finish: ACTS, on leaving the phase by whatever way, cuts included"},
        {"at", "at T: ACTS, once, T after entering"},
        {"on", "on EVENT: ACTS, each time it happens meanwhile; behind a move's name: what starts it"},
        {"go", "go PHASE when C after T then: ACTS: a way to another phase"},
        {"end", "end when C: the move ends"},
        {"fail", "fail when C: the move ends without having done what it is for"},
        {"cut", "cut by MOVES, all or none after T: who may cut this phase"},
        {"cuts", "cuts anything: this move is not asked whether it may cut"},
        {"steer", "steer to V gain A brake B along D: flat velocity goes towards the stick times V"},
        {"gravity", "gravity A: pull downward"},
        {"drive", "drive D at V shaped CURVE adding: flat velocity is V along D"},
        {"cap", "cap speed V fading A: speed above V is given back at A"},
        {"limit", "limit rising LOW..HIGH: upward speed stays within, in the air"},
        {"drain", "drain METER R: the meter is spent at R"},
        {"tag", "tag NAME: the body carries the tag while the phase lasts; tag NAME for T as an act"},
        {"untag", "untag NAME: ends a tag"},
        {"rope", "rope to P length L reel V: the body's middle hangs on a rope"},
        {"fly", "fly to P at V stopping D short: straight to a point; reached tells when"},
        {"cling", "cling to WALL: along the wall that the probe finds"},
        {"capsule", "capsule radius R height H: the shape; in a phase as long as that lasts"},
        {"boost", "boost speed S: the speed that steering goes to is multiplied; boost DIAL S: a dial counts S times"},
        {"face", "face D: the character faces D"},
        {"launch", "launch D at V adding: the part of velocity along D becomes V"},
        {"keep", "keep S of velocity, speed or rising: multiplies it"},
        {"stop", "stop, stop moving, stop falling, stop rising"},
        {"remember", "remember NAME = VALUE: keeps a value for this move"},
        {"emit", "emit NAME: an event that others hear with heard(NAME)"},
        {"spend", "spend METER N: takes from a meter"},
        {"gain", "gain METER N: gives to a meter; behind steer: how fast speed rises"},
        {"strike", "strike N: the target of that number is gone"},
        {"accent", "accent zoom, shake, bob, lean, lag, squash, freeze, pose, trail or line: what only the eye gets"},
        {"when", "when CONDITION"},
        {"until", "until CONDITION: keeps a stance until it holds"},
        {"within", "X within T: X holds now, or held at most T ago"},
        {"is", "is BASE: takes everything from another move or stance and changes what it says itself"},
        {"without", "without gates: drops the base's gates"},
        {"fixture", "fixture NAME is BASE { box, focus, phases }: something in the course that does something"},
        {"box", "box LENGTH, WIDTH, HEIGHT: a fixture's size; its length runs along its front"},
        {"focus", "focus within R on BUTTON in front A prompt \"words\": it can have the focus, and be used"},
        {"prompt", "prompt \"words\": shown while it has the focus"},
        {"solid", "solid: it stops the body, and carries who stands on it"},
        {"slide", "slide X, Y, Z: it stands that far along its front, across and up; steadily over the phase's time"},
        {"swing", "swing A: turned about its hinge; steadily over the phase's time"},
        {"seen", "seen through S: drawn with that much of what is behind it"},
        {"say", "say \"words\": they stand over it while the phase lasts"},
        {"tell", "tell link: what it is linked to is told"},
        {"teleport", "teleport to link stopping: the body comes out in front of what it is linked to"},
        {"sphere", "sphere radius R: a round fixture"},
        {"mass", "mass M: what it weighs; it can be loose then. In the body: what pushes are shared by"},
        {"friction", "friction F: the tangent of the slope on which it begins to slide"},
        {"drawn", "drawn as door, curtain, bell, lamp, lever, board, lift or cart; it fits the fixture's box"},
        {"wears", "wears long_coat \"b4863a\", tall_hat: what a body's figure wears, for the eye only"},
        {"for", "for BODY: the move or stance is for characters of that body only"},
        {"bounce", "bounce B: the share of its speed that it leaves a surface with"},
        {"loose", "loose: it falls, rolls, is pushed and stood on, as a rigid body"},
        {"hidden", "hidden: neither seen nor touched"},
        {"carried", "carried X, Y, Z: while held it is that far ahead of its holder, to their left, above their feet"},
        {"return", "return home: back to where it was placed, over the phase's time; its physics are off"},
        {"hold", "hold: who has come to it, or the hand that grabbed it, takes it"},
        {"throw", "throw D at V adding, or throw to P in T: it leaves its holder"},
        {"wheels",
         "wheels at X, Y, Z radius R travel T stiffness K damping D grip G; in a phase: wheels push F, brake F, turn "
         "A"},
        {"seat", "seat X, Y, Z: while the phase lasts the body sits there"},
        {"hands", "hands at X, Y, Z reach R near N far F left BUTTON use BUTTON right BUTTON use BUTTON"},
        {"hand", "in hand X, Y, Z turned A, B, C: how it lies in the right hand; mirrored in the left"},
        {"glows", "glows: it is drawn as a light"},
        {"gauge", "gauge NAME = VALUE \"meaning\": a value that every run keeps, for curves, pins and readings"},
        {"respawn", "respawn: back to where the body comes back to; respawn here makes this the place"},
    };
    return table;
}

constexpr std::string_view plain_words[] = {
    "for",    "after",    "then",     "in",     "from",   "to",     "of",        "not",     "and",   "or",
    "most",   "key",      "pad",      "points", "shaped", "adding", "over",      "refill",  "brake", "along",
    "fading", "walkable", "eyes",     "step",   "turn",   "locked", "tape",      "base",    "front", "through",
    "link",   "here",     "stopping", "radius", "height", "travel", "stiffness", "damping", "grip",  "push",
    "reach",  "near",     "far",      "left",   "right",  "use",    "turned",    "home"};

}  // namespace

bool is_language_word(std::string_view word) {
    return words().contains(word) ||
           std::find(std::begin(plain_words), std::end(plain_words), word) != std::end(plain_words);
}

QString word_help(std::string_view word, const Program* program) {
    const auto told = [](std::string_view text) {
        return QString::fromUtf8(text.data(), static_cast<int>(text.size()));
    };
    for (const auto senses : {plain_senses(), button_senses(), probe_senses(), fixture_senses()})
        if (const auto sense = find_sense(senses, word))
            return told(word) + ": " + told(sense->meaning) + "  (" + to_qt(type_text(sense->type)) + ")";
    for (const FunctionInfo& function : functions())
        if (function.word == word) return told(function.usage) + ": " + told(function.meaning);
    if (program != nullptr) {
        for (const DialInfo& dial : program->dials)
            if (dial.name == word || dial.path() == word)
                return to_qt(dial.path()) + " = " + to_qt(quantity_text(dial.value, dial.unit)) +
                       (dial.meaning.empty() ? QString() : ": " + to_qt(dial.meaning));
        for (const MeterInfo& meter : program->meters)
            if (meter.name == word)
                return QObject::tr("%1: a meter from %2 to %3").arg(told(word)).arg(meter.low).arg(meter.high);
        if (const auto machine = program->find_machine(word)) {
            const Machine& found = program->machines[static_cast<std::size_t>(*machine)];
            if (found.kind == MachineKind::fixture)
                return QObject::tr("fixture %1, %2 phases").arg(told(word)).arg(found.phases.size());
            return (found.kind == MachineKind::move ? QObject::tr("move %1, %2 phases") : QObject::tr("stance %1"))
                .arg(told(word))
                .arg(found.phases.size());
        }
    }
    if (const auto found = words().find(word); found != words().end()) return QString::fromUtf8(found->second);
    return {};
}

QStringList completion_words(const Program* program) {
    std::set<std::string> out;
    for (const auto& [word, help] : words()) out.emplace(word);
    for (const std::string_view word : plain_words) out.emplace(word);
    for (const auto senses : {plain_senses(), button_senses(), probe_senses(), fixture_senses()})
        for (const SenseInfo& sense : senses) out.emplace(sense.word);
    for (const FunctionInfo& function : functions()) out.emplace(function.word);
    for (const char* unit : {"deg", "rad", "turns", "frames", "ms", "km", "cm", "mm"}) out.emplace(unit);
    if (program != nullptr) {
        for (const DialInfo& dial : program->dials) {
            out.insert(dial.name);
            out.insert(dial.path());
        }
        for (const Machine& machine : program->machines) out.insert(machine.name);
        for (const MeterInfo& meter : program->meters) out.insert(meter.name);
        for (const ButtonInfo& button : program->buttons) out.insert(button.name);
        for (const CurveInfo& curve : program->curves) out.insert(curve.name);
        for (const ProbeInfo& probe : program->probes) out.insert(probe.path.substr(probe.path.find('.') + 1));
    }
    QStringList list;
    for (const std::string& word : out) list << to_qt(word);
    return list;
}

}  // namespace leap::studio
