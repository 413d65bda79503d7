// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/recovery.hpp"

#include <fmt/format.h>

#include "core/project/file_io.hpp"
#include "core/project/json_reader.hpp"
#include "core/project/tape_file.hpp"

namespace leap::studio {

std::filesystem::path recovery_path(const std::filesystem::path& data_folder, const std::filesystem::path& project) {
    std::error_code error;
    const std::string name = std::filesystem::weakly_canonical(project, error).string();
    std::uint64_t hash = 0xcbf29ce484222325ULL;  // FNV-1a: the same on every run, unlike std::hash
    for (const char c : name) hash = (hash ^ static_cast<unsigned char>(c)) * 0x100000001b3ULL;
    return data_folder / "unsaved" / fmt::format("{:016x}.json", hash);
}

bool keep_recovery(const std::filesystem::path& file, const Recovery& recovery) {
    std::error_code error;
    if (recovery.empty()) {
        std::filesystem::remove(file, error);
        return true;
    }
    std::filesystem::create_directories(file.parent_path(), error);
    Json json;
    json["format"] = 1;
    json["texts"] = Json::object();
    for (const auto& [path, text] : recovery.texts) json["texts"][path] = text;
    json["tapes"] = Json::array();
    for (const Tape& tape : recovery.tapes) json["tapes"].push_back(write_tape(tape));
    return write_file(file, json.dump(-1, ' ', false, Json::error_handler_t::replace)).has_value();
}

std::optional<Recovery> find_recovery(const std::filesystem::path& file) {
    std::error_code error;
    if (!std::filesystem::exists(file, error)) return std::nullopt;
    const auto text = read_file(file);
    const auto json = text ? parse_json(*text, file.string()) : tl::make_unexpected(std::string("unread"));
    if (!json || !json->is_object() || !json->contains("texts")) return std::nullopt;
    Recovery out;
    for (const auto& [path, kept] : (*json)["texts"].items())
        if (kept.is_string()) out.texts[path] = kept.get<std::string>();
    const auto take = [&](const Json& kept) {
        if (!kept.is_string()) return;
        if (auto tape = read_tape(kept.get<std::string>(), file.string())) out.tapes.push_back(std::move(*tape));
    };
    if (json->contains("tape")) take((*json)["tape"]);  // as earlier versions wrote it
    if (json->contains("tapes") && (*json)["tapes"].is_array())
        for (const Json& each : (*json)["tapes"]) take(each);
    if (out.empty()) return std::nullopt;
    return out;
}

}  // namespace leap::studio
