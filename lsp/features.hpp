// SPDX-License-Identifier: MIT
#pragma once

#include <tl/expected.hpp>

#include "core/readings/readings.hpp"
#include "core/tape/tape.hpp"
#include "core/world/course.hpp"
#include "lsp/text_positions.hpp"
#include "lsp/workspace.hpp"

/// The answers to an editor's questions about one text, as the protocol wants them. Free functions of the text, and of
/// its project where one is known; null answers are `null`.
namespace leap::lsp {

/// A text that is asked about.
struct Asked {
    std::string path;
    std::string text;
    ColumnUnit unit = ColumnUnit::utf16;
    std::shared_ptr<const Compiled> project;  ///< null: no project uses the text
    std::optional<std::uint32_t> file;        ///< in the project's files

    /// The program whose places are those of the text now; null while there are errors.
    const Program* program() const { return project && file ? project->program.get() : nullptr; }
    /// The same, or an older one, whose places may not be.
    const Program* any_program() const {
        if (!project) return nullptr;
        return project->program ? project->program.get() : project->last_good.get();
    }
    Json range(SourceRange of) const { return range_of(text, of.begin, of.end, unit); }
};

/// The word at a byte, with its points: "hop.rise". Empty where none stands.
struct WordAt {
    std::uint32_t begin = 0;
    std::uint32_t end = 0;
    std::string text;
};
WordAt word_at(std::string_view text, std::uint32_t byte);

// What a text says (features_text.cpp).
Json folding_of(const Asked& asked);
Json symbols_of(const Asked& asked);
Json semantic_tokens_of(const Asked& asked);
Json selection_of(const Asked& asked, std::uint32_t byte);
Json links_of(const Asked& asked);
/// The text laid out. `lines`: only those, from and to, both in; nothing: all of it.
Json formatting_of(const Asked& asked, std::optional<std::pair<std::uint32_t, std::uint32_t>> lines);
/// The names of the token kinds that semantic_tokens_of() numbers.
Json semantic_legend();

// What a name means (features_names.cpp).
Json hover_at(const Asked& asked, std::uint32_t byte);
Json definition_at(const Asked& asked, std::uint32_t byte);
Json references_at(const Asked& asked, std::uint32_t byte, bool with_declaration);
Json highlights_at(const Asked& asked, std::uint32_t byte);
Json rename_range_at(const Asked& asked, std::uint32_t byte);
/// Says why not instead.
tl::expected<Json, std::string> renaming(const Asked& asked, std::uint32_t byte, const std::string& name);
Json workspace_symbols(const Compiled& project, std::string_view query, ColumnUnit unit);

// What could be written (features_writing.cpp).
Json completion_at(const Asked& asked, std::uint32_t byte, bool snippets);
Json resolved_completion(const Program* program, Json item);
Json actions_for(const Asked& asked, std::uint32_t begin, std::uint32_t end, const std::string& uri);

// What a run shows beside the text (features_runs.cpp).
Json lenses_of(const Asked& asked);

/// Readings of tapes with the scripts as they are now; each tape is run once for each state of the scripts.
class LensRuns {
  public:
    LensRuns();
    ~LensRuns();
    LensRuns(const LensRuns&) = delete;
    LensRuns& operator=(const LensRuns&) = delete;

    const std::vector<ReadingResult>& readings(const Compiled& project, const std::string& tape);
    std::vector<std::string> tapes(const Compiled& project);
    /// Whether readings() of a tape costs nothing any more.
    bool has_run(const std::string& tape) const { return known_.contains(tape); }
    /// Tapes or the course have changed on disk.
    void forget() { course_ = nullptr, revision_ = 0; }

  private:
    std::uint64_t revision_ = 0;
    std::filesystem::path folder_;
    std::shared_ptr<const Course> course_;
    std::vector<Tape> tapes_;
    std::map<std::string, std::vector<ReadingResult>> known_;
};

/// What each `let` and reading between two bytes comes to (features_hints.cpp).
Json hints_of(const Asked& asked, std::uint32_t begin, std::uint32_t end, LensRuns& runs);

/// A mark's reading on its tapes.
Json resolved_lens(const Compiled& project, Json lens, LensRuns& runs);

}  // namespace leap::lsp
