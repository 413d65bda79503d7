// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/starting_texts.hpp"

#include <cctype>

#include "core/script/diagnostic.hpp"
#include "core/script/format.hpp"
#include "core/script/words.hpp"
#include "studio/script_desk/word_help.hpp"
#include "studio/shared/convert.hpp"

namespace leap::studio {

const std::vector<StartingText>& starting_texts() {
    static const std::vector<StartingText> texts{
        {"a hop: height and time to the top",
         R"(# A hop. Height and time to the top are the dials; launch speed and gravity follow from them.
move NAME on BUTTON {
  dial rise        = 2 m     in 0.5..6  "how high the feet get"
  dial time_to_top = 0.36 s  in 0.15..1  "less feels snappy, more feels floaty"

  # Still allowed for a moment after an edge; the words are said when it isn't.
  gate grounded within 0.1 s "needs ground"
  # A press that comes this much too early still counts.
  buffer 0.12 s

  # Under this gravity the launch below reaches `rise` after `time_to_top`.
  let pull = 2 * rise / time_to_top^2

  phase rise_up {
    start: launch up at 2 * rise / time_to_top
    gravity pull
    # Letting go early goes on to the shorter arc.
    go cut_short when not held(BUTTON)
    go drop when vertical_speed <= 0 m/s
  }
  phase cut_short {
    start: keep 45 % of vertical_speed
    gravity pull
    go drop when vertical_speed <= 0 m/s
  }
  # Stronger gravity on the way down.
  phase drop {
    gravity pull * 180 %
    end when grounded
  }
}
)"},
        {"an air jump: given back by the ground", R"(# One more jump in the air.
move NAME on BUTTON {
  dial kick = 9 m/s  in 2..25  "upward speed it gives, whatever the speed before"

  gate airborne "needs air"
  # How many there are before the ground gives them back.
  charges 1 refill when grounded

  phase lift {
    # The part of the velocity that points up becomes this; the flat part stays.
    start: launch up at kick
    end when grounded
    end when vertical_speed <= 0 m/s
  }
}
)"},
        {"a dash: a timed drive along the stick", R"(# A burst along the stick, or straight ahead without it.
move NAME on BUTTON {
  dial burst = 18 m/s    in 5..50      "speed while it lasts"
  dial last  = 0.18 s    in 0.05..0.6  "how long: distance is speed times time"
  dial fade  = 50 m/s^2  in 5..400     "how fast the extra speed is given back"
  dial after = 8 m/s     in 1..30      "speed it fades down to"

  # Counted from the start of the last one.
  gate cooldown 0.7 s

  phase go_on for last {
    # Falling speed is taken away first, and gravity is off meanwhile.
    start: stop falling
    drive (direction(stick) or forward) at burst
    gravity 0 m/s^2
    # Into a wall: it has not done what it is for.
    fail when bumped(wall)
  }
  phase settle {
    cap speed after fading fade
    end when speed <= after
  }
}
)"},
        {"a charge: hold, then let go",
         R"(# Hold to charge, let go to spring. It charges at a steady rate, up to a limit.
move NAME on BUTTON {
  dial least = 6 m/s     in 1..20  "launch speed of a tap"
  dial most  = 16 m/s    in 1..40  "launch speed of a full charge"
  dial wind  = 10 m/s^2  in 1..60  "launch speed gained per second"

  gate grounded "needs ground"

  phase charging {
    # Rooted while charging.
    steer to 0 m/s gain 30 m/s^2 brake 60 m/s^2
    # What was charged is remembered on the way out.
    go spring when not held(BUTTON) then: remember charge = min(least + wind * phase_time, most)
    fail when airborne
  }
  phase spring {
    start: launch up at charge
    end when grounded after 0.05 s
  }
}
)"},
        {"a sprint: on a meter that runs out",
         R"(# Faster on foot while the meter lasts. It runs on a layer of its own, beside what the body does.
meter NAME_left {
  from 0 to 100
  # Comes back at this rate, once nothing was spent for a while.
  refill 24 /s after 0.6 s
}

move NAME on BUTTON layer legs {
  dial faster = 140 %  in 100 %..250 %  "of the speed that steering goes to"
  dial cost   = 18 /s  in 0..100        "what it takes per second"

  # Some must be there to begin.
  gate NAME_left >= 15 "out of breath"

  phase go_on {
    boost speed faster
    drain NAME_left cost
    end when not held(BUTTON)
    fail when NAME_left <= 0
  }
}
)"},
        {"a wall run: along a wall at the side",
         R"(# Starts by itself beside a wall, in the air and with speed. Gravity grows while it lasts.
move NAME when airborne and side.hit {
  # Looks to both sides, this far beyond the body.
  probe side = wall within 0.45 m
  dial last  = 0.9 s  in 0.2..3        "how long it carries"
  dial sink  = 50 %   in 0 %..150 %    "of 28 m/s^2 at its end"

  gate speed > 5 m/s "too slow"
  gate not NAME within 0.4 s "only just left a wall"

  phase along for last {
    start: stop falling
    # Along the wall at the speed the body has, round gentle bends too.
    cling to side
    gravity 28 m/s^2 * sink * share
    face direction(flat(velocity))
    end when not side.hit
    end when pressed(BUTTON) then: launch side.normal at 5 m/s, launch up at 8 m/s
    end when grounded
  }
}
)"},
        {"a ledge grab: hang and climb", R"(# Catches a lip ahead, hangs from it, and climbs up when there is room.
move NAME when airborne and vertical_speed < 2 m/s and edge.hit {
  # An edge to stand on whose height above the feet lies between these.
  probe edge = lip within 0.3 m heights 1.35 m..1.75 m
  probe top = room at edge.place
  dial pull = 3.5 m/s  in 0.5..12  "speed of the climb"

  gate not NAME within 0.35 s

  phase hang {
    start: stop
    gravity 0 m/s^2
    steer to 0 m/s
    face -edge.normal
    # The places are remembered, since the probe looks from elsewhere once the body moves.
    go climb when pressed(BUTTON) and top.hit then: remember over = edge.point + up * 1 m + edge.normal * 0.35 m, stand = edge.place + up * 0.95 m
    end when not edge.hit
  }
  phase climb for at most 1.5 s {
    fly to over at pull
    go step_over when reached
    fail
  }
  phase step_over for at most 1 s {
    fly to stand at pull
    end when reached then: stop
    fail
  }
}
)"},
        {"a tether: swing on a rope",
         R"(# A rope to a hook in view. The body swings as a pendulum does; the stick pumps.
move NAME on BUTTON {
  # Only pieces of the kind `anchor` count; whatever stands in front of them is in the way.
  probe tip = ray look 26 m hits anchor
  dial reel = 1.5 m/s  in 0..8   "how fast the rope shortens"
  dial kick = 5 m/s    in 0..20  "speed upward when let go"

  gate tip.hit "nothing to hook"

  phase swing for at most 3.5 s {
    start: remember point = tip.point, span = tip.distance * 75 %
    rope to point length span reel reel
    steer to 12 m/s gain 5 m/s^2
    end when released(BUTTON) then: launch up at kick adding
    end when grounded after 0.2 s
  }
}
)"},
        {"a homing strike: fly to the nearest target",
         R"(# Flies to the nearest target ahead, strikes it and hops off it.
move NAME on BUTTON {
  # Targets stand in the course file, each with its kind.
  probe mark = nearest moth within 12 m in 70 deg of forward
  dial rush = 22 m/s  in 5..60  "speed of the flight"

  gate airborne "needs air"
  gate mark.hit "nothing in reach"

  phase rush_at for at most 0.8 s {
    # Remembered, so that it stays the same one while flying past others.
    start: remember prey = mark.target
    fly to target_place(prey) at rush stopping 0.5 m short
    go hit when reached
    fail when not there(prey)
    fail when bumped(wall)
  }
  phase hit for 0.1 s {
    start: collect prey, stop, launch up at 8 m/s
  }
}
)"},
        {"being hit: knocked back and stunned",
         R"(# Thrown back by pieces of the kind `boom`; nothing else can be done while the tag lasts.
move NAME on bumped(boom) {
  dial back = 6 m/s  in 0..20  "speed away from what hit"
  dial stun = 0.8 s  in 0..4   "how long gates that say `not has(stunned)` refuse"

  # Not asked whether it may cut what runs.
  cuts any
  gate cooldown 0.5 s

  phase reel for 0.4 s {
    cut by none
    start: stop, launch wall_normal at back, launch up at 4 m/s, tag stunned for stun
  }
}
)"},
        {"sneaking: slow while a button is held",
         R"(# Slow and low while the button is held, and as long as there is no room to stand up.
stance NAME when held(BUTTON) or not NAME_room.hit {
  dial creep = 2.4 m/s  in 0.5..6  "speed with the stick fully tilted"
  steer to creep gain 30 m/s^2 brake 60 m/s^2
  capsule height 1.1 m
  accent pose "crouch" over 0.12 s
}

# Whether a body that stands upright would have room.
probe NAME_room = room height 1.7 m
)",
         syntax::OwnerKind::stance},
        {"gliding: a soft fall while a button is held", R"(# Falls slowly while the button is held.
stance NAME when airborne and vertical_speed < 0 m/s and held(BUTTON) {
  dial sink = 2 m/s  in 0.5..10  "fastest fall"
  steer to 7 m/s gain 14 m/s^2 brake 3 m/s^2
  limit vertical_speed -sink..0 m/s
}
)",
         syntax::OwnerKind::stance},
    };
    return texts;
}

namespace {

std::string replaced(std::string text, const std::string& what, const std::string& by) {
    for (std::size_t at = text.find(what); at != std::string::npos; at = text.find(what, at + by.size()))
        text.replace(at, what.size(), by);
    return text;
}

}  // namespace

std::string started(const StartingText& start, const std::string& name, const std::string& button,
                    const Program* program, const std::string& key) {
    std::string out = replaced(replaced(start.text, "NAME", name), "BUTTON", button);
    const bool wants_button = std::string_view(start.text).find("BUTTON") != std::string_view::npos;
    const bool known = program != nullptr && program->find_button(button).has_value();
    if (wants_button && !known) out = "button " + button + " key \"" + key + "\"\n\n" + out;
    return format(out);
}

QString name_problem(const std::string& name, const Program* program) {
    const bool begins = !name.empty() && (std::isalpha(static_cast<unsigned char>(name[0])) != 0 || name[0] == '_');
    bool letters = begins;
    for (const char c : name) letters = letters && (std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '_');
    if (!letters) return QObject::tr("Names are made of letters, digits and _, and begin with a letter");
    if (!word_help(name, program).isEmpty() || is_language_word(name) || unit_word(name))
        return QObject::tr("%1 is already in use").arg(to_qt(name));
    return {};
}

}  // namespace leap::studio
