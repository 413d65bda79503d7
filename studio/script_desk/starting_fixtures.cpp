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
  phase dark {
    seen through 75 %
    go lit when touched then: respawn here, emit NAME_lit
  }
  phase lit {
    seen through 25 %
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
    };
    return texts;
}

}  // namespace leap::studio
