// SPDX-License-Identifier: MIT
#include "tests/core/random_script.hpp"

#include <algorithm>
#include <set>
#include <sstream>
#include <vector>

#include "core/script/compile.hpp"
#include "tests/core/support.hpp"

namespace leap::test {
namespace {

constexpr std::size_t kinds = 3;
constexpr std::size_t phases = 4;

class Writer {
  public:
    explicit Writer(std::mt19937& random) : random_(random) {}

    std::vector<std::string> lines() {
        std::istringstream body(plain_body);
        for (std::string line; std::getline(body, line);) out_.push_back(line);
        out_.emplace_back("button use key \"E\"");
        for (std::size_t i = 0; i < kinds; ++i) fixture(i);
        for (std::size_t i = 0; i < 2; ++i) move(i);
        return std::move(out_);
    }

  private:
    std::size_t below(std::size_t count) { return random_() % count; }
    bool chance(unsigned percent) { return random_() % 100 < percent; }
    std::string one_of(std::initializer_list<const char*> words) { return words.begin()[below(words.size())]; }
    std::string kind() { return "kind" + std::to_string(below(kinds)); }
    std::string phase() { return "p" + std::to_string(below(phases)); }
    std::string number(double low, double high) {
        const double share = static_cast<double>(random_() % 1000) / 999.0;
        return std::to_string(low + share * (high - low));
    }
    std::string length(double low, double high) {
        if (chance(65)) return number(low, high) + " m";
        return number(-0.5, 0.5) + " * " +
               one_of({"length(link_middle)", "length(own_place)", "length(holder_place)", "length(link_place)", "feet",
                       "length(own_middle)", "depth(water)", "slider_offset", "phase_time * 2 m/s", "n * 0.3 m"});
    }
    std::string direction() {
        return one_of({"up", "along_x", "along_y", "look", "forward", "own_front", "own_ahead", "own_up", "holder_look",
                       "path_ahead", "link_middle - own_middle", "own_front"});
    }
    std::string speed() {
        return chance(75) ? number(-3, 12) + " m/s" : one_of({"speed", "vertical_speed", "n * 2 m/s"});
    }
    /// What holds for an instant, or for a while and is then asked after a time: phases seldom chase each other.
    std::string condition() {
        switch (below(12)) {
            case 0: return "touched";
            case 1: return "touched_by(" + kind() + ")";
            case 2: return "used";
            case 3: return "told";
            case 4: return "heard(bang)";
            case 5: return "heard(clang)";
            case 6: return "pressed(use)";
            case 7: return "released(jump)";
            default:
                return "phase_time > " + number(0.01, 0.4) + " s and " +
                       one_of({"blocked", "is_held", "link_room", "eyes.hit", "resting", "not focused", "in_sight",
                               "clear", "at_stop", "touching", "n > 2", "grounded", "airborne"});
        }
    }
    std::string act() {
        switch (below(14)) {
            case 0: return "hold";
            case 1: return "throw " + direction() + " at " + speed();
            case 2: return "emit bang";
            case 3: return "emit clang to " + kind() + " within 6 m";
            case 4: return "tell link";
            case 5: return "teleport to link";
            case 6: return "n += 1";
            case 7: return kind() + ".n += 1";
            case 8: return "respawn";
            case 9: return "spawn " + kind() + " at own_middle + " + number(-2, 2) + " * along_x * 1 m";
            case 10: return "freeze for " + number(0.01, 0.1) + " s";
            case 11: return "remember kept = " + length(-1, 1);
            case 12: return "launch " + direction() + " at " + speed();
            default: return "tag kind0 for 0.2 s";
        }
    }
    std::string acts() {
        std::string out = act();
        while (chance(35)) out += ", " + act() + (chance(25) ? " when " + condition() : std::string());
        return out;
    }
    /// Of a fixture that is moved by its phases.
    std::string placed_effect() {
        switch (below(8)) {
            case 0: return "slide " + length(-1, 1) + ", " + length(-1, 1) + ", " + length(0, 2);
            case 1: return "swing " + number(-120, 120) + " deg" + (chance(30) ? " eased" : "");
            case 2: return "grow to " + number(0.4, 2) + ", " + number(0.4, 2) + ", " + number(0.4, 2);
            case 3: return "follow path at " + number(0.2, 5) + " m/s";
            case 4: return "stays";
            case 5: return "face " + direction();
            case 6: return "seat 0 m, 0 m, " + number(0, 0.6) + " m";
            default: return common_effect();
        }
    }
    /// Of one that is moved by what happens to it.
    std::string loose_effect() {
        switch (below(10)) {
            case 0: return "gravity " + number(-20, 30) + " m/s^2";
            case 1: return "push " + direction() + " force " + number(-400, 400) + " N";
            case 2: return "spring to link_middle stiffness " + number(1, 400) + " N/m damping 10 kg/s";
            case 3: return "drag " + number(0, 9) + " /s";
            case 4: return "hinge about " + one_of({"length", "width", "height"}) + (chance(40) ? " linked" : "");
            case 5: return "slider along " + one_of({"length", "width", "height"}) + (chance(40) ? " linked" : "");
            case 6: return "tied to link length " + number(0.2, 4) + " m";
            case 7: return "upright";
            case 8: return "seat 0 m, 0 m, " + number(0, 0.6) + " m";
            default: return common_effect();
        }
    }
    std::string common_effect() {
        switch (below(4)) {
            case 0: return "say \"n is {n}\"";
            case 1: return "tag kind" + std::to_string(below(kinds));
            case 2: return "transparency " + number(0, 100) + " %";
            default: return "hitbox bang radius " + number(0.2, 1) + " m at 0.5 m, 0 m, 0.5 m";
        }
    }
    std::string character_effect() {
        switch (below(6)) {
            case 0: return "gravity " + number(-20, 40) + " m/s^2";
            case 1: return "drive forward at " + number(-8, 14) + " m/s";
            case 2: return "push look force " + number(-900, 900) + " N";
            case 3: return "boost speed " + number(20, 300) + " %";
            case 4: return "capsule height " + number(0.7, 1.7) + " m";
            default: return "hitbox bang radius " + number(0.2, 1) + " m at 0.5 m, 0 m, 0.5 m";
        }
    }
    void say(const std::string& line) { out_.push_back(line); }

    void fixture(std::size_t index) {
        say("fixture kind" + std::to_string(index) + " {");
        say(one_of({"box 0.8 m, 0.6 m, 0.7 m", "sphere radius 0.35 m", "capsule radius 0.3 m height 1.2 m",
                    "box 2 m, 2 m, 0.3 m"}));
        say("mass " + number(1, 90) + " kg");
        say("counter n in 0..9");
        if (chance(50)) say("focus within 3 m on use prompt \"Take\"");
        say("probe eyes = " + one_of({"nearest tester within 5 m", "nearest kind0 within 4 m", "ray own_front 6 m"}));
        const bool loose_kind = chance(60);
        for (std::size_t i = 0; i < phases; ++i) {
            const bool timed = chance(35);
            say("phase p" + std::to_string(i) + (timed ? " for " + number(0.02, 0.5) + " s" : "") + " {");
            const std::size_t kept = below(6);
            if (!loose_kind)
                say(one_of({"solid", "solid", "hidden", ""}));
            else if (kept < 3)
                say("loose");
            else if (kept < 5)
                say("carried " + length(-1, 1) + ", " + length(-1, 1) + ", " + length(0, 2));
            else
                say(one_of({"return home", "hidden", "solid"}));
            for (std::size_t k = below(4); k > 0; --k)
                say(!loose_kind ? placed_effect() : kept < 3 ? loose_effect() : common_effect());
            if (chance(40)) say("start: " + acts());
            for (std::size_t k = 1 + below(3); k > 0; --k)
                say("go " + phase() + " when " + condition() + (chance(70) ? " then: " + acts() : ""));
            if (chance(40)) say("go " + phase() + " after " + number(0.02, 0.6) + " s");
            if (timed) say("go " + phase());
            say("}");
        }
        say("}");
    }
    void move(std::size_t index) {
        say("move act" + std::to_string(index) + " on " + one_of({"jump", "dash"}) + " {");
        say("counter n in 0..9");
        say("on " + one_of({"heard(bang)", "landed", "heard(clang)"}) + ": " + acts());
        for (std::size_t i = 0; i < 2; ++i) {
            say("phase p" + std::to_string(i) + " {");
            say("start: launch up at " + number(2, 8) + " m/s");
            if (chance(60)) say("start: " + acts());
            if (chance(60)) say(character_effect());
            if (chance(40)) say("on heard(clang): " + acts());
            if (i == 0) say("go p1 when " + condition());
            say("end after " + number(0.05, 0.6) + " s");
            say("}");
        }
        say("}");
    }

    std::mt19937& random_;
    std::vector<std::string> out_;
};

std::string joined(const std::vector<std::string>& lines) {
    std::string out;
    for (const std::string& line : lines) out += line + "\n";
    return out;
}

}  // namespace

std::string random_script(std::mt19937& random) {
    std::vector<std::string> lines = Writer(random).lines();
    for (int round = 0; round < 40; ++round) {
        const std::string text = joined(lines);
        const CompileOutput out = compile_text(text);
        if (out.program) return text;
        std::set<std::size_t, std::greater<>> refused;
        for (const Diagnostic& d : out.diagnostics)
            if (d.severity == Severity::error)
                refused.insert(static_cast<std::size_t>(
                    std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(d.range.begin), '\n')));
        for (const std::size_t line : refused) {
            // What opens a block can't be left out alone: its first statement is, instead.
            const std::size_t one = lines[line].ends_with("{") ? line + 1 : line;
            if (one >= lines.size() || lines[one].ends_with("{") || lines[one] == "}") return {};
            lines.erase(lines.begin() + static_cast<std::ptrdiff_t>(one));
        }
    }
    return {};
}

CoursePlan random_yard(std::mt19937& random, std::size_t count) {
    CoursePlan plan = flat_plan();
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random() % 1000) / 999.0;
    };
    for (int i = 0; i < 4; ++i) {
        plan.pieces.push_back(box({between(-6, 6), between(-6, 6), 0.4}, {between(0.4, 2), between(0.4, 2), 0.8}));
        plan.pieces.back().name = "piece " + std::to_string(i);
    }
    for (std::size_t i = 0; i < count; ++i) {
        PlacedFixture placed;
        placed.name = "f" + std::to_string(i);
        placed.kind = "kind" + std::to_string(random() % kinds);
        placed.position = {between(-4, 4), between(-4, 4), between(0, 3)};
        placed.turn_deg = between(-180, 180);
        if (random() % 3 != 0) placed.link = "f" + std::to_string(random() % count);
        if (random() % 3 == 0)
            placed.path.points = {{{between(-3, 3), between(-3, 3), 0}, true},
                                  {{between(-3, 3), between(-3, 3), 1}, false}};
        plan.fixtures.push_back(std::move(placed));
    }
    return plan;
}

}  // namespace leap::test
