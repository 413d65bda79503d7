// SPDX-License-Identifier: GPL-3.0-or-later
// A controller that SDL itself makes up stands in for a real one.
#include "studio/shared/game_pad.hpp"

#include <SDL2/SDL.h>
#include <gtest/gtest.h>
#include <QSignalSpy>

#include "tests/studio/support.hpp"

namespace leap::studio::game_pad_test {
namespace {

class VirtualPad {
  public:
    VirtualPad() {
        index_ = SDL_JoystickAttachVirtual(SDL_JOYSTICK_TYPE_GAMECONTROLLER, SDL_CONTROLLER_AXIS_MAX,
                                           SDL_CONTROLLER_BUTTON_MAX, 0);
        if (index_ >= 0) joystick_ = SDL_JoystickOpen(index_);
    }
    ~VirtualPad() { detach(); }
    VirtualPad(const VirtualPad&) = delete;
    VirtualPad& operator=(const VirtualPad&) = delete;
    void detach() {
        if (joystick_ == nullptr) return;
        SDL_JoystickClose(joystick_);
        SDL_JoystickDetachVirtual(index_);
        joystick_ = nullptr;
    }
    void button(int which, bool down) {
        SDL_JoystickSetVirtualButton(joystick_, which, down ? 1 : 0);
        SDL_JoystickUpdate();
    }
    void axis(int which, double value) {
        SDL_JoystickSetVirtualAxis(joystick_, which, static_cast<Sint16>(value * 32767));
        SDL_JoystickUpdate();
    }
    bool works() const { return joystick_ != nullptr; }

  private:
    int index_ = -1;
    SDL_Joystick* joystick_ = nullptr;
};

TEST(GamePad, ButtonsAndSticksReachTheRun) {
    test::Studio studio;
    GamePad pad;
    VirtualPad made_up;
    ASSERT_TRUE(made_up.works()) << SDL_GetError();
    QSignalSpy buttons(&pad, &GamePad::button);
    QObject::connect(&pad, &GamePad::button, studio.window->input(), &PlayInput::pad);
    QObject::connect(&pad, &GamePad::stick, studio.window->input(), &PlayInput::pad_stick);
    pad.poll();
    ASSERT_TRUE(pad.connected());
    ASSERT_TRUE(studio.session->play({}).isEmpty());
    studio.pass(0.2);
    made_up.axis(SDL_CONTROLLER_AXIS_LEFTY, -1.0);
    pad.poll();
    studio.pass(0.5);
    EXPECT_NEAR(horizontal_length(studio.session->live_view().state.actors[0].body.velocity), 6.0, 0.01);
    made_up.button(SDL_CONTROLLER_BUTTON_A, true);
    pad.poll();
    studio.pass(0.1);
    ASSERT_EQ(buttons.count(), 1);
    EXPECT_EQ(buttons.at(0).at(0).toInt(), 0) << "the first pad";
    EXPECT_EQ(buttons.at(0).at(1).toString(), "south");
    EXPECT_GT(studio.session->live_view().state.actors[0].body.velocity.z, 5.0);
    // Inside the dead zone the stick stands still.
    made_up.axis(SDL_CONTROLLER_AXIS_LEFTY, -0.1);
    pad.poll();
    made_up.button(SDL_CONTROLLER_BUTTON_A, false);
    pad.poll();
    studio.pass(1.2);
    EXPECT_NEAR(horizontal_length(studio.session->live_view().state.actors[0].body.velocity), 0.0, 0.01);
}

/// The demo's tape for two, played anew: its characters, from where they start.
struct TwoPlayers {
    test::Studio studio;
    GamePad pad;
    TwoPlayers() {
        studio.session->choose_tape("two on the quay");
        PlayInput* input = studio.window->input();
        QObject::connect(&pad, &GamePad::button, input, &PlayInput::pad);
        QObject::connect(&pad, &GamePad::stick, input, &PlayInput::pad_stick);
        QObject::connect(&pad, &GamePad::connection_changed, input, &PlayInput::set_pads);
    }
    double speed_of(std::size_t character) const {
        return horizontal_length(studio.session->live_view().state.actors.at(character).body.velocity);
    }
};

TEST(GamePad, KeyboardAndPadPlayTwoCharacters) {
    TwoPlayers two;
    VirtualPad made_up;
    ASSERT_TRUE(made_up.works()) << SDL_GetError();
    two.pad.poll();
    ASSERT_TRUE(two.studio.session->play({}).isEmpty());
    ASSERT_EQ(two.studio.session->character_count(), 2U);
    two.studio.pass(0.2);
    made_up.axis(SDL_CONTROLLER_AXIS_LEFTY, 1.0);
    two.pad.poll();
    two.studio.window->input()->key(Qt::Key_D, true);
    two.studio.pass(0.3);
    EXPECT_GT(two.speed_of(0), 4.0) << "the keyboard plays the selected character";
    EXPECT_GT(two.speed_of(1), 4.0) << "and the pad the other";
    two.studio.window->input()->key(Qt::Key_D, false);
    made_up.axis(SDL_CONTROLLER_AXIS_LEFTY, 0.0);
    two.pad.poll();
    two.studio.pass(0.4);
    made_up.button(SDL_CONTROLLER_BUTTON_A, true);
    two.pad.poll();
    two.studio.pass(0.1);
    EXPECT_GT(two.studio.session->live_view().state.actors[1].body.velocity.z, 3.0);
    EXPECT_LT(two.studio.session->live_view().state.actors[0].body.velocity.z, 0.1);
    two.studio.session->stop();
    const Tape* take = two.studio.session->tape();
    ASSERT_EQ(take->tracks.size(), 2U);
    EXPECT_EQ(take->tracks[0].name, "wick");
    EXPECT_EQ(take->tracks[1].name, "pip");
    EXPECT_FALSE(take->tracks[0].events.empty());
    EXPECT_FALSE(take->tracks[1].events.empty());
}

TEST(GamePad, TwoPadsPlayOneCharacterEach) {
    TwoPlayers two;
    VirtualPad first;
    VirtualPad second;
    ASSERT_TRUE(first.works() && second.works()) << SDL_GetError();
    two.pad.poll();
    ASSERT_EQ(two.pad.count(), 2);
    ASSERT_TRUE(two.studio.session->play({}).isEmpty());
    two.studio.pass(0.2);
    second.axis(SDL_CONTROLLER_AXIS_LEFTY, 1.0);
    two.pad.poll();
    two.studio.pass(0.3);
    EXPECT_LT(two.speed_of(0), 0.1);
    EXPECT_GT(two.speed_of(1), 4.0);
    first.axis(SDL_CONTROLLER_AXIS_LEFTY, 1.0);
    two.pad.poll();
    two.studio.pass(0.2);
    EXPECT_GT(two.speed_of(0), 3.0);
}

TEST(GamePad, UnpluggingLetsTheStickGo) {
    test::Studio studio;
    GamePad pad;
    VirtualPad made_up;
    ASSERT_TRUE(made_up.works()) << SDL_GetError();
    pad.poll();
    QSignalSpy connection(&pad, &GamePad::connection_changed);
    made_up.detach();
    SDL_JoystickUpdate();
    pad.poll();
    ASSERT_EQ(connection.count(), 1);
    EXPECT_FALSE(pad.connected());
}

}  // namespace
}  // namespace leap::studio::game_pad_test
