import { count } from '../text/words.js';

/** The longest text that the comments of all usual code hosts take, in characters. */
const LONGEST = 60_000;

/** How much is left for the lines that tell what was cut. */
const RESERVE = 600;

/** A part of the text: its heading, its rows, and what a row is called if some are cut. */
export interface Section {
  readonly heading: readonly string[];
  readonly rows: readonly string[];
  readonly noun: string;
}

/** Sections one after another, cut between rows where they would get too long. */
export function fitted(sections: readonly Section[]): string {
  const lines: string[] = [];
  let left = LONGEST - RESERVE;
  for (const { heading, rows, noun } of sections) {
    if (rows.length === 0) continue;
    const head = lines.length === 0 ? heading : ['', ...heading];
    left -= lengthOf(head);
    let shown = 0;
    for (; shown < rows.length && left >= lengthOf([rows[shown] as string]); shown += 1) {
      left -= lengthOf([rows[shown] as string]);
    }
    if (left >= 0) lines.push(...head, ...rows.slice(0, shown));
    if (shown < rows.length) {
      lines.push('', `${count(rows.length - shown, `more ${noun}`)} left out: the text would be too long.`);
    }
  }
  return `${lines.join('\n')}\n`;
}

function lengthOf(lines: readonly string[]): number {
  return lines.reduce((sum, line) => sum + line.length + 1, 0);
}
