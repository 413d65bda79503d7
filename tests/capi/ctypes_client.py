# SPDX-License-Identifier: MIT
"""The C interface from Python, over ctypes alone: compile, play, look, and a gather that is a Python function."""
import ctypes
import sys

library = ctypes.CDLL(sys.argv[1])

SCRIPT = b"""
button jump key "Space"
body hopper { capsule radius 0.3 m height 1.7 m  gravity 20 m/s^2 }
stance walk { steer to 6 m/s gain 40 m/s^2 brake 50 m/s^2 }
move hop on jump { gate grounded  phase up { start: launch up at sqrt(2 * 20 m/s^2 * 1.25 m)  end when vertical_speed <= 0 m/s } }
"""
Point = ctypes.c_double * 3


class Source(ctypes.Structure):
    _fields_ = [("size", ctypes.c_size_t), ("path", ctypes.c_char_p), ("text", ctypes.c_char_p), ("length", ctypes.c_size_t)]


class Error(ctypes.Structure):
    _fields_ = [("size", ctypes.c_size_t), ("result", ctypes.c_int), ("line", ctypes.c_int), ("column", ctypes.c_int),
                ("file", ctypes.c_char * 256), ("message", ctypes.c_char * 768)]


GATHER = ctypes.CFUNCTYPE(ctypes.c_int, ctypes.c_void_p, ctypes.POINTER(ctypes.c_double),
                          ctypes.POINTER(ctypes.c_double), ctypes.c_void_p)


class Geometry(ctypes.Structure):
    _fields_ = [("size", ctypes.c_size_t), ("user", ctypes.c_void_p), ("gather", GATHER), ("feel", ctypes.c_void_p),
                ("is_of_kind", ctypes.c_void_p)]


class Start(ctypes.Structure):
    _fields_ = [("size", ctypes.c_size_t), ("name", ctypes.c_char_p), ("body", ctypes.c_char_p),
                ("place", ctypes.c_char_p), ("position", Point), ("facing", ctypes.c_double)]


class Character(ctypes.Structure):
    _fields_ = [("size", ctypes.c_size_t), ("position", Point), ("velocity", Point)]


def gather(_user, _low, _high, sink):
    corners = [Point(-50, -50, 0), Point(50, -50, 0), Point(50, 50, 0), Point(-50, 50, 0)]
    library.leap_sink_triangle(ctypes.c_void_p(sink), 0, 0, corners[0], corners[1], corners[2])
    library.leap_sink_triangle(ctypes.c_void_p(sink), 0, 1, corners[0], corners[2], corners[3])
    return 0


def must(result, error):
    if result != 0:
        sys.exit(f"{error.file.decode()}:{error.line}: {error.message.decode()}")


library.leap_button.argtypes = [ctypes.c_void_p, ctypes.c_size_t, ctypes.c_int, ctypes.c_int, ctypes.c_double]
library.leap_find.argtypes = [ctypes.c_void_p, ctypes.c_int, ctypes.c_char_p]
error = Error(ctypes.sizeof(Error))
program, course, scene, world = (ctypes.c_void_p() for _ in range(4))
source = Source(ctypes.sizeof(Source), b"hopper.leap", SCRIPT, len(SCRIPT))
must(library.leap_compile(ctypes.byref(source), ctypes.c_size_t(1), ctypes.byref(program), None, ctypes.byref(error)),
     error)
kept = GATHER(gather)
geometry = Geometry(ctypes.sizeof(Geometry), None, kept, None, None)
must(library.leap_course_in_game(ctypes.byref(geometry), None, ctypes.c_size_t(0), ctypes.byref(course),
                                 ctypes.byref(error)), error)
must(library.leap_scene_new(program, None, course, 50, ctypes.byref(scene), ctypes.byref(error)), error)
start = Start(ctypes.sizeof(Start))
must(library.leap_world_new(scene, ctypes.byref(start), ctypes.c_size_t(1), ctypes.byref(world), ctypes.byref(error)),
     error)
library.leap_button(world, 0, library.leap_find(program, 1, b"jump"), 1, 0.0)
top = 0.0
character = Character(ctypes.sizeof(Character))
for _ in range(100):
    library.leap_step(world)
    library.leap_character_get(world, ctypes.c_size_t(0), ctypes.byref(character))
    top = max(top, character.position[2])
assert 1.2 < top < 1.26, top
assert abs(character.position[2]) < 0.01, character.position[2]
text = SCRIPT.replace(b"hop on jump", b"hop on jmp")
wrong = Source(ctypes.sizeof(Source), b"wrong.leap", text, len(text))
refused = library.leap_compile(ctypes.byref(wrong), ctypes.c_size_t(1), ctypes.byref(program), None,
                               ctypes.byref(error))
assert refused == 2, (refused, error.message)
assert error.line == 5 and b"jmp" in error.message, error.message
print(f"top {top:.2f} m")
