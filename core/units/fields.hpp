// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstddef>
#include <cstdint>
#include <string_view>
#include <tuple>
#include <type_traits>
#include <utility>
#include <vector>

#include "core/units/id.hpp"

/// Members of a struct as a list, so that code goes through all of them and none is forgotten: each struct of a run's
/// state has a `fields()`. Sums, JSON, what peers send and what differs between two states come from it.
namespace leap {

/// Whether peers are told of a member.
enum class Peers : std::uint8_t {
    told,
    told_with_length,  ///< a list whose length the program doesn't give
    not_told           ///< it follows from the rest, is empty between ticks, or is the receiver's own business
};

template <class Struct, class Member>
struct Field {
    std::string_view name;
    Member Struct::*member;
    Peers peers;
    bool own_time = false;  ///< an instant that its character's timers count from; see core/state/freeze.hpp

    constexpr Field(std::string_view as, Member Struct::*of, Peers told = Peers::told)
        : name(as), member(of), peers(told) {}
    /// The same, marked as an instant that timers count from.
    constexpr Field counted_from() const {
        Field out = *this;
        out.own_time = true;
        return out;
    }
};

/// A struct that lists its members.
template <class T>
concept Listed = requires {
    std::remove_const_t<T>::fields();
};

/// Lists of values of one type.
template <class T>
inline constexpr bool is_list = false;
template <class Value>
inline constexpr bool is_list<std::vector<Value>> = true;
template <class IdType, class Value>
inline constexpr bool is_list<PerId<IdType, Value>> = true;
template <class Value, std::size_t count>
inline constexpr bool is_list<std::array<Value, count>> = true;

/// Calls visit(field, member) for each member in the order of the list.
template <Listed Struct, class Visit>
constexpr void each_field(Struct& value, Visit&& visit) {
    std::apply([&](const auto&... field) { (visit(field, value.*field.member), ...); },
               std::remove_const_t<Struct>::fields());
}

namespace fields {

struct Anything {
    template <class T>
    constexpr operator T() const;  // NOLINT(google-explicit-constructor)
};

template <class Struct, std::size_t... index>
consteval bool takes(std::index_sequence<index...> /*values*/) {
    return requires {
        Struct{(static_cast<void>(index), Anything{})...};
    };
}

}  // namespace fields

/// How many values an aggregate is made of: its members, and each base as one. Found by trying how many values its
/// braces take at most.
template <class Struct, std::size_t tried = 64>
consteval std::size_t count_members() {
    static_assert(std::is_aggregate_v<Struct> && tried > 0);
    if constexpr (fields::takes<Struct>(std::make_index_sequence<tried>{}))
        return tried;
    else
        return count_members<Struct, tried - 1>();
}

/// Whether `fields()` has every member of a struct. `Base`: what it is derived from, which lists its own.
template <Listed Struct, class Base = void>
consteval bool lists_all_members() {
    constexpr std::size_t listed = std::tuple_size_v<decltype(Struct::fields())>;
    if constexpr (std::is_void_v<Base>)
        return count_members<Struct>() == listed;
    else
        return count_members<Struct>() - 1 + std::tuple_size_v<decltype(Base::fields())> == listed;
}

}  // namespace leap
