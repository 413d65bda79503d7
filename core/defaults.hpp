// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstddef>

/// Every default and tolerance of the core, with its unit, its purpose and whether to touch it.
namespace leap::defaults {

// --- Time -----------------------------------------------------------------------------------------------------------
/// Ticks per second when nothing else is said. Results must not depend on it; touch freely.
inline constexpr int tick_rate_hz = 120;
/// Slowest and fastest rates that are accepted.
inline constexpr int slowest_rate_hz = 10;
inline constexpr int fastest_rate_hz = 2000;
/// How far past a crossing the step goes on, so that the crossed comparison holds (s). Far below anything that is felt,
/// far above rounding; leave.
inline constexpr double crossing_nudge_s = 1e-9;
/// Presses that are drawn or dragged in a tape, and the time between two of them, are at least this long (s). Touch if
/// tapes are played at more than a thousand ticks a second.
inline constexpr double min_press_s = 0.001;
/// A timer that is short by less than this (s) has run out. Leave.
inline constexpr double timer_rounding_s = 1e-10;
/// A tick is split at most this often; more means that rules chase each other, which is reported. Leave.
inline constexpr int max_splits_per_tick = 64;
/// After this many, changes of the motion law alone split it no further. Leave.
inline constexpr int max_fine_splits = 32;
/// After this many bumps within a tick a body leans on what it bumps into. Leave.
inline constexpr int max_bumps_per_tick = 8;
/// Transitions at one instant beside one for each move and fixture, for the same reason. Leave.
inline constexpr int max_changes_per_instant = 16;
/// Slowest rate (ticks/s) at which results are promised not to depend on it. Leave.
inline constexpr double slowest_usual_rate_hz = 30.0;
/// Longest tape (s) that is read or recorded.
inline constexpr double max_tape_s = 3600.0;
/// A tape that is made shorter by hand keeps this much (s). Leave.
inline constexpr double min_tape_s = 0.1;
/// Time between the states kept along a trace (s), for the answers at the cursor: the same memory at every tick rate.
/// More is slower to look at, less takes memory.
inline constexpr double snapshot_every_s = 0.5;

/// After a change of the view it counts as turning on for this long (s), for the velocity of a hand that follows it.
/// Longer than the time between two readings of a mouse or pad. Leave.
inline constexpr double look_steady_s = 0.05;

// --- Body -----------------------------------------------------------------------------------------------------------
/// Space kept between the body and every surface (m). Below 0.1 mm rounding shows; above 5 mm eyes do. Leave.
inline constexpr double contact_gap_m = 0.001;
/// The body never moves faster than this (m/s): absurd dials must not reach absurd numbers. Touch if a game needs more.
inline constexpr double fastest_body_mps = 200.0;
/// A run into a wall or ceiling slower than this is no event (m/s).
inline constexpr double softest_bump_mps = 0.3;
/// The same for something that is being pushed along already: it is caught up with again and again (m/s).
inline constexpr double softest_bump_of_pushed_mps = 1.5;
/// Share of the radius within which an edge under the falling body counts as landing on it, not sliding off.
inline constexpr double landing_foot_share = 0.75;
/// Directions tried when the body slides along several surfaces in one tick. Leave.
inline constexpr int max_slides = 6;
/// Halvings when the instant is sought at which the ground ends (2^-14 of a tick). Leave.
inline constexpr int ground_end_halvings = 14;
/// The body may not leave this distance from the origin (m); beyond, doubles lose the millimetre.
inline constexpr double farthest_place_m = 1e6;

// --- Fixtures -------------------------------------------------------------------------------------------------------
/// A body this near to a fixture (m) touches it. More than the space that is kept to solids; leave.
inline constexpr double touch_gap_m = 0.02;
/// A view that ends this far (m) in front of a fixture has reached it: what hangs on a wall or stands on the ground
/// isn't hidden by it. Leave.
inline constexpr double sight_gap_m = 0.01;
/// A checkpoint without ground within this depth (m) below where it puts one back is reported. Touch for deep courses.
inline constexpr double deepest_respawn_m = 20.0;
/// A body this near to where a fixture rests or stands (m) is in its way. Touch if doors close too eagerly.
inline constexpr double clear_gap_m = 0.15;
/// Solid fixtures within this distance of the body (m) are met by its motion and seen by its probes; they are gathered
/// anew when it has gone this far (m). Touch if probes look further.
inline constexpr double fixture_sight_m = 60.0;
inline constexpr double fixture_walk_m = 5.0;
/// Fixtures that nothing can happen to are looked at anew when the body has gone this far (m). Leave.
inline constexpr double active_walk_m = 2.5;
/// Where there are fixtures the body goes at most this far (m) in one stretch, so that none is passed that wasn't
/// looked at: less than half of the above. Leave.
inline constexpr double max_way_per_substep_m = 1.2;
/// Within a shorter way (m) nothing is passed unseen but by grazing it: less than half a centimetre deep. Longer is
/// cheaper.
inline constexpr double min_passing_way_m = 0.1;
/// Beside a moving fixture nearer than this (m) the body goes on in short stretches.
inline constexpr double near_moving_m = 2.0;
/// What stays where it is, as near to a body as the first (m), is kept at hand, and the second (m) beyond that, so that
/// it is looked for anew only now and then. Nothing depends on them but speed; most rays of moves are shorter.
inline constexpr double nearby_m = 0.75;
inline constexpr double nearby_margin_m = 1.5;
/// Nearer than this another character counts as near, beside the way that both go in a tick (m): what a move may add to
/// it within a tick. Touch when characters are thrown about much faster.
inline constexpr double near_character_m = 0.6;
/// Characters farther off than this along any axis (m) are looked at only by what is asked about farther places. Leave:
/// it changes what a run costs, not what happens.
inline constexpr double far_character_m = 4.0;
/// Most of what a character asks about the world lies this near to its feet (m). Leave: the same.
inline constexpr double by_body_m = 3.0;
/// So many fixtures may depend on each other's poses in a row (link_middle of a link that reads its own link's, a
/// holder that is held). Bounds the work of a pose; longer rows are reported. Leave.
inline constexpr std::size_t max_pose_chain = 16;
/// A fixture grows to between these shares of its own size. Leave.
inline constexpr double min_growth = 0.05;
inline constexpr double max_growth = 20.0;
/// A freeze lasts no longer than this (s). Leave.
inline constexpr double max_freeze_s = 60.0;
/// Room (m) between what is teleported to and the body that comes out, so that it doesn't touch it.
inline constexpr double exit_gap_m = 0.2;

/// How far below the eyes the shoulders are (m), from which raised hands stretch.
inline constexpr double shoulder_below_eyes_m = 0.2;
/// By how much the view may pass what a hand points at (m). More is easier to grab with.
inline constexpr double pointing_gap_m = 0.15;

/// A seat that presses its rider deeper than this (m) into something solid loses them. Touch if seats are narrow.
inline constexpr double seat_squeeze_m = 0.05;

/// Who steps out of something finds ground at most this much (m) below its underside.
inline constexpr double deepest_exit_m = 1.5;

/// No fixture is larger than this (m), half of its longest side; what stands further from the body isn't asked. Touch
/// when a course has larger ones.
inline constexpr double max_box_m = 12.0;

// --- Loose bodies ---------------------------------------------------------------------------------------------------
/// Loose bodies go on in steps of this (s), on a grid of their own, whatever the tick rate. Shorter is dearer.
inline constexpr double loose_step_s = 1.0 / 240.0;
/// Rounds of the contact solver: these, and one more for each contact up to the most. More stacks higher and is dearer.
inline constexpr int loose_rounds = 12;
inline constexpr int max_loose_rounds = 60;
/// Rounds end when none changes a speed by more than this (m/s).
inline constexpr double loose_settled_mps = 1e-6;
inline constexpr int loose_push_rounds = 6;
/// Overlap that is left alone (m), and the share of the rest that a step takes out. Leave.
inline constexpr double loose_slop_m = 0.0005;
inline constexpr double loose_push_share = 0.25;
/// Overlaps are taken out no faster than this (m/s).
inline constexpr double fastest_push_out_mps = 4.0;
/// A contact slower than this (m/s) doesn't bounce, so that things come to rest.
inline constexpr double softest_bounce_mps = 0.25;
/// What moves slower than this at its surface (m/s) for this long (s) falls asleep; what comes faster wakes it.
inline constexpr double loose_still_mps = 0.05;
inline constexpr double loose_still_s = 0.4;
inline constexpr double loose_wakes_mps = 0.15;
/// Share of its spin that a loose body loses in a second; a ball on a flat comes to rest by it.
inline constexpr double spin_loss_per_s = 0.4;
/// Nothing loose turns faster than this (rad/s).
inline constexpr double fastest_spin_rad_per_s = 100.0;
/// The character's mass (kg) when the script doesn't say one: what pushes are shared by.
inline constexpr double body_mass_kg = 70.0;
/// What has come to rest under forces wakes when they change by more than this (m/s²). Leave.
inline constexpr double waking_push_mps2 = 0.05;
/// No push is stronger than this (N, and Nm of a motor), and no spring stiffer (N/m): far beyond what anything of a
/// game weighs. What a script writes beyond is told as an error. Leave.
inline constexpr double max_force_n = 1e7;
inline constexpr double stiffest_spring = 1e9;
/// No blow is wider than this (m, its radius; twice as high at most). What a script writes beyond is told. Leave.
inline constexpr double max_blow_m = 100.0;
/// Friction of pieces of the course against loose bodies.
inline constexpr double course_friction = 0.7;

// --- Probes, ropes, flights -----------------------------------------------------------------------------------------
/// Where the course of things inside a tick isn't known in closed form (ropes, walls that are clung to, forces that
/// change with time) motion goes on in stretches of at most this (s), whatever the tick rate. Shorter is dearer.
inline constexpr double max_curved_substep_s = 1.0 / 240.0;
/// Steps of the pendulum inside such a stretch. Leave.
inline constexpr int swing_steps = 2;
/// Halvings when the instant is sought at which a slack rope becomes taut (2^-24 of a stretch). Leave.
inline constexpr int taut_halvings = 24;
/// A rope is never shorter than this (m), so that a swing stays a swing.
inline constexpr double min_rope_m = 0.4;
/// A point nearer than this counts as reached (m).
inline constexpr double reached_m = 1e-4;
/// How fast a body that clings is drawn to its wall (m/s), and the gap that is left alone (m).
inline constexpr double cling_pull_mps = 4.0;
inline constexpr double cling_gap_m = 0.003;
/// Walls lean at most this much (upward part of their normal).
inline constexpr double wall_lean = 0.35;
/// Halvings when the instant is sought at which a condition changes that no closed form tells (2^-14 of a stretch: a
/// tenth of a millimetre at 55 m/s and 30 ticks/s). Leave.
inline constexpr int seek_halvings = 14;
/// Rounds in which the place is found where the body was nearest to what it has passed; each takes a third off. Leave.
inline constexpr int pass_thirds = 24;
/// Looks down for a lip are this far apart (m), and start this much above the highest lip.
inline constexpr double lip_look_step_m = 0.15;

/// A look goes up and down at most this far (degrees), by mouse, pad or hand in the score. Below 90; touch freely.
inline constexpr double steepest_look_deg = 80.0;

// --- Experiments ----------------------------------------------------------------------------------------------------
/// Points of the scans of one value, powers of two and one more, each after the one before found nothing. The last says
/// how narrow a solution may be that is missed. Touch when narrower ones must be found; each costs a run of every tape.
inline constexpr std::array<int, 3> line_scan_points{65, 129, 257};
/// Low points of a scan that are looked at more closely, the lowest first. Touch freely.
inline constexpr int max_refined_points = 12;
/// Values that no rounding holds together are searched to this share of their range. Touch hardly ever.
inline constexpr double finest_search_share = 1e-7;
/// Searches of several values: steps along each value from where it is, even points in each round, local searches in
/// each round and their tries, and how far apart (share of the range) they begin. Touch when solutions are missed.
inline constexpr int axis_scan_steps = 6;
inline constexpr int even_points_per_value = 16;
inline constexpr int local_searches = 3;
inline constexpr int local_tries_per_value = 40;
inline constexpr double starts_apart_share = 0.05;
/// How far from its present value a dial's influence is measured (share of its range), and at how many points on each
/// side. Touch the second freely; each costs a run.
inline constexpr double sensitivity_share = 0.1;
inline constexpr int sensitivity_points = 5;
/// Measured instants farther apart than this (s) leave a hole in what is compared. Touch if runs are measured less
/// often than four times a second.
inline constexpr double conform_gap_s = 0.25;
/// A fit that leaves less than this (share of how much was measured varies) is as good as any. Touch hardly ever.
inline constexpr double fitted_share = 1e-6;
/// How sure a fit is: the step of its derivatives (share of a range); what changes less than this over its whole range
/// is not seen; combinations this much weaker than the strongest can't be told; correlations from here on are told;
/// and how often residuals are drawn. Touch the last two freely.
inline constexpr double jacobian_step_share = 0.004;
inline constexpr double unseen_share = 1e-6;
inline constexpr double singular_share = 1e-5;
inline constexpr double told_correlation = 0.95;
inline constexpr int resamplings = 400;
/// How far inside a bound (share of the range) a run is made to see whether the bound stands in the way; and how many
/// compromises between goals are told. Touch freely.
inline constexpr double bound_step_share = 0.02;
inline constexpr std::size_t compromises_told = 7;
/// Rounds without a better point after which such a search ends. Touch freely.
inline constexpr int idle_search_rounds = 3;
/// First step of a local search and where it ends, and about one step of a dial's last written digit, as shares of the
/// range. Don't touch the last: a dial is written with so many digits.
inline constexpr double first_step_share = 0.08;
inline constexpr double local_search_share = 3e-5;
inline constexpr double one_step_share = 0.001;
/// Halvings in which the edge is found between a value with which a run goes its way and one with which it goes
/// another. Touch when edges should be sharper; each costs a run.
inline constexpr int edge_halvings = 12;
/// What happens within this time (s) of a run's end doesn't decide whether another run went the same way: there it may
/// come just behind the end. Touch if tapes end in the middle of something.
inline constexpr double same_way_slack_s = 0.25;
/// A press is moved at most this far (s) to find its leeway, tick by tick; where it ends is searched to the second
/// number (s). Touch freely; the first costs runs.
inline constexpr double farthest_leeway_s = 0.5;
inline constexpr double leeway_step_s = 0.0001;
/// Two inputs at most this far (s) apart are moved together, to see whether they depend on each other. Touch freely.
inline constexpr double leeway_pair_s = 0.5;
/// Rows of traces that runs with the same beginning keep of it, all together; some 200 bytes each. Touch when memory is
/// short.
inline constexpr std::size_t shared_rows = 1'500'000;
/// Points of a sweep along an axis when nothing is said. Touch freely.
inline constexpr int usual_sweep_points = 21;
/// Runs of one sweep. More are refused with a message. Touch when somebody has the time.
inline constexpr std::size_t max_sweep_runs = 4'000'000;
/// Rounds of a blind pair when nothing is said. Touch freely; fewer than six say little.
inline constexpr int usual_pair_rounds = 10;
/// Runs that a search for a route makes when nothing is said: segments of a tenth of a second and rollouts of some
/// seconds. Touch when somebody has the time.
inline constexpr std::size_t usual_way_tries = 60'000;
/// Worlds that such a search keeps to go on from; each takes some ten kilobytes. Touch when memory is short.
inline constexpr std::size_t max_way_worlds = 8'000;
/// Longer ways (s) are given up. Touch freely.
inline constexpr double max_way_s = 120.0;
/// Runs that are made for each value when it is asked how far a dial may fall. Touch freely.
inline constexpr std::size_t margin_tries = 3'000;
/// Halvings in which that is found. Touch freely; each costs a search.
inline constexpr int margin_halvings = 6;

// --- Shared play ----------------------------------------------------------------------------------------------------
/// Peers of a rehearsal, with the host. More are refused with a message. Touch when somebody has a use for more.
inline constexpr std::size_t max_wire_peers = 8;
/// Longest rehearsal (s). What every peer has had at every tick is kept, some 100 kilobytes for a second of each.
/// Longer ones are refused with a message. Touch when memory allows.
inline constexpr double max_wire_s = 120.0;
/// Pictures that are kept of all peers of a rehearsal; each is a whole world, some 60 kilobytes. Touch likewise.
inline constexpr double max_wire_frames = 2000.0;
/// Corrections that move a character less (m) are rounding, and aren't counted. Touch never.
inline constexpr double min_correction_m = 1e-3;
/// How long (s) the eye is led from where a corrected character was to where it is. Touch freely; it moves nothing.
inline constexpr double led_over_s = 0.25;
/// Corrections that are farther (m) are shown at once: a teleport isn't slid over. Touch freely.
inline constexpr double farthest_led_over_m = 3.0;
/// The host's word about a character that differs from a peer's own by less (m, m/s, s, rad) isn't taken over where
/// that would mean to play again: it is rounding, and stays below this. Touch never.
inline constexpr double min_word_difference = 1e-6;
/// Others who run on from what was told last do so for at most this long (s), then they wait. Touch freely.
inline constexpr double max_run_on_s = 0.5;
/// A loose thing that lies further off (m) than this from where the host has it counts as a difference. Touch freely.
inline constexpr double min_difference_m = 0.05;

// --- Files ----------------------------------------------------------------------------------------------------------
/// An input that is told later than it happened is put where it happened, up to this late (s): the run goes back and on
/// again. Later ones count at the running tick. Touch when windows stall for longer.
inline constexpr double latest_input_s = 0.5;
/// Characters in one tape. More are refused with a message. Touch when somebody has a use for more.
inline constexpr std::size_t max_characters = 32;
/// Newest format numbers that are read and written.
inline constexpr int tape_format = 2;
inline constexpr int course_format = 1;
inline constexpr int project_format = 1;
inline constexpr int looks_format = 1;
inline constexpr int tuning_format = 1;
inline constexpr int trial_format = 1;
inline constexpr int wire_format = 1;
/// Larger files are refused (bytes): scripts; courses, tapes and projects; anything else. Touch when somebody has
/// larger ones that are no mistake.
inline constexpr std::size_t max_script_bytes = 1U * 1024 * 1024;
inline constexpr std::size_t max_json_bytes = 32U * 1024 * 1024;
inline constexpr long long max_file_bytes = 256LL * 1024 * 1024;
/// A JSON file with more values than this is refused before any of it is kept.
inline constexpr std::size_t max_json_values = 4'000'000;

}  // namespace leap::defaults
