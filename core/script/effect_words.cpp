// SPDX-License-Identifier: MIT
#include "core/script/effect_words.hpp"

#include <algorithm>

namespace leap {
namespace {

constexpr StatementPlace anywhere = StatementPlace::stance | StatementPlace::phase | StatementPlace::fixture_phase;
constexpr StatementPlace character = StatementPlace::stance | StatementPlace::phase;
constexpr std::string_view ways = "between the ways ahead, to the left and up";

Joint joint_of(const Clauses& c, bool slides) {
    Joint out;
    out.slides = slides;
    out.axis = static_cast<OwnAxis>(std::max(0, c.index(slides ? "along" : "about")));
    out.at = c.maybe_three("at");
    out.low = c.maybe("from");
    out.high = c.maybe("to");
    out.friction = c.maybe("friction");
    out.motor = c.maybe("motor");
    out.motor_most = c.maybe("with");
    out.on_link = c.said("linked");
    return out;
}

constexpr std::array effect_table{
    EffectInfo{
        {"steer",
         "`steer to V gain A brake B`",
         "flat velocity goes towards the stick times V: at `gain` while the speed rises, at `brake` while it falls; "
         "without one of them at once. In the air as on the ground. `along D`: only forth and back along D",
         "steer to 6 m/s gain 45 m/s^2 brake 70 m/s^2 along right",
         {clause::needs("to", speed_type, "steer to", "after steer"), clause::may("gain", acceleration_type, "gain"),
          clause::may("brake", acceleration_type, "brake"), clause::may("along", direction_type, "along")}},
        EffectGroup::character,
        character,
        false,
        [](Effects& e, const Clauses& c) {
            e.steer = Steer{c.value("to"), c.maybe("gain"), c.maybe("brake"), c.maybe("along")};
        }},
    EffectInfo{{"gravity",
                "`gravity A`",
                "pull downward; less than 0 pulls upward, and lifts what stands",
                "gravity 16 /s^2 * (feet - 5 m)",
                {clause::first(acceleration_type, "gravity")}},
               EffectGroup::character,
               anywhere | StatementPlace::body,
               false,
               [](Effects& e, const Clauses& c) { e.gravity = c.value(); }},
    EffectInfo{
        {"drive",
         "`drive D at V`",
         "flat velocity is V along D; height too when D points up or down. D is taken when the phase begins. "
         "`shaped CURVE` multiplies V by the curve over the phase's share of time (over seconds in a phase without "
         "time). Replaces `steer`. `adding` adds it to the velocity the phase began with, which is still there when "
         "the drive ends",
         "drive forward at 14 m/s adding",
         {clause::first(direction_type, "drive"),
          clause::needs("at", speed_type, "drive at", "after the direction"),
          {"shaped", ClauseKind::curve, {}, "the curve's name"},
          clause::flag("adding")}},
        EffectGroup::character,
        StatementPlace::phase,
        false,
        [](Effects& e, const Clauses& c) {
            e.drive = Drive{c.value(), c.value("at"), c.index("shaped"), c.said("adding")};
        }},
    EffectInfo{{"cap speed",
                "`cap speed V fading A`",
                "speed above V is given back at A; without `fading` at once",
                "cap speed 9 m/s fading 12 m/s^2",
                {clause::first(speed_type, "cap speed"), clause::may("fading", acceleration_type, "fading")}},
               EffectGroup::character,
               character,
               false,
               [](Effects& e, const Clauses& c) {
                   e.cap = Cap{c.value(), c.maybe("fading")};
               }},
    EffectInfo{{"limit vertical_speed",
                "`limit vertical_speed LOW..HIGH`",
                "upward speed stays within, in the air",
                "limit vertical_speed -3 m/s..0.5 m/s",
                {clause::first(speed_type, "limit vertical_speed"),
                 clause::needs("..", speed_type, "limit vertical_speed", "between the two ends of the limit")},
                "limit rising"},
               EffectGroup::character,
               character,
               false,
               [](Effects& e, const Clauses& c) {
                   e.limit = Limit{c.value(), c.value("..")};
               }},
    EffectInfo{{"boost speed",
                "`boost speed S`",
                "the speed that steering goes to is multiplied",
                "boost speed 140 %",
                {clause::first(plain_number, "boost speed")}},
               EffectGroup::character,
               character,
               false,
               [](Effects& e, const Clauses& c) { e.boost = c.value(); }},
    EffectInfo{{"boost steering",
                "`boost steering S`",
                "how quickly steering speeds up and brakes is multiplied; the speed that it goes to stays",
                "boost steering 60 %",
                {clause::first(plain_number, "boost steering")}},
               EffectGroup::character,
               character,
               false,
               [](Effects& e, const Clauses& c) { e.steering_boost = c.value(); }},
    EffectInfo{{"boost gravity",
                "`boost gravity S`",
                "gravity is multiplied, the body's and that of a phase; boosts of several phases multiply",
                "boost gravity 16 %",
                {clause::first(plain_number, "boost gravity")}},
               EffectGroup::character,
               character,
               false,
               [](Effects& e, const Clauses& c) { e.gravity_boost = c.value(); }},
    EffectInfo{
        {"boost",
         "`boost DIAL S`",
         "the dial counts S times what it says, for everything that reads it, while the phase or stance lasts: `boost "
         "hop.rise 150 %`. A body's size can't be boosted, and S can't depend on a boosted dial",
         "boost walk.top 120 %",
         {clause::named(ClauseKind::dial, "boost: expected speed or a dial"), clause::first(plain_number, "boost")}},
        EffectGroup::character,
        anywhere,
        true,
        [](Effects& e, const Clauses& c) {
            if (c.index() >= 0) e.dial_boosts.push_back({DialId::read(c.index()), c.value()});
        }},
    EffectInfo{{"drain",
                "`drain METER R`",
                "the meter is spent at R",
                "drain breath 20 /s",
                {clause::named(ClauseKind::meter, "the meter"), clause::first(rate_type, "drain")}},
               EffectGroup::character,
               character,
               true,
               [](Effects& e, const Clauses& c) {
                   e.drains.push_back({MeterId::read(c.index()), c.value()});
               }},
    EffectInfo{
        {"hitbox",
         "`hitbox EVENT radius R height H at X, Y, Z`",
         "an upright capsule (without `height` a ball) that moves with its owner. Its middle is that far ahead of, "
         "left "
         "of and above the feet. `box L, W, H` instead of a radius is a box: length ahead, width, height, `turned A` "
         "to "
         "the left. Everyone it meets hears EVENT, each once while the phase lasts: other characters, and fixtures "
         "that "
         "ask for it. `from T to T`: only between these times of the phase. `amount N` and `along D` are sent with it. "
         "`except TAG`: those with the tag are not met",
         "hitbox punch radius 0.4 m height 1 m at 0.7 m, 0 m, 1 m from 0 s to 0.2 s amount 5 along forward except "
         "friend",
         {clause::named(ClauseKind::event, "the event's name"),
          clause::may("radius", length_type, "radius"),
          clause::may("height", length_type, "height"),
          clause::may_three("box", length_type, "between length, width and height"),
          clause::may("turned", angle_type, "turned"),
          {"at", ClauseKind::value, length_type, "at", true, ways, 3},
          clause::may("from", time_type, "from"),
          clause::may("to", time_type, "to"),
          clause::may("amount", plain_number, "amount").once("by"),
          clause::may("along", direction_type, "along"),
          ClauseInfo{"except", ClauseKind::tag, {}, "the tag of those it passes"}.once("sparing")},
         "blow"},
        EffectGroup::character,
        StatementPlace::phase | StatementPlace::fixture_phase,
        true,
        [](Effects& e, const Clauses& c) {
            e.blows.push_back({c.index(), c.maybe("radius"), c.maybe("height"), c.maybe_three("box"), c.maybe("turned"),
                               c.three("at"), c.maybe("from"), c.maybe("to"), c.maybe("amount"), c.maybe("along"),
                               c.maybe_index("except")});
        }},
    EffectInfo{{"tag",
                "`tag NAME`",
                "the body carries the tag, see `has(NAME)`",
                "tag slippery",
                {clause::named(ClauseKind::tag, "the tag")}},
               EffectGroup::character,
               anywhere,
               true,
               [](Effects& e, const Clauses& c) { e.tags.push_back(c.index()); }},
    EffectInfo{
        {"push",
         "`push D force F`",
         "a force along D (N, kN) for as long as the phase or stance lasts; several add up. A character's steering "
         "works "
         "against it with what it has. `at X, Y, Z`: what is loose is pushed there, ahead, to the left and up from its "
         "middle along its own sides, and turned by it",
         "push right force 300 N",
         {clause::first(direction_type, "push"),
          clause::needs("force", force_type, "push", "after the direction").once("by"),
          clause::may_three("at", length_type, ways)}},
        EffectGroup::character,
        anywhere,
        true,
        [](Effects& e, const Clauses& c) {
            e.pushes.push_back({c.value(), c.value("force"), c.maybe_three("at")});
        }},
    EffectInfo{
        {"spring",
         "`spring to P stiffness K`",
         "a spring (N/m, kN/m) from the body's middle to P; it does nothing at `length L`, 0 when not said. `damping "
         "C` "
         "(N s/m: write 40 kg/s) takes its swing out. `slack`: shorter than that it doesn't push. `at X, Y, Z` as for "
         "push; several add up",
         "spring to place + up * 3 m stiffness 400 N/m damping 40 kg/s length 2 m slack",
         {clause::needs("to", point_type, "spring to", "after spring"),
          clause::needs("stiffness", stiffness_type, "stiffness", "after the spring's point"),
          clause::may("damping", damping_type, "damping"), clause::may("length", length_type, "length"),
          clause::may_three("at", length_type, ways), clause::flag("slack")}},
        EffectGroup::character,
        anywhere,
        true,
        [](Effects& e, const Clauses& c) {
            e.springs.push_back({c.value("to"), c.value("stiffness"), c.maybe("damping"), c.maybe("length"),
                                 c.maybe_three("at"), c.said("slack")});
        }},
    EffectInfo{
        {"drag",
         "`drag R`",
         "velocity fades at R of itself (1/s); `square S` adds S times the speed (1/m). `towards V`: it comes to the "
         "velocity V instead of rest, as in a stream or wind. What is loose turns ever less, too",
         "drag 0.5 /s square 0.02 /m towards forward * 3 m/s",
         {clause::first(rate_type, "drag"), clause::may("square", per_length_type, "square"),
          clause::may("towards", velocity_type, "towards")}},
        EffectGroup::character,
        anywhere,
        false,
        [](Effects& e, const Clauses& c) {
            e.drag = Drag{c.value(), c.maybe("square"), c.maybe("towards")};
        }},
    EffectInfo{
        {"capsule",
         "`capsule height H`",
         "the body is that high, `capsule radius R height H` also that wide. It grows again where there is room, and "
         "not before",
         "capsule radius 0.25 m height 0.9 m",
         {clause::may("radius", length_type, "radius"),
          clause::needs("height", length_type, "height", "after capsule")}},
        EffectGroup::character,
        character,
        false,
        [](Effects& e, const Clauses& c) {
            e.capsule = CapsuleSize{c.value("height"), c.maybe("radius")};
        }},
    EffectInfo{
        {"face",
         "`face D`",
         "the character faces D. A fixture turns about its middle until its front points along D: in a phase with "
         "a time steadily, in one without at once, and with `at W` no faster than that; a phase that doesn't say it "
         "turns back. What is loose and upright turns at 360 deg/s, or `at W`",
         "face stick",
         {clause::first(direction_type, "face"), clause::may("at", turn_rate_type, "at")}},
        EffectGroup::character,
        anywhere,
        false,
        [](Effects& e, const Clauses& c) {
            e.face = c.value();
            e.face_rate = c.maybe("at");
        }},
    EffectInfo{
        {"fly",
         "`fly to P at V`",
         "the body's middle flies straight to P; `stopping D short`: only up to that distance. `reached` tells when it "
         "is there. Moves only",
         "fly to place + up * 5 m at 20 m/s stopping 0.5 m short",
         {clause::needs("to", point_type, "fly to", "after fly"),
          clause::needs("at", speed_type, "fly at", "after the point"),
          {"stopping", ClauseKind::value, length_type, "stopping", false, "after the distance", 1, "short"}}},
        EffectGroup::character,
        StatementPlace::phase,
        false,
        [](Effects& e, const Clauses& c) {
            e.fly = Fly{c.value("to"), c.value("at"), c.maybe("stopping")};
        }},
    EffectInfo{
        {"cling",
         "`cling to WALL`",
         "along the wall that the probe finds, round gentle bends too, at the speed the body has; the stick doesn't "
         "steer. Moves only",
         "cling to side",
         {ClauseInfo{"to", ClauseKind::wall_probe, {}, "a wall probe", true, "after cling"}}},
        EffectGroup::character,
        StatementPlace::phase,
        false,
        [](Effects& e, const Clauses& c) { e.cling = c.index("to"); }},
    EffectInfo{
        {"rope",
         "`rope to P length L`",
         "the body's middle hangs on a rope: slack it falls freely, stretched it swings. The length is taken when the "
         "phase begins; `reel V` shortens it, down to 0.4 m. The stick pumps with the gain of `steer`. Does nothing "
         "while grounded. Moves only",
         "rope to place + up * 5 m length 5 m reel 1 m/s",
         {clause::needs("to", point_type, "rope to", "after rope"),
          clause::needs("length", length_type, "length", "after the rope's point"),
          clause::may("reel", speed_type, "reel")}},
        EffectGroup::character,
        StatementPlace::phase,
        false,
        [](Effects& e, const Clauses& c) {
            e.rope = Rope{c.value("to"), c.value("length"), c.maybe("reel")};
        }},

    EffectInfo{
        {"solid",
         "`solid`",
         "it stops the body, and carries who stands on it: `velocity` and `speed` count from what one stands on, and "
         "who leaves it, by a launch or over its edge, takes its velocity along. Without it one passes through",
         "solid",
         {}},
        EffectGroup::fixture,
        StatementPlace::fixture_phase,
        true,
        [](Effects& e, const Clauses&) { e.solid = true; }},
    EffectInfo{
        {"slide",
         "`slide X, Y, Z`",
         "it stands that far along its front, across (to its left) and up from where it was placed. In a phase with a "
         "time it goes there steadily from where it was, in one without at once; a phase that doesn't say it goes "
         "back. "
         "`eased`: it begins and ends that way at rest",
         "slide 0 m, 0 m, 2 m eased",
         {clause::three(length_type, "slide", ways), clause::flag("eased")}},
        EffectGroup::fixture,
        StatementPlace::fixture_phase,
        false,
        [](Effects& e, const Clauses& c) {
            e.slide = c.three();
            e.slide_eased = c.said("eased");
        }},
    EffectInfo{{"swing",
                "`swing A`",
                "turned that far about its hinge, the left end of its width; as slide, `eased` too",
                "swing 90 deg eased",
                {clause::first(angle_type, "swing"), clause::flag("eased")}},
               EffectGroup::fixture,
               StatementPlace::fixture_phase,
               false,
               [](Effects& e, const Clauses& c) {
                   e.swing = c.value();
                   e.swing_eased = c.said("eased");
               }},
    EffectInfo{{"grow to",
                "`grow to X, Y, Z`",
                "its length, width and height are these shares of its own, and it stands on its underside; as slide, "
                "`eased` too. Who stands on it is carried along. What is round grows by X, and a capsule's height by Z",
                "grow to 100 %, 100 %, 250 % eased",
                {clause::three(plain_number, "grow to", "between the shares of length, width and height"),
                 clause::flag("eased")}},
               EffectGroup::fixture,
               StatementPlace::fixture_phase,
               false,
               [](Effects& e, const Clauses& c) {
                   e.grow = c.three();
                   e.grow_eased = c.said("eased");
               }},
    EffectInfo{
        {"follow path",
         "`follow path at V`",
         "it goes along the path that the course gives it, at V, to the next stop and no further: see `at_stop`. "
         "A phase that doesn't say it leaves it where it is on its path. V doesn't change on the way",
         "follow path at 2 m/s",
         {clause::needs("at", speed_type, "follow path at", "after follow path")}},
        EffectGroup::fixture,
        StatementPlace::fixture_phase,
        false,
        [](Effects& e, const Clauses& c) { e.follow = c.value("at"); }},
    EffectInfo{{"stays",
                "`stays`",
                "it stands still where it was when the phase began, halfway through a slide or swing, too",
                "stays",
                {}},
               EffectGroup::fixture,
               StatementPlace::fixture_phase,
               false,
               [](Effects& e, const Clauses&) { e.stays = true; }},
    EffectInfo{{"transparency",
                "`transparency S`",
                "drawn with that much of what is behind it: 0 % is solid, 100 % cannot be seen",
                "transparency 50 %",
                {clause::first(plain_number, "transparency")},
                "seen through"},
               EffectGroup::fixture,
               StatementPlace::fixture_phase,
               false,
               [](Effects& e, const Clauses& c) { e.seen_through = c.value(); }},
    EffectInfo{{"say",
                "`say \"words\"`",
                "the words stand over it",
                "say \"Mind the step\"",
                {clause::named(ClauseKind::text, "the words")}},
               EffectGroup::fixture,
               StatementPlace::fixture_phase,
               false,
               [](Effects& e, const Clauses& c) { e.say = c.text(); }},
    EffectInfo{
        {"loose",
         "`loose`",
         "it is a rigid body: solid, and moved by what happens. Gravity is the body's, or `gravity G` of the phase",
         "loose",
         {}},
        EffectGroup::loose,
        StatementPlace::fixture_phase,
        true,
        [](Effects& e, const Clauses&) { e.loose = true; }},
    EffectInfo{
        {"upright", "`upright`", "loose, it doesn't topple: it turns about the upward axis alone", "upright", {}},
        EffectGroup::loose,
        StatementPlace::fixture_phase,
        true,
        [](Effects& e, const Clauses&) { e.upright = true; }},
    EffectInfo{
        {"hinge",
         "`hinge about SIDE`",
         "loose, it turns about its `length`, `width` or `height` and nothing else, round a point that stays where it "
         "was placed: its middle, or `at X, Y, Z` from that. `from A to B`: no further. `friction T` (Nm) holds it; "
         "`motor W` turns it at that rate with at most `with T`. `linked`: held by the fixture it is linked to "
         "instead",
         "hinge about width at 0 m, 0 m, 0.1 m from -20 deg to 20 deg friction 2 Nm motor 30 deg/s with 50 Nm",
         {ClauseInfo{
              "about", ClauseKind::choice, {}, "hinge", true, "after about", 1, {}, {"length", "width", "height"}},
          clause::may_three("at", length_type, ways), clause::may("from", angle_type, "from"),
          clause::may("to", angle_type, "to"), clause::may("friction", torque_type, "friction"),
          clause::may("motor", turn_rate_type, "motor"), clause::may("with", torque_type, "with"),
          clause::flag("linked")}},
        EffectGroup::loose,
        StatementPlace::fixture_phase,
        false,
        [](Effects& e, const Clauses& c) { e.joint = joint_of(c, false); }},
    EffectInfo{
        {"slider",
         "`slider along SIDE`",
         "loose, it goes along its `length`, `width` or `height` from where it was placed, and doesn't turn. `from A "
         "to "
         "B`, `friction F` (N), `motor V with F` and `linked` as for a hinge",
         "slider along length from 0 m to 2 m friction 20 N motor 1 m/s with 200 N",
         {ClauseInfo{
              "along", ClauseKind::choice, {}, "slider", true, "after along", 1, {}, {"length", "width", "height"}},
          clause::may_three("at", length_type, ways), clause::may("from", length_type, "from"),
          clause::may("to", length_type, "to"), clause::may("friction", force_type, "friction"),
          clause::may("motor", speed_type, "motor"), clause::may("with", force_type, "with"), clause::flag("linked")}},
        EffectGroup::loose,
        StatementPlace::fixture_phase,
        false,
        [](Effects& e, const Clauses& c) { e.joint = joint_of(c, true); }},
    EffectInfo{
        {"tied to link",
         "`tied to link length L`",
         "loose, it hangs on a rope of that length from the middle of the fixture it is linked to, which it pulls at "
         "in "
         "turn when that is loose. `at X, Y, Z`: where the rope holds it, from its middle",
         "tied to link length 2 m at 0 m, 0 m, 0.2 m",
         {clause::needs("length", length_type, "length", "after link"), clause::may_three("at", length_type, ways)}},
        EffectGroup::loose,
        StatementPlace::fixture_phase,
        false,
        [](Effects& e, const Clauses& c) {
            e.tether = Tether{c.value("length"), c.maybe_three("at")};
        }},
    EffectInfo{{"hidden", "`hidden`", "neither seen nor touched", "hidden", {}},
               EffectGroup::loose,
               StatementPlace::fixture_phase,
               true,
               [](Effects& e, const Clauses&) { e.hidden = true; }},
    EffectInfo{
        {"carried",
         "`carried X, Y, Z`",
         "while somebody holds it, it is that far ahead of them, to their left, and above their feet. Going to a phase "
         "without `carried` lets it go",
         "carried 0.5 m, 0 m, 1 m",
         {clause::three(length_type, "carried", ways)}},
        EffectGroup::loose,
        StatementPlace::fixture_phase,
        false,
        [](Effects& e, const Clauses& c) { e.carried = c.three(); }},
    EffectInfo{{"return home",
                "`return home`",
                "over the phase's time it goes back to where it was placed, its physics off; without a time at once",
                "return home",
                {}},
               EffectGroup::loose,
               StatementPlace::fixture_phase,
               true,
               [](Effects& e, const Clauses&) { e.returns_home = true; }},
    EffectInfo{
        {"in hand",
         "`in hand X, Y, Z`",
         "the thing lies in the hand that holds it: that far ahead, to the left and above. With a time it comes there "
         "over that time. `turned A, B, C` turns it about ahead, left and up. Both are for the right hand and "
         "mirrored for the left",
         "in hand 0.1 m, 0 m, 0 m turned 0 deg, 90 deg, 0 deg",
         {clause::three(length_type, "in hand", ways),
          {"turned", ClauseKind::value, angle_type, "turned", false, "between the turns about ahead, left and up", 3}}},
        EffectGroup::hands,
        StatementPlace::fixture_phase,
        false,
        [](Effects& e, const Clauses& c) {
            e.in_hand = Grip{c.three(), {}};
            if (c.said("turned")) e.in_hand->turned = c.three("turned");
        }},
    EffectInfo{{"glows", "`glows`", "it is drawn as a light", "glows", {}},
               EffectGroup::hands,
               StatementPlace::fixture_phase,
               true,
               [](Effects& e, const Clauses&) { e.glows = true; }},
    EffectInfo{{"wheels push",
                "`wheels push F`",
                "the force of all wheels along its front (N, kN); negative backwards",
                "wheels push 2 kN",
                {clause::first(force_type, "wheels push")}},
               EffectGroup::ride,
               StatementPlace::fixture_phase,
               false,
               [](Effects& e, const Clauses& c) { e.wheels_push = c.value(); }},
    EffectInfo{{"wheels brake",
                "`wheels brake F`",
                "against rolling; it holds a standing one and never pushes back. What coasting costs is a small brake",
                "wheels brake 1 kN",
                {clause::first(force_type, "wheels brake")}},
               EffectGroup::ride,
               StatementPlace::fixture_phase,
               false,
               [](Effects& e, const Clauses& c) { e.wheels_brake = c.value(); }},
    EffectInfo{{"wheels turn",
                "`wheels turn A`",
                "of the front wheels, to the right; the inner one turns a little more, so that no tyre scrubs",
                "wheels turn stick_side * 30 deg",
                {clause::first(angle_type, "wheels turn")}},
               EffectGroup::ride,
               StatementPlace::fixture_phase,
               false,
               [](Effects& e, const Clauses& c) { e.wheels_turn = c.value(); }},
    EffectInfo{
        {"seat",
         "`seat X, Y, Z`",
         "while the phase lasts the body sits on the fixture: its feet that far ahead, to the left of and above the "
         "middle. What is loose is as heavy as with its own mass there: it sinks, is pushed and turned like both. "
         "Its own moves can't start. Going to a phase without `seat` lets it step out: to the left, the right, "
         "after or ahead, wherever there is ground and room; with none, on top. What presses the rider against "
         "something solid loses them there: they are pushed out with its velocity, `ridden` becomes no, and it counts "
         "as a bump",
         "seat 0 m, 0 m, 0.2 m",
         {clause::three(length_type, "seat", ways)}},
        EffectGroup::ride,
        StatementPlace::fixture_phase,
        false,
        [](Effects& e, const Clauses& c) { e.seat = c.three(); }},
};
static_assert(effect_table.size() <= 64, "Effects::said has a bit for each");

}  // namespace

std::span<const EffectInfo> effect_words() {
    return effect_table;
}

}  // namespace leap
