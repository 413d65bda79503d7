// SPDX-License-Identifier: MIT
#include "core/wire/shared_things.hpp"

#include <algorithm>
#include <bit>
#include <cmath>

#include "core/defaults.hpp"
#include "core/wire/fields.hpp"

namespace leap {
namespace {

template <class Flow, class WorldType>
void thing_fields(const SceneView& r, const SharedThing& thing, WorldType& world, FixtureTold& told, Flow& flow) {
    if (thing.phase != nullptr && thing.phase->reach == ShareReach::state) transfer(flow, told);
    for (const std::size_t counter : thing.counters) flow(world.counters[counter].value);
    if (thing.place) transfer(flow, world.loose[*r.layout.fixtures[thing.fixture].rigid]);
}

Bytes thing_state(const SceneView& r, const SharedThing& thing, const World& world) {
    ByteWriter write;
    FixtureTold told = told_of(world, thing.fixture);
    thing_fields(r, thing, world, told, write);
    return write.take();
}

bool is_in(MachineId machine, const SceneView& r) {
    return !machine || machine.at() < r.program.machines.size();
}

bool is_in(FixtureId fixture, const SceneView& r) {
    return !fixture || fixture.at() < r.layout.fixtures.size();
}

bool has_phase(const SceneView& r, MachineId machine, PhaseId phase) {
    return !phase || phase.at() < r.program.machines[machine].phases.size();
}

bool is_in(const Surface& surface, const SceneView& r, std::size_t actors) {
    if (surface.is_fixture()) return surface.index < r.layout.fixtures.size();
    if (surface.is_actor()) return surface.index < actors;
    return surface.is_none() || surface.is_piece();
}

/// Numbers that no run comes to end in motion that never ends.
bool is_sound(const SceneView& r, const RemoteActor& shown) {
    if (!is_finite(shown.position) || !is_finite(shown.velocity) || !std::isfinite(shown.time)) return false;
    if (!std::isfinite(shown.facing) || !(shown.radius > 0.0) || !(shown.height >= 2.0 * shown.radius)) return false;
    if (!is_in(shown.stance, r) || !is_in(shown.seat, r) || !std::isfinite(shown.height)) return false;
    return std::all_of(shown.moves.begin(), shown.moves.end(), [&](const RemoteActor::Running& running) {
        return is_in(running.move, r) &&
               (!running.move || (running.phase && has_phase(r, running.move, running.phase)));
    });
}

bool is_sound(const SceneView& r, const Actor& actor, std::size_t actors) {
    if (!is_finite(actor.body.position) || !is_finite(actor.body.velocity) || !std::isfinite(actor.time)) return false;
    if (!std::isfinite(actor.height) || !(actor.radius > 0.0) || !(actor.height >= 2.0 * actor.radius)) return false;
    if (!is_in(actor.stance, r) || !is_in(actor.seat, r) || !is_in(actor.focus, r)) return false;
    if (!is_in(actor.respawn.fixture, r) || !is_in(actor.body.ground, r, actors) || !is_in(actor.bumped, r, actors))
        return false;
    if (!actor.news.empty() && actor.news.size() != r.program.news.size()) return false;
    for (const MachineId move : actor.moves)
        if (!is_in(move, r) || (move && !actor.machines[move].phase)) return false;
    for (std::size_t i = 0; i < actor.machines.size(); ++i)
        if (!has_phase(r, MachineId(i), actor.machines[i].phase)) return false;
    return std::all_of(actor.news.begin(), actor.news.end(), [&](const Heard& news) {
        const auto known = [&](const Owner& owner) {
            return owner.is_nobody() ||
                   (owner.index >= 0 && owner.at() < (owner.is_actor() ? actors : r.layout.fixtures.size()));
        };
        return known(news.sender) && known(news.only);
    });
}

/// A phase that the kind doesn't have, or a holder that isn't there, is no state of this run.
bool fits(const SceneView& r, const SharedThing& thing, const World& world, const FixtureTold& told) {
    const Machine& kind = r.program.machines[r.layout.fixtures[thing.fixture].kind];
    if (!told.phase || told.phase.at() >= kind.phases.size()) return false;
    if (!thing.place) return true;
    const Owner& holder = world.loose[*r.layout.fixtures[thing.fixture].rigid].holder;
    if (holder.is_actor()) return holder.index >= 0 && holder.at() < world.actors.size();
    return !holder.is_fixture() || (holder.index >= 0 && holder.at() < world.fixtures.size());
}

}  // namespace

std::vector<SharedThing> shared_things(const SceneView& r) {
    std::vector<SharedThing> out;
    for (std::size_t i = 0; i < r.layout.fixtures.size(); ++i) {
        const FixtureLayout& fixture = r.layout.fixtures[i];
        if (!fixture.kind) continue;
        SharedThing thing;
        thing.fixture = i;
        for (const ShareInfo& share : r.program.machines[fixture.kind].fixture->shares) {
            if (share.what == ShareWhat::phase) thing.phase = &share;
            if (share.what == ShareWhat::place) thing.place = fixture.rigid.has_value();
            if (share.what != ShareWhat::counter) continue;
            const CounterInfo& counter = r.program.counters[share.counter];
            thing.counters.push_back(fixture.first_counter + static_cast<std::size_t>(counter.own));
        }
        if (thing.phase != nullptr || thing.is_state()) out.push_back(std::move(thing));
    }
    return out;
}

std::vector<std::size_t> take_things(const std::vector<SharedThing>& things, std::span<const std::uint8_t> state,
                                     Simulation& run, bool& ok) {
    const SceneView& r = run.rehearsal();
    std::vector<std::size_t> out;
    std::size_t at = 0;
    ok = true;
    for (const SharedThing& thing : things) {
        if (!thing.is_state()) continue;
        const Bytes own = thing_state(r, thing, run.world());
        ok = ok && state.size() - at >= own.size();
        if (!ok) return out;
        const auto theirs = state.subspan(at, own.size());
        at += own.size();
        if (std::equal(own.begin(), own.end(), theirs.begin())) continue;
        const FixtureTold before = told_of(run.world(), thing.fixture);
        FixtureTold told = before;
        World copy = run.world();
        ByteReader read(theirs);
        thing_fields(r, thing, copy, told, read);
        ok = ok && fits(r, thing, copy, told);
        if (!ok) return out;
        if (!(told == before)) run.put_into_phase(thing.fixture, told);
        ByteReader again(theirs);
        run.change([&](World& world) { thing_fields(r, thing, world, told, again); });
        out.push_back(thing.fixture);
    }
    ok = ok && at == state.size();
    return out;
}

StateForAll state_for_all(const SceneView& r, const std::vector<SharedThing>& things, const World& world) {
    ByteWriter write_things;
    for (const SharedThing& thing : things) {
        if (!thing.is_state()) continue;
        FixtureTold told = told_of(world, thing.fixture);
        thing_fields(r, thing, world, told, write_things);
    }
    ByteWriter write_shown;
    for (const Actor& actor : world.actors) {
        const RemoteActor shown = remote_of(actor);
        transfer(write_shown, shown);
    }
    return {write_things.take(), write_shown.take()};
}

/// Layout: the length of the things, the things, the length of its own character, that one, then each character as it
/// is seen.
Bytes peer_state(const StateForAll& all, const Actor& own) {
    ByteWriter write;
    write(static_cast<std::uint32_t>(all.things.size()));
    write.raw(all.things);
    const Bytes of_own = actor_state(own);
    write(static_cast<std::uint32_t>(of_own.size()));
    write.raw(of_own);
    write.raw(all.shown);
    return write.take();
}

std::optional<PeerState> read_peer_state(const SceneView& r, std::span<const std::uint8_t> state, const Actor& like) {
    PeerState out;
    ByteReader read(state);
    out.things = read.raw(read.bits(4));
    out.own = read.raw(read.bits(4));
    while (read.ok() && read.left() > 0) {
        RemoteActor shown;
        shown.moves.resize(like.moves.size());
        transfer(read, shown);
        if (!is_sound(r, shown)) return std::nullopt;
        out.shown.push_back(std::move(shown));
    }
    if (!read.ok()) return std::nullopt;
    return out;
}

namespace {

/// Compares what is put into it with what was told, field by field.
class Against {
  public:
    static constexpr bool reads = false;
    explicit Against(std::span<const std::uint8_t> told) : told_(told) {}

    void operator()(const double& own) {
        double told = 0.0;
        told_(told);
        if (std::bit_cast<std::uint64_t>(own) == std::bit_cast<std::uint64_t>(told)) return;
        // Equal: both never, or a zero with another sign.
        const bool is_near = own == told || std::abs(own - told) < defaults::min_word_difference;
        found_ = std::max(found_, is_near ? Likeness::but_for_rounding : Likeness::different);
    }
    void operator()(const Vec2& own) { all_of(own, 2); }
    void operator()(const Vec3& own) { all_of(own, 3); }
    void operator()(const Quat& own) { all_of(own, 4); }
    template <class Other>
    void operator()(const Other& own) {
        Other told{};
        told_(told);
        if (!(told == own)) found_ = Likeness::different;
    }
    Likeness found() const { return told_.ok() && told_.left() == 0 ? found_ : Likeness::different; }

  private:
    template <class Numbers>
    void all_of(const Numbers& own, int count) {
        for (int i = 0; i < count; ++i) (*this)(own[i]);
    }

    ByteReader told_;
    Likeness found_ = Likeness::same;
};

}  // namespace

Likeness likeness_of_things(const SceneView& r, const std::vector<SharedThing>& things, const World& world,
                            std::span<const std::uint8_t> told) {
    Against against(told);
    for (const SharedThing& thing : things) {
        if (!thing.is_state()) continue;
        FixtureTold own = told_of(world, thing.fixture);
        thing_fields(r, thing, world, own, against);
    }
    return against.found();
}

Likeness likeness_of_actor(const Actor& actor, std::span<const std::uint8_t> told) {
    Against against(told);
    transfer(against, actor);
    return against.found();
}

Bytes actor_state(const Actor& actor) {
    ByteWriter write;
    transfer(write, actor);
    return write.take();
}

bool take_actor(const SceneView& r, std::span<const std::uint8_t> state, std::size_t actors, Actor& actor) {
    Actor copy = actor;
    ByteReader read(state);
    transfer(read, copy);
    if (!read.ok() || read.left() > 0 || copy.time != actor.time || !is_sound(r, copy, actors)) return false;
    actor = std::move(copy);
    return true;
}

}  // namespace leap
