import type { SourceText } from '../base/source-text.js';
import type { CodeLine } from '../model/finding.js';

/** The longest part of a line that is kept with a finding, in characters: more than a screen shows of it. */
const LONGEST = 600;

/** How much of it may come before the finding. */
const LEAD = 200;

/** What is kept of a line of code. @param line from 1. @param at the offset that it is about. */
export function codeLineAt(text: SourceText, line: number, at: number): CodeLine {
  const column = codeColumnAt(text, line, at);
  const [start, end] = [text.starts[line - 1] as number, text.ends[line - 1] as number];
  const from = start + column - 1;
  const to = Math.min(end, from + LONGEST);
  return { text: text.text.slice(from, to), column, isCut: to < end };
}

/** The column of the first character that is kept of a line: nearly always 1. @param line from 1. @param at the offset. */
export function codeColumnAt({ starts, ends }: SourceText, line: number, at: number): number {
  const start = starts[line - 1] as number;
  return at - start > LEAD && (ends[line - 1] as number) - start > LONGEST ? at - LEAD - start + 1 : 1;
}
