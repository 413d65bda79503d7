// SPDX-License-Identifier: MIT
#include "link/meeting.hpp"

#include <gtest/gtest.h>
#include <sys/socket.h>
#include <sys/stat.h>
#include <sys/un.h>
#include <unistd.h>

#include <array>
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
    Meeting meeting(const std::string& project, int process) const {
        return {socket_path(folder, process), 4322, "token", project, process};
    }
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
    EXPECT_EQ(found->socket, folder / "easy-leap" / (std::to_string(::getpid()) + ".socket"));
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
    for (const std::string text :
         {"", "{", "[]", "{}", R"({"socket":"","token":"a"})", R"({"socket":"../x.socket","token":"a"})",
          R"({"socket":"/tmp/x.socket","token":"a"})", R"({"socket":7,"token":"a"})", R"({"socket":"1.socket"})",
          R"({"port":1,"token":"a"})"}) {
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

TEST_F(LinkMeeting, WhatCrashedWindowsHaveLeftIsRemovedAndNothingElse) {
    constexpr int gone = 1 << 29;  // no process has so high a number
    ASSERT_TRUE(write_meeting(folder, meeting("quay", gone)));
    std::ofstream(socket_path(folder, gone)) << "";
    const auto own = write_meeting(folder, meeting("quay", ::getpid()));
    std::ofstream(folder / "notes.txt") << "";
    std::ofstream(folder / "x.socket") << "";
    ASSERT_TRUE(prepare_meeting_folder(folder));
    EXPECT_FALSE(fs::exists(socket_path(folder, gone)));
    EXPECT_FALSE(fs::exists(folder / (std::to_string(gone) + ".link.json")));
    EXPECT_TRUE(fs::exists(*own) && fs::exists(folder / "notes.txt") && fs::exists(folder / "x.socket"));
}

/// Listens on a Unix socket, as a window does.
struct Listener {
    int socket = -1;
    explicit Listener(const fs::path& path) {
        sockaddr_un address{};
        address.sun_family = AF_UNIX;
        path.native().copy(static_cast<char*>(address.sun_path), path.native().size());
        socket = ::socket(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0);
        EXPECT_EQ(::bind(socket, reinterpret_cast<const sockaddr*>(&address), sizeof address), 0);
        EXPECT_EQ(::listen(socket, 4), 0);
    }
    ~Listener() { ::close(socket); }
    Listener(const Listener&) = delete;
    Listener& operator=(const Listener&) = delete;
};

TEST_F(LinkMeeting, AStreamCarriesBothWaysAndKnowsWhenTheOtherEndIsGone) {
    const fs::path path = socket_path(folder, 1);
    Stream stream;
    EXPECT_FALSE(stream.connect(path)) << "nobody listens";
    std::string got;
    {
        const Listener window(path);
        ASSERT_TRUE(stream.connect(path));
        stream.send("hello\n");
        const int other = ::accept(window.socket, nullptr, nullptr);
        ASSERT_GE(other, 0);
        EXPECT_TRUE(is_same_user(other));
        std::array<char, 16> room{};
        EXPECT_EQ(::recv(other, room.data(), room.size(), 0), 6);
        ASSERT_EQ(::send(other, "welcome", 7, 0), 7);
        EXPECT_TRUE(stream.exchange(got));
        EXPECT_EQ(got, "welcome");
        ::close(other);
        EXPECT_FALSE(stream.exchange(got));
    }
    EXPECT_FALSE(stream.connect(path)) << "a socket that its window has left";
    EXPECT_FALSE(stream.connect(folder / std::string(200, 'x'))) << "longer than a path to a socket may be";
}

}  // namespace
}  // namespace leap::link
