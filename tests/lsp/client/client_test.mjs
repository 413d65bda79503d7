// SPDX-License-Identifier: MIT
// The language server driven by the protocol's published client, which checks the form of whatever is answered.
import assert from "node:assert/strict";
import { spawn } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import protocol from "vscode-languageserver-protocol/node.js";

const [leap, folder] = process.argv.slice(2);
const path = join(folder, "keeper.leap");
const uri = pathToFileURL(path).href;
let text = readFileSync(path, "utf8");

const server = spawn(leap, ["language-server", "--stdio"], { stdio: ["pipe", "pipe", "inherit"] });
const ended = new Promise((resolve) => server.on("exit", resolve));
const connection = protocol.createProtocolConnection(
    new protocol.StreamMessageReader(server.stdout), new protocol.StreamMessageWriter(server.stdin));
connection.onError(([error]) => assert.fail(`the client can't read an answer: ${error.message}`));
connection.onUnhandledNotification((message) => assert.fail(`an unknown notification: ${message.method}`));
const told = [];
let wake = () => {};
connection.onNotification(protocol.PublishDiagnosticsNotification.type, (params) => {
    for (const each of params.diagnostics) assert.ok(protocol.Diagnostic.is(each), JSON.stringify(each));
    told.push(params);
    wake();
});
connection.listen();

/** The diagnostics of the file, as soon as they are as wanted. */
async function diagnostics(wanted) {
    for (;;) {
        const last = told.filter((each) => each.uri === uri).at(-1);
        if (last && wanted(last.diagnostics)) return last.diagnostics;
        await new Promise((resolve) => { wake = resolve; });
    }
}

const position = (offset) => {
    const before = text.slice(0, offset).split("\n");
    return { line: before.length - 1, character: before.at(-1).length };
};
const at = (words, within = 0) => {
    const offset = text.indexOf(words);
    assert.ok(offset >= 0, `no line has ${words}`);
    return position(offset + within);
};
const document = { uri };
const ask = (request, params) => connection.sendRequest(request.type, { textDocument: document, ...params });
const all = (list, is, what) => {
    assert.ok(Array.isArray(list) && list.length > 0, `no ${what}`);
    for (const each of list) assert.ok(is(each), `${what}: ${JSON.stringify(each)}`);
    return list;
};
let version = 1;
/** Replaces some words, as an editor tells it: the place and what stands there now. */
function change(from, to) {
    const offset = text.indexOf(from);
    assert.ok(offset >= 0);
    const range = { start: position(offset), end: position(offset + from.length) };
    text = text.slice(0, offset) + to + text.slice(offset + from.length);
    connection.sendNotification(protocol.DidChangeTextDocumentNotification.type, {
        textDocument: { uri, version: ++version }, contentChanges: [{ range, text: to }] });
}

const { capabilities, serverInfo } = await connection.sendRequest(protocol.InitializeRequest.type, {
    processId: process.pid, rootUri: pathToFileURL(folder).href, workspaceFolders: null,
    capabilities: { textDocument: { publishDiagnostics: { relatedInformation: true } } } });
assert.equal(serverInfo.name, "leap");
for (const can of ["completionProvider", "hoverProvider", "definitionProvider", "referencesProvider", "renameProvider",
    "documentSymbolProvider", "foldingRangeProvider", "documentFormattingProvider", "semanticTokensProvider",
    "inlayHintProvider", "documentLinkProvider", "selectionRangeProvider", "codeLensProvider", "codeActionProvider"])
    assert.ok(capabilities[can], `it says nothing of ${can}`);
connection.sendNotification(protocol.InitializedNotification.type, {});
connection.sendNotification(protocol.DidOpenTextDocumentNotification.type, {
    textDocument: { uri, languageId: "leap", version, text } });
await diagnostics((list) => list.length === 0);

// A misspelt button: its message, and the fix that is offered for it.
change("hop on jump", "hop on jmup");
const [wrong] = await diagnostics((list) => list.length > 0);
assert.match(wrong.message, /jmup/);
assert.equal(wrong.severity, protocol.DiagnosticSeverity.Error);
const actions = all(await ask(protocol.CodeActionRequest, { range: wrong.range, context: { diagnostics: [wrong] } }),
    (each) => protocol.CodeAction.is(each), "fix");
const fixed = actions.find((each) => each.edit?.changes?.[uri]?.some((edit) => edit.newText.includes("jump")));
assert.ok(fixed && protocol.WorkspaceEdit.is(fixed.edit), "no fix writes jump");
change("hop on jmup", "hop on jump");
await diagnostics((list) => list.length === 0);

const hover = await ask(protocol.HoverRequest, { position: at("direction(", 2) });
assert.ok(protocol.Hover.is(hover), "no help for a word");
const offered = await ask(protocol.CompletionRequest, { position: at("direction(", 3) });
const items = Array.isArray(offered) ? offered : offered.items;
all(items, (each) => typeof each.label === "string", "completion");
assert.ok(items.some((each) => each.label.startsWith("direction")));
const [button] = [await ask(protocol.DefinitionRequest, { position: at("hop on jump", 8) })].flat();
assert.ok(protocol.Location.is(button));
assert.match(text.split("\n")[button.range.start.line], /^button jump/);
const uses = all(await ask(protocol.ReferencesRequest, {
    position: at("hop on jump", 8), context: { includeDeclaration: true } }), protocol.Location.is, "use");
const renamed = await ask(protocol.RenameRequest, { position: at("at burst_speed", 5), newName: "rush" });
assert.ok(protocol.WorkspaceEdit.is(renamed));
assert.ok(renamed.changes[uri].length >= 2 && uses.length >= 2);
// Tapes know a button by its name: why it keeps it is said.
await assert.rejects(ask(protocol.RenameRequest, { position: at("hop on jump", 8), newName: "leap_up" }), /tapes/);
all(await ask(protocol.DocumentSymbolRequest, {}), protocol.DocumentSymbol.is, "symbol");
all(await ask(protocol.FoldingRangeRequest, {}), protocol.FoldingRange.is, "fold");
all(await ask(protocol.SelectionRangeRequest, { positions: [at("direction(", 2)] }), protocol.SelectionRange.is,
    "selection");
all(await ask(protocol.InlayHintRequest, { range: { start: position(0), end: position(text.length) } }),
    protocol.InlayHint.is, "inlay hint");
all(await ask(protocol.CodeLensRequest, {}), protocol.CodeLens.is, "code lens");
const tokens = await ask(protocol.SemanticTokensRequest, {});
assert.ok(protocol.SemanticTokens.is(tokens) && tokens.data.length % 5 === 0 && tokens.data.length > 100);

// Laid out badly, it is laid out as it was.
const before = text;
change("move hop", "move     hop");
const edits = all(await ask(protocol.DocumentFormattingRequest, { options: { tabSize: 2, insertSpaces: true } }),
    protocol.TextEdit.is, "layout");
const offset = ({ line, character }) => text.split("\n").slice(0, line).join("\n").length + (line > 0) + character;
for (const edit of [...edits].sort((a, b) => offset(b.range.start) - offset(a.range.start)))
    text = text.slice(0, offset(edit.range.start)) + edit.newText + text.slice(offset(edit.range.end));
assert.equal(text, before);

// Asked and taken back: either is an answer, and the server goes on.
const patience = new protocol.CancellationTokenSource();
const taken_back = connection.sendRequest(protocol.DocumentSymbolRequest.type, { textDocument: document }, patience.token);
patience.cancel();
await taken_back.catch((error) => assert.equal(error.code, protocol.LSPErrorCodes.RequestCancelled));
await assert.rejects(connection.sendRequest("leap/unheardOf", {}), { code: protocol.ErrorCodes.MethodNotFound });

await connection.sendRequest(protocol.ShutdownRequest.type);
connection.sendNotification(protocol.ExitNotification.type);
assert.equal(await ended, 0);
console.log("every answer has the protocol's form");
