import { lineEndOf } from '../base/line-ends.js';
import { applyEdits } from '../base/apply-edits.js';
import type { FileFindings } from '../findings/file-findings.js';
import { findingsIn } from '../findings/finding-list.js';
import { inspectFile, type Tools } from './inspect-file.js';
import { afterEdits } from './move-foreign.js';
import type { RuleSet } from '../model/rule-set.js';
import type { SourceText } from '../base/source-text.js';
import { isComment, type SyntaxNode } from '../syntax/node.js';
import { embeddedComments } from '../syntax/embedded-comments.js';
import { Source } from '../syntax/source.js';
import type { Reach } from '../waivers/waiver.js';

/** A waiver to write. */
export interface WaiverRequest {
  /** Selectors, as written. */
  readonly selectors: readonly string[];
  /** The line of the findings, from 1. */
  readonly line: number;
  readonly reach: Reach;
  readonly until: string | null;
  readonly because: string;
}

/** A file with the waiver added; `line` is the line of the comment, from 1. */
interface WrittenWaiver {
  readonly text: SourceText;
  readonly line: number;
}

/**
 * Adds a waiver to a file: above its line or, if no comment can go there, at its end. The result is read
 * again: apart from the comment the code must be the same, and the findings must be excused. Of several places, the first is
 * taken where the comment brings no findings of its own, such as for an indentation that it shares with its line.
 * @returns null if no comment can do that.
 */
export function writeWaiver(text: SourceText, request: WaiverRequest, set: RuleSet, tools: Tools): WrittenWaiver | null {
  const code = codeOf(text, tools);
  const open = openIn(inspectFile(text, set, tools), text, set);
  let fallback: WrittenWaiver | null = null;
  for (const { offset, written } of places(text, request)) {
    const edits = [{ start: offset, end: offset, text: written }];
    const after = applyEdits(text, edits);
    const line = after.positionAt(offset + written.indexOf('elvar waive')).line;
    const moved = offset <= (text.starts[request.line - 1] as number)
      ? request.line + after.starts.length - text.starts.length
      : request.line;
    if (!sameCode(codeOf(after, tools), code)) continue;
    const found = inspectFile(after, set, afterEdits(tools, text, edits));
    const excused = excusedBy(found, line, { ...request, line: moved });
    if (excused === 0) continue;
    if (openIn(found, after, set) + excused <= open) return { text: after, line };
    fallback ??= { text: after, line };
  }
  return fallback;
}

/** How many findings count, but for those about waivers. */
function openIn(found: FileFindings, { path }: SourceText, set: RuleSet): number {
  return findingsIn(found, path, set).all.filter(({ rule, excused }) => excused === null && !rule.startsWith('waivers/')).length;
}

/** A text that could be inserted at an offset. */
interface Insertion {
  readonly offset: number;
  readonly written: string;
}

function* places(text: SourceText, request: WaiverRequest): Iterable<Insertion> {
  const lineEnd = lineEndOf(text.text);
  const comments = commentForms(text, wordsOf(request));
  const line = request.reach === 'throughout' ? firstLine(text) : request.line;
  const start = text.starts[line - 1] as number;
  const indent = /^[ \t]*/.exec(text.lineText(line))?.[0] ?? '';
  for (const comment of comments) yield { offset: start, written: `${indent}${comment}${lineEnd}` };
  if (request.reach === 'line') {
    for (const comment of comments) yield { offset: text.ends[line - 1] as number, written: `  ${comment}` };
  }
  if (indent !== '') for (const comment of comments) yield { offset: start, written: `${comment}${lineEnd}` };
}

function wordsOf({ selectors, reach, until, because }: WaiverRequest): string {
  return [
    'elvar waive',
    selectors.join(', '),
    ...reach === 'line' ? [] : [reach],
    ...until === null ? [] : ['until', until],
    'because',
    because.replace(/\s+/g, ' ').trim(),
  ].join(' ');
}

/** The words as a comment in the language, and in what stands between its code. */
function commentForms({ language: { comments: { line, block, between = [] } } }: SourceText, words: string): string[] {
  // A comment in braces ends at its own mark, before the closing brace.
  const endsIn = (close: string): boolean => close !== '' && words.includes(close.replace(/\}$/, ''));
  const blocks = [...block, ...between].filter(([, close]) => !endsIn(close));
  return [
    ...line.slice(0, 1).map((mark) => `${mark} ${words}`),
    ...blocks.map(([open, close]) => `${open} ${words} ${close}`.trimEnd()),
  ];
}

/** The first line that a comment may precede: not an interpreter line, PHP's opening tag or a document type. */
function firstLine(text: SourceText): number {
  let line = 1;
  while (line < text.starts.length
      && /^(?:#!|<\?(?:php|xml)|<!doctype|@charset|#.*coding[:=])/i.test(text.lineText(line))) line += 1;
  return line;
}

/** The code of a file without white space and comments; null for a language without a grammar. */
function codeOf(text: SourceText, { grammars }: Tools): readonly string[] | null {
  const source = new Source(text, grammars);
  try {
    if (source.tree === null) return null;
    const signs: string[] = [];
    source.tree.root.walk((node) => {
      // Inside a tag, the HTML grammar sees comments where browsers do not.
      if (isSilent(node) && !/_tag$|attribute/.test(node.parent?.type ?? '')) return false;
      if (node.first === null) signs.push(`${node.type} ${withoutEmbedded(node, source)}`);
      return true;
    });
    return signs;
  } finally {
    source.dispose();
  }
}

/** The text of a node without the comments of an embedded language and the blanks around them. */
function withoutEmbedded({ start, end, text }: SyntaxNode, source: Source): string {
  const own = embeddedComments(source).filter((comment) => start <= comment.start && comment.end <= end);
  if (own.length === 0 && source.text.language.insideAs === null) return text;
  let rest = '';
  let at = start;
  for (const comment of own) {
    rest += source.text.text.slice(at, comment.start);
    at = comment.end;
  }
  return (rest + source.text.text.slice(at, end)).replace(/\s+/g, ' ').trim();
}

/** A comment and, in JSX, the braces around it and the blanks beside it. */
function isSilent(node: SyntaxNode): boolean {
  return isComment(node) || (node.type === 'jsx_expression' && node.parts.length > 0 && node.parts.every(isComment))
    || (node.type === 'jsx_text' && node.text.trim() === '');
}

function sameCode(after: readonly string[] | null, before: readonly string[] | null): boolean {
  if (before === null) return true;
  return after !== null && after.length === before.length && after.every((sign, index) => sign === before[index]);
}

/**
 * How much the waiver at line `at` excuses, if it is read back, covers its line, and excuses something with each selector; else
 * 0.
 */
function excusedBy({ waivers }: FileFindings, at: number, { line, reach }: Pick<WaiverRequest, 'line' | 'reach'>): number {
  const own = waivers.find((waiver) => waiver.line === at && waiver.reach === reach);
  const isWhole = own !== undefined && own.excused.every((count) => count > 0)
    && own.covers.every((lines) => lines !== null && lines.from <= line && line <= (lines.to ?? Infinity));
  return isWhole ? own.excused.reduce((sum, count) => sum + count, 0) : 0;
}
