// SPDX-License-Identifier: MIT
#include "core/state/world_text.hpp"

#include <fmt/format.h>

#include <cmath>
#include <nlohmann/json.hpp>
#include <type_traits>

namespace leap {
namespace {

using Json = nlohmann::ordered_json;

template <class Value>
inline constexpr bool is_id = false;
template <class Of>
inline constexpr bool is_id<Id<Of>> = true;

template <class Value>
concept Numbers = requires {
    Value::length();
};

template <class Value>
Json json_of(const Value& value) {
    if constexpr (std::is_same_v<Value, double>) {
        if (value == never) return "never";
        return value;
    } else if constexpr (std::is_same_v<Value, bool>) {
        return value;
    } else if constexpr (is_id<Value>) {
        return value ? Json(value.at()) : Json(nullptr);
    } else if constexpr (std::is_enum_v<Value>) {
        return static_cast<std::int64_t>(value);
    } else if constexpr (std::is_integral_v<Value>) {
        return value;
    } else if constexpr (Numbers<Value>) {
        Json out = Json::array();
        for (int i = 0; i < Value::length(); ++i) out.push_back(json_of(static_cast<double>(value[i])));
        return out;
    } else if constexpr (is_list<Value>) {
        Json out = Json::array();
        for (const auto& each : value) out.push_back(json_of(each));
        return out;
    } else {
        Json out = Json::object();
        each_field(value,
                   [&](const auto& field, const auto& member) { out[std::string(field.name)] = json_of(member); });
        return out;
    }
}

template <class Value>
std::optional<std::string> difference(const std::string& path, const Value& a, const Value& b) {
    if (a == b) return std::nullopt;
    if constexpr (is_list<Value>) {
        if (a.size() != b.size()) return fmt::format("{}: {} entries and {}", path, a.size(), b.size());
        for (std::size_t i = 0; i < a.size(); ++i)
            if (auto found = difference(fmt::format("{}[{}]", path, i), a[i], b[i])) return found;
    } else if constexpr (Listed<Value>) {
        std::optional<std::string> found;
        each_field(a, [&](const auto& field, const auto& member) {
            if (found) return;
            const std::string name = path.empty() ? std::string(field.name) : fmt::format("{}.{}", path, field.name);
            found = difference(name, member, b.*field.member);
        });
        return found;
    } else {
        return fmt::format("{}: {} and {}", path, json_of(a).dump(), json_of(b).dump());
    }
    return std::nullopt;
}

/// What lists in it take beside the value itself.
template <class Value>
std::size_t heap_bytes(const Value& value) {
    std::size_t out = 0;
    if constexpr (is_list<Value>) {
        if constexpr (requires { value.capacity(); }) out += value.capacity() * sizeof(typename Value::value_type);
        for (const auto& each : value) out += heap_bytes(each);
    } else if constexpr (Listed<Value>) {
        each_field(value, [&](const auto& /*field*/, const auto& member) { out += heap_bytes(member); });
    }
    return out;
}

}  // namespace

Json world_json(const World& world) {
    return json_of(world);
}

std::optional<std::string> first_difference(const World& a, const World& b) {
    return difference(std::string(), a, b);
}

std::size_t bytes_of(const World& world) {
    return sizeof world + heap_bytes(world);
}

}  // namespace leap
