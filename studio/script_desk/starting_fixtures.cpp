// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/script_desk/starting_texts.hpp"

namespace leap::studio {

const std::vector<StartingText>& starting_fixtures() {
    static const std::vector<StartingText> texts{
        {"a door: opened by use, closes by itself",
         R"(# A door that slides aside. Whoever has the focus opens it; it closes when nobody is in the doorway any more.
fixture NAME {
  dial time  = 0.5 s  in 0.1..3   "how long it takes to open and to close"
  dial stays = 3 s    in 0.5..20  "how long it stays open"
  # Its size: along its front, across, and up.
  box 0.2 m, 1.6 m, 2.4 m
  drawn as door
  focus within 2 m on BUTTON prompt "Open"

  phase shut {
    # What is solid stops the body.
    solid
    go opening when used
    # A lever that is linked to it opens it from afar.
    go opening when told
  }
  phase opening for time {
    solid
    # Along its front, across and up: it goes there steadily over the phase's time.
    slide 0 m, 1.6 m, 0 m
    go open
  }
  phase open {
    slide 0 m, 1.6 m, 0 m
    go closing when used
    go closing after stays when clear
  }
  phase closing for time {
    solid
    # It came upon someone.
    go opening when blocked
    go shut
  }
}
)",
         syntax::OwnerKind::fixture},
        {"a checkpoint: lit by touch, the one before goes out",
         R"(# Touched, it becomes the place to come back to, and tells the others.
fixture NAME {
  box 1.2 m, 1.2 m, 2 m
  drawn as lamp
  phase dark {
    transparency 75 %
    go lit when touched then: respawn here, emit NAME_lit
  }
  phase lit {
    transparency 25 %
    # Its own event is heard at the instant it is lit; those of others come later.
    go dark when heard(NAME_lit) and phase_time > 0 s
  }
}
)",
         syntax::OwnerKind::fixture},
        {"a lift: carries its rider up and down",
         R"(# Goes up when someone steps on it, waits and comes down again.
fixture NAME {
  dial rise  = 3 m    in 0.5..20  "how high"
  dial time  = 1.5 s  in 0.2..20  "how long it takes"
  dial waits = 2 s    in 0..30    "at the top"
  box 2 m, 2 m, 0.3 m
  drawn as lift

  phase low {
    solid
    go lifts when touched
  }
  phase lifts for time {
    solid
    slide 0 m, 0 m, rise
    go high
  }
  phase high for waits {
    solid
    slide 0 m, 0 m, rise
    go sinks
  }
  # Without a slide it goes back to where it was placed.
  phase sinks for time {
    solid
    go low
  }
}
)",
         syntax::OwnerKind::fixture},
        {"someone to talk to, from the front only",
         R"(# Listens to whoever is near and in front, and stops when they walk off.
fixture NAME {
  box 0.5 m, 0.5 m, 1.8 m
  focus within 3 m on BUTTON in front 90 deg prompt "Talk"

  phase waits {
    solid
    go speaks when used
  }
  phase speaks for 4 s {
    solid
    say "Good evening."
    go waits when not focused
    # The next press goes on with the talk.
    go answers when used
    go waits
  }
  phase answers for 4 s {
    solid
    say "The lamps won't light themselves."
    go waits when not focused
    go waits
  }
}
)",
         syntax::OwnerKind::fixture},
        {"something to push: falls, slides, can be stood on",
         R"(# What weighs something can be loose: it falls, tips, is shoved along and stood on.
fixture NAME {
  dial weight = 45 kg  in 1..400      "more is harder to push"
  dial rubs   = 50 %   in 0 %..120 %  "how soon it stops"
  box 0.8 m, 0.8 m, 0.8 m
  mass weight
  friction rubs

  phase lies {
    # Another phase may carry it, hide it, hold it still or take it home.
    loose
  }
}
)",
         syntax::OwnerKind::fixture},
        {"a ball: bounces, is caught and thrown",
         R"(# Caught by whoever is a catcher with free hands: give the body, or a net, tag catcher.
fixture NAME {
  dial keeps = 80 %    in 0 %..95 %  "share of the speed that it leaves the ground with"
  dial fast  = 11 m/s  in 2..40      "speed it is thrown with"
  sphere radius 0.3 m
  mass 4 kg
  bounce keeps

  phase free {
    loose
    go held when touched_by(catcher) and by_lacks(holding) then: hold
  }
  phase held {
    hidden
    # Ahead of who holds it, to their left, above their feet.
    carried 0.6 m, 0 m, 1.3 m
    go free when pressed(BUTTON) then: throw holder_look at fast
  }
}
)",
         syntax::OwnerKind::fixture},
        {"a cart: four sprung wheels, driven by the stick",
         R"(# Sits on four springs; the stick drives and steers it, the button gets on and off.
fixture NAME {
  dial power  = 2400 N   in 200..12000   "push of all wheels"
  dial spring = 15 kN/m  in 4..90        "stiffness of one spring"
  dial grip   = 85 %     in 10 %..250 %  "of the load: from there on its tyres slide"
  box 2.2 m, 1.1 m, 0.45 m
  drawn as cart
  mass 300 kg
  # Where the springs are fixed: ahead of and behind its middle, to either side, above it.
  wheels at 0.85 m, 0.62 m, -0.05 m radius 0.32 m travel 0.28 m stiffness spring damping 45 % grip grip
  focus within 1.6 m on BUTTON prompt "Drive"
  watch slip = slip_angle "between where it points and where it goes"

  phase parked {
    loose
    wheels brake 4500 N
    go driven when used
  }
  phase driven {
    loose
    seat -0.25 m, 0 m, 0.1 m
    wheels push power * stick_ahead
    # What rolling costs when nothing is pressed.
    wheels brake 260 N
    wheels turn 26 deg * stick_side
    go parked when pressed(BUTTON)
    go parked when not ridden
  }
}
)",
         syntax::OwnerKind::fixture},
    };
    return texts;
}

}  // namespace leap::studio
