// SPDX-License-Identifier: MIT
#include "core/script/property_words.hpp"

namespace leap {
namespace {

using syntax::Hands;
using syntax::Owner;
using syntax::Wheels;

constexpr std::array body_table{
    PropertyInfo<Owner>{"eyes", {"at"}, &Owner::eyes}, PropertyInfo<Owner>{"step", {"up"}, &Owner::step_up},
    PropertyInfo<Owner>{"walkable", {"up", "to"}, &Owner::walkable}, PropertyInfo<Owner>{"mass", {}, &Owner::mass},
    PropertyInfo<Owner>{"turn", {}, &Owner::turn}};

constexpr std::array meter_table{PropertyInfo<Owner>{"start", {}, &Owner::first}};

constexpr std::array fixture_table{PropertyInfo<Owner>{"mass", {}, &Owner::mass},
                                   PropertyInfo<Owner>{"friction", {}, &Owner::friction},
                                   PropertyInfo<Owner>{"bounce", {}, &Owner::bounce}};

constexpr std::array wheel_table{
    PropertyInfo<Wheels>{"radius", {}, &Wheels::radius}, PropertyInfo<Wheels>{"travel", {}, &Wheels::travel},
    PropertyInfo<Wheels>{"stiffness", {}, &Wheels::stiffness}, PropertyInfo<Wheels>{"damping", {}, &Wheels::damping},
    PropertyInfo<Wheels>{"grip", {}, &Wheels::grip}};

constexpr std::array hand_table{PropertyInfo<Hands>{"reach", {}, &Hands::reach},
                                PropertyInfo<Hands>{"near", {}, &Hands::near},
                                PropertyInfo<Hands>{"far", {}, &Hands::far}};

}  // namespace

std::span<const PropertyInfo<Owner>> body_properties() {
    return body_table;
}
std::span<const PropertyInfo<Owner>> meter_properties() {
    return meter_table;
}
std::span<const PropertyInfo<Owner>> fixture_properties() {
    return fixture_table;
}
std::span<const PropertyInfo<Wheels>> wheel_properties() {
    return wheel_table;
}
std::span<const PropertyInfo<Hands>> hand_properties() {
    return hand_table;
}

}  // namespace leap
