// SPDX-License-Identifier: MIT
#include "core/script/action_words.hpp"

#include "core/record/sound_cue.hpp"

#include <algorithm>

namespace leap {
namespace {

constexpr std::array parts{MotionPart::velocity, MotionPart::speed, MotionPart::rising};

void nothing_to_take(Action& /*out*/, const Clauses& /*clauses*/) {}

/// What it is about, then how much.
void index_and_amount(Action& out, const Clauses& clauses) {
    out.index = clauses.index();
    out.amount = clauses.value();
}
void index_and_time(Action& out, const Clauses& clauses) {
    out.index = clauses.index();
    out.amount = clauses.value("for");
}

constexpr std::array action_table{
    ActionInfo{
        {"launch",
         "`launch D at V`",
         "the part of velocity along D becomes V (`launch up` leaves the flat part alone). `adding` adds V instead. "
         "Upward it leaves the ground and uses up coyote time",
         "launch up at 8 m/s",
         {clause::first(direction_type, "launch"), clause::needs("at", speed_type, "launch at", "after the direction"),
          clause::flag("adding")}},
        ActionKind::launch,
        ActionGroup::character,
        false,
        [](Action& a, const Clauses& c) {
            a.direction = c.value();
            a.amount = c.value("at");
            a.adding = c.said("adding");
        }},
    ActionInfo{{"keep",
                "`keep S of velocity`, `of speed`, `of vertical_speed`",
                "multiplies velocity, its flat part, or upward speed",
                "keep 50 % of speed",
                {clause::first(plain_number, "keep"),
                 {"of",
                  ClauseKind::choice,
                  {},
                  "keep",
                  true,
                  "after the share",
                  1,
                  {},
                  {"velocity", "speed", "vertical_speed"}}}},
               ActionKind::keep,
               ActionGroup::character,
               false,
               [](Action& a, const Clauses& c) {
                   a.amount = c.value();
                   a.part = parts[static_cast<std::size_t>(c.index("of"))];
               }},
    ActionInfo{{"stop moving", "", "", "stop moving", {}},
               ActionKind::stop,
               ActionGroup::character,
               false,
               [](Action& a, const Clauses&) { a.part = MotionPart::speed; }},
    ActionInfo{{"stop falling", "", "", "stop falling", {}},
               ActionKind::stop,
               ActionGroup::character,
               false,
               [](Action& a, const Clauses&) { a.part = MotionPart::falling; }},
    ActionInfo{{"stop rising", "", "", "stop rising", {}},
               ActionKind::stop,
               ActionGroup::character,
               false,
               [](Action& a, const Clauses&) { a.part = MotionPart::rising; }},
    ActionInfo{{"stop",
                "`stop`, `stop moving`, `stop falling`, `stop rising`",
                "velocity, its flat part, its downward or upward part becomes zero",
                "stop",
                {}},
               ActionKind::stop,
               ActionGroup::character,
               false,
               nothing_to_take},
    ActionInfo{{"",
                "`link += 1`, `link -= 1`, `link = 0`",
                "changes a counter",
                "links += 1",
                {clause::named(ClauseKind::counter, "the counter"), clause::first(plain_number, "a counter")}},
               ActionKind::add_counter,
               ActionGroup::character,
               false,
               index_and_amount},
    ActionInfo{{"",
                "",
                "",
                "links = 0",
                {clause::named(ClauseKind::counter, "the counter"), clause::first(plain_number, "a counter")}},
               ActionKind::set_counter,
               ActionGroup::character,
               false,
               index_and_amount},
    ActionInfo{{"remember",
                "`remember NAME = VALUE`",
                "keeps a value under a name, for this move; several after commas",
                "remember apex = feet",
                {clause::named(ClauseKind::memory, "the name to remember it by"),
                 {"=", ClauseKind::memory_value, {}, "remember", true, "after the name"}}},
               ActionKind::remember,
               ActionGroup::character,
               false,
               [](Action& a, const Clauses& c) {
                   a.index = c.index();
                   a.amount = c.value("=");
               }},
    ActionInfo{{"spend",
                "`spend METER N`, `gain METER N`",
                "takes from a meter, or gives to it",
                "spend breath 10",
                {clause::named(ClauseKind::meter, "the meter"), clause::first(plain_number, "spend")}},
               ActionKind::spend,
               ActionGroup::character,
               false,
               index_and_amount},
    ActionInfo{{"gain",
                "",
                "",
                "gain breath 10",
                {clause::named(ClauseKind::meter, "the meter"), clause::first(plain_number, "gain")}},
               ActionKind::gain,
               ActionGroup::character,
               false,
               index_and_amount},
    ActionInfo{{"tag",
                "`tag NAME for T`, `untag NAME`",
                "tags the body for a time, or ends that",
                "tag marked for 2 s",
                {clause::named(ClauseKind::tag, "the tag"),
                 clause::needs("for", time_type, "tag for", "after the tag: in an act a tag needs a time")}},
               ActionKind::tag,
               ActionGroup::character,
               false,
               index_and_time},
    ActionInfo{{"untag", "", "", "untag marked", {clause::named(ClauseKind::tag, "the tag")}},
               ActionKind::untag,
               ActionGroup::character,
               false,
               [](Action& a, const Clauses& c) { a.index = c.index(); }},
    ActionInfo{{"collect",
                "`collect N`",
                "the target of the course with that number (of `nearest`) is gone; nothing when it was gone already",
                "collect 0",
                {clause::first(plain_number, "collect")},
                "strike"},
               ActionKind::strike,
               ActionGroup::character,
               false,
               [](Action& a, const Clauses& c) { a.amount = c.value(); }},
    ActionInfo{{"emit",
                "`emit NAME`, `to TAG within L amount N along D`",
                "an event that others can hear with `heard(NAME)`. Alone it is heard by who emits it and by fixtures. "
                "`to TAG`: by every character and fixture that carries the tag, `within L`: by those no farther away, "
                "in both cases not by who emits it. `answering EVENT`: only by who sent the EVENT that was heard last. "
                "`amount N` and `along D` come with it, see `amount_of` and `direction_of`",
                "emit boing to catcher within 4 m amount 2 along forward",
                {clause::named(ClauseKind::event, "the event's name"),
                 {"to", ClauseKind::tag, {}, "the tag of those who hear it"},
                 clause::may("within", length_type, "within"),
                 clause::may("amount", plain_number, "amount").once("by"),
                 clause::may("along", direction_type, "along"),
                 {"answering", ClauseKind::event, {}, "the event that is answered"}}},
               ActionKind::emit_event,
               ActionGroup::character,
               false,
               [](Action& a, const Clauses& c) {
                   a.index = c.index();
                   a.emission = {c.maybe_index("to"), c.maybe("within"), c.maybe("amount"), c.maybe("along"),
                                 c.maybe_index("answering")};
               }},
    ActionInfo{{"freeze",
                "`freeze for T`",
                "the character stands still and its time does too: timers, phases, meters. Then it goes on exactly as "
                "it would have. What is pressed meanwhile is answered, and moves it afterwards. 60 s at most; said by "
                "a fixture, it is the character that its rules speak of",
                "freeze for 0.08 s",
                {clause::needs("for", time_type, "freeze for", "after freeze")}},
               ActionKind::freeze,
               ActionGroup::character,
               false,
               [](Action& a, const Clauses& c) { a.amount = c.value("for"); }},
    ActionInfo{{"accent pose",
                "`accent pose \"NAME\" for T`",
                "the figure takes a pose for a time",
                "accent pose \"land\" for 0.2 s",
                {clause::named(ClauseKind::pose, "the pose's name"),
                 clause::needs("for", time_type, "for", "after the pose: in an act a pose needs a time")}},
               ActionKind::pose,
               ActionGroup::accent,
               false,
               index_and_time},
    ActionInfo{{"accent sound",
                "`accent sound VOICE at S pitch S`",
                "a short sound is heard: thud, knock, whoosh, chime, splash or creak; `at`: how loud, up to 100 %; "
                "`pitch`: how much higher than usual, 25 % to 400 %",
                "accent sound thud at 60 % pitch 80 %",
                {ClauseInfo{{}, ClauseKind::choice, {}, "accent sound", true, "after sound", 1, {}, sound_words},
                 clause::may("at", plain_number, "at"), clause::may("pitch", plain_number, "pitch")}},
               ActionKind::sound,
               ActionGroup::accent,
               false,
               [](Action& a, const Clauses& c) {
                   a.index = c.index();
                   a.loudness = c.maybe("at");
                   a.pitch = c.maybe("pitch");
               }},
    ActionInfo{
        {"spawn",
         "`spawn KIND at P along D speed V`",
         "one of that kind which waits in its first phase, hidden, has its middle there from now on and is `spawned`: "
         "the first of them in the course. `along`: its front faces that way, and `speed`: it goes that way as fast. "
         "As "
         "many can be out at once as the course has; when none waits nothing happens, and the event list says so. Back "
         "in its first phase it waits again. Inside of somebody it pushes them aside",
         "spawn keg at place + up * 3 m along forward speed 4 m/s",
         {clause::named(ClauseKind::tag, "the kind of fixture"),
          clause::needs("at", point_type, "spawn at", "after the kind"), clause::may("along", direction_type, "along"),
          clause::may("speed", speed_type, "speed").once("by")}},
        ActionKind::spawn,
        ActionGroup::character,
        false,
        [](Action& a, const Clauses& c) {
            a.index = c.index();
            a.direction = c.value("at");
            a.emission.way = c.maybe("along");
            a.emission.amount = c.maybe("speed");
        }},
    ActionInfo{{"tell link",
                "`tell link`",
                "what it is linked to is `told`, in the next round of the same instant",
                "tell link",
                {}},
               ActionKind::tell_link,
               ActionGroup::fixture,
               true,
               nothing_to_take},
    ActionInfo{
        {"teleport to link",
         "`teleport to link`",
         "the body comes out in front of what it is linked to, its velocity turned as the exit is turned against "
         "the way in; `stopping`: standing still. Without an exit, or without room there, nothing happens and the "
         "event list says so",
         "teleport to link stopping",
         {clause::flag("stopping")}},
        ActionKind::teleport,
        ActionGroup::fixture,
        true,
        [](Action& a, const Clauses& c) { a.adding = !c.said("stopping"); }},
    ActionInfo{{"respawn here",
                "`respawn here`",
                "the place in front of it becomes the one to come back to",
                "respawn here",
                {}},
               ActionKind::respawn_here,
               ActionGroup::fixture,
               true,
               nothing_to_take},
    ActionInfo{{"respawn",
                "`respawn`",
                "(moves too) the body stands where it comes back to, at rest; its other moves are cut",
                "respawn",
                {}},
               ActionKind::respawn,
               ActionGroup::fixture,
               false,
               nothing_to_take},
    ActionInfo{{"hold",
                "`hold`",
                "who has just come to it, reached for it or used it takes it. What is held isn't taken from its holder",
                "hold",
                {}},
               ActionKind::hold,
               ActionGroup::loose,
               true,
               nothing_to_take},
    ActionInfo{{"throw to",
                "`throw to P in T`",
                "it leaves so as to be at that point after that time, under its own gravity",
                "throw to home_place + up * 1 m in 0.5 s",
                {clause::first(point_type, "throw"), clause::needs("in", time_type, "throw", "after the point")}},
               ActionKind::throw_it,
               ActionGroup::loose,
               true,
               [](Action& a, const Clauses& c) {
                   a.to_point = true;
                   a.direction = c.value();
                   a.amount = c.value("in");
               }},
    ActionInfo{{"throw",
                "`throw D at V`",
                "it leaves with that velocity; `adding` the holder's",
                "throw holder_look at 8 m/s adding",
                {clause::first(direction_type, "throw"),
                 clause::needs("at", speed_type, "throw", "after the direction"), clause::flag("adding")}},
               ActionKind::throw_it,
               ActionGroup::loose,
               true,
               [](Action& a, const Clauses& c) {
                   a.direction = c.value();
                   a.amount = c.value("at");
                   a.adding = c.said("adding");
               }},
};

}  // namespace

std::span<const ActionInfo> action_words() {
    return action_table;
}

std::size_t action_row(ActionKind kind) {
    const auto found =
        std::find_if(action_table.begin(), action_table.end(), [&](const ActionInfo& row) { return row.kind == kind; });
    return static_cast<std::size_t>(found - action_table.begin());
}

}  // namespace leap
