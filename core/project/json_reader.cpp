// SPDX-License-Identifier: MIT
#include "core/project/json_reader.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <optional>

#include "core/defaults.hpp"
#include "core/script/diagnostic.hpp"
#include "core/script/source.hpp"

namespace leap {

namespace {
constexpr int deepest_json = 64;
constexpr double max_coordinate_m = 1e5;

}  // namespace

/// The parser keeps every value, and what reads them recurses.
std::optional<std::string> json_refusal(std::string_view text) {
    if (text.size() > defaults::max_json_bytes)
        return fmt::format("it is larger than {} MiB", defaults::max_json_bytes / (1024 * 1024));
    int depth = 0;
    std::size_t values = 1;
    bool quoted = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (quoted) {
            if (c == '\\') ++i;
            if (c == '"') quoted = false;
            continue;
        }
        if (c == '"') quoted = true;
        if ((c == '[' || c == '{') && ++depth > deepest_json)
            return fmt::format("it is nested more than {} deep", deepest_json);
        if (c == ']' || c == '}') --depth;
        if (c == ',' && ++values > defaults::max_json_values)
            return fmt::format("it holds more than {} million values", defaults::max_json_values / 1'000'000);
    }
    return std::nullopt;
}

tl::expected<Json, std::string> parse_json(std::string_view text, const std::string& path) {
    if (const auto why = json_refusal(text)) return tl::make_unexpected(fmt::format("{}: {}", path, *why));
    try {
        return Json::parse(text);
    } catch (const Json::parse_error& error) {
        const LineColumn at = line_column(text, static_cast<std::uint32_t>(error.byte > 0 ? error.byte - 1 : 0));
        std::string what = error.what();
        if (const auto colon = what.find("syntax error"); colon != std::string::npos) what = what.substr(colon);
        return tl::make_unexpected(fmt::format("{}:{}:{}: invalid JSON: {}", path, at.line, at.column, what));
    } catch (const Json::exception& error) {
        return tl::make_unexpected(fmt::format("{}: invalid JSON: {}", path, error.what()));
    }
}

JsonReader::JsonReader(const Json* json, std::string path, std::string place, const JsonReader* root)
    : json_(json), path_(std::move(path)), place_(std::move(place)), root_(root) {
    if (!json_->is_object()) fail("", "must be an object, like {\"name\": ...}");
}

std::string JsonReader::where(const std::string& member) const {
    if (place_.empty()) return member;
    return member.empty() ? place_ : place_ + "." + member;
}

void JsonReader::fail(const std::string& member, const std::string& what) const {
    const std::string place = where(member);
    if (root().error_.empty())
        root().error_ =
            place.empty() ? fmt::format("{}: {}", path_, what) : fmt::format("{}: {}: {}", path_, place, what);
}

const Json* JsonReader::find(const char* member) const {
    if (failed() || !json_->is_object()) return nullptr;
    const auto found = json_->find(member);
    return found == json_->end() ? nullptr : &*found;
}

bool JsonReader::has(const char* member) const {
    return find(member) != nullptr;
}

double JsonReader::number(const char* member, std::optional<double> fallback, double low, double high) const {
    const Json* found = find(member);
    if (found == nullptr) {
        if (!fallback) fail(member, "is missing");
        return fallback.value_or(0.0);
    }
    if (!found->is_number()) {
        fail(member, "must be a number");
        return fallback.value_or(0.0);
    }
    const double value = found->get<double>();
    if (!std::isfinite(value) || value < low || value > high) {
        fail(member, fmt::format("must lie between {:g} and {:g}, this is {:g}", low, high, value));
        return fallback.value_or(0.0);
    }
    return value;
}

int JsonReader::whole(const char* member, std::optional<int> fallback, int low, int high) const {
    const std::optional<double> number_fallback = fallback ? std::optional<double>(*fallback) : std::nullopt;
    const double value = number(member, number_fallback, low, high);
    if (value != std::floor(value)) fail(member, "must be a whole number");
    return static_cast<int>(value);
}

bool JsonReader::truth(const char* member, std::optional<bool> fallback) const {
    const Json* found = find(member);
    if (found != nullptr && found->is_boolean()) return found->get<bool>();
    if (found != nullptr) fail(member, "must be true or false");
    if (found == nullptr && !fallback) fail(member, "is missing");
    return fallback.value_or(false);
}

std::string JsonReader::text(const char* member, std::optional<std::string> fallback) const {
    const Json* found = find(member);
    if (found != nullptr && found->is_string()) return found->get<std::string>();
    if (found != nullptr) fail(member, "must be a text in quotes");
    if (found == nullptr && !fallback) fail(member, "is missing");
    return fallback.value_or("");
}

std::vector<double> JsonReader::numbers(const char* member, std::size_t count) const {
    std::vector<double> out(count, 0.0);
    const Json* found = find(member);
    if (found == nullptr) {
        fail(member, "is missing");
        return out;
    }
    if (!found->is_array() || found->size() != count) {
        fail(member, fmt::format("must be a list of {} numbers", count));
        return out;
    }
    for (std::size_t i = 0; i < count; ++i) {
        const bool good = (*found)[i].is_number() && std::abs((*found)[i].get<double>()) <= max_coordinate_m;
        if (good) {
            out[i] = (*found)[i].get<double>();
        } else {
            fail(member, fmt::format("its entry {} must be a number of at most {:g}", i + 1, max_coordinate_m));
        }
    }
    return out;
}

Vec3 JsonReader::vector(const char* member, std::optional<Vec3> fallback) const {
    if (fallback && !has(member)) return *fallback;
    const auto list = numbers(member, 3);
    return {list[0], list[1], list[2]};
}

Vec2 JsonReader::pair(const char* member) const {
    const auto list = numbers(member, 2);
    return {list[0], list[1]};
}

void JsonReader::only(std::initializer_list<const char*> known) const {
    if (failed() || !json_->is_object()) return;
    constexpr std::size_t max_told = 20;
    for (const auto& [member, value] : json_->items()) {
        const auto is_known = [&name = member](const char* word) { return name == word; };
        if (std::any_of(known.begin(), known.end(), is_known) || root().warnings_.size() >= max_told) continue;
        const std::string near = nearest_name(member, std::vector<std::string>(known.begin(), known.end()));
        root().warnings_.push_back(fmt::format("{}: {}: this is not read{}", path_, where(member),
                                               near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
    }
}

int JsonReader::check_format(int known) const {
    const int format = whole("format", std::nullopt, 1, 1000000);
    if (!failed() && format > known)
        fail("format",
             fmt::format("is {}, and this version knows formats up to {}; a newer Easy Leap is needed", format, known));
    return format;
}

}  // namespace leap
