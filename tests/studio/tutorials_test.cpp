// SPDX-License-Identifier: GPL-3.0-or-later
// The tutorials of the manual, done in the real window as a reader does them: a new project, its script typed in, its
// things placed, played with keys, its dials set, and the numbers of the page in the sheet.
#include <gtest/gtest.h>

#include <QApplication>
#include <QClipboard>
#include <QTest>

#include <algorithm>

#include "core/project/file_io.hpp"
#include "core/tape/trace.hpp"
#include "studio/course_desk/course_desk.hpp"
#include "studio/course_desk/course_sheet.hpp"
#include "studio/shared/key_map.hpp"
#include "studio/start_page/start_page.hpp"
#include "tests/studio/support.hpp"
#include "tests/tutorial_steps.hpp"

namespace leap::studio::tutorials_test {
namespace {

using leap::test::TutorialPlay;
using leap::test::TutorialStep;

struct Reader : test::EmptyStudio {
    int expectations = 0;

    Reader() {
        StartPage* page = window->start_page();
        page->choose_kind("third person");
        page->folder()->selectAll();
        QTest::keyClicks(page->folder(), folder.path() + "/my-game");
        QTest::keyClick(page->folder(), Qt::Key_Return);
        settle();
    }

    void work_through(const std::string& file) {
        const auto page = read_file(std::filesystem::path(LEAP_SOURCE_DIR) / "docs/manual" / file);
        ASSERT_TRUE(session->is_open() && page) << file;
        write(leap::test::tutorial_counts(script()));
        for (const TutorialStep& step : leap::test::tutorial_steps(*page)) {
            SCOPED_TRACE(step.text);
            follow(step);
        }
        QTest::keyClick(window.get(), Qt::Key_S, Qt::ControlModifier);
        settle();
        EXPECT_FALSE(session->modified());
    }

  private:
    using Kind = TutorialStep::Kind;

    ScriptEditor* editor() { return window->desk<ScriptDesk>()->editor(); }
    std::string script() {
        window->show_desk("script");
        return editor()->text().toStdString();
    }
    StageDesk* stage_desk() { return window->desk<StageDesk>(); }
    const RunResult& run() { return *session->now_run(); }

    void follow(const TutorialStep& step) {
        switch (step.kind) {
            case Kind::script: write(step.text); return;
            case Kind::play: play(leap::test::tutorial_play(step.text)); return;
            case Kind::set: set(step.text); return;
            case Kind::undo:
                QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
                settle();
                return;
            case Kind::place: place(leap::test::tutorial_placing(step.text)); return;
            case Kind::expect: expect(step.text); return;
            case Kind::see: see(step.text); return;
        }
    }

    /// At the end of the script, or instead of a move of that name.
    void write(const std::string& text) {
        if (text.empty()) return;
        const std::string old = script();
        editor()->setFocus();
        const std::string head = text.substr(0, text.find(" on "));
        if (const std::size_t at = old.find(head); text.starts_with("move ") && at != std::string::npos)
            editor()->go_to(static_cast<std::uint32_t>(at), static_cast<std::uint32_t>(old.find("\n}\n", at) + 3));
        else
            QTest::keyClick(editor(), Qt::Key_End, Qt::ControlModifier);
        QApplication::clipboard()->setText(QString::fromStdString((text.starts_with("move ") ? "" : "\n") + text));
        QTest::keyClick(editor(), Qt::Key_V, Qt::ControlModifier);
        settle();
        const auto is_played = [&] {
            return session->source_files().front().text == editor()->text().toStdString() &&
                   session->program_is_current() && !session->replay_busy() &&
                   run().ingredients.program == session->program();
        };
        ASSERT_TRUE(QTest::qWaitFor(is_played, test::patience(5000)));
        for (const Diagnostic& each : session->diagnostics()) ADD_FAILURE() << each.message;
        write(leap::test::tutorial_counts(script()));
    }

    void place(const leap::test::TutorialPlacing& at) {
        window->show_desk("course");
        settle();
        auto* course = window->desk<CourseDesk>();
        CourseDrawing* plan = course->plan();
        plan->fit_to({{-20, -10, 0}, {20, 10, 0}});
        plan->arm(at.kind);
        QTest::mouseClick(plan, Qt::LeftButton, Qt::NoModifier, plan->at(at.position).toPoint());
        settle();
        type("position", QString("%1, %2, %3").arg(at.position.x).arg(at.position.y).arg(at.position.z));
        if (!at.link.empty()) type("link", QString::fromStdString(at.link));
        ASSERT_FALSE(course->editor()->plan().fixtures.empty());
        const PlacedFixture& placed = course->editor()->plan().fixtures.back();
        EXPECT_EQ(placed.kind, at.kind);
        EXPECT_EQ(placed.position, at.position);
        EXPECT_EQ(placed.link, at.link);
    }

    void type(const char* field, const QString& text) {
        QLineEdit* edit = window->desk<CourseDesk>()->sheet()->field(field);
        ASSERT_NE(edit, nullptr) << field;
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    }

    void play(const TutorialPlay& play) {
        struct Key {
            double at_s;
            int code;
            bool down;
        };
        std::vector<Key> keys;
        for (const TutorialPlay::Event& each : play.events) {
            if (each.button.empty()) {
                keys.push_back({each.at_s, Qt::Key_W, each.ahead});
                continue;
            }
            const ButtonInfo& button =
                session->program()->buttons[session->program()->find_button(each.button).value()];
            const int code = KeyMap::key_code(QString::fromStdString(button.keys.at(0))).value();
            keys.push_back({each.at_s, code, true});
            keys.push_back({each.at_s + leap::test::tutorial_press_s, code, false});
        }
        std::sort(keys.begin(), keys.end(), [](const Key& a, const Key& b) { return a.at_s < b.at_s; });
        window->show_desk("stage");
        StageView* stage = stage_desk()->stage();
        stage->setFocus();
        QTest::keyClick(stage, Qt::Key_Return);
        ASSERT_TRUE(session->playing());
        const double begin = clock;
        for (const Key& key : keys) {
            pass_until(begin + key.at_s);
            if (key.down)
                QTest::keyPress(stage, static_cast<Qt::Key>(key.code));
            else
                QTest::keyRelease(stage, static_cast<Qt::Key>(key.code));
        }
        pass_until(begin + play.length_s);
        QTest::keyClick(stage, Qt::Key_Escape);
        settle();
        ASSERT_FALSE(session->playing());
    }

    void pass_until(double time) {
        constexpr double frame_s = 1.0 / 60.0;
        while (clock < time - 1e-9) {
            clock = std::min(time, clock + frame_s);
            session->update_live();
        }
    }

    /// The move's lane is clicked, and the value typed into its dial.
    void set(const std::string& text) {
        const std::vector<std::string> sides = leap::test::split(text, " = ");
        window->show_desk("stage");
        settle();
        const DialId dial = session->program()->find_dial(sides[0]).value();
        const QRectF lane = stage_desk()->score()->move_lane(sides[0].substr(0, sides[0].find('.')));
        ASSERT_FALSE(lane.isNull());
        QTest::mouseClick(stage_desk()->score(), Qt::LeftButton, {}, QPoint(40, static_cast<int>(lane.center().y())));
        DialRow* row = stage_desk()->sheet()->row_of(dial);
        ASSERT_NE(row, nullptr);
        row->setFocus();
        QTest::keyClick(row, Qt::Key_Return);
        auto* typed = row->findChild<QLineEdit*>("typed");
        ASSERT_NE(typed, nullptr);
        typed->selectAll();
        QTest::keyClicks(typed, QString::fromStdString(sides[1]));
        QTest::keyClick(typed, Qt::Key_Return);
        settle();
    }

    void expect(const std::string& text) {
        ++expectations;
        const std::vector<std::string> sides = leap::test::split(text, " = ");
        ASSERT_EQ(run().problem, "");
        if (sides[0] == "phases") {
            std::vector<std::string> words;
            for (const TraceEvent& event : run().trace.events)
                if (event.kind == EventKind::fixture_phase)
                    words.push_back(event_text(event, *run().ingredients.program, run().trace));
            EXPECT_EQ(words, leap::test::split(sides[1], ", "));
            return;
        }
        for (const ReadingResult& reading : run().readings) {
            if (reading.name != sides[0]) continue;
            ASSERT_TRUE(reading.value) << reading.missing;
            EXPECT_NEAR(*reading.value, std::stod(sides[1]), 6e-4 * std::max(1.0, std::stod(sides[1])));
            return;
        }
        ADD_FAILURE() << "no reading " << sides[0];
    }

    /// "marks: WORDS" are in the top line; "MOVE at T s: WORDS" are among its gates that don't hold at that instant.
    void see(const std::string& text) {
        ++expectations;
        const std::string words = text.substr(text.find(": ") + 2);
        if (text.starts_with("marks: ")) {
            EXPECT_TRUE(QTest::qWaitFor([&] { return window->marks_text().contains(QString::fromStdString(words)); },
                                        test::patience(5000)))
                << window->marks_text().toStdString();
            return;
        }
        const std::size_t at = text.find(" at ");
        ASSERT_NE(at, std::string::npos) << "neither of marks nor of a move";
        window->show_desk("stage");
        stage_desk()->score()->select_machine(session->program()->find_machine(text.substr(0, at)).value());
        session->set_cursor(std::stod(text.substr(at + 4)));
        settle();
        std::string seen;
        for (const auto& gate : stage_desk()->sheet()->gates()->answer().gates)
            if (!gate.holds) seen += gate.text + " " + gate.reason + "\n";
        EXPECT_NE(seen.find(words), std::string::npos) << seen;
    }
};

class TutorialsInTheWindow : public testing::TestWithParam<const char*> {};
INSTANTIATE_TEST_SUITE_P(Pages, TutorialsInTheWindow,
                         testing::Values("01-first-move.md", "02-chain-of-hops.md", "03-door-and-lever.md",
                                         "04-marks.md", "05-into-a-game.md"));

TEST_P(TutorialsInTheWindow, DoWhatTheySay) {
    Reader reader;
    reader.work_through(GetParam());
    EXPECT_GT(reader.expectations, 0);
}

}  // namespace
}  // namespace leap::studio::tutorials_test
