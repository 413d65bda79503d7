// SPDX-License-Identifier: MIT
// What fixtures share: who is told, how far, and who decides.
#include <fmt/format.h>

#include <algorithm>
#include <optional>

#include "core/script/compiler.hpp"
#include "core/script/words.hpp"

namespace leap {
namespace {

std::optional<ShareReach> reach_named(std::string_view word) {
    if (word == "once" || word == "present") return ShareReach::present;
    if (word == "kept") return ShareReach::kept;
    if (word == "state") return ShareReach::state;
    return std::nullopt;
}

std::optional<ShareBy> decider_named(std::string_view word) {
    if (word == "host") return ShareBy::host;
    if (word == "actor") return ShareBy::actor;
    if (word == "holder") return ShareBy::holder;
    return std::nullopt;
}

}  // namespace

/// The nearest of the kinds it is based on that says something of a thing counts for that thing.
void Compiler::compile_shares(Machine& machine, const Scope& scope) {
    FixtureInfo& info = *machine.fixture;
    for (const syntax::Owner* level : scope.chain) {
        const std::size_t of_nearer = info.shares.size();
        for (const syntax::Share& written : level->shares) {
            const auto reach = reach_named(written.reach.text);
            if (!reach) {
                report(MessageCode::sharing, written.reach.range,
                       fmt::format("expected once, kept or state, got '{}'", written.reach.text),
                       "once: for peers connected then; kept: also for late joiners; state: the same on all peers at "
                       "all times");
                continue;
            }
            const auto by = written.by ? decider_named(written.by->text) : ShareBy::host;
            if (!by) {
                report(MessageCode::sharing, written.by->range,
                       fmt::format("expected host, actor or holder, got '{}'", written.by->text),
                       "actor: the peer whose character acts; holder: the peer whose character "
                       "holds it");
                continue;
            }
            if (by == ShareBy::holder && !info.loose) {
                report(MessageCode::sharing, written.by->range,
                       fmt::format("'{}' cannot be held, so it has no holder", machine.name),
                       "add a mass, or write authority actor");
                continue;
            }
            for (const syntax::Name& what : written.what) {
                ShareInfo share{ShareWhat::phase, {}, *reach, *by, what.range};
                if (what.text == "place") {
                    share.what = ShareWhat::place;
                } else if (what.text != "phase") {
                    share.what = ShareWhat::counter;
                    for (const CounterId counter : machine.counters)
                        if (program_.counters[counter].path == fmt::format("{}.{}", machine.name, what.text))
                            share.counter = counter;
                    if (!share.counter) {
                        report(MessageCode::unknown_name, what.range,
                               fmt::format("'{}' has no counter '{}'", machine.name, what.text),
                               "share phase, place, or one of its own counters");
                        continue;
                    }
                }
                if (share.what == ShareWhat::place && !info.loose) {
                    report(MessageCode::sharing, what.range,
                           fmt::format("the place of '{}' follows from its phase", machine.name),
                           "share its phase; place is for fixtures that can be loose");
                    continue;
                }
                if (share.what != ShareWhat::phase && share.reach != ShareReach::state) {
                    report(MessageCode::sharing, what.range, fmt::format("'{}' can only be shared as state", what.text),
                           fmt::format("write share {} as state", what.text));
                    continue;
                }
                const auto same = [&](const ShareInfo& other) {
                    return other.what == share.what && other.counter == share.counter;
                };
                const auto known = std::find_if(info.shares.begin(), info.shares.end(), same);
                if (known == info.shares.end()) {
                    info.shares.push_back(share);
                } else if (known >= info.shares.begin() + static_cast<std::ptrdiff_t>(of_nearer)) {
                    report(MessageCode::given_twice, what.range, fmt::format("'{}' is shared twice", what.text),
                           "remove one of them");
                }
            }
        }
    }
}

/// A place that is kept equal says little while one peer has the thing loose and another holds it.
void Compiler::check_shares() {
    for (const MachineId index : program_.fixtures) {
        const FixtureInfo& info = *program_.machines[index].fixture;
        const ShareInfo* phase = info.find_share(ShareWhat::phase);
        if (phase != nullptr || info.shares.empty()) continue;
        if (info.find_share(ShareWhat::place) == nullptr) continue;
        const syntax::Owner& written = *machine_syntax_[index];
        warn(MessageCode::sharing, info.shares.front().range,
             fmt::format("the place of '{}' is shared, but its phase is not: peers may differ in whether it is held",
                         written.name.text),
             "write share phase, place as state");
    }
}

/// An event is over at once: only those who are there can hear of it.
void Compiler::compile_event_shares() {
    program_.shared_events.assign(program_.events.size(), 0);
    for (const syntax::File& file : syntax_)
        for (const syntax::Share& written : file.shares) {
            if (reach_named(written.reach.text) != ShareReach::present) {
                report(MessageCode::sharing, written.reach.range, "an event can only be shared as once",
                       "to keep what it changed, share that phase or counter");
                continue;
            }
            if (written.by && written.by->text != "host") {
                report(MessageCode::sharing, written.by->range,
                       "authority is not allowed for an event: the host decides who emitted it", "remove authority");
                continue;
            }
            for (const syntax::Name& what : written.what) {
                const auto event = event_index(what.text);
                if (event) {
                    program_.shared_events[static_cast<std::size_t>(*event)] = 1;
                    continue;
                }
                const std::string near = near_name(what.text, program_.events);
                report(MessageCode::unknown_name, what.range,
                       fmt::format("unknown event '{}': nothing emits it", what.text),
                       near.empty()
                           ? "add emit NAME where it happens; phases and counters are shared inside the fixture"
                           : fmt::format("did you mean '{}'?", near));
            }
        }
}

}  // namespace leap
