// SPDX-License-Identifier: MIT
#include <cmath>
#include <filesystem>

#include "capi/guard.hpp"
#include "capi/handles.hpp"
#include "core/script/dial_edit.hpp"

using leap::capi::fail;
using leap::capi::GivenArray;
using leap::capi::guarded;
using leap::capi::put_struct;

namespace {

std::string plain_path(const std::string& path) {
    return std::filesystem::path(path).lexically_normal().generic_string();
}

/// The name of the i-th of a list; null when there is none.
const std::string* name_at(const leap_program& handle, leap_list list, std::size_t i) {
    const leap::Program& program = *handle.program;
    const auto of = [&](const auto& names) { return i < names.size() ? &names[i] : nullptr; };
    const auto named = [&](const auto& things) { return i < things.size() ? &things[i].name : nullptr; };
    switch (list) {
        case LEAP_BODIES: return named(program.bodies);
        case LEAP_BUTTONS: return named(program.buttons);
        case LEAP_MACHINES: return named(program.machines);
        case LEAP_EMITTED: return of(program.events);
        case LEAP_VALUES: return of(handle.values);
        case LEAP_READINGS: return named(program.readings);
        case LEAP_POSES: return of(program.poses);
        case LEAP_VOLUMES: return of(program.kinds);
    }
    return nullptr;
}

std::unique_ptr<leap_program> program_handle(leap::Program program) {
    auto out = std::make_unique<leap_program>();
    for (const leap::CounterInfo& counter : program.counters) out->values.push_back(counter.path);
    for (const leap::MeterInfo& meter : program.meters) out->values.push_back(meter.name);
    for (const leap::GaugeInfo& gauge : program.gauges) out->values.push_back(gauge.path);
    for (const leap::DialInfo& dial : program.dials) {
        out->dials.push_back(dial.path());
        out->units.push_back(dial.unit.text);
    }
    out->program = std::make_shared<const leap::Program>(std::move(program));
    return out;
}

leap::LineColumn place_of(const leap::CompileOutput& output, const leap::Diagnostic& of, std::uint32_t byte) {
    return of.range.file < output.files.size() ? leap::line_column(output.files[of.range.file].text, byte)
                                               : leap::LineColumn{};
}

leap_result compile_sources(const GivenArray<const leap_source>& sources, leap_program** out, leap_report** report,
                            leap_error* error) {
    std::vector<std::pair<std::string, std::string_view>> texts;
    for (std::size_t i = 0; i < sources.count(); ++i) {
        const leap_source& source = sources.at(i);
        if (source.path == nullptr || (source.text == nullptr && source.length > 0))
            return fail(error, LEAP_ARGUMENT, "a source without path or text");
        const char* const text = source.text == nullptr ? "" : source.text;
        texts.emplace_back(plain_path(source.path), std::string_view(text, source.length));
    }
    auto made = std::make_unique<leap_report>();
    made->output =
        leap::compile(texts.front().first, [&](const std::string& path) -> tl::expected<std::string, std::string> {
            for (const auto& [name, text] : texts)
                if (name == plain_path(path)) return std::string(text);
            return tl::make_unexpected(path + " isn't among the sources that were given");
        });
    for (const leap::Diagnostic& each : made->output.diagnostics)
        made->files.push_back(each.range.file < made->output.files.size() ? made->output.files[each.range.file].path
                                                                          : std::string());
    leap_result result = LEAP_OK;
    if (made->output.program) {
        *out = program_handle(std::move(*made->output.program)).release();
        made->output.program.reset();
    } else {
        result = LEAP_SCRIPT;
        for (std::size_t i = 0; i < made->files.size(); ++i) {
            const leap::Diagnostic& first = made->output.diagnostics[i];
            if (first.severity != leap::Severity::error) continue;
            const std::string text = first.hint.empty() ? first.message : first.message + "; " + first.hint;
            const leap::LineColumn at = place_of(made->output, first, first.range.begin);
            fail(error, result, text, made->files[i], static_cast<int>(at.line), static_cast<int>(at.column));
            break;
        }
    }
    if (report != nullptr) *report = made.release();
    return result;
}

leap_result find_dial(const leap_tuning& tuning, const char* name, leap::DialId& dial, leap_error* error) {
    const auto found = tuning.program->find_dial(name);
    if (found) {
        dial = *found;
        return LEAP_OK;
    }
    std::vector<std::string> names;
    for (const leap::DialInfo& each : tuning.program->dials) names.push_back(each.path());
    const std::string near = leap::nearest_name(name, names);
    const std::string what = std::string("unknown dial ") + name;
    return fail(error, LEAP_NOT_FOUND, near.empty() ? what : what + "; did you mean '" + near + "'?");
}

leap_result set_dial(leap_tuning& tuning, leap::DialId dial, double value, leap_error* error) {
    const leap::DialInfo& info = tuning.program->dials[dial];
    if (!std::isfinite(value) || (info.low && value < *info.low) || (info.high && value > *info.high)) {
        const std::string low = info.low ? leap::dial_literal(info, *info.low) : std::string("-");
        const std::string high = info.high ? leap::dial_literal(info, *info.high) : std::string("-");
        return fail(error, LEAP_ARGUMENT, info.path() + " lies within " + low + " and " + high);
    }
    leap::DialValues dials = tuning.tuning.dials;
    dials[dial] = value;
    leap::Tuning made = leap::make_tuning(*tuning.program, std::move(dials));
    made.off = std::move(tuning.tuning.off);
    made.accents_off = std::move(tuning.tuning.accents_off);
    tuning.tuning = std::move(made);
    return LEAP_OK;
}

}  // namespace

int leap_version(void) {
    return LEAP_VERSION_MAJOR * 10000 + LEAP_VERSION_MINOR * 100 + LEAP_VERSION_PATCH;
}

leap_result leap_compile(const leap_source* sources, size_t count, leap_program** out, leap_report** report,
                         leap_error* error) {
    if (out != nullptr) *out = nullptr;
    if (report != nullptr) *report = nullptr;
    if (sources == nullptr || count == 0 || out == nullptr)
        return fail(error, LEAP_ARGUMENT, "sources and a place for the program are wanted");
    const GivenArray<const leap_source> given(sources, count);
    if (!given.is_sound(sizeof(leap_source)))
        return fail(error, LEAP_ARGUMENT, "sources without their size: set it to sizeof(leap_source) in each");
    return guarded(error, [&] { return compile_sources(given, out, report, error); });
}

void leap_program_free(leap_program* program) {
    delete program;
}

size_t leap_report_count(const leap_report* report) {
    return report == nullptr ? 0 : report->files.size();
}

leap_result leap_report_get(const leap_report* report, size_t index, leap_diagnostic* out) {
    if (report == nullptr || index >= report->files.size()) return LEAP_ARGUMENT;
    const leap::Diagnostic& of = report->output.diagnostics[index];
    leap_diagnostic value{};
    value.is_error = of.severity == leap::Severity::error ? 1 : 0;
    const leap::LineColumn begin = place_of(report->output, of, of.range.begin);
    const leap::LineColumn end = place_of(report->output, of, of.range.end);
    value.line = static_cast<int>(begin.line);
    value.column = static_cast<int>(begin.column);
    value.end_line = static_cast<int>(end.line);
    value.end_column = static_cast<int>(end.column);
    value.file = report->files[index].c_str();
    value.message = of.message.c_str();
    value.hint = of.hint.c_str();
    return put_struct(value, out);
}

void leap_report_free(leap_report* report) {
    delete report;
}

size_t leap_count(const leap_program* program, leap_list list) {
    if (program == nullptr) return 0;
    const leap::Program& of = *program->program;
    switch (list) {
        case LEAP_BODIES: return of.bodies.size();
        case LEAP_BUTTONS: return of.buttons.size();
        case LEAP_MACHINES: return of.machines.size();
        case LEAP_EMITTED: return of.events.size();
        case LEAP_VALUES: return program->values.size();
        case LEAP_READINGS: return of.readings.size();
        case LEAP_POSES: return of.poses.size();
        case LEAP_VOLUMES: return of.kinds.size();
    }
    return 0;
}

const char* leap_name(const leap_program* program, leap_list list, size_t index) {
    const std::string* name = program == nullptr ? nullptr : name_at(*program, list, index);
    return name == nullptr ? nullptr : name->c_str();
}

int leap_find(const leap_program* program, leap_list list, const char* name) {
    if (program == nullptr || name == nullptr) return -1;
    const std::size_t count = leap_count(program, list);
    for (std::size_t i = 0; i < count; ++i)
        if (*name_at(*program, list, i) == name) return static_cast<int>(i);
    return -1;
}

leap_machine_type leap_machine_kind(const leap_program* program, size_t machine) {
    if (program == nullptr || machine >= program->program->machines.size()) return LEAP_NO_MACHINE;
    switch (program->program->machines[machine].kind) {
        case leap::MachineKind::stance: return LEAP_STANCE;
        case leap::MachineKind::move: return LEAP_MOVE;
        case leap::MachineKind::fixture: return LEAP_FIXTURE;
    }
    return LEAP_NO_MACHINE;
}

size_t leap_phase_count(const leap_program* program, size_t machine) {
    if (program == nullptr || machine >= program->program->machines.size()) return 0;
    return program->program->machines[machine].phases.size();
}

const char* leap_phase_name(const leap_program* program, size_t machine, size_t phase) {
    if (phase >= leap_phase_count(program, machine)) return nullptr;
    return program->program->machines[machine].phases[phase].name.c_str();
}

size_t leap_dial_count(const leap_program* program) {
    return program == nullptr ? 0 : program->dials.size();
}

leap_result leap_dial_get(const leap_program* program, size_t index, leap_dial* out) {
    if (program == nullptr || index >= program->dials.size()) return LEAP_ARGUMENT;
    const leap::DialInfo& of = program->program->dials[index];
    leap_dial value{};
    value.name = program->dials[index].c_str();
    value.unit = program->units[index].c_str();
    value.help = of.meaning.c_str();
    value.value = of.value;
    value.low = of.low.value_or(-HUGE_VAL);
    value.high = of.high.value_or(HUGE_VAL);
    return put_struct(value, out);
}

leap_result leap_tuning_new(const leap_program* program, leap_tuning** out, leap_error* error) {
    if (out != nullptr) *out = nullptr;
    if (program == nullptr || out == nullptr) return fail(error, LEAP_ARGUMENT, "a program is wanted");
    return guarded(error, [&] {
        *out = new leap_tuning{program->program, leap::written_tuning(*program->program)};
        return LEAP_OK;
    });
}

void leap_tuning_free(leap_tuning* tuning) {
    delete tuning;
}

leap_result leap_tuning_set(leap_tuning* tuning, const char* dial, double value, leap_error* error) {
    if (tuning == nullptr || dial == nullptr) return fail(error, LEAP_ARGUMENT, "a tuning and a dial are wanted");
    return guarded(error, [&] {
        leap::DialId id;
        const leap_result found = find_dial(*tuning, dial, id, error);
        return found == LEAP_OK ? set_dial(*tuning, id, value, error) : found;
    });
}

leap_result leap_tuning_set_text(leap_tuning* tuning, const char* dial, const char* value, leap_error* error) {
    if (tuning == nullptr || dial == nullptr || value == nullptr)
        return fail(error, LEAP_ARGUMENT, "a tuning, a dial and a value are wanted");
    return guarded(error, [&] {
        leap::DialId id;
        if (const leap_result found = find_dial(*tuning, dial, id, error); found != LEAP_OK) return found;
        const auto read = leap::parse_dial_value(tuning->program->dials[id], value);
        return read ? set_dial(*tuning, id, *read, error) : fail(error, LEAP_ARGUMENT, read.error());
    });
}

leap_result leap_tuning_get(const leap_tuning* tuning, const char* dial, double* out) {
    if (tuning == nullptr || dial == nullptr || out == nullptr) return LEAP_ARGUMENT;
    return guarded(nullptr, [&] {
        const auto found = tuning->program->find_dial(dial);
        if (!found) return LEAP_NOT_FOUND;
        *out = tuning->tuning.dials[*found];
        return LEAP_OK;
    });
}

leap_result leap_tuning_leave_out(leap_tuning* tuning, const char* name, leap_error* error) {
    if (tuning == nullptr || name == nullptr) return fail(error, LEAP_ARGUMENT, "a tuning and a name are wanted");
    return guarded(error, [&] {
        const auto left = leap::leave_out(*tuning->program, name, tuning->tuning);
        return left ? LEAP_OK : fail(error, LEAP_NOT_FOUND, left.error());
    });
}
