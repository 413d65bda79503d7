// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <map>
#include <optional>
#include <string>
#include <string_view>

namespace leap {

/// Numbers of named items, found without looking at every one: a text with many names is read in time near to its
/// length.
class NameIndex {
  public:
    /// The first item of a name keeps it.
    void add(std::string name, std::int32_t index) { numbers_.emplace(std::move(name), index); }
    std::optional<std::int32_t> find(std::string_view name) const {
        const auto found = numbers_.find(name);
        if (found == numbers_.end()) return std::nullopt;
        return found->second;
    }

    /// As the id of what is named.
    template <class IdType>
    std::optional<IdType> id(std::string_view name) const {
        const auto found = find(name);
        if (!found) return std::nullopt;
        return IdType::read(*found);
    }

  private:
    std::map<std::string, std::int32_t, std::less<>> numbers_;
};

/// The number of an item in a list of names, which it joins when it is new.
template <class Names>
std::int32_t number_of(Names& names, NameIndex& index, const std::string& name) {
    if (const auto known = index.find(name)) return *known;
    const auto number = static_cast<std::int32_t>(names.size());
    names.push_back(name);
    index.add(name, number);
    return number;
}

}  // namespace leap
