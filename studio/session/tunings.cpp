// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/tunings.hpp"

#include "core/script/dial_edit.hpp"

namespace leap::studio {

void Tunings::clear() {
    *this = {};
}

Tuning Tunings::tuned(const Program& program, DialValues dials) const {
    Tuning out = make_tuning(program, std::move(dials));
    for (const std::string& name : off_) static_cast<void>(leave_out(program, name, out));
    return out;
}

void Tunings::adopt(const Program& program) {
    now_ = tuned(program, written_tuning(program).dials);
    previewing_ = false;
    DialValues kept = now_.dials;
    for (std::size_t i = 0; i < kept.size(); ++i)
        if (const auto found = kept_values_.find(program.dials[i].path()); found != kept_values_.end())
            kept[i] = found->second;
    kept_ = make_tuning(program, std::move(kept));
}

bool Tunings::preview(const Program& program, DialId dial, double value_si) {
    if (!program.has(dial)) return false;
    DialValues dials = now_.dials;
    dials[dial] = rounded_dial_value(program.dials[dial], value_si);
    now_ = tuned(program, std::move(dials));
    previewing_ = true;
    return true;
}

void Tunings::keep(const Program& program) {
    kept_values_.clear();
    for (std::size_t i = 0; i < program.dials.size(); ++i) kept_values_[program.dials[i].path()] = now_.dials[i];
    kept_ = now_;
    keep_course();
}

void Tunings::keep_dials(const Program& program, const DialValues& dials) {
    kept_values_.clear();
    for (std::size_t i = 0; i < program.dials.size(); ++i) kept_values_[program.dials[i].path()] = dials[i];
    kept_ = make_tuning(program, dials);
}

QString Tunings::set_off(const Program& program, const std::string& machine, bool off) {
    Tuning tried = now_;
    if (const auto left_out = leave_out(program, machine, tried); off && !left_out)
        return QString::fromStdString(left_out.error());
    if (off) {
        off_.insert(machine);
    } else {
        off_.erase(machine);
    }
    now_ = tuned(program, now_.dials);
    return {};
}

}  // namespace leap::studio
