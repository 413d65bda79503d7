// SPDX-License-Identifier: MIT
#include <gtest/gtest.h>

#include <nlohmann/json.hpp>
#include <regex>
#include <type_traits>

#include "core/simulation/remote_actor.hpp"
#include "core/state/world_sum.hpp"
#include "core/state/world_text.hpp"
#include "core/wire/fields.hpp"

/// The lists of members that a run's state goes through for its hash, JSON, messages and size.
namespace leap {
namespace {

// Each list has every member: one that is added and not listed doesn't compile.
static_assert(lists_all_members<Owner>() && lists_all_members<Surface>() && lists_all_members<Heard>());
static_assert(lists_all_members<BodyState>() && lists_all_members<RigidBody>() && lists_all_members<WheelState>());
static_assert(lists_all_members<MachineState>() && lists_all_members<ButtonState>());
static_assert(lists_all_members<CounterState>() && lists_all_members<MeterState>());
static_assert(lists_all_members<ActorContact>() && lists_all_members<VolumeContact>());
static_assert(lists_all_members<RespawnPlace>() && lists_all_members<SeenBody>());
static_assert(lists_all_members<ActorMotion>() && lists_all_members<Actor, ActorMotion>());
static_assert(lists_all_members<FixtureOffset>() && lists_all_members<FixtureState>());
static_assert(lists_all_members<RigidSupport>() && lists_all_members<RigidState>());
static_assert(lists_all_members<FixtureContact>() && lists_all_members<Encounter>() && lists_all_members<Met>());
static_assert(lists_all_members<WorldMotion>() && lists_all_members<World, WorldMotion>());
static_assert(lists_all_members<RemoteActor>() && lists_all_members<RemoteActor::Running>());
static_assert(lists_all_members<FixtureTold>());

struct Short {
    int one = 0;
    double two = 0.0;
    std::vector<int> three;
    static constexpr auto fields() { return std::tuple(Field("one", &Short::one), Field("two", &Short::two)); }
};
static_assert(!lists_all_members<Short>(), "a list that lacks a member is found");

/// Every state struct once, with one entry in each list, so that nothing is passed over because it is empty.
template <class Value>
void fill_lists(Value& value) {
    if constexpr (is_list<Value>) {
        if constexpr (requires { value.emplace_back(); })
            if (value.empty()) value.emplace_back();
        for (auto& each : value) fill_lists(each);
    } else if constexpr (Listed<Value>) {
        each_field(value, [](const auto& /*field*/, auto& member) { fill_lists(member); });
    }
}

/// Another value of a type than the one it has.
template <class Value>
void change(Value& value) {
    if constexpr (std::is_same_v<Value, bool>) {
        value = !value;
    } else if constexpr (std::is_same_v<Value, double>) {
        value = value == 7.25 ? 8.5 : 7.25;
    } else if constexpr (std::is_enum_v<Value>) {
        value = static_cast<Value>(static_cast<int>(value) + 1);
    } else if constexpr (std::is_integral_v<Value>) {
        value = static_cast<Value>(value + 1);
    } else if constexpr (requires {
                             value.at();
                             value.written();
                         }) {
        value = Value(3);
    } else {
        value[0] = 7.25;
    }
}

/// Calls `visit` with each leaf of a value: changed for the call, and as it was afterwards.
template <class Value, class Visit>
void with_each_leaf_changed(Value& value, const std::string& path, const Visit& visit) {
    if constexpr (is_list<Value>) {
        for (auto& each : value) with_each_leaf_changed(each, path + "[]", visit);
    } else if constexpr (Listed<Value>) {
        each_field(value, [&](const auto& field, auto& member) {
            with_each_leaf_changed(member, path + "." + std::string(field.name), visit);
        });
    } else {
        const Value before = value;
        change(value);
        visit(path);
        value = before;
    }
}

World filled_world() {
    World world;
    fill_lists(world);
    return world;
}

TEST(StateFields, EveryMemberCountsInTheSumTheTextAndTheComparison) {
    World world = filled_world();
    const World before = world;
    const std::uint32_t sum = world_sum(before);
    const auto text = world_json(before);
    std::size_t leaves = 0;
    with_each_leaf_changed(world, "", [&](const std::string& path) {
        ++leaves;
        EXPECT_FALSE(world == before) << path;
        EXPECT_NE(world_sum(world), sum) << path;
        EXPECT_NE(world_json(world), text) << path;
        const auto difference = first_difference(before, world);
        ASSERT_TRUE(difference) << path;
        const std::string found = difference->substr(0, difference->find(':'));
        EXPECT_EQ("." + std::regex_replace(found, std::regex(R"(\[\d+\])"), "[]"), path);
    });
    EXPECT_GT(leaves, 150U);
    EXPECT_TRUE(world == before);
}

TEST(StateFields, ADifferenceIsNamedByItsPathAndBothValues) {
    World a = filled_world();
    World b = a;
    b.actors[0].body.velocity.z = 2.5;
    EXPECT_EQ(first_difference(a, b), "actors[0].body.velocity: [0.0,0.0,0.0] and [0.0,0.0,2.5]");
    b = a;
    b.actors[0].counters.emplace_back();
    EXPECT_EQ(first_difference(a, b), "actors[0].counters: 1 entries and 2");
    b = a;
    b.actors[0].last_landed = 1.5;
    EXPECT_EQ(first_difference(a, b), "actors[0].last_landed: \"never\" and 1.5");
    EXPECT_EQ(first_difference(a, a), std::nullopt);
}

/// Reads into `read` what was written of `written`.
template <class Value>
bool pass(const Value& written, Value& read) {
    ByteWriter writer;
    transfer(writer, written);
    const Bytes bytes = writer.take();
    ByteReader reader(bytes);
    transfer(reader, read);
    return reader.ok() && reader.left() == 0;
}

TEST(StateFields, EveryMemberThatPeersAreToldOfArrives) {
    Actor actor;
    fill_lists(actor);
    actor.heard.clear();
    const Actor before = actor;
    const std::vector<std::string> own = {".id", ".kind", ".remote", ".owner_authoritative", ".heard", ".seen"};
    with_each_leaf_changed(actor, "", [&](const std::string& path) {
        Actor read = before;
        ASSERT_TRUE(pass(actor, read)) << path;
        bool is_own = false;
        for (const std::string& name : own) is_own = is_own || path == name || path.starts_with(name + ".");
        EXPECT_EQ(read == actor, !is_own) << path;
    });
    RigidState rigid;
    with_each_leaf_changed(rigid, "", [&](const std::string& path) {
        RigidState read;
        ASSERT_TRUE(pass(rigid, read)) << path;
        EXPECT_TRUE(read == rigid) << path;
    });
}

TEST(StateFields, SizeCountsLists) {
    World world;
    const std::size_t empty = bytes_of(world);
    world.memory.reserve(100);
    world.actors.resize(1);
    world.actors[0].memory.reserve(10);
    EXPECT_EQ(bytes_of(world), empty + 110 * sizeof(double) + world.actors.capacity() * sizeof(Actor));
}

}  // namespace
}  // namespace leap
