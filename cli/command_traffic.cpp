// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <cmath>

#include "cli/commands.hpp"
#include "core/project/file_io.hpp"
#include "core/project/json_reader.hpp"
#include "core/script/diagnostic.hpp"
#include "core/wire/traffic.hpp"

namespace leap::cli {
namespace {

std::string fate_text(const RecordedMessage& message) {
    if (std::isinf(message.arrives_s)) return "lost";
    if (std::isinf(message.again_s)) return fmt::format("{:.3f} s", message.arrives_s);
    return fmt::format("{:.3f} and {:.3f} s", message.arrives_s, message.again_s);
}

Json json_of(const Traffic& traffic, const RecordedMessage& message) {
    const auto time = [](double seconds) { return std::isinf(seconds) ? Json() : Json(seconds); };
    return {{"from", traffic.peers[message.from]}, {"to", traffic.peers[message.to]}, {"sent", message.sent_s},
            {"arrives", time(message.arrives_s)},  {"again", time(message.again_s)},  {"bytes", message.bytes.size()},
            {"what", message_text(message.bytes)}};
}

}  // namespace

int traffic(const TrafficCommand& options) {
    const auto file = read_file(options.file);
    if (!file) {
        complain(file.error());
        return problems;
    }
    const Bytes bytes(file->begin(), file->end());
    const auto read = read_traffic(bytes);
    if (!read) {
        complain(fmt::format("{}: {}", options.file, read.error()));
        return problems;
    }
    const Traffic& traffic = read->traffic;
    std::size_t only = traffic.peers.size();
    for (std::size_t i = 0; i < traffic.peers.size(); ++i)
        if (traffic.peers[i] == options.peer) only = i;
    if (!options.peer.empty() && only == traffic.peers.size()) {
        const std::string near = nearest_name(options.peer, traffic.peers);
        complain(fmt::format("unknown peer '{}' in the recording{}", options.peer,
                             near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
        return problems;
    }
    const auto is_asked = [&](const RecordedMessage& each) {
        return options.peer.empty() || each.from == only || each.to == only;
    };
    Json all = Json::array();
    if (!options.json) fmt::print("{} · {} messages\n", traffic.rehearsal, traffic.messages.size());
    for (const RecordedMessage& each : traffic.messages) {
        if (!is_asked(each)) continue;
        if (options.json) {
            all.push_back(json_of(traffic, each));
        } else {
            fmt::print("{:>8.3f} s  {} → {}  {:>5} bytes  {:<18} {}\n", each.sent_s, traffic.peers[each.from],
                       traffic.peers[each.to], each.bytes.size(), fate_text(each), message_text(each.bytes));
        }
    }
    if (options.json)
        fmt::print("{}\n",
                   Json{{"rehearsal", traffic.rehearsal}, {"messages", all}, {"problems", read->problems}}.dump(2));
    for (const std::string& problem : read->problems) complain(fmt::format("{}: {}", options.file, problem));
    return read->problems.empty() ? good : problems;
}

}  // namespace leap::cli
