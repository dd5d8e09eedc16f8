import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { MessageType, ShowMessageNotification, type Connection } from 'vscode-languageserver/node.js';
import * as z from 'zod';
import { LayerError, UsageError } from '../host/files/errors.js';
import { COMMANDS } from './actions.js';
import type { Documents } from './documents.js';
import { clientEdits, editsBetween } from './edits.js';
import { Positions } from './positions.js';

/** What commands need. */
export interface CommandGround {
  readonly connection: Connection;
  readonly documents: Documents;
  /** Whether the client can be asked to show a place. */
  readonly shows: boolean;
}

/** What stands in a new waiver for the reason, until somebody types it. */
const REASON = 'reason';

const waiveArguments = z.tuple([z.object({ uri: z.string(), version: z.number(), rule: z.string(), line: z.int().min(1), reach: z.enum(['line', 'below', 'throughout']) })]);
const showArguments = z.tuple([z.object({ uri: z.string(), file: z.string(), line: z.int().min(1) })]);

/** Runs a command that an action offered. What goes wrong is told to the user. */
export async function runCommand(command: string, given: readonly unknown[], ground: CommandGround): Promise<null> {
  try {
    if (command === COMMANDS.waive) await waive(waiveArguments.parse(given)[0], ground);
    else if (command === COMMANDS.show) await show(showArguments.parse(given)[0], ground);
  } catch (error) {
    if (!(error instanceof UsageError || error instanceof LayerError || error instanceof z.ZodError)) throw error;
    // Not every client can answer a question, but each can show a message.
    const message = error instanceof UsageError ? error.message : error instanceof LayerError ? 'a layer file is wrong: nothing was done' : `${command} does not take these arguments`;
    await ground.connection.sendNotification(ShowMessageNotification.type, { type: MessageType.Error, message });
  }
  return null;
}

/** Inserts a waiver and selects its reason, so that it can be typed over. */
async function waive({ uri, version, rule, line, reach }: z.infer<typeof waiveArguments>[0], { connection, documents, shows }: CommandGround): Promise<void> {
  const own = documents.get(uri);
  if (own === undefined || own.document.version !== version) throw new UsageError('the document has changed since: ask again');
  const { workspace } = await own.project.look(own.file, false);
  const waived = await workspace.waivers().write(own.file, { rules: [rule], line, column: null, reach, until: null, because: REASON }, false);
  const edits = clientEdits(editsBetween(waived.before, waived.after), own.document.positions);
  const { applied } = await connection.workspace.applyEdit({ label: `Waive ${rule}`, edit: { changes: { [uri]: edits } } });
  if (!applied || !shows) return;
  const positions = new Positions(waived.after, own.document.encoding);
  const written = positions.lineText(waived.line - 1);
  const at = written.lastIndexOf(`because ${REASON}`) + 'because '.length;
  await connection.window.showDocument({ uri, takeFocus: true, selection: { start: positions.placeAt(waived.line, at + 1), end: positions.placeAt(waived.line, at + 1 + REASON.length) } });
}

async function show({ uri, file, line }: z.infer<typeof showArguments>[0], { connection, documents, shows }: CommandGround): Promise<void> {
  const own = documents.get(uri);
  if (own === undefined) throw new UsageError('the document is no longer open');
  if (!shows) throw new UsageError(`${file}:${line}\nThis editor cannot be asked to go there.`);
  const start = { line: line - 1, character: 0 };
  await connection.window.showDocument({ uri: pathToFileURL(path.join(own.project.root, file)).href, takeFocus: true, selection: { start, end: start } });
}
