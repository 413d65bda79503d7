// SPDX-License-Identifier: MIT
// The tutorials of the manual do what they say: their scripts compile in the starting project, and the runs that their
// comments describe give the numbers of the text.
#include <gtest/gtest.h>

#include <filesystem>

#include "core/project/course_file.hpp"
#include "core/project/file_io.hpp"
#include "core/readings/readings.hpp"
#include "core/script/format.hpp"
#include "core/script/typed_value.hpp"
#include "tests/core/support.hpp"
#include "tests/tutorial_steps.hpp"

namespace leap::tutorials_test {
namespace {

namespace fs = std::filesystem;
using test::Scene;
using test::TapeMaker;

const fs::path root = LEAP_SOURCE_DIR;
const fs::path starting = root / "core/project/starting/third-person";

/// A page, worked through from its top to its end.
class Tutorial {
  public:
    explicit Tutorial(const std::string& file) : page_(read_file(root / "docs/manual" / file).value()) {
        script_ = read_file(starting / "runner.leap").value();
        script_ += test::tutorial_counts(script_);
        plan_ = read_course(read_file(starting / "ground.course.json").value(), "ground.course.json").value();
        plan_.places.front().name = "start";
    }

    void work_through() {
        for (const test::TutorialStep& step : test::tutorial_steps(page_)) follow(step);
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
        script_ += test::tutorial_counts(script_);
    }

    void follow(const test::TutorialStep& step) {
        using Kind = test::TutorialStep::Kind;
        switch (step.kind) {
            case Kind::script: add(step.text); return;
            case Kind::play: play_ = step.text; return;
            case Kind::set: settings_.push_back(step.text); return;
            case Kind::undo: settings_.pop_back(); return;
            case Kind::place: {
                const test::TutorialPlacing at = test::tutorial_placing(step.text);
                plan_.fixtures.push_back({at.kind, at.kind, at.position, 0.0, at.link});
                return;
            }
            case Kind::expect: expect(step.text); return;
            case Kind::see: return;  // by the window's test
        }
    }

    Tape tape() const {
        const test::TutorialPlay play = test::tutorial_play(play_);
        TapeMaker out(play.length_s);
        for (const test::TutorialPlay::Event& each : play.events) {
            if (each.button.empty())
                out.stick(each.at_s, 0.0, each.ahead ? 1.0 : 0.0);
            else
                out.hold(each.button, each.at_s, test::tutorial_press_s);
        }
        return out;
    }

    void expect(const std::string& text) {
        ++expectations_;
        const std::vector<std::string> sides = test::split(text, " = ");
        Scene scene(script_, plan_);
        for (const std::string& setting : settings_) {
            const std::vector<std::string> parts = test::split(setting, " = ");
            const DialId dial = scene.program.find_dial(parts[0]).value();
            const auto value = read_value(parts[1], scene.program.dials[dial].unit, parts[0], "2 m");
            ASSERT_TRUE(value) << value.error();
            scene.set(parts[0], *value);
        }
        const Trace trace = scene.run(tape());
        if (sides[0] == "phases") {
            EXPECT_EQ(test::words_of(scene, trace, {EventKind::fixture_phase}), test::split(sides[1], ", "));
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
                                         "04-marks.md", "05-into-a-game.md"));

TEST_P(Tutorials, DoWhatTheySay) {
    Tutorial page(GetParam());
    page.work_through();
    EXPECT_GT(page.expectations(), 0);
}

}  // namespace
}  // namespace leap::tutorials_test
