// SPDX-License-Identifier: MIT
#include "cli/call_help.hpp"

#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <vector>

namespace leap::cli {
namespace {

std::vector<const CLI::App*> commands_of(const CLI::App& app) {
    return app.get_subcommands([](const CLI::App*) { return true; });
}

/// "--tape", without the dashes; empty for what is told by its place alone.
std::string long_name(const CLI::Option& option) {
    return option.get_lnames().empty() ? std::string() : option.get_lnames().front();
}

bool takes_value(const CLI::Option& option) {
    return option.get_expected_max() > 0;
}

std::string replaced(std::string text, std::string_view what, std::string_view by) {
    for (std::size_t at = 0; (at = text.find(what, at)) != std::string::npos; at += by.size())
        text.replace(at, what.size(), by);
    return text;
}

/// In single quotes, for any of the shells.
std::string quoted(const std::string& text) {
    return fmt::format("'{}'", replaced(text, "'", "'\\''"));
}

std::string bash_completion(const CLI::App& app) {
    std::string names;
    std::string cases;
    for (const CLI::App* command : commands_of(app)) {
        names = fmt::format("{}{}{}", names, names.empty() ? "" : " ", command->get_name());
        std::string options;
        for (const CLI::Option* option : command->get_options())
            if (const std::string name = long_name(*option); !name.empty())
                options = fmt::format("{} --{}", options, name);
        cases = fmt::format("{}    {}) options=\"{}\" ;;\n", cases, command->get_name(), options.substr(1));
    }
    return fmt::format(R"(# Completion of leap for bash: source it, or put it where bash looks for completions.
_leap() {{
  local current=${{COMP_WORDS[COMP_CWORD]}} options=""
  if [[ $COMP_CWORD -eq 1 ]]; then
    COMPREPLY=($(compgen -W "{}" -- "$current"))
    return
  fi
  case ${{COMP_WORDS[1]}} in
{}  esac
  if [[ $current == -* ]]; then
    COMPREPLY=($(compgen -W "$options" -- "$current"))
  else
    COMPREPLY=($(compgen -f -- "$current"))
  fi
}}
complete -o filenames -F _leap leap
)",
                       names, cases);
}

/// In zsh's lists a colon parts a name from what it means, and brackets end a meaning.
std::string zsh_text(const std::string& text) {
    return replaced(replaced(replaced(text, ":", "\\:"), "[", "\\["), "]", "\\]");
}

std::string zsh_completion(const CLI::App& app) {
    std::string names;
    std::string cases;
    for (const CLI::App* command : commands_of(app)) {
        const std::string line = fmt::format("{}:{}", command->get_name(), zsh_text(command->get_description()));
        names = fmt::format("{}    {}\n", names, quoted(line));
        std::string options;
        for (const CLI::Option* option : command->get_options()) {
            const std::string name = long_name(*option);
            if (name.empty()) continue;
            const std::string told = fmt::format("--{}[{}]{}", name, zsh_text(option->get_description()),
                                                 takes_value(*option) ? ":value:_files" : "");
            options = fmt::format("{} {}", options, quoted(told));
        }
        cases = fmt::format("{}    {}) _arguments{} '*:file:_files' ;;\n", cases, command->get_name(), options);
    }
    return fmt::format(R"(#compdef leap
# Completion of leap for zsh: put it into a folder of fpath, as _leap.
_leap() {{
  local -a commands
  commands=(
{}  )
  if (( CURRENT == 2 )); then
    _describe command commands
    return
  fi
  case $words[2] in
{}  esac
}}
_leap "$@"
)",
                       names, cases);
}

std::string fish_completion(const CLI::App& app) {
    std::string out = "# Completion of leap for fish: put it into fish's folder of completions, as leap.fish.\n";
    for (const CLI::App* command : commands_of(app)) {
        const std::string name = command->get_name();
        out = fmt::format("{}complete -c leap -n __fish_use_subcommand -a {} -d {}\n", out, name,
                          quoted(command->get_description()));
        for (const CLI::Option* option : command->get_options())
            if (const std::string word = long_name(*option); !word.empty())
                out = fmt::format("{}complete -c leap -n '__fish_seen_subcommand_from {}' -l {}{} -d {}\n", out, name,
                                  word, takes_value(*option) ? " -r" : "", quoted(option->get_description()));
    }
    return out;
}

/// Text that the typesetter takes as it stands.
std::string roff(const std::string& text) {
    std::string out = replaced(replaced(text, "\\", "\\e"), "-", "\\-");
    return !out.empty() && (out.front() == '.' || out.front() == '\'') ? fmt::format("\\&{}", out) : out;
}

std::string places_of(const CLI::App& command) {
    std::string out;
    for (const CLI::Option* option : command.get_options()) {
        if (!option->get_positional()) continue;
        const std::string name = option->get_name(true);
        out = fmt::format(fmt::runtime(option->get_required() ? "{} {}" : "{} [{}]"), out, name);
    }
    return out;
}

}  // namespace

std::optional<std::string> completion(const CLI::App& app, std::string_view shell) {
    if (shell == "bash") return bash_completion(app);
    if (shell == "zsh") return zsh_completion(app);
    if (shell == "fish") return fish_completion(app);
    return std::nullopt;
}

std::string manual(const CLI::App& app, std::string_view version) {
    std::string out = fmt::format(".TH LEAP 1 \"\" \"leap {}\" \"Easy Leap\"\n.SH NAME\nleap \\- {}\n", version,
                                  roff("check, replay and explain how characters move"));
    out = fmt::format("{}.SH SYNOPSIS\n.B leap\n.I COMMAND\n[\\fIoptions\\fR]\n.SH DESCRIPTION\n{}\n.SH COMMANDS\n",
                      out, roff(app.get_description()));
    for (const CLI::App* command : commands_of(app)) {
        out = fmt::format("{}.SS leap {}{}\n{}.\n", out, roff(command->get_name()), roff(places_of(*command)),
                          roff(command->get_description()));
        for (const CLI::Option* option : command->get_options()) {
            const std::string name = long_name(*option);
            if (name == "help") continue;
            const std::string told = name.empty() ? option->get_name(true) : fmt::format("--{}", name);
            out = fmt::format("{}.TP\n.B {}{}\n{}\n", out, roff(told),
                              !name.empty() && takes_value(*option) ? " \\fIvalue\\fR" : "",
                              roff(option->get_description()));
        }
    }
    return fmt::format(
        "{}.SH EXIT STATUS\n0: success. 1: a problem (a missed mark, an error in a script, nothing found). 2: a wrong "
        "call.\n",
        out);
}

std::string markdown(const CLI::App& app) {
    std::string out =
        "# Command line\n\n"
        "This page is written by `leap manual --markdown`. `leap COMMAND --help` prints the same in a shell;\n"
        "`source <(leap completion bash)` completes commands and options.\n\n"
        "Exit codes: 0 success; 1 a problem (a missed mark, an error in a script, nothing found); 2 a wrong call; 3 "
        "stopped early.\n";
    for (const CLI::App* command : commands_of(app)) {
        out = fmt::format("{}\n## leap {}\n\n    leap {}{}\n\n{}.\n", out, command->get_name(), command->get_name(),
                          places_of(*command), command->get_description());
        std::string rows;
        for (const CLI::Option* option : command->get_options()) {
            const std::string name = long_name(*option);
            if (name == "help") continue;
            const std::string told = name.empty() ? option->get_name(true) : fmt::format("--{}", name);
            rows = fmt::format("{}| `{}{}` | {} |\n", rows, told, !name.empty() && takes_value(*option) ? " VALUE" : "",
                               replaced(option->get_description(), "|", "\\|"));
        }
        if (!rows.empty()) out = fmt::format("{}\n| option | meaning |\n|---|---|\n{}", out, rows);
    }
    return out;
}

}  // namespace leap::cli
