// SPDX-License-Identifier: MIT
#pragma once

#include <leap.h>

#include <memory>
#include <string>

#include "level.hpp"

/// The keeper: a script of Easy Leap in the game's level. All that the game knows of the library is here.
namespace little_quay {

class Mover {
  public:
    static constexpr int ticks_per_second = 50;

    /// `level` must live as long.
    explicit Mover(Level& level) : level_(&level) {}
    ~Mover();
    Mover(const Mover&) = delete;
    Mover& operator=(const Mover&) = delete;

    /// Reads the script, also anew while the game runs: who plays goes on where it is. Returns what is wrong, or
    /// nothing; then the script that was there goes on.
    std::string load(const std::string& script_file);

    /// From now on scripts, dials and tapes of an open window of Easy Leap count here, and it sees what is played.
    void link();
    /// "linked to little-quay", or why not; empty without link().
    std::string link_status() const;

    void button(const char* name, bool down);
    void stick(double x, double y);
    void look(double yaw, double pitch);

    /// Lets time go by. The lift is moved before each tick, and the library told of it.
    void advance(double seconds);

    struct Drawn {
        Point feet{};  ///< between the last two ticks
        double facing = 0.0;
        bool grounded = false;
        std::string doing;  ///< "walk", "hop.rise_up"
    };
    Drawn drawn() const;
    double time() const { return leap_time(world_); }
    bool playing() const { return world_ != nullptr; }
    std::size_t problems() const { return leap_course_problems(course_); }
    /// What was heard since the last call: "landed", "dash started".
    std::string heard();

  private:
    static int gather(void* user, const double low[3], const double high[3], leap_sink* sink);
    static void feel(void* user, unsigned piece, double carries[3], double* grip);
    void step();
    /// Takes `program` from here on; the keeper goes on where it is. Returns what is wrong, or nothing; then what was
    /// there goes on.
    std::string use(leap_program* program, const leap_start* start = nullptr);
    void take_news();
    void turn_dials();
    void play_tape();
    void come_back();

    Level* level_;
    leap_program* program_ = nullptr;
    leap_course* course_ = nullptr;
    leap_scene* scene_ = nullptr;
    leap_link* link_ = nullptr;
    leap_world* world_ = nullptr;
    double left_over_ = 0.0;
    std::string heard_;
};

}  // namespace little_quay
