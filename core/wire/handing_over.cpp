// SPDX-License-Identifier: MIT
#include "core/wire/handing_over.hpp"

#include <algorithm>
#include <cmath>

#include "core/wire/ends.hpp"

namespace leap {
namespace {

void damage(WireStage& stage, Bytes& bytes) {
    if (stage.damaged > 0.0 && stage.damage.share() < stage.damaged)
        for (int i = 0; i < 3 && !bytes.empty(); ++i)
            bytes[stage.damage.next() % bytes.size()] ^= static_cast<std::uint8_t>(1U << (stage.damage.next() % 8));
    if (!stage.forges || bytes.size() <= 4) return;
    bytes.resize(bytes.size() - 4);
    const std::uint32_t sum = sum_of(bytes);
    ByteWriter write(std::move(bytes));
    write(sum);
    bytes = write.take();
}

/// Sends a message, and writes into the log what becomes of it.
void put_on_its_way(WireStage& stage, std::span<Connection> connections, SentMessage message) {
    LoggedMessage& about = message.about;
    damage(stage, message.bytes);
    Bytes recorded;
    if (stage.traffic != nullptr) recorded = message.bytes;
    LinkWay& way = about.from == 0 ? connections[about.to].down : connections[about.from].up;
    const LinkWay::Fate fate = way.send(about.sent_s, std::move(message.bytes), message.late_inputs);
    about.arrives_s = fate.arrives_s;
    about.again_s = fate.again_s;
    if (stage.traffic != nullptr)
        stage.traffic->messages.push_back({static_cast<std::uint8_t>(about.from), static_cast<std::uint8_t>(about.to),
                                           about.sent_s, fate.arrives_s, fate.again_s, std::move(recorded)});
    stage.run.messages.push_back(about);
}

}  // namespace

void hand_over(WireStage& stage, std::span<EndNotes* const> notes, std::span<Connection> connections) {
    WireRun& run = stage.run;
    const std::size_t corrections = run.corrections.size();
    std::vector<SentMessage> sent;
    const auto take = [&](EndNotes& of_one) {
        std::move(of_one.sent.begin(), of_one.sent.end(), std::back_inserter(sent));
        of_one.sent.clear();
    };
    for (std::size_t peer = 1; peer < notes.size(); ++peer) {
        EndNotes& of_peer = *notes[peer];
        take(of_peer);
        std::move(of_peer.corrections.begin(), of_peer.corrections.end(), std::back_inserter(run.corrections));
        of_peer.corrections.clear();
        for (const auto& [number, at_s] : of_peer.tellings)
            if (number >= 1 && number <= run.tellings.size()) run.tellings[number - 1].arrived_s[peer] = at_s;
        of_peer.tellings.clear();
    }
    take(*notes.front());
    for (EndNotes* each : notes) run.unreadable += std::exchange(each->unreadable, 0);
    // At the same tick peers come in their order, and the host last.
    std::stable_sort(run.corrections.begin() + static_cast<std::ptrdiff_t>(corrections), run.corrections.end(),
                     [](const WireCorrection& a, const WireCorrection& b) { return a.at_s < b.at_s; });
    std::stable_sort(sent.begin(), sent.end(),
                     [](const SentMessage& a, const SentMessage& b) { return a.about.sent_s < b.about.sent_s; });
    for (SentMessage& message : sent) put_on_its_way(stage, connections, std::move(message));
}

std::int64_t ticks_at_once(const WirePlan& plan, double rate_hz) {
    constexpr double margin_s = 2e-9;  // a link hands on what arrives by rounding after the tick
    double fastest_s = 1.0;            // nobody else plays: any number will do
    for (std::size_t i = 1; i < plan.peers.size(); ++i) fastest_s = std::min(fastest_s, plan.peers[i].link.delay_s);
    return std::max<std::int64_t>(1, static_cast<std::int64_t>(std::ceil((fastest_s - margin_s) * rate_hz)));
}

}  // namespace leap
