// SPDX-License-Identifier: MIT
// Blows at an instant: whom they meet, and what those hear of it.
#include <algorithm>

#include "core/rules/instant.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/subject.hpp"

namespace leap {

/// Looks whom the blows that are dealt now meet. What those hear is seen in the next round.
void Instant::deal_blows() {
    if (!program_.has_blows) return;
    for (std::size_t i = first_; i < last_; ++i) {
        if (!is_asked_now(i)) continue;
        ask(i);
        deal_blows_of(context_now(), actor_owner(i));
    }
    if (alone_) return;
    for (const std::size_t i : active_fixtures()) {
        const Phase* phase = fixture_phase(context_now(), i);
        if (phase == nullptr || phase->effects.blows.empty()) continue;
        ask(subject_of(scene_.layout, world_, scene_.course, i));
        deal_blows_of(context_now(fixture_machine(i)), fixture_owner(i));
    }
}

void Instant::deal_blows_of(const EvaluationContext& context, const Owner& striker) {
    for (const DealtBlow& dealt : dealt_blows(context)) {
        const auto try_one = [&](const Owner& victim) {
            if (!may_be_met(context, dealt, striker, victim) || gap_to(context, dealt, victim) > 0.0) return;
            if (alone_) {
                concerns_others_ = true;
            } else {
                strike(context, dealt, striker, victim);
            }
        };
        for (std::size_t k = 0; k < world_.actors.size(); ++k) try_one(actor_owner(k));
        for (std::size_t i = 0; i < world_.fixtures.size(); ++i) try_one(fixture_owner(i));
    }
}

void Instant::strike(const EvaluationContext& context, const DealtBlow& dealt, const Owner& striker,
                     const Owner& victim) {
    change().met.push_back({striker, dealt.machine, dealt.index, victim});
    Heard heard;
    heard.event = dealt.blow->event;
    heard.sender = striker;
    heard.only = victim;
    heard.amount = dealt.blow->amount ? number(context, *dealt.blow->amount) : 0.0;
    heard.way = dealt.blow->way ? direction_or_zero(vector(context, *dealt.blow->way)) : Vec3{0.0};
    heard.place = middle_of(context, striker);
    // Several blows of one striker that meet somebody at the same instant are one hit.
    const std::vector<Heard>& told = emitted().events;
    const bool is_told = std::any_of(told.begin(), told.end(), [&](const Heard& one) {
        return one.event == heard.event && one.sender == striker && one.only == victim && !one.struck;
    });
    if (is_told) return;
    emitted().events.push_back(heard);
    heard.only = striker;
    heard.struck = true;
    emitted().events.push_back(heard);
    if (record_ == nullptr) return;
    const EventKind kind = victim.is_actor() ? EventKind::hit_actor : EventKind::hit_fixture;
    record_->events.push_back({actor_->time, kind, heard.event, victim.index, striker.is_actor() ? striker.index : -1});
}

/// A phase that begins meets everybody anew. Whom its machine has met is known to all, so it can't be forgotten by one
/// who is asked alone: false then, and the instant is asked for all.
bool Instant::may_begin_anew(const RunningMachine& running) {
    if (world_.met.empty()) return true;
    const Owner striker = owner_of(running);
    const auto own = [&](const Met& met) { return met.striker == striker && met.machine == running.kind; };
    if (std::none_of(world_.met.begin(), world_.met.end(), own)) return true;
    if (alone_) {
        concerns_others_ = true;
        return false;
    }
    std::erase_if(change().met, own);
    return true;
}

/// What was heard can be asked about later.
void Instant::keep_news(const Heard& heard) {
    if (heard.struck || program_.news.empty()) return;
    const auto known = std::find(program_.news.begin(), program_.news.end(), heard.event);
    if (known == program_.news.end()) return;
    const auto row = static_cast<std::size_t>(known - program_.news.begin());
    const auto keep = [&](const Owner& who, Heard& place) {
        place = heard;
        if (place.way == Vec3{0.0}) place.way = direction_or_zero(middle_of(context_now(), who) - heard.place);
    };
    const auto keep_of_actor = [&](std::size_t actor) {
        std::vector<Heard>& news = update().actors[actor].news;
        news.resize(program_.news.size());
        keep(actor_owner(actor), news[row]);
    };
    if (heard.only.is_actor()) return keep_of_actor(heard.only.at());
    if (heard.only.is_nobody() && heard.sender.is_actor()) keep_of_actor(heard.sender.at());
    if (heard.only.is_nobody() && !heard.sender.is_actor()) keep_of_actor(static_cast<std::size_t>(actor_->id));
    if (alone_) return;
    std::vector<Heard>& all_news = update().news;
    all_news.resize(world_.fixtures.size() * program_.news.size());
    for (std::size_t i = 0; i < world_.fixtures.size(); ++i) {
        if (!heard.only.is_nobody() && !heard.only.is_fixture(i)) continue;
        const MachineId kind = scene_.layout.fixtures[i].kind;
        if (!kind) continue;
        const auto& hears = machine(kind).hears;
        if (std::find(hears.begin(), hears.end(), heard.event) != hears.end())
            keep(fixture_owner(i), all_news[i * program_.news.size() + row]);
    }
}

void Instant::keep_reach_of_blows() {
    if (!program_.has_blows) return;
    for (std::size_t i = first_; i < last_; ++i) {
        ask(i);
        const double reach_m = reach_of_blows(context_now());
        if (actor_->blow_reach_m != reach_m) update_actor().blow_reach_m = reach_m;
    }
}

}  // namespace leap
