// SPDX-License-Identifier: MIT
#include "core/project/import_script.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>
#include <set>

#include "core/script/compile.hpp"
#include "core/script/format.hpp"
#include "core/script/old_words.hpp"
#include "core/script/parse.hpp"
#include "core/script/token.hpp"
#include "core/script/words.hpp"

namespace leap {
namespace {

/// A statement of a file, as tokens tell it: from its first word to before the next statement's.
struct TopStatement {
    std::string word;  ///< "move"
    std::string name;  ///< what it declares
    SourceRange range;
};

std::vector<TopStatement> top_statements(const SourceFile& file, std::uint32_t number) {
    std::vector<TopStatement> out;
    const LexOutput read = lex(file.text, number);
    const std::vector<std::string_view> words = words_at(StatementPlace::file);
    int depth = 0;
    std::uint32_t line = 0;
    for (std::size_t i = 0; i + 1 < read.tokens.size(); ++i) {
        const Token& token = read.tokens[i];
        const std::uint32_t here = line_column(file.text, token.range.begin).line;
        const bool begins = depth == 0 && here != line && token.kind == TokenKind::name &&
                            std::find(words.begin(), words.end(), token.text) != words.end();
        if (begins) out.push_back({std::string(token.text), std::string(read.tokens[i + 1].text), token.range});
        if (!out.empty()) out.back().range.end = token.range.end;
        if (token.text == "{") ++depth;
        if (token.text == "}") --depth;
        line = here;
    }
    return out;
}

std::set<std::string> names_in(const std::string& text) {
    std::set<std::string> out;
    for (const Token& token : lex(text, 0).tokens)
        if (token.kind == TokenKind::name) out.emplace(token.text);
    return out;
}

/// A button and a move may have the same name.
struct Declared {
    bool button = false;
    std::string name;
    friend bool operator<(const Declared& a, const Declared& b) {
        return a.button != b.button ? b.button : a.name < b.name;
    }
};

Declared declared_by(const TopStatement& statement) {
    return {statement.word == "button", statement.name};
}

/// What files of a program declare at their top.
std::set<Declared> declared_names(const Program& program) {
    std::set<Declared> out;
    for (std::size_t i = 0; i < program.files.size(); ++i)
        for (const TopStatement& statement : top_statements(program.files[i], static_cast<std::uint32_t>(i)))
            if (statement.word != "use" && statement.word != "mark") out.insert(declared_by(statement));
    return out;
}

class Import {
  public:
    Import(const Program& from, const Program& into) : from_(from), known_(declared_names(into)) {
        for (std::size_t i = 0; i < from.files.size(); ++i)
            statements_.push_back(top_statements(from.files[i], static_cast<std::uint32_t>(i)));
    }

    ImportedScript of(std::uint32_t file) {
        take_file(file);
        for (const std::uint32_t each : files_) known_names_of(each);
        for (std::size_t i = 0; i < files_.size(); ++i) take_what_is_meant(from_.files[files_[i]].text);
        ImportedScript out;
        for (const std::uint32_t each : files_) out.files.push_back(from_.files[each]);
        std::string before;
        // In the order in which that project says them.
        std::sort(taken_.begin(), taken_.end());
        for (const auto& [number, at] : taken_) {
            const TopStatement& statement = statements_[number][at];
            const std::string& text = from_.files[number].text;
            before += text.substr(statement.range.begin, statement.range.end - statement.range.begin) + "\n\n";
            out.along.push_back(statement.name);
        }
        if (!before.empty()) out.files.front().text = format(before + out.files.front().text, own_names(from_.files));
        return out;
    }

  private:
    void take_file(std::uint32_t file) {
        if (std::find(files_.begin(), files_.end(), file) != files_.end()) return;
        files_.push_back(file);
        const std::filesystem::path folder = std::filesystem::path(from_.files[file].path).parent_path();
        for (const syntax::Use& use : parse(from_.files[file].text, file).file.uses) {
            const std::string path = (folder / use.path).lexically_normal().string();
            for (std::size_t i = 0; i < from_.files.size(); ++i)
                if (from_.files[i].path == path) take_file(static_cast<std::uint32_t>(i));
        }
    }

    void known_names_of(std::uint32_t file) {
        for (const TopStatement& statement : statements_[file]) known_.insert(declared_by(statement));
    }

    /// Statements of files that don't come along which declare names that a text says.
    void take_what_is_meant(const std::string& text) {
        const std::set<std::string> said = names_in(text);
        for (std::size_t i = 0; i < statements_.size(); ++i) {
            const auto number = static_cast<std::uint32_t>(i);
            if (std::find(files_.begin(), files_.end(), number) != files_.end()) continue;
            for (std::size_t at = 0; at < statements_[i].size(); ++at) {
                const TopStatement& statement = statements_[i][at];
                const bool comes = statement.word != "body" && statement.word != "use" && statement.word != "mark" &&
                                   statement.word != "reading";
                if (!comes || !said.contains(statement.name) || !known_.insert(declared_by(statement)).second) continue;
                taken_.emplace_back(number, at);
                take_what_is_meant(
                    from_.files[i].text.substr(statement.range.begin, statement.range.end - statement.range.begin));
            }
        }
    }

    const Program& from_;
    std::set<Declared> known_;
    std::vector<std::vector<TopStatement>> statements_;  ///< by file
    std::vector<std::uint32_t> files_;
    std::vector<std::pair<std::uint32_t, std::size_t>> taken_;
};

}  // namespace

tl::expected<ImportedScript, std::string> import_script(const Program& from, const std::string& path,
                                                        const Program& into) {
    for (std::size_t i = 0; i < from.files.size(); ++i)
        if (from.files[i].path == path) return Import(from, into).of(static_cast<std::uint32_t>(i));
    return tl::make_unexpected(fmt::format("the script of that project does not use {}", path));
}

}  // namespace leap
