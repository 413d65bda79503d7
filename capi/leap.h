/* SPDX-License-Identifier: MIT
 *
 * Easy Leap as a library: the moves of a script, in a game's own world.
 *
 * Plain C (C89), no exceptions, no globals. World frame: x and y level, z up; metres, seconds, radians, kilograms.
 * Angles of facing: 0 looks along x, counter-clockwise seen from above.
 *
 * HANDLES. What a function gives through `leap_x **out` belongs to the caller, who frees it with leap_x_free(). Every
 * free takes NULL. Handles keep what they need of each other: a program may be freed while a scene made of it is used.
 *
 * THREADS. Programs, courses, tunings and scenes don't change once they are made (but see leap_course_changed() and
 * leap_tuning_set()): any number of threads may use them at once. A world is used by one thread at a time; different
 * worlds by different threads at once. A geometry's functions are called by the thread that steps a world.
 *
 * ERRORS. Functions that can fail return a leap_result; 0 is LEAP_OK. `error` may be NULL; else it is filled in when
 * the call fails, and left alone when it doesn't. NULL where a handle is wanted, an index that isn't there, numbers
 * that are none: LEAP_ARGUMENT, and nothing has happened. A failed call leaves its `out` NULL or as it was.
 *
 * TEXTS are UTF-8. A function that gives one writes at most `size` bytes, with a zero at the end, and returns how long
 * the whole text is, without the zero; `buffer` may be NULL when `size` is 0. Texts that are given as `const char *`
 * live as long as the handle they came from.
 *
 * STRUCTS that grow in later versions begin with `size`: set it to sizeof the struct before the call. All of one array
 * have the same size. A leap_error whose size isn't set stays as it is; the result is returned all the same.
 */
#ifndef LEAP_H
#define LEAP_H

#include <stddef.h>

#if defined(__GNUC__)
#define LEAP_API __attribute__((visibility("default")))
#else
#define LEAP_API
#endif

#ifdef __cplusplus
extern "C" {
#endif

/* ---- Version ----------------------------------------------------------------------------------------------------
 * Within one major version functions are added, never changed. */
#define LEAP_VERSION_MAJOR 0
#define LEAP_VERSION_MINOR 1
#define LEAP_VERSION_PATCH 0

/* The version of the library that is linked, as major * 10000 + minor * 100 + patch. */
LEAP_API int leap_version(void);

/* ---- Results ---------------------------------------------------------------------------------------------------- */
typedef enum leap_result {
    LEAP_OK = 0,
    LEAP_ARGUMENT = 1, /* a call that makes no sense: see `message` */
    LEAP_SCRIPT = 2,   /* the script has errors */
    LEAP_FILE = 3,     /* a course or tape that can't be read */
    LEAP_NOT_FOUND = 4,/* nothing of that name */
    LEAP_LIMIT = 5,    /* more than the library takes */
    LEAP_MEMORY = 6,   /* no room left */
    LEAP_STOPPED = 7,  /* by the caller's own `stop` */
    LEAP_INTERNAL = 8  /* a fault of the library */
} leap_result;

typedef struct leap_error {
    size_t size;
    leap_result result;
    int line;           /* in `file`, from 1; 0: not known */
    int column;         /* from 1 */
    char file[256];     /* or empty */
    char message[768];  /* what happened and what to do, in one sentence or two; cut short when it is longer */
} leap_error;

/* leap_error error = LEAP_ERROR_INIT; */
#define LEAP_ERROR_INIT {sizeof(leap_error), LEAP_OK, 0, 0, "", ""}

typedef struct leap_program leap_program; /* compiled scripts */
typedef struct leap_report leap_report;   /* what the compiler had to say */
typedef struct leap_tuning leap_tuning;   /* values of dials */
typedef struct leap_course leap_course;   /* what is solid, and places, targets and fixtures in it */
typedef struct leap_scene leap_scene;     /* a program with a tuning in a course, at a tick rate */
typedef struct leap_world leap_world;     /* a scene while it is played */
typedef struct leap_state leap_state;     /* a world at one instant */
typedef struct leap_sink leap_sink;       /* takes the solids that a game hands over */

/* ---- Programs --------------------------------------------------------------------------------------------------- */
typedef struct leap_source {
    size_t size;
    const char *path; /* "wick.leap"; a `use "moves/dash.leap"` in it names that path, from where the using file is */
    const char *text;
    size_t length;    /* bytes */
} leap_source;

/* Compiles the first source and those it uses. `report`, when it isn't NULL, gets a report in any case, with all
 * errors and warnings. LEAP_SCRIPT: there are errors; `error` has the first. */
LEAP_API leap_result leap_compile(const leap_source *sources, size_t count, leap_program **out, leap_report **report,
                                  leap_error *error);
LEAP_API void leap_program_free(leap_program *program);

typedef struct leap_diagnostic {
    size_t size;
    int is_error; /* 0: a warning */
    int line;     /* where it begins and ends, from 1 */
    int column;
    int end_line;
    int end_column;
    const char *file;
    const char *message;
    const char *hint; /* what to try, or "" */
} leap_diagnostic;

LEAP_API size_t leap_report_count(const leap_report *report);
LEAP_API leap_result leap_report_get(const leap_report *report, size_t index, leap_diagnostic *out);
LEAP_API void leap_report_free(leap_report *report);

/* What a program has, by kind, in the order of the text. Events name them by these indices. */
typedef enum leap_list {
    LEAP_BODIES = 0,
    LEAP_BUTTONS = 1,
    LEAP_MACHINES = 2, /* stances, moves and kinds of fixtures; leap_machine_kind() says which */
    LEAP_EMITTED = 3,  /* events that scripts emit */
    LEAP_VALUES = 4,   /* counters, meters and gauges ("breath", "hop.done"): see leap_value() */
    LEAP_READINGS = 5,
    LEAP_POSES = 6,
    LEAP_VOLUMES = 7   /* kinds of pieces that the script speaks of */
} leap_list;
LEAP_API size_t leap_count(const leap_program *program, leap_list list);
/* NULL when there is none of that index. */
LEAP_API const char *leap_name(const leap_program *program, leap_list list, size_t index);
/* -1 when there is none of that name. */
LEAP_API int leap_find(const leap_program *program, leap_list list, const char *name);

typedef enum leap_machine_type { LEAP_NO_MACHINE = 0, LEAP_STANCE = 1, LEAP_MOVE = 2, LEAP_FIXTURE = 3 } leap_machine_type;
LEAP_API leap_machine_type leap_machine_kind(const leap_program *program, size_t machine);
LEAP_API size_t leap_phase_count(const leap_program *program, size_t machine);
LEAP_API const char *leap_phase_name(const leap_program *program, size_t machine, size_t phase);

/* ---- Dials ------------------------------------------------------------------------------------------------------ */
typedef struct leap_dial {
    size_t size;
    const char *name;  /* "hop.rise" */
    const char *unit;  /* as the script writes it: "m", "m/s", "%", or "" */
    const char *help;
    double value;      /* as the script states it; all three in metres, seconds, radians, kilograms, shares of 1 */
    double low;
    double high;
} leap_dial;
LEAP_API size_t leap_dial_count(const leap_program *program);
LEAP_API leap_result leap_dial_get(const leap_program *program, size_t index, leap_dial *out);

/* A tuning as the script states it. */
LEAP_API leap_result leap_tuning_new(const leap_program *program, leap_tuning **out, leap_error *error);
LEAP_API void leap_tuning_free(leap_tuning *tuning);
/* LEAP_NOT_FOUND: no dial of that name; `error` says which is near. LEAP_ARGUMENT: outside of the dial's range. Scenes
 * that were made of the tuning before don't change; not while another thread uses the tuning. */
LEAP_API leap_result leap_tuning_set(leap_tuning *tuning, const char *dial, double value, leap_error *error);
/* The same as it is written in a script: "2.4 m". */
LEAP_API leap_result leap_tuning_set_text(leap_tuning *tuning, const char *dial, const char *value, leap_error *error);
LEAP_API leap_result leap_tuning_get(const leap_tuning *tuning, const char *dial, double *out);
/* Leaves a move or stance out ("dash"), or one kind of its accents ("dash.zoom"). */
LEAP_API leap_result leap_tuning_leave_out(leap_tuning *tuning, const char *name, leap_error *error);

/* ---- Courses ---------------------------------------------------------------------------------------------------- */
/* A course file of Easy Leap. */
LEAP_API leap_result leap_course_read(const char *json, size_t length, leap_course **out, leap_error *error);
LEAP_API void leap_course_free(leap_course *course);

/* A game's own geometry. What it hands over is looked at in cubes of 4 m, and kept: each cube is asked for once, until
 * leap_course_changed() says that something in it is another. So a gather must give all that meets the box, the same
 * every time, whatever was asked before. It may be asked by several threads at once when several worlds are stepped.
 * Return 0; anything else means that it can't be told now: the cube counts as empty, and is asked again later.
 * What makes no sense is left out and counted: see leap_course_problems(). */
typedef struct leap_geometry {
    size_t size;
    void *user; /* handed back in each call */
    int (*gather)(void *user, const double low[3], const double high[3], leap_sink *sink);
    /* How fast the surface of a piece goes, with whoever stands on it (m/s, world; it begins as 0, 0, 0), and its grip
     * (share of what steering gains and brakes at; it begins as 1). NULL: all are like any ground. */
    void (*feel)(void *user, unsigned piece, double carries[3], double *grip);
    /* Whether a piece is of a kind that scripts ask for ("anchor"): 1 or 0. NULL: none is. */
    int (*is_of_kind)(void *user, unsigned piece, const char *kind);
} leap_geometry;

/* `json`: a course file for its places, targets, fixtures and volumes; its solid pieces are left out. NULL: none.
 * `geometry` is copied. */
LEAP_API leap_result leap_course_in_game(const leap_geometry *geometry, const char *json, size_t length,
                                         leap_course **out, leap_error *error);
/* Something in this box is no more what it was: it is asked for again. Not while a world of the course is stepped. */
LEAP_API leap_result leap_course_changed(leap_course *course, const double low[3], const double high[3]);
/* How many solids made no sense so far (numbers that are none, no size, not convex, more than a million in one cube),
 * and how often a gather failed. */
LEAP_API size_t leap_course_problems(const leap_course *course);
/* One of the last of them in words, `index` from 0. */
LEAP_API size_t leap_course_problem(const leap_course *course, size_t index, char *buffer, size_t size);

/* For gather() to hand a solid over. `piece` and `part` say what it is: of two that are met alike the lower one counts,
 * and contacts tell the piece. Solids need not lie within the box. */
/* A box, turned about the upward axis only. `half`: half its length, width and height. */
LEAP_API void leap_sink_box(leap_sink *sink, unsigned piece, unsigned part, const double center[3], const double half[3],
                            double turn);
/* Both sides are solid. */
LEAP_API void leap_sink_triangle(leap_sink *sink, unsigned piece, unsigned part, const double a[3], const double b[3],
                                 const double c[3]);
/* Convex. `corners`: three numbers each. `faces`: for each of `face_count` faces the count of its corners, then their
 * numbers, in order, either way round. */
LEAP_API void leap_sink_hull(leap_sink *sink, unsigned piece, unsigned part, const double *corners, size_t corner_count,
                             const unsigned *faces, size_t face_count);
/* Everything within `radius` of the line between two points: a capsule; a sphere when they are the same. */
LEAP_API void leap_sink_round(leap_sink *sink, unsigned piece, unsigned part, const double from[3], const double to[3],
                              double radius);

/* ---- Scenes ----------------------------------------------------------------------------------------------------- */
/* `tuning` may be NULL: as the script states it. `rate`: ticks per second, 20 to 1000. */
LEAP_API leap_result leap_scene_new(const leap_program *program, const leap_tuning *tuning, const leap_course *course,
                                    int rate, leap_scene **out, leap_error *error);
LEAP_API void leap_scene_free(leap_scene *scene);

/* ---- Worlds ----------------------------------------------------------------------------------------------------- */
typedef struct leap_start {
    size_t size;
    const char *name;   /* of the character, for tapes; NULL: its body's */
    const char *body;   /* of the script; NULL: its first */
    const char *place;  /* of the course; NULL: at `position` */
    double position[3]; /* of the feet; ground that is near counts as stood on */
    double facing;
} leap_start;

LEAP_API leap_result leap_world_new(const leap_scene *scene, const leap_start *starts, size_t count, leap_world **out,
                                    leap_error *error);
LEAP_API void leap_world_free(leap_world *world);
/* From the next tick on with another scene: other values of dials, kinds switched off or on, another course with the same
 * fixtures and targets. Its program and tick rate must be the same. */
LEAP_API leap_result leap_world_use(leap_world *world, const leap_scene *scene, leap_error *error);

/* Inputs of a character for the tick that comes next. `after`: how long after its begin, at least 0; what lies beyond
 * its end waits for its tick. Buttons are LEAP_BUTTONS. The stick counts up to a length of 1: x to the right, y ahead
 * as the eyes look. */
LEAP_API leap_result leap_button(leap_world *world, size_t character, int button, int down, double after);
LEAP_API leap_result leap_stick(leap_world *world, size_t character, double x, double y, double after);
LEAP_API leap_result leap_look(leap_world *world, size_t character, double yaw, double pitch, double after);

/* One tick. */
LEAP_API leap_result leap_step(leap_world *world);
/* As many ticks as `seconds` hold, with what was left over from the last call; `share`, when it isn't NULL, gets how
 * much of the next tick has gone by, 0 to 1, for drawing between the last two. More than `most` ticks are not caught
 * up: the rest of the time is forgotten. Returns how many were run, or -1. */
LEAP_API int leap_advance(leap_world *world, double seconds, int most, double *share);

LEAP_API double leap_time(const leap_world *world);
LEAP_API size_t leap_character_count(const leap_world *world);

typedef struct leap_character {
    size_t size;
    double position[3];    /* of the feet */
    double velocity[3];    /* with what carries it */
    double facing;
    double look_yaw;
    double look_pitch;     /* up is positive */
    double height;         /* of its capsule, now */
    double radius;
    int grounded;
    int ground_piece;      /* the piece it stands on; -1: none, or something else */
    int ground_fixture;    /* the fixture it stands on; -1: none */
    int body;              /* LEAP_BODIES */
    int stance;            /* LEAP_MACHINES; -1: none */
    int move;              /* of the body's layer; -1: none */
    int phase;             /* of that move; -1: none */
    double phase_time;     /* how long it has been in it */
    int seat;              /* the fixture it sits on; -1: none */
    int focus;             /* the fixture that has the focus; -1: none */
    double before[3];      /* where its feet were a tick before; `position` when it was put elsewhere */
} leap_character;
LEAP_API leap_result leap_character_get(const leap_world *world, size_t character, leap_character *out);
/* A counter, meter or gauge (LEAP_VALUES) of it now. */
LEAP_API leap_result leap_value(const leap_world *world, size_t character, size_t value, double *out);
/* Whether a move could start now: "ready", "needs ground", "0.41 s". */
LEAP_API size_t leap_why_not(const leap_world *world, size_t character, int move, char *buffer, size_t size);

typedef struct leap_fixture {
    size_t size;
    const char *name;
    int kind;             /* LEAP_MACHINES */
    int phase;
    double phase_time;
    double position[3];   /* of its middle */
    double turn[4];       /* a quaternion: w, x, y, z */
    double half[3];       /* half its length, width and height, now */
    int is_hidden;
    int is_solid;
} leap_fixture;
LEAP_API size_t leap_fixture_count(const leap_world *world);
LEAP_API leap_result leap_fixture_get(const leap_world *world, size_t fixture, leap_fixture *out);

/* What only the eye gets. */
typedef struct leap_view {
    size_t size;
    double view_width;       /* rad; 0: the view's own */
    double view_width_share; /* how much of it counts, 0 to 1 */
    double shake[3];         /* m: right, up, ahead */
    double bob;              /* m upward */
    double lean;             /* rad to the right */
    double lag;              /* s; negative: the view's own */
    double squash;           /* of the figure's height */
    int trail;
    int pose;                /* LEAP_POSES, the one that counts most; -1: none */
    double pose_weight;
    double rumble;           /* of the controller, 0 to 1 */
} leap_view;
LEAP_API leap_result leap_view_get(const leap_world *world, size_t character, leap_view *out);

/* ---- Events ----------------------------------------------------------------------------------------------------- */
typedef enum leap_event_kind {
    LEAP_LANDED = 0,
    LEAP_LEFT_GROUND = 1,
    LEAP_BUMPED_WALL = 2,
    LEAP_BUMPED_CEILING = 3,
    LEAP_STARTED = 4,        /* `index`: the move */
    LEAP_ENDED = 5,
    LEAP_CUT = 6,            /* `detail`: the move that cut it */
    LEAP_PHASE = 7,          /* `detail`: the phase it has come to */
    LEAP_STANCE_CHANGED = 8,
    LEAP_PRESSED = 9,        /* `index`: the button */
    LEAP_RELEASED = 10,
    LEAP_EMIT = 11,          /* `index`: LEAP_EMITTED */
    LEAP_FAULT = 12,         /* rules chase each other at one instant: motion of that tick is given up */
    LEAP_FAILED = 13,
    LEAP_STRUCK = 14,        /* `index`: the target of the course */
    LEAP_POSED = 15,         /* `index`: LEAP_POSES; `detail`: ms */
    LEAP_FOCUS_IN = 16,      /* `index`: the fixture, up to LEAP_GRABBED */
    LEAP_FOCUS_OUT = 17,
    LEAP_USED = 18,
    LEAP_FIXTURE_PHASE = 19, /* `detail`: the phase */
    LEAP_TELEPORTED = 20,
    LEAP_RESPAWNED = 21,
    LEAP_REFUSED = 22,
    LEAP_CAUGHT = 23,
    LEAP_THROWN = 24,
    LEAP_SEATED = 25,
    LEAP_STEPPED_OUT = 26,
    LEAP_GRABBED = 27,
    LEAP_ENTERED = 28,       /* `index`: LEAP_VOLUMES */
    LEAP_LEFT_VOLUME = 29,
    LEAP_HIT_CHARACTER = 30, /* `index`: LEAP_EMITTED; `detail`: whom */
    LEAP_HIT_FIXTURE = 31,
    LEAP_SPAWNED = 32,
    LEAP_NONE_WAITS = 33,    /* none was left to be spawned; `index`: the tag of its kind */
    LEAP_HOLD_REFUSED = 34   /* a thing is not taken by something that it holds itself; `index`: the thing */
} leap_event_kind;

typedef struct leap_event {
    size_t size;
    leap_event_kind kind;
    double time;   /* exact, within the tick */
    int character; /* -1: none */
    int index;
    int detail;
} leap_event;
/* Those of the last step, or of all steps of the last leap_advance(), by time. */
LEAP_API size_t leap_event_count(const leap_world *world);
LEAP_API leap_result leap_event_get(const leap_world *world, size_t index, leap_event *out);
/* "hop.rise started". */
LEAP_API size_t leap_event_text(const leap_world *world, size_t index, char *buffer, size_t size);

/* A short sound that a rule has made, of the same steps as the events. */
typedef enum leap_voice {
    LEAP_THUD = 0,
    LEAP_KNOCK = 1,
    LEAP_WHOOSH = 2,
    LEAP_CHIME = 3,
    LEAP_SPLASH = 4,
    LEAP_CREAK = 5
} leap_voice;
typedef struct leap_sound {
    size_t size;
    leap_voice voice;
    double time;     /* exact, within the tick */
    double loudness; /* 0 to 1 */
    double pitch;    /* times the voice's own */
    double place[3];
    int character; /* whose doing it was */
} leap_sound;
LEAP_API size_t leap_sound_count(const leap_world *world);
LEAP_API leap_result leap_sound_get(const leap_world *world, size_t index, leap_sound *out);

/* ---- Instants --------------------------------------------------------------------------------------------------- */
/* Everything the world is now. Inputs that wait for a later tick are not part of it. */
LEAP_API leap_result leap_save(const leap_world *world, leap_state **out);
/* Back to it, in this world or another one of the same program, course and tick rate. LEAP_ARGUMENT when it doesn't fit:
 * `error` says why, and nothing has changed. A recording ends. */
LEAP_API leap_result leap_restore(leap_world *world, const leap_state *state, leap_error *error);
LEAP_API void leap_state_free(leap_state *state);
/* 1: the same in every bit. */
LEAP_API int leap_state_same(const leap_state *a, const leap_state *b);

/* ---- Recordings ------------------------------------------------------------------------------------------------- */
/* From the world's start: call it before the first step. What is recorded takes some 20 kilobytes for each second. */
LEAP_API leap_result leap_record(leap_world *world);
/* The tape of what was played since, as a tape file. 0: nothing is recorded, or a character didn't start at a place
 * of the course, which a tape file can't say. */
LEAP_API size_t leap_tape(const leap_world *world, const char *name, char *buffer, size_t size);
/* The hash of the run, as `leap run` prints it, two digits a byte. LEAP_ARGUMENT: nothing is recorded. */
LEAP_API leap_result leap_run_hash(const leap_world *world, unsigned char out[8]);
/* The run as comma-separated values, as `leap run --trace` writes it. */
LEAP_API size_t leap_trace_csv(const leap_world *world, char *buffer, size_t size);

/* ---- Whole tapes ------------------------------------------------------------------------------------------------ */
typedef struct leap_run {
    size_t size;
    const leap_scene *scene;
    const char *tape;          /* a tape file's text */
    size_t tape_length;
    double *readings;          /* as many as LEAP_READINGS, or NULL; what there is nothing to read of isn't a number */
    unsigned char hash[8];     /* out */
    leap_result result;        /* out */
    char message[256];         /* out: why it wasn't run, or "" */
} leap_run;
/* Runs them on so many threads (0: one for each core), in any order; what comes out is the same on any number.
 * `stop`, when it isn't NULL, is asked now and then by every thread; once it returns 1 the rest is left:
 * LEAP_STOPPED. */
LEAP_API leap_result leap_run_all(leap_run *runs, size_t count, int threads, int (*stop)(void *user), void *user);

/* ---- Inputs of a tape ------------------------------------------------------------------------------------------- */
/* Gives the inputs of a tape file to the ticks to come: its begin is the present instant. Its characters are the
 * world's, in their order; those that the world doesn't have are left out. LEAP_NOT_FOUND: a button that the program
 * doesn't have; then nothing is given. */
LEAP_API leap_result leap_give_tape(leap_world *world, const char *tape, size_t length, leap_error *error);

/* ---- Live link --------------------------------------------------------------------------------------------------
 * To a window of Easy Leap of the same user on the same machine: its scripts and dials take effect in the game at the
 * next tick, what the game plays is seen there, takes and tapes go both ways. Nothing of it ever waits. A link is used
 * by one thread at a time; worlds, programs and tunings that it makes or is shown are ordinary ones. */
typedef struct leap_link leap_link;

/* Looks for a window that has this project open (its folder's name; NULL: any), now and each second until there is one,
 * and again when it is lost. `game`: the name it is shown with. */
LEAP_API leap_result leap_link_new(const char *game, const char *project, leap_link **out, leap_error *error);
LEAP_API void leap_link_free(leap_link *link);

/* What has come; several at once are added. */
typedef enum leap_link_news {
    LEAP_LINK_JOINED = 1,
    LEAP_LINK_LOST = 2,
    LEAP_LINK_SCRIPTS = 4,   /* see leap_link_compile() */
    LEAP_LINK_DIALS = 8,     /* see leap_link_tune() */
    LEAP_LINK_TAPE = 16,     /* the window wants it played: see leap_link_tape() */
    LEAP_LINK_WANT_TAKE = 32 /* the window wants what was recorded: see leap_link_take() */
} leap_link_news;
/* Sends and receives. Call it once before each tick. */
LEAP_API int leap_link_poll(leap_link *link);
LEAP_API int leap_link_is_joined(const leap_link *link);
/* "linked to lantern-quay", or why not: "no window of Easy Leap is open". */
LEAP_API size_t leap_link_status(const leap_link *link, char *buffer, size_t size);

/* Compiles the scripts that came last. The window is told whether they can be played; with errors, stay with the
 * program there was. LEAP_NOT_FOUND: none have come. */
LEAP_API leap_result leap_link_compile(leap_link *link, leap_program **out, leap_error *error);
/* Sets a tuning's dials as they stand in the window; those it doesn't have are left. */
LEAP_API leap_result leap_link_tune(const leap_link *link, leap_tuning *tuning);

/* Shows the window where a world is. Call it after each tick. */
LEAP_API leap_result leap_link_tell(leap_link *link, const leap_world *world);
/* Hands over what has been recorded in a world, and what is solid round the way it went. LEAP_ARGUMENT: nothing is
 * recorded yet; LEAP_NOT_FOUND: no window is linked; LEAP_LIMIT: that is more than 32 MB. */
LEAP_API leap_result leap_link_take(leap_link *link, const leap_world *world, const char *name);

/* The tape that came last, as a tape file; see leap_give_tape(). */
LEAP_API size_t leap_link_tape(const leap_link *link, char *buffer, size_t size);
/* Where a character of it begins. LEAP_NOT_FOUND: the tape has no such character. */
LEAP_API leap_result leap_link_tape_start(const leap_link *link, size_t character, double position[3], double *facing);

#ifdef __cplusplus
}
#endif

#endif
