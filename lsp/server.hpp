// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <map>
#include <string>
#include <vector>

#include "core/project/json_reader.hpp"
#include "lsp/features.hpp"

namespace leap::lsp {

/// A member of an object, or null: for what isn't an object or has no such member, too.
const Json& member(const Json& params, const char* name);

/// A language server (LSP 3.17) without its streams: messages in, messages out.
class Server {
  public:
    Server();

    /// One message, as its text. What it answers.
    std::vector<Json> handle(const std::string& text);
    /// What is to be told once no message waits: the problems of texts that have changed.
    std::vector<Json> settle();
    /// A request that was taken back before it was handled.
    static Json cancelled(const Json& id);

    bool ended() const { return ended_; }
    /// 0 when it was shut down in the protocol's order.
    int exit_code() const { return shut_down_ ? 0 : 1; }

  private:
    using Answer = tl::expected<Json, std::string>;
    Answer answer(const std::string& method, const Json& params);
    void note(const std::string& method, const Json& params);
    Json initialize(const Json& params);
    void change(const Json& params);

    Asked asked(const Json& params);
    static std::string path_in(const Json& params);
    std::uint32_t byte_in(const Asked& asked, const Json& params) const;
    Json diagnostics_of(const Compiled& project, std::uint32_t file) const;

    Workspace workspace_;
    LensRuns runs_;
    ColumnUnit unit_ = ColumnUnit::utf16;
    bool snippets_ = false;
    bool initialized_ = false;
    bool shut_down_ = false;
    bool ended_ = false;
    bool changed_ = false;
    std::map<std::string, Json> published_;  ///< by path: the problems that the editor knows of
    std::map<std::string, std::function<Answer(const Json&)>> requests_;
};

/// Serves over two streams of the process until it is told to end, or they do. Returns the exit code.
int serve(int input, int output);

}  // namespace leap::lsp
