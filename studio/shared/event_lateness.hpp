// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cstdint>
#include <optional>

namespace leap::studio {

/// How late events of the window system are handled, from their time stamps: those count from an instant of their own,
/// so the quickest of them tells where that lies.
class EventLateness {
  public:
    /// `stamp_ms`: the event's; 0: it has none. `now_s`: of any steady clock. Seconds; less than a frame counts as
    /// none.
    double of(std::uint64_t stamp_ms, double now_s) {
        if (stamp_ms == 0) return 0.0;
        const double offset_s = now_s - static_cast<double>(stamp_ms) / 1000.0;
        quickest_s_ = std::min(quickest_s_.value_or(offset_s), offset_s);
        const double late_s = offset_s - *quickest_s_;
        constexpr double a_frame_s = 0.012;
        return late_s < a_frame_s ? 0.0 : late_s;
    }

  private:
    std::optional<double> quickest_s_;
};

}  // namespace leap::studio
