// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <vector>

#include "core/wire/message.hpp"

namespace leap {

/// What must arrive, and in order, over a connection that loses things: it is sent again until the other side says that
/// it has it.
class ReliableChannel {
  public:
    struct Outgoing {
        std::uint32_t number = 0;
        Bytes bytes;
        double sent_s = 0.0;
        bool was_sent = false;
        FixtureId fixture;  ///< of a telling
        bool of_event = false;
    };

    void queue(const CertainContent& content);
    /// Those that are to be sent now: new ones, and those of which nothing was heard for `again_s`.
    std::vector<Outgoing*> due(double now, double again_s);
    /// The other side has all up to this number.
    void acknowledged(std::uint32_t number);

    /// Takes what has arrived; returns what can be handed on now, in order.
    std::vector<CertainContent> receive(const CertainMessage& message);
    /// Up to which number everything has arrived.
    std::uint32_t heard() const { return heard_; }

  private:
    std::vector<Outgoing> out_;
    std::uint32_t last_ = 0;
    std::map<std::uint32_t, CertainContent> early_;
    std::uint32_t heard_ = 0;
};

}  // namespace leap
