import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { MessageType, ShowMessageNotification } from 'vscode-languageserver/node.js';
import { rulePageMarkdown } from '../formats/markdown/rule-page.js';
import { inForceText } from '../formats/text/rule-page.js';
import { visible } from '../formats/text/visible.js';
import { count } from '../formats/text/words.js';
import { filesReached } from '../core/impact/zone-effects.js';
import { cacheFolder } from '../host/files/cache-folder.js';
import { describeSystemError, wrongCall } from '../host/files/errors.js';
import { writeReport } from '../host/writing/report-file.js';
import type { EditorContext } from './command-context.js';
import type { FileDocument } from './documents.js';
import type { FilesCommand } from './layer-hints.js';

/**
 * Shows the page of a rule: as a document of its own, kept with what saves time; where the editor cannot be asked for that, in
 * brief.
 */
export async function showPage(own: FileDocument, rule: string, { connection, shows }: EditorContext): Promise<void> {
  const { workspace } = await own.project.look(own.file, false);
  const page = await workspace.rulePage(rule);
  if (!shows) {
    const message = [`${rule}: ${page.rule.title}.`, page.rule.about, page.rule.advice, inForceText(page)]
      .filter((text) => text !== '')
      .map(visible)
      .join('\n');
    await connection.sendNotification(ShowMessageNotification.type, { type: MessageType.Info, message });
    return;
  }
  const file = path.join(cacheFolder(), 'pages', `${rule.replace('/', '-')}.md`);
  try {
    writeReport(file, rulePageMarkdown(page));
  } catch (error) {
    throw wrongCall(`${file} cannot be written: ${describeSystemError(error)}`);
  }
  await connection.window.showDocument({ uri: pathToFileURL(file).href, takeFocus: true });
}

/** The most files that are named in a message. */
const MOST_FILES = 12;

/** Names the files for which a part of a layer file decides. */
export async function tellFiles(
  own: FileDocument, { part, line, column }: Omit<FilesCommand, 'uri'>, { connection }: EditorContext,
): Promise<void> {
  const report = own.project.resolve();
  const file = path.relative(own.project.root, own.file).split(path.sep).join('/');
  if (report === null) return;
  const paths = filesReached(report.files, part, { file, line, column, length: 1 }, report.catalog);
  const named = paths.slice(0, MOST_FILES).map(visible);
  const message = paths.length === 0
    ? `${file}:${line} decides for no file.`
    : `${count(paths.length, 'file')}: `
      + `${named.join(', ')}${paths.length > named.length ? ` and ${paths.length - named.length} more` : ''}.`;
  await connection.sendNotification(ShowMessageNotification.type, { type: MessageType.Info, message });
}
