// SPDX-License-Identifier: MIT
#include "core/wire/link.hpp"

#include <algorithm>
#include <limits>

namespace leap {
namespace {

constexpr double never_s = std::numeric_limits<double>::infinity();
constexpr double rounding_s = 1e-9;

}  // namespace

std::uint64_t SeededNumbers::next() {
    state_ += 0x9e3779b97f4a7c15ULL;
    std::uint64_t z = state_;
    z = (z ^ (z >> 30)) * 0xbf58476d1ce4e5b9ULL;
    z = (z ^ (z >> 27)) * 0x94d049bb133111ebULL;
    return z ^ (z >> 31);
}

double SeededNumbers::share() {
    return static_cast<double>(next() >> 11) * 0x1.0p-53;
}

LinkWay::Fate LinkWay::send(double now, Bytes bytes, std::size_t late_inputs) {
    // Four numbers for each message, whatever becomes of it: other settings of the link leave the rest alike.
    const double lost = numbers_.share();
    const double late = numbers_.share();
    const double twice = numbers_.share();
    const double later = numbers_.share();
    double gone = now;
    if (link_->bytes_per_s > 0.0) {
        gone = std::max(now, busy_until_) + static_cast<double>(bytes.size()) / link_->bytes_per_s;
        busy_until_ = gone;
    }
    const bool paused = std::any_of(link_->pauses.begin(), link_->pauses.end(),
                                    [&](const WirePause& pause) { return now >= pause.from_s && now < pause.to_s; });
    Fate out{never_s, never_s};
    if (paused || lost < link_->loss) return out;
    out.arrives_s = gone + link_->delay_s + link_->jitter_s * late;
    if (twice < link_->duplicates) {
        out.again_s = gone + link_->delay_s + link_->jitter_s * later;
        on_the_way_.push_back({now, out.again_s, late_inputs, bytes});
    }
    on_the_way_.push_back({now, out.arrives_s, late_inputs, std::move(bytes)});
    return out;
}

std::vector<Packet> LinkWay::arrived(double now) {
    const auto is_here = [&](const Packet& packet) { return packet.arrives_s <= now + rounding_s; };
    if (std::none_of(on_the_way_.begin(), on_the_way_.end(), is_here)) return {};
    const auto still_going = std::stable_partition(on_the_way_.begin(), on_the_way_.end(), is_here);
    std::vector<Packet> out(std::make_move_iterator(on_the_way_.begin()), std::make_move_iterator(still_going));
    on_the_way_.erase(on_the_way_.begin(), still_going);
    std::stable_sort(out.begin(), out.end(),
                     [](const Packet& a, const Packet& b) { return a.arrives_s < b.arrives_s; });
    return out;
}

}  // namespace leap
