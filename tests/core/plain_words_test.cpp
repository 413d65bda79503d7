// SPDX-License-Identifier: MIT
// Texts are plain English in the terms of the trade: phrases that misled readers must not come back.
#include <gtest/gtest.h>

#include <array>
#include <filesystem>
#include <regex>
#include <sstream>

#include "core/project/file_io.hpp"

namespace leap::plain_words_test {
namespace {

namespace fs = std::filesystem;

const fs::path root = LEAP_SOURCE_DIR;

/// What users read: strings of these folders, and whole documents.
constexpr std::array folders{"core", "cli", "lsp", "studio", "capi"};

/// Whether one of the phrases is in it. "There is none" is good English.
const std::regex& refused() {
    static const std::regex pattern(
        R"(\b(wants an? |wants to be|wants the|which is none\b|it is none\b|this is no |what is wished|is wished|anew\b|mended\b|stands there|laid out|lay out|put away|told twice|said twice|are said|leave out|can't be meant|worlds parted|put right))",
        std::regex::icase);
    return pattern;
}

/// The strings of C++ text; comments and raw scripts of templates are left alone.
std::vector<std::string> strings_of(const std::string& text) {
    std::vector<std::string> out;
    std::istringstream lines(text);
    for (std::string line; std::getline(lines, line);) {
        const std::size_t comment = line.find("//");
        if (comment != std::string::npos && line.find('"') > comment) continue;
        bool in = false;
        std::string now;
        for (std::size_t i = 0; i < line.size(); ++i) {
            if (line[i] == '\\' && in) {
                now += line[++i];
            } else if (line[i] == '"') {
                if (in) out.push_back(now);
                now.clear();
                in = !in;
            } else if (in) {
                now += line[i];
            } else if (line.compare(i, 2, "//") == 0) {
                break;
            }
        }
    }
    return out;
}

/// "script/lay out when saved": users keep what is stored under it.
bool is_settings_key(const std::string& text) {
    static const std::regex pattern("^[a-z_]+/.*");
    return std::regex_match(text, pattern);
}

std::vector<fs::path> files_with(std::initializer_list<const char*> suffixes, const fs::path& folder) {
    std::vector<fs::path> out;
    for (const fs::directory_entry& each : fs::recursive_directory_iterator(folder))
        for (const char* const suffix : suffixes)
            if (each.is_regular_file() && each.path().extension() == suffix) out.push_back(each.path());
    return out;
}

TEST(PlainWords, StringsHaveNoneOfThePhrasesThatMisled) {
    for (const char* const folder : folders)
        for (const fs::path& file : files_with({".cpp", ".hpp"}, root / folder))
            for (const std::string& text : strings_of(read_file(file).value()))
                EXPECT_FALSE(std::regex_search(text, refused()) && !is_settings_key(text))
                    << file.lexically_relative(root) << ": " << text;
}

TEST(PlainWords, DocumentsHaveNoneOfThem) {
    std::vector<fs::path> files = files_with({".md"}, root / "docs");
    files.push_back(root / "README.md");
    files.push_back(root / "CONTRIBUTING.md");
    for (const fs::path& file : files) {
        std::istringstream lines(read_file(file).value());
        int number = 0;
        for (std::string line; std::getline(lines, line);) {
            ++number;
            EXPECT_FALSE(std::regex_search(line, refused()))
                << file.lexically_relative(root) << ":" << number << ": " << line;
        }
    }
}

TEST(PlainWords, TheReadmeIsReadInTwoMinutes) {
    std::istringstream words(read_file(root / "README.md").value());
    std::size_t count = 0;
    for (std::string word; words >> word;) ++count;
    EXPECT_LE(count, 650U);
}

}  // namespace
}  // namespace leap::plain_words_test
