// SPDX-License-Identifier: MIT
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <algorithm>
#include <filesystem>
#include <map>
#include <regex>
#include <set>

#include "core/project/file_io.hpp"

namespace leap::folders_test {
namespace {

/// From the lowest up: a chapter may include those before it, and no other.
constexpr std::array<std::string_view, 18> chapters{
    "units", "record",     "script", "world",    "rigid",       "motion", "state", "senses", "bodies",
    "rules", "simulation", "tape",   "readings", "experiments", "report", "reach", "wire",   "project"};

std::ptrdiff_t rank_of(std::string_view folder) {
    return std::find(chapters.begin(), chapters.end(), folder) - chapters.begin();
}

TEST(Folders, NoneOfTheCoreIncludesOneThatStandsAboveIt) {
    const std::filesystem::path core = std::filesystem::path(LEAP_SOURCE_DIR) / "core";
    int includes = 0;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(core)) {
        const std::string extension = entry.path().extension().string();
        const std::string folder = entry.path().parent_path().filename().string();
        if ((extension != ".hpp" && extension != ".cpp") || folder == "core") continue;
        ASSERT_LT(rank_of(folder), std::ssize(chapters)) << folder << " has no place among the chapters yet";
        const std::string text = read_file(entry.path()).value();
        constexpr std::string_view begin = "#include \"core/";
        for (std::size_t at = text.find(begin); at != std::string::npos; at = text.find(begin, at + 1)) {
            const std::size_t from = at + begin.size();
            const std::string other = text.substr(from, text.find_first_of("/\"", from) - from);
            if (text[from + other.size()] != '/') continue;  // defaults.hpp stands beside the chapters
            EXPECT_LE(rank_of(other), rank_of(folder)) << entry.path().filename() << " includes " << other;
            ++includes;
        }
    }
    EXPECT_GT(includes, 300);
}

/// By file (its header and its source are one): the files of the same chapter that it includes.
std::map<std::string, std::set<std::string>> includes_within(std::string_view chapter) {
    std::map<std::string, std::set<std::string>> out;
    const std::filesystem::path folder = std::filesystem::path(LEAP_SOURCE_DIR) / "core" / chapter;
    const std::regex include("#include \"core/" + std::string(chapter) + "/(\\w+)\\.hpp\"");
    for (const auto& entry : std::filesystem::directory_iterator(folder)) {
        const std::string file = entry.path().stem().string();
        const std::string text = read_file(entry.path()).value();
        for (std::sregex_iterator at(text.begin(), text.end(), include), end; at != end; ++at)
            if ((*at)[1] != file) out[file].insert((*at)[1]);
    }
    return out;
}

/// Those from which one comes back to them.
std::set<std::string> in_a_ring(const std::map<std::string, std::set<std::string>>& includes) {
    std::set<std::string> out;
    for (const auto& [file, first] : includes) {
        std::set<std::string> reached;
        std::vector<std::string> next(first.begin(), first.end());
        while (!next.empty()) {
            const std::string now = next.back();
            next.pop_back();
            if (!reached.insert(now).second || !includes.contains(now)) continue;
            const auto& further = includes.at(now);
            next.insert(next.end(), further.begin(), further.end());
        }
        if (reached.contains(file)) out.insert(file);
    }
    return out;
}

TEST(Folders, FilesOfAChapterIncludeEachOtherInOneDirection) {
    for (const std::string_view chapter : {"state", "senses", "bodies", "rules", "simulation"})
        EXPECT_EQ(in_a_ring(includes_within(chapter)), std::set<std::string>{}) << chapter;
}

TEST(Folders, TheCoreKnowsNothingOfTheWindow) {
    for (const auto& entry :
         std::filesystem::recursive_directory_iterator(std::filesystem::path(LEAP_SOURCE_DIR) / "core")) {
        if (!entry.is_regular_file()) continue;
        const std::string text = read_file(entry.path()).value();
        EXPECT_EQ(text.find("#include <Q"), std::string::npos) << entry.path();
        EXPECT_EQ(text.find("#include \"studio/"), std::string::npos) << entry.path();
    }
}

}  // namespace
}  // namespace leap::folders_test
