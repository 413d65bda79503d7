// SPDX-License-Identifier: MIT
// How long the language server takes on the demo: after each change of a text, its problems, then every request. The
// slowest of some rounds; the first one compiles what nobody has asked for yet.
#include <fmt/format.h>

#include <chrono>
#include <fstream>
#include <map>

#include "lsp/server.hpp"

int main() {
    using namespace leap::lsp;
    const std::string path = LEAP_SOURCE_DIR "/examples/lantern-quay/moves/dash.leap";
    std::ifstream file(path);
    std::string text((std::istreambuf_iterator<char>(file)), {});
    const std::string uri = uri_of_path(path);
    Server server;
    std::map<std::string, double> slowest;
    const auto time = [&](const std::string& what, auto work) {
        const auto begin = std::chrono::steady_clock::now();
        work();
        const double ms = std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - begin).count();
        slowest[what] = std::max(slowest[what], ms);
    };
    const auto ask = [&](const std::string& method, Json params) {
        params["textDocument"]["uri"] = uri;
        const std::string message = Json{{"id", 1}, {"method", method}, {"params", params}}.dump();
        time(method, [&] { (void)server.handle(message); });
    };
    server.handle(R"({"id": 0, "method": "initialize", "params": {"capabilities": {}}})");
    for (int round = 0; round < 20; ++round) {
        text += "# another line\n";
        const Json opened{{"method", "textDocument/didOpen"},
                          {"params", {{"textDocument", {{"uri", uri}, {"text", text}}}}}};
        server.handle(opened.dump());
        time("problems after a change", [&] { (void)server.settle(); });
        const Json position{{"line", 14}, {"character", 12}};
        for (const char* method :
             {"textDocument/hover", "textDocument/definition", "textDocument/references", "textDocument/completion",
              "textDocument/documentSymbol", "textDocument/foldingRange", "textDocument/semanticTokens/full",
              "textDocument/formatting", "textDocument/codeLens", "textDocument/inlayHint",
              "textDocument/prepareRename"})
            ask(method,
                {{"position", position}, {"range", {{"start", position}, {"end", {{"line", 90}, {"character", 0}}}}}});
        ask("textDocument/rename", {{"position", {{"line", 3}, {"character", 9}}}, {"newName", "surge"}});
        ask("workspace/symbol", {{"query", "a"}});
    }
    // Colours of a long file take as long for each of its lines as those of a short one.
    const std::string one = text;
    for (const int times : {1, 4, 16}) {
        std::string longer;
        for (int i = 0; i < times; ++i) longer += one;
        const Json opened{{"method", "textDocument/didOpen"},
                          {"params", {{"textDocument", {{"uri", uri}, {"text", longer}}}}}};
        server.handle(opened.dump());
        (void)server.settle();
        time(fmt::format("semanticTokens of {} kB", longer.size() / 1000),
             [&] { ask("textDocument/semanticTokens/full", Json::object()); });
    }
    for (const auto& [what, ms] : slowest) fmt::print("{:<34} {:7.2f} ms\n", what, ms);
}
