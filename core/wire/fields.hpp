// SPDX-License-Identifier: MIT
#pragma once

#include "core/simulation/remote_actor.hpp"
#include "core/units/fields.hpp"
#include "core/wire/bytes.hpp"

/// How the listed members of a state go into messages: in the order of their lists, those that peers are told of.
/// `Flow` is a ByteWriter, with constant values, a ByteReader, or what compares or sums such values.
namespace leap {

/// A list that the program gives no length: its length goes before it.
template <class Flow, class List>
void transfer_length(Flow& flow, List& list) {
    std::uint32_t length = static_cast<std::uint32_t>(list.size());
    flow(length);
    if constexpr (Flow::reads) {
        constexpr std::uint32_t max_length = 4096;
        if (length <= max_length) {
            list.resize(length);
        } else {
            flow.fail();
        }
    }
}

template <class Flow, class Value>
void transfer(Flow& flow, Value& value) {
    using Plain = std::remove_const_t<Value>;
    if constexpr (is_list<Plain>) {
        for (auto& each : value) {
            if constexpr (std::is_same_v<std::remove_cvref_t<decltype(each)>, MachineState>) {
                // Most machines were never begun: one byte says so.
                bool used = each != MachineState{};
                flow(used);
                if (used) transfer(flow, each);
                if constexpr (Flow::reads) {
                    if (!used) each = MachineState{};
                }
            } else {
                transfer(flow, each);
            }
        }
    } else if constexpr (Listed<Plain>) {
        each_field(value, [&](const auto& field, auto& member) {
            if (field.peers == Peers::not_told) return;
            if constexpr (is_list<std::remove_cvref_t<decltype(member)>>) {
                using List = std::remove_cvref_t<decltype(member)>;
                if constexpr (requires(List list) { list.resize(1); })
                    if (field.peers == Peers::told_with_length) transfer_length(flow, member);
            }
            transfer(flow, member);
        });
    } else {
        flow(value);
    }
}

}  // namespace leap
