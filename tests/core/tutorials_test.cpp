// SPDX-License-Identifier: MIT
// The tutorials of the manual do what they say: their scripts compile in the starting project, and the runs that their
// comments describe give the numbers of the text.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <filesystem>
#include <sstream>

#include "core/project/file_io.hpp"
#include "core/readings/readings.hpp"
#include "core/script/format.hpp"
#include "core/script/typed_value.hpp"
#include "tests/core/support.hpp"

namespace leap::tutorials_test {
namespace {

namespace fs = std::filesystem;
using test::Scene;
using test::TapeMaker;

const fs::path root = LEAP_SOURCE_DIR;

/// For counting presses that took effect; a page needs no reading for it.
constexpr const char* counts = R"(
reading count_of_hops = count of hop
)";

std::vector<std::string> split(const std::string& text, const std::string& by) {
    std::vector<std::string> out;
    std::size_t from = 0;
    for (std::size_t at = 0; (at = text.find(by, from)) != std::string::npos; from = at + by.size())
        out.push_back(text.substr(from, at - from));
    out.push_back(text.substr(from));
    return out;
}

/// A page, worked through from its top to its end.
class Tutorial {
  public:
    explicit Tutorial(const std::string& file) : page_(read_file(root / "docs/manual" / file).value()) {
        script_ = read_file(root / "core/project/starting/third-person/runner.leap").value() + counts;
        plan_.places = {{"start", {0, 0, 0}, 0.0}};
        plan_.pieces = {test::box({10, 0, -0.5}, {60, 20, 1})};
    }

    void work_through() {
        for (std::size_t at = 0; at < page_.size();) {
            const std::size_t block = page_.find("```leap\n", at);
            const std::size_t comment = page_.find("<!-- ", at);
            if (block == std::string::npos && comment == std::string::npos) return;
            if (block < comment) {
                const std::size_t end = page_.find("```", block + 8);
                add(page_.substr(block + 8, end - block - 8));
                at = end + 3;
            } else {
                const std::size_t end = page_.find(" -->", comment);
                follow(page_.substr(comment + 5, end - comment - 5));
                at = end + 4;
            }
        }
    }

    int expectations() const { return expectations_; }

  private:
    void add(const std::string& text) {
        EXPECT_EQ(format(text), text);
        // A move that is there already is replaced.
        const std::string head = text.substr(0, text.find(" on "));
        if (const std::size_t at = script_.find(head); text.starts_with("move ") && at != std::string::npos)
            script_.erase(at, script_.find("\n}\n", at) + 3 - at);
        script_ += "\n" + text;
        if (script_.find("move dash") != std::string::npos && script_.find("count_of_dashes") == std::string::npos)
            script_ += "reading count_of_dashes = count of dash\n";
    }

    void follow(const std::string& order) {
        std::istringstream words(order);
        std::string verb;
        words >> verb;
        const std::string rest = order.substr(verb.size() + 1);
        if (verb == "play") {
            play_ = rest;
        } else if (verb == "set") {
            settings_.push_back(rest);
        } else if (verb == "place") {
            place(rest);
        } else if (verb == "expect") {
            expect(rest);
        } else {
            ADD_FAILURE() << order;
        }
    }

    /// KIND at X, Y, Z [linked to NAME]
    void place(const std::string& text) {
        PlacedFixture out;
        const std::size_t at = text.find(" at ");
        out.name = out.kind = text.substr(0, at);
        char comma = 0;
        std::istringstream(text.substr(at + 4)) >> out.position.x >> comma >> out.position.y >> comma >> out.position.z;
        if (const std::size_t link = text.find(" linked to "); link != std::string::npos)
            out.link = text.substr(link + 11);
        plan_.fixtures.push_back(out);
    }

    /// SECONDS s: press BUTTON at T s, stick ahead at T s, stick still at T s
    Tape tape() const {
        TapeMaker out(std::stod(play_));
        for (const std::string& each : split(play_.substr(play_.find(": ") + 2), ", ")) {
            const double time = std::stod(each.substr(each.find(" at ") + 4));
            if (each.starts_with("press ")) {
                out.hold(each.substr(6, each.find(" at ") - 6), time, 0.06);
            } else {
                out.stick(time, 0.0, each.starts_with("stick ahead") ? 1.0 : 0.0);
            }
        }
        return out;
    }

    void expect(const std::string& text) {
        ++expectations_;
        const std::vector<std::string> sides = split(text, " = ");
        Scene scene(script_, plan_);
        for (const std::string& setting : settings_) {
            const std::vector<std::string> parts = split(setting, " = ");
            const DialId dial = scene.program.find_dial(parts[0]).value();
            const auto value = read_value(parts[1], scene.program.dials[dial].unit, parts[0], "2 m");
            ASSERT_TRUE(value) << value.error();
            scene.set(parts[0], *value);
        }
        const Trace trace = scene.run(tape());
        if (sides[0] == "phases") {
            EXPECT_EQ(test::words_of(scene, trace, {EventKind::fixture_phase}), split(sides[1], ", "));
            return;
        }
        for (const ReadingResult& reading : take_readings(scene.program, scene.tuning, trace, "test")) {
            if (reading.name != sides[0]) continue;
            ASSERT_TRUE(reading.value) << sides[0] << ": " << reading.missing;
            EXPECT_NEAR(*reading.value, std::stod(sides[1]), 6e-4 * std::max(1.0, std::stod(sides[1]))) << text;
            return;
        }
        ADD_FAILURE() << "no reading " << sides[0];
    }

    std::string page_;
    std::string script_;
    CoursePlan plan_;
    std::string play_;
    std::vector<std::string> settings_;
    int expectations_ = 0;
};

class Tutorials : public testing::TestWithParam<const char*> {};
INSTANTIATE_TEST_SUITE_P(Pages, Tutorials,
                         testing::Values("01-first-move.md", "02-chain-of-hops.md", "03-door-and-lever.md",
                                         "04-marks.md"));

TEST_P(Tutorials, DoWhatTheySay) {
    Tutorial page(GetParam());
    page.work_through();
    EXPECT_GT(page.expectations(), 0);
}

}  // namespace
}  // namespace leap::tutorials_test
