// SPDX-License-Identifier: MIT
#include "core/state/freeze.hpp"

#include "core/units/fields.hpp"

namespace leap {
namespace {

/// How long somebody stood still, and since when.
struct Pause {
    double from = 0.0;
    double seconds = 0.0;
};

/// Moves on every instant that timers count from. `never` stays; what was pressed meanwhile stays, too: it counts from
/// the press.
template <class Value>
void move_on(const Pause& pause, Value& value) {
    if constexpr (Listed<Value>) {
        each_field(value, [&](const auto& field, auto& member) {
            using Member = std::remove_reference_t<decltype(member)>;
            if constexpr (!std::is_same_v<Member, double>) {
                move_on(pause, member);
            } else if (field.own_time && member <= pause.from) {
                member += pause.seconds;
            }
        });
    } else if constexpr (is_list<Value>) {
        if constexpr (Listed<typename Value::value_type>)
            for (auto& each : value) move_on(pause, each);
    }
}

}  // namespace

void thaw(Actor& actor) {
    const Pause pause{actor.frozen_from, actor.frozen_until - actor.frozen_from};
    actor.frozen_from = actor.frozen_until = never;
    move_on(pause, actor);
    for (double& until : actor.tagged_until) until += pause.seconds;
}

}  // namespace leap
