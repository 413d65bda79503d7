// SPDX-License-Identifier: MIT
#include "capi/guard.hpp"
#include "capi/handles.hpp"
#include "core/project/course_file.hpp"

using leap::capi::fail;
using leap::capi::guarded;
using leap::capi::guarded_value;
using leap::capi::put_text;

leap_result leap_course_read(const char* json, size_t length, leap_course** out, leap_error* error) {
    if (out != nullptr) *out = nullptr;
    if (json == nullptr || out == nullptr) return fail(error, LEAP_ARGUMENT, "a course file's text is wanted");
    return guarded(error, [&] {
        auto plan = leap::read_course({json, length}, "course");
        if (!plan) return fail(error, LEAP_FILE, plan.error());
        auto made = std::make_unique<leap_course>();
        made->course = std::make_shared<const leap::Course>(leap::build_course(std::move(*plan)));
        *out = made.release();
        return LEAP_OK;
    });
}

void leap_course_free(leap_course* course) {
    delete course;
}

leap_result leap_course_in_game(const leap_geometry* geometry, const char* json, size_t length, leap_course** out,
                                leap_error* error) {
    if (out != nullptr) *out = nullptr;
    leap_geometry given{};
    if (out == nullptr || !leap::capi::take_struct(geometry, given) || given.gather == nullptr)
        return fail(error, LEAP_ARGUMENT, "a geometry with its size and a gather is wanted");
    return guarded(error, [&] {
        leap::CoursePlan plan;
        if (json != nullptr) {
            auto read = leap::read_course({json, length}, "course");
            if (!read) return fail(error, LEAP_FILE, read.error());
            plan = std::move(*read);
        }
        auto made = std::make_unique<leap_course>();
        made->game = std::make_shared<leap::GameSolids>(given);
        made->course = std::make_shared<const leap::Course>(leap::course_in(std::move(plan), made->game));
        *out = made.release();
        return LEAP_OK;
    });
}

leap_result leap_course_changed(leap_course* course, const double low[3], const double high[3]) {
    if (course == nullptr || !course->game || low == nullptr || high == nullptr) return LEAP_ARGUMENT;
    const leap::Bounds box{{low[0], low[1], low[2]}, {high[0], high[1], high[2]}};
    if (!leap::is_finite(box.low) || !leap::is_finite(box.high)) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        course->game->forget(box);
        return LEAP_OK;
    });
}

size_t leap_course_problems(const leap_course* course) {
    return course == nullptr || !course->game ? 0 : course->game->problem_count();
}

size_t leap_course_problem(const leap_course* course, size_t index, char* buffer, size_t size) {
    if (course == nullptr || !course->game) return put_text({}, buffer, size);
    return guarded_value(std::size_t{0}, [&] { return put_text(course->game->problem(index), buffer, size); });
}
