import { SymbolKind, type CompletionItem, type DocumentSymbol, type Hover, type Location } from 'vscode-languageserver';
import { ledgerJsonSchema } from '../core/ledger/ledger-schema.js';
import { readLedger } from '../core/ledger/read-ledger.js';
import type { WrittenEntry } from '../core/model/ledger.js';
import { code, escaped } from '../formats/markdown/safe.js';
import { visible } from '../formats/text/visible.js';
import type { FileDocument } from './documents.js';
import { completionsAt } from './layer-completion.js';
import type { ClientPosition } from './positions.js';
import { MOST_FILES } from './project-learning.js';

function entriesOf({ document: { text }, file }: FileDocument): readonly WrittenEntry[] {
  return readLedger(text, file).entries;
}

/** The entry that a line belongs to. @param line from 0. */
function entryAt(own: FileDocument, line: number): WrittenEntry | undefined {
  return entriesOf(own).findLast(({ writtenIn }) => writtenIn <= line + 1);
}

/** What can be typed at a place in the ledger. */
export function ledgerCompletions({ document, project }: FileDocument, position: ClientPosition): CompletionItem[] {
  const files = project.resolve()?.files ?? [];
  const schema = ledgerJsonSchema(project.catalog(), files.length <= MOST_FILES ? files.map(({ path }) => path) : []);
  return completionsAt(document.text, document.positions.offsetAt(position), schema, document.positions);
}

/** What has become of the finding of an entry. */
export async function ledgerHover(own: FileDocument, { line }: ClientPosition): Promise<Hover | null> {
  const entry = entryAt(own, line);
  if (entry === undefined) return null;
  const { report } = await own.project.look(own.project.pathOf(entry.path), false);
  const account = report?.ledger.find(({ entry: { index } }) => index === entry.index);
  if (account === undefined) return null;
  const { state, path, finding } = account;
  const place = finding === null
    ? ''
    : ` It is now on line ${finding.span.start.line} of ${code(path)}: ${escaped(finding.message)}.`;
  return { contents: { kind: 'markdown', value: `${STATES[state]}${place}` } };
}

const STATES: Readonly<Record<'excuses' | 'due' | 'refused' | 'gone' | 'unknown', string>> = {
  excuses: 'The entry excuses its finding.',
  due: 'The entry has expired: its finding counts again.',
  refused: 'A ruling does not let the ledger excuse this rule there: the finding counts.',
  gone: 'The finding no longer exists.',
  unknown: 'It could not be found out whether the finding still exists.',
};

/** The line of code that an entry is about, where it stood when the entry was written. */
export function ledgerDefinition(own: FileDocument, { line }: ClientPosition): Location[] {
  const entry = entryAt(own, line);
  return entry === undefined
    ? []
    : [{ uri: own.project.uris.of(entry.path), range: own.project.uris.lineRange(entry.line ?? 1) }];
}

/** The entries of the ledger. */
export function ledgerSymbols(own: FileDocument): DocumentSymbol[] {
  const { positions } = own.document;
  return entriesOf(own).map(({ path, rule, status, writtenIn }) => {
    const range = {
      start: positions.placeAt(writtenIn, 1), end: positions.placeAt(writtenIn, 1 + positions.lineText(writtenIn - 1).length),
    };
    return { name: visible(`${rule} in ${path}`), detail: status, kind: SymbolKind.Event, range, selectionRange: range };
  });
}
