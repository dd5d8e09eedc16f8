import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { MessageType, ShowMessageNotification, type WorkspaceEdit } from 'vscode-languageserver/node.js';
import * as z from 'zod';
import type { RuleEdit } from '../core/impact/rule-edit.js';
import { listChange } from '../core/layers/edit/list-change.js';
import { LEVELS } from '../core/model/level.js';
import { impactSentence } from '../formats/text/impact.js';
import { describeProblem } from '../formats/text/problem.js';
import { visible } from '../formats/text/visible.js';
import { LayerError, UnfitChangeError, UsageError, wrongCall } from '../host/files/errors.js';
import { LEDGER_FILE } from '../host/files/own-files.js';
import { COMMANDS } from './actions.js';
import { checkProject } from './check-project.js';
import type { FileDocument } from './documents.js';
import { clientEdits, editsBetween } from './edits.js';
import { Positions } from './positions.js';
import type { EditorContext } from './command-context.js';
import { showPage, tellFiles } from './show-page.js';

/** What stands in a new waiver for the reason, until somebody types it. */
const REASON = 'reason';

const waiveArguments = z.tuple([z.object({
  uri: z.string(), version: z.number(), rule: z.string(), line: z.int().min(1), reach: z.enum(['line', 'below', 'throughout']),
})]);
const showArguments = z.tuple([z.object({ uri: z.string(), file: z.string(), line: z.int().min(1) })]);

const ruleArguments = z.tuple(
  [z.object({ uri: z.string(), rule: z.string(), level: z.enum(LEVELS), directory: z.string(), zone: z.string().nullable() })],
);
const acceptArguments = z.tuple([z.object({ uri: z.string(), word: z.string(), personal: z.boolean() })]);

const ledgerArguments = z.tuple([z.object({ uri: z.string(), version: z.number(), fingerprint: z.string() })]);
const pageArguments = z.tuple([z.object({ uri: z.string(), rule: z.string() })]);
const filesArguments = z.tuple(
  [z.object({ uri: z.string(), part: z.enum(['statement', 'zone', 'file']), line: z.int().min(1), column: z.int().min(1) })],
);
const projectArguments = z.tuple([z.object({ uri: z.string() })]);

/** What each command does with its arguments. */
const HANDLERS: Readonly<Record<string, (given: readonly unknown[], context: EditorContext) => Promise<void>>> = {
  [COMMANDS.waive]: (given, context) => waive(waiveArguments.parse(given)[0], context),
  [COMMANDS.show]: (given, context) => show(showArguments.parse(given)[0], context),
  [COMMANDS.rule]: (given, context) => changeRuling(ruleArguments.parse(given)[0], context),
  [COMMANDS.ledger]: (given, context) => takeIntoLedger(ledgerArguments.parse(given)[0], context),
  [COMMANDS.project]: (given, context) => checkAll(projectArguments.parse(given)[0], context),
  [COMMANDS.page]: (given, context) => pageOf(pageArguments.parse(given)[0], context),
  [COMMANDS.files]: (given, context) => filesOf(filesArguments.parse(given)[0], context),
  [COMMANDS.accept]: (given, context) => acceptWord(acceptArguments.parse(given)[0], context),
};

/** Runs a command that an action offered. What goes wrong is told to the user. */
export async function runCommand(command: string, given: readonly unknown[], context: EditorContext): Promise<null> {
  try {
    if (Object.hasOwn(HANDLERS, command)) await HANDLERS[command]?.(given, context);
  } catch (error) {
    if (!(error instanceof UsageError
      || error instanceof LayerError || error instanceof UnfitChangeError || error instanceof z.ZodError)) throw error;
    // Not every client can answer a question, but each can show a message.
    const message = error instanceof UsageError ? error.message
      : error instanceof z.ZodError ? `${command} does not take these arguments`
      : mistakeText(error);
    await context.connection.sendNotification(ShowMessageNotification.type, { type: MessageType.Error, message });
  }
  return null;
}

/** The first mistake of layer files, with its place. */
function mistakeText({ problems: [first] }: LayerError | UnfitChangeError): string {
  if (first === undefined) return 'a layer file is wrong: nothing was done';
  return `${visible(first.file)}${first.place === null ? '' : `:${first.place.line}`}: `
    + `${visible(describeProblem(first.detail).what)}: nothing was done`;
}

/** Inserts a waiver and selects its reason, so that it can be typed over. */
async function waive(
  { uri, version, rule, line, reach }: z.infer<typeof waiveArguments>[0], { connection, documents, shows }: EditorContext,
): Promise<void> {
  const own = documents.get(uri);
  if (own === undefined || own.document.version !== version) throw wrongCall('the document has changed since: ask again');
  const { workspace } = await own.project.look(own.file, false);
  const waived = await workspace.waivers().write(
    own.file, { rules: [rule], line, column: null, reach, until: null, because: REASON }, false,
  );
  const edits = clientEdits(editsBetween(waived.before, waived.after), own.document.positions);
  const { applied: isDone } = await connection.workspace.applyEdit(
    { label: `Waive ${rule}`, edit: { changes: { [uri]: edits } } },
  );
  if (!isDone || !shows) return;
  const positions = new Positions(waived.after, own.document.encoding);
  const written = positions.lineText(waived.line - 1);
  const at = written.lastIndexOf(`because ${REASON}`) + 'because '.length;
  await connection.window.showDocument({
    uri,
    takeFocus: true,
    selection: { start: positions.placeAt(waived.line, at + 1), end: positions.placeAt(waived.line, at + 1 + REASON.length) },
  });
}

async function show(
  { uri, file, line }: z.infer<typeof showArguments>[0], { connection, documents, shows }: EditorContext,
): Promise<void> {
  const own = documents.get(uri);
  if (own === undefined) throw wrongCall('the document is no longer open');
  if (!shows) throw wrongCall(`${file}:${line}`, 'This editor cannot be asked to go there.');
  const start = { line: line - 1, character: 0 };
  await connection.window.showDocument(
    { uri: pathToFileURL(path.join(own.project.root, file)).href, takeFocus: true, selection: { start, end: start } },
  );
}

/**
 * Opens the change of a ruling in the layer file, for the user to see and save, and says what it does to the rest of the project.
 */
async function changeRuling(
  { uri, rule, level, directory, zone }: z.infer<typeof ruleArguments>[0], context: EditorContext,
): Promise<void> {
  const own = openDocument(uri, context);
  const { edit } = await own.project.workspace.rules().set(
    { selector: rule, change: { level }, zone }, { kind: 'directory', directory: path.join(own.project.root, directory) },
  );
  await applyLayerEdit(edit, own.project.uris.of(edit.file), `${rule}: ${level}`, context);
}

/** Opens the change of the list of accepted words, in the project's layer file or one's own. */
async function acceptWord({ uri, word, personal }: z.infer<typeof acceptArguments>[0], context: EditorContext): Promise<void> {
  const own = openDocument(uri, context);
  const { workspace, root } = own.project;
  const target = personal ? { kind: 'personal' } as const : { kind: 'directory', directory: root } as const;
  const [rule, option] = ['words/spelling', 'known'];
  const change = { options: { [option]: listChange(workspace.rules().optionAt(target, null, rule, option), [word], false) } };
  const { edit } = await workspace.rules().set({ selector: rule, change, zone: null }, target);
  const { personalFile } = workspace.session.run;
  await applyLayerEdit(
    edit,
    personal && personalFile !== null ? pathToFileURL(personalFile).href : own.project.uris.of(edit.file),
    `Accept ${word}`,
    context,
  );
}

function openDocument(uri: string, { documents }: EditorContext): FileDocument {
  const own = documents.get(uri);
  if (own === undefined) throw wrongCall('the document is no longer open');
  return own;
}

/** Opens the new entry in the ledger, with its reason selected. */
async function takeIntoLedger(
  { uri, version, fingerprint }: z.infer<typeof ledgerArguments>[0], context: EditorContext,
): Promise<void> {
  const own = openDocument(uri, context);
  if (own.document.version !== version) throw wrongCall('the document has changed since: ask again');
  const { workspace, uris } = own.project;
  const { before, after } = await workspace.ledger().takingOne(own.file, fingerprint, REASON);
  const ledger = uris.of(LEDGER_FILE);
  if (!await applied(
    ledger, { file: LEDGER_FILE, isNew: before === null, before: before ?? '', after }, 'Put a finding into the ledger', context,
  ) || !context.shows) return;
  const positions = new Positions(after, context.documents.encoding);
  const at = after.indexOf(`because: ${REASON}`, after.indexOf(fingerprint)) + 'because: '.length;
  await context.connection.window.showDocument({
    uri: ledger, takeFocus: true, selection: { start: positions.positionAt(at), end: positions.positionAt(at + REASON.length) },
  });
}

async function applyLayerEdit(edit: RuleEdit, uri: string, label: string, context: EditorContext): Promise<void> {
  if (!await applied(uri, edit, label, context)) return;
  await context.connection.sendNotification(
    ShowMessageNotification.type,
    { type: MessageType.Info, message: `${edit.file}, not saved yet: ${impactSentence(edit.impact)}` },
  );
}

/** Has the client change a file from one text to another. @returns whether it has. */
async function applied(
  uri: string,
  { file, isNew, before, after }: Pick<RuleEdit, 'file' | 'isNew' | 'before' | 'after'>,
  label: string,
  { connection, documents, creates }: EditorContext,
): Promise<boolean> {
  if (isNew && !creates) throw wrongCall(`${file} does not exist, and this editor cannot be asked to create it`);
  const positions = documents.get(uri)?.document.positions ?? new Positions(before, documents.encoding);
  const edits = clientEdits(editsBetween(before, after), positions);
  const edit: WorkspaceEdit = isNew
    ? { documentChanges: [{ kind: 'create', uri }, { textDocument: { uri, version: null }, edits }] }
    : { changes: { [uri]: edits } };
  return (await connection.workspace.applyEdit({ label, edit })).applied;
}

function pageOf({ uri, rule }: z.infer<typeof pageArguments>[0], context: EditorContext): Promise<void> {
  return showPage(openDocument(uri, context), rule, context);
}

function filesOf({ uri, ...part }: z.infer<typeof filesArguments>[0], context: EditorContext): Promise<void> {
  return tellFiles(openDocument(uri, context), part, context);
}

async function checkAll({ uri }: z.infer<typeof projectArguments>[0], context: EditorContext): Promise<void> {
  const { project } = openDocument(uri, context);
  const message = await checkProject(project, context.documents, context.connection);
  // In a large project, this was what findings beside rulings, and the doctor, waited for.
  context.renew(project);
  if (message !== null) {
    await context.connection.sendNotification(ShowMessageNotification.type, { type: MessageType.Info, message });
  }
}
