/* SPDX-License-Identifier: MIT
 * The header from C89: a body on a floor of two triangles jumps, and lands. Prints the top of its way. */
#include <stdio.h>
#include <string.h>

#include <leap.h>

static int gather(void *user, const double low[3], const double high[3], leap_sink *sink) {
    static const double a[3] = {-50, -50, 0};
    static const double b[3] = {50, -50, 0};
    static const double c[3] = {50, 50, 0};
    static const double d[3] = {-50, 50, 0};
    (void)user;
    (void)low;
    (void)high;
    leap_sink_triangle(sink, 0, 0, a, b, c);
    leap_sink_triangle(sink, 0, 1, a, c, d);
    return 0;
}

static const char *script =
    "button jump key \"Space\"\n"
    "body hopper { capsule radius 0.3 m height 1.7 m  gravity 20 m/s^2 }\n"
    "stance walk { steer to 6 m/s gain 40 m/s^2 brake 50 m/s^2 }\n"
    "move hop on jump { gate grounded  phase up { start: launch up at sqrt(2 * 20 m/s^2 * 1.25 m)  end when rising <= 0 m/s } }\n";

int main(void) {
    leap_source source;
    leap_error error;
    leap_geometry geometry;
    leap_start start;
    leap_character character;
    leap_program *program = NULL;
    leap_course *course = NULL;
    leap_scene *scene = NULL;
    leap_world *world = NULL;
    double top = 0;
    int i;

    source.path = "hopper.leap";
    source.text = script;
    source.length = strlen(script);
    memset(&error, 0, sizeof error);
    memset(&geometry, 0, sizeof geometry);
    geometry.size = sizeof geometry;
    geometry.gather = gather;
    memset(&start, 0, sizeof start);
    start.size = sizeof start;
    character.size = sizeof character;
    if (leap_compile(&source, 1, &program, NULL, &error) != LEAP_OK ||
        leap_course_in_game(&geometry, NULL, 0, &course, &error) != LEAP_OK ||
        leap_scene_new(program, NULL, course, 50, &scene, &error) != LEAP_OK ||
        leap_world_new(scene, &start, 1, &world, &error) != LEAP_OK) {
        fprintf(stderr, "%s:%d: %s\n", error.file, error.line, error.message);
        return 1;
    }
    leap_button(world, 0, leap_find(program, LEAP_BUTTONS, "jump"), 1, 0.0);
    for (i = 0; i < 100; ++i) {
        leap_step(world);
        leap_character_get(world, 0, &character);
        if (character.position[2] > top) top = character.position[2];
    }
    printf("top %.2f m, landed %d\n", top, character.grounded);
    leap_world_free(world);
    leap_scene_free(scene);
    leap_course_free(course);
    leap_program_free(program);
    return top > 1.2 && top < 1.26 && character.grounded ? 0 : 1;
}
