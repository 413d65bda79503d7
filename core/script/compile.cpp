// SPDX-License-Identifier: MIT
#include "core/script/compile.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>
#include <optional>
#include <set>
#include <span>

#include "core/script/compiler.hpp"
#include "core/script/old_words.hpp"
#include "core/script/parse.hpp"

namespace leap {

Compiler::Compiler(std::vector<SourceFile> files) {
    program_.files = std::move(files);
}

void Compiler::add(syntax::File file) {
    syntax_.push_back(std::move(file));
}

void Compiler::report(MessageCode code, SourceRange range, std::string message, std::string hint) {
    if (told_.size() > max_messages) return;
    if (!told_.emplace(range.file, range.begin, range.end, "").second) return;
    diagnostics_.push_back({Severity::error, range, std::move(message), std::move(hint), code});
    if (told_.size() > max_messages)
        diagnostics_.push_back({Severity::error, range, fmt::format("there are more than {} errors", max_messages),
                                "fix these to see the rest", MessageCode::too_many});
}

/// Hints are worked out for as many mistakes as are told.
std::string Compiler::near_name(std::string_view name, std::span<const std::string> candidates) const {
    return told_.size() > max_messages ? std::string() : nearest_name(name, candidates);
}

void Compiler::warn(MessageCode code, SourceRange range, std::string message, std::string hint) {
    // A gate is compiled whole and part by part; what is wrong with it is told once.
    if (told_.size() > max_messages || !told_.emplace(range.file, range.begin, range.end, message).second) return;
    diagnostics_.push_back({Severity::warning, range, std::move(message), std::move(hint), code});
    if (told_.size() > max_messages)
        diagnostics_.push_back({Severity::warning, range, fmt::format("there are more than {} messages", max_messages),
                                "fix these to see the rest", MessageCode::too_many});
}

std::string Compiler::text_of(SourceRange range) const {
    return program_.files[range.file].text.substr(range.begin, range.end - range.begin);
}

/// Whether a name is a sense, which nothing else may be called.
bool Compiler::is_reserved(std::string_view name) {
    return !came_later(name) && (find_sense(plain_senses(), name) || find_sense(button_senses(), name));
}

/// Names of owners, buttons, curves and everything the file itself declares share one space.
void Compiler::claim_name(const syntax::Name& name, std::string_view what) {
    if (unit_word(name.text)) {
        report(MessageCode::reserved_name, name.range,
               fmt::format("'{}' is a unit, so it cannot name {}", name.text, what), "choose another name");
    } else if (is_reserved(name.text)) {
        report(MessageCode::reserved_name, name.range,
               fmt::format("'{}' is a sense, so it cannot name {}", name.text, what),
               fmt::format("choose another name, for example own_{}", name.text));
    } else if (const auto [at, fresh] = claimed_.emplace(name.text, name.range); !fresh) {
        const LineColumn first = line_column(program_.files[at->second.file].text, at->second.begin);
        report(
            MessageCode::declared_twice, name.range, fmt::format("'{}' is declared twice", name.text),
            fmt::format("the first is in {}:{}; rename one of them", program_.files[at->second.file].path, first.line));
    } else {
        note_name(name.range, name.range);
    }
}

void Compiler::index_names() {
    for (syntax::File& file : syntax_) {
        for (const syntax::Owner& owner : file.owners) {
            claim_name(owner.name, "a body, stance, move, meter or fixture");
            owners_.emplace(owner.name.text, &owner);
            if (owner.kind != syntax::OwnerKind::body) continue;
            body_syntax_.push_back(&owner);
        }
        for (const syntax::Probe& probe : file.probes) claim_name(probe.name, "a probe");
        for (const syntax::Curve& curve : file.curves) claim_name(curve.name, "a curve");
        for (const syntax::Dial& dial : file.dials) claim_name(dial.name, "a dial");
        for (const syntax::Counter& counter : file.counters) claim_name(counter.name, "a counter");
        for (const syntax::Let& let : file.lets) {
            claim_name(let.name, "a value");
            file_lets_.emplace(let.name.text, &let);
        }
        for (const syntax::Button& button : file.buttons) {
            if (program_.find_button(button.name.text)) {
                report(MessageCode::declared_twice, button.name.range,
                       fmt::format("button '{}' is declared twice", button.name.text));
            } else {
                program_.button_names.add(button.name.text, static_cast<std::int32_t>(program_.buttons.size()));
                program_.buttons.push_back({button.name.text, button.keys, button.pads, button.name.range});
                note_name(button.name.range, button.name.range);
                if (program_.buttons.size() == max_buttons + 1)
                    report(MessageCode::too_many, button.name.range,
                           fmt::format("there are more than {} buttons", max_buttons),
                           "remove buttons that no move uses");
            }
        }
    }
    // Files that are used come before those that use them; a body comes before those that are based on it all the same,
    // so that the first is one that stands by itself.
    std::stable_partition(body_syntax_.begin(), body_syntax_.end(),
                          [](const syntax::Owner* body) { return !body->base.has_value(); });
}

std::vector<const syntax::Owner*> Compiler::chain_of(const syntax::Owner& owner) {
    std::vector<const syntax::Owner*> chain{&owner};
    while (chain.back()->base) {
        if (chain.size() > max_chain) {
            report(MessageCode::too_many, owner.name.range,
                   fmt::format("'{}' has more than {} bases in a row", owner.name.text, max_chain),
                   "base it on one nearer to the first");
            break;
        }
        const syntax::Name& name = *chain.back()->base;
        const auto found = owners_.find(name.text);
        if (found == owners_.end() || found->second->kind != owner.kind) {
            std::vector<std::string> names;
            for (const auto& [known, other] : owners_)
                if (other->kind == owner.kind) names.push_back(known);
            const std::string near = near_name(name.text, names);
            const char* kind = owner.kind == syntax::OwnerKind::move      ? "move"
                               : owner.kind == syntax::OwnerKind::fixture ? "fixture"
                               : owner.kind == syntax::OwnerKind::body    ? "body"
                                                                          : "stance";
            report(MessageCode::unknown_name, name.range, fmt::format("unknown {} '{}'", kind, name.text),
                   near.empty() ? "" : fmt::format("did you mean '{}'?", near));
            break;
        }
        if (std::find(chain.begin(), chain.end(), found->second) != chain.end()) {
            // A ring is told once, at the first of its members that is met.
            const bool told = std::any_of(chain.begin(), chain.end(),
                                          [&](const syntax::Owner* member) { return rings_told_.contains(member); });
            if (!told) report(MessageCode::ring, name.range, fmt::format("'{}' is based on itself", owner.name.text));
            rings_told_.insert(chain.begin(), chain.end());
            break;
        }
        note_name(name.range, found->second->name.range);
        chain.push_back(found->second);
    }
    return chain;
}

Compiler::Scope Compiler::scope_of(const syntax::Owner& owner) {
    Scope scope;
    scope.chain = chain_of(owner);
    if (const auto found = machine_ids_.find(&owner); found != machine_ids_.end()) scope.machine = found->second;
    return scope;
}

bool Compiler::is_fixture(const Scope& scope) const {
    return scope.machine && program_.machines[scope.machine].kind == MachineKind::fixture;
}

void Compiler::run() {
    index_names();
    for (const syntax::File& file : syntax_) {
        declare_dials("", file.dials);
        for (const syntax::Owner& owner : file.owners) declare_dials(owner.name.text, owner.dials);
    }
    declare_own_dials();
    compile_curves();
    declare_machines();
    declare_boosts();
    declare_probes();
    declare_memories();
    compile_bodies();
    compile_counters();
    compile_gauges();
    compile_meters();
    compile_probes();
    for (std::size_t i = 0; i < program_.machines.size(); ++i) compile_machine(MachineId(i));
    for (const syntax::File& file : syntax_) check_lets(file.lets, {});
    compile_readings();
    compile_marks();
    join_tags();
    check_shares();
    compile_event_shares();
    list_sought();
    list_foreseen();
    sort_names();
    if (!has_errors(diagnostics_)) check_program();
}

namespace {

std::string beside(const std::string& from, const std::string& path) {
    return (std::filesystem::path(from).parent_path() / path).lexically_normal().generic_string();
}

/// One note a file, where the first of its old words stands.
std::optional<Diagnostic> note_of_old_words(const std::vector<OldUse>& uses, std::span<const SourceFile> files) {
    if (uses.empty()) return std::nullopt;
    const std::set<std::string> own = own_names(files);
    std::vector<OldUse> old;
    for (const OldUse& use : uses) {
        const std::string_view text =
            std::string_view(files[use.range.file].text).substr(use.range.begin, use.range.end - use.range.begin);
        if (!use.sense || !own.contains(std::string(text))) old.push_back(use);
    }
    if (old.empty()) return std::nullopt;
    const OldUse& first = old.front();
    const std::string was = files[first.range.file].text.substr(first.range.begin, first.range.end - first.range.begin);
    const std::string others =
        old.size() > 1 ? fmt::format(", and in {} more place{}", old.size() - 1, old.size() == 2 ? "" : "s") : "";
    return Diagnostic{Severity::note, first.range, fmt::format("'{}' is the old word for '{}'", was, first.now),
                      fmt::format("leap format writes the new one here{}", others), MessageCode::old_word};
}

struct Loading {
    const ScriptReader& reader;
    std::vector<SourceFile> files;
    std::vector<syntax::File> parsed;
    std::vector<std::vector<OldUse>> old_words;  ///< by file
    std::vector<std::size_t> order;              ///< files in the order their statements count: used ones first
    Diagnostics diagnostics;

    void load(const std::string& path, std::string text) {
        const auto index = static_cast<std::uint32_t>(files.size());
        files.push_back({path, std::move(text)});
        parsed.emplace_back();
        old_words.emplace_back();
        ParseOutput out = parse(files[index].text, index);
        diagnostics.insert(diagnostics.end(), out.diagnostics.begin(), out.diagnostics.end());
        for (const syntax::Use& use : out.file.uses) {
            const std::string target = beside(path, use.path);
            if (std::any_of(files.begin(), files.end(), [&](const SourceFile& f) { return f.path == target; }))
                continue;
            auto read = reader(target);
            if (read) {
                load(target, std::move(*read));
            } else {
                diagnostics.push_back({Severity::error, use.range, read.error(), "check the path after use",
                                       MessageCode::unreadable_file});
            }
        }
        parsed[index] = std::move(out.file);
        old_words[index] = std::move(out.old_words);
        order.push_back(index);
    }
};

}  // namespace

CompileOutput compile(const std::string& root, const ScriptReader& reader) {
    CompileOutput out;
    auto text = reader(root);
    if (!text) {
        out.files.push_back({root, ""});
        out.diagnostics.push_back(
            {Severity::error, {}, text.error(), "check the project file's \"script\"", MessageCode::unreadable_file});
        return out;
    }
    Loading loading{reader, {}, {}, {}, {}, {}};
    loading.load(root, std::move(*text));
    out.files = loading.files;
    const bool parsed = !has_errors(loading.diagnostics);
    Compiler compiler(loading.files);
    for (const std::size_t file : loading.order) compiler.add(std::move(loading.parsed[file]));
    out.diagnostics = std::move(loading.diagnostics);
    // Names that a faulty statement would have declared are missing, so checking on would report what is not wrong.
    if (parsed) {
        compiler.run();
        out.diagnostics = compiler.take_diagnostics();
    }
    // What must be corrected comes first.
    for (const std::vector<OldUse>& uses :
         has_errors(out.diagnostics) ? std::vector<std::vector<OldUse>>{} : loading.old_words)
        if (const auto note = note_of_old_words(uses, out.files)) out.diagnostics.push_back(*note);
    std::stable_sort(out.diagnostics.begin(), out.diagnostics.end(), [](const Diagnostic& a, const Diagnostic& b) {
        return std::pair(a.range.file, a.range.begin) < std::pair(b.range.file, b.range.begin);
    });
    if (!has_errors(out.diagnostics)) out.program = compiler.take_program();
    return out;
}

CompileOutput compile_files(const std::vector<SourceFile>& files) {
    return compile(files.front().path, [&](const std::string& wanted) -> tl::expected<std::string, std::string> {
        for (const SourceFile& file : files)
            if (file.path == wanted) return file.text;
        return tl::make_unexpected(fmt::format("{} can't be read: there is no such file", wanted));
    });
}

std::string first_error(const CompileOutput& output) {
    for (const Diagnostic& diagnostic : output.diagnostics)
        if (diagnostic.severity == Severity::error) return diagnostic_text(diagnostic, output.files);
    return {};
}

CompileOutput compile_text(std::string text, const std::string& path) {
    return compile_files({{path, std::move(text)}});
}

}  // namespace leap
