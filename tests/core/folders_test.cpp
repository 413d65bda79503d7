// SPDX-License-Identifier: MIT
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <algorithm>
#include <filesystem>

#include "core/project/file_io.hpp"

namespace leap::folders_test {
namespace {

/// From the lowest up: a chapter may include those before it, and no other.
constexpr std::array<std::string_view, 14> chapters{"units",  "record", "script", "world",    "rigid",
                                                    "motion", "play",   "tape",   "readings", "experiments",
                                                    "report", "reach",  "wire",   "project"};

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
