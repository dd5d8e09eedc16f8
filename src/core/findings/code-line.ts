import type { SourceText } from '../base/source-text.js';
import type { CodeLine } from '../model/finding.js';

/** The longest part of a line that is kept with a finding, in characters: more than a screen shows of it. */
const LONGEST = 600;

/** How much of it may come before the finding. */
const LEAD = 200;

/** What is kept of a line of code. @param line from 1. @param at the offset that it is about. */
export function codeLineAt(text: SourceText, line: number, at: number): CodeLine {
  const [start, end] = [text.starts[line - 1] as number, text.ends[line - 1] as number];
  const from = at - start > LEAD && end - start > LONGEST ? at - LEAD : start;
  const to = Math.min(end, from + LONGEST);
  return { text: text.text.slice(from, to), column: from - start + 1, isCut: to < end };
}
