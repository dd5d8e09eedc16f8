import type { ForeignLog } from './foreign-log.js';
import { readLinesLog } from './read-lines.js';
import { isSarif, readSarifLog } from './read-sarif.js';
import type { LogMistake } from '../model/usage-mistake.js';

/**
 * Reads a log, whichever form it has: SARIF, or messages in lines. What a build prints may hold both: some compilers write a
 * SARIF log on one line for each file that they compile, among what else is printed.
 */
export function readLog(text: string): readonly ForeignLog[] {
  const whole = isSarif(text) ? readSarifLog(text) : null;
  if (whole !== null && whole.mistakes.length === 0) return [whole];
  const lines = text.split(/\r\n|\n|\r/);
  const documents = new Map(lines.flatMap((line, index) => (isDocument(line) ? [[index, line] as const] : [])));
  // One document that is all of the text has been read already.
  if (documents.size === 0
      || (whole !== null && documents.size === 1 && lines.every((line, index) => documents.has(index) || line.trim() === ''))) {
    return [whole ?? readLinesLog(text)];
  }
  const rest = lines.map((line, index) => (documents.has(index) ? '' : line)).join('\n');
  return [...[...documents].map(([index, line]) => onLine(readSarifLog(line), index + 1)), readLinesLog(rest)];
}

/** Whether a line holds a whole SARIF log. */
function isDocument(line: string): boolean {
  return line.startsWith('{') && line.trimEnd().endsWith('}') && line.includes('"runs"');
}

/** A log whose mistakes are told by the line that it is on. */
function onLine(log: ForeignLog, line: number): ForeignLog {
  if (log.mistakes.length === 0) return log;
  return {
    ...log,
    mistakes: log.mistakes.map(({ at, what }): LogMistake => ({
      at: at !== null && 'line' in at ? { line, column: at.column } : { line, column: 1 },
      what: at !== null && 'pointer' in at ? `${what} (at ${at.pointer})` : what,
    })),
  };
}
