// SPDX-License-Identifier: MIT
#pragma once

#include <initializer_list>
#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <tl/expected.hpp>

#include "core/units/vector.hpp"

namespace leap {

using Json = nlohmann::ordered_json;

/// Parses JSON text from anywhere: files, sockets, editors, games. Size, depth and number of values are limited before
/// anything is built. The error says why in words, without a place.
template <class Value = Json>
tl::expected<Value, std::string> parse_message(std::string_view text);

/// Why a text is refused before it is parsed: too large, nested too deeply, too many values. Nothing when it may be.
std::optional<std::string> json_refusal(std::string_view text);

/// The same for a file; the error has file, line and column.
tl::expected<Json, std::string> parse_json(std::string_view text, const std::string& path);

/// Reads members of JSON objects and keeps the first thing that is wrong, as "quay.json: pieces[3].size: ...".
/// After an error every read gives its fallback, so that readers need not stop.
class JsonReader {
  public:
    JsonReader(const Json& json, std::string path) : JsonReader(&json, std::move(path), "", nullptr) {}

    bool failed() const { return !root().error_.empty(); }
    const std::string& error() const { return root().error_; }
    void fail(const std::string& member, const std::string& what) const;

    bool has(const char* member) const;
    double number(const char* member, std::optional<double> fallback, double low, double high) const;
    int whole(const char* member, std::optional<int> fallback, int low, int high) const;
    bool truth(const char* member, std::optional<bool> fallback) const;
    std::string text(const char* member, std::optional<std::string> fallback = std::nullopt) const;
    Vec3 vector(const char* member, std::optional<Vec3> fallback) const;
    Vec2 pair(const char* member) const;

    /// Calls `visit(JsonReader)` for every object of a list; a missing list counts as empty.
    template <class Visit>
    void each(const char* member, Visit visit) const {
        const Json* list = find(member);
        if (list == nullptr) return;
        if (!list->is_array()) return fail(member, "must be a list");
        for (std::size_t i = 0; i < list->size() && !failed(); ++i)
            visit(JsonReader(&(*list)[i], path_, where(member) + "[" + std::to_string(i) + "]", &root()));
    }
    /// Calls `visit(JsonReader)` for the object under `member`, when there is one.
    template <class Visit>
    void in(const char* member, Visit visit) const {
        const Json* inner = find(member);
        if (inner == nullptr) return;
        if (!inner->is_object()) return fail(member, "must be an object");
        visit(JsonReader(inner, path_, where(member), &root()));
    }
    const Json* find(const char* member) const;

    /// Notes every member of this object that isn't among `known`: it is not read, and mostly misspelt.
    void only(std::initializer_list<const char*> known) const;
    /// Those, as "quay.json: pieces[3].centre: this is not read; did you mean center?".
    const std::vector<std::string>& warnings() const { return root().warnings_; }

    /// Checks "format": a newer one than `known` is refused in words.
    int check_format(int known) const;

  private:
    JsonReader(const Json* json, std::string path, std::string place, const JsonReader* root);
    const JsonReader& root() const { return root_ == nullptr ? *this : *root_; }
    std::string where(const std::string& member) const;
    std::vector<double> numbers(const char* member, std::size_t count) const;

    const Json* json_;
    std::string path_;
    std::string place_;
    const JsonReader* root_;
    mutable std::string error_;                  ///< of the root only
    mutable std::vector<std::string> warnings_;  ///< likewise
};

template <class Value>
tl::expected<Value, std::string> parse_message(std::string_view text) {
    if (const auto why = json_refusal(text)) return tl::make_unexpected(*why);
    Value out = Value::parse(text, nullptr, false);
    if (out.is_discarded()) return tl::make_unexpected(std::string("it is not valid JSON"));
    return out;
}

}  // namespace leap
