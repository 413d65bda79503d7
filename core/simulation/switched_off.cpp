// SPDX-License-Identifier: MIT
#include "core/simulation/switched_off.hpp"

#include <algorithm>

namespace leap {
namespace {

bool is_off(const RunLayout& layout, const FixtureId& fixture) {
    return fixture && !layout.fixtures[fixture.at()].kind;
}
bool is_off(const RunLayout& layout, const Owner& who) {
    return who.is_fixture() && !layout.fixtures[who.at()].kind;
}

/// True when it has changed something.
bool release(const RunLayout& layout, Actor& actor) {
    bool out = false;
    if (is_off(layout, actor.seat)) {
        actor.seat = {};
        actor.body.grounded = false;
        actor.body.ground = {};
        actor.contact_since = actor.last_airborne = actor.own_time();
        out = true;
    }
    if (is_off(layout, actor.focus)) {
        actor.focus = {};
        out = true;
    }
    for (const std::size_t i : layout.off) {
        ActorContact& contact = actor.contacts[i];
        if (contact == ActorContact{}) continue;
        contact = {};
        out = true;
    }
    return out;
}

bool release(const RunLayout& layout, std::size_t rigid, RigidState& loose) {
    bool out = false;
    if (is_off(layout, loose.holder)) {
        loose.holder = nobody;
        loose.hand = -1;
        out = true;
    }
    if (is_off(layout, loose.passes)) {
        loose.passes = nobody;
        out = true;
    }
    if (layout.fixtures[layout.rigid[rigid].fixture].kind) return out;
    if (!loose.holder.is_nobody() || !loose.body.asleep) out = true;
    loose.holder = nobody;
    loose.hand = -1;
    loose.body.asleep = true;
    return out;
}

}  // namespace

void release_from_switched_off(const SceneView& scene, World& world, StepScratch& scratch) {
    const RunLayout& layout = scene.layout;
    if (layout.off.empty()) return;
    bool changed = false;
    for (Actor& actor : world.actors) changed = release(layout, actor) || changed;
    for (std::size_t i = 0; i < world.loose.size(); ++i) changed = release(layout, i, world.loose[i]) || changed;
    for (const std::size_t i : layout.off) {
        if (world.contacts[i] == FixtureContact{}) continue;
        world.contacts[i] = {};
        changed = true;
    }
    changed = std::erase_if(
                  world.encounters,
                  [&](const Encounter& met) { return is_off(layout, met.fixture) || is_off(layout, met.other); }) > 0 ||
              changed;
    if (!changed) return;
    scratch.shared.changes.note_of_fixture();
}

}  // namespace leap
