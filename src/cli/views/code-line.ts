import type { Finding } from '../../core/model/finding.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';

/**
 * The line of code that a finding starts on, without its indentation and with the finding highlighted. Nothing if the line is
 * empty.
 */
export function codeLine(
  { code: { text: line, column, isCut }, span: { start, end } }: Finding, columns: number, indent: string, style: Style,
): string[] {
  if (line.trim() === '') return [];
  const from = start.column - column;
  const to = end.line === start.line ? end.column - column : line.length;
  const room = Math.max(20, columns - indent.length);
  // Of a long line, show the part around the finding.
  const lead = column > 1 ? -1 : line.length - line.trimStart().length;
  const begin = from - lead > room - 20 ? Math.max(lead, from - 20) : Math.max(0, Math.min(lead, from));
  const last = isCut ? line.length : line.trimEnd().length;
  const stop = Math.min(last < from ? line.length : Math.max(last, to), begin + room - 2);
  const before = visible(line.slice(begin, Math.min(from, stop)));
  const meant = visible(line.slice(Math.min(from, stop), Math.min(to, stop)));
  const after = visible(line.slice(Math.min(to, stop), stop));
  return [(`${indent}${style.faint(`${begin > lead ? '…' : ''}${before}`)}${style.strong(meant)}`
    + style.faint(`${after}${stop < last || isCut ? '…' : ''}`)).trimEnd()];
}
