import type { Excuse } from '../model/finding.js';
import { parseSelector, selects, type SelectableRule, type Selector } from '../model/selector.js';
import type { SourceText } from '../model/source-text.js';
import { commentsOf, type Comment } from '../syntax/comments.js';
import type { Source } from '../syntax/source.js';

/** A comment that excuses findings on one line. */
export interface Waiver {
  readonly selectors: readonly Selector[];
  /** The line of the comment, from 1. */
  readonly line: number;
  /** The line it covers; null when no line with code follows. */
  readonly covers: number | null;
  readonly because: string | null;
}

/** A comment that begins like a waiver and is none. It excuses nothing. */
export interface MalformedWaiver {
  readonly line: number;
  readonly text: string;
}

/** The waivers of a file. */
export interface WaiverReading {
  readonly waivers: readonly Waiver[];
  readonly malformed: readonly MalformedWaiver[];
}

const NO_WAIVERS: WaiverReading = { waivers: [], malformed: [] };

/** Reads the waivers of a file. */
export function readWaivers(source: Source): WaiverReading {
  const { text } = source;
  // Hardly any file has one, and looking for the words is much cheaper than looking for comments.
  if (!text.text.includes('elvar waive')) return NO_WAIVERS;
  const comments = commentsOf(source);
  const waivers: Waiver[] = [];
  const malformed: MalformedWaiver[] = [];
  for (const comment of comments) {
    if (!/^elvar waive\b/.test(comment.body)) continue;
    const { line } = text.positionAt(comment.start);
    const parsed = parseWaiver(comment.body);
    if (parsed === null) malformed.push({ line, text: comment.body });
    else waivers.push({ ...parsed, line, covers: coveredLine(comment, comments, text) });
  }
  return { waivers, malformed };
}

/** The waiver that excuses a finding of `rule` on `line`; null when none does. */
export function excuseOf(rule: SelectableRule, line: number, { waivers }: WaiverReading): Excuse | null {
  const waiver = waivers.find(({ covers, selectors }) => covers === line && selectors.some((selector) => selects(selector, rule)));
  return waiver === undefined ? null : { by: 'waiver', line: waiver.line, because: waiver.because, until: null, status: null };
}

function parseWaiver(body: string): Pick<Waiver, 'selectors' | 'because'> | null {
  const [, list, because] = /^elvar waive\s+(\S+(?:\s*,\s*\S+)*?)(?:\s+because\s+(.*))?$/s.exec(body) ?? [];
  if (list === undefined) return null;
  const selectors = list.split(/\s*,\s*/).map(parseSelector);
  if (!selectors.every((selector) => selector !== null)) return null;
  return { selectors, because: because?.replace(/\s+/g, ' ').trim() ?? null };
}

/** With code before it, a waiver covers its own line; alone on its line, the next one that has code. */
function coveredLine(comment: Comment, comments: readonly Comment[], text: SourceText): number | null {
  const first = text.positionAt(comment.start);
  const before = text.lineText(first.line).slice(0, first.column - 1);
  if (before.trim() !== '') return first.line;
  for (let line = text.positionAt(comment.end).line; line <= text.starts.length; line += 1) {
    if (hasCode(line, comments, text)) return line;
  }
  return null;
}

function hasCode(line: number, comments: readonly Comment[], { lines }: SourceText): boolean {
  const current = lines[line - 1];
  if (current === undefined) return false;
  const end = current.start + current.text.trimEnd().length;
  let offset = current.start + (current.text.length - current.text.trimStart().length);
  for (const comment of comments) {
    if (comment.start <= offset && offset < comment.end) {
      offset = comment.end;
      while (offset < end && /\s/.test(current.text[offset - current.start] ?? '')) offset += 1;
    }
  }
  return offset < end;
}
