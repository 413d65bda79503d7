// SPDX-License-Identifier: MIT
#include "lsp/server.hpp"

#include <fmt/format.h>

#include "core/script/parse.hpp"

namespace leap::lsp {
namespace {

/// As the Language Server Protocol counts them.
int severity_number(Severity severity) {
    switch (severity) {
        case Severity::error: return 1;
        case Severity::warning: return 2;
        case Severity::note: break;
    }
    return 3;
}

enum ErrorCode {
    parse_error = -32700,
    invalid_request = -32600,
    method_not_found = -32601,
    invalid_params = -32602,
    internal_error = -32603,
    not_initialized = -32002,
    request_cancelled = -32800,
    request_failed = -32803
};

Json failure(const Json& id, int code, const std::string& message) {
    return {{"jsonrpc", "2.0"}, {"id", id}, {"error", {{"code", code}, {"message", message}}}};
}

Json notification(const std::string& method, Json params) {
    return {{"jsonrpc", "2.0"}, {"method", method}, {"params", std::move(params)}};
}

std::string text_at(const Json& params, const char* name) {
    if (!params.is_object()) return {};
    const auto found = params.find(name);
    return found != params.end() && found->is_string() ? found->get<std::string>() : std::string();
}

}  // namespace

const Json& member(const Json& params, const char* name) {
    static const Json none;
    if (!params.is_object()) return none;
    const auto found = params.find(name);
    return found == params.end() ? none : *found;
}

Server::Server() {
    const auto at_place = [this](auto what) {
        return [this, what](const Json& params) -> Answer {
            const Asked of = asked(params);
            return what(of, byte_in(of, params));
        };
    };
    const auto of_text = [this](auto what) {
        return [this, what](const Json& params) -> Answer { return what(asked(params)); };
    };
    requests_["textDocument/hover"] = at_place(hover_at);
    requests_["textDocument/definition"] = at_place(definition_at);
    requests_["textDocument/documentHighlight"] = at_place(highlights_at);
    requests_["textDocument/prepareRename"] = at_place(rename_range_at);
    requests_["textDocument/documentSymbol"] = of_text(symbols_of);
    requests_["textDocument/foldingRange"] = of_text(folding_of);
    requests_["textDocument/documentLink"] = of_text(links_of);
    requests_["textDocument/semanticTokens/full"] = of_text(semantic_tokens_of);
    requests_["textDocument/codeLens"] = of_text(lenses_of);
    requests_["textDocument/completion"] = [this](const Json& params) -> Answer {
        const Asked of = asked(params);
        return completion_at(of, byte_in(of, params), snippets_);
    };
    requests_["completionItem/resolve"] = [this](const Json& item) -> Answer {
        const std::string path = text_at(member(item, "data"), "path");
        const auto project = workspace_.project_of(path);
        return resolved_completion(!project           ? nullptr
                                   : project->program ? project->program.get()
                                                      : project->last_good.get(),
                                   item);
    };
    requests_["codeLens/resolve"] = [this](const Json& lens) -> Answer {
        const auto project = workspace_.project_of(text_at(member(lens, "data"), "path"));
        return project ? resolved_lens(*project, lens, runs_) : lens;
    };
    requests_["textDocument/inlayHint"] = [this](const Json& params) -> Answer {
        const Asked of = asked(params);
        const Json& range = member(params, "range");
        return hints_of(of, byte_at(of.text, member(range, "start"), unit_),
                        byte_at(of.text, member(range, "end"), unit_), runs_);
    };
    requests_["textDocument/references"] = [this](const Json& params) -> Answer {
        const Asked of = asked(params);
        const Json& with = member(member(params, "context"), "includeDeclaration");
        return references_at(of, byte_in(of, params), !with.is_boolean() || with.get<bool>());
    };
    requests_["textDocument/rename"] = [this](const Json& params) -> Answer {
        const Asked of = asked(params);
        return renaming(of, byte_in(of, params), text_at(params, "newName"));
    };
    requests_["textDocument/codeAction"] = [this](const Json& params) -> Answer {
        const Asked of = asked(params);
        const Json& range = member(params, "range");
        return actions_for(of, byte_at(of.text, member(range, "start"), unit_),
                           byte_at(of.text, member(range, "end"), unit_), uri_of_path(of.path));
    };
    requests_["textDocument/selectionRange"] = [this](const Json& params) -> Answer {
        const Asked of = asked(params);
        Json out = Json::array();
        const Json& positions = member(params, "positions");
        if (positions.is_array())
            for (const Json& position : positions) out.push_back(selection_of(of, byte_at(of.text, position, unit_)));
        return out;
    };
    requests_["textDocument/formatting"] = [this](const Json& params) -> Answer {
        return formatting_of(asked(params), std::nullopt);
    };
    const auto line_of = [](const Json& position) {
        const Json& line = member(position, "line");
        return line.is_number_unsigned() ? line.get<std::uint32_t>() : 0U;
    };
    requests_["textDocument/rangeFormatting"] = [this, line_of](const Json& params) -> Answer {
        const Json& range = member(params, "range");
        return formatting_of(asked(params), std::pair(line_of(member(range, "start")), line_of(member(range, "end"))));
    };
    requests_["textDocument/onTypeFormatting"] = [this, line_of](const Json& params) -> Answer {
        const std::uint32_t line = line_of(member(params, "position"));
        return formatting_of(asked(params), std::pair(line > 0 ? line - 1 : 0, line));
    };
    requests_["workspace/symbol"] = [this](const Json& params) -> Answer {
        Json out = Json::array();
        for (const auto& project : workspace_.projects())
            for (Json& each : workspace_symbols(*project, text_at(params, "query"), unit_)) out.push_back(each);
        return out;
    };
}

Json Server::initialize(const Json& params) {
    const Json& capabilities = member(params, "capabilities");
    const Json& encodings = member(member(capabilities, "general"), "positionEncodings");
    if (encodings.is_array())
        for (const Json& each : encodings)
            if (each == "utf-8") unit_ = ColumnUnit::bytes;
    const Json& item = member(member(member(capabilities, "textDocument"), "completion"), "completionItem");
    snippets_ = member(item, "snippetSupport") == Json(true);
    initialized_ = true;
    return {{"serverInfo", {{"name", "leap"}, {"version", LEAP_VERSION}}},
            {"capabilities",
             {{"positionEncoding", unit_ == ColumnUnit::bytes ? "utf-8" : "utf-16"},
              {"textDocumentSync", {{"openClose", true}, {"change", 2}, {"save", true}}},
              {"completionProvider", {{"resolveProvider", true}, {"triggerCharacters", {"."}}}},
              {"hoverProvider", true},
              {"definitionProvider", true},
              {"referencesProvider", true},
              {"documentHighlightProvider", true},
              {"documentSymbolProvider", true},
              {"workspaceSymbolProvider", true},
              {"foldingRangeProvider", true},
              {"selectionRangeProvider", true},
              {"documentLinkProvider", {{"resolveProvider", false}}},
              {"documentFormattingProvider", true},
              {"documentRangeFormattingProvider", true},
              {"documentOnTypeFormattingProvider", {{"firstTriggerCharacter", "}"}, {"moreTriggerCharacter", {"\n"}}}},
              {"renameProvider", {{"prepareProvider", true}}},
              {"codeActionProvider", {{"codeActionKinds", {"quickfix", "refactor.extract"}}}},
              {"inlayHintProvider", true},
              {"codeLensProvider", {{"resolveProvider", true}}},
              {"semanticTokensProvider", {{"legend", semantic_legend()}, {"full", true}}}}}};
}

std::string Server::path_in(const Json& params) {
    return path_of_uri(text_at(member(params, "textDocument"), "uri"));
}

Asked Server::asked(const Json& params) {
    Asked out;
    out.path = path_in(params);
    out.text = workspace_.text(out.path);
    out.unit = unit_;
    out.project = workspace_.project_of(out.path);
    if (out.project) out.file = out.project->file_at(out.path);
    return out;
}

std::uint32_t Server::byte_in(const Asked& of, const Json& params) const {
    return byte_at(of.text, member(params, "position"), unit_);
}

/// Changes are of parts, each counted in the text that those before it have left.
void Server::change(const Json& params) {
    const std::string path = path_in(params);
    std::string text = workspace_.text(path);
    const Json& changes = member(params, "contentChanges");
    if (!changes.is_array()) return;
    for (const Json& each : changes) {
        const Json& range = member(each, "range");
        if (!range.is_object()) {
            text = text_at(each, "text");
            continue;
        }
        const std::uint32_t begin = byte_at(text, member(range, "start"), unit_);
        const std::uint32_t end = std::max(begin, byte_at(text, member(range, "end"), unit_));
        text.replace(begin, end - begin, text_at(each, "text"));
    }
    workspace_.change(path, std::move(text));
}

void Server::note(const std::string& method, const Json& params) {
    if (method == "exit") ended_ = true;
    if (!initialized_ || ended_) return;
    if (method == "textDocument/didOpen")
        workspace_.open(path_in(params), text_at(member(params, "textDocument"), "text"));
    if (method == "textDocument/didChange") change(params);
    if (method == "textDocument/didClose") workspace_.close(path_in(params));
    if (method == "textDocument/didSave" || method == "workspace/didChangeWatchedFiles") {
        workspace_.forget();
        runs_.forget();
    }
    changed_ = true;
}

Server::Answer Server::answer(const std::string& method, const Json& params) {
    const auto known = requests_.find(method);
    return known->second(params);
}

std::vector<Json> Server::handle(const std::string& text) {
    const auto parsed = parse_message<Json>(text);
    if (!parsed) return {failure(nullptr, parse_error, "the message can't be read: " + parsed.error())};
    const Json& message = *parsed;
    const std::string method = text_at(message, "method");
    const Json& id = member(message, "id");
    const bool is_request = message.is_object() && message.contains("id");
    if (!message.is_object() || (method.empty() && !message.contains("result") && !message.contains("error")))
        return {failure(id, invalid_request, "a message has a method, or answers one")};
    if (method.empty()) return {};  // an answer: nothing was asked
    const Json& params = member(message, "params");
    if (!is_request) {
        note(method, params);
        return {};
    }
    const auto result = [&](Json value) { return Json{{"jsonrpc", "2.0"}, {"id", id}, {"result", std::move(value)}}; };
    if (method == "initialize") return {result(initialize(params))};
    if (!initialized_) return {failure(id, not_initialized, "initialize comes first")};
    if (shut_down_) return {failure(id, invalid_request, "it was shut down")};
    if (method == "shutdown") {
        shut_down_ = true;
        return {result(nullptr)};
    }
    if (!requests_.contains(method)) return {failure(id, method_not_found, fmt::format("{} isn't known", method))};
    try {
        const Answer said = answer(method, params);
        return {said ? result(*said) : failure(id, request_failed, said.error())};
    } catch (const std::exception& fault) {
        return {failure(id, internal_error, fault.what())};
    }
}

Json Server::cancelled(const Json& id) {
    return failure(id, request_cancelled, "taken back");
}

Json Server::diagnostics_of(const Compiled& project, std::uint32_t file) const {
    Json out = Json::array();
    const std::string& text = project.output.files[file].text;
    for (const Diagnostic& each : project.output.diagnostics) {
        if (each.range.file != file) continue;
        Json one{{"range", range_of(text, each.range.begin, each.range.end, unit_)},
                 {"severity", severity_number(each.severity)},
                 {"source", "leap"},
                 {"code", code_text(each.code)},
                 {"message", each.hint.empty() ? each.message : fmt::format("{}; {}", each.message, each.hint)}};
        out.push_back(std::move(one));
    }
    return out;
}

std::vector<Json> Server::settle() {
    if (!changed_ || !initialized_) return {};
    changed_ = false;
    std::map<std::string, Json> now;
    for (const auto& [path, text] : workspace_.texts()) {
        now[path] = Json::array();
        if (const auto project = workspace_.project_of(path)) {
            for (std::uint32_t i = 0; i < project->output.files.size(); ++i)
                now[project->path_of(i)] = diagnostics_of(*project, i);
            continue;
        }
        if (!path.ends_with(".leap")) continue;
        // No project uses it: what can be said of a text alone.
        for (const Diagnostic& each : parse(text, 0).diagnostics)
            now[path].push_back({{"range", range_of(text, each.range.begin, each.range.end, unit_)},
                                 {"severity", 1},
                                 {"source", "leap"},
                                 {"code", code_text(each.code)},
                                 {"message", each.message}});
    }
    std::vector<Json> out;
    for (const auto& [path, problems] : now)
        if (const auto known = published_.find(path); known == published_.end() || known->second != problems)
            out.push_back(notification("textDocument/publishDiagnostics",
                                       {{"uri", uri_of_path(path)}, {"diagnostics", problems}}));
    for (const auto& [path, problems] : published_)
        if (!now.contains(path) && !problems.empty())
            out.push_back(notification("textDocument/publishDiagnostics",
                                       {{"uri", uri_of_path(path)}, {"diagnostics", Json::array()}}));
    published_ = std::move(now);
    return out;
}

}  // namespace leap::lsp
