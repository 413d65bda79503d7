#!/usr/bin/env bash
# SPDX-License-Identifier: MIT
# The language server with a real editor: neovim without a display, with its own client of the protocol. It opens a
# script of the demo, breaks it, reads the message under the line, takes the fix, asks for help and for a declaration.
set -euo pipefail
leap=$1
source=$2
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
cp -r "$source/examples/little-quay" "$work/quay"
# Colours and the file type, without the server.
cat >"$work/colours.vim" <<'VIM'
edit $QUAY/keeper.leap
function! Colour(text)
  call cursor(1, 1)
  let [line, column] = searchpos(a:text)
  return synIDattr(synID(line, column, 1), "name")
endfunction
let said = [&filetype, &commentstring, Colour('^move'), Colour('direction('), Colour('16'), Colour('m/s'), Colour('"speed'), Colour('^#')]
call writefile([join(said, " | ")], $SAID)
qall!
VIM
for editor in nvim vim; do
    command -v "$editor" >/dev/null || continue
    SAID="$work/said" QUAY="$work/quay" HOME="$work" timeout 60 "$editor" -es -u NONE -i NONE \
        --cmd "set runtimepath^=$source/editors/vim" -c "filetype plugin on" -c "syntax on" -S "$work/colours.vim" \
        </dev/null >/dev/null 2>&1 || true
    wanted='leap | # %s | leapWord | leapSense | leapNumber | leapUnit | leapString | leapComment'
    [[ "$(cat "$work/said")" == "$wanted" ]] || { echo "$editor: $(cat "$work/said")"; exit 1; }
done
cat >"$work/test.lua" <<'LUA'
local leap, folder = vim.env.LEAP, vim.env.QUAY
local function fail(text) io.stderr:write(text .. "\n"); vim.cmd("cquit 1") end
local function wait(what, holds) if not vim.wait(30000, holds, 20) then fail("waited in vain for " .. what) end end
vim.cmd("edit " .. folder .. "/keeper.leap")
vim.bo.filetype = "leap"
local id = vim.lsp.start_client({ name = "leap", cmd = { leap, "language-server", "--stdio" }, root_dir = folder })
vim.lsp.buf_attach_client(0, id)
wait("the server", function()
  local client = vim.lsp.get_client_by_id(id)
  return client ~= nil and client.initialized
end)
local function problems() return vim.diagnostic.get(0) end
local function ask(method, line, character, more)
  local params = { textDocument = vim.lsp.util.make_text_document_params(),
                   position = { line = line, character = character } }
  for key, value in pairs(more or {}) do params[key] = value end
  local answers = vim.lsp.buf_request_sync(0, method, params, 30000)
  return answers and answers[id] and answers[id].result
end
local function line_of(text)
  for i, line in ipairs(vim.api.nvim_buf_get_lines(0, 0, -1, false)) do
    local at = line:find(text, 1, true)
    if at then return i - 1, at - 1 end
  end
  fail("no line has " .. text)
end
local line, at = line_of("hop on jump")
local whole = vim.api.nvim_buf_get_lines(0, line, line + 1, false)[1]
vim.api.nvim_buf_set_lines(0, line, line + 1, false, { (whole:gsub("on jump", "on jmup")) })
wait("the message", function() return #problems() > 0 end)
local problem = problems()[1]
if problem.lnum ~= line or not problem.message:find("did you mean 'jump'?", 1, true) then fail(vim.inspect(problem)) end
local range = { start = { line = line, character = at + 7 }, ["end"] = { line = line, character = at + 11 } }
local actions = ask("textDocument/codeAction", line, at, { range = range, context = { diagnostics = {} } })
if not actions or actions[1].title ~= "Write jump" then fail(vim.inspect(actions)) end
vim.lsp.util.apply_workspace_edit(actions[1].edit, "utf-16")
wait("the mend", function() return #problems() == 0 end)
if vim.api.nvim_buf_get_lines(0, line, line + 1, false)[1] ~= whole then fail("not as it was") end
local dial_line, dial_at = line_of("at burst_speed")
local there = ask("textDocument/definition", dial_line, dial_at + 4)
local declared = line_of("dial burst_speed")
if there.range.start.line ~= declared then fail(vim.inspect(there)) end
local hover = ask("textDocument/hover", dial_line, dial_at + 4)
if not hover.contents.value:find("dash.burst_speed = 16 m/s", 1, true) then fail(vim.inspect(hover)) end
local list = ask("textDocument/completion", dial_line, 4).items
if #list < 100 then fail("few completions: " .. #list) end
vim.lsp.buf_request_sync(0, "shutdown", nil, 5000)
print("an editor of the protocol: message, fix, declaration, help and " .. #list .. " words")
vim.cmd("qall!")
LUA
LEAP=$leap QUAY="$work/quay" HOME="$work" XDG_STATE_HOME="$work" timeout 150 nvim --headless --clean -n -S "$work/test.lua" 2>&1
