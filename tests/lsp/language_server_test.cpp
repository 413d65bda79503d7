// SPDX-License-Identifier: MIT
// The language server, message by message.
#include <gtest/gtest.h>
#include <unistd.h>

#include <array>
#include <chrono>
#include <filesystem>
#include <fstream>
#include <random>
#include <thread>

#include "lsp/editor_files.hpp"
#include "lsp/framing.hpp"
#include "lsp/server.hpp"

namespace leap::lsp {
namespace {

namespace fs = std::filesystem;

constexpr const char* root_text = R"(use "moves/hop.leap"

button jump key "Space"

body pip {
  capsule radius 0.3 m height 1.7 m
  gravity 20 m/s^2
}

stance walk {
  dial top = 6 m/s  in 1..15  "full tilt"
  steer to top gain 40 m/s^2 brake 50 m/s^2
}

reading height = highest(feet)
mark height in 1.9 m..2.1 m
)";
constexpr const char* hop_text = R"(# A hop.
# Über den Steg.
move hop on jump {
  dial rise = 2 m  in 0.3..6  "how high"
  gate grounded "needs ground"
  phase up {
    start: launch up at sqrt(2 * 20 m/s^2 * rise)
    end when vertical_speed <= 0 m/s
  }
}
)";

class LanguageServer : public testing::Test {
  protected:
    void SetUp() override {
        folder_ = fs::temp_directory_path() / ("leap-lsp-" + std::to_string(std::random_device{}()));
        fs::create_directories(folder_ / "moves");
        fs::create_directories(folder_ / "tapes");
        write("project.json", R"({"format": 1, "name": "p", "script": "pip.leap", "course": "c.json",
                                  "tapes": ["tapes/up.tape.json"]})");
        write("c.json", R"({"format": 1, "name": "c", "places": [{"name": "here", "position": [0, 0, 0], "facing": 0}],
                            "pieces": [{"name": "g", "kind": "box", "center": [0, 0, -0.5], "size": [50, 50, 1]}]})");
        write("tapes/up.tape.json", R"({"format": 1, "name": "up", "rate": 120, "start": {"at": "here"}, "length": 1.5,
                                        "events": [{"t": 0.2, "button": "jump", "down": true}]})");
        write("pip.leap", root_text);
        write("moves/hop.leap", hop_text);
        initialize();
    }
    void TearDown() override { fs::remove_all(folder_); }

    void write(const std::string& path, const std::string& text) { std::ofstream(folder_ / path) << text; }
    std::string uri(const std::string& path) const { return uri_of_path((folder_ / path).generic_string()); }

    void initialize(Json capabilities = Json::object()) {
        server_ = std::make_unique<Server>();
        const Json answer = ask("initialize", {{"capabilities", std::move(capabilities)}});
        EXPECT_TRUE(answer["capabilities"]["hoverProvider"].get<bool>());
        tell("initialized", Json::object());
    }
    Json send(const Json& message) {
        const auto out = server_->handle(message.dump());
        return out.empty() ? Json() : out.front();
    }
    Json ask(const std::string& method, const Json& params) {
        const Json out = send({{"jsonrpc", "2.0"}, {"id", ++id_}, {"method", method}, {"params", params}});
        EXPECT_EQ(out["id"], id_);
        return out.contains("result") ? out["result"] : out;
    }
    void tell(const std::string& method, const Json& params) {
        EXPECT_TRUE(send({{"jsonrpc", "2.0"}, {"method", method}, {"params", params}}).is_null());
    }
    void open(const std::string& path, const std::string& text) {
        tell("textDocument/didOpen",
             {{"textDocument", {{"uri", uri(path)}, {"languageId", "leap"}, {"version", 1}, {"text", text}}}});
    }
    Json at(const std::string& path, int line, int character) const {
        return {{"textDocument", {{"uri", uri(path)}}}, {"position", {{"line", line}, {"character", character}}}};
    }
    Json of(const std::string& path) const { return {{"textDocument", {{"uri", uri(path)}}}}; }
    /// What it tells of each file's problems, by the end of its path.
    Json problems(const std::string& path) {
        for (const Json& each : server_->settle())
            if (each["params"]["uri"] == uri(path)) return each["params"]["diagnostics"];
        return nullptr;
    }

    fs::path folder_;
    std::unique_ptr<Server> server_;
    int id_ = 0;
};

Json place(int line, int character) {
    return {{"line", line}, {"character", character}};
}

TEST_F(LanguageServer, ProblemsOfEveryFileAreToldWhenATextChangesAndTakenBackWhenItIsMended) {
    open("moves/hop.leap", hop_text);
    EXPECT_EQ(problems("moves/hop.leap"), Json::array());
    // One sign is changed: "jump" becomes "jumb".
    tell("textDocument/didChange",
         {{"textDocument", {{"uri", uri("moves/hop.leap")}, {"version", 2}}},
          {"contentChanges", {{{"range", {{"start", place(2, 15)}, {"end", place(2, 16)}}}, {"text", "b"}}}}});
    const Json wrong = problems("moves/hop.leap");
    ASSERT_EQ(wrong.size(), 1U) << wrong.dump();
    EXPECT_EQ(wrong[0]["severity"], 1);
    EXPECT_EQ(wrong[0]["range"]["start"], place(2, 12));
    EXPECT_EQ(wrong[0]["range"]["end"], place(2, 16));
    EXPECT_NE(wrong[0]["message"].get<std::string>().find("did you mean 'jump'?"), std::string::npos) << wrong.dump();
    EXPECT_TRUE(server_->settle().empty()) << "nothing is told twice";

    const Json actions = ask("textDocument/codeAction", {{"textDocument", {{"uri", uri("moves/hop.leap")}}},
                                                         {"range", wrong[0]["range"]},
                                                         {"context", {{"diagnostics", wrong}}}});
    ASSERT_GE(actions.size(), 1U);
    EXPECT_EQ(actions[0]["title"], "Write jump");
    const Json edit = actions[0]["edit"]["changes"][uri("moves/hop.leap")][0];
    tell("textDocument/didChange", {{"textDocument", {{"uri", uri("moves/hop.leap")}, {"version", 3}}},
                                    {"contentChanges", {{{"range", edit["range"]}, {"text", edit["newText"]}}}}});
    EXPECT_EQ(problems("moves/hop.leap"), Json::array());
}

TEST_F(LanguageServer, AnErrorInOneFileIsToldWithTheRootToo) {
    open("moves/hop.leap", "move hop on jump {\n  phase up { gravity 3 s }\n}\n");
    const auto told = server_->settle();
    ASSERT_EQ(told.size(), 2U) << "both files of the project";
    open("pip.leap", std::string(root_text) + "meter breath { from 0 to }\n");
    const Json root = problems("pip.leap");
    ASSERT_EQ(root.size(), 1U) << root.dump();
    EXPECT_EQ(root[0]["range"]["start"]["line"], 16);
}

TEST_F(LanguageServer, HoverSaysWhatAWordMeansAndWhatADialIs) {
    open("moves/hop.leap", hop_text);
    const Json sense = ask("textDocument/hover", at("moves/hop.leap", 7, 16));
    EXPECT_NE(sense["contents"]["value"].get<std::string>().find("vertical_speed"), std::string::npos) << sense.dump();
    const Json dial = ask("textDocument/hover", at("moves/hop.leap", 3, 9));
    EXPECT_EQ(dial["contents"]["value"], "hop.rise = 2 m: how high");
    const Json word = ask("textDocument/hover", at("moves/hop.leap", 4, 3));
    EXPECT_NE(word["contents"]["value"].get<std::string>().find("gate"), std::string::npos);
    EXPECT_EQ(word["range"]["start"], place(4, 2));
    EXPECT_TRUE(ask("textDocument/hover", at("moves/hop.leap", 8, 1)).is_null());
}

TEST_F(LanguageServer, DefinitionReferencesAndRenameGoThroughAllFiles) {
    open("moves/hop.leap", hop_text);
    const Json there = ask("textDocument/definition", at("moves/hop.leap", 6, 45));
    EXPECT_EQ(there["uri"], uri("moves/hop.leap"));
    EXPECT_EQ(there["range"]["start"], place(3, 7));
    Json with = at("moves/hop.leap", 6, 45);
    with["context"] = {{"includeDeclaration", false}};
    EXPECT_EQ(ask("textDocument/references", with).size(), 1U);
    EXPECT_EQ(ask("textDocument/documentHighlight", at("moves/hop.leap", 3, 8)).size(), 2U);
    const Json range = ask("textDocument/prepareRename", at("moves/hop.leap", 3, 8));
    EXPECT_EQ(range["placeholder"], "rise");
    Json renaming = at("moves/hop.leap", 3, 8);
    renaming["newName"] = "lift";
    const Json edit = ask("textDocument/rename", renaming);
    ASSERT_EQ(edit["changes"][uri("moves/hop.leap")].size(), 2U) << edit.dump();
    renaming["newName"] = "2 words";
    EXPECT_TRUE(ask("textDocument/rename", renaming).contains("error"));
    // The move is declared in one file and read in the other.
    const std::string reading = std::string(root_text) + "reading long = duration of hop\n";
    open("pip.leap", reading);
    const Json move = ask("textDocument/definition", at("pip.leap", 16, 28));
    EXPECT_EQ(move["uri"], uri("moves/hop.leap"));
    renaming = at("pip.leap", 16, 28);
    renaming["newName"] = "bound";
    const Json both = ask("textDocument/rename", renaming);
    EXPECT_EQ(both["changes"].size(), 2U) << both.dump();
}

TEST_F(LanguageServer, WhileATextHasErrorsNamesAreStillFound) {
    open("moves/hop.leap", hop_text);
    server_->settle();
    open("moves/hop.leap", std::string("# one line more\n") + hop_text + "move x on jump {\n");
    EXPECT_FALSE(problems("moves/hop.leap").empty());
    const Json there = ask("textDocument/definition", at("moves/hop.leap", 7, 45));
    EXPECT_EQ(there["range"]["start"], place(3, 7)) << "as the last text without errors had it";
    EXPECT_FALSE(ask("textDocument/hover", at("moves/hop.leap", 4, 9)).is_null());
    Json renaming = at("moves/hop.leap", 4, 8);
    renaming["newName"] = "lift";
    const Json refused = ask("textDocument/rename", renaming);
    EXPECT_NE(refused["error"]["message"].get<std::string>().find("has errors"), std::string::npos);
}

TEST_F(LanguageServer, CompletionKnowsThePlaceAndTheProject) {
    initialize({{"textDocument", {{"completion", {{"completionItem", {{"snippetSupport", true}}}}}}}});
    const std::string text = std::string(hop_text) + "\nmove y on jump {\n  ga\n}\n";
    open("moves/hop.leap", text);
    const Json list = ask("textDocument/completion", at("moves/hop.leap", 12, 4))["items"];
    const auto find = [&](const std::string& label, int kind) {
        for (const Json& each : list)
            if (each["label"] == label && each["kind"] == kind) return each;
        return Json();
    };
    constexpr int snippet = 15;
    EXPECT_FALSE(find("gate", snippet).is_null());
    EXPECT_NE(find("gate", snippet)["textEdit"]["newText"].get<std::string>().find("${1:"), std::string::npos)
        << find("gate", snippet).dump();
    EXPECT_TRUE(find("body", snippet).is_null()) << "no body stands in a move";
    EXPECT_FALSE(find("hop.rise", 10).is_null());
    EXPECT_FALSE(find("jump", 23).is_null());
    const Json resolved = ask("completionItem/resolve", find("hop.rise", 10));
    EXPECT_EQ(resolved["documentation"]["value"], "hop.rise = 2 m: how high");
    const Json range = find("gate", 14)["textEdit"]["range"];
    EXPECT_EQ(range["start"], place(12, 2));
    // Behind a word no statement begins.
    const Json behind = ask("textDocument/completion", at("moves/hop.leap", 4, 11))["items"];
    for (const Json& each : behind) EXPECT_NE(each["kind"], snippet);
}

TEST_F(LanguageServer, SymbolsFoldsSelectionsAndLinksFollowTheText) {
    open("moves/hop.leap", hop_text);
    open("pip.leap", root_text);
    const Json symbols = ask("textDocument/documentSymbol", of("moves/hop.leap"));
    ASSERT_EQ(symbols.size(), 1U);
    EXPECT_EQ(symbols[0]["name"], "hop");
    EXPECT_EQ(symbols[0]["detail"], "move");
    ASSERT_EQ(symbols[0]["children"].size(), 2U);
    EXPECT_EQ(symbols[0]["children"][1]["name"], "up");
    const Json folds = ask("textDocument/foldingRange", of("moves/hop.leap"));
    ASSERT_EQ(folds.size(), 3U) << folds.dump();
    EXPECT_EQ(folds[0]["startLine"], 2);
    EXPECT_EQ(folds[0]["endLine"], 8);
    EXPECT_EQ(folds[2]["kind"], "comment");
    Json params = of("moves/hop.leap");
    params["positions"] = {place(7, 14)};
    Json selection = ask("textDocument/selectionRange", params)[0];
    std::vector<int> widths;
    for (; !selection.is_null(); selection = selection.contains("parent") ? selection["parent"] : Json())
        widths.push_back(selection["range"]["end"]["line"].get<int>() - selection["range"]["start"]["line"].get<int>());
    EXPECT_TRUE(std::is_sorted(widths.begin(), widths.end())) << "each holds the one before";
    EXPECT_GE(widths.size(), 5U);
    const Json links = ask("textDocument/documentLink", of("pip.leap"));
    ASSERT_EQ(links.size(), 1U);
    EXPECT_EQ(links[0]["target"], uri("moves/hop.leap"));
    const Json found = ask("workspace/symbol", {{"query", "RIS"}});
    ASSERT_EQ(found.size(), 1U) << found.dump();
    EXPECT_EQ(found[0]["name"], "rise");
}

TEST_F(LanguageServer, FormattingIsTheFormattersAndTouchesOnlyWhatIsAsked) {
    const std::string untidy =
        "move hop on jump {\n      gate grounded \"needs ground\"\n phase up { end when vertical_speed <= 0 m/s }\n}\n";
    open("moves/hop.leap", untidy);
    const Json all = ask("textDocument/formatting", of("moves/hop.leap"));
    ASSERT_EQ(all.size(), 2U) << all.dump();
    EXPECT_EQ(all[0]["newText"], "  gate grounded \"needs ground\"");
    Json part = of("moves/hop.leap");
    part["range"] = {{"start", place(2, 0)}, {"end", place(2, 5)}};
    EXPECT_EQ(ask("textDocument/rangeFormatting", part).size(), 1U);
    open("moves/hop.leap", hop_text);
    EXPECT_TRUE(ask("textDocument/formatting", of("moves/hop.leap")).empty());
}

TEST_F(LanguageServer, SemanticTokensAreCountedInSignsOfTheEditor) {
    for (const bool bytes : {false, true}) {
        initialize(bytes ? Json{{"general", {{"positionEncodings", {"utf-8", "utf-16"}}}}} : Json::object());
        open("moves/hop.leap", hop_text);
        const Json data = ask("textDocument/semanticTokens/full", of("moves/hop.leap"))["data"];
        ASSERT_EQ(data.size() % 5, 0U);
        ASSERT_GT(data.size(), 60U);
        // "# Über den Steg." has 16 signs, one of which is two bytes.
        EXPECT_EQ(data[5 + 0], 1);
        EXPECT_EQ(data[5 + 2], bytes ? 17 : 16);
        EXPECT_EQ(data[10 + 2], 4) << "move";
        EXPECT_EQ(data[10 + 3], 0) << "a word of the language";
    }
}

TEST_F(LanguageServer, ANumberBecomesADial) {
    open("moves/hop.leap", hop_text);
    Json params = of("moves/hop.leap");
    params["range"] = {{"start", place(6, 34)}, {"end", place(6, 34)}};
    params["context"] = {{"diagnostics", Json::array()}};
    Json actions = ask("textDocument/codeAction", params);
    EXPECT_TRUE(std::any_of(actions.begin(), actions.end(), [](const Json& each) {
        return each["title"] == "Make 20 m/s^2 a dial of hop";
    })) << actions.dump();
    // Taken, the script still compiles and says the same.
    const Json& edits = actions[0]["edit"]["changes"][uri("moves/hop.leap")];
    ASSERT_EQ(edits.size(), 2U);
    Json changes = Json::array();
    changes.push_back({{"range", edits[1]["range"]}, {"text", edits[1]["newText"]}});
    changes.push_back({{"range", edits[0]["range"]}, {"text", edits[0]["newText"]}});
    tell("textDocument/didChange",
         {{"textDocument", {{"uri", uri("moves/hop.leap")}, {"version", 2}}}, {"contentChanges", changes}});
    EXPECT_EQ(problems("moves/hop.leap"), Json::array());
    const Json dial = ask("textDocument/hover", at("moves/hop.leap", 3, 9));
    EXPECT_NE(dial["contents"]["value"].get<std::string>().find("hop.value = 20 m/s"), std::string::npos)
        << dial.dump();
}

TEST_F(LanguageServer, ALensShowsWhatAMarkCameTo) {
    open("pip.leap", root_text);
    Json lenses = ask("textDocument/codeLens", of("pip.leap"));
    ASSERT_EQ(lenses.size(), 1U);
    EXPECT_EQ(ask("codeLens/resolve", lenses[0])["command"]["title"], "2.001 m on up: met");
    std::string lower = hop_text;
    lower.replace(lower.find("= 2 m"), 5, "= 1 m");
    open("moves/hop.leap", lower);
    lenses = ask("textDocument/codeLens", of("pip.leap"));
    EXPECT_EQ(ask("codeLens/resolve", lenses[0])["command"]["title"], "1.001 m on up: missed");
}

TEST_F(LanguageServer, AHintSaysWhatALetAndAReadingComeTo) {
    open("pip.leap", root_text);
    std::string with_let = hop_text;
    const std::size_t line_end = with_let.find('\n', with_let.find("= 2 m"));
    with_let.insert(line_end + 1, "  let twice = rise * 2\n  let now = rise * phase_time / 1 s\n");
    open("moves/hop.leap", with_let);
    const auto hints = [&](const std::string& path) {
        Json params = of(path);
        params["range"] = {{"start", {{"line", 0}, {"character", 0}}}, {"end", {{"line", 200}, {"character", 0}}}};
        std::vector<std::string> out;
        for (const Json& each : ask("textDocument/inlayHint", params)) out.push_back(each["label"]);
        return out;
    };
    EXPECT_EQ(hints("moves/hop.leap"), std::vector<std::string>{"= 4 m"}) << "what changes while it plays has none";
    EXPECT_EQ(hints("pip.leap"), std::vector<std::string>{"= 2.001 m on up"});
    Json elsewhere = of("pip.leap");
    elsewhere["range"] = {{"start", {{"line", 0}, {"character", 0}}}, {"end", {{"line", 0}, {"character", 3}}}};
    EXPECT_EQ(ask("textDocument/inlayHint", elsewhere), Json::array());
}

TEST_F(LanguageServer, AFileThatNoProjectUsesGetsWhatCanBeSaidOfItAlone) {
    open("moves/stray.leap", "move x on jump {\n  gate\n}\n");
    EXPECT_FALSE(problems("moves/stray.leap").empty());
    open("moves/stray.leap", "move x on nothing {\n  phase a for 1 s { }\n}\n");
    EXPECT_EQ(problems("moves/stray.leap"), Json::array()) << "names can't be looked up without a project";
    EXPECT_TRUE(ask("textDocument/definition", at("moves/stray.leap", 0, 11)).is_null());
}

TEST_F(LanguageServer, ClosedAFileCountsAsItIsOnDiskAgain) {
    open("moves/hop.leap", "move hop {");
    EXPECT_FALSE(problems("moves/hop.leap").empty());
    open("pip.leap", root_text);
    tell("textDocument/didClose", of("moves/hop.leap"));
    EXPECT_EQ(problems("moves/hop.leap"), Json::array());
}

TEST_F(LanguageServer, MessagesThatMakeNoSenseAreAnsweredAndDoNoHarm) {
    open("moves/hop.leap", hop_text);
    const auto code = [&](const std::string& text) {
        const auto out = server_->handle(text);
        return out.empty() ? Json() : out.front()["error"]["code"];
    };
    EXPECT_EQ(code("{"), -32700);
    EXPECT_EQ(code("[]"), -32600);
    EXPECT_EQ(code(std::string(200'000, '[')), -32700);
    EXPECT_EQ(code(R"({"id":1,"method":"textDocument/hover","params":)" + std::string(200'000, '[')), -32700);
    EXPECT_EQ(code(R"({"id": 1, "method": 7})"), -32600);
    EXPECT_EQ(code("17"), -32600);
    EXPECT_EQ(code(R"({"id": 1})"), -32600);
    EXPECT_EQ(code(R"({"id": 1, "method": "textDocument/nothing"})"), -32601);
    EXPECT_EQ(code(R"({"method": "textDocument/nothing"})"), Json());
    for (const char* method :
         {"textDocument/hover", "textDocument/rename", "textDocument/completion", "textDocument/codeAction",
          "textDocument/selectionRange", "completionItem/resolve", "codeLens/resolve", "workspace/symbol",
          "textDocument/rangeFormatting", "textDocument/inlayHint"})
        for (const Json& params : {Json(), Json(7), Json::array(), Json::object(),
                                   Json{{"textDocument", 3}, {"position", "x"}, {"range", Json::array()}},
                                   Json{{"textDocument", {{"uri", "file:///nowhere/%zz"}}}, {"positions", {1, Json()}}},
                                   Json{{"textDocument", {{"uri", uri("moves/hop.leap")}}},
                                        {"position", {{"line", -4}, {"character", 1e300}}}}})
            (void)ask(method, params);
    for (const char* method : {"textDocument/didChange", "textDocument/didOpen", "textDocument/didClose"})
        for (const Json& params : {Json(), Json::array(), Json{{"contentChanges", {1, Json::object()}}}})
            tell(method, params);
    EXPECT_FALSE(ask("textDocument/hover", at("moves/hop.leap", 4, 3)).is_null());
    Server fresh;
    EXPECT_EQ(fresh.handle(R"({"id": 1, "method": "textDocument/hover"})").front()["error"]["code"], -32002);
}

TEST_F(LanguageServer, ItEndsInThePhasesThatTheProtocolWants) {
    EXPECT_TRUE(ask("shutdown", nullptr).is_null());
    EXPECT_EQ(ask("textDocument/hover", at("moves/hop.leap", 4, 3))["error"]["code"], -32600);
    tell("exit", nullptr);
    EXPECT_TRUE(server_->ended());
    EXPECT_EQ(server_->exit_code(), 0);
    Server rude;
    rude.handle(R"({"method": "exit"})");
    EXPECT_EQ(rude.exit_code(), 1);
}

/// A message that another one behind it may take back is looked at before it is handled.
TEST(LanguageServerStreams, NoMessageEndsTheServerButExit) {
    const std::vector<std::string> messages{
        R"({"jsonrpc":"2.0","id":1,"method":"initialize","params":{}})",
        R"({"jsonrpc":"2.0","method":"$/cancelRequest","params":[7]})",
        R"({"jsonrpc":"2.0","method":"$/cancelRequest","params":7})",
        R"({"jsonrpc":"2.0","method":7,"params":"$/cancelRequest"})",
        R"({"jsonrpc":"2.0","id":2,"method":7})",
        R"([1, "$/cancelRequest"])",
        R"("$/cancelRequest")",
        std::string(200'000, '[') + "$/cancelRequest",
        R"({"jsonrpc":"2.0","id":3,"method":"workspace/symbol","params":{"query":""}})",
        R"({"jsonrpc":"2.0","id":4,"method":"workspace/symbol","params":{"query":""}})",
        R"({"jsonrpc":"2.0","method":"$/cancelRequest","params":{"id":4}})",
        R"({"jsonrpc":"2.0","id":5,"method":"shutdown"})",
        R"({"jsonrpc":"2.0","method":"exit"})"};
    std::array<int, 2> in{};
    std::array<int, 2> out{};
    ASSERT_EQ(pipe(in.data()), 0);
    ASSERT_EQ(pipe(out.data()), 0);
    std::thread writer([&] {
        for (const std::string& each : messages) {
            const std::string text = framed(each);
            for (std::size_t at = 0; at < text.size();) {
                const ssize_t count = write(in[1], text.data() + at, text.size() - at);
                if (count <= 0) break;
                at += static_cast<std::size_t>(count);
            }
        }
        close(in[1]);
    });
    int code = -1;
    std::thread server([&] {
        code = serve(in[0], out[1]);
        close(out[1]);
    });
    std::string said;
    std::array<char, 4096> room;
    for (ssize_t count = 0; (count = read(out[0], room.data(), room.size())) > 0;)
        said.append(room.data(), static_cast<std::size_t>(count));
    writer.join();
    server.join();
    close(in[0]);
    close(out[0]);
    EXPECT_EQ(code, 0) << said;
    EXPECT_NE(said.find(R"("id":3,"jsonrpc":"2.0","result")"), std::string::npos) << said;
    EXPECT_NE(said.find(R"("id":5,"jsonrpc":"2.0","result")"), std::string::npos) << said;
}

TEST(LanguageServerFraming, MessagesComeInAnyPieces) {
    const std::string stream = framed("{\"a\":1}") + "content-length:2\r\nContent-Type: x\r\n\r\n{}" + framed("[]");
    for (std::size_t piece = 1; piece < stream.size(); piece += 3) {
        Framing framing;
        std::vector<std::string> got;
        for (std::size_t i = 0; i < stream.size(); i += piece) {
            framing.feed(stream.substr(i, piece));
            while (auto message = framing.next()) got.push_back(message->text);
        }
        EXPECT_EQ(got, (std::vector<std::string>{"{\"a\":1}", "{}", "[]"})) << piece;
    }
    Framing garbage;
    garbage.feed("GET / HTTP/1.1\r\n\r\n");
    EXPECT_FALSE(garbage.next());
    EXPECT_TRUE(garbage.broken());
    Framing endless;
    endless.feed(std::string(5000, 'x'));
    EXPECT_FALSE(endless.next());
    EXPECT_TRUE(endless.broken());
    Framing huge;
    huge.feed("Content-Length: 99999999999\r\n\r\nabc");
    ASSERT_TRUE(huge.next()->too_long);
    huge.feed("abc");
    EXPECT_FALSE(huge.next()) << "it is skipped, however long";
}

TEST(LanguageServerPositions, GoThereAndBackForEverySign) {
    const std::string text = "a\xC3\xBC\xF0\x9F\x8F\xAE z\r\nsecond\n\nlast";
    for (const ColumnUnit unit : {ColumnUnit::utf16, ColumnUnit::bytes})
        for (std::uint32_t byte = 0; byte <= text.size(); ++byte) {
            if ((static_cast<unsigned char>(text[byte]) & 0xC0U) == 0x80U || text[byte] == '\n') continue;
            EXPECT_EQ(byte_at(text, position_of(text, byte, unit), unit), byte) << byte;
        }
    EXPECT_EQ(position_of(text, 7, ColumnUnit::utf16), place(0, 4)) << "a lantern is two units";
    EXPECT_EQ(byte_at(text, place(0, 99), ColumnUnit::utf16), 9U);
    EXPECT_EQ(byte_at(text, place(99, 0), ColumnUnit::utf16), text.size());
    EXPECT_EQ(path_of_uri(uri_of_path("/a b/ü#?.leap")), "/a b/ü#?.leap");
    EXPECT_EQ(path_of_uri("http://x/y"), "");
}

TEST(EditorFiles, AreThoseThatTheTablesOfWordsGive) {
    for (const EditorFile& file : editor_files()) {
        std::ifstream shipped(fs::path(LEAP_SOURCE_DIR) / "editors" / file.path);
        const std::string text((std::istreambuf_iterator<char>(shipped)), {});
        EXPECT_EQ(text, file.text) << file.path << ": run leap editor-files editors";
    }
    const Json grammar = Json::parse(editor_files().front().text);
    EXPECT_EQ(grammar["scopeName"], "source.leap");
    EXPECT_EQ(grammar["patterns"].size(), 5U);
}

TEST(LanguageServerDemo, HasNoProblemsThere) {
    const fs::path quay = fs::path(LEAP_SOURCE_DIR) / "examples/lantern-quay";
    Server server;
    server.handle(R"({"id": 0, "method": "initialize", "params": {"capabilities": {}}})");
    const std::string uri = uri_of_path((quay / "moves/hop.leap").generic_string());
    std::ifstream file(quay / "moves/hop.leap");
    const std::string text((std::istreambuf_iterator<char>(file)), {});
    server.handle(
        Json{{"method", "textDocument/didOpen"}, {"params", {{"textDocument", {{"uri", uri}, {"text", text}}}}}}
            .dump());
    for (const Json& told : server.settle()) EXPECT_TRUE(told["params"]["diagnostics"].empty()) << told.dump();
    const auto answer = server.handle(
        Json{{"id", 1}, {"method", "textDocument/documentSymbol"}, {"params", {{"textDocument", {{"uri", uri}}}}}}
            .dump());
    EXPECT_FALSE(answer.front()["result"].empty());
}

}  // namespace
}  // namespace leap::lsp
