// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/game_pad.hpp"

#include <SDL2/SDL.h>

#include <algorithm>
#include <map>
#include <vector>

namespace leap::studio {

namespace {

constexpr int poll_ms = 4;
constexpr double dead_zone = 0.18;

const std::map<int, const char*>& button_names() {
    static const std::map<int, const char*> names{{SDL_CONTROLLER_BUTTON_A, "south"},
                                                  {SDL_CONTROLLER_BUTTON_B, "east"},
                                                  {SDL_CONTROLLER_BUTTON_X, "west"},
                                                  {SDL_CONTROLLER_BUTTON_Y, "north"},
                                                  {SDL_CONTROLLER_BUTTON_BACK, "back"},
                                                  {SDL_CONTROLLER_BUTTON_START, "start"},
                                                  {SDL_CONTROLLER_BUTTON_LEFTSTICK, "left stick"},
                                                  {SDL_CONTROLLER_BUTTON_RIGHTSTICK, "right stick"},
                                                  {SDL_CONTROLLER_BUTTON_LEFTSHOULDER, "left shoulder"},
                                                  {SDL_CONTROLLER_BUTTON_RIGHTSHOULDER, "right shoulder"},
                                                  {SDL_CONTROLLER_BUTTON_DPAD_UP, "pad up"},
                                                  {SDL_CONTROLLER_BUTTON_DPAD_DOWN, "pad down"},
                                                  {SDL_CONTROLLER_BUTTON_DPAD_LEFT, "pad left"},
                                                  {SDL_CONTROLLER_BUTTON_DPAD_RIGHT, "pad right"}};
    return names;
}

/// The dead zone is cut out round the middle and the rest stretched to the full length.
Vec2 shaped(double x, double y) {
    const Vec2 raw{x / 32767.0, y / 32767.0};
    const double length = glm::length(raw);
    if (length <= dead_zone) return Vec2{0.0};
    return raw / length * std::min(1.0, (length - dead_zone) / (1.0 - dead_zone));
}

}  // namespace

struct GamePad::Handles {
    struct Pad {
        SDL_GameController* controller = nullptr;  ///< nothing: pulled out
        Vec2 stick{0.0};
        Vec2 look{0.0};
        double shaken = 0.0;  ///< what it was told last
    };
    bool started = false;
    std::vector<Pad> pads;

    /// The number of a controller, or -1.
    int find(SDL_JoystickID id) const {
        for (std::size_t i = 0; i < pads.size(); ++i)
            if (pads[i].controller != nullptr && SDL_GameControllerFromInstanceID(id) == pads[i].controller)
                return static_cast<int>(i);
        return -1;
    }
    bool add(SDL_GameController* controller) {
        if (controller == nullptr) return false;
        for (const Pad& pad : pads)
            if (pad.controller == controller) return false;
        for (Pad& pad : pads)
            if (pad.controller == nullptr) {
                pad = {controller, {}, {}, 0.0};
                return true;
            }
        pads.push_back({controller, {}, {}, 0.0});
        return true;
    }
};

GamePad::GamePad(QObject* parent) : QObject(parent), handles_(std::make_unique<Handles>()) {
    SDL_SetHint(SDL_HINT_JOYSTICK_ALLOW_BACKGROUND_EVENTS, "1");
    SDL_SetHint(SDL_HINT_NO_SIGNAL_HANDLERS, "1");
    handles_->started = SDL_InitSubSystem(SDL_INIT_GAMECONTROLLER) == 0;
    if (!handles_->started) return;
    connect(&timer_, &QTimer::timeout, this, &GamePad::poll);
    timer_.start(poll_ms);
}

GamePad::~GamePad() {
    for (const Handles::Pad& pad : handles_->pads)
        if (pad.controller != nullptr) SDL_GameControllerClose(pad.controller);
    if (handles_->started) SDL_QuitSubSystem(SDL_INIT_GAMECONTROLLER);
}

int GamePad::count() const {
    return static_cast<int>(std::count_if(handles_->pads.begin(), handles_->pads.end(),
                                          [](const Handles::Pad& pad) { return pad.controller != nullptr; }));
}

void GamePad::poll() {
    if (!handles_->started) return;
    SDL_Event event;
    while (SDL_PollEvent(&event) != 0) {
        switch (event.type) {
            case SDL_CONTROLLERDEVICEADDED:
                if (handles_->add(SDL_GameControllerOpen(event.cdevice.which))) emit connection_changed(count());
                break;
            case SDL_CONTROLLERDEVICEREMOVED:
                if (const int pad = handles_->find(event.cdevice.which); pad >= 0) {
                    Handles::Pad& gone = handles_->pads[static_cast<std::size_t>(pad)];
                    SDL_GameControllerClose(gone.controller);
                    gone = {};
                    emit stick(pad, Vec2{0.0});
                    emit connection_changed(count());
                }
                break;
            case SDL_CONTROLLERBUTTONDOWN:
            case SDL_CONTROLLERBUTTONUP:
                if (const auto name = button_names().find(event.cbutton.button); name != button_names().end())
                    if (const int pad = handles_->find(event.cbutton.which); pad >= 0)
                        emit button(pad, name->second, event.type == SDL_CONTROLLERBUTTONDOWN);
                break;
            default: break;
        }
    }
    for (std::size_t i = 0; i < handles_->pads.size(); ++i)
        if (handles_->pads[i].controller != nullptr) poll_sticks(static_cast<int>(i));
}

void GamePad::shake(int number, double strength) {
    if (number < 0 || static_cast<std::size_t>(number) >= handles_->pads.size()) return;
    Handles::Pad& pad = handles_->pads[static_cast<std::size_t>(number)];
    // It stops by itself when nothing more is heard of it, so a lasting one is told again each time.
    if (pad.controller == nullptr || (strength <= 0.0 && pad.shaken <= 0.0)) return;
    constexpr Uint32 lasts_ms = 250;
    const auto level = static_cast<Uint16>(std::clamp(strength, 0.0, 1.0) * 65535.0);
    SDL_GameControllerRumble(pad.controller, level, level, lasts_ms);
    pad.shaken = strength;
}

void GamePad::poll_sticks(int number) {
    Handles::Pad& pad = handles_->pads[static_cast<std::size_t>(number)];
    const auto axis = [&](SDL_GameControllerAxis which) {
        return static_cast<double>(SDL_GameControllerGetAxis(pad.controller, which));
    };
    const Vec2 left = shaped(axis(SDL_CONTROLLER_AXIS_LEFTX), -axis(SDL_CONTROLLER_AXIS_LEFTY));
    const Vec2 right = shaped(axis(SDL_CONTROLLER_AXIS_RIGHTX), -axis(SDL_CONTROLLER_AXIS_RIGHTY));
    if (left != pad.stick) emit stick(number, left);
    if (right != Vec2{0.0} || right != pad.look) emit look(number, right);
    pad.stick = left;
    pad.look = right;
}

}  // namespace leap::studio
