// SPDX-License-Identifier: MIT
#include "core/project/file_io.hpp"

#include <gtest/gtest.h>
#include <sys/resource.h>
#include <sys/stat.h>
#include <unistd.h>

#include <csignal>

namespace leap::file_io_test {
namespace {

namespace fs = std::filesystem;

class FileIo : public testing::Test {
  protected:
    void SetUp() override {
        std::string pattern = (fs::temp_directory_path() / "leap-io-XXXXXX").string();
        folder = mkdtemp(pattern.data());
    }
    void TearDown() override { fs::remove_all(folder); }
    std::size_t files() const { return static_cast<std::size_t>(std::distance(fs::directory_iterator(folder), {})); }
    fs::path folder;
};

TEST_F(FileIo, WhatIsWrittenIsRead) {
    const std::string bytes("line\n\0zero\xFF", 11);
    ASSERT_TRUE(write_file(folder / "a", bytes));
    EXPECT_EQ(read_file(folder / "a").value(), bytes);
    ASSERT_TRUE(write_file(folder / "a", "short"));
    EXPECT_EQ(read_file(folder / "a").value(), "short");
    EXPECT_EQ(files(), 1U);
}

TEST_F(FileIo, AWriterThatFailsAfterSomeBytesLeavesTheOldFileWhole) {
    ASSERT_TRUE(write_file(folder / "a", "the old text"));
    std::signal(SIGXFSZ, SIG_IGN);
    rlimit before{};
    getrlimit(RLIMIT_FSIZE, &before);
    const rlimit small{4096, before.rlim_max};
    ASSERT_EQ(setrlimit(RLIMIT_FSIZE, &small), 0);
    const auto result = write_file(folder / "a", std::string(100000, 'x'));
    setrlimit(RLIMIT_FSIZE, &before);
    ASSERT_FALSE(result);
    EXPECT_NE(result.error().find("can't be written"), std::string::npos);
    EXPECT_EQ(read_file(folder / "a").value(), "the old text");
    EXPECT_EQ(files(), 1U);
}

TEST_F(FileIo, MissingFilesFoldersAndPlacesAreNamed) {
    EXPECT_NE(read_file(folder / "none").error().find("none can't be read"), std::string::npos);
    EXPECT_NE(read_file(folder).error().find("it is a folder"), std::string::npos);
    EXPECT_FALSE(write_file(folder / "no" / "such" / "folder", "x"));
}

TEST_F(FileIo, LinksAndRightsSurvive) {
    ASSERT_TRUE(write_file(folder / "real", "one"));
    fs::permissions(folder / "real", fs::perms::owner_read | fs::perms::owner_write);
    fs::create_symlink("real", folder / "link");
    ASSERT_TRUE(write_file(folder / "link", "two"));
    EXPECT_TRUE(fs::is_symlink(folder / "link"));
    EXPECT_EQ(read_file(folder / "real").value(), "two");
    EXPECT_EQ(fs::status(folder / "real").permissions(), fs::perms::owner_read | fs::perms::owner_write);
}

}  // namespace
}  // namespace leap::file_io_test
