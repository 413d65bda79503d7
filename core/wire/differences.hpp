// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>

#include "core/wire/wire_run.hpp"

/// Where peers' worlds differ from the host's, compared at the same instant of play: the phases of fixtures, where they
/// are, who holds them, their counters and what they remember. A place that follows from another phase isn't told
/// twice.
namespace leap {

enum class DifferenceCause : std::uint8_t {
    not_shared,     ///< nothing of it is told: what others do to it stays with them
    not_kept,       ///< told to those who were there; this peer came later
    on_the_way,     ///< told, and the telling takes its time
    lost,           ///< told, and the telling was lost on its way before it came
    never_came,     ///< told, and it had not come when the rehearsal ended
    ahead,          ///< this peer's own character did it, and the host had it later or not at all
    foreseen,       ///< all is from inputs, and somebody's had not come yet
    follows,        ///< each peer works it out from what it has
    since_joining,  ///< kept for itself since the peer came; what isn't told began anew then
};

enum class DifferenceOf : std::uint8_t {
    phase,
    place,
    holder,
    counter,
    memory,  ///< what a fixture remembers
};

struct WireDifference {
    std::size_t peer = 0;
    std::size_t fixture = 0;  ///< of the course
    DifferenceOf what = DifferenceOf::phase;
    double from_s = 0.0;  ///< of play
    double to_s = 0.0;    ///< of play; the end of the run when it lasts
    bool lasts = false;   ///< until the end
    PhaseId host_phase;   ///< as it begins
    PhaseId peer_phase;
    Owner host_holder;  ///< of holder: as it begins
    Owner peer_holder;
    double most_m = 0.0;       ///< of place: how far apart at most
    std::string number;        ///< of counter and memory: its name, without the fixture's kind
    double host_number = 0.0;  ///< likewise: as it begins
    double peer_number = 0.0;
    DifferenceCause cause = DifferenceCause::not_shared;
    std::optional<double> told_s;     ///< of play, when a telling told what the peer hadn't; nothing: none did
    std::optional<double> arrived_s;  ///< host's clock, when it came
    friend bool operator==(const WireDifference&, const WireDifference&) = default;
};

/// Whether it is there at an instant of play (s).
inline bool is_there(const WireDifference& difference, double at_s) {
    return at_s >= difference.from_s && (at_s < difference.to_s || difference.lasts);
}

/// By peer, then by when they begin. Those shorter than two ticks aren't told, but for those that are still there as
/// the run ends.
std::vector<WireDifference> differences_of(const SceneView& rehearsal, const WireRun& run);

/// Finds them while a run goes on: each tick is compared once, when both have played it.
class DifferenceFinder {
  public:
    /// Both must live as long.
    DifferenceFinder(const SceneView& rehearsal, const WireRun& run) : r_(rehearsal), run_(run) {}
    /// Compares what has been played since.
    void go_on();
    /// Those until now, as differences_of() has them; what is there now lasts.
    std::vector<WireDifference> found() const;

  private:
    /// One thing that may differ: what of which fixture.
    struct Series {
        DifferenceOf what = DifferenceOf::phase;
        std::size_t fixture = 0;
        std::size_t index = 0;  ///< in WireSample's column of what it is
        std::string number;     ///< of counter and memory: its name
        std::optional<WireDifference> now;
        std::size_t begin = 0;  ///< tick
        std::size_t end = 0;    ///< behind the last tick at which it differed
    };
    struct Ended {
        WireDifference difference;
        std::size_t series = 0;
    };
    struct Peer {
        std::size_t next = 0;  ///< the tick that is compared next
        std::vector<Series> series;
        std::vector<Ended> ended;
    };

    void begin(Peer& peer, std::size_t first) const;
    void compare(std::size_t peer, Series& series, std::size_t tick);
    bool differs(const WireSample& of_host, const WireSample& of_peer, const Series& series) const;
    static double number_of(const WireSample& sample, const Series& series);
    void end(std::size_t peer, Series& series);
    std::optional<WireDifference> ended(const Series& series, bool lasts) const;

    const SceneView& r_;
    const WireRun& run_;
    std::vector<Peer> peers_;
};

/// One in a sentence: "net door: open at the host, shut at Peer 2 from 3.16 s to 4.85 s".
std::string difference_text(const SceneView& rehearsal, const WireRun& run, const WireDifference& difference);
/// Why, and what to do about it.
std::string cause_text(const WireRun& run, const WireDifference& difference);
std::string correction_text(const WireRun& run, const WireCorrection& correction);

}  // namespace leap
