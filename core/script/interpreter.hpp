// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <array>
#include <cmath>

#include "core/script/program.hpp"
#include "core/units/elementary.hpp"
#include "core/units/noise.hpp"

/// The stack machine that works out expressions. `Senses` answers what depends on the running state:
///
///     double number(Sense, int index, int detail);  Vec3 vector(Sense, int index);
///     double boost(DialId); double counter(int); double meter(int); double memory(int slot); bool there(double);
///     Vec3 target_place(double); bool within(const Instruction&, double seconds);
///
/// No operation gives NaN: division by zero, roots of negatives and powers without a value give 0.
namespace leap {

inline constexpr std::size_t expression_stack = 256;  ///< checked by the compiler

/// `<=` and `>=` hold for values that only rounding keeps apart: a speed that was braked down to a cap has met it.
inline constexpr double comparison_rounding = 1e-9;

inline double finite_or_zero(double value) {
    return std::isfinite(value) ? value : 0.0;
}

template <class Senses>
class Interpreter {
  public:
    Interpreter(const Program& program, const Tuning& tuning, Senses& senses)
        : program_(program), tuning_(tuning), senses_(senses) {}

    /// Runs code; the result lies at result()[0..2].
    void run(const Expression& expression) {
        top_ = 0;
        for (std::uint32_t i = 0; i < expression.count; ++i) {
            const Instruction& in = program_.code[expression.first + i];
            const bool skips = (in.op == Op::skip_if_no && stack_[top_ - 1] == 0.0) ||
                               (in.op == Op::skip_if_yes && stack_[top_ - 1] != 0.0);
            if (skips) {
                i += static_cast<std::uint32_t>(in.detail);
            } else {
                step(in);
            }
        }
    }
    double number() const { return stack_[0]; }
    Vec3 vector() const { return {stack_[0], stack_[1], stack_[2]}; }

  private:
    void push(double value) { stack_[top_++] = value; }
    double pop() { return stack_[--top_]; }
    void push(const Vec3& v) {
        push(v.x);
        push(v.y);
        push(v.z);
    }
    Vec3 pop_vector() {
        top_ -= 3;
        return {stack_[top_], stack_[top_ + 1], stack_[top_ + 2]};
    }
    template <class F>
    void two(F f) {
        const double b = pop();
        const double a = pop();
        push(static_cast<double>(f(a, b)));
    }
    template <class F>
    void two_vectors(F f) {
        const Vec3 b = pop_vector();
        const Vec3 a = pop_vector();
        push(f(a, b));
    }

    void step(const Instruction& in) {
        switch (in.op) {
            case Op::constant: push(in.number); break;
            case Op::dial: push(tuning_.dials[static_cast<std::size_t>(in.index)]); break;
            case Op::boosted_dial:
                push(finite_or_zero(tuning_.dials[static_cast<std::size_t>(in.index)] *
                                    senses_.boost(DialId::read(in.index))));
                break;
            case Op::folded: push(tuning_.folded[static_cast<std::size_t>(in.index)]); break;
            case Op::counter: push(senses_.counter(in.index)); break;
            case Op::own_counter: push(senses_.own_counter(in.detail, in.index)); break;
            case Op::meter: push(senses_.meter(in.index)); break;
            case Op::memory: push(senses_.memory(in.index)); break;
            case Op::memory_vector:
                for (int i = 0; i < 3; ++i) push(senses_.memory(in.index + i));
                break;
            case Op::own_memory: push(senses_.own_memory(in.detail, in.index)); break;
            case Op::own_memory_vector:
                for (int i = 0; i < 3; ++i) push(senses_.own_memory(in.detail, in.index + i));
                break;
            case Op::sense: push(senses_.number(in.sense, in.index, in.detail)); break;
            case Op::sense_vector: push(senses_.vector(in.sense, in.index)); break;
            case Op::negate: push(-pop()); break;
            case Op::invert: push(pop() == 0.0 ? 1.0 : 0.0); break;
            case Op::add: two([](double a, double b) { return a + b; }); break;
            case Op::subtract: two([](double a, double b) { return a - b; }); break;
            case Op::multiply: two([](double a, double b) { return finite_or_zero(a * b); }); break;
            case Op::divide: two([](double a, double b) { return b == 0.0 ? 0.0 : finite_or_zero(a / b); }); break;
            case Op::power: push(finite_or_zero(elementary::pow(pop(), in.number))); break;
            case Op::negate_vector: push(-pop_vector()); break;
            case Op::add_vector: two_vectors([](Vec3 a, Vec3 b) { return a + b; }); break;
            case Op::subtract_vector: two_vectors([](Vec3 a, Vec3 b) { return a - b; }); break;
            case Op::scale_vector: {
                const double factor = pop();
                push(pop_vector() * factor);
                break;
            }
            case Op::divide_vector: {
                const double divisor = pop();
                const Vec3 v = pop_vector();
                push(divisor == 0.0 ? Vec3{0.0} : v / divisor);
                break;
            }
            case Op::less: two([](double a, double b) { return a < b; }); break;
            case Op::less_equal: two([](double a, double b) { return a <= b + comparison_rounding; }); break;
            case Op::greater: two([](double a, double b) { return a > b; }); break;
            case Op::greater_equal: two([](double a, double b) { return a >= b - comparison_rounding; }); break;
            case Op::equal: two([](double a, double b) { return a == b; }); break;
            case Op::unequal: two([](double a, double b) { return a != b; }); break;
            case Op::skip_if_no:
            case Op::skip_if_yes: break;
            case Op::both: two([](double a, double b) { return a != 0.0 && b != 0.0; }); break;
            case Op::either: two([](double a, double b) { return a != 0.0 || b != 0.0; }); break;
            case Op::either_vector: two_vectors([](Vec3 a, Vec3 b) { return glm::length(a) > 1e-6 ? a : b; }); break;
            case Op::within: {
                const double seconds = pop();
                push(senses_.within(in, seconds) ? 1.0 : 0.0);
                break;
            }
            case Op::pick: pick(in, 1); break;
            case Op::pick_vector: pick(in, 3); break;
            case Op::minimum: two([](double a, double b) { return std::min(a, b); }); break;
            case Op::maximum: two([](double a, double b) { return std::max(a, b); }); break;
            case Op::absolute: push(std::abs(pop())); break;
            case Op::clamp: {
                const double high = pop();
                const double low = pop();
                push(std::min(std::max(pop(), low), high));
                break;
            }
            case Op::mix: {
                const double share = pop();
                const double b = pop();
                const double a = pop();
                push(a + (b - a) * share);
                break;
            }
            case Op::square_root: push(std::sqrt(std::max(0.0, pop()))); break;
            case Op::sine: push(elementary::sin(pop())); break;
            case Op::cosine: push(elementary::cos(pop())); break;
            case Op::length: push(glm::length(pop_vector())); break;
            case Op::flat: push(horizontal(pop_vector())); break;
            case Op::direction: push(direction_or_zero(pop_vector())); break;
            case Op::dot: {
                const Vec3 b = pop_vector();
                push(glm::dot(pop_vector(), b));
                break;
            }
            case Op::round_down: push(std::floor(pop() + comparison_rounding)); break;
            case Op::round_up: push(std::ceil(pop() - comparison_rounding)); break;
            case Op::round_near: push(std::round(pop())); break;
            case Op::sign: {
                const double a = pop();
                push(static_cast<double>(a > 0.0) - static_cast<double>(a < 0.0));
                break;
            }
            case Op::angle_of: two([](double y, double x) { return elementary::atan2(y, x); }); break;
            case Op::turned: {
                const double angle = pop();
                push(turned_about_up(pop_vector(), angle));
                break;
            }
            case Op::noise: two([](double seed, double number) { return noise(seed, number); }); break;
            case Op::stick_of: push(senses_.stick_of(pop())); break;
            case Op::there: push(senses_.there(pop()) ? 1.0 : 0.0); break;
            case Op::target_place: push(senses_.target_place(pop())); break;
            case Op::shape: push(curve_value(program_.curves[static_cast<std::size_t>(in.index)], pop())); break;
        }
    }

    /// pick(n, a, b, ...): the values lie above n on the stack.
    void pick(const Instruction& in, std::size_t width) {
        const auto values = static_cast<std::size_t>(in.detail);
        const std::size_t first = top_ - values * width;
        const double wanted = std::clamp(stack_[first - 1], 0.0, static_cast<double>(values - 1));
        const std::size_t from = first + static_cast<std::size_t>(wanted) * width;
        for (std::size_t i = 0; i < width; ++i) stack_[first - 1 + i] = stack_[from + i];
        top_ = first - 1 + width;
    }

    const Program& program_;
    const Tuning& tuning_;
    Senses& senses_;
    std::array<double, expression_stack> stack_;  // written before it is read
    std::size_t top_ = 0;
};

}  // namespace leap
