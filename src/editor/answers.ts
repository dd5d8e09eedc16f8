import {
  DocumentDiagnosticReportKind, LSPErrorCodes, ResponseError, type CodeAction, type CompletionItem, type Connection, type Hover, type Location,
} from 'vscode-languageserver/node.js';
import { deciderLine } from '../formats/text/decider-line.js';
import { actionsFor, type LateAction } from './actions.js';
import { runCommand } from './commands.js';
import type { Documents, FileDocument } from './documents.js';
import { clientEdits, editsBetween } from './edits.js';
import type { Feedback } from './feedback.js';
import { findingsAt } from './findings-at.js';
import { hoverText } from './hover.js';
import { completionsFor, definitionFor, hintsFor, hoverFor, isLayerFile, referencesFor, symbolsFor } from './layer-file.js';
import type { ClientPosition } from './positions.js';
import type { ClientAbilities } from './client-abilities.js';
import { waiverCompletions, waiverWords } from './waiver-completion.js';

/** What questions are answered from. */
interface AnswerGround {
  readonly client: ClientAbilities;
  readonly documents: Documents;
  readonly feedback: Feedback;
}

/** Says that a client wants no answer any more. */
type Token = Parameters<typeof cancellable>[0];

/** Answers what a client asks about documents. About one that is not open, or no file, there is nothing to say. */
export function answerQuestions(connection: Connection, { client, documents, feedback }: AnswerGround): void {
  /** Asks about an open document. */
  const about = <Answer>(uri: string, nothing: Answer, ask: (own: FileDocument) => Answer | Promise<Answer>): Answer | Promise<Answer> => {
    const own = documents.get(uri);
    return own === undefined ? nothing : ask(own);
  };
  connection.languages.diagnostics.on(async ({ textDocument: { uri } }, token) => ({
    kind: DocumentDiagnosticReportKind.Full, items: await about(uri, [], (own) => cancellable(token, (signal) => feedback.diagnosticsFor(own, signal))),
  }));
  connection.onHover(({ textDocument: { uri }, position }, token) => about<Hover | null>(uri, null, (own) => (isLayerFile(own) ? hoverFor(own, position) : hoverInCode(own, position, token))));
  connection.onDefinition(({ textDocument: { uri }, position }, token) => about<Location[]>(uri, [], (own) => (isLayerFile(own) ? definitionFor(own, position) : decidersAt(own, position, token))));
  connection.onReferences(({ textDocument: { uri }, position }) => about(uri, [], (own) => (isLayerFile(own) ? referencesFor(own, position) : [])));
  connection.onDocumentSymbol(({ textDocument: { uri } }) => about(uri, [], (own) => (isLayerFile(own) ? symbolsFor(own) : [])));
  connection.onCompletion(({ textDocument: { uri }, position }, token) => about<CompletionItem[]>(uri, [], (own) => (isLayerFile(own) ? completionsFor(own, position) : waiverCompletionsAt(own, position, token))));
  connection.onCodeAction(({ textDocument: { uri }, range, context: { diagnostics, only } }, token) => about<CodeAction[]>(uri, [], async (own) => (
    actionsFor(await cancellable(token, (signal) => own.project.look(own.file, true, signal)), own.document, range, diagnostics, only ?? null))));
  connection.onCodeActionResolve((action) => resolved(action, documents));
  connection.languages.inlayHint.on(({ textDocument: { uri }, range }) => about(uri, [], async (own) => (await hintsFor(own)).filter(({ position: { line } }) => range.start.line <= line && line <= range.end.line)));
  connection.onExecuteCommand(({ command, arguments: given = [] }) => runCommand(command, given, { connection, documents, shows: client.shows, creates: client.creates }));
}

async function hoverInCode(own: FileDocument, position: ClientPosition, token: Token): Promise<Hover | null> {
  const { file, report } = await cancellable(token, (signal) => own.project.look(own.file, false, signal));
  const there = file === null ? [] : findingsAt(file, own.document, position);
  return file === null || report === null || there.length === 0 ? null : { contents: { kind: 'markdown', value: hoverText(there, file, report.catalog) } };
}

/** The lines that decided the levels of the findings at a place. */
async function decidersAt(own: FileDocument, position: ClientPosition, token: Token): Promise<Location[]> {
  const { file } = await cancellable(token, (signal) => own.project.look(own.file, false, signal));
  if (file === null) return [];
  const deciders = findingsAt(file, own.document, position).flatMap(({ rule }) => {
    const decision = file.rules.decisions.get(rule);
    return decision === undefined ? [] : deciderLine(decision) ?? [];
  });
  const { uris } = own.project;
  return deciders.map(({ file: layer, line }) => ({ uri: uris.of(layer), range: uris.lineRange(line) }));
}

async function waiverCompletionsAt(own: FileDocument, position: ClientPosition, token: Token): Promise<CompletionItem[]> {
  const { text, positions } = own.document;
  const words = waiverWords(text.slice(positions.offsetAt({ line: position.line, character: 0 }), positions.offsetAt(position)));
  if (words === null) return [];
  const { file, report } = await cancellable(token, (signal) => own.project.look(own.file, false, signal));
  return report === null ? [] : waiverCompletions({ words, position, positions }, file, report.catalog);
}

/** Computes the edits of an action that a client wants. @throws ResponseError if the document is another one by now. */
async function resolved(action: CodeAction, documents: Documents): Promise<CodeAction> {
  const data = action.data as LateAction | undefined;
  if (data === undefined) return action;
  const own = documents.get(data.uri);
  if (own === undefined || own.document.version !== data.version) throw new ResponseError(LSPErrorCodes.ContentModified, 'the document has changed since');
  const { workspace } = await own.project.look(own.file, false);
  const { files: [repaired] } = await workspace.fix([own.file], data.repair === 'all' ? { rules: [], offered: false, writes: false } : { rules: [data.rule], offered: data.offered, writes: false });
  const edits = repaired === undefined ? [] : editsBetween(repaired.before, repaired.after);
  return { ...action, edit: { changes: { [data.uri]: clientEdits(edits, own.document.positions) } } };
}

/** Runs something that a client may cancel. @throws ResponseError if it does. */
async function cancellable<Result>(token: { readonly isCancellationRequested: boolean; readonly onCancellationRequested: (listener: () => void) => unknown }, run: (signal: AbortSignal) => Promise<Result>): Promise<Result> {
  const controller = new AbortController();
  token.onCancellationRequested(() => controller.abort());
  if (token.isCancellationRequested) controller.abort();
  try {
    return await run(controller.signal);
  } catch (error) {
    if (controller.signal.aborted) throw new ResponseError(LSPErrorCodes.RequestCancelled, 'cancelled');
    throw error;
  }
}
