import path from 'node:path';
import {
  CodeActionKind, DocumentDiagnosticReportKind, LSPErrorCodes, ResponseError, type CodeAction, type CodeLens, type CompletionItem,
  type Connection, type DocumentSymbol, type Hover, type Location,
} from 'vscode-languageserver/node.js';
import { deciderLine } from '../formats/text/decider-line.js';
import { actionsFor, type LateAction } from './actions.js';
import { runCommand } from './commands.js';
import { kindOf } from './document-kind.js';
import { ignoreCompletions, ignoreHints } from './ignore-file.js';
import { ledgerCompletions, ledgerDefinition, ledgerHover, ledgerSymbols } from './ledger-document.js';
import type { Documents, FileDocument } from './documents.js';
import { clientEdits, editsBetween } from './edits.js';
import type { Feedback } from './feedback.js';
import { findingsAt } from './findings-at.js';
import { hoverText } from './hover.js';
import { completionsFor, definitionFor, hintsFor, hoverFor, lensesFor, referencesFor, symbolsFor } from './layer-file.js';
import type { ClientPosition } from './positions.js';
import type { ClientAbilities } from './client-abilities.js';
import { remarkActions } from './remarks.js';
import { waiverCompletions, waiverWords } from './waiver-completion.js';

/** What questions are answered from. */
interface AnswerContext {
  readonly client: ClientAbilities;
  readonly documents: Documents;
  readonly feedback: Feedback;
}

/** Says that a client wants no answer any more. */
type Token = Parameters<typeof cancellable>[0];

/** Answers what a client asks about documents. About one that is not open, or no file, there is nothing to say. */
export function answerQuestions(connection: Connection, { client, documents, feedback }: AnswerContext): void {
  /** Asks about an open document. */
  const about = <Answer>(uri: string, nothing: Answer, ask: (own: FileDocument) => Answer | Promise<Answer>): Answer
    | Promise<Answer> => {
    const own = documents.get(uri);
    return own === undefined ? nothing : ask(own);
  };
  connection.languages.diagnostics.on(async ({ textDocument: { uri } }, token) => ({
    kind: DocumentDiagnosticReportKind.Full, items: await about(uri, [], (own) =>
      cancellable(token, (signal) => feedback.diagnosticsFor(own, signal))),
  }));
  connection.onHover(({ textDocument: { uri }, position }, token) => about<Hover | null>(uri, null, (own) =>
    ({ layer: hoverFor, ledger: ledgerHover, ignore: () => null, code: hoverInCode }[kindOf(own)](own, position, token))));
  connection.onDefinition(({ textDocument: { uri }, position }, token) => about<Location[]>(uri, [], (own) =>
    ({ layer: definitionFor, ledger: ledgerDefinition, ignore: () => [], code: decidersAt }[kindOf(own)](own, position, token))));
  connection.onReferences(({ textDocument: { uri }, position }) =>
    about(uri, [], (own) => (kindOf(own) === 'layer' ? referencesFor(own, position) : [])));
  connection.onDocumentSymbol(({ textDocument: { uri } }) => about<DocumentSymbol[]>(
    uri, [], (own) => ({ layer: symbolsFor, ledger: ledgerSymbols, ignore: () => [], code: () => [] }[kindOf(own)](own)),
  ));
  connection.onCompletion(({ textDocument: { uri }, position }, token) =>
    about<CompletionItem[]>(uri, [], (own) =>
      ({ layer: completionsFor, ledger: ledgerCompletions, ignore: ignoreCompletions, code: waiverCompletionsAt }[kindOf(own)](
        own, position, token,
      ))));
  connection.onCodeAction((
    { textDocument: { uri }, range, context: { diagnostics, only } }, token,
  ) => about<CodeAction[]>(uri, [], async (own) => [
    ...actionsFor(
      await cancellable(token, (signal) => own.project.look(own.file, true, signal)),
      own.document,
      range,
      diagnostics,
      only ?? null,
    ),
    ...(only === undefined || only.includes(CodeActionKind.QuickFix)
      ? await remarkActions(
        own, own.project.knownRemarks().filter(({ file }) => path.join(own.project.root, file) === own.file), range,
      )
      : []),
  ]));
  connection.onCodeActionResolve((action) => resolved(action, documents));
  connection.languages.inlayHint.on(({ textDocument: { uri }, range }) =>
    about(uri, [], async (own) => (kindOf(own) === 'ignore' ? ignoreHints(own) : await hintsFor(own, client)).filter(
      ({ position: { line } }) => range.start.line <= line && line <= range.end.line,
    )));
  connection.onCodeLens(({ textDocument: { uri } }) => about<CodeLens[]>(uri, [], (own) => lensesFor(own, client)));
  connection.onExecuteCommand(({ command, arguments: given = [] }) => runCommand(command, given, {
    connection, documents, renew: (project) => feedback.renew(project), shows: client.shows, creates: client.creates,
  }));
}

async function hoverInCode(own: FileDocument, position: ClientPosition, token: Token): Promise<Hover | null> {
  const { file, report } = await cancellable(token, (signal) => own.project.look(own.file, false, signal));
  const there = file === null ? [] : findingsAt(file, own.document, position);
  return file === null || report === null || there.length === 0
    ? null
    : { contents: { kind: 'markdown', value: hoverText(there, file, report.catalog) } };
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
  if (own === undefined || own.document.version !== data.version) {
    throw new ResponseError(LSPErrorCodes.ContentModified, 'the document has changed since');
  }
  const { workspace } = await own.project.look(own.file, false);
  const { files: [repaired] } = await workspace.fix([own.file], data.repair === 'all'
    ? { rules: [], offered: false, writes: false }
    : { rules: [data.rule], offered: data.offered, writes: false });
  const edits = repaired === undefined ? [] : editsBetween(repaired.before, repaired.after);
  return { ...action, edit: { changes: { [data.uri]: clientEdits(edits, own.document.positions) } } };
}

/** Runs something that a client may cancel. @throws ResponseError if it does. */
async function cancellable<Result>(
  token: { readonly isCancellationRequested: boolean; readonly onCancellationRequested: (listener: () => void) => unknown },
  run: (signal: AbortSignal) => Promise<Result>,
): Promise<Result> {
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
