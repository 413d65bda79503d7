// SPDX-License-Identifier: MIT
// Damaged messages, damaged texts and streams in pieces for the language server. A crash is a finding, and so is a
// request without an answer. Usage: language_server_fuzz [SECONDS] [SEED]
#include <fmt/format.h>

#include <chrono>
#include <cstdlib>
#include <fstream>

#include "lsp/framing.hpp"
#include "lsp/server.hpp"
#include "tests/core/mutation.hpp"

int main(int argc, char** argv) {
    using namespace leap::lsp;
    const double seconds = argc > 1 ? std::atof(argv[1]) : 10.0;
    auto seed = static_cast<unsigned>(argc > 2 ? std::atoi(argv[2]) : 1);
    const std::string path = LEAP_SOURCE_DIR "/examples/little-quay/keeper.leap";
    std::ifstream file(path);
    const std::string text((std::istreambuf_iterator<char>(file)), {});
    const std::string uri = uri_of_path(path);
    const std::vector<std::string> methods{"textDocument/hover",
                                           "textDocument/definition",
                                           "textDocument/references",
                                           "textDocument/completion",
                                           "textDocument/documentSymbol",
                                           "textDocument/foldingRange",
                                           "textDocument/semanticTokens/full",
                                           "textDocument/formatting",
                                           "textDocument/rangeFormatting",
                                           "textDocument/codeAction",
                                           "textDocument/rename",
                                           "textDocument/prepareRename",
                                           "textDocument/selectionRange",
                                           "textDocument/documentLink",
                                           "workspace/symbol",
                                           "textDocument/onTypeFormatting",
                                           "textDocument/codeLens",
                                           "textDocument/inlayHint",
                                           "textDocument/documentHighlight"};
    const auto begin = std::chrono::steady_clock::now();
    long messages = 0;
    while (std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count() < seconds) {
        std::mt19937 random(seed);
        Server server;
        server.handle(R"({"id": 0, "method": "initialize", "params": {"capabilities": {}}})");
        Framing framing;
        const auto number = [&] { return static_cast<int>(random() % 90) - 5; };
        const auto position = [&] { return Json{{"line", number()}, {"character", number()}}; };
        const auto send = [&](const Json& message, bool damaged) {
            std::string said = message.dump(-1, ' ', false, Json::error_handler_t::replace);
            if (damaged) said = leap::test::mutated(said, random);
            const std::string stream = framed(said);
            for (std::size_t at = 0; at < stream.size(); at += 700) framing.feed(stream.substr(at, 700));
            while (auto whole = framing.next()) {
                const auto out = server.handle(whole->text);
                ++messages;
                if (!damaged && message.contains("id") && out.empty()) {
                    fmt::print("seed {}: no answer to {}\n", seed, said);
                    std::exit(1);
                }
            }
        };
        send({{"method", "textDocument/didOpen"}, {"params", {{"textDocument", {{"uri", uri}, {"text", text}}}}}},
             false);
        for (int i = 0; i < 40; ++i) {
            if (random() % 3 == 0) {
                Json change{{"text", leap::test::mutated("phase up { end }\n", random)}};
                if (random() % 4 != 0) change["range"] = {{"start", position()}, {"end", position()}};
                send({{"method", "textDocument/didChange"},
                      {"params", {{"textDocument", {{"uri", uri}}}, {"contentChanges", {change}}}}},
                     random() % 5 == 0);
                if (random() % 2 == 0) (void)server.settle();
            }
            const Json params{{"textDocument", {{"uri", uri}}},
                              {"position", position()},
                              {"newName", "surge"},
                              {"query", "a"},
                              {"positions", {position(), position()}},
                              {"range", {{"start", position()}, {"end", position()}}}};
            send({{"id", i}, {"method", methods[random() % methods.size()]}, {"params", params}}, random() % 4 == 0);
        }
        ++seed;
    }
    fmt::print("{} messages: no finding; the next seed is {}\n", messages, seed);
}
