// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/game_pad.hpp"

#include <SDL2/SDL.h>

#include <map>

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
    bool started = false;
    SDL_GameController* controller = nullptr;
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
    if (handles_->controller != nullptr) SDL_GameControllerClose(handles_->controller);
    if (handles_->started) SDL_QuitSubSystem(SDL_INIT_GAMECONTROLLER);
}

bool GamePad::connected() const {
    return handles_->controller != nullptr;
}

void GamePad::poll() {
    if (!handles_->started) return;
    SDL_Event event;
    while (SDL_PollEvent(&event) != 0) {
        switch (event.type) {
            case SDL_CONTROLLERDEVICEADDED:
                if (handles_->controller == nullptr) {
                    handles_->controller = SDL_GameControllerOpen(event.cdevice.which);
                    if (handles_->controller != nullptr) emit connection_changed(true);
                }
                break;
            case SDL_CONTROLLERDEVICEREMOVED:
                if (handles_->controller != nullptr &&
                    SDL_GameControllerFromInstanceID(event.cdevice.which) == handles_->controller) {
                    SDL_GameControllerClose(handles_->controller);
                    handles_->controller = nullptr;
                    emit stick(Vec2{0.0});
                    emit connection_changed(false);
                }
                break;
            case SDL_CONTROLLERBUTTONDOWN:
            case SDL_CONTROLLERBUTTONUP:
                if (const auto name = button_names().find(event.cbutton.button); name != button_names().end())
                    emit button(name->second, event.type == SDL_CONTROLLERBUTTONDOWN);
                break;
            default: break;
        }
    }
    if (handles_->controller == nullptr) return;
    const auto axis = [&](SDL_GameControllerAxis which) {
        return static_cast<double>(SDL_GameControllerGetAxis(handles_->controller, which));
    };
    const Vec2 left = shaped(axis(SDL_CONTROLLER_AXIS_LEFTX), -axis(SDL_CONTROLLER_AXIS_LEFTY));
    const Vec2 right = shaped(axis(SDL_CONTROLLER_AXIS_RIGHTX), -axis(SDL_CONTROLLER_AXIS_RIGHTY));
    if (left != last_stick_) emit stick(left);
    if (right != Vec2{0.0} || right != last_look_) emit look(right);
    last_stick_ = left;
    last_look_ = right;
}

}  // namespace leap::studio
