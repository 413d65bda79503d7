// SPDX-License-Identifier: GPL-3.0-or-later
// From an empty folder, in the window alone: a character that runs, swims, climbs and hits a straw man in a chain of
// three, a seesaw and a patrol that react to it, each played with keys and each with a mark that holds.
#include <gtest/gtest.h>

#include <QApplication>
#include <QClipboard>
#include <QTest>
#include <functional>
#include <set>

#include "core/project/project.hpp"
#include "core/readings/readings.hpp"
#include "core/tape/replay.hpp"
#include "studio/course_desk/course_desk.hpp"
#include "studio/course_desk/course_sheet.hpp"
#include "studio/picture.hpp"
#include "studio/start_page/start_page.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::first_hour_test {
namespace {

const char* const moves_and_things = R"(
button hit key "J"

move swim when submerged(water) > 0.5 {
  phase floats {
    gravity runner.weight * (1 - 1.25 * submerged(water)) + 6 /s * vertical_speed * submerged(water)
    steer to 2.5 m/s gain 9 m/s^2 brake 5 m/s^2
    end when submerged(water) < 0.3
  }
}

move climb when inside(rungs) and stick_ahead > 0.3 {
  gate cooldown 0.4 s
  phase holds_on {
    start: stop
    gravity (vertical_speed - 2 m/s * stick_ahead) * 40 /s
    steer to 0 m/s brake 60 m/s^2
    end when not inside(rungs)
  }
}

move third on hit {
  gate second.draws_back
  buffer 0.2 s
  phase lands for 0.12 s {
    hitbox struck_by box 0.8 m, 1.2 m, 0.3 m at 0.8 m, 0 m, 1.1 m amount 3
    on struck(struck_by): freeze for 0.1 s
  }
}

move second on hit {
  gate first.draws_back
  buffer 0.2 s
  phase lands for 0.1 s {
    hitbox struck_by radius 0.5 m at 0.8 m, 0 m, 1.1 m amount 2
    on struck(struck_by): freeze for 0.08 s
  }
  phase draws_back for 0.3 s {
  }
}

move first on hit {
  gate not first and not second and not third
  phase lands for 0.1 s {
    hitbox struck_by radius 0.4 m at 0.7 m, 0 m, 1.1 m amount 1
    on struck(struck_by): freeze for 0.06 s
  }
  phase draws_back for 0.3 s {
  }
}

fixture straw_man {
  capsule radius 0.3 m height 1.8 m
  counter taken in 0..99
  phase stands {
    solid
    on heard(struck_by): taken += amount_of(struck_by)
    go falls when heard(struck_by) and taken >= 6
  }
  phase falls {
  }
}

fixture seesaw {
  box 5 m, 1 m, 0.1 m
  mass 18 kg
  watch tilt = abs(hinge_angle)
  phase tips {
    loose
    hinge about width from -5 deg to 5 deg
  }
}

fixture guard {
  capsule radius 0.3 m height 1.8 m
  probe eyes = nearest runner within 5 m
  phase forth for 4 s {
    solid
    slide 6 m, 0 m, 0 m
    go calls when eyes.hit
  }
  phase back for 4 s {
    solid
    go calls when eyes.hit
    go forth
  }
  phase calls {
    solid
    stays
    say "Halt!"
    go back when not eyes.hit
  }
}

reading top_speed = highest(speed)
reading swims = count of swim
reading climbs_to = highest(feet)
reading falls = count of straw_man.falls
reading tilts = highest(seesaw.tilt)
reading calls = count of guard.calls
)";

struct Hour : test::EmptyStudio {
    void paste_behind(const QString& text) {
        window->show_desk("script");
        ScriptEditor* editor = window->desk<ScriptDesk>()->editor();
        editor->setFocus();
        QTest::keyClick(editor, Qt::Key_End, Qt::ControlModifier);
        QApplication::clipboard()->setText(text);
        QTest::keyClick(editor, Qt::Key_V, Qt::ControlModifier);
        settle();
    }

    CourseDesk* course() { return window->desk<CourseDesk>(); }
    /// A word of the list, and a click on the plan.
    void place(const char* word, const Vec3& at) {
        course()->plan()->arm(word);
        QTest::mouseClick(course()->plan(), Qt::LeftButton, Qt::NoModifier, course()->plan()->at(at).toPoint());
        settle();
    }
    void type(const char* field, const char* text) {
        QLineEdit* edit = course()->sheet()->field(field);
        ASSERT_NE(edit, nullptr) << field;
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    }

    StageView* stage() { return window->desk<StageDesk>()->stage(); }
    void pass(double seconds) {
        constexpr double frame_s = 1.0 / 60.0;
        for (double passed = 0.0; passed < seconds - 1e-9; passed += frame_s) {
            clock += frame_s;
            session->update_live();
        }
    }
    void hold(Qt::Key key, double seconds) {
        QTest::keyPress(stage(), key);
        pass(seconds);
        QTest::keyRelease(stage(), key);
    }
    /// From Enter to Esc, and saved: a tape called "take", "take 2" and so on.
    void play(const std::function<void()>& keys) {
        window->show_desk("stage");
        stage()->setFocus();
        QTest::keyClick(stage(), Qt::Key_Return);
        ASSERT_TRUE(session->playing());
        keys();
        QTest::keyClick(stage(), Qt::Key_Escape);
        settle();
        QTest::keyClick(window.get(), Qt::Key_S, Qt::ControlModifier);
    }
};

TEST(FirstHour, FromAnEmptyFolderToACharacterWithThingsThatReactToItAndMarksThatHold) {
    Hour hour;
    StartPage* page = hour.window->start_page();
    page->choose_kind("third person");
    page->name()->selectAll();
    QTest::keyClicks(page->name(), "The yard");
    page->folder()->selectAll();
    QTest::keyClicks(page->folder(), hour.folder.path() + "/yard");
    QTest::keyClick(page->folder(), Qt::Key_Return);
    ASSERT_TRUE(hour.session->is_open()) << page->problem().toStdString();
    hour.settle();

    hour.paste_behind(moves_and_things);
    EXPECT_TRUE(QTest::qWaitFor([&] { return hour.session->program()->find_machine("third").has_value(); },
                                test::patience(5000)));
    for (const Diagnostic& each : hour.session->diagnostics()) ADD_FAILURE() << each.message;

    hour.window->show_desk("course");
    hour.settle();
    hour.course()->plan()->fit_to({{-20, -10, 0}, {20, 10, 0}});
    hour.place("volume", {-6, 0, 0});
    hour.type("size", "6 x 4 x 2");
    hour.type("position", "-6, 0, 1");
    hour.place("volume", {6, 0, 0});
    hour.type("size", "1 x 2 x 4");
    hour.type("position", "6, 0, 2");
    hour.type("kinds", "rungs");
    hour.place("straw_man", {0, -4.6, 0});
    hour.type("position", "0, -4.6, 0");
    hour.place("seesaw", {0, 5, 0});
    hour.type("position", "0, 5, 0.22");
    hour.place("guard", {-12, 7, 0});
    hour.type("position", "-12, 7, 0");
    ASSERT_EQ(hour.course()->editor()->plan().fixtures.size(), 3U);

    hour.play([&] { hour.hold(Qt::Key_W, 0.8); });
    hour.play([&] {
        hour.hold(Qt::Key_S, 1.0);
        hour.pass(1.0);
    });
    hour.play([&] { hour.hold(Qt::Key_W, 2.5); });
    hour.play([&] {
        hour.hold(Qt::Key_D, 1.2);
        for (int blow = 0; blow < 3; ++blow) {
            hour.hold(Qt::Key_J, 0.1);
            hour.pass(0.22);
        }
        hour.pass(0.5);
    });
    hour.play([&] {
        hour.hold(Qt::Key_W, 0.42);
        hour.hold(Qt::Key_A, 0.9);
        hour.pass(1.0);
    });
    hour.play([&] {
        hour.hold(Qt::Key_A, 0.9);
        hour.hold(Qt::Key_S, 1.2);
        hour.pass(0.5);
    });

    hour.paste_behind(R"(
mark top_speed in 5.9 m/s..6.1 m/s on tape "take"
mark swims in 1..1 on tape "take 2"
mark climbs_to in 2.8 m..5 m on tape "take 3"
mark falls in 1..1 on tape "take 4"
mark tilts in 4.9 deg..5.1 deg on tape "take 5"
mark calls in 1..3 on tape "take 6"
)");
    EXPECT_EQ(hour.window->strip_text(), "");
    QTest::keyClick(hour.window.get(), Qt::Key_S, Qt::ControlModifier);
    hour.settle();
    EXPECT_FALSE(hour.session->modified());

    // As a build server reads it.
    const auto saved = load_project((hour.folder.path() + "/yard").toStdString());
    ASSERT_TRUE(saved) << saved.error();
    ASSERT_TRUE(saved->compiled.program);
    const Program& program = *saved->compiled.program;
    const Tuning tuning = written_tuning(program);
    const Course course = build_course(saved->course.value());
    std::set<std::string> met;
    for (const TapeEntry& entry : saved->tapes) {
        const auto trace = replay({program, tuning, course, 120}, entry.tape);
        ASSERT_TRUE(trace) << trace.error();
        for (const ReadingResult& reading : take_readings(program, tuning, *trace, entry.tape.name)) {
            if (!reading.met()) continue;
            EXPECT_TRUE(*reading.met()) << reading.name << " on " << entry.tape.name << ": "
                                        << reading.value.value_or(-1.0) << " " << reading.missing;
            met.insert(reading.name);
        }
    }
    EXPECT_EQ(met, (std::set<std::string>{"hop_height", "top_speed", "swims", "climbs_to", "falls", "tilts", "calls"}));
}

}  // namespace
}  // namespace leap::studio::first_hour_test
