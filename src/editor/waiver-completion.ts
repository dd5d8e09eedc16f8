import { CompletionItemKind, type CompletionItem } from 'vscode-languageserver';
import { isInForce } from '../core/cascade/in-force.js';
import type { Catalog } from '../core/catalog/catalog.js';
import { escaped } from '../formats/markdown/safe.js';
import type { CheckedSource } from '../core/inspect/check-report.js';
import type { ClientPosition, Positions } from './positions.js';

/** How many lines below a comment may have what its waiver is for. */
const NEAR = 3;

/** The words of a waiver up to a place on a line: what follows `elvar waive`; null if there is none. */
export function waiverWords(line: string): string | null {
  return /\belvar\s+waive\s+([^*]*)$/.exec(line)?.[1] ?? null;
}

/** A place in a waiver that is being typed. */
interface WaiverPlace {
  /** The words of the waiver up to there. */
  readonly words: string;
  readonly position: ClientPosition;
  readonly positions: Positions;
}

/** What can go on in a waiver: a rule, those that find something near it first, or the words after the rules. */
export function waiverCompletions(
  { words, position, positions }: WaiverPlace, file: CheckedSource | null, catalog: Catalog,
): CompletionItem[] {
  const { line } = position;
  const isInList = /^(?:[^\s,]+\s*,\s*)*[^\s,]*$/.test(words);
  const typed = /[^\s,]*$/.exec(words)?.[0] ?? '';
  const start = positions.positionAt(positions.offsetAt(position) - typed.length);
  const range = { start, end: position };
  // A comment of its own is for what follows, one behind code for that line.
  const first = /^\s*(?:[/#<*;%{]|--)/.test(positions.lineText(line)) ? line + 2 : line + 1;
  if (isInList) return ruleItems(first, file, catalog).map(
    (item, order) => ({ ...item, sortText: String(order).padStart(4, '0'), textEdit: { range, newText: item.label } }),
  );
  const rest = words.replace(/^[^\s,]+(?:\s*,\s*[^\s,]+)*\s+/, '');
  // After because comes a sentence, which nobody can complete.
  if (/\bbecause\b/.test(rest)) return [];
  const used = new Set(rest.split(/\s+/));
  return WORDS.filter(({ word }) => !used.has(word) && !(used.has('until') && word !== 'because')).map(({ word, about }) => ({
    label: word, kind: CompletionItemKind.Keyword, detail: about, textEdit: { range, newText: `${word} ` },
  }));
}

const WORDS = [
  { word: 'because', about: 'and the reason, to the end of the comment' },
  { word: 'below', about: 'for everything from here on' },
  { word: 'throughout', about: 'for the whole file' },
  { word: 'until', about: 'and the last day, as YYYY-MM-DD' },
] as const;

/** @param first the line from which findings are near, from 1. */
function ruleItems(first: number, file: CheckedSource | null, catalog: Catalog): CompletionItem[] {
  const near = new Map<string, string>();
  for (const { rule, message, excused, span: { start } } of file?.findings.all ?? []) {
    if (excused === null && start.line >= first && start.line < first + NEAR && !near.has(rule)) {
      near.set(rule, `line ${start.line}: ${message}`);
    }
  }
  const inForce = file === null ? [] : catalog.rules.filter(({ id }) => {
    const decision = file.rules.decisions.get(id);
    return decision !== undefined && isInForce(decision, file.language, catalog) && !near.has(id) && !id.startsWith('waivers/');
  });
  const item = (label: string, detail: string): CompletionItem => ({
    label,
    detail,
    kind: CompletionItemKind.Value,
    documentation: { kind: 'markdown', value: escaped(catalog.get(label)?.about ?? '') },
  });
  return [...[...near].map(([rule, detail]) => item(rule, detail)), ...inForce.map(({ id, title }) => item(id, title))];
}
