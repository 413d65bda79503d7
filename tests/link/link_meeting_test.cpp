// SPDX-License-Identifier: MIT
#include "link/meeting.hpp"

#include <gtest/gtest.h>
#include <sys/stat.h>
#include <unistd.h>

#include <chrono>
#include <cstdlib>
#include <fstream>

#include "link/stream.hpp"

namespace leap::link {
namespace {
namespace fs = std::filesystem;

/// A folder of its own for each test.
class LinkMeeting : public testing::Test {
  protected:
    LinkMeeting() {
        std::string name = (fs::temp_directory_path() / "meeting-XXXXXX").string();
        folder = ::mkdtemp(name.data());
    }
    ~LinkMeeting() override {
        std::error_code ignored;
        fs::remove_all(folder, ignored);
    }
    Meeting meeting(const std::string& project, int process) const { return {4321, 4322, "token", project, process}; }
    fs::path folder;
};

TEST_F(LinkMeeting, WhatAWindowWritesOnlyItsUserReads) {
    const auto file = write_meeting(folder / "easy-leap", meeting("quay", ::getpid()));
    ASSERT_TRUE(file) << file.error();
    struct stat of {};
    ASSERT_EQ(::stat(file->c_str(), &of), 0);
    EXPECT_EQ(of.st_mode & 0777, 0600);
    ASSERT_EQ(::stat((folder / "easy-leap").c_str(), &of), 0);
    EXPECT_EQ(of.st_mode & 0777, 0700);
    const auto found = find_meeting(folder / "easy-leap", "quay");
    ASSERT_TRUE(found);
    EXPECT_EQ(found->port, 4321);
    EXPECT_EQ(found->websocket_port, 4322);
    EXPECT_EQ(found->token, "token");
}

TEST_F(LinkMeeting, TheNewestWindowOfTheProjectIsFound) {
    const int self = ::getpid();
    const auto older = write_meeting(folder, meeting("quay", self));
    fs::last_write_time(*older, fs::file_time_type::clock::now() - std::chrono::hours(1));
    const auto newer = write_meeting(folder, meeting("yard", ::getppid()));
    ASSERT_TRUE(newer);
    EXPECT_EQ(find_meeting(folder, "")->project, "yard");
    EXPECT_EQ(find_meeting(folder, "quay")->project, "quay");
    EXPECT_FALSE(find_meeting(folder, "slip"));
    EXPECT_FALSE(find_meeting(folder / "nowhere", ""));
}

TEST_F(LinkMeeting, WhatOthersCouldHaveWrittenOrReadIsNotBelieved) {
    const auto file = write_meeting(folder, meeting("quay", ::getpid()));
    ASSERT_TRUE(file);
    ::chmod(file->c_str(), 0644);
    EXPECT_TRUE(find_meetings(folder).empty());
    ::chmod(file->c_str(), 0600);
    EXPECT_EQ(find_meetings(folder).size(), 1);
    const fs::path aside = folder / "aside";
    fs::rename(*file, aside);
    fs::create_symlink(aside, *file);
    EXPECT_TRUE(find_meetings(folder).empty()) << "a link may lead anywhere";
}

TEST_F(LinkMeeting, FilesThatMakeNoSenseAreLeftOut) {
    int number = 0;
    for (const std::string text : {"", "{", "[]", "{}", R"({"port":0,"token":"a"})", R"({"port":70000,"token":"a"})",
                                   R"({"port":"x","token":"a"})", R"({"port":1})"}) {
        const fs::path file = folder / (std::to_string(++number) + ".link.json");
        std::ofstream(file) << text;
        ::chmod(file.c_str(), 0600);
    }
    const fs::path huge = folder / "huge.link.json";
    std::ofstream(huge) << std::string(100'000, ' ');
    ::chmod(huge.c_str(), 0600);
    EXPECT_TRUE(find_meetings(folder).empty());
}

TEST_F(LinkMeeting, AWindowThatHasCrashedIsNotLookedFor) {
    // No process has so high a number.
    ASSERT_TRUE(write_meeting(folder, meeting("quay", 1 << 29)));
    EXPECT_TRUE(find_meetings(folder).empty());
}

TEST_F(LinkMeeting, AFolderThatCantBeWrittenIsSaid) {
    std::ofstream(folder / "file") << "";
    const auto file = write_meeting(folder / "file", meeting("quay", 1));
    ASSERT_FALSE(file);
    EXPECT_NE(file.error().find("file"), std::string::npos);
}

TEST_F(LinkMeeting, TheFolderGoesByTheRulesOfTheDesktop) {
    ::setenv("XDG_RUNTIME_DIR", "/run/user/7", 1);
    EXPECT_EQ(meeting_folder(), fs::path("/run/user/7/easy-leap"));
    ::setenv("XDG_RUNTIME_DIR", "not/whole", 1);
    ::setenv("XDG_CACHE_HOME", "/home/w/.cache", 1);
    EXPECT_EQ(meeting_folder(), fs::path("/home/w/.cache/easy-leap"));
    ::unsetenv("XDG_RUNTIME_DIR");
    ::unsetenv("XDG_CACHE_HOME");
    ::setenv("HOME", "/home/w", 1);
    EXPECT_EQ(meeting_folder(), fs::path("/home/w/.cache/easy-leap"));
}

TEST(LinkTokens, AreLongAndNeverTheSame) {
    const auto a = new_token();
    const auto b = new_token();
    ASSERT_TRUE(a && b);
    EXPECT_EQ(a->size(), 32);
    EXPECT_NE(*a, *b);
}

TEST(LinkStreams, APortWhereNobodyListensIsRefusedWithoutWaiting) {
    Stream stream;
    std::string got;
    // Port 1 of the loopback interface is nobody's.
    bool holds = stream.connect(1);
    for (int i = 0; holds && i < 1000; ++i) holds = stream.exchange(got);
    EXPECT_FALSE(holds);
    EXPECT_TRUE(got.empty());
}

}  // namespace
}  // namespace leap::link
