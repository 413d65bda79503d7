// SPDX-License-Identifier: MIT
#include "core/tape/tape.hpp"

#include <cmath>

namespace leap {

std::vector<TapeTrack> alone_at(std::string place, std::string lit) {
    TapeTrack track;
    track.start_place = std::move(place);
    track.start_lit = std::move(lit);
    return {std::move(track)};
}

std::string track_name(const TapeTrack& track, const std::string& body) {
    return track.name.empty() ? body : track.name;
}

double rounded_number(double value) {
    return std::round(value * 1e6) / 1e6 + 0.0;  // + 0.0 turns -0 into 0
}

TapeEvent rounded(TapeEvent event) {
    event.time_s = rounded_number(event.time_s);
    if (auto* stick = std::get_if<StickEvent>(&event.what)) {
        stick->stick = {rounded_number(stick->stick.x), rounded_number(stick->stick.y)};
    } else if (auto* look = std::get_if<LookEvent>(&event.what)) {
        look->yaw_deg = rounded_number(look->yaw_deg);
        look->pitch_deg = rounded_number(look->pitch_deg);
    }
    return event;
}

}  // namespace leap
